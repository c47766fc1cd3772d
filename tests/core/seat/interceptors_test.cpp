#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using Interceptors = AtTheHelm;

TEST_F(Interceptors, HoldBackAPressThatIsThenNeverSeen) {
  bool blocks = true;
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) {
    if (blocks) incoming.hold_back(horn);
  });
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{});
  EXPECT_FALSE(stage.seat().take_press(horn, 1s));
  blocks = false;
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{}) << "still down, so not fresh";
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{}) << "no release without a press";
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
}

TEST_F(Interceptors, HoldingBackReleasesWhatWasHeld) {
  bool blocks = false;
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) {
    if (blocks) incoming.hold_back(horn);
  });
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).held);
  blocks = true;
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).released);
  EXPECT_FALSE(read(horn).held);
  stage.wait(10ms);
  EXPECT_FALSE(read(horn).released);
}

TEST_F(Interceptors, AReleaseAndAFreshPressInOneUpdateEndTheBlock) {
  bool blocks = true;
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) {
    if (blocks) incoming.hold_back(horn);
  });
  stage.press(Control::Space);
  stage.wait(10ms);
  blocks = false;
  stage.release(Control::Space);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(
      read(horn),
      (ButtonReading{.held = true, .pressed = true, .went_down = true, .presses = 1, .downs = 1}));
}

TEST_F(Interceptors, InventAPressWithItsRelease) {
  bool presses = true;
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) {
    if (presses) incoming.press(horn);
  });
  stage.wait(10ms);
  EXPECT_EQ(read(horn),
            (ButtonReading{.pressed = true, .released = true, .presses = 1, .releases = 1}));
  EXPECT_TRUE(stage.seat().take_press(horn, 0ms));
  presses = false;
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{});
}

TEST_F(Interceptors, HoldAButtonForAsLongAsTheySay) {
  bool holds = true;
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) {
    if (holds) incoming.hold(horn);
  });
  stage.wait(10ms);
  EXPECT_EQ(read(horn), (ButtonReading{.held = true, .pressed = true, .presses = 1}));
  stage.wait(10ms);
  EXPECT_EQ(read(horn), (ButtonReading{.held = true}));
  holds = false;
  stage.wait(10ms);
  EXPECT_EQ(read(horn), (ButtonReading{.released = true, .releases = 1}));
}

TEST_F(Interceptors, ReplaceAndAddToValuesWithinTheirRange) {
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) {
    incoming.add(steer, {1, 0});
    incoming.set(throttle, -3);
  });
  stage.press(Control::KeyD);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{1, 0}));
  EXPECT_EQ(read(steer).digital.eight, Way::right) << "digits are made afterwards";
  EXPECT_EQ(read(throttle).value, -1);
}

TEST_F(Interceptors, SeeWhatTheOnesBeforeThemMade) {
  float seen = 0;
  stage.seat().add_interceptor(
      "aid", [&](Incoming& incoming) { seen = incoming.read(throttle).value; }, 5);
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) { incoming.set(throttle, 0.5F); });
  stage.wait(10ms);
  EXPECT_EQ(seen, 0.5F);
}

TEST_F(Interceptors, RunByOrderAndOfOneOrderAsTheyWereAdded) {
  std::string ran;
  stage.seat().add_interceptor("aid", [&](Incoming&) { ran += "first "; });
  stage.seat().add_interceptor("aid", [&](Incoming&) { ran += "second "; });
  stage.seat().add_interceptor(
      "aid", [&](Incoming&) { ran += "before both "; }, -1);
  stage.wait(10ms);
  EXPECT_EQ(ran, "before both first second ");
}

TEST_F(Interceptors, WhenOneIsGoneTheReadingIsThePlayersAgain) {
  stage.press(Control::KeyR);
  const InterceptorId id = stage.seat().add_interceptor(
      "aid", [&](Incoming& incoming) { incoming.set(throttle, -0.25F); });
  stage.wait(10ms);
  EXPECT_EQ(read(throttle).value, -0.25F);
  stage.seat().remove_interceptor(id);
  stage.wait(10ms);
  EXPECT_EQ(read(throttle).value, 1);
}

TEST_F(Interceptors, MayRemoveThemselvesAndAddOthers) {
  InterceptorId first{};
  int calls = 0;
  int other_calls = 0;
  first = stage.seat().add_interceptor("aid", [&](Incoming&) {
    ++calls;
    stage.seat().add_interceptor("aid", [&](Incoming&) { ++other_calls; });
    stage.seat().remove_interceptor(first);
  });
  stage.wait(10ms);
  EXPECT_EQ(calls, 1);
  EXPECT_EQ(other_calls, 0);
  stage.wait(10ms);
  EXPECT_EQ(calls, 1);
  EXPECT_EQ(other_calls, 1);
}

TEST_F(Interceptors, DriveASeatThatHasNoDevice) {
  Seat& computer = stage.hub().add_seat("starboard tug");
  Time last{};
  Duration step{};
  computer.add_interceptor("aid", [&](Incoming& incoming) {
    incoming.set(steer, {0, 1});
    if (incoming.now() == 20ms) incoming.press(horn);
    last = incoming.now();
    step = incoming.since_last();
  });
  stage.wait(10ms);
  EXPECT_EQ(computer.read(steer).value, (Vec2{0, 1}));
  stage.wait(10ms);
  EXPECT_TRUE(computer.read(horn).pressed);
  EXPECT_EQ(last, 20ms);
  EXPECT_EQ(step, 10ms);
  EXPECT_EQ(read(steer).value, (Vec2{})) << "of this seat alone";
}

TEST_F(Interceptors, MayEnterAndLeaveContexts) {
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) {
    if (incoming.read(open_chart).pressed) stage.seat().enter("chart");
  });
  stage.press(Control::KeyM);
  stage.wait(10ms);
  EXPECT_TRUE(read(open_chart).pressed);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(mark).pressed);
}

TEST_F(Interceptors, WhatTheLastOneHeldIsReleasedWhenItGoes) {
  const auto id = stage.seat().add_interceptor("aid", [&](Incoming& incoming) {
    incoming.hold(horn);
    incoming.set(throttle, 1);
  });
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).held);
  stage.seat().remove_interceptor(id);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), (ButtonReading{.released = true, .releases = 1}));
  EXPECT_EQ(read(throttle).value, 0);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{});
}

TEST_F(Interceptors, WhatTheLastOneHeldBackIsNoPressWhenItGoes) {
  const auto id =
      stage.seat().add_interceptor("aid", [&](Incoming& incoming) { incoming.hold_back(horn); });
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.seat().remove_interceptor(id);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{}) << "still down, so not fresh";
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{});
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
}

TEST_F(Interceptors, AFreshPressOnAnotherDeviceIsHeardAfterOneThatWasHeldBack) {
  bool blocks = true;
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) {
    if (blocks) incoming.hold_back(horn);
  });
  stage.press(Control::Space);
  stage.wait(10ms);
  blocks = false;
  stage.press(Control::PadSouth);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
  stage.release(Control::PadSouth);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).released) << "Space is down, but was never heard";
}

TEST_F(Interceptors, SeeNoReleaseOfAPressThatWasHeldBack) {
  bool blocks = true;
  std::uint32_t releases = 0;
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) {
    releases += incoming.read(horn).releases;
    if (blocks) incoming.hold_back(horn);
  });
  stage.press(Control::Space);
  stage.wait(10ms);
  blocks = false;
  stage.wait(10ms);
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(releases, 0U);
}

TEST_F(Interceptors, AskWhatIsMuted) {
  PlaybookDefinition definition = harbour();
  definition.mutes = {{.name = "monologue", .actions = {PlacedName{"horn"}}}};
  testing::Rehearsal monologue{make(definition)};
  bool horn_is = false;
  bool steer_is = true;
  monologue.seat().add_interceptor("aid", [&](Incoming& incoming) {
    horn_is = incoming.is_muted(horn);
    steer_is = incoming.is_muted(steer);
    if (!horn_is) incoming.hold(horn);
  });
  monologue.wait(10ms);
  EXPECT_FALSE(horn_is);
  monologue.seat().mute("monologue");
  monologue.wait(10ms);
  EXPECT_TRUE(horn_is);
  EXPECT_FALSE(steer_is);
  EXPECT_FALSE(monologue.seat().read(horn).held);
}

TEST_F(Interceptors, AreListedByNameAndGoTogether) {
  Seat& tug = stage.seat();
  const auto nothing = [](Incoming&) {};
  const auto pilot = tug.add_interceptor("docking pilot", nothing);
  tug.add_interceptor("fog lamp", nothing, -1);
  const auto names = [&] {
    std::string all;
    for (const InterceptorInfo& it : tug.interceptors()) {
      all += it.name + ' ' + std::to_string(it.order) + "; ";
    }
    return all;
  };
  EXPECT_EQ(names(), "fog lamp -1; docking pilot 0; ");
  EXPECT_EQ(tug.interceptors().back().id, pilot);
  tug.remove_interceptors();
  EXPECT_EQ(names(), "");
}

TEST_F(Interceptors, AToggleThatIsHeldBackGoesOff) {
  testing::Rehearsal lamps{make(
      {.actions = {{.name = "lamp"}},
       .contexts = {
           {.name = "helm",
            .bindings = {{.action = "lamp", .control = Control::KeyL, .gesture = toggled()}}}}})};
  const auto lamp = lamps.hub().playbook().button("lamp");
  lamps.seat().enter("helm");
  const auto toggle = [&] {
    lamps.press(Control::KeyL);
    lamps.release(Control::KeyL);
    lamps.wait(10ms);
  };
  toggle();
  EXPECT_TRUE(lamps.seat().read(lamp).held);
  const auto id =
      lamps.seat().add_interceptor("aid", [&](Incoming& incoming) { incoming.hold_back(lamp); });
  lamps.wait(10ms);
  EXPECT_TRUE(lamps.seat().read(lamp).released);
  lamps.seat().remove_interceptor(id);
  lamps.wait(10ms);
  EXPECT_FALSE(lamps.seat().read(lamp).held);
  toggle();
  EXPECT_TRUE(lamps.seat().read(lamp).pressed) << "one press turns it on again";
}

}  // namespace
}  // namespace nextmove::support
