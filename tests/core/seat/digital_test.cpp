#include <cmath>
#include <map>
#include <random>

#include "support/chance.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

struct DigitalReading : ::testing::Test {
  DigitalReading() { stage.seat().enter("helm"); }

  static PlaybookDefinition definition() {
    return {
        .actions = {{.name = "steer",
                     .kind = ActionKind::vector,
                     .digital = {.press_at = 0.6F, .release_at = 0.3F}},
                    {.name = "throttle", .kind = ActionKind::axis}},
        .contexts = {{.name = "helm",
                      .bindings = {{.action = "steer",
                                    .control = Control::PadLeftStick,
                                    .shaping = {.dead_zone = 0.0F}},
                                   {.action = "throttle",
                                    .control = Control::PadRightStickX,
                                    .shaping = {.dead_zone = 0.0F}},
                                   keys_for("steer", Control::KeyW, Control::KeyA, Control::KeyS,
                                            Control::KeyD)}}},
    };
  }

  Digital stick(float x, float y) {
    stage.move(Control::PadLeftStick, x, y);
    stage.wait(1ms);
    return stage.seat().read(stage.hub().playbook().vector("steer")).digital;
  }
  /// Full push at an angle in degrees, from the right towards up.
  Digital at(double degrees) {
    const double angle = degrees * 3.14159265358979 / 180;
    return stick(static_cast<float>(std::cos(angle)), static_cast<float>(std::sin(angle)));
  }
  int throttle(float x) {
    stage.move(Control::PadRightStick, x);
    stage.wait(1ms);
    return stage.seat().read(stage.hub().playbook().axis("throttle")).digit;
  }

  testing::Rehearsal stage{make(definition())};
};

TEST_F(DigitalReading, AnAxisIsMinusOneNoneOrOneByThresholds) {
  EXPECT_EQ(throttle(0.49F), 0);
  EXPECT_EQ(throttle(0.5F), 1);
  EXPECT_EQ(throttle(0.41F), 1) << "released below 0.4 only";
  EXPECT_EQ(throttle(0.39F), 0);
  EXPECT_EQ(throttle(-0.5F), -1);
  EXPECT_EQ(throttle(0.45F), 0);
  EXPECT_EQ(throttle(0.6F), 1);
  EXPECT_EQ(throttle(-0.6F), -1);
}

TEST_F(DigitalReading, AnActionMayHaveThresholdsOfItsOwn) {
  EXPECT_EQ(stick(0.59F, 0).x, 0);
  EXPECT_EQ(stick(0.6F, 0).x, 1);
  EXPECT_EQ(stick(0.31F, 0).x, 1);
  EXPECT_EQ(stick(0.29F, 0).x, 0);
}

TEST_F(DigitalReading, KeysReadLikeAStick) {
  stage.press(Control::KeyW);
  stage.press(Control::KeyD);
  stage.wait(1ms);
  const VectorReading reading = stage.seat().read(stage.hub().playbook().vector("steer"));
  EXPECT_EQ(reading.digital, (Digital{1, 1, reading.digital.four, Way::up_right}));
}

TEST_F(DigitalReading, EachOfTheEightWaysIsTheNearest) {
  using enum Way;
  const Way ways[] = {right, up_right, up, up_left, left, down_left, down, down_right};
  for (int i = 0; i < 8; ++i) {
    for (const int off : {-20, 0, 20}) {
      stick(0, 0);
      EXPECT_EQ(at(45 * i + off).eight, ways[i]) << 45 * i + off;
    }
  }
}

TEST_F(DigitalReading, EachOfTheFourWaysIsTheNearest) {
  using enum Way;
  const Way ways[] = {right, up, left, down};
  for (int i = 0; i < 4; ++i) {
    for (const int off : {-40, 0, 40}) {
      stick(0, 0);
      EXPECT_EQ(at(90 * i + off).four, ways[i]) << 90 * i + off;
    }
  }
}

TEST_F(DigitalReading, ExactlyBetweenTwoOfTheFourWaysTheFirstOfThemIsRead) {
  const std::array ways = {Way::right, Way::up, Way::left, Way::right};
  for (std::size_t i = 0; i < ways.size(); ++i) {
    stick(0, 0);
    EXPECT_EQ(stick(i == 0 || i == 3 ? 0.75F : -0.75F, i < 2 ? 0.75F : -0.75F).four, ways[i]) << i;
  }
}

TEST_F(DigitalReading, OfTwoKeysTheFirstKeepsItsWayOfFour) {
  stage.press(Control::KeyS);
  stage.press(Control::KeyD);
  stage.wait(1ms);
  const VectorReading reading = stage.seat().read(stage.hub().playbook().vector("steer"));
  EXPECT_EQ(reading.digital.four, Way::down);
  EXPECT_EQ(reading.digital.eight, Way::down_right);
}

TEST_F(DigitalReading, AWayIsKeptUntilAnotherIsClearlyNearer) {
  at(0);
  EXPECT_EQ(at(27).eight, Way::right) << "past the border at 22.5, by less than 5 degrees";
  EXPECT_EQ(at(28).eight, Way::up_right);
  EXPECT_EQ(at(18).eight, Way::up_right);
  EXPECT_EQ(at(17).eight, Way::right);
  EXPECT_EQ(at(49).four, Way::right);
  EXPECT_EQ(at(51).four, Way::up);
  EXPECT_EQ(at(41).four, Way::up);
  EXPECT_EQ(at(39).four, Way::right);
}

TEST_F(DigitalReading, AStickTremblingOnABorderDoesNotChatter) {
  at(22);
  const Way before = at(22).eight;
  for (int i = 0; i < 100; ++i) EXPECT_EQ(at(i % 2 == 0 ? 20 : 25).eight, before);
}

TEST_F(DigitalReading, TheDigitsOfAVectorAreThoseOfItsWayInEight) {
  const std::map<Way, std::pair<int, int>> digits = {
      {Way::none, {0, 0}},        {Way::right, {1, 0}},    {Way::up_right, {1, 1}},
      {Way::up, {0, 1}},          {Way::up_left, {-1, 1}}, {Way::left, {-1, 0}},
      {Way::down_left, {-1, -1}}, {Way::down, {0, -1}},    {Way::down_right, {1, -1}}};
  std::mt19937 random = chance();
  std::uniform_real_distribution<float> any{-1, 1};
  for (int i = 0; i < 2'000; ++i) {
    const Digital read = stick(any(random), any(random));
    EXPECT_EQ((std::pair<int, int>{read.x, read.y}), digits.at(read.eight));
    EXPECT_EQ(read.four == Way::none, read.eight == Way::none);
  }
}

struct AtTheEdge : DigitalReading {
  AtTheEdge() : edge(make(full())) { edge.seat().enter("helm"); }
  static PlaybookDefinition full() {
    PlaybookDefinition book = definition();
    book.actions[0].digital = {.press_at = 1, .release_at = 1};
    return book;
  }
  Digital read() {
    edge.wait(1ms);
    return edge.seat().read(edge.hub().playbook().vector("steer")).digital;
  }
  testing::Rehearsal edge;
};

TEST_F(AtTheEdge, AFullPushHasAWayWhicheverWayItPoints) {
  for (int degrees = 0; degrees < 360; ++degrees) {
    const double angle = degrees * 3.14159265358979 / 180;
    edge.move(Control::PadLeftStick, static_cast<float>(std::cos(angle)),
              static_cast<float>(std::sin(angle)));
    EXPECT_NE(read().eight, Way::none) << degrees;
  }
}

TEST_F(AtTheEdge, SoHaveTwoKeys) {
  edge.press(Control::KeyW);
  edge.press(Control::KeyD);
  EXPECT_EQ(read().eight, Way::up_right);
  EXPECT_EQ(read().x, 1);
  edge.release(Control::KeyD);
  EXPECT_EQ(read().eight, Way::up);
}

TEST_F(DigitalReading, AnAxisThatSwingsOverHasNoWayThatItNeverReached) {
  EXPECT_EQ(throttle(1), 1);
  EXPECT_EQ(throttle(-0.45F), 0);
}

TEST_F(DigitalReading, AShortPushHasNoWayAndAWayEndsLater) {
  EXPECT_EQ(stick(0.5F, 0).eight, Way::none);
  EXPECT_EQ(stick(0.6F, 0).eight, Way::right);
  EXPECT_EQ(stick(0.3F, 0).four, Way::right);
  EXPECT_EQ(stick(0.29F, 0).four, Way::none);
}

TEST(CheckDigital, ThresholdsOfAnActionAreForAxesAndVectors) {
  PlaybookDefinition definition = harbour();
  definition.actions[0].digital = {.press_at = 0.2F, .release_at = 0.3F};
  definition.actions[2].digital = {.press_at = 0.9F};
  std::vector<std::string> messages;
  for (const Diagnostic& problem : check(definition)) messages.push_back(problem.message);
  EXPECT_EQ(messages,
            (std::vector<std::string>{
                "the thresholds must keep 0 < release_at <= press_at <= 1",
                "here press_at and release_at are for axes and vectors, which can be read "
                "digitally; a button's stand in its bindings"}));
}

}  // namespace
}  // namespace nextmove::support
