// Presses of the directions of an axis or a vector: a menu that is steered by one.
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

class Directions : public ::testing::Test {
 protected:
  Directions() {
    stage.seat().enter("menu");
    for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::gamepad, DeviceKind::mouse}) {
      stage.device(kind);
    }
  }
  static PlaybookDefinition book() {
    return {.actions = {{.name = "choose", .kind = ActionKind::vector},
                        {.name = "volume", .kind = ActionKind::axis},
                        {.name = "drift", .kind = ActionKind::axis}},
            .contexts =
                {{.name = "menu",
                  .bindings = {keys_for("choose", KeyW, KeyA, KeyS, KeyD),
                               {.action = "choose", .control = PadLeftStick},
                               {.action = "volume", .more = KeyE, .less = KeyQ},
                               {.action = "volume", .control = WheelY, .shaping = {.scale = 0.1F}},
                               {.action = "drift",
                                .more = KeyX,
                                .less = KeyZ,
                                .shaping = {.smoothing = 300ms}}}},
                 {.name = "cover",
                  .rank = 1,
                  .bindings = {{.action = "choose", .up = ArrowUp, .down = KeyW}}}},
            .mutes = {{.name = "call", .actions = {"choose", "volume"}}}};
  }
  DirectionPresses choose() { return stage.seat().read(vector).presses; }
  AxisReading volume() { return stage.seat().read(axis); }
  void tap(Control control) {
    stage.press(control);
    stage.release(control);
  }

  testing::Rehearsal stage{make(book())};
  Vector vector = stage.hub().playbook().vector("choose");
  Axis axis = stage.hub().playbook().axis("volume");
};

TEST_F(Directions, EachIsPressedOnceWhenItsDigitComesUp) {
  stage.press(KeyW);
  stage.wait(10ms);
  EXPECT_EQ(choose(), (DirectionPresses{.up = 1}));
  stage.wait(10ms);
  EXPECT_EQ(choose(), DirectionPresses{});
  stage.press(KeyD);
  stage.wait(10ms);
  EXPECT_EQ(choose(), (DirectionPresses{.right = 1})) << "up is down already";
  stage.release(KeyW);
  stage.press(KeyQ);
  stage.wait(10ms);
  EXPECT_EQ(choose(), DirectionPresses{});
  EXPECT_EQ(volume().less_presses, 1U);
  EXPECT_EQ(volume().more_presses, 0U);
}

TEST_F(Directions, EveryTapBetweenTwoUpdatesCounts) {
  for (int i = 0; i < 3; ++i) tap(KeyW);
  tap(KeyE);
  stage.press(KeyE);
  stage.wait(10ms);
  EXPECT_EQ(choose().up, 3U);
  EXPECT_EQ(volume().more_presses, 2U);
  stage.release(KeyE);
  stage.press(KeyE);
  stage.wait(10ms);
  EXPECT_EQ(volume().more_presses, 1U) << "though the value is what it was";
  EXPECT_EQ(stage.seat().changes().size(), 2U) << "and it is among the changes";
}

TEST_F(Directions, AStickPressesByItsThresholds) {
  const auto push = [&](float y) {
    stage.move(PadLeftStick, 0, y);
    stage.wait(10ms);
    return choose().up;
  };
  EXPECT_EQ(push(0.4F), 0U);
  EXPECT_EQ(push(0.9F), 1U);
  EXPECT_EQ(push(0.55F), 0U);
  EXPECT_EQ(push(0.9F), 0U) << "it never fell below the lower threshold";
  EXPECT_EQ(push(0), 0U);
  EXPECT_EQ(push(0.9F), 1U);
}

TEST_F(Directions, WhatIsDownAlreadyIsNoPress) {
  stage.press(KeyW);
  stage.wait(10ms);
  stage.seat().leave("menu");
  stage.wait(10ms);
  stage.seat().enter("menu");
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(vector).digital.y, 1);
  EXPECT_EQ(choose(), DirectionPresses{});
  stage.seat().mute("call");
  stage.wait(10ms);
  stage.seat().unmute("call");
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(vector).digital.y, 1);
  EXPECT_EQ(choose(), DirectionPresses{});
  stage.seat().enter("cover");
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(vector).digital.y, -1) << "the key means down now";
  EXPECT_EQ(choose(), DirectionPresses{});
}

TEST_F(Directions, AMutedActionHearsNoPress) {
  stage.seat().mute("call");
  tap(KeyW);
  stage.move(Wheel, 0, 1);
  stage.wait(10ms);
  EXPECT_EQ(choose(), DirectionPresses{});
  EXPECT_EQ(volume().more_presses, 0U);
}

TEST_F(Directions, ADetentOfTheWheelPressesHoweverLittleItMoves) {
  stage.move(Wheel, 0, 2);
  stage.wait(10ms);
  EXPECT_EQ(volume().more_presses, 2U);
  EXPECT_EQ(volume().digit, 0) << "0.2 is not beyond the threshold";
  stage.move(Wheel, 0, -0.5F);
  stage.wait(10ms);
  EXPECT_EQ(volume().less_presses, 0U);
  stage.move(Wheel, 0, -0.5F);
  stage.wait(10ms);
  EXPECT_EQ(volume().less_presses, 1U);
}

TEST_F(Directions, SmoothingDelaysNoPress) {
  tap(KeyX);
  stage.wait(10ms);
  const AxisReading drift = stage.seat().read(stage.hub().playbook().axis("drift"));
  EXPECT_LT(drift.value, 0.1F);
  EXPECT_EQ(drift.more_presses, 1U);
}

TEST_F(Directions, HandlersAreCalledOnceForEachPress) {
  std::string heard;
  HandlerSet set;
  set.on_press(vector, ActionPart::up, [&] { heard += 'u'; })
      .on_press(vector, ActionPart::left, [&] { heard += 'l'; })
      .on_press(axis, ActionPart::less, [&] { heard += '-'; });
  set.attach(stage.seat());
  tap(KeyW);
  tap(KeyW);
  tap(KeyQ);
  stage.wait(10ms);
  EXPECT_EQ(heard, "uu-");
}

TEST_F(Directions, AHandlerForADirectionThatThereIsNotIsAComplaint) {
  Complaints heard;
  HandlerSet set;
  set.on_press(vector, ActionPart::more, [] {}).on_press(axis, ActionPart::whole, [] {});
  EXPECT_EQ(heard.take(), (std::vector<std::string>{
                              "HandlerSet::on_press: was given the direction more of a vector, "
                              "which has up, down, left and right",
                              "HandlerSet::on_press: was given the direction whole of an axis, "
                              "which has more and less"}));
}

TEST_F(Directions, ASlowReaderSeesEveryPress) {
  Reader reader{stage.seat()};
  for (int i = 0; i < 3; ++i) {
    tap(KeyW);
    stage.wait(10ms);
  }
  tap(KeyQ);
  stage.wait(10ms);
  stage.wait(10ms);
  reader.step();
  EXPECT_EQ(reader.read(vector).presses.up, 3U);
  EXPECT_EQ(reader.read(axis).less_presses, 1U);
  reader.step();
  EXPECT_EQ(reader.read(vector).presses.up, 0U);
}

TEST_F(Directions, AnInterceptorsValueIsPressedByItsDigit) {
  float push = 0;
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) { incoming.set(axis, push); });
  tap(KeyE);
  stage.wait(10ms);
  EXPECT_EQ(volume().more_presses, 0U) << "what is replaced was never pressed";
  push = 1;
  stage.wait(10ms);
  EXPECT_EQ(volume().more_presses, 1U);
  stage.wait(10ms);
  EXPECT_EQ(volume().more_presses, 0U);
}

}  // namespace
}  // namespace nextmove::support
