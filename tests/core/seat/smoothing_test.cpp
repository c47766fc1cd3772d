#include <cmath>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

/// All of a playbook's values shaped in one way, but for the mouse, which is scaled by 2.
PlaybookDefinition shaped(const Shaping& shaping) {
  Shaping of_mouse;
  of_mouse.custom = shaping.custom;
  of_mouse.smoothing = shaping.smoothing;
  of_mouse.scale = 2;
  std::vector<BindingDefinition> bindings(4);
  bindings[0] = {.action = "steer", .control = Control::PadLeftStick};
  bindings[1] = {.action = "throttle", .more = Control::KeyR, .less = Control::KeyF};
  bindings[2] = {.action = "look", .control = Control::PadRightStick, .rate = 10};
  bindings[3] = {.action = "look", .control = Control::MouseMotion};
  for (BindingDefinition& binding : bindings) binding.shaping = shaping;
  bindings[3].shaping = of_mouse;
  return {.actions = {{.name = "steer", .kind = ActionKind::vector},
                      {.name = "throttle", .kind = ActionKind::axis},
                      {.name = "look", .kind = ActionKind::motion}},
          .contexts = {{.name = "helm", .bindings = bindings}}};
}

struct Smoothed {
  explicit Smoothed(const Shaping& shaping = {.smoothing = 100ms}) : stage(make(shaped(shaping))) {
    stage.seat().enter("helm");
    stage.wait(10ms);
  }
  float throttle() { return stage.seat().read(stage.hub().playbook().axis("throttle")).value; }
  Vec2 steer() { return stage.seat().read(stage.hub().playbook().vector("steer")).value; }
  Vec2 look() { return stage.seat().read(stage.hub().playbook().motion("look")).value; }

  testing::Rehearsal stage;
};

TEST(Smoothing, LetsThrough63PercentAfterItsTimeConstant) {
  Smoothed smoothed;
  smoothed.stage.press(Control::KeyR);
  smoothed.stage.wait(100ms);
  EXPECT_NEAR(smoothed.throttle(), 1 - std::exp(-1), 1e-5);
  smoothed.stage.wait(200ms);
  EXPECT_NEAR(smoothed.throttle(), 1 - std::exp(-3), 1e-5);
}

TEST(Smoothing, ArrivesAndThenRests) {
  Smoothed smoothed;
  smoothed.stage.press(Control::KeyR);
  smoothed.stage.wait(2s);
  EXPECT_EQ(smoothed.throttle(), 1);
  smoothed.stage.wait(10ms);
  EXPECT_TRUE(smoothed.stage.seat().changes().empty());
  smoothed.stage.release(Control::KeyR);
  smoothed.stage.wait(100ms);
  EXPECT_NEAR(smoothed.throttle(), std::exp(-1), 1e-5);
  smoothed.stage.wait(2s);
  EXPECT_EQ(smoothed.throttle(), 0);
}

TEST(Smoothing, DoesTheSameAtEveryFrameRate) {
  for (const int frames : {1, 3, 50}) {
    Smoothed smoothed;
    smoothed.stage.press(Control::KeyR);
    for (int i = 0; i < frames; ++i) smoothed.stage.wait(150'000us / frames);
    EXPECT_NEAR(smoothed.throttle(), 1 - std::exp(-1.5), 1e-4) << frames;
  }
}

TEST(Smoothing, ScaleComesAfterIt) {
  Smoothed smoothed{{.smoothing = 100ms, .scale = 2}};
  smoothed.stage.press(Control::KeyR);
  smoothed.stage.wait(50ms);
  EXPECT_NEAR(smoothed.throttle(), 2 * (1 - std::exp(-0.5)), 1e-5);
  smoothed.stage.wait(100ms);
  EXPECT_EQ(smoothed.throttle(), 1);
}

TEST(Smoothing, OfAMotionLosesNothing) {
  Smoothed smoothed;
  float sum = 0;
  smoothed.stage.move(Control::MouseMotion, 10, 0);
  smoothed.stage.wait(100ms);
  EXPECT_NEAR(smoothed.look().x, 20 * (1 - std::exp(-1)), 1e-4);
  sum += smoothed.look().x;
  for (int i = 0; i < 200; ++i) {
    smoothed.stage.wait(10ms);
    sum += smoothed.look().x;
  }
  EXPECT_NEAR(sum, 20, 1e-3);
}

TEST(Smoothing, OfAStickThatMovesAMotionLosesNothing) {
  Smoothed smoothed{{.dead_zone = 0.0F, .smoothing = 100ms}};
  float sum = 0;
  smoothed.stage.move(Control::PadRightStick, 1, 0);
  for (int i = 0; i < 300; ++i) {
    if (i == 100) smoothed.stage.move(Control::PadRightStick, 0, 0);
    smoothed.stage.wait(10ms);
    sum += smoothed.look().x;
  }
  EXPECT_NEAR(sum, 10, 1e-2) << "a second at full push";
}

TEST(Smoothing, EndsAtOnceWhereTheContextIsLeft) {
  Smoothed smoothed;
  smoothed.stage.move(Control::PadLeftStick, 1, 0);
  smoothed.stage.press(Control::KeyR);
  smoothed.stage.wait(1s);
  smoothed.stage.seat().leave("helm");
  smoothed.stage.wait(1ms);
  EXPECT_EQ(smoothed.throttle(), 0);
  EXPECT_EQ(smoothed.steer(), (Vec2{}));
  smoothed.stage.seat().enter("helm");
  smoothed.stage.wait(1ms);
  EXPECT_EQ(smoothed.throttle(), 1) << "the live value counts at once";
}

TEST(Smoothing, EndsAtOnceWhereTheDeviceIsGone) {
  Smoothed smoothed;
  smoothed.stage.press(Control::KeyR);
  smoothed.stage.wait(1s);
  smoothed.stage.unplug(DeviceKind::keyboard);
  smoothed.stage.wait(1ms);
  EXPECT_EQ(smoothed.throttle(), 0);
}

TEST(CustomShaping, ComesAfterTheCurveAndBeforeScale) {
  Smoothed custom{{.dead_zone = 0.5F, .custom = "square", .scale = 0.5F}};
  custom.stage.hub().set_custom("square", [](Vec2 v) { return Vec2{v.x * v.x, v.y}; });
  custom.stage.move(Control::PadLeftStick, 0.75F, 0);
  custom.stage.wait(1ms);
  EXPECT_FLOAT_EQ(custom.steer().x, 0.125F) << "0.75 is half way beyond the dead zone";
}

TEST(CustomShaping, ShapesADisplacementToo) {
  Smoothed custom{{.custom = "halve"}};
  custom.stage.hub().set_custom("halve", [](Vec2 v) { return Vec2{v.x / 2, v.y / 2}; });
  custom.stage.move(Control::MouseMotion, 3, 4);
  custom.stage.wait(1ms);
  EXPECT_EQ(custom.look(), (Vec2{3, 4})) << "halved, then scaled by 2";
}

TEST(AxialDeadZone, KeepsANearlyStraightPushStraight) {
  Smoothed axial{{.dead_zone = 0.0F, .axial_dead_zone = 0.2F}};
  axial.stage.move(Control::PadLeftStick, 0.15F, 0.6F);
  axial.stage.wait(1ms);
  EXPECT_EQ(axial.steer().x, 0);
  EXPECT_FLOAT_EQ(axial.steer().y, 0.5F);
  axial.stage.move(Control::PadLeftStick, -1, 0);
  axial.stage.wait(1ms);
  EXPECT_EQ(axial.steer(), (Vec2{-1, 0}));
}

// Two others of the helm's rank, each with one of two keys that cancel each other at the helm.
PlaybookDefinition with_rivals() {
  const Shaping smooth{.smoothing = 100ms};
  return {
      .actions = {{.name = "steer", .kind = ActionKind::vector}, {.name = "tow"}, {.name = "cast"}},
      .contexts = {{.name = "helm",
                    .bindings = {{.action = "steer",
                                  .up = Control::KeyW,
                                  .down = Control::KeyS,
                                  .right = Control::KeyD,
                                  .shaping = smooth}}},
                   {.name = "tow", .bindings = {{.action = "tow", .control = Control::KeyW}}},
                   {.name = "cast", .bindings = {{.action = "cast", .control = Control::KeyS}}}}};
}

TEST(Smoothing, WhatItHasHardlyLetThroughHidesNoTap) {
  const Shaping slow = {.dead_zone = 0.0F, .smoothing = 1s};
  testing::Rehearsal stage{
      make({.actions = {{.name = "trim", .kind = ActionKind::axis}},
            .contexts = {
                {.name = "helm",
                 .bindings = {
                     {.action = "trim", .more = {Control::KeyD}, .less = {Control::KeyA}},
                     {.action = "trim", .control = Control::PadLeftStickX, .shaping = slow}}}}})};
  stage.seat().enter("helm");
  stage.press(Control::KeyD);
  stage.release(Control::KeyD);
  stage.move(Control::PadLeftStick, -0.5F, 0);
  stage.wait(100us);
  EXPECT_EQ(stage.seat().read(stage.hub().playbook().axis("trim")).value, 1);
}

TEST(Smoothing, GoesOnThroughASwitchOfContextsThatChangesNothing) {
  testing::Rehearsal stage{make(with_rivals())};
  Recording recording{describe(stage.hub()), {}};
  stage.hub().on_step([&](const Step& step) { recording.steps.push_back(step); });
  for (const char* context : {"helm", "cast", "tow"}) stage.seat().enter(context);
  for (const Control key : {Control::KeyW, Control::KeyS, Control::KeyD}) stage.press(key);
  stage.wait(2s);
  stage.release(Control::KeyD);
  stage.wait(100ms);
  stage.seat().switch_to("helm");
  stage.wait(0ms);
  const Vec2 after = stage.seat().read(stage.hub().playbook().vector("steer")).value;
  EXPECT_NEAR(after.x, std::exp(-1), 1e-4);
  EXPECT_EQ(after.y, 0);

  Hub again{make(with_rivals())};
  Replay replay{recording, again, DecidedBy::recording};
  while (replay.advance()) {
  }
  EXPECT_EQ(again.seats()[0]->read(again.playbook().vector("steer")).value, after) << "replayed";
}

}  // namespace
}  // namespace nextmove::support
