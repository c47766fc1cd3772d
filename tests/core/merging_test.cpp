#include <algorithm>
#include <cmath>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using Merging = AtTheHelm;

TEST_F(Merging, OppositeKeysCancel) {
  stage.press(Control::KeyA);
  stage.press(Control::KeyD);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
}

TEST_F(Merging, ADiagonalHasLengthOne) {
  stage.press(Control::KeyW);
  stage.press(Control::KeyD);
  stage.wait(10ms);
  EXPECT_FLOAT_EQ(read(steer).value.x, 0.70710677F);
  EXPECT_FLOAT_EQ(read(steer).value.y, 0.70710677F);
}

TEST_F(Merging, UpIsPositive) {
  stage.press(Control::KeyW);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
}

TEST_F(Merging, ADriftingStickNeverBeatsAKey) {
  stage.move(Control::PadLeftStick, 0.3F, 0.1F);
  stage.press(Control::KeyA);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{-1, 0}));
}

TEST_F(Merging, AmongDevicesTheLargestWins) {
  stage.move(Control::PadLeftStick, 0, 0.9F);
  stage.wait(10ms);
  const float from_stick = read(steer).value.y;
  EXPECT_GT(from_stick, 0);
  EXPECT_LT(from_stick, 1);
  stage.press(Control::KeyW);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value.y, 1);
  stage.release(Control::KeyW);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value.y, from_stick);
}

TEST_F(Merging, AFullStickIsNoLargerThanAKeyWhicheverWayItPoints) {
  stage.press(Control::KeyA);
  for (int degrees = 0; degrees < 360; ++degrees) {
    const float angle = static_cast<float>(degrees) / 57.29578F;
    const Vec2 corner = {std::clamp(1.4F * std::cos(angle), -1.0F, 1.0F),
                         std::clamp(1.4F * std::sin(angle), -1.0F, 1.0F)};
    stage.move(Control::PadLeftStick, corner.x, corner.y);
    stage.wait(10ms);
    ASSERT_EQ(read(steer).value, (Vec2{-1, 0})) << degrees << " degrees";
  }
}

TEST_F(Merging, AmongDevicesTheSignIsKept) {
  stage.press(Control::KeyF);
  stage.move(Control::PadRightTrigger, 0.6F);
  stage.wait(10ms);
  EXPECT_EQ(read(throttle).value, -1);
}

TEST_F(Merging, AButtonIsHeldUntilTheLastOfItsControlsIsReleased) {
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.press(Control::PadSouth);
  stage.wait(10ms);
  EXPECT_FALSE(read(horn).pressed) << "it was down already";
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).held);
  EXPECT_FALSE(read(horn).released);
  stage.release(Control::PadSouth);
  stage.wait(10ms);
  EXPECT_FALSE(read(horn).held);
  EXPECT_TRUE(read(horn).released);
}

TEST_F(Merging, TheDirectionsOfAnAxisAddUp) {
  stage.press(Control::KeyR);
  stage.wait(10ms);
  EXPECT_EQ(read(throttle).value, 1);
  stage.press(Control::KeyF);
  stage.wait(10ms);
  EXPECT_EQ(read(throttle).value, 0);
  stage.release(Control::KeyR);
  stage.wait(10ms);
  EXPECT_EQ(read(throttle).value, -1);
}

TEST(MergingWithinADevice, TwoBindingsOfOneActionAddUpToNoMoreThanOne) {
  using enum Control;
  testing::Rehearsal stage{
      make({.actions = {{.name = "steer", .kind = ActionKind::vector}},
            .contexts = {
                {.name = "helm",
                 .bindings = {keys_for("steer", KeyW, KeyA, KeyS, KeyD),
                              keys_for("steer", ArrowUp, ArrowLeft, ArrowDown, ArrowRight)}}}})};
  const Vector steer = stage.hub().playbook().vector("steer");
  stage.seat().enter("helm");
  stage.press(KeyW);
  stage.press(ArrowUp);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(steer).value, (Vec2{0, 1}));
  stage.release(KeyW);
  stage.press(KeyS);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(steer).value, (Vec2{0, 0}));
}

struct StickParts : ::testing::Test {
  static PlaybookDefinition definition() {
    using enum Control;
    return {.actions = {{.name = "lift", .kind = ActionKind::axis},
                        {.name = "slew", .kind = ActionKind::axis},
                        {.name = "aim", .kind = ActionKind::vector},
                        {.name = "nod"}},
            .contexts = {{.name = "crane",
                          .bindings = {{.action = "lift", .control = PadLeftStickY},
                                       {.action = "slew", .control = PadLeftStickX},
                                       {.action = "aim",
                                        .up = PadRightStickDown,
                                        .left = PadRightStickLeft,
                                        .right = PadRightStickRight,
                                        .shaping = {.dead_zone = 0.0F}},
                                       {.action = "nod", .control = PadRightStickUp}}}}};
  }
  StickParts() : stage(make(definition())) { stage.seat().enter("crane"); }

  const Playbook& book() { return stage.hub().playbook(); }

  testing::Rehearsal stage;
};

TEST_F(StickParts, TheAxesOfAStickAreControlsOfTheirOwn) {
  stage.move(Control::PadLeftStick, -1, 0.575F);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(book().axis("slew")).value, -1);
  EXPECT_FLOAT_EQ(stage.seat().read(book().axis("lift")).value, 0.5F);
}

TEST_F(StickParts, AHalfOfAStickDrivesAnyDirection) {
  stage.move(Control::PadRightStick, 0.25F, -0.5F);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(book().vector("aim")).value, (Vec2{0.25F, 0.5F}));
  EXPECT_FALSE(stage.seat().read(book().button("nod")).held);
}

TEST_F(StickParts, AHalfOfAStickIsAButton) {
  stage.move(Control::PadRightStick, 0, 0.8F);
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().read(book().button("nod")).pressed);
  EXPECT_EQ(stage.seat().read(book().vector("aim")).value, (Vec2{0, 0}));
}

}  // namespace
}  // namespace nextmove::support
