#include <cmath>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

struct Motions : ::testing::Test {
  Motions() { stage.seat().enter("helm"); }

  static PlaybookDefinition definition() {
    using enum Control;
    BindingDefinition keys = keys_for("look", KeyI, KeyJ, KeyK, KeyL);
    keys.rate = 60;
    return {.actions = {{.name = "look", .kind = ActionKind::motion},
                        {.name = "throttle", .kind = ActionKind::axis},
                        {.name = "pan", .kind = ActionKind::vector},
                        {.name = "aim", .kind = ActionKind::pointer}},
            .contexts = {{.name = "helm",
                          .bindings = {{.action = "look",
                                        .control = MouseMotion,
                                        .shaping = {.scale = 0.5F}},
                                       {.action = "look",
                                        .control = PadRightStick,
                                        .shaping = {.dead_zone = 0.0F},
                                        .rate = 120},
                                       keys,
                                       {.action = "throttle", .control = WheelY},
                                       {.action = "throttle", .more = KeyR, .less = KeyF},
                                       {.action = "pan", .up = KeyW, .right = WheelRight},
                                       {.action = "aim", .control = MousePosition},
                                       {.action = "aim", .control = Finger1Position}}},
                         {.name = "chart",
                          .rank = 1,
                          .bindings = {{.action = "look", .control = PadLeftStick, .rate = 1},
                                       {.action = "aim", .control = MousePosition}}},
                         {.name = "dialog", .rank = 2, .blocks = {DeviceKind::mouse}}},
            .mutes = {{.name = "call", .is_everything_but = true}}};
  }

  Vec2 look() { return stage.seat().read(stage.hub().playbook().motion("look")).value; }
  float throttle() { return stage.seat().read(stage.hub().playbook().axis("throttle")).value; }
  PointerReading aim() { return stage.seat().read(stage.hub().playbook().pointer("aim")); }

  testing::Rehearsal stage{make(definition())};
};

TEST_F(Motions, AMouseContributesItsCountsTimesScale) {
  stage.move(Control::MouseMotion, 10, -4);
  stage.move(Control::MouseMotion, 2, 1);
  stage.wait(10ms);
  EXPECT_EQ(look(), (Vec2{6, -1.5F}));
  stage.wait(10ms);
  EXPECT_EQ(look(), (Vec2{})) << "seen once";
}

TEST_F(Motions, AStickContributesItsValueTimesRateTimesTime) {
  stage.move(Control::PadRightStick, 0.5F, 0);
  stage.wait(100ms);
  EXPECT_NEAR(look().x, 6, 1e-4);
  stage.wait(50ms);
  EXPECT_NEAR(look().x, 3, 1e-4);
  stage.move(Control::PadRightStick, 0);
  stage.wait(100ms);
  EXPECT_EQ(look(), (Vec2{}));
}

TEST_F(Motions, AKeyContributesItsRate) {
  stage.press(Control::KeyJ);
  stage.wait(100ms);
  EXPECT_NEAR(look().x, -6, 1e-4);
}

TEST_F(Motions, WhatHappensBetweenTwoUpdatesCountsByItsTime) {
  const Time start = stage.now();
  const DeviceId keyboard = stage.device(DeviceKind::keyboard);
  stage.hub().feed({start + 10ms, keyboard, Control::KeyL, 1});
  stage.hub().feed({start + 35ms, keyboard, Control::KeyL, 0});
  stage.hub().update(start + 100ms);
  EXPECT_NEAR(look().x, 60 * 0.025, 1e-4);
}

TEST_F(Motions, DoNotDependOnTheFrameRate) {
  float sums[2] = {};
  for (const int frames : {1, 250}) {
    testing::Rehearsal other{make(definition())};
    const Motion look = other.hub().playbook().motion("look");
    other.seat().enter("helm");
    other.move(Control::PadRightStick, 0.8F, 0);
    for (int i = 0; i < frames; ++i) {
      other.wait(1'000'000us / frames);
      sums[frames == 1 ? 0 : 1] += other.seat().read(look).value.x;
    }
  }
  EXPECT_NEAR(sums[0], 96, 1e-3);
  EXPECT_NEAR(sums[1], 96, 1e-2);
}

TEST_F(Motions, AMouseAddsJustWhatItMovesToWhatAStickComesTo) {
  double sums[2] = {};
  for (const int frames : {10, 500}) {
    testing::Rehearsal other{make(definition())};
    const Motion look = other.hub().playbook().motion("look");
    other.seat().enter("helm");
    other.move(Control::PadRightStick, 0.5F, 0);
    for (int i = 0; i < frames; ++i) {
      if (i % (frames / 10) == 0) other.move(Control::MouseMotion, 6, 0);
      other.wait(1'000'000us / frames);
      sums[frames == 10 ? 0 : 1] += static_cast<double>(other.seat().read(look).value.x);
    }
  }
  EXPECT_NEAR(sums[0], 60 + 30, 1e-3);
  EXPECT_NEAR(sums[1], 60 + 30, 1e-2);
}

TEST_F(Motions, AHelpersPadTurnsNoFaster) {
  const DeviceId other = stage.hub().plug({DeviceKind::gamepad, "helper"}, stage.now());
  stage.hub().give(other, stage.seat());
  stage.move(Control::PadRightStick, 1, 0);
  stage.hub().feed({stage.now(), other, Control::PadRightStick, 1, 0});
  stage.wait(100ms);
  EXPECT_NEAR(look().x, 12, 1e-4);
}

// From the moment on at which one lets go, not from the next update on.
TEST_F(Motions, WhoDrivesARateIsDecidedAtEveryMoment) {
  stage.move(Control::PadRightStick, 1, 0);  // 120 a second
  stage.press(Control::KeyJ);                // 60 to the left
  stage.hub().feed(
      {stage.now() + 40ms, stage.device(DeviceKind::gamepad), Control::PadRightStick, 0, 0});
  stage.wait(100ms);
  EXPECT_NEAR(look().x, 120 * 0.04 - 60 * 0.06, 1e-3);
}

// 0.3 and 0.6 of a second are a hair more than 0.9: the smoothed stick was cut off where it was let
// go.
TEST_F(Motions, KeysThatCancelButForRoundingDriveNothing) {
  using enum Control;
  const PlaybookDefinition definition{
      .actions = {{.name = "trim", .kind = ActionKind::turn}},
      .contexts = {{.name = "helm",
                    .bindings = {{.action = "trim", .more = KeyA, .rate = 0.3F},
                                 {.action = "trim", .more = KeyB, .rate = 0.6F},
                                 {.action = "trim", .less = KeyC, .rate = 0.9F},
                                 {.action = "trim",
                                  .control = PadRightStickX,
                                  .shaping = {.smoothing = 100ms},
                                  .rate = 1}}}}};
  testing::Rehearsal other{make(definition)};
  other.seat().enter("helm");
  for (const Control key : {KeyA, KeyB, KeyC}) other.press(key);
  other.move(PadRightStick, 1, 0);
  other.wait(2s);
  other.move(PadRightStick, 0, 0);
  other.wait(2s);
  EXPECT_NEAR(other.seat().read(other.hub().playbook().turn("trim")).value, 0.1, 1e-3);
}

TEST_F(Motions, ADiagonalAndTwoBindingsTurnNoFasterThanTheFastestOfThem) {
  using enum Control;
  BindingDefinition letters = keys_for("look", KeyW, KeyA, KeyS, KeyD);
  letters.rate = 100;
  BindingDefinition arrows = keys_for("look", ArrowUp, ArrowLeft, ArrowDown, ArrowRight);
  arrows.rate = 40;
  testing::Rehearsal other{make({.actions = {{.name = "look", .kind = ActionKind::motion}},
                                 .contexts = {{.name = "helm", .bindings = {letters, arrows}}}})};
  other.seat().enter("helm");
  const Motion turned = other.hub().playbook().motion("look");
  other.press(KeyW);
  other.press(KeyD);
  other.wait(100ms);
  const Vec2 diagonal = other.seat().read(turned).value;
  EXPECT_NEAR(std::hypot(diagonal.x, diagonal.y), 10, 1e-3);
  other.release(KeyW);
  other.press(ArrowRight);
  other.wait(100ms);
  EXPECT_NEAR(other.seat().read(turned).value.x, 10, 1e-3);
  other.press(ArrowLeft);
  other.release(ArrowRight);
  other.wait(100ms);
  EXPECT_NEAR(other.seat().read(turned).value.x, 6, 1e-3);
}

TEST_F(Motions, WhatADeviceMovedBeforeItWasUnpluggedCounts) {
  stage.move(Control::MouseMotion, 20, 0);
  stage.unplug(DeviceKind::mouse);
  stage.wait(10ms);
  EXPECT_EQ(look(), (Vec2{10, 0}));
}

TEST_F(Motions, AClaimedStickStopsAtOnce) {
  stage.move(Control::PadRightStick, 1, 0);
  stage.wait(100ms);
  stage.seat().leave("helm");
  stage.wait(100ms);
  EXPECT_EQ(look(), (Vec2{}));
}

TEST_F(Motions, ADialogThatBlocksTheMouseKeepsItFromTurningTheCamera) {
  stage.seat().enter("dialog");
  stage.move(Control::MouseMotion, 10, 10);
  stage.wait(10ms);
  EXPECT_EQ(look(), (Vec2{}));
}

TEST_F(Motions, AMutedOneIsLostAndDoesNotComeBackLater) {
  stage.seat().mute("call");
  stage.move(Control::MouseMotion, 10, 10);
  stage.press(Control::KeyL);
  stage.wait(100ms);
  EXPECT_EQ(look(), (Vec2{}));
  stage.seat().unmute("call");
  stage.wait(10ms);
  EXPECT_NEAR(look().x, 0.6, 1e-4) << "the key that is still down, and nothing of before";
}

TEST_F(Motions, AReaderSeesEachStretchOnce) {
  Reader reader{stage.seat()};
  const Motion action = stage.hub().playbook().motion("look");
  stage.move(Control::MouseMotion, 4, 0);
  stage.wait(10ms);
  stage.move(Control::MouseMotion, 6, 0);
  stage.wait(10ms);
  reader.step();
  EXPECT_EQ(reader.read(action).value, (Vec2{5, 0}));
  reader.step();
  EXPECT_EQ(reader.read(action).value, (Vec2{}));
}

TEST_F(Motions, AreAmongTheChangesAsLongAsTheyLast) {
  stage.press(Control::KeyL);
  stage.wait(10ms);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().changes().size(), 1);
  stage.release(Control::KeyL);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().changes().size(), 1) << "it came to rest";
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().changes().empty());
}

TEST_F(Motions, ADetentAddsToAnAxisForOneUpdate) {
  stage.press(Control::KeyF);
  stage.move(Control::Wheel, 0, 0.25F);
  stage.wait(10ms);
  EXPECT_EQ(throttle(), -0.75F) << "on top of what is pushed, on whichever device";
  stage.release(Control::KeyF);
  stage.move(Control::Wheel, 0, 0.25F);
  stage.move(Control::Wheel, 0, 0.25F);
  stage.wait(10ms);
  EXPECT_EQ(throttle(), 0.5F);
  stage.wait(10ms);
  EXPECT_EQ(throttle(), 0);
  stage.move(Control::Wheel, 0, -3);
  stage.wait(10ms);
  EXPECT_EQ(throttle(), -1) << "within its range";
}

TEST_F(Motions, ADetentAddsToTheDirectionOfAVector) {
  const Vector pan = stage.hub().playbook().vector("pan");
  stage.move(Control::Wheel, 1, 1);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(pan).value, (Vec2{1, 0}));
}

TEST_F(Motions, APointerIsWhereTheLastDeviceSays) {
  EXPECT_FALSE(aim().is_present);
  stage.move(Control::MousePosition, 0.25F, 0.75F);
  stage.wait(10ms);
  EXPECT_EQ(aim(), (PointerReading{{0.25F, 0.75F}, true}));
  stage.touch(1, 0.5F, 0.5F);
  stage.wait(10ms);
  EXPECT_EQ(aim(), (PointerReading{{0.5F, 0.5F}, true}));
  stage.move(Control::MousePosition, 0.3F, 0.7F);
  stage.wait(10ms);
  EXPECT_EQ(aim().position, (Vec2{0.3F, 0.7F}));
}

TEST_F(Motions, ALiftedFingerPointsNowhere) {
  stage.touch(1, 0.5F, 0.5F);
  stage.wait(10ms);
  stage.lift(1);
  stage.wait(10ms);
  EXPECT_EQ(aim(), (PointerReading{{0.5F, 0.5F}, false}));
}

TEST_F(Motions, AClaimedPointerStaysWhereItWasAndComesBackAtOnce) {
  testing::Rehearsal other{
      make({.actions = {{.name = "aim", .kind = ActionKind::pointer},
                        {.name = "pick", .kind = ActionKind::pointer}},
            .contexts = {{.name = "helm",
                          .bindings = {{.action = "aim", .control = Control::MousePosition}}},
                         {.name = "chart",
                          .rank = 1,
                          .bindings = {{.action = "pick", .control = Control::MousePosition}}}}})};
  const Pointer below = other.hub().playbook().pointer("aim");
  const Pointer above = other.hub().playbook().pointer("pick");
  other.seat().enter("helm");
  other.move(Control::MousePosition, 0, 0);
  other.wait(10ms);
  other.seat().enter("chart");
  other.wait(10ms);
  EXPECT_EQ(other.seat().read(above), (PointerReading{{0, 0}, true}));
  EXPECT_FALSE(other.seat().read(below).is_present);
  other.move(Control::MousePosition, 1, 1);
  other.wait(10ms);
  EXPECT_EQ(other.seat().read(below).position, (Vec2{0, 0}));
  other.seat().leave("chart");
  other.wait(10ms);
  EXPECT_EQ(other.seat().read(below), (PointerReading{{1, 1}, true}));
  EXPECT_FALSE(other.seat().read(above).is_present);
}

TEST_F(Motions, APointerOfAnUnpluggedDeviceOrAMuteIsGone) {
  stage.move(Control::MousePosition, 0.5F, 0.5F);
  stage.wait(10ms);
  stage.seat().mute("call");
  stage.wait(10ms);
  EXPECT_FALSE(aim().is_present);
  stage.seat().unmute("call");
  stage.wait(10ms);
  EXPECT_TRUE(aim().is_present);
  stage.hub().release_all(stage.now());
  stage.wait(10ms);
  EXPECT_TRUE(aim().is_present) << "a mouse is where it is without being held";
  stage.unplug(DeviceKind::mouse);
  stage.wait(10ms);
  EXPECT_FALSE(aim().is_present);
}

TEST(CheckMotions, ControlsAndNumbersMustFit) {
  using enum Control;
  PlaybookDefinition definition = Motions::definition();
  auto& bindings = definition.contexts[0].bindings;
  bindings[0].shaping.dead_zone = 0.1F;
  bindings[1].rate = 0;
  bindings[3].control = MouseMotionY;
  bindings[4].rate = 3;
  bindings[6].shaping.scale = 2;
  bindings[7].control = Finger1;
  bindings[1].shaping.scale = 20'000;
  bindings.push_back({.action = "look", .control = MousePosition});
  bindings.push_back({.action = "look", .control = PadLeftStick, .rate = -1});
  definition.contexts[1].bindings[0].control = MouseMotion;
  std::vector<std::string> messages;
  for (const Diagnostic& problem : check(definition)) messages.push_back(problem.message);
  EXPECT_EQ(
      messages,
      (std::vector<std::string>{
          "the mouse, the wheel and two fingers take no dead zone and no curve; invert, custom, "
          "smoothing and scale they take",
          "scale must be above 0 and at most 10000; to turn a direction round, use invert",
          "the motion \"look\" needs rate = how much a second at full push (above 0, at most "
          "1000000) from a stick or a key",
          "MouseMotionY cannot drive the axis \"throttle\"; an axis takes an axis of a stick or of "
          "the wheel, a trigger, or more = and less =; what is moved and not held drives a turn: "
          "kind = \"turn\"",
          "rate is for motions, turns and pointers; scale is for the rest",
          "a place takes no shaping; what a stick or a key pushes does",
          "Finger1 cannot drive the pointer \"aim\"; a pointer takes MousePosition, "
          "Finger1Position, a stick, or up =, down =, left = and right =",
          "MousePosition cannot drive the motion \"look\"; a motion takes MouseMotion, the wheel, "
          "a "
          "stick, or up =, down =, left = and right =",
          "the motion \"look\" needs rate = how much a second at full push (above 0, at most "
          "1000000) from a stick or a key",
          "rate is for sticks and keys; the mouse and the wheel take scale"}));
}

TEST(Numbers, OfAnyDisplacementAndAnyFunctionStayFinite) {
  using enum Control;
  Hub hub{make({.actions = {{.name = "look", .kind = ActionKind::motion},
                            {.name = "pan", .kind = ActionKind::vector}},
                .contexts = {{.name = "helm",
                              .bindings = {{.action = "look",
                                            .control = MouseMotion,
                                            .shaping = {.custom = "wild", .scale = 10'000}},
                                           {.action = "pan", .control = Wheel},
                                           {.action = "pan",
                                            .control = PadLeftStick,
                                            .shaping = {.custom = "wild"}}}}}})};
  hub.set_custom("wild", [](Vec2) { return Vec2{3e38F, -3e38F}; });
  Seat& tug = hub.add_seat("tug");
  tug.enter("helm");
  const DeviceId mouse = hub.plug({.kind = DeviceKind::mouse}, Time{});
  const DeviceId pad = hub.plug({.kind = DeviceKind::gamepad}, Time{});
  const auto look = hub.playbook().motion("look");
  const auto pan = hub.playbook().vector("pan");
  for (Time now{}; now < 100ms; now += 10ms) {
    for (int i = 0; i < 10; ++i) hub.feed({now, mouse, MouseMotion, most_moved, -most_moved});
    hub.feed({now, mouse, Wheel, most_moved, most_moved});
    hub.update(now);
    EXPECT_TRUE(std::isfinite(tug.read(look).value.x));
    EXPECT_NEAR(tug.read(pan).value.x, 0.7071F, 1e-3) << "a wheel, however far";
  }
  EXPECT_TRUE(std::isfinite(tug.read(look.id).x_ever));
  hub.feed({100ms, pad, PadLeftStick, 1, 0});
  hub.update(100ms);
  EXPECT_NEAR(tug.read(pan).value.x, 0.7071F, 1e-3);
}

}  // namespace
}  // namespace nextmove::support
