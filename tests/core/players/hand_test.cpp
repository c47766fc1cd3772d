// Which device a player has in hand.
#include <random>

#include "support/chance.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

struct InHand : ::testing::Test {
  InHand() : stage(make(harbour())) {
    keyboard = stage.device(DeviceKind::keyboard);
    mouse = stage.device(DeviceKind::mouse);
    pad = stage.device(DeviceKind::gamepad);
    stage.seat().enter("helm");
    stage.wait(1s);
  }

  DeviceId in_hand() { return stage.seat().device_in_hand(); }
  void use_pad() {
    stage.press(PadSouth);
    stage.wait(1s);
    ASSERT_EQ(in_hand(), pad);
  }
  std::string notices() {
    std::string all;
    for (const Notice& notice : stage.hub().notices()) {
      all += to_text(notice, stage.hub()) + '\n';
    }
    return all;
  }

  testing::Rehearsal stage;
  DeviceId keyboard{};
  DeviceId mouse{};
  DeviceId pad{};
};

TEST_F(InHand, IsTheFirstDeviceUntilOneIsUsed) {
  EXPECT_EQ(in_hand(), keyboard);
}

TEST_F(InHand, IsWhatWasUsedLast) {
  use_pad();
  stage.press(KeyW);
  stage.wait(10ms);
  EXPECT_EQ(in_hand(), keyboard);
}

TEST_F(InHand, IsToldByANotice) {
  stage.press(PadSouth);
  stage.wait(10ms);
  EXPECT_EQ(notices(), "rehearsal uses gamepad 1\n");
  stage.release(PadSouth);
  stage.wait(10ms);
  EXPECT_EQ(notices(), "");
}

TEST_F(InHand, ComesOfAPushNotOfARestingStick) {
  stage.move(PadLeftStick, 0.2F, 0.1F);
  stage.move(PadRightTrigger, 0.2F);
  stage.wait(1s);
  EXPECT_EQ(in_hand(), keyboard);
  stage.move(PadLeftStick, 0.2F, 0.3F);
  stage.wait(10ms);
  EXPECT_EQ(in_hand(), pad);
}

TEST_F(InHand, StaysWhileAStickTrembles) {
  std::mt19937 random = chance();
  std::uniform_real_distribution<float> tremble{-0.12F, 0.12F};
  for (int i = 0; i < 1000; ++i) {
    stage.move(PadLeftStick, tremble(random), tremble(random));
    stage.wait(10ms);
    ASSERT_EQ(in_hand(), keyboard);
  }
}

TEST_F(InHand, StaysWhileAStickThatIsOutOfTheMiddleTrembles) {
  stage.move(PadLeftStick, 0.5F, 0);
  stage.press(KeyW);
  stage.wait(1s);
  for (int i = 0; i < 100; ++i) {
    stage.move(PadLeftStick, i % 2 == 0 ? 0.5F : 0.55F, 0);
    stage.wait(10ms);
    ASSERT_EQ(in_hand(), keyboard);
  }
}

TEST_F(InHand, IsNoMouseThatWasNudged) {
  use_pad();
  stage.move(MouseMotion, 5, 5);
  stage.wait(1s);
  stage.move(MouseMotion, 20, 0);
  stage.wait(1s);
  EXPECT_EQ(in_hand(), pad) << "two nudges are no movement";
  stage.move(MouseMotion, 15, 0);
  stage.wait(50ms);
  stage.move(MouseMotion, 15, 0);
  stage.wait(50ms);
  EXPECT_EQ(in_hand(), mouse);
}

TEST_F(InHand, IsAMouseWhoseWheelTurns) {
  use_pad();
  stage.move(Wheel, 0, 1);
  stage.wait(10ms);
  EXPECT_EQ(in_hand(), mouse);
}

TEST_F(InHand, KeyboardAndMouseAreTogether) {
  const std::uint32_t version = stage.seat().prompt_version();
  stage.press(MouseLeft);
  stage.wait(10ms);
  EXPECT_EQ(in_hand(), mouse);
  EXPECT_EQ(notices(), "");
  EXPECT_EQ(stage.seat().prompt_version(), version);
}

TEST_F(InHand, StaysForAMomentAfterAChange) {
  use_pad();
  stage.press(KeyW);
  stage.wait(10ms);
  stage.press(PadEast);
  stage.wait(100ms);
  EXPECT_EQ(in_hand(), keyboard) << "too soon";
  stage.wait(200ms);
  EXPECT_EQ(in_hand(), pad) << "it was used last";
}

TEST_F(InHand, FlickersAtMostFourTimesASecondWhateverIsUsed) {
  int changes = 0;
  DeviceId before = in_hand();
  for (int i = 0; i < 200; ++i) {
    const Control control = i % 2 == 0 ? PadSouth : KeyW;
    stage.press(control);
    stage.wait(5ms);
    stage.release(control);
    stage.wait(5ms);
    changes += std::exchange(before, in_hand()) != in_hand() ? 1 : 0;
  }
  EXPECT_LE(changes, 8);
  EXPECT_GE(changes, 4);
}

TEST_F(InHand, FallsBackWhenItIsUnplugged) {
  stage.press(MouseLeft);
  stage.wait(10ms);
  use_pad();
  stage.unplug(DeviceKind::gamepad);
  stage.wait(10ms);
  EXPECT_EQ(in_hand(), mouse) << "used last before the pad";
  EXPECT_NE(notices().find("rehearsal uses mouse 1\n"), std::string::npos) << notices();
}

TEST_F(InHand, IsNothingWhereThereIsNoDevice) {
  for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::mouse, DeviceKind::gamepad}) {
    stage.unplug(kind);
  }
  stage.wait(10ms);
  EXPECT_EQ(in_hand(), DeviceId::none);
}

TEST_F(InHand, FallsBackAtOnceToTheOneUsedBeforeIt) {
  const DeviceId second = stage.hub().plug({DeviceKind::gamepad, "another"}, stage.hub().now());
  stage.press(KeyW);
  stage.wait(1s);
  use_pad();
  stage.hub().feed({stage.hub().now(), second, PadSouth, 1});
  stage.wait(1s);
  ASSERT_EQ(in_hand(), second);
  stage.hub().unplug(second, stage.hub().now());
  stage.wait(1ms);
  EXPECT_EQ(in_hand(), pad);
}

TEST_F(InHand, IsAPadThatIsPluggedInWhileTheGameRuns) {
  const DeviceId second = stage.hub().plug({DeviceKind::gamepad, "another"}, 1s);
  stage.wait(10ms);
  EXPECT_EQ(in_hand(), second);
}

TEST_F(InHand, IsNotThatPadWhereTheGameDoesNotWantIt) {
  SeatingRules rules = stage.hub().rules();
  rules.pad_comes_to_hand = false;
  stage.hub().set_rules(rules);
  stage.hub().plug({DeviceKind::gamepad, "another"}, 1s);
  stage.wait(10ms);
  EXPECT_EQ(in_hand(), keyboard);
}

TEST_F(InHand, IsTheOtherOfTwoPads) {
  SeatingRules rules = stage.hub().rules();
  rules.pad_comes_to_hand = false;
  stage.hub().set_rules(rules);
  const DeviceId second = stage.hub().plug({DeviceKind::gamepad, "another", 0x054c, 1}, 1s);
  use_pad();
  EXPECT_EQ(stage.seat().labels().family.name, "positions");
  stage.hub().feed({stage.hub().now(), second, PadSouth, 1});
  stage.wait(10ms);
  EXPECT_EQ(in_hand(), second);
  EXPECT_EQ(notices(), "rehearsal uses gamepad 2\n");
  EXPECT_EQ(stage.seat().labels().family.name, "shapes");
}

}  // namespace
}  // namespace nextmove::support
