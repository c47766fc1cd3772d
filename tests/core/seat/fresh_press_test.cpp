#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using FreshPress = AtTheHelm;

TEST_F(FreshPress, ThePressThatOpensTheChartDoesNotCloseIt) {
  stage.press(Control::KeyM);
  stage.wait(10ms);
  ASSERT_TRUE(read(open_chart).pressed);
  stage.seat().enter("chart");
  for (int i = 0; i < 5; ++i) {
    stage.wait(10ms);
    EXPECT_FALSE(read(close_chart).held);
  }
  stage.release(Control::KeyM);
  stage.wait(10ms);
  EXPECT_FALSE(read(close_chart).pressed);
  stage.press(Control::KeyM);
  stage.wait(10ms);
  EXPECT_TRUE(read(close_chart).pressed);
  EXPECT_FALSE(read(open_chart).pressed);
}

TEST_F(FreshPress, ThePressThatClosesTheChartDoesNotOpenItAgain) {
  stage.seat().enter("chart");
  stage.press(Control::KeyM);
  stage.wait(10ms);
  ASSERT_TRUE(read(close_chart).pressed);
  stage.seat().leave("chart");
  stage.wait(10ms);
  EXPECT_FALSE(read(open_chart).pressed);
  stage.release(Control::KeyM);
  stage.press(Control::KeyM);
  stage.wait(10ms);
  EXPECT_TRUE(read(open_chart).pressed);
}

TEST_F(FreshPress, AButtonThatIsDownAtTheEntryWaitsForAFreshPress) {
  stage.seat().leave("helm");
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.seat().enter("helm");
  stage.wait(10ms);
  EXPECT_FALSE(read(horn).held);
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_FALSE(read(horn).released);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
}

TEST_F(FreshPress, AxesAndVectorsTakeTheLiveValueAtOnce) {
  stage.seat().leave("helm");
  stage.press(Control::KeyW);
  stage.move(Control::PadRightTrigger, 1);
  stage.wait(10ms);
  stage.seat().enter("helm");
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
  EXPECT_EQ(read(throttle).value, 1);
}

TEST_F(FreshPress, ATriggerThatIsHalfwayAtTheEntryPressesWhenItPassesItsThreshold) {
  stage.seat().leave("helm");
  stage.move(Control::PadLeftTrigger, 0.3F);
  stage.wait(10ms);
  stage.seat().enter("helm");
  stage.move(Control::PadLeftTrigger, 0.8F);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
}

TEST_F(FreshPress, AReleaseOutsideTheContextMakesTheNextPressFresh) {
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.seat().leave("helm");
  stage.release(Control::Space);
  stage.wait(10ms);
  stage.seat().enter("helm");
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
}

TEST_F(FreshPress, ADeviceThatIsGivenToASeatBeginsAtRest) {
  Seat& other = stage.hub().add_seat("starboard tug");
  other.enter("helm");
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.hub().give(stage.device(DeviceKind::keyboard), other);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).released);
  EXPECT_FALSE(other.read(horn).held);
}

}  // namespace
}  // namespace nextmove::support
