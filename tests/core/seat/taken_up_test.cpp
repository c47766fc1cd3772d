// What stands so though nobody operates it: told when a device is plugged in, or with the focus.
#include "support/players.hpp"

namespace nextmove::support {
namespace {

using enum Control;

struct TakenUp : AtTheHelm {
  void take_up(Control control, float x = 1, float y = 0) {
    const DeviceId device = stage.device(info(control).device);
    stage.hub().take_up({stage.now(), device, control, x, y});
    stage.wait(10ms);
  }
  void give_to(Seat& seat, DeviceId device) {
    stage.hub().give(device, seat);
    stage.wait(10ms);
  }
};

TEST_F(TakenUp, AxesAndVectorsGoOn) {
  take_up(PadLeftStick, 1, 0);
  take_up(PadRightTrigger, 1);
  EXPECT_EQ(read(steer).value, (Vec2{1, 0}));
  EXPECT_EQ(read(throttle).value, 1);
  EXPECT_EQ(read(steer).presses, DirectionPresses{}) << "nobody pressed a direction";
}

TEST_F(TakenUp, ButtonsWaitForAFreshPress) {
  take_up(Space);
  EXPECT_EQ(read(horn), ButtonReading{});
  stage.press(Space);  // a repetition of what is known
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{});
  stage.release(Space);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{}) << "no release without a press";
  stage.press(Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
}

TEST_F(TakenUp, WhatIsHeldStaysHeldAndWhatIsUpIsReleased) {
  stage.press(Space);
  stage.wait(10ms);
  take_up(Space);
  EXPECT_TRUE(read(horn).held);
  take_up(Space, 0);
  EXPECT_TRUE(read(horn).released);
}

TEST_F(TakenUp, AfterALostFocusAStickGoesOn) {
  stage.move(PadLeftStick, 1, 0);
  stage.press(PadSouth);
  stage.wait(10ms);
  stage.hub().release_all(stage.now());
  take_up(PadLeftStick, 1, 0);
  take_up(PadSouth);
  EXPECT_EQ(read(steer).value, (Vec2{1, 0}));
  EXPECT_FALSE(read(horn).held);
}

TEST_F(TakenUp, ItHasItsTurnAmongTheEvents) {
  const DeviceId pad = stage.device(DeviceKind::gamepad);
  stage.hub().take_up({5ms, pad, PadLeftStick, 1, 0});
  stage.hub().feed({3ms, pad, PadLeftStick, 0, 1});
  stage.hub().take_up({20ms, pad, PadLeftStick, 0, 0});
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{1, 0}));
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
}

TEST_F(TakenUp, APadThatNobodyHasYetIsTakenAsItStands) {
  Hub& hub = stage.hub();
  hub.set_rules({.free_devices = FreeDevices::kept});
  const DeviceId pad = hub.plug({DeviceKind::gamepad, "another"}, stage.now());
  hub.take_up({stage.now(), pad, PadLeftStick, 0, 1});
  hub.take_up({stage.now(), pad, PadSouth, 1});
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
  give_to(stage.seat(), pad);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
  EXPECT_FALSE(read(horn).held);
}

TEST_F(TakenUp, ItTakesNoDeviceInHand) {
  stage.device(DeviceKind::gamepad);
  stage.wait(1s);
  stage.press(KeyW);
  stage.wait(1s);
  take_up(PadLeftStick, 1, 0);
  EXPECT_EQ(stage.seat().device_in_hand(), stage.device(DeviceKind::keyboard));
}

TEST(TakenUpToJoin, AJoinControlThatIsDownSeatsNobodyUntilItIsPressedAfresh) {
  Hub hub{make(harbour_for_all())};
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open});
  const DeviceId pad = hub.plug({DeviceKind::gamepad, "pad"}, 0ms);
  hub.take_up({1ms, pad, PadStart, 1});
  hub.feed({2ms, pad, PadStart, 1});
  hub.update(10ms);
  EXPECT_TRUE(hub.owners(pad).empty());
  hub.feed({11ms, pad, PadStart, 0});
  hub.feed({12ms, pad, PadStart, 1});
  hub.update(20ms);
  EXPECT_EQ(hub.owners(pad).size(), 1U);
}

TEST_F(TakenUp, NothingIsCapturedThatWasNotPressedAfresh) {
  Hub& hub = stage.hub();
  stage.device(DeviceKind::keyboard);
  hub.capture(stage.seat(), {horn.id});
  take_up(KeyH);
  stage.press(KeyH);  // a repetition of what is known
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().capture().state, CaptureState::waiting);
  stage.release(KeyH);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().capture().state, CaptureState::waiting);
  stage.press(KeyH);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().capture().state, CaptureState::captured);
}

TEST_F(TakenUp, WhileASeatCapturesAStickIsKnownAndGoesOnAfterwards) {
  Hub& hub = stage.hub();
  stage.device(DeviceKind::gamepad);
  hub.capture(stage.seat(), {horn.id});
  take_up(PadLeftStick, 1, 0);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
  hub.stop_capture(stage.seat());
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{1, 0}));
}

TEST(TakenUpWithControls, AModifierThatIsDownCountsForTheNextPress) {
  testing::Rehearsal stage{make(
      {.actions = {{.name = "save"}},
       .contexts = {{.name = "helm",
                     .bindings = {{.action = "save", .control = KeyS, .with = {ShiftLeft}}}}}})};
  stage.seat().enter("helm");
  stage.hub().take_up({stage.now(), stage.device(DeviceKind::keyboard), ShiftLeft, 1});
  stage.press(KeyS);
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().read(stage.hub().playbook().button("save")).pressed);
}

TEST_F(TakenUp, ItIsRecordedAndPlaysTheSame) {
  Recording recording{describe(stage.hub()), {}};
  stage.hub().on_step([&](const Step& step) { recording.steps.push_back(step); });
  take_up(PadLeftStick, 1, 0);
  take_up(PadSouth);
  Hub again{book};
  Replay replay{recording, again, DecidedBy::recording};
  while (replay.advance()) {
  }
  EXPECT_EQ(again.seats().front()->read(steer).value, (Vec2{1, 0}));
  EXPECT_FALSE(again.seats().front()->read(horn).held);
}

}  // namespace
}  // namespace nextmove::support
