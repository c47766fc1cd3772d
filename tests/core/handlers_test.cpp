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

}  // namespace
}  // namespace nextmove::support
