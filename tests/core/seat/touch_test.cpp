#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

/// A window of 1000 by 500, with one zone of each kind. Places are in shares of the window.
struct Touching : ::testing::Test {
  Touching() {
    stage.hub().set_window(1000, 500);
    stage.seat().enter("helm");
    stage.wait(10ms);
  }

  static PlaybookDefinition definition() {
    return {
        .actions = {{.name = "horn"},
                    {.name = "steer", .kind = ActionKind::vector},
                    {.name = "trim", .kind = ActionKind::vector},
                    {.name = "next"},
                    {.name = "mark"},
                    {.name = "zoom", .kind = ActionKind::motion},
                    {.name = "answer"},
                    {.name = "winch"}},
        .contexts =
            {{.name = "helm",
              .bindings =
                  {{.action = "horn", .control = touch("horn")},
                   {.action = "steer", .control = touch("wheel"), .shaping = {.dead_zone = 0.0F}},
                   {.action = "trim", .control = touch("trim"), .shaping = {.dead_zone = 0.0F}},
                   {.action = "next", .control = touch("flick", ZonePart::left)},
                   {.action = "mark", .control = touch("spot")},
                   {.action = "zoom", .control = touch("map")},
                   {.action = "winch", .control = touch("horn"), .gesture = hold_for(1s)}}},
             {.name = "radio",
              .rank = 1,
              .bindings = {{.action = "answer", .control = touch("call")}}}},
        .zones = {{.name = "call", .kind = ZoneKind::button},
                  {.name = "horn",
                   .kind = ZoneKind::button,
                   .corner = Corner::bottom_right,
                   .x = 0.1F,
                   .y = 0.1F,
                   .width = 0.2F,
                   .height = 0.2F},
                  {.name = "wheel",
                   .kind = ZoneKind::stick,
                   .x = 0.05F,
                   .y = 0.5F,
                   .width = 0.2F,
                   .height = 0.4F},
                  {.name = "spot",
                   .kind = ZoneKind::tap,
                   .x = 0.4F,
                   .y = 0,
                   .width = 0.2F,
                   .height = 0.4F},
                  {.name = "flick",
                   .kind = ZoneKind::swipe,
                   .x = 0.4F,
                   .y = 0.6F,
                   .width = 0.2F,
                   .height = 0.4F},
                  {.name = "map",
                   .kind = ZoneKind::two_fingers,
                   .x = 0.7F,
                   .y = 0,
                   .width = 0.3F,
                   .height = 0.5F},
                  {.name = "trim",
                   .kind = ZoneKind::stick,
                   .x = 0,
                   .y = 0,
                   .width = 0.4F,
                   .height = 1,
                   .is_floating = true}}};
  }

  ButtonReading read(std::string_view action) {
    return stage.seat().read(stage.hub().playbook().button(action));
  }
  Vec2 vector(std::string_view action) {
    return stage.seat().read(stage.hub().playbook().vector(action)).value;
  }
  Vec2 zoom() { return stage.seat().read(stage.hub().playbook().motion("zoom")).value; }

  testing::Rehearsal stage{make(definition())};
};

TEST(Zones, AreSharesOfTheWindowOrKeepTheirShapeInACorner) {
  const ZoneDefinition share{.name = "a", .x = 0.5F, .y = 0.25F, .width = 0.5F, .height = 0.5F};
  EXPECT_EQ(area_of(share, {1000, 500}), (Area{0.5F, 0.25F, 0.5F, 0.5F}));
  ZoneDefinition corner{.name = "b", .x = 0.2F, .y = 0.4F, .width = 0.2F, .height = 0.1F};
  const auto at = [&](Corner where) {
    corner.corner = where;
    return area_of(corner, {1000, 500});
  };
  EXPECT_EQ(at(Corner::top_left), (Area{0.1F, 0.4F, 0.1F, 0.1F}));
  EXPECT_EQ(at(Corner::bottom_left), (Area{0.1F, 0.5F, 0.1F, 0.1F}));
  EXPECT_FLOAT_EQ(at(Corner::top_right).left, 0.8F);
  EXPECT_FLOAT_EQ(at(Corner::bottom_right).top, 0.5F);
}

TEST_F(Touching, AButtonIsDownWhileAFingerIsIn) {
  stage.touch(1, 0.9F, 0.8F);
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").pressed);
  stage.touch(1, 0.1F, 0.1F);
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").held) << "the finger belongs to the zone until it lifts";
  stage.lift(1);
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").released);
}

TEST_F(Touching, TwoFingersOnOneButtonHoldItUntilBothAreUp) {
  stage.touch(1, 0.9F, 0.8F);
  stage.touch(2, 0.88F, 0.8F);
  stage.wait(10ms);
  stage.lift(1);
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").held);
  EXPECT_EQ(read("horn").presses, 0);
  stage.lift(2);
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").released);
}

TEST_F(Touching, AFingerThatLandsElsewhereAndSlidesInDoesNotPress) {
  stage.touch(1, 0.5F, 0.5F);
  stage.touch(1, 0.9F, 0.8F);
  stage.wait(10ms);
  EXPECT_FALSE(read("horn").pressed);
}

TEST_F(Touching, AFixedStickIsPushedFromItsMiddle) {
  stage.touch(1, 0.15F, 0.7F);
  stage.wait(10ms);
  EXPECT_NEAR(vector("steer").x, 0, 1e-5);
  stage.touch(1, 0.2F, 0.7F);
  stage.wait(10ms);
  EXPECT_NEAR(vector("steer").x, 0.5, 1e-5) << "50 of 100 points";
  stage.touch(1, 0.15F, 0.6F);
  stage.wait(10ms);
  EXPECT_NEAR(vector("steer").y, 0.5, 1e-5) << "up is up";
  stage.touch(1, 0.9F, 0.7F);
  stage.wait(10ms);
  EXPECT_NEAR(vector("steer").x, 1, 1e-5);
  stage.lift(1);
  stage.wait(10ms);
  EXPECT_EQ(vector("steer"), (Vec2{}));
}

TEST_F(Touching, AFloatingStickIsPushedFromWhereTheFingerLands) {
  stage.touch(1, 0.3F, 0.2F);
  stage.wait(10ms);
  EXPECT_EQ(vector("trim"), (Vec2{}));
  stage.touch(1, 0.2625F, 0.2F);
  stage.wait(10ms);
  EXPECT_NEAR(vector("trim").x, -0.5, 1e-4) << "half of 0.15 shorter sides";
}

TEST_F(Touching, OfOverlappingZonesTheEarlierOneCatchesTheFinger) {
  stage.touch(1, 0.15F, 0.55F);
  stage.wait(10ms);
  EXPECT_NE(vector("steer"), (Vec2{})) << "the wheel lies over the trim";
  EXPECT_EQ(vector("trim"), (Vec2{}));
}

TEST_F(Touching, AZoneThatNoEnteredContextBindsCatchesNothing) {
  stage.touch(1, 0.9F, 0.8F);
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").pressed) << "though the call's zone covers all";
  EXPECT_FALSE(stage.seat().hears_zone(0));
  EXPECT_TRUE(stage.seat().hears_zone(1));
  stage.lift(1);
  stage.seat().enter("radio");
  stage.touch(1, 0.9F, 0.8F);
  stage.wait(10ms);
  EXPECT_TRUE(read("answer").pressed);
  EXPECT_FALSE(read("horn").pressed);
}

TEST_F(Touching, AFlickPressesOnceInItsDirection) {
  stage.touch(1, 0.5F, 0.8F);
  stage.wait(50ms);
  stage.touch(1, 0.45F, 0.8F);
  stage.wait(10ms);
  EXPECT_EQ(read("next").presses, 1);
  EXPECT_FALSE(read("next").held);
  stage.touch(1, 0.35F, 0.8F);
  stage.wait(10ms);
  EXPECT_EQ(read("next").presses, 0) << "once for each finger";
}

TEST_F(Touching, AFlickMayBeginWhereTheFingerRests) {
  stage.touch(1, 0.5F, 0.8F);
  for (int i = 0; i < 10; ++i) {
    stage.wait(100ms);
    stage.touch(1, i % 2 == 0 ? 0.505F : 0.5F, 0.8F);
  }
  stage.wait(500ms);
  stage.touch(1, 0.48F, 0.8F);
  stage.wait(20ms);
  stage.touch(1, 0.45F, 0.8F);
  stage.wait(10ms);
  EXPECT_EQ(read("next").presses, 1) << "after trembling in one place for a second and a half";
}

TEST_F(Touching, AFlickMayFollowASlowMove) {
  stage.touch(1, 0.55F, 0.8F);
  for (const float x : {0.54F, 0.53F, 0.52F, 0.51F, 0.5F}) {
    stage.wait(300ms);
    stage.touch(1, x, 0.8F);
  }
  stage.touch(1, 0.44F, 0.8F);
  stage.wait(10ms);
  EXPECT_EQ(read("next").presses, 1);
}

TEST_F(Touching, ASlowOrShortOrOtherMoveIsNoFlick) {
  stage.touch(1, 0.5F, 0.8F);
  for (const float x : {0.47F, 0.44F, 0.41F, 0.38F}) {
    stage.wait(401ms);
    stage.touch(1, x, 0.8F);
  }
  stage.lift(1);
  stage.wait(10ms);
  stage.touch(1, 0.5F, 0.8F);
  stage.touch(1, 0.47F, 0.8F);
  stage.lift(1);
  stage.wait(10ms);
  stage.touch(1, 0.5F, 0.8F);
  stage.touch(1, 0.6F, 0.8F);
  stage.lift(1);
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().read(stage.hub().playbook().button("next").id).presses_ever, 0);
}

TEST_F(Touching, ATapPressesWhenTheFingerLiftsInItsPlace) {
  stage.touch(1, 0.5F, 0.2F);
  stage.wait(100ms);
  EXPECT_FALSE(read("mark").pressed);
  stage.lift(1);
  stage.wait(10ms);
  EXPECT_EQ(read("mark").presses, 1);
}

TEST_F(Touching, ALongOrWanderingTouchIsNoTap) {
  stage.touch(1, 0.5F, 0.2F);
  stage.wait(300ms);
  stage.lift(1);
  stage.wait(10ms);
  EXPECT_FALSE(read("mark").pressed);
  stage.touch(1, 0.5F, 0.2F);
  stage.touch(1, 0.52F, 0.2F);
  stage.touch(1, 0.5F, 0.2F);
  stage.lift(1);
  stage.wait(10ms);
  EXPECT_FALSE(read("mark").pressed);
}

TEST_F(Touching, TwoFingersPinchByTheirDistance) {
  stage.touch(1, 0.8F, 0.2F);
  stage.touch(2, 0.85F, 0.2F);
  stage.wait(10ms);
  EXPECT_EQ(zoom(), (Vec2{}));
  stage.touch(2, 0.9F, 0.2F);
  stage.wait(10ms);
  EXPECT_NEAR(zoom().y, 0.1, 1e-5) << "50 points of 500 further apart";
  EXPECT_NEAR(zoom().x, 0, 1e-4);
  stage.wait(10ms);
  EXPECT_EQ(zoom(), (Vec2{}));
}

TEST_F(Touching, TwoFingersTurnByTheirAngleClockwise) {
  stage.touch(1, 0.85F, 0.2F);
  stage.touch(2, 0.9F, 0.2F);
  stage.touch(2, 0.85F, 0.3F);
  stage.wait(10ms);
  EXPECT_NEAR(zoom().x, 90, 1e-2) << "from the right to below";
  EXPECT_NEAR(zoom().y, 0, 1e-5);
  stage.touch(2, 0.9F, 0.2F);
  stage.wait(10ms);
  EXPECT_NEAR(zoom().x, -90, 1e-2);
}

TEST_F(Touching, TwoFingersTurnByMoreThanARightAngle) {
  stage.touch(1, 0.85F, 0.2F);
  stage.touch(2, 0.9F, 0.2F);
  stage.touch(2, 0.85F - 0.0353553F, 0.2F + 0.0707107F);
  stage.wait(10ms);
  EXPECT_NEAR(zoom().x, 135, 1e-2) << "from the right to below on the left";
}

TEST_F(Touching, OneFingerNeitherPinchesNorTurnsAndAThirdIsIdle) {
  stage.touch(1, 0.8F, 0.2F);
  stage.touch(1, 0.85F, 0.2F);
  stage.wait(10ms);
  EXPECT_EQ(zoom(), (Vec2{}));
  stage.touch(2, 0.9F, 0.2F);
  stage.touch(3, 0.9F, 0.3F);
  stage.touch(3, 0.95F, 0.4F);
  stage.wait(10ms);
  EXPECT_EQ(zoom(), (Vec2{}));
}

TEST_F(Touching, TenFingersAtOnceEachDoTheirOwn) {
  stage.touch(1, 0.9F, 0.8F);
  stage.touch(2, 0.2F, 0.7F);
  stage.touch(3, 0.3F, 0.1F);
  stage.touch(3, 0.225F, 0.1F);
  for (int finger = 4; finger <= 10; ++finger) stage.touch(finger, 0.62F, 0.55F);
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").held);
  EXPECT_NEAR(vector("steer").x, 0.5, 1e-5);
  EXPECT_NEAR(vector("trim").x, -1, 1e-4);
}

TEST_F(Touching, GesturesWorkOnZones) {
  stage.touch(1, 0.9F, 0.8F);
  stage.wait(1s);
  EXPECT_TRUE(read("winch").pressed);
}

TEST_F(Touching, LosingTheFocusLiftsAllFingers) {
  stage.touch(1, 0.9F, 0.8F);
  stage.touch(2, 0.2F, 0.7F);
  stage.wait(10ms);
  stage.hub().release_all(stage.now());
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").released);
  EXPECT_EQ(vector("steer"), (Vec2{}));
  stage.touch(2, 0.22F, 0.7F);
  stage.wait(10ms);
  EXPECT_NE(vector("steer"), (Vec2{})) << "a finger that goes on has landed anew";
}

// ---- fingers that stay down while something else changes

/// A finger on each stick: the fixed one half to the right, the floating one half to the left.
struct FingersThatStay : Touching {
  FingersThatStay() {
    stage.touch(1, 0.2F, 0.7F);
    stage.touch(2, 0.3F, 0.1F);
    stage.touch(2, 0.2625F, 0.1F);
    stage.touch(3, 0.9F, 0.8F);
    stage.wait(10ms);
    expect_pushed();
    EXPECT_TRUE(read("horn").held);
  }

  void expect_pushed(float wheel = 0.5F, float trim = -0.5F) {
    EXPECT_NEAR(vector("steer").x, wheel, 1e-4);
    EXPECT_NEAR(vector("trim").x, trim, 1e-4);
  }
  // They go on from where they were: each follows its finger, and the horn waits for a fresh press.
  void expect_they_go_on() {
    stage.wait(10ms);
    expect_pushed();
    EXPECT_FALSE(read("horn").held);
    stage.touch(1, 0.15F, 0.7F);
    stage.touch(2, 0.3F, 0.1F);
    stage.wait(10ms);
    expect_pushed(0, 0);
    for (int finger = 1; finger <= 3; ++finger) stage.lift(finger);
    stage.touch(3, 0.9F, 0.8F);
    stage.wait(10ms);
    EXPECT_TRUE(read("horn").pressed);
  }
};

TEST_F(FingersThatStay, GoOnUnderAnAdoptedPlaybookWhoseZonesStandElsewhereInTheList) {
  PlaybookDefinition changed = definition();
  std::swap(changed.zones[2], changed.zones[4]);
  stage.hub().adopt(make(changed));
  expect_they_go_on();
}

TEST_F(FingersThatStay, GoOnWithAnotherProfile) {
  stage.hub().set_profile(stage.seat(), {.tunings = {{.action = "winch", .hold_time = 2.0F}}});
  expect_they_go_on();
}

TEST_F(FingersThatStay, GoOnAfterACapture) {
  const ActionId horn = *stage.hub().playbook().find_action("horn");
  stage.hub().capture(stage.seat(), {.action = horn});
  stage.wait(10ms);
  expect_pushed(0, 0);
  stage.hub().stop_capture(stage.seat());
  expect_they_go_on();
}

TEST_F(FingersThatStay, AreWhereTheyWentDuringACapture) {
  const ActionId horn = *stage.hub().playbook().find_action("horn");
  stage.hub().capture(stage.seat(), {.action = horn});
  stage.touch(1, 0.15F, 0.7F);
  stage.lift(2);
  stage.wait(10ms);
  stage.hub().stop_capture(stage.seat());
  stage.wait(10ms);
  expect_pushed(0, 0);
}

TEST_F(FingersThatStay, GoOnWhereTheyAreInAnotherPartOfTheWindow) {
  stage.hub().set_part(stage.seat(), {0, 0, 0.5F, 1});  // 500 by 500
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").held) << "a press goes on as well: nobody let go";
  EXPECT_NEAR(vector("trim").x, -0.5, 1e-4) << "as far from where it landed, in pixels";
  EXPECT_NEAR(vector("steer").x, 1, 1e-4) << "the wheel's middle is at 75 of 500 now";
}

TEST_F(FingersThatStay, GoWithAZoneThatIsGone) {
  PlaybookDefinition changed = definition();
  std::erase_if(changed.zones, [](const ZoneDefinition& it) { return it.name == "wheel"; });
  std::erase_if(changed.contexts[0].bindings,
                [](const BindingDefinition& it) { return it.action == "steer"; });
  changed.contexts[0].bindings.push_back({.action = "steer", .control = Control::PadLeftStick});
  stage.hub().adopt(make(changed));
  stage.wait(10ms);
  EXPECT_EQ(vector("steer"), Vec2{});
  EXPECT_NEAR(vector("trim").x, -0.5, 1e-4);
}

TEST_F(Touching, AZoneThatOpensUnderAFingerHasItAndPressesNothing) {
  stage.seat().leave("helm");
  stage.touch(1, 0.2F, 0.7F);
  stage.touch(2, 0.9F, 0.8F);
  stage.touch(3, 0.5F, 0.1F);
  stage.wait(10ms);
  stage.seat().enter("helm");
  stage.wait(10ms);
  EXPECT_EQ(vector("steer"), Vec2{}) << "no jump";
  EXPECT_FALSE(read("horn").held) << "not fresh";
  stage.touch(1, 0.25F, 0.7F);
  stage.lift(3);
  stage.wait(10ms);
  EXPECT_NEAR(vector("steer").x, 0.5, 1e-4);
  EXPECT_FALSE(read("mark").pressed) << "no tap either";
  stage.lift(2);
  stage.touch(2, 0.9F, 0.8F);
  stage.wait(10ms);
  EXPECT_TRUE(read("horn").pressed);
}

TEST(CheckZones, PartsSizesAndNamesMustFit) {
  PlaybookDefinition definition = Touching::definition();
  auto& bindings = definition.contexts[0].bindings;
  bindings[0].control = touch("hron");
  bindings[1].control = touch("map");
  bindings[3].control = touch("flick");
  bindings[4].control = touch("spot", ZonePart::up);
  definition.zones[1].width = 0;
  definition.zones[2].x = 0.9F;
  definition.zones[3].is_floating = true;
  definition.zones[4].name = "map";
  std::vector<std::string> messages;
  for (const Diagnostic& problem : check(definition)) messages.push_back(problem.message);
  EXPECT_EQ(messages, (std::vector<std::string>{
                          "x, y, width and height of a zone lie between 0 and 1, and it has a size",
                          "zone \"wheel\" reaches beyond the window", "only a stick can float",
                          "zone \"map\" is defined twice",
                          "there is no touch zone \"hron\"; did you mean \"horn\"?",
                          "the swipe zone \"map\" has no value as a whole; it has Touch:map.Right, "
                          "Touch:map.Left, Touch:map.Up, Touch:map.Down",
                          "there is no touch zone \"flick\"; define it under [zones]",
                          "the tap zone \"spot\" has no part \"Up\"; it has Touch:spot",
                          "the swipe zone \"map\" has no value as a whole; it has Touch:map.Right, "
                          "Touch:map.Left, Touch:map.Up, Touch:map.Down"}));
}

TEST(ZoneControls, AreWrittenWithTheirZoneAndPart) {
  EXPECT_EQ(to_string(touch("horn")), "Touch:horn");
  EXPECT_EQ(to_string(touch("wheel", ZonePart::left)), "Touch:wheel.Left");
  EXPECT_EQ(find_placed_control("Touch:wheel.Left"), touch("wheel", ZonePart::left));
  EXPECT_EQ(find_placed_control("KeyW"), PlacedControl{Control::KeyW});
  for (const char* wrong :
       {"Touch:", "Touch:.Up", "Touch:wheel.", "Touch:wheel.up", "touch:wheel"}) {
    EXPECT_FALSE(find_placed_control(wrong)) << wrong;
  }
}

}  // namespace
}  // namespace nextmove::support
