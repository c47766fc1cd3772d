// Tidewater's game without its window, played by simulated devices.
#include "tidewater/harbour.hpp"

#include <nextmove/playbook_file.hpp>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using tidewater::Radio;

struct Harbour : ::testing::Test {
  explicit Harbour(tidewater::Choices choices = {})
      : harbour(stage.hub().playbook(), stage.seat(), crane, choices) {}

  /// At 100 frames a second.
  void sail(Duration duration) {
    for (Duration passed{}; passed < duration; passed += 10ms) {
      stage.wait(10ms);
      harbour.step(0.01F);
    }
  }

  testing::Rehearsal stage{*load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml")};
  tidewater::Crane crane;
  tidewater::Harbour harbour;
};

TEST_F(Harbour, TheDockingPilotSteersToTheBerth) {
  stage.press(Control::KeyP);
  sail(50ms);
  stage.release(Control::KeyP);
  EXPECT_TRUE(harbour.is_piloted());
  sail(6s);
  EXPECT_FALSE(harbour.is_piloted()) << "it has arrived";
  EXPECT_NEAR(harbour.tug().position.x, tidewater::berth.x, 10);
  EXPECT_NEAR(harbour.tug().position.y, tidewater::berth.y, 10);
}

TEST_F(Harbour, ThePlayerTakesOverFromThePilotBySteeringAgainstIt) {
  stage.press(Control::KeyP);
  sail(500ms);
  stage.press(Control::KeyD);
  sail(100ms);
  EXPECT_TRUE(harbour.is_piloted()) << "steering with it changes nothing";
  stage.release(Control::KeyD);
  stage.press(Control::KeyA);
  sail(100ms);
  EXPECT_FALSE(harbour.is_piloted());
  EXPECT_EQ(harbour.course(), (Vec2{-1, 0}));
}

TEST_F(Harbour, TheWinchHaulsWhenHeldAndSlipsWhenLetGoEarly) {
  stage.press(Control::KeyE);
  sail(400ms);
  EXPECT_NEAR(harbour.hauling(), 0.5, 0.02);
  stage.release(Control::KeyE);
  sail(50ms);
  EXPECT_TRUE(harbour.has_slipped());
  EXPECT_EQ(harbour.hauls(), 0U);
  stage.press(Control::KeyE);
  sail(900ms);
  EXPECT_EQ(harbour.hauls(), 1U);
}

TEST_F(Harbour, TheAnchorHoldsTheTugUntilItIsRaised) {
  stage.press(Control::KeyX);
  stage.release(Control::KeyX);
  stage.press(Control::KeyW);
  sail(1s);
  EXPECT_TRUE(harbour.is_anchored());
  EXPECT_EQ(harbour.tug().velocity, (Vec2{}));
  stage.press(Control::KeyX);
  stage.release(Control::KeyX);
  sail(1s);
  EXPECT_GT(harbour.tug().velocity.y, 50);
}

TEST_F(Harbour, TheSearchlightTurnsAtTheSameSpeedAtEveryFrameRate) {
  stage.move(Control::PadRightStick, 1, 0);
  sail(500ms);
  const float first = harbour.tug().light;
  stage.wait(500ms);
  harbour.step(0.5F);
  EXPECT_NEAR(harbour.tug().light - first, 90, 1);
  EXPECT_NEAR(first, 90 - 180 * 0.06, 1) << "smoothing holds back 60 ms of it";
}

TEST_F(Harbour, TheMouseTurnsTheSearchlightButNotUnderTheChart) {
  stage.move(Control::MouseMotion, 100, 0);
  sail(20ms);
  EXPECT_NEAR(harbour.tug().light, 30, 1e-3);
  stage.press(Control::KeyM);
  sail(20ms);
  stage.move(Control::MouseMotion, 100, 0);
  sail(20ms);
  EXPECT_NEAR(harbour.tug().light, 30, 1e-3);
}

TEST_F(Harbour, TheCraneBringsItsOwnHandlersAndStopsWhenItIsLeft) {
  stage.press(Control::KeyC);
  sail(20ms);
  stage.release(Control::KeyC);
  EXPECT_TRUE(harbour.is_at_crane());
  stage.press(Control::KeyD);
  stage.press(Control::KeyW);
  sail(500ms);
  EXPECT_LT(harbour.crane().angle, 160);
  EXPECT_GT(harbour.crane().height, 0.6F);
  EXPECT_EQ(harbour.course(), (Vec2{})) << "the helm is left";
  stage.press(Control::KeyC);
  sail(20ms);
  const float angle = harbour.crane().angle;
  sail(500ms);
  EXPECT_EQ(harbour.crane().angle, angle);
  EXPECT_EQ(harbour.course().x, harbour.course().y) << "and the keys that are down steer again";
  EXPECT_NE(harbour.course(), (Vec2{}));
}

struct Calling : Harbour {
  Calling() : Harbour({.call_after = 1}) {}
};

TEST_F(Calling, ARadioCallSilencesWheelAndWinchUntilItIsOver) {
  stage.press(Control::KeyW);
  sail(900ms);
  EXPECT_NE(harbour.course(), (Vec2{}));
  sail(300ms);
  EXPECT_EQ(harbour.radio(), Radio::calling);
  EXPECT_EQ(harbour.course(), (Vec2{}));
  stage.press(Control::Space);
  sail(20ms);
  EXPECT_TRUE(harbour.is_horn_sounding()) << "the horn is not muted";
  stage.press(Control::KeyT);
  sail(20ms);
  EXPECT_EQ(harbour.radio(), Radio::talking);
  stage.release(Control::KeyT);
  sail(20ms);
  stage.press(Control::KeyT);
  sail(700ms);
  EXPECT_EQ(harbour.radio(), Radio::silent);
  EXPECT_EQ(harbour.course(), (Vec2{0, 1})) << "the key that is still down steers again";
}

struct WithAutoLamp : Harbour {
  WithAutoLamp() : Harbour({.auto_lamp = true}) {}
};

TEST_F(WithAutoLamp, TheLampGoesOnByItselfInFogAndOffOutsideOfIt) {
  EXPECT_FALSE(harbour.is_lamp_on());
  stage.press(Control::KeyW);
  sail(3s);
  ASSERT_GT(harbour.tug().position.y, tidewater::fog_above);
  EXPECT_TRUE(harbour.is_lamp_on());
  stage.release(Control::KeyW);
  stage.press(Control::KeyS);
  sail(2s);
  ASSERT_LT(harbour.tug().position.y, tidewater::fog_above);
  EXPECT_FALSE(harbour.is_lamp_on());
}

}  // namespace
}  // namespace nextmove::support
