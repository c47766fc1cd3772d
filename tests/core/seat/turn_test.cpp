// Turns: motions of one value.
#include "support/complaints.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

PlaybookDefinition chart_with_a_zoom() {
  return {.actions = {{.name = "zoom", .kind = ActionKind::turn}, {.name = "close"}},
          .contexts = {{.name = "chart",
                        .bindings = {{.action = "zoom", .control = WheelY},
                                     {.action = "zoom",
                                      .control = PadRightStickY,
                                      .shaping = {.dead_zone = 0.0F},
                                      .rate = 4},
                                     {.action = "zoom", .more = KeyX, .less = KeyZ, .rate = 2},
                                     {.action = "close", .control = KeyC}}}}};
}

struct Turns : ::testing::Test {
  Turns() { stage.seat().enter("chart"); }

  float zoomed() { return stage.seat().read(zoom).value; }

  testing::Rehearsal stage{make(chart_with_a_zoom())};
  Turn zoom = stage.hub().playbook().turn("zoom");
};

TEST_F(Turns, AMouseOrAWheelContributesWhatItMovesForOneUpdate) {
  stage.move(Wheel, 0, 3);
  stage.wait(10ms);
  EXPECT_EQ(zoomed(), 3);
  stage.wait(10ms);
  EXPECT_EQ(zoomed(), 0);
}

TEST_F(Turns, AStickOrAKeyContributesARate) {
  stage.move(PadRightStick, 0, -0.5F);
  stage.wait(100ms);
  EXPECT_NEAR(zoomed(), -0.2, 1e-5);
  stage.move(PadRightStick, 0, 0);
  stage.press(KeyX);
  stage.wait(100ms);
  EXPECT_NEAR(zoomed(), 0.2, 1e-5);
  stage.press(KeyZ);
  stage.wait(100ms);
  EXPECT_EQ(zoomed(), 0) << "opposites cancel";
}

TEST_F(Turns, WhatWasMovedAddsToTheRates) {
  stage.press(KeyX);
  stage.move(Wheel, 0, 1);
  stage.wait(100ms);
  EXPECT_NEAR(zoomed(), 1.2, 1e-5);
}

TEST_F(Turns, AMouseThatIsNotAskedForMovesNothing) {
  stage.move(Wheel, 5, 1);
  stage.wait(10ms);
  EXPECT_EQ(zoomed(), 1) << "the other axis of the wheel is nobody's";
}

TEST_F(Turns, InterceptorsReadSetAddAndHoldBack) {
  enum { set, add, hold_back } what = set;
  float seen = 0;
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) {
    seen = incoming.read(zoom).value;
    if (what == set) incoming.set(zoom, 7);
    if (what == add) incoming.add(zoom, 2);
    if (what == hold_back) incoming.hold_back(zoom);
  });
  stage.wait(10ms);
  EXPECT_EQ(zoomed(), 7) << "of no limited range";
  what = add;
  stage.move(Wheel, 0, 1);
  stage.wait(10ms);
  EXPECT_EQ(seen, 1);
  EXPECT_EQ(zoomed(), 3);
  what = hold_back;
  stage.move(Wheel, 0, 1);
  stage.wait(10ms);
  EXPECT_EQ(zoomed(), 0);
}

TEST_F(Turns, HandlersAndReadersAreToldOfOneValue) {
  float told = 0;
  HandlerSet handlers;
  handlers.on(zoom, [&](const TurnReading& reading) { told += reading.value; });
  handlers.attach(stage.seat());
  Reader reader{stage.seat()};
  stage.move(Wheel, 0, 2);
  stage.wait(10ms);
  stage.move(Wheel, 0, 3);
  stage.wait(10ms);
  EXPECT_EQ(told, 5);
  reader.step();
  EXPECT_EQ(reader.read(zoom).value, 5) << "since the step before, however many updates there were";
}

TEST_F(Turns, CapturingTakesOneAxisOfWhatIsMoved) {
  stage.hub().capture(stage.seat(), {.action = zoom.id, .device = DeviceKind::mouse});
  stage.move(MouseMotion, 80, 10);
  stage.wait(10ms);
  ASSERT_EQ(stage.seat().capture().state, CaptureState::captured);
  EXPECT_EQ(to_string(stage.seat().capture().combination), "MouseMotionX");
}

TEST_F(Turns, PlayersPutKeysOnMoreAndLess) {
  const auto devices = {DeviceKind::keyboard};
  std::vector<std::string> labels;
  for (const RemapRow& row : remap_rows(Draft{stage.hub().playbook(), {}}, devices, Labels{}))
    labels.push_back(row.label);
  EXPECT_EQ(labels, (std::vector<std::string>{"zoom: more", "zoom: less", "close"}));
}

TEST_F(Turns, ATuningTurnsTheAxisOfTheControlRound) {
  const auto moved_with = [&](const Tuning& tuning) {
    stage.hub().set_profile(stage.seat(), {.tunings = {tuning}});
    stage.move(Wheel, 0, 1);
    stage.wait(10ms);
    return zoomed();
  };
  EXPECT_EQ(moved_with({.invert_y = true}), -1) << "WheelY stands upright";
  EXPECT_EQ(moved_with({.invert_x = true}), -1) << "where nothing is said of y";
  EXPECT_EQ(moved_with({.invert_x = true, .invert_y = false}), 1);
  EXPECT_EQ(moved_with({.invert_x = true, .invert_y = true}), -1);
}

std::string problem_of_kind(ActionKind kind, BindingDefinition binding) {
  binding.action = "it";
  const auto found = check({.actions = {{.name = "it", .kind = kind}},
                            .contexts = {{.name = "helm", .bindings = {std::move(binding)}}}});
  return found.empty() ? std::string{} : found.front().message;
}

TEST(KindsThatDoNotFit, SayWhichDoes) {
  using enum ActionKind;
  EXPECT_EQ(problem_of_kind(axis, {.control = MouseMotionX}),
            "MouseMotionX cannot drive the axis \"it\"; an axis takes an axis of a stick or of the "
            "wheel, a trigger, or more = and less =; what is moved and not held drives a turn: "
            "kind = \"turn\"");
  EXPECT_EQ(problem_of_kind(vector, {.control = MouseMotion}),
            "MouseMotion cannot drive the vector \"it\"; a vector takes a stick, the wheel, or up "
            "=, down =, left = and right =; what is moved and not held drives a motion: kind = "
            "\"motion\"");
  EXPECT_EQ(problem_of_kind(turn, {.control = MouseMotion}),
            "MouseMotion cannot drive the turn \"it\"; a turn takes MouseMotionX or MouseMotionY, "
            "WheelX or WheelY, an axis of a stick, a trigger, or more = and less =; for two values "
            "make it a motion: kind = \"motion\"");
  EXPECT_EQ(problem_of_kind(motion, {.more = KeyX, .rate = 1}),
            "\"it\" is a motion and has no direction \"more\"; a motion takes MouseMotion, the "
            "wheel, a stick, or up =, down =, left = and right =; more = and less = are of one "
            "value: kind = \"turn\"");
  EXPECT_EQ(problem_of_kind(turn, {.up = KeyX, .rate = 1}),
            "\"it\" is a turn and has no direction \"up\"; a turn takes MouseMotionX or "
            "MouseMotionY, WheelX or WheelY, an axis of a stick, a trigger, or more = and less =");
}

TEST(KindsThatDoNotFit, ATurnNeedsARateOfASingleKeyAsMotionsDo) {
  EXPECT_EQ(problem_of_kind(ActionKind::turn, {.more = KeyX}),
            "the turn \"it\" needs rate = how much a second at full push (above 0, at most "
            "1000000) from a stick or a key");
  EXPECT_EQ(problem_of_kind(ActionKind::axis, {.more = KeyX, .rate = 1}),
            "rate is for motions, turns and pointers; scale is for the rest");
}

TEST(KindsThatDoNotFit, OneValueIsTurnedRoundAsAWhole) {
  EXPECT_EQ(problem_of_kind(ActionKind::turn, {.control = WheelY, .shaping = {.invert_y = true}}),
            "\"it\" has one value; invert = true turns it round");
  EXPECT_EQ(problem_of_kind(ActionKind::axis, {.control = WheelY, .shaping = {.invert_y = true}}),
            "\"it\" has one value; invert = true turns it round");
}

TEST(KindsThatDoNotFit, AMotionThatNeverMovesInOneDirectionIsWarnedOf) {
  const auto warning = [](BindingDefinition binding) {
    return problem_of_kind(ActionKind::motion, binding);
  };
  EXPECT_EQ(warning({.control = MouseMotionY}),
            "the motion \"it\" goes up and down only, and reads 0 in x; for one value write kind = "
            "\"turn\"");
  EXPECT_EQ(warning({.left = KeyA, .right = KeyD, .rate = 1}),
            "the motion \"it\" goes left and right only, and reads 0 in y; for one value write "
            "kind = \"turn\"");
  EXPECT_EQ(warning({.control = MouseMotion}), "");
  EXPECT_EQ(warning({.up = KeyW, .right = KeyD, .rate = 1}), "");
  EXPECT_EQ(warning({}), "") << "one that starts out unbound";
}

TEST(Turn, AWrongHandleIsToldByItsKind) {
  Complaints told;
  const Playbook playbook = make(chart_with_a_zoom());
  playbook.motion("zoom");
  EXPECT_EQ(told.take(),
            Sentences{"Playbook::motion: \"zoom\" is a turn; use playbook.turn(\"zoom\")"});
}

}  // namespace
}  // namespace nextmove::support
