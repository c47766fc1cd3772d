#include <random>

#include "support/chance.hpp"
#include "support/remaps.hpp"

namespace nextmove::support {
namespace {

using enum Control;

struct Captures : Remaps {
  void ask(std::string_view action, DeviceKind device = DeviceKind::keyboard,
           ActionPart part = ActionPart::whole) {
    stage.hub().capture(stage.seat(), {*book.find_action(action), part, device});
  }
  const Capture& capture() const { return const_cast<Captures*>(this)->stage.seat().capture(); }
  CaptureState state() const { return capture().state; }
  /// Where a press or a push leads.
  void operate(Control control, float x = 1, float y = 0) {
    stage.move(control, x, y);
    stage.wait(10ms);
  }
  void let_go(Control control) { operate(control, 0); }
};

TEST_F(Captures, BeginWithWaiting) {
  EXPECT_EQ(state(), CaptureState::idle);
  ask("horn");
  EXPECT_EQ(state(), CaptureState::waiting);
  EXPECT_EQ(capture().left, 5s);
  stage.wait(2s);
  EXPECT_EQ(capture().left, 3s);
}

TEST_F(Captures, TakeTheNextPress) {
  ask("horn");
  operate(KeyH);
  EXPECT_EQ(state(), CaptureState::captured);
  EXPECT_EQ(capture().combination, Combination{KeyH});
}

TEST_F(Captures, TimeOut) {
  ask("horn");
  stage.wait(5s);
  EXPECT_EQ(state(), CaptureState::timed_out);
  EXPECT_TRUE(sounds("horn", Space));
}

TEST_F(Captures, TimeOutAtTheirOwnTimeHoweverUpdatesFall) {
  for (const Duration step : {Duration{1ms}, Duration{50ms}, Duration{7s}}) {
    testing::Rehearsal fresh{book};
    fresh.seat().enter("helm");
    const DeviceId keyboard = fresh.device(DeviceKind::keyboard);
    fresh.hub().capture(fresh.seat(), {horn.id});
    std::uint32_t presses = 0;
    for (Time now{}; now < 7s; now += step) {
      for (const auto& [time, value] : {std::pair{Time{5001ms}, 1.0F}, {Time{6s}, 0.0F}}) {
        if (time > now && time <= now + step) fresh.hub().feed({time, keyboard, Space, value});
      }
      fresh.wait(step);
      presses += fresh.seat().read(horn).presses;
    }
    EXPECT_EQ(fresh.seat().capture().state, CaptureState::timed_out);
    EXPECT_EQ(presses, 1U) << "a millisecond after the capture was over";
  }
}

TEST_F(Captures, AStickThatIsHeldGoesOnFromTheTimeOut) {
  testing::Rehearsal turning{
      make({.actions = {{.name = "horn"}, {.name = "look", .kind = ActionKind::turn}},
            .contexts = {{.name = "helm",
                          .bindings = {{.action = "horn", .control = Space},
                                       {.action = "look",
                                        .control = PadLeftStickX,
                                        .shaping = {.dead_zone = 0.0F},
                                        .rate = 10}}}}})};
  turning.seat().enter("helm");
  turning.move(PadLeftStick, 1, 0);
  turning.wait(10ms);
  turning.hub().capture(turning.seat(), {*turning.hub().playbook().find_action("horn")});
  turning.wait(4s);
  turning.wait(3s);
  const auto look = turning.hub().playbook().turn("look");
  EXPECT_NEAR(turning.seat().read(look).value, 20, 1e-3) << "for two seconds";
}

TEST_F(Captures, CanWaitForEver) {
  CaptureRequest request{*book.find_action("horn")};
  request.time_out = 0s;
  stage.hub().capture(stage.seat(), request);
  stage.wait(1h);
  EXPECT_EQ(state(), CaptureState::waiting);
}

TEST_F(Captures, AreCancelledByTheirControlsOrByTheGame) {
  ask("horn");
  operate(Escape);
  EXPECT_EQ(state(), CaptureState::cancelled);
  EXPECT_FALSE(read(book.button("pause")).held);
  ask("horn");
  operate(PadStart);
  EXPECT_EQ(state(), CaptureState::cancelled);
  ask("horn");
  stage.hub().stop_capture(stage.seat());
  EXPECT_EQ(state(), CaptureState::cancelled);
}

// ---- what the game hears

TEST_F(Captures, TheGameHearsNothingMeanwhile) {
  ask("steer", DeviceKind::gamepad);
  operate(Space);
  operate(KeyW);
  EXPECT_FALSE(read(horn).held);
  EXPECT_EQ(read(steer).value, Vec2{});
}

TEST_F(Captures, WhatIsHeldWhenTheyBeginIsReleased) {
  operate(Space);
  operate(KeyW);
  ask("lamp");
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).released);
  EXPECT_EQ(read(steer).value, Vec2{});
}

TEST_F(Captures, EnteringAContextMeanwhileLetsNothingThrough) {
  operate(PadLeftStick, 0, 1);
  ask("lamp");
  stage.seat().enter("chart");
  stage.wait(10ms);
  EXPECT_EQ(read(pan_chart).value, Vec2{});
}

TEST_F(Captures, TheCapturedPressFiresNothingUntilItIsReleased) {
  ask("horn");
  operate(KeyW);
  ASSERT_EQ(state(), CaptureState::captured);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, Vec2{});
  let_go(KeyW);
  operate(KeyW);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
}

TEST_F(Captures, NorDoesItWhereItIsAppliedAtOnce) {
  ask("horn");
  operate(KeyH);
  apply(keys("horn", {capture().combination}));
  stage.wait(10ms);
  EXPECT_FALSE(read(horn).held);
  let_go(KeyH);
  EXPECT_TRUE(sounds("horn", KeyH));
}

TEST_F(Captures, ACapturedStickIsSilentUntilItIsBack) {
  ask("lamp", DeviceKind::gamepad);
  operate(PadLeftStick, 0, 0.9F);
  ASSERT_EQ(capture().combination, Combination{PadLeftStickUp});
  operate(PadLeftStick, 0, 0.5F);
  EXPECT_EQ(read(steer).value, Vec2{});
  operate(PadLeftStick, 0, 0.1F);
  operate(PadLeftStick, 0, 1);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
}

TEST_F(Captures, WhatElseIsHeldIsThereAgainAfterwards) {
  operate(PadLeftStick, 0, 1);
  operate(PadSouth);
  ask("lamp");
  operate(KeyK);
  let_go(KeyK);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1})) << "a stick at once";
  EXPECT_FALSE(read(horn).held) << "a button when it is pressed afresh";
}

// ---- what is taken

TEST_F(Captures, AButtonTakesWhateverCanBePressed) {
  const auto captured = [&](DeviceKind device, Control control, float x, float y = 0) {
    ask("horn", device);
    operate(control, x, y);
    const Combination combination = capture().combination;
    let_go(control);
    stage.hub().stop_capture(stage.seat());
    return combination.control.control;
  };
  using enum DeviceKind;
  EXPECT_EQ(captured(keyboard, F5, 1), F5);
  EXPECT_EQ(captured(mouse, MouseBack, 1), MouseBack);
  EXPECT_EQ(captured(mouse, Wheel, 0, -1), WheelDown);
  EXPECT_EQ(captured(mouse, Wheel, 1, 0), WheelRight);
  EXPECT_EQ(captured(gamepad, PadPaddle1, 1), PadPaddle1);
  EXPECT_EQ(captured(gamepad, PadRightTrigger, 0.8F), PadRightTrigger);
  EXPECT_EQ(captured(gamepad, PadRightStick, -0.9F, 0.3F), PadRightStickLeft);
  EXPECT_EQ(captured(gamepad, PadRightStick, 0.3F, -0.9F), PadRightStickDown);
}

TEST_F(Captures, WholeActionsTakeWholeSticks) {
  ask("steer", DeviceKind::gamepad);
  operate(PadRightStick, 0.7F, 0.7F);
  EXPECT_EQ(capture().combination, Combination{PadRightStick});
  ask("throttle", DeviceKind::gamepad);
  let_go(PadRightStick);
  operate(PadRightStick, 0.2F, 0.7F);
  EXPECT_EQ(capture().combination, Combination{PadRightStickY});
  ask("look", DeviceKind::mouse);
  operate(MouseMotion, 100, 0);
  EXPECT_EQ(capture().combination, Combination{MouseMotion});
}

TEST_F(Captures, ADirectionTakesAHalf) {
  ask("steer", DeviceKind::gamepad, ActionPart::up);
  operate(PadRightStick, 0.7F, 0);
  EXPECT_EQ(capture().combination, Combination{PadRightStickRight});
}

// ---- what is not

TEST_F(Captures, IgnoreARestingStickAndAMouseThatIsNudged) {
  operate(PadLeftStick, 0.2F, 0.1F);
  ask("horn", DeviceKind::gamepad);
  for (int i = 0; i < 100; ++i) operate(PadLeftStick, i % 2 == 0 ? 0.3F : -0.3F, 0.1F);
  operate(PadRightTrigger, 0.3F);
  for (int i = 0; i < 100; ++i) operate(MouseMotion, 3, 3);
  EXPECT_EQ(state(), CaptureState::waiting);
  EXPECT_EQ(capture().refusal, DraftRefusal::none);
  ask("look", DeviceKind::mouse);
  operate(MouseMotion, 20, 0);
  EXPECT_EQ(state(), CaptureState::waiting);
}

TEST_F(Captures, IgnoreWhatWasDownBefore) {
  operate(Enter);
  operate(PadLeftStick, 0, 0.9F);
  ask("horn");
  operate(Enter);
  operate(PadLeftStick, 0, 1);
  EXPECT_EQ(state(), CaptureState::waiting);
  let_go(Enter);
  operate(Enter);
  EXPECT_EQ(state(), CaptureState::captured);
}

TEST_F(Captures, RefuseWhatDoesNotSuitAndSayWhy) {
  ask("horn");
  operate(F12);
  EXPECT_EQ(capture().refusal, DraftRefusal::reserved);
  EXPECT_EQ(capture().refused, Combination{F12});
  operate(PadSouth);
  EXPECT_EQ(capture().refusal, DraftRefusal::other_device);
  ask("steer", DeviceKind::gamepad);
  operate(PadNorth);
  EXPECT_EQ(capture().refusal, DraftRefusal::cannot_drive);
  ask("winch", DeviceKind::mouse);
  operate(Wheel, 0, 1);
  EXPECT_EQ(capture().refusal, DraftRefusal::cannot_drive) << "a wheel cannot be held";
  EXPECT_EQ(state(), CaptureState::waiting);
}

TEST_F(Captures, SayWhenSomebodyElsePressed) {
  const DeviceId other = stage.hub().plug({.kind = DeviceKind::keyboard}, stage.now());
  stage.hub().free(other);
  ask("horn");
  stage.hub().feed({stage.now(), other, KeyH, 1});
  stage.wait(10ms);
  EXPECT_EQ(state(), CaptureState::waiting);
  EXPECT_EQ(capture().somebody_elses, other);
  operate(KeyJ);
  EXPECT_EQ(capture().combination, Combination{KeyJ});
}

// ---- combinations

TEST_F(Captures, ACombinationIsCompleteWhenTheFirstOfItGoesUp) {
  ask("lamp");
  operate(ShiftLeft);
  operate(KeyS);
  EXPECT_EQ(state(), CaptureState::waiting);
  EXPECT_EQ(capture().combination, (Combination{KeyS, {ShiftLeft}}));
  let_go(KeyS);
  EXPECT_EQ(state(), CaptureState::captured);
  EXPECT_EQ(capture().combination, (Combination{KeyS, {ShiftLeft}}));
  EXPECT_EQ(read(steer).value, Vec2{});
}

TEST_F(Captures, NothingIsLeftOfACombinationThatIsCancelled) {
  ask("lamp");
  operate(ShiftLeft);
  ASSERT_EQ(capture().combination, Combination{ShiftLeft});
  stage.hub().stop_capture(stage.seat());
  EXPECT_EQ(capture().combination, Combination{});
}

TEST_F(Captures, ASingleControlIsACombinationToo) {
  ask("lamp");
  operate(ShiftLeft);
  let_go(ShiftLeft);
  EXPECT_EQ(capture().combination, Combination{ShiftLeft});
}

TEST_F(Captures, ACombinationMayReachAcrossDevices) {
  ask("lamp", DeviceKind::mouse);
  operate(ControlLeft);
  operate(MouseRight);
  let_go(MouseRight);
  EXPECT_EQ(capture().combination, (Combination{MouseRight, {ControlLeft}}));
  ask("lamp", DeviceKind::mouse);
  let_go(ControlLeft);
  operate(ControlLeft);
  operate(Wheel, 0, 1);
  EXPECT_EQ(capture().combination, (Combination{WheelUp, {ControlLeft}}));
}

TEST_F(Captures, TheControlOfACombinationIsOnTheDeviceThatWasAskedFor) {
  ask("lamp");
  operate(KeyK);
  operate(MouseRight);
  let_go(MouseRight);
  EXPECT_EQ(capture().combination, (Combination{KeyK, {MouseRight}}));
}

TEST_F(Captures, LosingTheFocusForgetsWhatIsHeld) {
  ask("lamp");
  operate(ShiftLeft);
  stage.hub().release_all(stage.now());
  stage.wait(10ms);
  operate(KeyK);
  let_go(KeyK);
  EXPECT_EQ(capture().combination, Combination{KeyK});
}

TEST_F(Captures, AKeyHeldBeforeIsFreshOnceTheFocusWasLost) {
  operate(KeyK);
  ask("lamp");
  stage.hub().release_all(stage.now());
  operate(KeyK);
  let_go(KeyK);
  EXPECT_EQ(capture().combination, Combination{KeyK});
}

TEST_F(Captures, ADeviceThatComesMeanwhileIsNotHeardByTheGame) {
  Hub& hub = stage.hub();
  hub.set_rules({.free_devices = FreeDevices::kept});
  const DeviceId other = hub.plug({.kind = DeviceKind::keyboard}, stage.now());
  hub.feed({stage.now(), other, KeyW, 1});
  stage.wait(10ms);
  ask("horn");
  hub.give(other, stage.seat());
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, Vec2{});
  hub.stop_capture(stage.seat());
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
}

TEST_F(Captures, AnActionThatTakesNoneTakesTheFirst) {
  ask("horn");
  operate(ShiftLeft);
  EXPECT_EQ(capture().combination, Combination{ShiftLeft});
}

// ---- with others at the table

struct SharedCaptures : AtTheTable {
  SharedCaptures() {
    keyboard = plug(DeviceKind::keyboard);
    tap(keyboard, KeyE);
    tap(keyboard, Enter);
    port = &seat(0);
    starboard = &seat(1);
  }
  DeviceId keyboard{};
  Seat* port = nullptr;
  Seat* starboard = nullptr;
};

TEST_F(SharedCaptures, TheOtherAtTheKeyboardPlaysOn) {
  hub.capture(*port, {horn.id});
  press(keyboard, ArrowUp);
  EXPECT_EQ(starboard->read(steer).value, (Vec2{0, 1}));
  EXPECT_EQ(port->capture().state, CaptureState::waiting);
  EXPECT_EQ(port->capture().somebody_elses, keyboard);
}

TEST_F(SharedCaptures, WhatTheOtherDoesNotUseIsCaptured) {
  hub.capture(*port, {horn.id});
  press(keyboard, KeyQ);
  EXPECT_EQ(port->capture().combination, Combination{KeyQ});
  EXPECT_FALSE(starboard->read(horn).held);
}

TEST_F(SharedCaptures, AnotherPlayersPadIsSomebodyElses) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  tap(pad, PadStart);
  hub.capture(*port, {horn.id, ActionPart::whole, DeviceKind::gamepad});
  press(pad, PadSouth);
  EXPECT_TRUE(seat(2).read(horn).held);
  EXPECT_EQ(port->capture().somebody_elses, pad);
}

TEST_F(SharedCaptures, BothMayCaptureAtOnce) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  tap(pad, PadStart);
  hub.capture(*port, {horn.id});
  hub.capture(seat(2), {horn.id, ActionPart::whole, DeviceKind::gamepad});
  press(pad, PadEast);
  press(keyboard, KeyQ);
  EXPECT_EQ(seat(2).capture().combination, Combination{PadEast});
  EXPECT_EQ(port->capture().combination, Combination{KeyQ});
}

TEST_F(SharedCaptures, OneAtAKeyboardCapturesAtATimeAndForTheOtherTimeStandsStill) {
  hub.capture(*port, {horn.id});
  hub.capture(*starboard, {horn.id});
  EXPECT_EQ(starboard->capture().state, CaptureState::queued);
  EXPECT_EQ(starboard->capture().behind, port);
  now += 4s;
  tap(keyboard, KeyX);
  EXPECT_EQ(port->capture().combination, Combination{KeyX});
  EXPECT_EQ(starboard->capture().state, CaptureState::waiting);
  EXPECT_EQ(starboard->capture().behind, nullptr);
  now += 4s;
  tap(keyboard, ArrowUp);
  EXPECT_EQ(starboard->capture().combination, Combination{ArrowUp});
}

TEST_F(SharedCaptures, OneEscapeCancelsOneOfThem) {
  hub.capture(*port, {horn.id});
  hub.capture(*starboard, {horn.id});
  press(keyboard, Escape);
  EXPECT_EQ(port->capture().state, CaptureState::cancelled);
  EXPECT_EQ(starboard->capture().state, CaptureState::waiting);
  release(keyboard, Escape);
  EXPECT_EQ(starboard->capture().state, CaptureState::waiting);
}

TEST_F(SharedCaptures, WhatOneHoldsTheOtherDoesNotHearByAKeyboardThatRepeatsIt) {
  hub.capture(*port, {horn.id, ActionPart::whole, DeviceKind::gamepad});
  hub.hold_to(*starboard, scheme("fingers"));
  press(keyboard, Enter);
  hub.hold_to(*starboard, scheme("right_keys"));
  press(keyboard, Enter);
  EXPECT_FALSE(starboard->read(horn).held);
}

TEST_F(SharedCaptures, ASwapEndsThemAndLosesNoPress) {
  hub.capture(*port, {horn.id});
  hub.swap(*port, *starboard);
  EXPECT_EQ(port->capture().state, CaptureState::cancelled);
  press(keyboard, KeyW);
  press(keyboard, ArrowUp);
  EXPECT_EQ(starboard->read(steer).value, (Vec2{0, 1})) << "with the letters of the other";
  EXPECT_EQ(port->read(steer).value, (Vec2{0, 1}));
}

TEST_F(SharedCaptures, WhoGetsUpIsNotWaitedFor) {
  hub.capture(*port, {horn.id});
  hub.capture(*starboard, {horn.id});
  hub.leave(*port);
  EXPECT_EQ(port->capture().state, CaptureState::idle);
  EXPECT_EQ(starboard->capture().state, CaptureState::waiting);
}

TEST_F(SharedCaptures, TheOtherHearsHowItLetsGoThoughItsContextIsLeft) {
  press(keyboard, ArrowUp);
  starboard->leave("helm");
  hub.capture(*port, {horn.id});
  release(keyboard, ArrowUp);
  starboard->enter("helm");
  update();
  EXPECT_EQ(starboard->read(steer).value, Vec2{});
}

TEST_F(SharedCaptures, ADeviceThatGoesAndComesBackIsHeardByTheCapture) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  tap(pad, PadStart);
  Seat& player = seat(2);
  hub.capture(player, {horn.id, ActionPart::whole, DeviceKind::gamepad});
  press(pad, PadLeftShoulder);
  EXPECT_EQ(player.capture().state, CaptureState::captured);
  hub.capture(player, {horn.id, ActionPart::whole, DeviceKind::gamepad});
  unplug(pad);
  EXPECT_EQ(player.capture().state, CaptureState::waiting);
  const DeviceId back = plug(DeviceKind::gamepad);
  update();
  press(back, PadEast);
  EXPECT_EQ(player.capture().combination, Combination{PadEast});
}

// No order of events and captures leaves anything held with nothing down, or a seat deaf.
TEST_F(SharedCaptures, AtRandomNothingSticks) {
  std::mt19937 random = chance();
  const auto one_of = [&](auto&& list) { return list[random() % std::size(list)]; };
  DeviceId pad = plug(DeviceKind::gamepad);
  tap(pad, PadStart);
  const Control key_list[] = {KeyW, KeyE, KeyQ, Enter, ArrowUp, Escape, KeyH};
  const Control pad_list[] = {PadSouth, PadStart, PadEast};
  for (int step = 0; step < rounds(20'000); ++step) {
    const auto value = static_cast<float>(random() % 2);
    Seat& who = seat(random() % 3);
    switch (random() % 12) {
      case 0:
        hub.capture(who, {horn.id, ActionPart::whole,
                          random() % 2 == 0 ? DeviceKind::keyboard : DeviceKind::gamepad,
                          std::chrono::milliseconds{random() % 100}});
        break;
      case 1: hub.stop_capture(who); break;
      case 2: hub.release_all(now); break;
      case 3:
        if (random() % 4 != 0) break;
        unplug(pad);
        pad = plug(DeviceKind::gamepad);
        break;
      case 4:
      case 5: move(pad, PadLeftStick, static_cast<float>(random() % 11) / 5 - 1, 0); break;
      case 6:
      case 7: move(pad, one_of(pad_list), value); break;
      default: move(keyboard, one_of(key_list), value);
    }
    update();
  }
  for (int i = 0; i < 3; ++i) hub.stop_capture(seat(static_cast<std::size_t>(i)));
  for (const Control key : key_list) move(keyboard, key, 0);
  for (const Control button : pad_list) move(pad, button, 0);
  move(pad, PadLeftStick, 0);
  update();
  update();
  for (std::size_t i = 0; i < 3; ++i) {
    EXPECT_FALSE(seat(i).read(horn).held) << i;
    EXPECT_EQ(seat(i).read(steer).value, Vec2{}) << i;
  }
  press(keyboard, KeyE);
  EXPECT_TRUE(port->read(horn).held);
  press(keyboard, Enter);
  EXPECT_TRUE(starboard->read(horn).held);
  press(pad, PadSouth);
  EXPECT_TRUE(seat(2).read(horn).held);
}

}  // namespace
}  // namespace nextmove::support
