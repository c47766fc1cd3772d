#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

/// One button, driven by KeyE with a gesture.
class Gestures : public ::testing::Test {
 protected:
  testing::Rehearsal& with(Gesture gesture, Control control = Control::KeyE) {
    stage_.emplace(make(
        {.actions = {{.name = "winch"}},
         .contexts = {{.name = "helm",
                       .bindings = {{.action = "winch", .control = control, .gesture = gesture}}}},
         .mutes = {{.name = "call", .actions = {"winch"}}}}));
    winch = stage_->hub().playbook().button("winch");
    stage_->seat().enter("helm");
    stage_->wait(10ms);
    return *stage_;
  }
  ButtonReading read() { return stage_->seat().read(winch); }
  /// Down for so long, in one update.
  void tap(Duration length) {
    stage_->press(Control::KeyE);
    stage_->wait(length);
    stage_->release(Control::KeyE);
  }

  std::optional<testing::Rehearsal> stage_;
  Button winch;
};

TEST_F(Gestures, AHoldFiresWhenItsTimeIsReachedAndStaysHeldUntilRelease) {
  auto& stage = with(hold_for(800ms));
  stage.press(Control::KeyE);
  stage.wait(799ms);
  EXPECT_FALSE(read().held);
  stage.wait(1ms);
  EXPECT_TRUE(read().pressed);
  EXPECT_TRUE(read().held);
  stage.wait(500ms);
  EXPECT_FALSE(read().pressed);
  EXPECT_TRUE(read().held);
  stage.release(Control::KeyE);
  stage.wait(1ms);
  EXPECT_TRUE(read().released);
  EXPECT_FALSE(read().held);
  EXPECT_FALSE(read().let_go_early);
}

TEST_F(Gestures, AHoldShowsItsProgress) {
  auto& stage = with(hold_for(800ms));
  EXPECT_EQ(read().progress, 0);
  stage.press(Control::KeyE);
  stage.wait(200ms);
  EXPECT_FLOAT_EQ(read().progress, 0.25F);
  stage.wait(200ms);
  EXPECT_FLOAT_EQ(read().progress, 0.5F);
  EXPECT_EQ(stage.seat().changes().size(), 1) << "a progress is something to tell";
  stage.wait(1s);
  EXPECT_EQ(read().progress, 1);
  stage.wait(1s);
  EXPECT_EQ(read().progress, 1);
  EXPECT_TRUE(stage.seat().changes().empty());
  stage.release(Control::KeyE);
  stage.wait(1ms);
  EXPECT_EQ(read().progress, 0);
}

TEST_F(Gestures, AHoldTellsThatItWasLetGoEarlyOnce) {
  auto& stage = with(hold_for(800ms));
  tap(500ms);
  stage.wait(1ms);
  EXPECT_TRUE(read().let_go_early);
  EXPECT_FALSE(read().pressed);
  EXPECT_EQ(read().progress, 0);
  stage.wait(1s);
  EXPECT_FALSE(read().let_go_early);
  EXPECT_FALSE(read().pressed);
}

TEST_F(Gestures, TimesAreMeasuredBetweenEventsNotUpdates) {
  auto& stage = with(hold_for(800ms));
  const Time start = stage.now();
  const DeviceId keyboard = stage.device(DeviceKind::keyboard);
  stage.hub().feed({start, keyboard, Control::KeyE, 1});
  stage.hub().feed({start + 900ms, keyboard, Control::KeyE, 0});
  stage.hub().feed({start + 1s, keyboard, Control::KeyE, 1});
  stage.hub().feed({start + 1700ms, keyboard, Control::KeyE, 0});
  stage.hub().update(start + 2s);
  EXPECT_EQ(read().presses, 1) << "held for 900 ms, then for 700 ms";
  EXPECT_TRUE(read().let_go_early);
  EXPECT_TRUE(stage.seat().take_press(winch, 1200ms)) << "it fired 1200 ms ago";
}

TEST_F(Gestures, AHoldThatEndsOnItsTimeHasFired) {
  auto& stage = with(hold_for(800ms));
  tap(800ms);
  stage.wait(1ms);
  EXPECT_TRUE(read().released);
  EXPECT_FALSE(read().let_go_early);
}

TEST_F(Gestures, ATapFiresOnAnEarlyRelease) {
  auto& stage = with(tap_within(200ms));
  stage.press(Control::KeyE);
  stage.wait(199ms);
  EXPECT_FALSE(read().pressed);
  stage.release(Control::KeyE);
  stage.wait(1ms);
  EXPECT_EQ(read().presses, 1);
  EXPECT_EQ(read().releases, 1);
  EXPECT_FALSE(read().held);
}

TEST_F(Gestures, ALateReleaseIsNoTap) {
  auto& stage = with(tap_within(200ms));
  tap(200ms);
  stage.wait(1s);
  EXPECT_FALSE(read().pressed);
}

/// A tap and a hold on one key, of these lengths.
PlaybookDefinition tap_and_hold(Duration tap, Duration hold) {
  return {.actions = {{.name = "mark"}, {.name = "winch"}},
          .contexts = {
              {.name = "helm",
               .bindings = {
                   {.action = "mark", .control = Control::KeyE, .gesture = tap_within(tap)},
                   {.action = "winch", .control = Control::KeyE, .gesture = hold_for(hold)}}}}};
}

TEST(TapAndHold, OfOneLengthAReleaseAtTheVeryMomentIsTheHolds) {
  for (const Duration length : {199ms, 200ms}) {
    testing::Rehearsal stage{make(tap_and_hold(200ms, 200ms))};
    const Playbook& book = stage.hub().playbook();
    stage.seat().enter("helm");
    stage.press(Control::KeyE);
    stage.wait(length);
    const bool was_held = stage.seat().read(book.button("winch")).pressed;
    stage.release(Control::KeyE);
    stage.wait(1ms);
    EXPECT_EQ(was_held, length == 200ms);
    EXPECT_EQ(stage.seat().read(book.button("mark")).pressed, length < 200ms);
  }
}

TEST(TapAndHold, ATapThatMayLastLongerThanTheHoldIsWarnedOf) {
  EXPECT_TRUE(check(tap_and_hold(200ms, 200ms)).empty());
  const std::vector<Diagnostic> told = check(tap_and_hold(300ms, 200ms));
  ASSERT_EQ(told.size(), 1U);
  EXPECT_EQ(told[0].severity, Severity::warning);
  EXPECT_EQ(told[0].message,
            "the tap of \"mark\" on KeyE may last longer than the hold of \"winch\", and then both "
            "fire; give the tap no more time than the hold");
}

TEST_F(Gestures, SeveralTapsFireOnTheLastPressAndStayHeld) {
  auto& stage = with(taps_within(3, 300ms));
  tap(50ms);
  stage.wait(250ms);
  tap(50ms);
  stage.wait(250ms);
  EXPECT_FALSE(read().pressed);
  stage.press(Control::KeyE);
  stage.wait(1ms);
  EXPECT_TRUE(read().pressed);
  EXPECT_TRUE(read().held);
  stage.wait(1s);
  EXPECT_TRUE(read().held);
  stage.release(Control::KeyE);
  stage.wait(1ms);
  EXPECT_TRUE(read().released);
}

TEST_F(Gestures, TapsThatComeTooLateBeginAnew) {
  auto& stage = with(taps_within(2, 300ms));
  tap(50ms);
  stage.wait(251ms);
  tap(50ms);
  EXPECT_FALSE(read().pressed);
  stage.wait(200ms);
  tap(10ms);
  EXPECT_TRUE(read().pressed) << "the second and the third are close enough";
}

TEST_F(Gestures, AFourthTapAfterADoubleTapIsNotAnotherOne) {
  auto& stage = with(taps_within(2, 300ms));
  for (int i = 0; i < 3; ++i) {
    tap(10ms);
    stage.wait(10ms);
  }
  EXPECT_EQ(stage.seat().read(winch.id).presses_ever, 1);
  tap(10ms);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(winch.id).presses_ever, 2);
}

TEST_F(Gestures, AToggleGoesDownWithOnePressAndUpWithTheNext) {
  auto& stage = with(toggled());
  tap(10ms);
  EXPECT_TRUE(read().pressed);
  stage.wait(1s);
  EXPECT_TRUE(read().held);
  tap(10ms);
  EXPECT_TRUE(read().released);
  EXPECT_FALSE(read().held);
}

TEST_F(Gestures, ARepeatPressesAgainAfterItsDelayAndThenAtItsInterval) {
  auto& stage = with(repeated(400ms, 100ms));
  stage.press(Control::KeyE);
  stage.wait(1ms);
  EXPECT_EQ(read().presses, 1);
  stage.wait(398ms);
  EXPECT_EQ(read().presses, 0);
  stage.wait(1ms);
  EXPECT_EQ(read().presses, 1);
  EXPECT_FALSE(read().released) << "it stays held";
  stage.wait(300ms);
  EXPECT_EQ(read().presses, 3) << "none is lost in a long frame";
  stage.release(Control::KeyE);
  stage.wait(1s);
  EXPECT_EQ(read().presses, 0);
  EXPECT_EQ(read().releases, 1);
}

TEST_F(Gestures, EachTellsWhenItsControlGoesDown) {
  for (const Gesture gesture : {Gesture{}, hold_for(500ms), toggled(), repeated(100ms, 100ms),
                                taps_within(2, 1s), tap_within(1s)}) {
    auto& stage = with(gesture);
    stage.press(Control::KeyE);
    stage.wait(10ms);
    EXPECT_TRUE(read().went_down);
    stage.wait(600ms);
    EXPECT_FALSE(read().went_down) << "time and repetitions are not the control";
    stage.release(Control::KeyE);
    stage.wait(10ms);
    EXPECT_FALSE(read().went_down);
    tap(10ms);
    stage.press(Control::KeyE);
    stage.wait(10ms);
    EXPECT_EQ(read().downs, 1U);
  }
}

TEST_F(Gestures, ATouchOfAHoldBetweenTwoUpdatesHasABeginningAndAnEnd) {
  auto& stage = with(hold_for(800ms));
  stage.press(Control::KeyE);
  stage.release(Control::KeyE);
  stage.wait(10ms);
  EXPECT_EQ(read(),
            (ButtonReading{.let_go_early = true, .went_down = true, .early = 1, .downs = 1}));
}

TEST_F(Gestures, EarlyReleasesAreCountedOneByOne) {
  auto& stage = with(hold_for(800ms));
  Reader reader{stage.seat()};
  for (int i = 0; i < 3; ++i) tap(0ms);
  EXPECT_EQ(read().early, 1U);
  for (int i = 0; i < 3; ++i) {
    stage.press(Control::KeyE);
    stage.release(Control::KeyE);
  }
  stage.wait(10ms);
  EXPECT_EQ(read().early, 4U) << "with the last of those before";
  reader.step();
  EXPECT_EQ(reader.read(winch).early, 6U);
  EXPECT_EQ(reader.read(winch).downs, 6U);
}

TEST_F(Gestures, AHoldAndATapOnOneKeyDriveTwoActions) {
  testing::Rehearsal stage{make(
      {.actions = {{.name = "winch"}, {.name = "lamp"}},
       .contexts = {
           {.name = "helm",
            .bindings = {
                {.action = "winch", .control = Control::KeyE, .gesture = hold_for(500ms)},
                {.action = "lamp", .control = Control::KeyE, .gesture = tap_within(200ms)}}}}})};
  const Button hold = stage.hub().playbook().button("winch");
  const Button tap = stage.hub().playbook().button("lamp");
  stage.seat().enter("helm");
  stage.press(Control::KeyE);
  stage.wait(100ms);
  stage.release(Control::KeyE);
  stage.wait(1ms);
  EXPECT_TRUE(stage.seat().read(tap).pressed);
  EXPECT_TRUE(stage.seat().read(hold).let_go_early);
  stage.press(Control::KeyE);
  stage.wait(600ms);
  EXPECT_TRUE(stage.seat().read(hold).pressed);
  stage.release(Control::KeyE);
  stage.wait(1ms);
  EXPECT_FALSE(stage.seat().read(tap).pressed);
}

TEST_F(Gestures, UnpluggingFiresNoTapAndTellsOfNoEarlyRelease) {
  for (const Gesture gesture : {tap_within(1s), hold_for(1s)}) {
    auto& stage = with(gesture);
    stage.press(Control::KeyE);
    stage.wait(10ms);
    stage.unplug(DeviceKind::keyboard);
    stage.wait(2s);
    EXPECT_EQ(read(), ButtonReading{});
  }
}

TEST_F(Gestures, LosingTheFocusEndsAToggleAndForgetsTaps) {
  auto& toggle = with(toggled());
  tap(10ms);
  toggle.wait(10ms);
  toggle.hub().release_all(toggle.now());
  toggle.wait(10ms);
  EXPECT_TRUE(read().released);
  auto& taps = with(taps_within(2, 300ms));
  tap(10ms);
  taps.hub().release_all(taps.now());
  taps.wait(10ms);
  tap(10ms);
  EXPECT_FALSE(read().pressed);
}

TEST_F(Gestures, LeavingTheContextEndsThemAll) {
  for (const Gesture gesture :
       {hold_for(100ms), toggled(), repeated(100ms, 100ms), taps_within(2, 1s), tap_within(1s)}) {
    auto& stage = with(gesture);
    stage.press(Control::KeyE);
    stage.wait(200ms);
    stage.seat().leave("helm");
    stage.release(Control::KeyE);
    stage.wait(1s);
    EXPECT_FALSE(read().held);
    EXPECT_EQ(read().presses, 0);
    EXPECT_FALSE(read().let_go_early);
    stage.seat().enter("helm");
    stage.wait(1s);
    EXPECT_EQ(read(), ButtonReading{});
  }
}

TEST_F(Gestures, AMuteEndsAHoldUnderWayAndTheNextOneNeedsAFreshPress) {
  auto& stage = with(hold_for(500ms));
  stage.press(Control::KeyE);
  stage.wait(100ms);
  stage.seat().mute("call");
  stage.wait(1s);
  EXPECT_EQ(read(), ButtonReading{});
  stage.seat().unmute("call");
  stage.wait(1s);
  EXPECT_EQ(read(), ButtonReading{}) << "still down from before";
  stage.release(Control::KeyE);
  stage.press(Control::KeyE);
  stage.wait(500ms);
  EXPECT_TRUE(read().pressed);
}

TEST_F(Gestures, ATriggerHoldsAndTogglesByItsThresholds) {
  auto& stage = with(hold_for(100ms), Control::PadRightTrigger);
  stage.move(Control::PadRightTrigger, 0.6F);
  stage.wait(50ms);
  stage.move(Control::PadRightTrigger, 0.45F);
  stage.wait(50ms);
  EXPECT_TRUE(read().pressed) << "0.45 is not below the release threshold";
}

TEST_F(Gestures, ADetentOfTheWheelToggles) {
  auto& stage = with(toggled(), Control::WheelUp);
  stage.move(Control::Wheel, 0, 1);
  stage.wait(10ms);
  EXPECT_TRUE(read().held);
  stage.move(Control::Wheel, 0, 1);
  stage.wait(10ms);
  EXPECT_FALSE(read().held);
}

TEST(CheckGestures, TenTapsAreTheMost) {
  PlaybookDefinition definition = harbour();
  definition.contexts[0].bindings[4].gesture = taps_within(10, 100ms);
  EXPECT_TRUE(check(definition).empty());
  definition.contexts[0].bindings[4].gesture = taps_within(11, 100ms);
  EXPECT_EQ(check(definition).size(), 1U);
}

TEST(CheckGestures, EachHasItsLimits) {
  PlaybookDefinition definition = harbour();
  auto& bindings = definition.contexts[0].bindings;
  bindings[0].gesture = toggled();
  bindings[4].gesture = hold_for(0ms);
  bindings[5].gesture = repeated(100ms, 1ms);
  bindings[6].gesture = taps_within(1, 100ms);
  bindings[7].gesture = hold_for(100ms);
  bindings[8].gesture = tap_within(2min);
  std::vector<std::string> messages;
  for (const Diagnostic& problem : check(definition)) messages.push_back(problem.message);
  EXPECT_EQ(messages, (std::vector<std::string>{
                          "gestures are for buttons; \"steer\" is a vector",
                          "the time of a gesture must be above 0 and at most 60s",
                          "a repetition comes every 5ms to 60s",
                          "taps must be 2 to 10; for a single one write tap = \"200ms\"",
                          "neither the wheel nor a flick can be held",
                          "the time of a gesture must be above 0 and at most 60s"}));
}

}  // namespace
}  // namespace nextmove::support
