#include <memory>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using Handlers = AtTheHelm;

TEST_F(Handlers, AreCalledOnceForEveryPressAndRelease) {
  int presses = 0;
  int releases = 0;
  HandlerSet set;
  set.on_press(horn, [&] { ++presses; }).on_release(horn, [&] { ++releases; });
  set.attach(stage.seat());
  for (int i = 0; i < 3; ++i) {
    stage.press(Control::Space);
    stage.release(Control::Space);
  }
  stage.press(Control::Space);
  EXPECT_EQ(presses, 0) << "not before the update";
  stage.wait(10ms);
  EXPECT_EQ(presses, 4);
  EXPECT_EQ(releases, 3);
}

TEST_F(Handlers, AreToldValuesWhenTheyChange) {
  std::vector<float> told;
  HandlerSet set;
  set.on(throttle, [&](const AxisReading& reading) { told.push_back(reading.value); });
  set.attach(stage.seat());
  stage.wait(10ms);
  stage.press(Control::KeyR);
  stage.wait(10ms);
  stage.wait(10ms);
  stage.release(Control::KeyR);
  stage.wait(10ms);
  EXPECT_EQ(told, (std::vector<float>{1, 0}));
}

TEST_F(Handlers, ANewSetIsToldWhatIsNotAtRest) {
  stage.press(Control::KeyW);
  stage.press(Control::Space);
  stage.wait(10ms);
  Vec2 told;
  int presses = 0;
  HandlerSet set;
  set.on(steer, [&](const VectorReading& reading) { told = reading.value; });
  set.on_press(horn, [&] { ++presses; });
  set.attach(stage.seat());
  stage.wait(10ms);
  EXPECT_EQ(told, (Vec2{0, 1}));
  EXPECT_EQ(presses, 0) << "it was pressed before";
}

TEST_F(Handlers, ADetachedSetIsToldThatAllIsAtRest) {
  Vec2 told;
  int releases = 0;
  HandlerSet set;
  set.on(steer, [&](const VectorReading& reading) { told = reading.value; });
  set.on_release(horn, [&] { ++releases; });
  set.attach(stage.seat());
  stage.press(Control::KeyW);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(told, (Vec2{0, 1}));
  set.detach();
  EXPECT_EQ(told, (Vec2{0, 0}));
  EXPECT_EQ(releases, 1);
  stage.release(Control::Space);
  stage.press(Control::KeyA);
  stage.wait(10ms);
  EXPECT_EQ(told, (Vec2{0, 0}));
  EXPECT_EQ(releases, 1);
}

TEST_F(Handlers, MoveFromOneThingToAnotherInTheMiddleOfAnUpdate) {
  int boats = 0;
  int cranes = 0;
  HandlerSet boat;
  HandlerSet crane;
  crane.on_press(horn, [&] { ++cranes; });
  boat.on_press(horn, [&] {
    ++boats;
    boat.detach();
    crane.attach(stage.seat());
  });
  boat.attach(stage.seat());
  stage.press(Control::Space);
  stage.release(Control::Space);
  stage.press(Control::Space);
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(cranes, 0) << "attached after this update";
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(cranes, 1);
  EXPECT_LE(boats, 2);
}

TEST_F(Handlers, ASetThatIsDetachedByAnotherIsCalledNoMore) {
  int presses = 0;
  HandlerSet first;
  HandlerSet second;
  first.on_press(horn, [&] { second.detach(); });
  second.on_press(horn, [&] { ++presses; });
  first.attach(stage.seat());
  second.attach(stage.seat());
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(presses, 0);
}

TEST_F(Handlers, MayEnterContexts) {
  HandlerSet set;
  set.on_press(open_chart, [&] { stage.seat().enter("chart"); });
  set.on_press(close_chart, [&] { stage.seat().leave("chart"); });
  set.attach(stage.seat());
  stage.press(Control::KeyM);
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().is_in("chart"));
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().is_in("chart")) << "the press that opens does not close";
}

TEST_F(Handlers, ASetOrASeatMayGoFirst) {
  int presses = 0;
  {
    HandlerSet set;
    set.on_press(horn, [&] { ++presses; });
    set.attach(stage.seat());
  }
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(presses, 0);
  HandlerSet set;
  {
    Hub other{book};
    set.on_press(horn, [&] { ++presses; });
    set.attach(other.add_seat("other"));
    EXPECT_TRUE(set.is_attached());
  }
  EXPECT_FALSE(set.is_attached());
}

TEST_F(Handlers, ASetBelongsToTheSeatItWasAttachedToLast) {
  int presses = 0;
  HandlerSet set;
  set.on_press(horn, [&] { ++presses; });
  set.attach(stage.seat());
  Seat& other = stage.hub().add_seat("other");
  set.attach(other);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(presses, 0);
  stage.release(Control::Space);
  stage.wait(10ms);
  stage.hub().give(stage.device(DeviceKind::keyboard), other);
  other.enter("helm");
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(presses, 1);
}

// ---- what a handler may do

/// Ten actions more, so that the readings move.
Playbook longer(PlaybookDefinition definition) {
  for (int i = 0; i < 10; ++i) {
    definition.actions.push_back({.name = "more" + std::to_string(i)});
    definition.contexts[0].bindings.push_back({.action = "more" + std::to_string(i)});
  }
  return make(std::move(definition));
}

TEST_F(Handlers, MayAdoptALongerPlaybook) {
  HandlerSet set;
  float told = 0;
  set.on(horn, [&](const ButtonReading& reading) {
    if (!reading.pressed) return;
    stage.hub().adopt(longer(harbour()));
    told += reading.held ? 1 : 0;  // what it was given is still there
  });
  set.on(throttle, [&](const AxisReading& reading) { told += reading.value; });
  set.attach(stage.seat());
  stage.press(Control::Space);
  stage.press(Control::KeyR);
  stage.wait(10ms);
  EXPECT_EQ(told, 2) << "those behind it are told as well";
}

TEST_F(Handlers, ThatAreToldToRestMayAttachTheSetElsewhere) {
  Seat& other = stage.hub().add_seat("other");
  Hub third{book};
  Seat& last = third.add_seat("last");
  {
    HandlerSet set;
    set.on(steer, [&](const VectorReading& reading) {
      if (reading.value == Vec2{}) set.attach(other);
    });
    set.attach(stage.seat());
    stage.press(Control::KeyW);
    stage.wait(10ms);
    set.attach(last);  // which was called first, and comes to an end last
  }
  stage.release(Control::KeyW);
  stage.wait(10ms);  // no seat calls what is gone
  third.update(Time{1});
}

TEST_F(Handlers, MayDestroyTheirOwnSet) {
  auto set = std::make_unique<HandlerSet>();
  int presses = 0;
  set->on_press(horn, [&] {
    ++presses;
    set.reset();
  });
  set->on_press(mark, [&] { ++presses; });
  set->attach(stage.seat());
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(presses, 1);
  stage.release(Control::Space);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(presses, 1);
}

TEST_F(Handlers, MayDestroyTheirOwnSetWhileItIsAttachedElsewhere) {
  Seat& other = stage.hub().add_seat("other");
  auto set = std::make_unique<HandlerSet>();
  int told_rest = 0;
  const auto destroy = [&](const auto& /*reading*/) {
    if (set->is_attached()) return;
    ++told_rest;
    set.reset();
  };
  set->on(horn, destroy).on(throttle, destroy);
  set->attach(stage.seat());
  stage.press(Control::Space);
  stage.press(Control::KeyR);
  stage.wait(10ms);
  set->attach(other);
  EXPECT_EQ(told_rest, 1) << "the set is gone, and so may be what the second would use";
  other.add_interceptor("aid", [&](Incoming& incoming) { incoming.press(horn); });
  stage.wait(10ms);
  EXPECT_EQ(told_rest, 1) << "it listens nowhere";
}

TEST_F(Handlers, ThatAttachTheirSetElsewhereAreToldOfThatInTheNextUpdate) {
  Seat& other = stage.hub().add_seat("other");
  other.add_interceptor("aid", [&](Incoming& incoming) { incoming.set(throttle, 0.25F); });
  HandlerSet set;
  std::vector<float> told;
  set.on_press(horn, [&] { set.attach(other); });
  set.on(throttle, [&](const AxisReading& reading) { told.push_back(reading.value); });
  set.attach(stage.seat());
  stage.press(Control::Space);
  stage.press(Control::KeyR);
  stage.wait(10ms);
  EXPECT_EQ(told, std::vector<float>{}) << "neither of the old seat nor of the new one";
  stage.wait(10ms);
  EXPECT_EQ(told, std::vector<float>{0.25F});
}

// ---- what they were told

TEST_F(Handlers, ASetAttachedInMidPressIsToldOfNoRelease) {
  std::string told;
  HandlerSet set;
  set.on_press(horn, [&] { told += "press "; });
  set.on_release(horn, [&] { told += "release "; });
  stage.press(Control::Space);
  stage.wait(10ms);
  set.attach(stage.seat());
  stage.wait(10ms);
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(told, "");
  stage.press(Control::Space);
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(told, "press release ");
}

TEST_F(Handlers, OfAPressThatBeganBeforeAndOneThatFollowsOnlyTheSecondIsTold) {
  std::string told;
  HandlerSet set;
  set.on_press(horn, [&] { told += "press "; });
  set.on_release(horn, [&] { told += "release "; });
  stage.press(Control::Space);
  stage.wait(10ms);
  set.attach(stage.seat());
  stage.release(Control::Space);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(told, "press ");
  set.detach();
  EXPECT_EQ(told, "press release ");
}

TEST_F(Handlers, ASetDetachedInMidPressOfOthersIsToldOfNoRelease) {
  int releases = 0;
  HandlerSet set;
  set.on_release(horn, [&] { ++releases; });
  stage.press(Control::Space);
  stage.wait(10ms);
  set.attach(stage.seat());
  stage.wait(10ms);
  set.detach();
  EXPECT_EQ(releases, 0);
}

TEST_F(Handlers, ASetIsReleasedOfWhatItWasToldEvenIfThatIsOverMeanwhile) {
  std::string told;
  HandlerSet first;
  HandlerSet second;
  first.on_release(horn, [&] { second.detach(); });
  second.on(horn, [&](const ButtonReading& reading) {
    told += reading.held ? "down " : "";
    told += reading.released ? "up " : "";
  });
  first.attach(stage.seat());
  second.attach(stage.seat());
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(told, "down up ");
}

// ---- sets that move and lie over others

TEST_F(Handlers, ASetMayMoveWhileItIsAttached) {
  struct Crane {
    HandlerSet handlers{};
  };
  int presses = 0;
  std::vector<Crane> cranes(1);
  cranes[0].handlers.on_press(horn, [&] { ++presses; });
  cranes[0].handlers.attach(stage.seat());
  for (int i = 0; i < 20; ++i) cranes.emplace_back();
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(presses, 1);
  cranes[0] = Crane{};
  stage.release(Control::Space);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(presses, 1) << "what was there before is gone";
}

TEST_F(Handlers, ASetThatLiesOverOthersHearsItsActionsAlone) {
  std::string told;
  HandlerSet boat;
  boat.on(steer, [&](const VectorReading& it) { told += it.value.y > 0 ? "ahead " : "still "; });
  boat.on_press(horn, [&] { told += "horn "; });
  boat.attach(stage.seat());
  stage.press(Control::KeyW);
  stage.wait(10ms);
  EXPECT_EQ(told, "ahead ");
  {
    HandlerSet menu;
    menu.on_press(steer, ActionPart::up, [&] { told += "menu up "; });
    menu.attach_over(stage.seat());
    stage.wait(10ms);
    EXPECT_EQ(told, "ahead still ") << "as if it were detached, for this action";
    stage.press(Control::Space);
    stage.release(Control::KeyW);
    stage.press(Control::KeyW);
    stage.wait(10ms);
    EXPECT_EQ(told, "ahead still horn menu up ");
  }
  stage.wait(10ms);
  EXPECT_EQ(told, "ahead still horn menu up ahead ");
}

TEST_F(Handlers, APressUnderAnotherSetIsNoneAfterwards) {
  std::string told;
  HandlerSet boat;
  boat.on_press(horn, [&] { told += "press "; });
  boat.on_release(horn, [&] { told += "release "; });
  boat.attach(stage.seat());
  HandlerSet menu;
  menu.on_press(horn, [&] { told += "menu "; });
  menu.attach_over(stage.seat());
  stage.press(Control::Space);
  stage.wait(10ms);
  menu.detach();
  stage.wait(10ms);
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(told, "menu ");
}

TEST_F(Handlers, ASetLiesOverThoseAttachedBeforeIt) {
  std::string told;
  HandlerSet before;
  HandlerSet over;
  HandlerSet after;
  before.on_press(horn, [&] { told += "before "; });
  over.on_press(horn, [&] { told += "over "; });
  after.on_press(horn, [&] { told += "after "; });
  before.attach(stage.seat());
  over.attach_over(stage.seat());
  after.attach(stage.seat());
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(told, "over after ");
}

}  // namespace
}  // namespace nextmove::support
