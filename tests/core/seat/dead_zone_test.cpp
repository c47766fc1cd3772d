#include <cmath>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using DeadZone = AtTheHelm;

float length(Vec2 v) {
  return std::sqrt(v.x * v.x + v.y * v.y);
}

TEST_F(DeadZone, AStickAtRestReadsAsZeroAndNotAsDrift) {
  stage.move(Control::PadLeftStick, 0.08F, -0.08F);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
}

TEST_F(DeadZone, ValuesStartAtZeroAtItsEdge) {
  stage.move(Control::PadLeftStick, 0, stick_dead_zone + 0.001F);
  stage.wait(10ms);
  EXPECT_GT(read(steer).value.y, 0);
  EXPECT_LT(read(steer).value.y, 0.005F);
}

TEST_F(DeadZone, ItIsRadialAndKeepsTheDirection) {
  // Each axis alone lies within the dead zone; together they are outside.
  stage.move(Control::PadLeftStick, 0.14F, 0.14F);
  stage.wait(10ms);
  EXPECT_GT(read(steer).value.x, 0);
  EXPECT_FLOAT_EQ(read(steer).value.x, read(steer).value.y);
}

TEST_F(DeadZone, FullDeflectionReadsAsFull) {
  stage.move(Control::PadLeftStick, -1, 0);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{-1, 0}));
}

TEST_F(DeadZone, TheCornerOfASquareGateHasLengthOne) {
  stage.move(Control::PadLeftStick, 1, 1);
  stage.wait(10ms);
  EXPECT_FLOAT_EQ(length(read(steer).value), 1);
}

TEST_F(DeadZone, AStickAtEightPercentLeavesTheKeysTheirFullEffect) {
  stage.move(Control::PadLeftStick, 0.08F, 0.08F);
  stage.press(Control::KeyA);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{-1, 0}));
}

TEST_F(DeadZone, TriggersHaveASmallOne) {
  stage.move(Control::PadRightTrigger, trigger_dead_zone);
  stage.wait(10ms);
  EXPECT_EQ(read(throttle).value, 0);
  stage.move(Control::PadRightTrigger, 0.525F);
  stage.wait(10ms);
  EXPECT_FLOAT_EQ(read(throttle).value, 0.5F);
}

}  // namespace
}  // namespace nextmove::support
