#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using Interceptors = AtTheHelm;

TEST_F(Interceptors, HoldBackAPressThatIsThenNeverSeen) {
  bool blocks = true;
  stage.seat().add_interceptor([&](Incoming& incoming) {
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
  stage.seat().add_interceptor([&](Incoming& incoming) {
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
  stage.seat().add_interceptor([&](Incoming& incoming) {
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
  stage.seat().add_interceptor([&](Incoming& incoming) {
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
  stage.seat().add_interceptor([&](Incoming& incoming) {
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
  stage.seat().add_interceptor([&](Incoming& incoming) {
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
  stage.seat().add_interceptor([&](Incoming& incoming) { seen = incoming.read(throttle).value; },
                               5);
  stage.seat().add_interceptor([&](Incoming& incoming) { incoming.set(throttle, 0.5F); });
  stage.wait(10ms);
  EXPECT_EQ(seen, 0.5F);
}

TEST_F(Interceptors, RunByOrderAndOfOneOrderAsTheyWereAdded) {
  std::string ran;
  stage.seat().add_interceptor([&](Incoming&) { ran += "first "; });
  stage.seat().add_interceptor([&](Incoming&) { ran += "second "; });
  stage.seat().add_interceptor([&](Incoming&) { ran += "before both "; }, -1);
  stage.wait(10ms);
  EXPECT_EQ(ran, "before both first second ");
}

TEST_F(Interceptors, WhenOneIsGoneTheReadingIsThePlayersAgain) {
  stage.press(Control::KeyR);
  const InterceptorId id =
      stage.seat().add_interceptor([&](Incoming& incoming) { incoming.set(throttle, -0.25F); });
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
  first = stage.seat().add_interceptor([&](Incoming&) {
    ++calls;
    stage.seat().add_interceptor([&](Incoming&) { ++other_calls; });
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
  computer.add_interceptor([&](Incoming& incoming) {
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
  stage.seat().add_interceptor([&](Incoming& incoming) {
    if (incoming.read(open_chart).pressed) stage.seat().enter("chart");
  });
  stage.press(Control::KeyM);
  stage.wait(10ms);
  EXPECT_TRUE(read(open_chart).pressed);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(mark).pressed);
}

}  // namespace
}  // namespace nextmove::support
