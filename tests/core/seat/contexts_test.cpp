#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using Contexts = AtTheHelm;

TEST_F(Contexts, ASeatHearsNothingOutsideAnyContext) {
  stage.seat().leave("helm");
  stage.press(Control::KeyW);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
  EXPECT_FALSE(read(horn).held);
}

TEST_F(Contexts, TheHigherRankClaimsAControl) {
  stage.seat().enter("chart");
  stage.press(Control::Space);
  stage.press(Control::KeyW);
  stage.wait(10ms);
  EXPECT_TRUE(read(mark).pressed);
  EXPECT_FALSE(read(horn).held);
  EXPECT_EQ(read(pan_chart).value, (Vec2{0, 1}));
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
}

TEST_F(Contexts, WhatTheHigherRankDoesNotBindGoesToTheLower) {
  stage.seat().enter("chart");
  stage.press(Control::KeyR);
  stage.wait(10ms);
  EXPECT_EQ(read(throttle).value, 1);
}

TEST_F(Contexts, RankDecidesWhateverTheOrderOfEntering) {
  stage.seat().leave("helm");
  stage.seat().enter("chart");
  stage.seat().enter("helm");
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(mark).held);
  EXPECT_FALSE(read(horn).held);
}

TEST_F(Contexts, AHeldButtonStaysWithTheContextThatHeardItsPress) {
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.seat().enter("chart");
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).held);
  EXPECT_FALSE(read(mark).held);
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).released);
  EXPECT_FALSE(read(mark).pressed);
}

TEST_F(Contexts, TheTugFreezesUnderTheChart) {
  stage.press(Control::KeyW);
  stage.move(Control::PadLeftStick, 0, 1);
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
  stage.seat().enter("chart");
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
  EXPECT_EQ(read(pan_chart).value, (Vec2{0, 1}));
  stage.seat().leave("chart");
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
  EXPECT_EQ(read(pan_chart).value, (Vec2{0, 0}));
}

TEST_F(Contexts, LeavingReleasesWhatTheContextHeld) {
  stage.press(Control::Space);
  stage.press(Control::KeyW);
  stage.wait(10ms);
  stage.seat().leave("helm");
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).released);
  EXPECT_FALSE(read(horn).held);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
}

TEST_F(Contexts, EnteringTwiceIsEnteringOnce) {
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.seat().enter("helm");
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).held);
  stage.seat().leave("helm");
  EXPECT_FALSE(stage.seat().is_in("helm"));
}

TEST_F(Contexts, TheListHasTheOneThatHearsFirstInFront) {
  stage.seat().enter("chart");
  ASSERT_EQ(stage.seat().contexts().size(), 2U);
  EXPECT_EQ(book.context(stage.seat().contexts()[0]).name, "chart");
  EXPECT_EQ(book.context(stage.seat().contexts()[1]).name, "helm");
}

// Two contexts of equal rank that both bind Space and the left stick in some way.
struct EqualRank : ::testing::Test {
  static PlaybookDefinition definition() {
    using enum Control;
    return {.actions = {{.name = "winch"},
                        {.name = "answer"},
                        {.name = "lamp"},
                        {.name = "nudge", .kind = ActionKind::vector},
                        {.name = "tune", .kind = ActionKind::axis}},
            .contexts = {{.name = "crane",
                          .bindings = {{.action = "winch", .control = Space},
                                       {.action = "nudge", .control = PadLeftStick}}},
                         {.name = "radio",
                          .bindings = {{.action = "answer", .control = Space},
                                       {.action = "tune", .control = PadLeftStickX}}},
                         {.name = "lights",
                          .rank = 5,
                          .bindings = {{.action = "lamp", .control = Space, .pass_on = true}}},
                         {.name = "dialog", .rank = 9, .blocks = {DeviceKind::keyboard}}}};
  }
  EqualRank()
      : stage(make(definition())),
        winch(stage.hub().playbook().button("winch")),
        answer(stage.hub().playbook().button("answer")),
        lamp(stage.hub().playbook().button("lamp")),
        nudge(stage.hub().playbook().vector("nudge")),
        tune(stage.hub().playbook().axis("tune")) {}

  testing::Rehearsal stage;
  Button winch;
  Button answer;
  Button lamp;
  Vector nudge;
  Axis tune;
};

TEST_F(EqualRank, TheLastEnteredHearsFirst) {
  stage.seat().enter("radio");
  stage.seat().enter("crane");
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().read(winch).held);
  EXPECT_FALSE(stage.seat().read(answer).held);
}

TEST_F(EqualRank, SwitchingToOneThatIsEnteredLeavesTheOthers) {
  stage.seat().enter("radio");
  stage.seat().enter("crane");
  stage.seat().switch_to("crane");
  EXPECT_FALSE(stage.seat().is_in("radio"));
  EXPECT_TRUE(stage.seat().is_in("crane"));
}

TEST_F(EqualRank, TheLastEnteredStillHearsFirstInAnAdoptedPlaybook) {
  stage.seat().enter("radio");
  stage.seat().enter("crane");
  stage.hub().adopt(make(definition()));
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().read(winch).held);
  EXPECT_FALSE(stage.seat().read(answer).held);
}

TEST_F(EqualRank, ABindingCanPassTheControlOn) {
  stage.seat().enter("crane");
  stage.seat().enter("lights");
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().read(lamp).held);
  EXPECT_TRUE(stage.seat().read(winch).held);
}

TEST_F(EqualRank, AClaimTakesOnlyTheHalvesOfAStickThatAreBound) {
  stage.seat().enter("crane");
  stage.seat().enter("radio");
  stage.move(Control::PadLeftStick, 0.8F, 0.6F);
  stage.wait(10ms);
  EXPECT_GT(stage.seat().read(tune).value, 0);
  EXPECT_EQ(stage.seat().read(nudge).value.x, 0);
  EXPECT_GT(stage.seat().read(nudge).value.y, 0);
}

TEST_F(EqualRank, AContextCanBlockADeviceKindForThoseBelow) {
  stage.seat().enter("crane");
  stage.seat().enter("dialog");
  stage.press(Control::Space);
  stage.move(Control::PadLeftStick, 0, 1);
  stage.wait(10ms);
  EXPECT_FALSE(stage.seat().read(winch).held);
  EXPECT_EQ(stage.seat().read(nudge).value, (Vec2{0, 1})) << "the pad is not blocked";
}

/// A gun that fires while its key or button is down, under a shop.
class UnderAShop : public ::testing::Test {
 protected:
  static PlaybookDefinition definition(std::optional<bool> releases,
                                       std::vector<DeviceKind> blocks) {
    using enum Control;
    return {.actions = {{.name = "fire"},
                        {.name = "lamp"},
                        {.name = "dive"},
                        {.name = "steer", .kind = ActionKind::axis},
                        {.name = "buy"}},
            .contexts = {{.name = "helm",
                          .bindings = {{.action = "fire",
                                        .control = Space,
                                        .gesture = repeated(100ms, 100ms)},
                                       {.action = "fire", .control = PadSouth},
                                       {.action = "lamp", .control = KeyL, .gesture = toggled()},
                                       {.action = "dive", .control = KeyX, .gesture = hold_for(1s)},
                                       {.action = "steer", .more = KeyD, .less = KeyA}}},
                         {.name = "shop",
                          .rank = 1,
                          .blocks = std::move(blocks),
                          .releases = releases,
                          .mutes = {"call"},
                          .bindings = {{.action = "buy", .control = Space}}}},
            .mutes = {{.name = "call", .actions = {"lamp"}}}};
  }
  void open_shop(std::optional<bool> releases, std::vector<DeviceKind> blocks = {}) {
    stage.emplace(make(definition(releases, std::move(blocks))));
    stage->seat().enter("helm");
    for (const Control control : {Control::Space, Control::KeyX, Control::PadSouth}) {
      stage->press(control);
    }
    stage->wait(150ms);
    stage->seat().enter("shop");
    stage->wait(1s);
  }
  ButtonReading read(std::string_view action) {
    return stage->seat().read(stage->hub().playbook().button(action));
  }

  std::optional<testing::Rehearsal> stage;
};

TEST_F(UnderAShop, WhatABlockedDeviceHoldsIsLetGo) {
  open_shop({}, {DeviceKind::keyboard});
  EXPECT_TRUE(read("fire").held) << "by the pad, which is not blocked";
  EXPECT_EQ(read("fire").presses, 0U) << "nothing repeats";
  EXPECT_FALSE(read("dive").pressed);
  EXPECT_FALSE(read("dive").let_go_early) << "nobody let go";
  stage->release(Control::PadSouth);
  stage->wait(10ms);
  EXPECT_FALSE(read("fire").held);
  stage->seat().leave("shop");
  stage->wait(1s);
  EXPECT_FALSE(read("fire").held) << "the key is still down, and waits for a fresh press";
}

TEST_F(UnderAShop, ReleasesFalseKeepsIt) {
  open_shop(false, {DeviceKind::keyboard});
  EXPECT_GT(read("fire").presses, 5U);
  EXPECT_TRUE(read("dive").held);
}

TEST_F(UnderAShop, WhatIsOnlyClaimedIsKeptUnlessReleasesIsTrue) {
  open_shop({});
  EXPECT_GT(read("fire").presses, 5U);
  open_shop(true);
  EXPECT_EQ(read("fire").presses, 0U);
  EXPECT_TRUE(read("dive").held) << "the shop leaves its key alone";
}

TEST_F(UnderAShop, WhatIsHeldAboveStays) {
  PlaybookDefinition book = definition({}, {});
  book.contexts[0].blocks = {DeviceKind::keyboard};
  stage.emplace(make(book));
  stage->seat().enter("shop");
  stage->press(Control::Space);
  stage->wait(10ms);
  stage->seat().enter("helm");
  stage->wait(10ms);
  EXPECT_TRUE(read("buy").held) << "what the helm blocks, it blocks for those below";
}

TEST_F(UnderAShop, AToggleStaysOn) {
  PlaybookDefinition book = definition(true, {DeviceKind::keyboard});
  book.contexts[1].mutes.clear();
  stage.emplace(make(book));
  stage->seat().enter("helm");
  stage->press(Control::KeyL);
  stage->wait(10ms);
  stage->seat().enter("shop");
  stage->wait(10ms);
  EXPECT_TRUE(read("lamp").held);
}

TEST_F(UnderAShop, AContextBringsItsMutesAlong) {
  open_shop({});
  const ActionId lamp = *stage->hub().playbook().find_action("lamp");
  EXPECT_TRUE(stage->seat().is_muted(lamp));
  stage->seat().unmute("call");
  EXPECT_TRUE(stage->seat().is_muted(lamp)) << "that is the context's";
  stage->seat().mute("call");
  stage->seat().leave("shop");
  EXPECT_TRUE(stage->seat().is_muted(lamp)) << "and this is the game's";
  stage->seat().unmute("call");
  EXPECT_FALSE(stage->seat().is_muted(lamp));
  stage->seat().enter("shop");
  stage->hub().adopt(make(definition({}, {})));
  EXPECT_TRUE(stage->seat().is_muted(lamp)) << "as before";
  stage->seat().switch_to("helm");
  EXPECT_TRUE(stage->seat().is_muted(lamp)) << "of another rank";
  stage->seat().leave("shop");
  EXPECT_FALSE(stage->seat().is_muted(lamp));
}

TEST(LettingGo, IsOfTheHalvesThatAreClaimedAlone) {
  using enum Control;
  testing::Rehearsal stage{
      make({.actions = {{.name = "right"}, {.name = "back"}, {.name = "menu_right"}},
            .contexts = {{.name = "helm",
                          .bindings = {{.action = "right", .control = PadLeftStickRight},
                                       {.action = "back", .control = PadLeftStickDown}}},
                         {.name = "menu",
                          .rank = 1,
                          .releases = true,
                          .bindings = {{.action = "menu_right", .control = PadLeftStickRight}}}}})};
  stage.seat().enter("helm");
  stage.move(PadLeftStick, 1, -1);
  stage.wait(10ms);
  stage.seat().enter("menu");
  stage.wait(10ms);
  const auto held = [&](std::string_view name) {
    return stage.seat().read(stage.hub().playbook().button(name)).held;
  };
  EXPECT_FALSE(held("right"));
  EXPECT_TRUE(held("back")) << "the menu leaves the other halves to the helm";
}

}  // namespace
}  // namespace nextmove::support
