#include <cmath>

#include "support/remaps.hpp"

namespace nextmove::support {
namespace {

using enum Control;

TEST_F(Remaps, TheVeryNextPressObeys) {
  apply(keys("horn", {KeyH}));
  EXPECT_TRUE(sounds("horn", KeyH));
  EXPECT_FALSE(sounds("horn", Space));
}

TEST_F(Remaps, OtherDevicesStayAsTheyAre) {
  apply(keys("horn", {KeyH}));
  EXPECT_TRUE(sounds("horn", PadSouth));
  EXPECT_TRUE(sounds("horn", PadLeftTrigger));
}

TEST_F(Remaps, AnEmptyProfileTakesAllBack) {
  apply(keys("horn", {KeyH}));
  apply(Profile{});
  EXPECT_TRUE(sounds("horn", Space));
  EXPECT_FALSE(sounds("horn", KeyH));
}

TEST_F(Remaps, NoControlAtAllTakesTheActionOffTheDevice) {
  apply(keys("horn", {}));
  EXPECT_FALSE(sounds("horn", Space));
  EXPECT_TRUE(sounds("horn", PadSouth));
}

TEST_F(Remaps, SeveralControlsDriveTheAction) {
  apply(keys("horn", {KeyH, Space, KeyJ}));
  for (const Control key : {KeyH, Space, KeyJ}) EXPECT_TRUE(sounds("horn", key)) << to_string(key);
}

TEST_F(Remaps, OneDirectionMovesAndTheOthersStay) {
  apply(Remap{.action = "steer", .part = ActionPart::up, .controls = {KeyI}});
  stage.press(KeyI);
  stage.press(KeyA);
  stage.wait(10ms);
  EXPECT_FLOAT_EQ(read(steer).value.x, -std::sqrt(0.5F)) << "the diagonal has length 1";
  EXPECT_FLOAT_EQ(read(steer).value.y, std::sqrt(0.5F));
  stage.press(KeyW);
  stage.release(KeyI);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{-1, 0}));
}

TEST_F(Remaps, TheGestureStays) {
  apply(keys("winch", {KeyG}));
  const Button winch = book.button("winch");
  stage.press(KeyG);
  stage.wait(400ms);
  EXPECT_FALSE(read(winch).held);
  stage.wait(500ms);
  EXPECT_TRUE(read(winch).held);
}

TEST_F(Remaps, AControlOnADeviceThatHadNoneTakesTheGestureOfTheOthers) {
  apply(Remap{.action = "winch", .device = DeviceKind::mouse, .controls = {MouseRight}});
  const Button winch = book.button("winch");
  stage.press(MouseRight);
  stage.wait(400ms);
  EXPECT_FALSE(read(winch).held);
  stage.wait(500ms);
  EXPECT_TRUE(read(winch).held);
}

TEST_F(Remaps, TheShapingStays) {
  apply(Remap{.action = "look", .device = DeviceKind::gamepad, .controls = {PadLeftStick}});
  const Motion look = book.motion("look");
  stage.move(PadLeftStick, 1);
  stage.wait(0ms);
  stage.wait(100ms);
  EXPECT_NEAR(read(look).value.x, 10, 1e-4) << "at 100 a second";
}

TEST_F(Remaps, AControlThatStaysKeepsItsOwnGesture) {
  PlaybookDefinition definition = harbour_to_remap();
  definition.contexts[0].bindings.push_back(
      {.action = "winch", .control = KeyT, .gesture = tap_within(200ms)});
  stage.hub().adopt(make(definition));
  apply(keys("winch", {KeyT, KeyG}));
  EXPECT_FALSE(sounds("winch", KeyG)) << "it takes the place of KeyE, which was held";
  const Button winch = book.button("winch");
  stage.press(KeyT);
  stage.release(KeyT);
  stage.wait(10ms);
  EXPECT_TRUE(read(winch).pressed);
}

TEST_F(Remaps, OneMoreThanThePlaybookHasIsLikeTheLast) {
  PlaybookDefinition definition = harbour_to_remap();
  definition.contexts[0].bindings.push_back(
      {.action = "winch", .control = KeyT, .gesture = tap_within(200ms)});
  stage.hub().adopt(make(definition));
  apply(keys("winch", {KeyE, KeyT, KeyG}));
  const Button winch = book.button("winch");
  stage.press(KeyG);
  stage.release(KeyG);
  stage.wait(10ms);
  EXPECT_TRUE(read(winch).pressed);
}

TEST_F(Remaps, ACombinationNeedsItsOtherControlsHeld) {
  apply(keys("lamp", {Combination{KeyK, {ShiftLeft}}}));
  EXPECT_FALSE(sounds("lamp", KeyK));
  stage.press(ShiftLeft);
  stage.wait(10ms);
  EXPECT_TRUE(sounds("lamp", KeyK));
}

TEST_F(Remaps, AnActionOfSeveralContextsIsRemappedInAll) {
  apply(keys("signal", {KeyY}));
  EXPECT_TRUE(sounds("signal", KeyY));
  stage.seat().enter("chart");
  EXPECT_TRUE(sounds("signal", KeyY));
  EXPECT_FALSE(sounds("signal", KeyG));
}

TEST_F(Remaps, OneContextCanBeMeantAlone) {
  Remap remap = keys("signal", {KeyY});
  remap.context = "chart";
  apply(Profile{.remaps = {remap, keys("signal", {KeyB})}});
  EXPECT_TRUE(sounds("signal", KeyB)) << "at the helm";
  stage.seat().leave("helm");
  stage.seat().enter("chart");
  EXPECT_TRUE(sounds("signal", KeyY));
  EXPECT_FALSE(sounds("signal", KeyB));
}

TEST_F(Remaps, OfTwoForTheSameTheLaterCounts) {
  apply(Profile{.remaps = {keys("horn", {KeyH}), keys("horn", {KeyJ})}});
  EXPECT_TRUE(sounds("horn", KeyJ));
  EXPECT_FALSE(sounds("horn", KeyH));
}

TEST_F(Remaps, WhatIsHeldIsReleasedAndWaitsForAFreshPress) {
  stage.press(KeyH);
  stage.press(PadSouth);
  stage.wait(10ms);
  ASSERT_TRUE(read(horn).held);
  apply(keys("horn", {KeyH}));
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).released);
  EXPECT_FALSE(read(horn).held) << "both are still down";
}

TEST_F(Remaps, AProfileThatChangesNothingReleasesNothing) {
  stage.press(PadSouth);
  stage.wait(10ms);
  apply(keys("horn", {Space}));
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).held);
}

TEST_F(Remaps, TheyStayOverAnAdoptedPlaybook) {
  apply(keys("horn", {KeyH}));
  PlaybookDefinition changed = harbour_to_remap();
  for (BindingDefinition& binding : changed.contexts[0].bindings) {
    if (binding.control.control == Space) binding.control = KeyB;
  }
  stage.hub().adopt(make(changed));
  EXPECT_TRUE(sounds("horn", KeyH));
  EXPECT_FALSE(sounds("horn", KeyB));
  apply(Profile{});
  EXPECT_TRUE(sounds("horn", KeyB));
}

TEST_F(Remaps, TheSticksCanBeSwapped) {
  apply(Profile{.swaps_sticks = true});
  stage.move(PadRightStick, 0, 1);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
  stage.move(PadRightStick, 0, 0);
  stage.move(PadLeftStick, 0, 1);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{}));
}

TEST_F(Remaps, WhatIsRemappedIsNotSwapped) {
  apply(Profile{
      .remaps = {{.action = "steer", .device = DeviceKind::gamepad, .controls = {PadLeftStick}}},
      .swaps_sticks = true});
  stage.move(PadLeftStick, 0, 1);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
}

// ---- what does not fit

TEST_F(Remaps, WhatDoesNotFitIsToldAndCountsForNothing) {
  EXPECT_EQ(told(keys("hron", {KeyH})),
            Told{R"(remap of "hron": there is no action "hron"; did you mean "horn"?)"});
  EXPECT_EQ(told(keys("pause", {KeyP})), Told{R"(remap of "pause": it cannot be remapped)"});
  EXPECT_EQ(told(keys("horn", {F12})), Told{R"(remap of "horn": F12 is reserved)"});
  EXPECT_EQ(told(keys("horn", {MouseLeft})),
            Told{R"(remap of "horn": MouseLeft is not on a keyboard)"});
  EXPECT_EQ(told(keys("horn", {Combination{KeyH, {ShiftLeft}}})),
            Told{R"(remap of "horn": ShiftLeft+KeyH: this action takes no combinations)"});
  EXPECT_EQ(told(keys("steer", {KeyI})),
            Told{R"(remap of "steer": KeyI cannot drive it, which is of kind vector)"});
  EXPECT_EQ(told({.action = "horn", .part = ActionPart::up, .controls = {KeyI}}),
            Told{R"(remap of "horn": it has no direction "up")"});
  EXPECT_EQ(told({.action = "horn", .context = "chrt", .controls = {KeyI}}),
            Told{R"(remap of "horn": there is no context "chrt"; did you mean "chart"?)"});
  EXPECT_EQ(told({.action = "horn", .context = "chart", .controls = {KeyI}}),
            Told{R"(remap of "horn": context "chart" does not bind it)"});
  EXPECT_EQ(told({.action = "horn", .schemes = {"desk"}, .controls = {KeyI}}),
            Told{R"(remap of "horn": there is no scheme "desk")"});
  EXPECT_EQ(
      told({.action = "horn", .controls = {KeyI}, .beside = {"paus"}}),
      Told{
          R"(remap of "horn": there is no action "paus" that it could stand beside; did you mean "pause"?)"});
}

TEST_F(Remaps, WhatOfAListFitsCounts) {
  EXPECT_EQ(told(keys("horn", {F12, KeyH})), Told{R"(remap of "horn": F12 is reserved)"});
  apply(keys("horn", {F12, KeyH}));
  EXPECT_TRUE(sounds("horn", KeyH));
}

TEST_F(Remaps, AListOfWhichNothingFitsLeavesThePlaybooks) {
  apply(keys("horn", {F12}));
  EXPECT_TRUE(sounds("horn", Space));
}

TEST_F(Remaps, ARequiredActionKeepsAControlOnEachWayToPlay) {
  EXPECT_EQ(
      told(keys("confirm", {})),
      Told{
          R"(remap of "confirm": it must keep a control under each scheme, so nothing of it is remapped)"});
  apply(keys("confirm", {}));
  EXPECT_TRUE(sounds("confirm", Enter));
  Remap mouse = keys("confirm", {MouseLeft});
  mouse.device = DeviceKind::mouse;
  EXPECT_EQ(told(Profile{.remaps = {keys("confirm", {}), mouse}}), Told{})
      << "keyboard and mouse lie together";
}

TEST_F(Remaps, AFixedActionStays) {
  apply(keys("pause", {KeyP}));
  EXPECT_FALSE(sounds("pause", KeyP));
  EXPECT_TRUE(sounds("pause", Escape));
}

// ---- tuning

TEST_F(Remaps, SensitivityCountsForOneDeviceOrAll) {
  const Motion look = book.motion("look");
  const auto turned = [&] {
    stage.wait(10ms);
    stage.move(MouseMotion, 10);
    stage.wait(10ms);
    return read(look).value.x;
  };
  apply(Tuning{.action = "look", .device = DeviceKind::mouse, .sensitivity = 2});
  EXPECT_FLOAT_EQ(turned(), 10) << "counts, times 0.5, times 2";
  apply(Tuning{.action = "look", .device = DeviceKind::gamepad, .sensitivity = 2});
  EXPECT_FLOAT_EQ(turned(), 5);
  apply(Tuning{.sensitivity = 4});
  EXPECT_FLOAT_EQ(turned(), 20);
}

TEST_F(Remaps, TheTuningThatNamesMoreCounts) {
  const Motion look = book.motion("look");
  apply(Profile{.tunings = {{.action = "look", .sensitivity = 2},
                            {.device = DeviceKind::mouse, .sensitivity = 8},
                            {.sensitivity = 16}}});
  stage.move(MouseMotion, 10);
  stage.wait(10ms);
  EXPECT_FLOAT_EQ(read(look).value.x, 10);
}

TEST_F(Remaps, InvertTurnsOneAxisRound) {
  apply(Tuning{.action = "steer", .invert_y = true});
  stage.move(PadLeftStick, 0, 1);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, -1}));
}

TEST_F(Remaps, ADeadZoneIsForSticksAndTriggers) {
  apply(Tuning{.dead_zone = 0.5F});
  stage.move(PadLeftStick, 0, 0.45F);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{}));
  stage.press(KeyW);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
}

TEST_F(Remaps, APressOrAHoldBecomesAToggleAndBack) {
  apply(Tuning{.toggle = true});
  stage.press(PadSouth);
  stage.press(PadEast);
  stage.wait(10ms);
  stage.release(PadSouth);
  stage.release(PadEast);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).held);
  EXPECT_TRUE(read(book.button("winch")).held);
  apply(Tuning{.action = "lamp", .toggle = false});
  stage.press(KeyL);
  stage.wait(10ms);
  stage.release(KeyL);
  stage.wait(10ms);
  EXPECT_FALSE(read(book.button("lamp")).held);
}

TEST_F(Remaps, HoldTimesGrowAndShrink) {
  apply(Tuning{.hold_time = 0.5F});
  stage.press(KeyE);
  stage.wait(399ms);
  EXPECT_FALSE(read(book.button("winch")).held);
  stage.wait(1ms);
  EXPECT_TRUE(read(book.button("winch")).held);
}

TEST_F(Remaps, RepeatRatesGrowAndShrink) {
  PlaybookDefinition definition = harbour_to_remap();
  for (BindingDefinition& it : definition.contexts[0].bindings) {
    if (it.action == "horn") it.gesture = repeated(400ms, 100ms);
    if (it.action == "horn" && it.control.control == WheelUp) it.gesture = {};
  }
  stage.hub().adopt(make(definition));
  apply(Tuning{.repeat_delay = 0.5F, .repeat_rate = 2});
  stage.press(Space);
  stage.wait(0ms);
  stage.wait(199ms);
  EXPECT_EQ(read(horn).presses, 0U);
  stage.wait(101ms);
  EXPECT_EQ(read(horn).presses, 3U) << "after 200, 250 and 300 ms";
}

TEST_F(Remaps, ATuningOutOfRangeIsToldAndLeftOut) {
  EXPECT_EQ(told(Profile{.tunings = {{.sensitivity = 50.0F}}}),
            Told{"tuning: sensitivity must lie between 0.05 and 20"});
  EXPECT_EQ(told(Profile{.tunings = {{.dead_zone = 0.6F, .outer_dead_zone = 0.6F}}}),
            Told{"tuning: dead_zone and outer_dead_zone together may be 0.95"});
  EXPECT_EQ(told(Profile{.tunings = {{.action = "luck", .invert_x = true}}}),
            Told{R"(tuning: there is no action "luck")"});
  apply(Tuning{.hold_time = 0.0F});
  EXPECT_FALSE(sounds("winch", KeyE)) << "it must be held as long as ever";
}

// ---- schemes

struct SchemeRemaps : AtTheTable {
  SchemeRemaps() : AtTheTable({}), port(hub.add_seat("port tug")) { port.enter("helm"); }
  bool sounds(Control key) {
    press(keyboard, key);
    const bool is_heard = port.read(horn).held;
    release(keyboard, key);
    return is_heard;
  }

  Seat& port;
  DeviceId keyboard = plug(DeviceKind::keyboard);
};

TEST_F(SchemeRemaps, WithoutSchemesTheyCountForAllThatShareNothing) {
  hub.set_profile(port, {.remaps = {keys("horn", {KeyJ})}});
  EXPECT_TRUE(sounds(KeyJ)) << "held to none";
  hub.hold_to(port, scheme("desk"));
  EXPECT_TRUE(sounds(KeyJ));
  EXPECT_FALSE(sounds(KeyH));
  hub.hold_to(port, scheme("left_keys"));
  EXPECT_FALSE(sounds(KeyJ));
  EXPECT_TRUE(sounds(KeyE));
}

TEST_F(SchemeRemaps, OnATouchScreenTheyCountForThoseWhoShareItToo) {
  const Button touched = hub.playbook().button("touched");
  const DeviceId screen = plug(DeviceKind::touch);
  hub.hold_to(port, scheme("fingers"));
  const auto is_touched = [&] {
    move(screen, Finger1Position, 0.5F, 0.5F);
    press(screen, Finger1);
    const bool is_held = port.read(touched).held;
    release(screen, Finger1);
    return is_held;
  };
  EXPECT_TRUE(is_touched());
  hub.set_profile(port, {.remaps = {{.action = "touched", .device = DeviceKind::touch}}});
  EXPECT_FALSE(is_touched());
}

TEST_F(SchemeRemaps, WithSchemesTheyCountForThese) {
  Remap remap = keys("horn", {KeyQ});
  remap.schemes = {"left_keys"};
  hub.set_profile(port, {.remaps = {remap}});
  EXPECT_FALSE(sounds(KeyQ));
  hub.hold_to(port, scheme("left_keys"));
  EXPECT_TRUE(sounds(KeyQ));
  EXPECT_FALSE(sounds(KeyE));
  hub.hold_to(port, scheme("right_keys"));
  EXPECT_TRUE(sounds(Enter));
}

// A pad that a helper is given does nothing under the schemes of a keyboard, remapped or not.
TEST_F(SchemeRemaps, CountUnderNoSchemeThatIsNotPlayedOnTheDevice) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  const Remap remap{
      .action = "horn", .device = DeviceKind::gamepad, .controls = {Combination{PadWest}}};
  hub.set_profile(port, {.remaps = {remap}});
  hub.hold_to(port, scheme("desk"));
  hub.give(pad, port);
  press(pad, PadWest);
  EXPECT_FALSE(port.read(horn).held);
  Remap named = remap;
  named.schemes = {"desk"};
  const std::vector<Diagnostic> problems = misfits({.remaps = {named}}, hub.playbook());
  ASSERT_EQ(problems.size(), 1U);
  EXPECT_EQ(problems[0].message,
            "remap of \"horn\": the scheme \"desk\" is not played on a gamepad");
}

TEST_F(SchemeRemaps, LeaveWhatIsHeldAloneUnderAnotherSchemeWhereTheyChangeNothing) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  hub.set_profile(port, {.remaps = {keys("horn", {KeyJ})}});
  hub.hold_to(port, scheme("pad"));
  hub.give(pad, port);
  press(pad, PadSouth);
  hub.set_profile(port, {.remaps = {keys("horn", {KeyK})}});
  update();
  EXPECT_TRUE(port.read(horn).held);
}

TEST_F(SchemeRemaps, OneThatNamesTheSchemeGoesBeforeOneThatNamesNone) {
  Remap named = keys("horn", {KeyJ});
  named.schemes = {"desk"};
  hub.set_profile(port, {.remaps = {named, keys("horn", {KeyK})}});
  EXPECT_TRUE(sounds(KeyK));
  hub.hold_to(port, scheme("desk"));
  EXPECT_TRUE(sounds(KeyJ));
  EXPECT_FALSE(sounds(KeyK));
}

TEST_F(SchemeRemaps, AnotherSeatHasItsOwn) {
  Seat& starboard = hub.add_seat("starboard tug");
  starboard.enter("helm");
  const DeviceId other = plug(DeviceKind::keyboard);
  hub.give(other, starboard);
  hub.set_profile(port, {.remaps = {keys("horn", {KeyJ})}});
  press(other, KeyH);
  EXPECT_TRUE(starboard.read(horn).held);
  EXPECT_FALSE(port.read(horn).held);
}

TEST_F(SchemeRemaps, CustomShapingsStayApart) {
  PlaybookDefinition book = harbour_for_all();
  book.contexts[0].bindings[0].shaping.custom = "half";
  book.contexts[0].bindings[1].shaping.custom = "twice";
  hub.set_custom("half", [](Vec2 v) { return Vec2{v.x * 0.5F, v.y * 0.5F}; });
  hub.set_custom("twice", [](Vec2 v) { return Vec2{v.x * 0.25F, v.y * 0.25F}; });
  hub.adopt(make(book));
  // With the letters gone, "twice" is the only one that this seat's playbook names.
  Profile profile;
  for (const ActionPart part :
       {ActionPart::up, ActionPart::down, ActionPart::left, ActionPart::right}) {
    profile.remaps.push_back({.action = "steer", .part = part, .controls = {}});
  }
  profile.remaps.front().controls = {ArrowUp};
  hub.set_profile(port, profile);
  press(keyboard, ArrowUp);
  EXPECT_EQ(port.read(steer).value, (Vec2{0, 0.25F}));
}

TEST(Tunings, OfAnActionThatStartsOutUnboundChangeNothing) {
  PlaybookDefinition book = harbour();
  book.actions.push_back({.name = "drift", .kind = ActionKind::vector});
  book.contexts[0].bindings.push_back({.action = "drift"});
  const Playbook tuned =
      remapped(make(book), {.tunings = {{.sensitivity = 2.0F, .invert_x = true}}});
  EXPECT_FALSE(has_errors(check(tuned.definition())));
}

}  // namespace
}  // namespace nextmove::support
