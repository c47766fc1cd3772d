#include <algorithm>
#include <array>
#include <cmath>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using Merging = AtTheHelm;

TEST_F(Merging, OppositeKeysCancel) {
  stage.press(Control::KeyA);
  stage.wait(10ms);
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

TEST_F(Merging, WhoDrivesGoesOnUntilAnotherIsClearlyLarger) {
  stage.move(Control::PadLeftStick, 0, 0.575F);  // 0.5 beyond the dead zone
  stage.wait(10ms);
  const DeviceId other = stage.hub().plug({DeviceKind::gamepad, "another"}, stage.now());
  stage.hub().give(other, stage.seat());
  const auto push = [&](float value) {
    stage.hub().feed({stage.now(), other, Control::PadLeftStick, value, 0});
    stage.wait(10ms);
  };
  push(0.5F);
  EXPECT_GT(read(steer).value.y, 0) << "smaller by more than 0.05";
  push(0.56F);
  EXPECT_GT(read(steer).value.x, 0) << "came up to it: what is pushed now counts";
  stage.move(Control::PadLeftStick, 0, 0.6F);
  stage.wait(10ms);
  EXPECT_GT(read(steer).value.x, 0) << "larger, but only just";
  stage.move(Control::PadLeftStick, 0, 0.65F);
  stage.wait(10ms);
  EXPECT_GT(read(steer).value.y, 0) << "larger by more than 0.05";
}

TEST_F(Merging, TremblingDecidesNothing) {
  stage.press(Control::KeyA);
  stage.wait(10ms);
  stage.move(Control::PadLeftStick, 0.98F, 0);
  stage.wait(10ms);
  ASSERT_GT(read(steer).value.x, 0) << "the stick was pushed last";
  for (int i = 0; i < 20; ++i) {
    stage.move(Control::PadLeftStick, i % 2 == 0 ? 0.97F : 1, 0);
    stage.wait(10ms);
    EXPECT_GT(read(steer).value.x, 0);
  }
}

TEST_F(Merging, OneThatIsAtRestDrivesNothing) {
  stage.press(Control::KeyA);
  stage.wait(10ms);
  stage.release(Control::KeyA);
  stage.move(Control::PadLeftStick, 0.18F, 0);  // hardly beyond the dead zone
  stage.wait(10ms);
  stage.wait(10ms);
  EXPECT_GT(read(steer).value.x, 0);
}

TEST_F(Merging, ATapShorterThanAnUpdateIsReadOnce) {
  stage.press(Control::KeyD);
  stage.release(Control::KeyD);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{1, 0}));
  EXPECT_EQ(read(steer).digital.x, 1);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
  EXPECT_EQ(read(steer).digital.x, 0);
}

TEST_F(Merging, WhatWasReadBeforeIsNotReadAgainWhenItEnds) {
  stage.press(Control::KeyD);
  stage.wait(10ms);
  stage.move(Control::KeyD, 1);  // said again
  stage.release(Control::KeyD);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
}

TEST_F(Merging, OfSeveralTapsTheLargestIsReadAndOfEqualOnesTheLast) {
  stage.press(Control::KeyD);
  stage.release(Control::KeyD);
  stage.press(Control::KeyA);
  stage.release(Control::KeyA);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{-1, 0}));
  stage.wait(10ms);
  stage.press(Control::KeyD);
  stage.release(Control::KeyD);
  stage.move(Control::PadLeftStick, -0.5F, 0);
  stage.move(Control::PadLeftStick, 0, 0);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{1, 0}));
}

TEST_F(Merging, AMuteALostFocusAndALostDeviceEndATap) {
  const auto tapped = [&] {
    stage.wait(10ms);
    stage.press(Control::KeyD);
    stage.release(Control::KeyD);
  };
  tapped();
  stage.hub().release_all(stage.now());
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
  tapped();
  stage.unplug(DeviceKind::keyboard);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
}

TEST_F(Merging, AFullStickTakesOverFromAKeyWhicheverWayItPoints) {
  for (int degrees = 0; degrees < 360; ++degrees) {
    const float angle = static_cast<float>(degrees) / 57.29578F;
    const Vec2 corner = {std::clamp(1.4F * std::cos(angle), -1.0F, 1.0F),
                         std::clamp(1.4F * std::sin(angle), -1.0F, 1.0F)};
    stage.press(Control::KeyA);
    stage.wait(10ms);
    stage.move(Control::PadLeftStick, corner.x, corner.y);
    stage.wait(10ms);
    const float length = std::hypot(corner.x, corner.y);
    ASSERT_NEAR(read(steer).value.x, corner.x / length, 1e-5) << degrees << " degrees";
    ASSERT_NEAR(read(steer).value.y, corner.y / length, 1e-5) << degrees << " degrees";
    stage.release(Control::KeyA);
    stage.press(Control::KeyA);
    stage.wait(10ms);
    ASSERT_EQ(read(steer).value, (Vec2{-1, 0})) << "and a key from a stick";
    stage.release(Control::KeyA);
    stage.move(Control::PadLeftStick, 0, 0);
    stage.wait(10ms);
    stage.wait(10ms);
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

// ---- several bindings of directions on one device

BindingDefinition letters() {
  return keys_for("steer", Control::KeyW, Control::KeyA, Control::KeyS, Control::KeyD);
}

BindingDefinition arrows() {
  return keys_for("steer", Control::ArrowUp, Control::ArrowLeft, Control::ArrowDown,
                  Control::ArrowRight);
}

/// Letters at the helm, and arrows there or in the wheelhouse above it; both are entered.
struct TwoHands : testing::Rehearsal {
  TwoHands(BindingDefinition left, BindingDefinition right, bool are_apart = false)
      : testing::Rehearsal(make(definition(std::move(left), std::move(right), are_apart))) {
    seat().enter("helm");
    seat().enter("wheelhouse");
  }

  static PlaybookDefinition definition(BindingDefinition left, BindingDefinition right,
                                       bool are_apart) {
    PlaybookDefinition book{.actions = {{.name = "steer", .kind = ActionKind::vector}},
                            .contexts = {{.name = "helm", .bindings = {std::move(left)}},
                                         {.name = "wheelhouse", .rank = 1}}};
    book.contexts[are_apart ? 1 : 0].bindings.push_back(std::move(right));
    return book;
  }

  /// What steer reads with these down and no others.
  Vec2 with(std::initializer_list<Control> keys) {
    for (const Control key : keys) press(key);
    wait(10ms);
    wait(10ms);
    const Vec2 value = seat().read(hub().playbook().vector("steer")).value;
    for (const Control key : keys) release(key);
    wait(10ms);
    return value;
  }
};

struct LettersAndArrows : ::testing::TestWithParam<bool> {};

TEST_P(LettersAndArrows, ReadOneOfNineValuesWhicheverAreDown) {
  using enum Control;
  constexpr std::array keys = {KeyW, KeyA, KeyS, KeyD, ArrowUp, ArrowLeft, ArrowDown, ArrowRight};
  constexpr float diagonal = 0.70710677F;
  TwoHands stage{letters(), arrows(), GetParam()};
  const Vector steer = stage.hub().playbook().vector("steer");
  for (unsigned down = 0; down < 256; ++down) {
    const auto pushes = [&](unsigned key) { return (down >> key & 0x11U) != 0 ? 1 : 0; };
    for (unsigned i = 0; i < keys.size(); ++i) {
      if ((down >> i & 1U) != 0) stage.press(keys[i]);
    }
    stage.wait(10ms);  // one that was down first is seen here
    stage.wait(10ms);
    const int x = pushes(3) - pushes(1);
    const int y = pushes(0) - pushes(2);
    const float length = x != 0 && y != 0 ? diagonal : 1;
    const VectorReading reading = stage.seat().read(steer);
    EXPECT_EQ(reading.value, (Vec2{static_cast<float>(x) * length, static_cast<float>(y) * length}))
        << "keys " << down;
    EXPECT_EQ(reading.digital.x, x) << "keys " << down;
    EXPECT_EQ(reading.digital.y, y) << "keys " << down;
    for (const Control key : keys) stage.release(key);
    stage.wait(10ms);
    stage.wait(10ms);
  }
}

INSTANTIATE_TEST_SUITE_P(InOneContextAndInTwo, LettersAndArrows, ::testing::Bool());

TEST(DirectionsOfOneDevice, TheFurthestPushedControlOfADirectionCounts) {
  using enum Control;
  testing::Rehearsal stage{make(
      {.actions = {{.name = "throttle", .kind = ActionKind::axis}},
       .contexts = {
           {.name = "helm",
            .bindings = {{.action = "throttle", .more = PadRightTrigger},
                         {.action = "throttle", .more = PadLeftTrigger, .less = PadSouth}}}}})};
  const Axis throttle = stage.hub().playbook().axis("throttle");
  stage.seat().enter("helm");
  stage.move(PadRightTrigger, 0.525F);
  stage.move(PadLeftTrigger, 0.3F);
  stage.wait(10ms);
  EXPECT_FLOAT_EQ(stage.seat().read(throttle).value, 0.5F) << "its dead zone is 0.05";
  stage.press(PadSouth);
  stage.wait(10ms);
  EXPECT_LT(stage.seat().read(throttle).value, 0);
}

TEST(DirectionsOfOneDevice, WhatIsShapedOtherwiseIsAddedAndCancelsAllTheSame) {
  using enum Control;
  BindingDefinition slow = arrows();
  slow.shaping.scale = 0.5F;
  TwoHands stage{letters(), slow};
  EXPECT_EQ(stage.with({ArrowRight}), (Vec2{0.5F, 0}));
  EXPECT_EQ(stage.with({KeyA, ArrowRight}), (Vec2{-0.5F, 0}));
  EXPECT_EQ(stage.with({KeyD, ArrowRight}), (Vec2{1, 0}));
  BindingDefinition soft = arrows();
  soft.shaping.smoothing = 1ms;
  TwoHands smoothed{letters(), soft};
  EXPECT_EQ(smoothed.with({KeyW, KeyA, ArrowRight}), (Vec2{0, 1})) << "drifts to no side";
}

TEST(DirectionsOfOneDevice, WhatCancelsButForRoundingIsAtRestAndItsTapIsSeen) {
  using enum Control;
  const auto scaled = [](float scale, Control more, Control less) {
    return BindingDefinition{
        .action = "trim", .more = {more}, .less = {less}, .shaping = {.scale = scale}};
  };
  testing::Rehearsal stage{
      make({.actions = {{.name = "trim", .kind = ActionKind::axis}},
            .contexts = {{.name = "helm",
                          .bindings = {scaled(0.3F, KeyD, Digit1), scaled(0.4F, KeyE, Digit2),
                                       scaled(0.7F, Digit3, KeyA)}}}})};
  const Axis trim = stage.hub().playbook().axis("trim");
  stage.seat().enter("helm");
  for (const Control key : {KeyD, KeyE}) stage.press(key);
  stage.press(KeyA);
  stage.wait(10ms);
  EXPECT_FLOAT_EQ(stage.seat().read(trim).value, 0.7F) << "the tap before KeyA went down";
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(trim).value, 0) << "in floats, 0.3 + 0.4 - 0.7 is 6e-8";
}

TEST(DirectionsOfOneDevice, AScaledDiagonalIsNoLongerThanAScaledKey) {
  using enum Control;
  BindingDefinition slow = letters();
  slow.shaping.scale = 0.5F;
  TwoHands stage{slow, arrows()};
  const Vec2 diagonal = stage.with({KeyW, KeyD});
  EXPECT_FLOAT_EQ(std::hypot(diagonal.x, diagonal.y), 0.5F);
}

TEST(DirectionsOfOneDevice, AContextThatIsLeftTakesOnlyItsOwnControlsAway) {
  using enum Control;
  TwoHands stage{letters(), arrows(), true};
  const Vector steer = stage.hub().playbook().vector("steer");
  stage.press(KeyW);
  stage.press(ArrowUp);
  stage.seat().leave("wheelhouse");
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(steer).value, (Vec2{0, 1}));
  stage.release(KeyW);
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
