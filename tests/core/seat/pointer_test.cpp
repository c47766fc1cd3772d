// Pointers that sticks and keys push, beside mice and fingers.
#include <random>

#include "support/chance.hpp"
#include "support/complaints.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

PlaybookDefinition chart_with_a_pointer() {
  BindingDefinition keys = keys_for("aim", ArrowUp, ArrowLeft, ArrowDown, ArrowRight);
  keys.rate = 0.5F;
  return {.actions = {{.name = "aim", .kind = ActionKind::pointer}, {.name = "mark"}},
          .contexts = {{.name = "chart",
                        .bindings = {{.action = "aim", .control = MousePosition},
                                     {.action = "aim", .control = Finger1Position},
                                     {.action = "aim",
                                      .control = PadLeftStick,
                                      .shaping = {.dead_zone = 0.0F},
                                      .rate = 0.5F},
                                     keys,
                                     {.action = "mark", .control = Space}}},
                       {.name = "dialog",
                        .rank = 1,
                        .blocks = {DeviceKind::gamepad},
                        .bindings = {{.action = "mark", .control = PadLeftStickUp}}},
                       {.name = "list", .bindings = {{.action = "aim", .control = MousePosition}}}},
          .mutes = {{.name = "call", .actions = {PlacedName{"aim"}}}}};
}

// A window of 16 by 9: the shorter side is its height.
struct Pointers : ::testing::Test {
  Pointers() { stage.seat().enter("chart"); }

  PointerReading aimed() { return stage.seat().read(aim); }
  void expect_at(float x, float y, bool is_present = true) {
    EXPECT_NEAR(aimed().position.x, x, 1e-4);
    EXPECT_NEAR(aimed().position.y, y, 1e-4);
    EXPECT_EQ(aimed().is_present, is_present);
  }
  void push(float x, float y, Duration time = 100ms) {
    stage.move(PadLeftStick, x, y);
    stage.wait(time);
    stage.move(PadLeftStick, 0, 0);
  }

  testing::Rehearsal stage{make(chart_with_a_pointer())};
  Pointer aim = stage.hub().playbook().pointer("aim");
};

constexpr float along = 0.05F;               // 100 ms at half a shorter side a second
constexpr float across = along * 9.0F / 16;  // the same, as a share of the width

TEST_F(Pointers, StandInTheMiddleBeforeAnythingHasPointed) {
  stage.wait(10ms);
  expect_at(0.5F, 0.5F, false);
}

TEST_F(Pointers, AStickPushesInShorterSidesASecondAsFarAsItIsPushed) {
  push(1, 0);
  expect_at(0.5F + across, 0.5F);
  push(0, 0.5F);
  expect_at(0.5F + across, 0.5F - along / 2);
}

TEST_F(Pointers, KeysPushLikewiseAndADiagonalIsAsFastAsASingleKey) {
  stage.press(ArrowDown);
  stage.wait(100ms);
  expect_at(0.5F, 0.5F + along);
  stage.press(ArrowRight);
  stage.wait(100ms);
  expect_at(0.5F + across * 0.70711F, 0.5F + along * 1.70711F);
}

TEST_F(Pointers, AHelpersPadPushesNoFaster) {
  stage.move(PadLeftStick, 1, 0);
  stage.press(ArrowRight);
  stage.wait(100ms);
  expect_at(0.5F + across, 0.5F);
}

TEST_F(Pointers, WhatWasPushedStaysThere) {
  push(1, 0);
  stage.wait(1000ms);
  expect_at(0.5F + across, 0.5F);
}

TEST_F(Pointers, StayInThePartAndComeBackFromItsEdgeAtOnce) {
  push(1, 0, 20s);
  expect_at(1, 0.5F);
  push(-1, 0);
  expect_at(1 - across, 0.5F);
}

TEST_F(Pointers, TheLastToPointWinsAndAStickMovesOnFromThere) {
  push(1, 0);
  stage.move(MousePosition, 0.2F, 0.8F);
  stage.wait(10ms);
  expect_at(0.2F, 0.8F);
  push(0, 1);
  expect_at(0.2F, 0.8F - along);
  stage.move(Finger1Position, 0.4F, 0.4F);
  stage.press(Finger1);
  stage.wait(10ms);
  expect_at(0.4F, 0.4F);
}

TEST_F(Pointers, APlaceCountsFromItsStampOn) {
  stage.move(PadLeftStick, 1, 0);
  stage.wait(100ms);
  stage.hub().feed(Event{stage.now() + 50ms, stage.device(DeviceKind::mouse), MousePosition, 0, 0});
  stage.wait(100ms);
  expect_at(across / 2, 0);
}

TEST_F(Pointers, PartsOfTheWindowHaveTheirOwnShorterSide) {
  stage.hub().set_part(stage.seat(), {0.5F, 0, 0.5F, 1});  // 8 by 9
  push(1, 1);
  expect_at(0.5F + along * 0.70711F, 0.5F - along * 0.70711F * 8 / 9);
}

TEST_F(Pointers, AreGoneWhileWhatPushedThemIsClaimedAndBackWhereTheyWere) {
  push(1, 0);
  stage.wait(10ms);
  stage.seat().enter("dialog");
  push(1, 0);
  expect_at(0.5F + across, 0.5F, false);
  stage.seat().leave("dialog");
  stage.wait(10ms);
  expect_at(0.5F + across, 0.5F);
}

TEST_F(Pointers, AreGoneWithTheirContextAndBackWhereTheyWere) {
  push(1, 0);
  stage.wait(10ms);
  stage.seat().leave("chart");
  stage.wait(10ms);
  expect_at(0.5F + across, 0.5F, false);
  stage.seat().enter("chart");
  stage.wait(10ms);
  expect_at(0.5F + across, 0.5F);
}

TEST_F(Pointers, WhereNobodyCanPushAPlaceThatIsKnownCounts) {
  stage.move(MousePosition, 0.1F, 0.1F);
  stage.wait(10ms);
  push(1, 0);
  stage.wait(10ms);
  expect_at(0.1F + across, 0.1F);
  stage.seat().switch_to("list");
  stage.wait(10ms);
  expect_at(0.1F, 0.1F);
}

TEST_F(Pointers, AStickThatIsHeldPushesAtOnceWhenItsContextIsEntered) {
  stage.seat().leave("chart");
  stage.move(PadLeftStick, 1, 0);
  stage.wait(100ms);
  stage.seat().enter("chart");
  stage.wait(100ms);
  expect_at(0.5F + across, 0.5F);
}

TEST_F(Pointers, WhoPushedThemAndIsUnpluggedLeavesThemWhereTheyWere) {
  push(1, 0);
  stage.wait(10ms);
  stage.unplug(DeviceKind::gamepad);
  stage.wait(10ms);
  expect_at(0.5F + across, 0.5F, false);
}

TEST_F(Pointers, APadThatIsNewPushesFromNowOn) {
  stage.move(PadLeftStick, 1, 0);
  stage.wait(1s);
  stage.unplug(DeviceKind::gamepad);
  stage.wait(10ms);
  const float before = aimed().position.x;
  stage.move(PadLeftStick, -1, 0);  // another pad
  stage.wait(100ms);
  expect_at(before - across, 0.5F);
}

TEST_F(Pointers, DoNotFallBackOnAMouseThatIsUnplugged) {
  testing::Rehearsal both{
      make({.actions = {{.name = "aim", .kind = ActionKind::pointer}},
            .contexts = {{.name = "chart",
                          .bindings = {{.action = "aim", .control = MousePosition},
                                       {.action = "aim",
                                        .control = PadLeftStickX,
                                        .with = {MouseLeft},
                                        .shaping = {.dead_zone = 0.0F},
                                        .rate = 0.5F}}}}})};
  both.seat().enter("chart");
  both.move(MousePosition, 0.2F, 0.2F);
  both.press(MouseLeft);
  both.move(PadLeftStick, 1, 0);
  both.wait(100ms);
  both.unplug(DeviceKind::mouse);
  both.wait(10ms);
  const auto at = both.seat().read(both.hub().playbook().pointer("aim"));
  EXPECT_NEAR(at.position.x, 0.2F + across, 1e-4);
  EXPECT_FALSE(at.is_present);
}

TEST_F(Pointers, AreThereStillAfterALostFocus) {
  push(1, 0);
  stage.wait(10ms);
  stage.hub().release_all(stage.now());
  stage.wait(10ms);
  expect_at(0.5F + across, 0.5F);
}

// The keyboard rests before the pad: in between, nobody could push.
TEST_F(Pointers, ALostFocusLetsGoOfAllAtOnce) {
  testing::Rehearsal both{make(
      {.actions = {{.name = "aim", .kind = ActionKind::pointer}, {.name = "zoom"}},
       .contexts = {
           {.name = "chart",
            .bindings = {
                {.action = "aim", .control = MousePosition},
                {.action = "aim", .control = PadRightStick, .rate = 0.5F},
                {.action = "aim",
                 .control = PadLeftStick,
                 .with = {ShiftLeft},
                 .shaping = {.dead_zone = 0.0F},
                 .rate = 0.5F},
                {.action = "zoom", .control = PadRightStickUp, .with = {PadLeftStickRight}}}}}})};
  both.seat().enter("chart");
  both.move(MousePosition, 0.2F, 0.2F);
  both.press(ShiftLeft);
  both.wait(10ms);
  both.move(PadLeftStick, 1, 0);
  both.wait(100ms);
  both.hub().release_all(both.now());
  both.wait(10ms);
  const auto at = both.seat().read(both.hub().playbook().pointer("aim"));
  EXPECT_NEAR(at.position.x, 0.2F + across, 1e-4);
  EXPECT_TRUE(at.is_present);
}

// Its place is still where it was before its button pushed on.
TEST(PointersOfAMouse, ThatAButtonPushedStayThereWhenContextsChange) {
  using enum Control;
  testing::Rehearsal stage{
      make({.actions = {{.name = "aim", .kind = ActionKind::pointer}, {.name = "note"}},
            .contexts = {
                {.name = "chart",
                 .bindings = {{.action = "aim", .control = MousePosition},
                              {.action = "aim", .right = MouseRight, .rate = 0.5F}}},
                {.name = "log", .rank = 1, .bindings = {{.action = "note", .control = KeyN}}}}})};
  stage.seat().enter("chart");
  const auto aim = [&] {
    return stage.seat().read(stage.hub().playbook().pointer("aim")).position.x;
  };
  stage.move(MousePosition, 0.2F, 0.2F);
  stage.press(MouseRight);
  stage.wait(100ms);
  stage.release(MouseRight);
  stage.wait(10ms);
  const float pushed = aim();
  EXPECT_GT(pushed, 0.21F);
  stage.seat().enter("log");
  stage.wait(10ms);
  EXPECT_EQ(aim(), pushed);
}

TEST_F(Pointers, AMuteLetsNobodyPush) {
  push(1, 0);
  stage.wait(10ms);
  stage.seat().mute("call");
  push(1, 0);
  stage.wait(10ms);
  expect_at(0.5F + across, 0.5F, false);
  stage.seat().unmute("call");
  stage.wait(10ms);
  expect_at(0.5F + across, 0.5F);
}

TEST_F(Pointers, OfALongPauseTheLast250MillisecondsPush) {
  stage.hub().set_longest_step(250ms);
  push(1, 0, 3600s);
  expect_at(0.5F + across * 2.5F, 0.5F);
}

TEST_F(Pointers, StandWhereTheyStoodUnderAnAdoptedPlaybookAndAnotherProfile) {
  push(1, 0);
  stage.wait(10ms);
  PlaybookDefinition changed = chart_with_a_pointer();
  changed.actions.insert(changed.actions.begin(), {.name = "new"});
  changed.contexts[0].bindings.push_back({.action = "new", .control = KeyN});
  stage.hub().adopt(make(changed));
  stage.wait(10ms);
  expect_at(0.5F + across, 0.5F);
  stage.hub().set_profile(stage.seat(), {.tunings = {{.action = "aim", .sensitivity = 2.0F}}});
  push(-1, 0);
  expect_at(0.5F - across, 0.5F);
}

TEST_F(Pointers, InterceptorsPlaceThemForOneUpdate) {
  push(1, 0);
  stage.wait(10ms);
  const auto id = stage.seat().add_interceptor("aid", [&](Incoming& incoming) {
    incoming.set(aim, {0.9F, 0.9F});
  });
  stage.wait(10ms);
  expect_at(0.9F, 0.9F);
  stage.seat().remove_interceptor(id);
  stage.wait(10ms);
  expect_at(0.5F + across, 0.5F);
}

// ---- smoothing

PlaybookDefinition smoothed_pointer() {
  return {.actions = {{.name = "aim", .kind = ActionKind::pointer}},
          .contexts = {{.name = "chart",
                        .bindings = {{.action = "aim",
                                      .control = PadLeftStick,
                                      .shaping = {.dead_zone = 0.0F, .smoothing = 100ms},
                                      .rate = 2}}},
                       {.name = "dialog", .rank = 1, .blocks = {DeviceKind::gamepad}}}};
}

TEST(SmoothedPointers, WhatSmoothingHoldsBackGoesWithWhoMayPush) {
  testing::Rehearsal stage{make(smoothed_pointer())};
  stage.seat().enter("chart");
  stage.move(PadLeftStick, 0, 1);
  stage.wait(100ms);
  const auto aim = [&] {
    return stage.seat().read(stage.hub().playbook().pointer("aim")).position.y;
  };
  const float before = aim();
  stage.move(PadLeftStick, 0, 0);
  stage.wait(1ms);
  stage.seat().enter("dialog");
  const float then = aim();
  EXPECT_LT(then, before);
  stage.wait(1s);
  EXPECT_EQ(aim(), then);
}

// However time is split, also where it is held at the edge and turns round there.
TEST(SmoothedPointers, TheSplitIntoUpdatesChangesNothing) {
  std::mt19937 random = chance();
  const auto below = [&](int n) { return std::uniform_int_distribution{0, n - 1}(random); };
  for (int round = 0; round < 50; ++round) {
    Hub once{make(smoothed_pointer())};
    Hub often{make(smoothed_pointer())};
    const Device pad{.kind = DeviceKind::gamepad};
    const DeviceId device = once.plug(pad, Time{});
    ASSERT_EQ(often.plug(pad, Time{}), device);
    for (Hub* hub : {&once, &often}) {
      hub->set_longest_step(10s);
      hub->add_seat("tug").enter("chart");
    }
    Time now{};
    for (int event = 0; event < 12; ++event) {
      const float x = static_cast<float>(below(17) - 8) / 8;
      const float y = static_cast<float>(below(17) - 8) / 8;
      for (Hub* hub : {&once, &often}) hub->feed(Event{now, device, PadLeftStick, x, y});
      for (int step = below(60); step > 0; --step) often.update(now += 1ms * (1 + below(9)));
    }
    once.update(now);
    const auto place = [](Hub& hub) {
      return hub.seats().front()->read(hub.playbook().pointer("aim")).position;
    };
    EXPECT_NEAR(place(once).x, place(often).x, 2e-3) << "round " << round;
    EXPECT_NEAR(place(once).y, place(often).y, 2e-3) << "round " << round;
  }
}

// ---- what does not fit

std::string problem_with(BindingDefinition binding) {
  binding.action = "aim";
  const auto found = check({.actions = {{.name = "aim", .kind = ActionKind::pointer}},
                            .contexts = {{.name = "chart", .bindings = {std::move(binding)}}}});
  return found.empty() ? std::string{} : found.front().message;
}

// What needs a control beside the mouse, and what needs two and takes it away from that.
PlaybookDefinition chart_that_needs_controls() {
  return {.actions = {{.name = "aim", .kind = ActionKind::pointer},
                      {.name = "measure", .kind = ActionKind::pointer}},
          .contexts = {
              {.name = "chart",
               .bindings = {
                   {.action = "aim", .control = MousePosition, .with = {Space}},
                   {.action = "measure", .control = MousePosition, .with = {KeyM, ControlLeft}}}}}};
}

TEST(PointersThatNeedControls, DoNotPointWhileTheControlsAreLetGoOneByOne) {
  for (const bool is_focus_lost : {true, false}) {
    testing::Rehearsal stage{make(chart_that_needs_controls())};
    stage.seat().enter("chart");
    for (const Control key : {KeyM, ControlLeft, Space}) stage.press(key);
    stage.move(MousePosition, 0.25F, 0.75F);
    stage.wait(10ms);
    const Pointer aim = stage.hub().playbook().pointer("aim");
    EXPECT_EQ(stage.seat().read(aim), (PointerReading{{0.5F, 0.5F}, false})) << "measured";
    // KeyM goes up before Space, and what it took away seems to be there for a moment.
    if (is_focus_lost) stage.hub().release_all(stage.now());
    if (!is_focus_lost) stage.unplug(DeviceKind::keyboard);
    stage.wait(10ms);
    EXPECT_EQ(stage.seat().read(aim), (PointerReading{{0.5F, 0.5F}, false}));
  }
}

TEST(CheckPointers, WhatPushesNeedsARate) {
  EXPECT_EQ(problem_with({.control = PadLeftStick}),
            "the pointer \"aim\" needs rate = how many shorter sides of the window a second at "
            "full push (above 0, at most 1000000) from a stick or a key");
  EXPECT_EQ(problem_with({.control = MousePosition, .rate = 1}),
            "rate is for sticks and keys; a place points by itself");
}

TEST(CheckPointers, APlaceTakesNoShaping) {
  EXPECT_EQ(problem_with({.control = MousePosition, .shaping = {.scale = 2}}),
            "a place takes no shaping; what a stick or a key pushes does");
  EXPECT_EQ(problem_with({.control = PadLeftStick, .shaping = {.scale = 2}, .rate = 1}), "");
}

TEST(CheckPointers, AreNotPushedByWhatIsMovedAndNotHeld) {
  EXPECT_EQ(problem_with({.up = WheelUp, .rate = 1}),
            "WheelUp pushes no pointer; a pointer takes MousePosition, Finger1Position, a stick, "
            "or up =, down =, left = and right =");
  EXPECT_EQ(problem_with({.control = MouseMotion}),
            "MouseMotion cannot drive the pointer \"aim\"; a pointer takes MousePosition, "
            "Finger1Position, a stick, or up =, down =, left = and right =");
}

TEST_F(Pointers, ShowInRemapRowsWithTheirDirections) {
  const auto devices = {DeviceKind::keyboard, DeviceKind::gamepad};
  std::vector<std::string> labels;
  for (const RemapRow& row : remap_rows(Draft{stage.hub().playbook(), {}}, devices, Labels{})) {
    labels.push_back(row.label);
  }
  const std::vector<std::string> expected = {"aim (chart)", "aim: up (chart)", "aim: down (chart)",
                                             "aim: left (chart)", "aim: right (chart)"};
  EXPECT_EQ(std::vector(labels.begin(), labels.begin() + 5), expected);
}

}  // namespace
}  // namespace nextmove::support
