#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

/// KeyS alone, with Shift, and with Shift and Control; WASD with and without Shift.
struct WithControls : ::testing::Test {
  WithControls() { seat.enter("helm"); }

  static PlaybookDefinition definition() {
    using enum Control;
    BindingDefinition fast = keys_for("trim", KeyW, KeyA, KeyX, KeyD);
    fast.with = {ShiftLeft};
    return {.actions = {{.name = "lamp"},
                        {.name = "save"},
                        {.name = "load"},
                        {.name = "brake"},
                        {.name = "steer", .kind = ActionKind::vector},
                        {.name = "trim", .kind = ActionKind::vector}},
            .contexts = {
                {.name = "helm",
                 .bindings = {{.action = "lamp", .control = KeyS},
                              {.action = "save", .control = KeyS, .with = {ShiftLeft}},
                              {.action = "load", .control = KeyS, .with = {ControlLeft, ShiftLeft}},
                              {.action = "brake", .control = ShiftLeft},
                              keys_for("steer", KeyW, KeyA, KeyX, KeyD),
                              fast}},
                {.name = "chart",
                 .rank = 1,
                 .bindings = {{.action = "lamp", .control = Space, .with = {PadLeftTrigger}}}}}};
  }

  ButtonReading read(std::string_view action) { return seat.read(book.button(action)); }

  testing::Rehearsal stage{make(definition())};
  const Playbook& book = stage.hub().playbook();
  Seat& seat = stage.seat();
};

TEST_F(WithControls, AreNeededForTheBinding) {
  stage.press(Control::ShiftLeft);
  stage.press(Control::KeyS);
  stage.wait(10ms);
  EXPECT_TRUE(read("save").pressed);
}

TEST_F(WithControls, ShadowThePlainBindingOfTheSameControl) {
  stage.press(Control::ShiftLeft);
  stage.press(Control::KeyS);
  stage.wait(10ms);
  EXPECT_FALSE(read("lamp").pressed);
}

TEST_F(WithControls, WithoutThemThePlainBindingIsHeard) {
  stage.press(Control::KeyS);
  stage.wait(10ms);
  EXPECT_TRUE(read("lamp").pressed);
  EXPECT_FALSE(read("save").pressed);
}

TEST_F(WithControls, MustBeHeldFirst) {
  stage.press(Control::KeyS);
  stage.press(Control::ShiftLeft);
  stage.wait(10ms);
  EXPECT_TRUE(read("lamp").held);
  EXPECT_FALSE(read("save").pressed);
}

TEST_F(WithControls, TheBindingThatNeedsMostOfThemIsHeard) {
  stage.press(Control::ControlLeft);
  stage.press(Control::ShiftLeft);
  stage.press(Control::KeyS);
  stage.wait(10ms);
  EXPECT_TRUE(read("load").pressed);
  EXPECT_FALSE(read("save").pressed);
  EXPECT_FALSE(read("lamp").pressed);
}

TEST_F(WithControls, DriveTheirOwnActionsAllTheSame) {
  stage.press(Control::ShiftLeft);
  stage.press(Control::KeyS);
  stage.wait(10ms);
  EXPECT_TRUE(read("brake").pressed);
}

TEST_F(WithControls, APressStaysWithWhoHeardItWhenTheyAreLetGo) {
  stage.press(Control::ShiftLeft);
  stage.press(Control::KeyS);
  stage.wait(10ms);
  stage.release(Control::ShiftLeft);
  stage.wait(10ms);
  EXPECT_TRUE(read("save").held);
  EXPECT_FALSE(read("lamp").pressed);
  stage.release(Control::KeyS);
  stage.wait(10ms);
  EXPECT_TRUE(read("save").released);
  EXPECT_FALSE(read("lamp").pressed);
}

TEST_F(WithControls, VectorsMoveOverAtOnceAndBack) {
  const Vector steer = book.vector("steer");
  const Vector trim = book.vector("trim");
  stage.press(Control::KeyD);
  stage.wait(10ms);
  EXPECT_EQ(seat.read(steer).value, (Vec2{1, 0}));
  stage.press(Control::ShiftLeft);
  stage.wait(10ms);
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 0}));
  EXPECT_EQ(seat.read(trim).value, (Vec2{1, 0}));
  stage.release(Control::ShiftLeft);
  stage.wait(10ms);
  EXPECT_EQ(seat.read(steer).value, (Vec2{1, 0}));
  EXPECT_EQ(seat.read(trim).value, (Vec2{0, 0}));
}

TEST_F(WithControls, MayBeOnAnotherDeviceAndATrigger) {
  seat.enter("chart");
  stage.move(Control::PadLeftTrigger, 0.45F);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_FALSE(read("lamp").pressed);
  stage.release(Control::Space);
  stage.move(Control::PadLeftTrigger, 0.6F);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read("lamp").pressed);
}

TEST_F(WithControls, AreUpWhenTheirDeviceIsUnplugged) {
  seat.enter("chart");
  stage.press(Control::PadLeftTrigger);
  stage.wait(10ms);
  stage.unplug(DeviceKind::gamepad);
  stage.wait(10ms);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_FALSE(read("lamp").pressed);
}

TEST_F(WithControls, CountThoughTheyWereDownBeforeTheContextWasEntered) {
  stage.press(Control::PadLeftTrigger);
  stage.wait(10ms);
  seat.enter("chart");
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read("lamp").pressed);
}

TEST(WithControlsAbove, ClaimTheirControlOnlyWhileTheyAreHeld) {
  testing::Rehearsal stage{make(
      {.actions = {{.name = "horn"}, {.name = "mark"}},
       .contexts = {
           {.name = "helm", .bindings = {{.action = "horn", .control = Control::Space}}},
           {.name = "chart",
            .rank = 1,
            .bindings = {
                {.action = "mark", .control = Control::Space, .with = {Control::ShiftLeft}}}}}})};
  const Button horn = stage.hub().playbook().button("horn");
  const Button mark = stage.hub().playbook().button("mark");
  stage.seat().enter("helm");
  stage.seat().enter("chart");
  stage.press(Control::Space);
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().read(horn).pressed);
  stage.press(Control::ShiftLeft);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_FALSE(stage.seat().read(horn).pressed);
  EXPECT_TRUE(stage.seat().read(mark).pressed);
}

TEST(WithControlsOfOneStick, AHalfServesTheOtherHalves) {
  testing::Rehearsal stage{
      make({.actions = {{.name = "lamp"}},
            .contexts = {{.name = "helm",
                          .bindings = {{.action = "lamp",
                                        .control = Control::PadLeftStickUp,
                                        .with = {Control::PadLeftStickRight}}}}}})};
  const Button lamp = stage.hub().playbook().button("lamp");
  stage.seat().enter("helm");
  stage.move(Control::PadLeftStick, 0.7F, 0);
  stage.wait(10ms);
  stage.move(Control::PadLeftStick, 0.7F, 0.7F);
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().read(lamp).pressed);
}

TEST(CheckWithControls, TheyMustBeThingsThatCanBeHeldBesides) {
  PlaybookDefinition definition = harbour();
  auto& bindings = definition.contexts[0].bindings;
  bindings[4].with = {Control::Wheel};
  bindings[5].with = {Control::PadSouth};
  bindings[8].with = {Control::ShiftLeft, Control::ShiftLeft};
  bindings.push_back({.action = "mark", .control = Control::KeyM, .with = {Control::KeyN}});
  bindings.push_back({.action = "horn", .control = Control::KeyM, .with = {Control::KeyN}});
  std::vector<std::string> messages;
  for (const Diagnostic& problem : check(definition)) messages.push_back(problem.message);
  EXPECT_EQ(messages,
            (std::vector<std::string>{
                "Wheel cannot be held; with = takes keys, buttons, triggers and halves of "
                "sticks",
                "PadSouth cannot be held for itself", "ShiftLeft stands twice in with =",
                "KeyM drives both \"mark\" and \"horn\" in context \"helm\""}));
}

}  // namespace
}  // namespace nextmove::support
