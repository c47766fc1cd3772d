// Cases that docs/meaning.md settles in a sentence each.
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

class Settled : public ::testing::Test {
 protected:
  static PlaybookDefinition book() {
    return {
        .actions = {{.name = "horn"},
                    {.name = "lamp"},
                    {.name = "dive"},
                    {.name = "turn", .kind = ActionKind::motion},
                    {.name = "wheel", .kind = ActionKind::vector},
                    {.name = "aim", .kind = ActionKind::pointer},
                    {.name = "under"}},
        .schemes = {{.name = "desk",
                     .needs = {DeviceKind::keyboard},
                     .may_use = {DeviceKind::mouse}},
                    {.name = "lefty", .needs = {DeviceKind::keyboard}}},
        .contexts = {{.name = "helm",
                      .bindings = {{.action = "horn", .control = Space},
                                   {.action = "horn", .control = PadRightTrigger},
                                   {.action = "lamp", .control = KeyL, .schemes = {"desk"}},
                                   {.action = "dive", .control = KeyX, .gesture = hold_for(500ms)},
                                   {.action = "turn", .control = touch("sheet")},
                                   {.action = "wheel",
                                    .control = touch("wheel"),
                                    .shaping = {.dead_zone = 0.0F}},
                                   {.action = "aim", .control = MousePosition},
                                   {.action = "aim", .control = Finger1Position},
                                   {.action = "under", .control = KeyU}}},
                     {.name = "tools",
                      .rank = 1,
                      .bindings = {{.action = "lamp",
                                    .control = KeyU,
                                    .with = {ShiftLeft},
                                    .pass_on = true},
                                   {.action = "dive", .control = KeyU}}},
                     {.name = "dialog", .rank = 2, .blocks = {DeviceKind::touch}}},
        .mutes = {{.name = "call", .actions = {"aim"}}},
        .zones = {{.name = "sheet",
                   .kind = ZoneKind::two_fingers,
                   .x = 0.5F,
                   .y = 0,
                   .width = 0.5F,
                   .height = 1},
                  {.name = "wheel",
                   .kind = ZoneKind::stick,
                   .x = 0,
                   .y = 0,
                   .width = 0.4F,
                   .height = 0.4F}}};
  }

  Settled() {
    stage.hub().set_window(1000, 1000);
    stage.seat().enter("helm");
    stage.wait(10ms);
  }
  ButtonReading read(std::string_view action) {
    return stage.seat().read(stage.hub().playbook().button(action));
  }
  PointerReading aim() { return stage.seat().read(stage.hub().playbook().pointer("aim")); }
  Vec2 wheel() { return stage.seat().read(stage.hub().playbook().vector("wheel")).value; }
  Vec2 turn() { return stage.seat().read(stage.hub().playbook().motion("turn")).value; }

  testing::Rehearsal stage{make(book())};
};

TEST_F(Settled, APressThatBothSchemesHearGoesOn) {
  stage.hub().hold_to(stage.seat(), *stage.hub().playbook().find_scheme("desk"));
  stage.press(Space);
  stage.press(KeyL);
  stage.wait(10ms);
  stage.hub().hold_to(stage.seat(), *stage.hub().playbook().find_scheme("lefty"));
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").held);
  EXPECT_TRUE(read("lamp").released);
}

TEST_F(Settled, AProfileThatChangesABindingReleasesAllButtons) {
  stage.press(Space);
  stage.wait(10ms);
  stage.hub().set_profile(stage.seat(), {.remaps = {{.action = "lamp", .controls = {KeyK}}}});
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").released);
  EXPECT_FALSE(read("horn").held) << "until it is pressed afresh";
}

TEST_F(Settled, AWithBindingThatPassesOnHidesThePlainOneOfItsContextAndClaimsNothing) {
  stage.seat().enter("tools");
  stage.press(ShiftLeft);
  stage.press(KeyU);
  stage.wait(600ms);
  EXPECT_TRUE(read("lamp").held);
  EXPECT_FALSE(read("dive").held) << "the plain one of the same context";
  EXPECT_TRUE(read("under").held) << "below";
}

TEST_F(Settled, ABlockClosesTheZonesBelow) {
  stage.seat().enter("dialog");
  stage.touch(1, 0.2F, 0.1F);
  stage.wait(10ms);
  EXPECT_EQ(wheel(), Vec2{});
  stage.seat().leave("dialog");
  stage.wait(10ms);
  EXPECT_EQ(wheel(), Vec2{}) << "a stick that opens under a finger has its middle there";
  stage.touch(1, 0.2F, 0);
  stage.wait(10ms);
  EXPECT_GT(wheel().y, 0) << "and follows it from there";
}

TEST_F(Settled, AGestureThatFiredIsNotUndoneByALateEvent) {
  const DeviceId keyboard = stage.device(DeviceKind::keyboard);
  stage.press(KeyX);
  stage.wait(600ms);
  EXPECT_TRUE(read("dive").pressed);
  stage.hub().feed({stage.now() - 400ms, keyboard, KeyX, 0});
  stage.wait(10ms);
  EXPECT_TRUE(read("dive").released);
  EXPECT_FALSE(read("dive").let_go_early);
}

TEST_F(Settled, AGestureThatBeginsLateCountsFromItsStamp) {
  const DeviceId keyboard = stage.device(DeviceKind::keyboard);
  stage.wait(400ms);
  stage.hub().feed({stage.now() - 300ms, keyboard, KeyX, 1});
  stage.wait(200ms);
  EXPECT_TRUE(read("dive").pressed) << "500 ms after its stamp";
}

TEST_F(Settled, WhatIsBetweenReleaseAndPressOnEnteringIsUp) {
  stage.seat().leave("helm");
  stage.move(PadRightTrigger, 0.45F);
  stage.wait(10ms);
  stage.seat().enter("helm");
  stage.wait(10ms);
  EXPECT_FALSE(read("horn").held);
  stage.move(PadRightTrigger, 0.5F);
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").pressed);
}

TEST_F(Settled, WhatTheGameDoesCountsForEventsThatWereFedBefore) {
  stage.seat().leave("helm");
  stage.press(Space);
  stage.seat().enter("helm");
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").pressed);
}

TEST_F(Settled, OfFiveKeptPressesTheOldestIsLost) {
  const Button horn = stage.hub().playbook().button("horn");
  const DeviceId keyboard = stage.device(DeviceKind::keyboard);
  for (int i = 1; i <= 5; ++i) {
    stage.hub().feed({stage.now() + 10ms * i, keyboard, Space, 1});
    stage.hub().feed({stage.now() + 10ms * i, keyboard, Space, 0});
  }
  stage.wait(50ms);
  for (int i = 0; i < 4; ++i) EXPECT_TRUE(stage.seat().take_press(horn, 1s));
  EXPECT_FALSE(stage.seat().take_press(horn, 1s));
}

TEST_F(Settled, AMutedPointerIsNowhereAndStaysWhereItWas) {
  stage.move(MousePosition, 0.25F, 0.75F);
  stage.wait(10ms);
  stage.seat().mute("call");
  stage.wait(10ms);
  EXPECT_EQ(aim(), (PointerReading{{0.25F, 0.75F}, false}));
  stage.seat().unmute("call");
  stage.wait(10ms);
  EXPECT_TRUE(aim().is_present);
}

TEST_F(Settled, AMouseStaysWhereItIsAfterALostFocusAndFingersAreNowhere) {
  stage.move(MousePosition, 0.25F, 0.75F);
  stage.hub().release_all(stage.now());
  stage.wait(10ms);
  EXPECT_EQ(aim(), (PointerReading{{0.25F, 0.75F}, true}));
  stage.touch(1, 0.5F, 0.5F);
  stage.wait(10ms);
  EXPECT_EQ(aim(), (PointerReading{{0.5F, 0.5F}, true}));
  stage.hub().release_all(stage.now());
  stage.wait(10ms);
  EXPECT_FALSE(aim().is_present);
}

TEST_F(Settled, AFingerThatLiftsLeavesNothingPointingUntilTheMouseMoves) {
  stage.move(MousePosition, 0.25F, 0.75F);
  stage.touch(1, 0.5F, 0.5F);
  stage.lift(1);
  stage.wait(10ms);
  EXPECT_EQ(aim(), (PointerReading{{0.5F, 0.5F}, false}));
  stage.move(MousePosition, 0.25F, 0.75F);
  stage.wait(10ms);
  EXPECT_EQ(aim(), (PointerReading{{0.25F, 0.75F}, true}));
}

TEST_F(Settled, ACaptureOutlivesALostFocus) {
  stage.hub().capture(stage.seat(), {*stage.hub().playbook().find_action("horn")});
  stage.press(KeyH);
  stage.hub().release_all(stage.now());
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().capture().state, CaptureState::captured) << "the press was before";
  stage.hub().capture(stage.seat(), {*stage.hub().playbook().find_action("horn")});
  stage.hub().release_all(stage.now());
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().capture().state, CaptureState::waiting);
}

TEST_F(Settled, AsAMotionTwoFingersTurnInXAndPinchInY) {
  stage.touch(1, 0.6F, 0.5F);
  stage.touch(2, 0.8F, 0.5F);
  stage.wait(10ms);
  stage.touch(2, 0.9F, 0.5F);
  stage.wait(10ms);
  EXPECT_NEAR(turn().x, 0, 1e-4);
  EXPECT_NEAR(turn().y, 0.1F, 1e-4);
}

TEST_F(Settled, AFixedStickIsFullAtHalfTheShorterSideOfItsZone) {
  stage.touch(1, 0.3F, 0.2F);
  stage.wait(10ms);
  EXPECT_NEAR(wheel().x, 0.5F, 1e-4) << "0.1 from the middle; full at 0.2";
}

TEST_F(Settled, AFingersPlaceIsFedBeforeItLands) {
  const DeviceId screen = stage.device(DeviceKind::touch);
  stage.hub().feed({stage.now(), screen, Finger1, 1});
  stage.hub().feed({stage.now(), screen, Finger1Position, 0.3F, 0.2F});
  stage.wait(10ms);
  EXPECT_EQ(wheel(), Vec2{}) << "it landed nowhere, so in no zone";
}

}  // namespace
}  // namespace nextmove::support
