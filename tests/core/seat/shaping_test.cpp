#include <cmath>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

/// A stage where the left stick drives a vector, and the right trigger an axis, with this shaping.
struct Shaped {
  explicit Shaped(const Shaping& shaping)
      : stage(make({.actions = {{.name = "steer", .kind = ActionKind::vector},
                                {.name = "throttle", .kind = ActionKind::axis}},
                    .contexts = {{.name = "helm",
                                  .bindings = {{.action = "steer",
                                                .control = Control::PadLeftStick,
                                                .shaping = shaping},
                                               {.action = "throttle",
                                                .more = Control::PadRightTrigger,
                                                .less = Control::PadLeftTrigger,
                                                .shaping = of_one_value(shaping)}}}}})) {
    stage.seat().enter("helm");
  }

  static Shaping of_one_value(Shaping shaping) {
    shaping.invert_y = shaping.invert_x;
    return shaping;
  }

  Vec2 stick(float x, float y) {
    stage.move(Control::PadLeftStick, x, y);
    stage.wait(Duration{1000});
    return stage.seat().read(stage.hub().playbook().vector("steer")).value;
  }
  float trigger(float value) {
    stage.move(Control::PadRightTrigger, value);
    stage.wait(Duration{1000});
    return stage.seat().read(stage.hub().playbook().axis("throttle")).value;
  }

  testing::Rehearsal stage;
};

TEST(Shaping, AnOuterDeadZoneIsFullBeforeTheEnd) {
  Shaped shaped{{.dead_zone = 0.2F, .outer_dead_zone = 0.3F}};
  EXPECT_EQ(shaped.stick(0, 0.2F).y, 0);
  EXPECT_FLOAT_EQ(shaped.stick(0, 0.45F).y, 0.5F);
  EXPECT_FLOAT_EQ(shaped.stick(0, 0.7F).y, 1);
  EXPECT_FLOAT_EQ(shaped.stick(0, 0.9F).y, 1);
}

TEST(Shaping, APowerBendsTheLengthAndKeepsTheDirection) {
  Shaped shaped{{.dead_zone = 0.0F, .curve = {.power = 2}}};
  EXPECT_NEAR(shaped.stick(0.5F, 0).x, 0.25F, 1e-4);
  EXPECT_EQ(shaped.stick(0, -1), (Vec2{0, -1}));
  const Vec2 slanted = shaped.stick(0.3F, 0.4F);
  EXPECT_NEAR(slanted.x, 0.25F * 0.6F, 1e-4);
  EXPECT_NEAR(slanted.y, 0.25F * 0.8F, 1e-4);
}

TEST(Shaping, APowerIsCloseToTheTrueOneEverywhere) {
  for (const float power : {0.5F, 1.5F, 2.0F, 3.0F, 10.0F}) {
    Shaped shaped{{.dead_zone = 0.0F, .curve = {.power = power}}};
    for (int i = 10; i <= 1000; ++i) {
      const float x = static_cast<float>(i) / 1000;
      EXPECT_NEAR(shaped.trigger(x), std::pow(x, power), 1e-3) << x << " to the " << power;
    }
  }
}

TEST(Shaping, PointsAreJoinedByStraightLines) {
  Shaped shaped{{.dead_zone = 0.0F, .curve = {.points = {{0, 0}, {0.5F, 0.2F}, {1, 1}}}}};
  EXPECT_FLOAT_EQ(shaped.trigger(0.25F), 0.1F);
  EXPECT_FLOAT_EQ(shaped.trigger(0.5F), 0.2F);
  EXPECT_FLOAT_EQ(shaped.trigger(0.75F), 0.6F);
  EXPECT_FLOAT_EQ(shaped.trigger(1), 1);
}

TEST(Shaping, ACurveNeedNotBeginAtZero) {
  Shaped shaped{{.dead_zone = 0.1F, .curve = {.points = {{0, 0.3F}, {1, 1}}}}};
  EXPECT_EQ(shaped.trigger(0.1F), 0) << "in the dead zone nothing moves all the same";
  EXPECT_FLOAT_EQ(shaped.trigger(0.55F), 0.65F);
}

TEST(Shaping, ScaleComesLastAndIsCutOffAtOne) {
  Shaped shaped{{.dead_zone = 0.0F, .scale = 2}};
  EXPECT_FLOAT_EQ(shaped.stick(0.25F, 0).x, 0.5F);
  EXPECT_FLOAT_EQ(shaped.stick(0.9F, 0).x, 1);
  Shaped slow{{.dead_zone = 0.0F, .scale = 0.5F}};
  EXPECT_FLOAT_EQ(slow.stick(0, 1).y, 0.5F);
}

TEST(Shaping, InvertTurnsTheAxesThatAreNamed) {
  Shaped in_y{{.invert_y = true, .dead_zone = 0.0F}};
  EXPECT_EQ(in_y.stick(0.5F, 0.5F), (Vec2{0.5F, -0.5F}));
  Shaped in_x{{.invert_x = true, .dead_zone = 0.0F}};
  EXPECT_EQ(in_x.stick(0.5F, 0.5F), (Vec2{-0.5F, 0.5F}));
  EXPECT_EQ(in_x.trigger(0.5F), -0.5F);
}

TEST(Shaping, InvertedKeysTurnAsWell) {
  BindingDefinition keys =
      keys_for("steer", Control::KeyW, Control::KeyA, Control::KeyS, Control::KeyD);
  keys.shaping.invert_y = true;
  testing::Rehearsal stage{make({.actions = {{.name = "steer", .kind = ActionKind::vector}},
                                 .contexts = {{.name = "helm", .bindings = {keys}}}})};
  stage.seat().enter("helm");
  stage.press(Control::KeyW);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(stage.hub().playbook().vector("steer")).value, (Vec2{0, -1}));
}

TEST(Shaping, AFullKeyStaysFullUnderAnyCurve) {
  BindingDefinition keys =
      keys_for("steer", Control::KeyW, Control::KeyA, Control::KeyS, Control::KeyD);
  keys.shaping.curve.power = 3;
  testing::Rehearsal stage{make({.actions = {{.name = "steer", .kind = ActionKind::vector}},
                                 .contexts = {{.name = "helm", .bindings = {keys}}}})};
  stage.seat().enter("helm");
  stage.press(Control::KeyW);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(stage.hub().playbook().vector("steer")).value, (Vec2{0, 1}));
}

TEST(CheckShaping, EveryNumberHasItsRange) {
  const auto problem_of = [](const Shaping& shaping) {
    const auto problems = check({.actions = {{.name = "it", .kind = ActionKind::axis}},
                                 .contexts = {{.name = "helm",
                                               .bindings = {{.action = "it",
                                                             .control = Control::PadLeftTrigger,
                                                             .shaping = shaping}}}}});
    return problems.empty() ? std::string{} : problems[0].message;
  };
  EXPECT_EQ(problem_of({.dead_zone = 0.5F, .outer_dead_zone = 0.4F, .curve = {.power = 10}}), "");
  EXPECT_EQ(problem_of({.outer_dead_zone = 1}), "outer_dead_zone must lie between 0 and 0.95");
  EXPECT_EQ(problem_of({.dead_zone = 0.5F, .outer_dead_zone = 0.5F}),
            "dead_zone and outer_dead_zone leave nothing between them; together they may be 0.95");
  EXPECT_EQ(problem_of({.scale = -1}),
            "scale must be above 0 and at most 10; to turn a direction round, use invert");
  EXPECT_EQ(problem_of({.curve = {.power = 0}}),
            "the power of a curve must lie between 0.1 and 10");
  const std::string points =
      "the points of a curve run from x = 0 to x = 1, x growing from each to the next, y between 0 "
      "and 1";
  EXPECT_EQ(problem_of({.curve = {.points = {{0, 0}}}}), points);
  EXPECT_EQ(problem_of({.curve = {.points = {{0, 0}, {0.5F, 2}, {1, 1}}}}), points);
  EXPECT_EQ(problem_of({.curve = {.points = {{0, 0}, {0.5F, 0}, {0.5F, 1}, {1, 1}}}}), points);
  EXPECT_EQ(problem_of({.scale = std::nanf("")}),
            "scale must be above 0 and at most 10; to turn a direction round, use invert");
}

}  // namespace
}  // namespace nextmove::support
