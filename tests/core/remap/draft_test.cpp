#include "support/remaps.hpp"

namespace nextmove::support {
namespace {

using enum Control;
using Controls = std::vector<Combination>;

struct Drafts : ::testing::Test {
  ControlSlot slot(std::string_view action, std::size_t number = 0,
                   DeviceKind device = DeviceKind::keyboard,
                   ActionPart part = ActionPart::whole) const {
    return {*draft.playbook().find_action(action), part, ContextId::none, device, number};
  }
  ControlSlot steer(ActionPart part) const { return slot("steer", 0, DeviceKind::keyboard, part); }
  Controls controls(std::string_view action) const { return draft.controls(slot(action)); }
  ActionId id(std::string_view action) const { return *draft.playbook().find_action(action); }

  Draft draft{make(harbour_to_remap())};
};

TEST_F(Drafts, BeginWithWhatThePlaybookSays) {
  EXPECT_EQ(controls("horn"), Controls{Space});
  EXPECT_FALSE(draft.is_changed());
  EXPECT_FALSE(draft.can_undo());
}

TEST_F(Drafts, BeginWithWhatThePlayerHasChangedBefore) {
  const Draft later{draft.playbook(), {.remaps = {keys("horn", {KeyH})}}};
  EXPECT_EQ(later.controls(slot("horn")), Controls{KeyH});
  EXPECT_EQ(later.usual_controls(slot("horn")), Controls{Space});
  EXPECT_FALSE(later.is_changed());
}

TEST_F(Drafts, AControlTakesThePlaceOfTheOneInItsSlot) {
  EXPECT_TRUE(draft.put(slot("horn"), KeyH));
  EXPECT_EQ(controls("horn"), Controls{KeyH});
  EXPECT_EQ(draft.profile().remaps, std::vector{keys("horn", {KeyH})});
}

TEST_F(Drafts, BeyondTheLastSlotThereIsOneMore) {
  EXPECT_TRUE(draft.put(slot("horn", 7), KeyH));
  EXPECT_EQ(controls("horn"), (Controls{Space, KeyH}));
}

TEST_F(Drafts, ASlotCanBeCleared) {
  draft.put(slot("horn", 1), KeyH);
  EXPECT_TRUE(draft.clear(slot("horn", 0)));
  EXPECT_EQ(controls("horn"), Controls{KeyH});
  EXPECT_TRUE(draft.clear(slot("horn", 0)));
  EXPECT_EQ(controls("horn"), Controls{});
  EXPECT_EQ(draft.profile().remaps, std::vector{keys("horn", {})});
}

TEST_F(Drafts, ToKeepAgainWhatIsKeptIsNoChangeToUndo) {
  draft.put(slot("horn"), KeyE, OnClash::keep_both);
  draft.put(slot("winch", 1), KeyH);
  EXPECT_TRUE(draft.put(slot("horn"), KeyE, OnClash::keep_both));
  draft.undo();
  EXPECT_EQ(controls("winch"), Controls{KeyE});
}

TEST_F(Drafts, WhatWasKeptOnTwoActionsOnPurposeIsNotToldAgain) {
  draft.put(slot("horn"), KeyE, OnClash::keep_both);
  ASSERT_EQ(draft.profile().remaps.size(), 1U);
  EXPECT_EQ(draft.profile().remaps[0].beside, std::vector<std::string>{"winch"});
  EXPECT_TRUE(unwanted_clashes(draft).empty());
  draft.put(slot("horn", 1), KeyH);
  EXPECT_TRUE(unwanted_clashes(draft).empty()) << "another control of it changes nothing";
  draft.put(slot("horn"), KeyJ);
  EXPECT_TRUE(draft.profile().remaps[0].beside.empty()) << "they share nothing any more";
}

TEST_F(Drafts, AControlThatANewerPlaybookGivesToAnotherActionIsTold) {
  Profile saved{.remaps = {keys("horn", {KeyE})}, .file = "marlis.toml"};
  saved.remaps[0].place = {7, 3};
  Draft later{draft.playbook(), saved};
  const std::vector<Diagnostic> told = unwanted_clashes(later);
  ASSERT_EQ(told.size(), 1U);
  EXPECT_EQ(to_string(told[0]),
            "marlis.toml:7:3: warning: remap of \"horn\": KeyE is on \"winch\" as well, so it does "
            "both; change one of the two, or keep both");

  EXPECT_TRUE(later.put(slot("horn"), KeyE));
  EXPECT_EQ(unwanted_clashes(later).size(), 1U) << "to press it again settles nothing";
  EXPECT_TRUE(later.put(slot("horn"), KeyE, OnClash::keep_both));
  EXPECT_TRUE(unwanted_clashes(later).empty());
  later.undo();
  EXPECT_EQ(unwanted_clashes(later).size(), 1U);
}

TEST_F(Drafts, TheHubTellsItWhenTheProfileOrThePlaybookIsLoaded) {
  PlaybookDefinition before = harbour_to_remap();
  const PlaybookDefinition after = before;
  for (ContextDefinition& context : before.contexts) {
    for (BindingDefinition& it : context.bindings) {
      if (it.action == "winch" && it.control == PlacedControl{KeyE}) it.control = KeyF;
    }
  }
  Hub hub{make(before)};
  Seat& seat = hub.add_seat("port tug");
  const Profile saved{.remaps = {keys("horn", {KeyE})}};
  EXPECT_TRUE(hub.set_profile(seat, saved).empty());
  EXPECT_EQ(hub.adopt(make(after)).size(), 1U);
  EXPECT_TRUE(hub.adopt(make(after)).empty()) << "told already";
  EXPECT_EQ(hub.set_profile(seat, saved).size(), 1U);
}

TEST_F(Drafts, AWholeListIsSetAtOnce) {
  EXPECT_TRUE(draft.set(slot("horn"), {KeyH, Space, KeyJ}));
  EXPECT_EQ(controls("horn"), (Controls{KeyH, Space, KeyJ}));
  EXPECT_EQ(draft.set(slot("horn"), {KeyH, KeyH}).refusal, DraftRefusal::already_there);
  EXPECT_EQ(draft.set(slot("horn"), {KeyE}).refusal, DraftRefusal::clash);
  draft.undo();
  EXPECT_FALSE(draft.is_changed());
}

TEST_F(Drafts, OfAListTheFirstThatGoesIsGivenInASwap) {
  draft.set(slot("horn"), {KeyH, KeyJ});
  EXPECT_TRUE(draft.set(slot("horn"), {KeyE}, OnClash::swap));
  EXPECT_EQ(controls("winch"), Controls{KeyH});
}

TEST_F(Drafts, HoldOnlyWhatDiffersFromThePlaybook) {
  draft.put(slot("horn"), KeyH);
  draft.put(slot("horn"), Space);
  EXPECT_TRUE(draft.profile().is_empty());
}

TEST_F(Drafts, AreUndoneStepByStep) {
  draft.put(slot("horn"), KeyH);
  draft.put(slot("winch"), KeyY);
  draft.tune({.hold_time = 2.0F});
  draft.undo();
  EXPECT_TRUE(draft.profile().tunings.empty());
  draft.undo();
  EXPECT_EQ(controls("winch"), Controls{KeyE});
  EXPECT_EQ(controls("horn"), Controls{KeyH});
  draft.undo();
  EXPECT_FALSE(draft.is_changed());
  EXPECT_FALSE(draft.can_undo());
}

TEST_F(Drafts, WhatChangesNothingIsNoStep) {
  EXPECT_TRUE(draft.put(slot("horn"), Space));
  draft.reset();
  draft.discard();
  EXPECT_FALSE(draft.can_undo());
}

TEST_F(Drafts, DiscardingIsAStepAsWell) {
  draft.put(slot("horn"), KeyH);
  draft.discard();
  EXPECT_FALSE(draft.is_changed());
  draft.undo();
  EXPECT_EQ(controls("horn"), Controls{KeyH});
}

TEST_F(Drafts, ACopyGoesItsOwnWay) {
  Draft copy = draft;
  copy.put(slot("horn"), KeyH);
  EXPECT_EQ(controls("horn"), Controls{Space});
  EXPECT_EQ(copy.controls(slot("horn")), Controls{KeyH});
}

// ---- refusals

TEST_F(Drafts, SayWhyTheyRefuse) {
  const auto refusal = [&](const ControlSlot& where, const Combination& combination) {
    const DraftAnswer answer = draft.put(where, combination);
    EXPECT_FALSE(draft.can_undo());
    return answer.refusal;
  };
  EXPECT_EQ(refusal(slot("pause"), KeyP), DraftRefusal::fixed);
  EXPECT_EQ(refusal(slot("horn"), F12), DraftRefusal::reserved);
  EXPECT_EQ(refusal(slot("horn"), MouseRight), DraftRefusal::other_device);
  EXPECT_EQ(refusal(slot("horn"), {KeyH, {ShiftLeft}}), DraftRefusal::no_combinations);
  EXPECT_EQ(refusal(slot("horn", 1), Space), DraftRefusal::already_there);
  EXPECT_EQ(refusal(slot("steer"), KeyI), DraftRefusal::cannot_drive);
  EXPECT_EQ(refusal(slot("horn"), KeyE), DraftRefusal::clash);
}

TEST_F(Drafts, ARequiredActionKeepsItsLastControl) {
  EXPECT_EQ(draft.clear(slot("confirm")).refusal, DraftRefusal::required);
  EXPECT_TRUE(draft.put(slot("confirm", 1), KeyZ));
  EXPECT_TRUE(draft.clear(slot("confirm")));
  EXPECT_EQ(draft.clear(slot("confirm")).refusal, DraftRefusal::required);
}

// ---- clashes

TEST_F(Drafts, AClashIsFoundBeforeItIsThere) {
  const DraftAnswer answer = draft.put(slot("horn"), KeyE);
  ASSERT_EQ(answer.clashes.size(), 1U);
  EXPECT_EQ(answer.clashes[0], (Clash{slot("winch"), KeyE, slot("horn"), true, true}));
  EXPECT_EQ(controls("horn"), Controls{Space});
}

TEST_F(Drafts, SwappingGivesTheOtherWhatThisOneHad) {
  EXPECT_TRUE(draft.put(slot("horn"), KeyE, OnClash::swap));
  EXPECT_EQ(controls("horn"), Controls{KeyE});
  EXPECT_EQ(controls("winch"), Controls{Space});
  EXPECT_TRUE(draft.clashes().empty());
  draft.undo();
  EXPECT_FALSE(draft.is_changed()) << "it is one step";
}

TEST_F(Drafts, TakingOverLeavesTheOtherWithout) {
  EXPECT_TRUE(draft.put(slot("horn"), KeyE, OnClash::take_over));
  EXPECT_EQ(controls("horn"), Controls{KeyE});
  EXPECT_EQ(controls("winch"), Controls{});
}

TEST_F(Drafts, KeepingBothIsSeenAfterwards) {
  EXPECT_TRUE(draft.put(slot("horn"), KeyE, OnClash::keep_both));
  EXPECT_EQ(controls("winch"), Controls{KeyE});
  ASSERT_EQ(draft.clashes().size(), 1U);
  EXPECT_TRUE(draft.put(slot("lamp"), KeyJ)) << "a clash that is kept stands in nobody's way";
}

TEST_F(Drafts, AnAddedControlHasNothingToSwap) {
  const DraftAnswer answer = draft.put(slot("horn", 1), KeyE, OnClash::swap);
  EXPECT_EQ(answer.refusal, DraftRefusal::clash);
  EXPECT_FALSE(answer.clashes[0].can_swap);
  EXPECT_TRUE(answer.clashes[0].can_take_over);
}

TEST_F(Drafts, AFixedActionLosesNothing) {
  const DraftAnswer answer = draft.put(slot("horn"), Escape, OnClash::take_over);
  EXPECT_EQ(answer.refusal, DraftRefusal::clash);
  EXPECT_FALSE(answer.clashes[0].can_swap);
  EXPECT_FALSE(answer.clashes[0].can_take_over);
}

TEST_F(Drafts, ARequiredActionMaySwapButNotLose) {
  const DraftAnswer answer = draft.can_put(slot("horn"), Enter);
  EXPECT_TRUE(answer.clashes[0].can_swap);
  EXPECT_FALSE(answer.clashes[0].can_take_over);
}

TEST_F(Drafts, DirectionsOfOneActionClashToo) {
  EXPECT_TRUE(draft.put(steer(ActionPart::up), KeyS, OnClash::swap));
  EXPECT_EQ(draft.controls(steer(ActionPart::up)), Controls{KeyS});
  EXPECT_EQ(draft.controls(steer(ActionPart::down)), Controls{KeyW});
}

TEST_F(Drafts, HalfAStickClashesWithTheWhole) {
  const DraftAnswer answer =
      draft.put(slot("lamp", 0, DeviceKind::gamepad), PadLeftStickUp, OnClash::swap);
  ASSERT_EQ(answer.clashes.size(), 1U);
  EXPECT_EQ(answer.clashes[0].combination, Combination{PadLeftStick});
  EXPECT_TRUE(answer.clashes[0].can_take_over);
}

TEST_F(Drafts, WhatMustBeHeldTellsControlsApart) {
  EXPECT_TRUE(draft.put(slot("lamp"), {KeyE, {ShiftLeft}}));
}

TEST_F(Drafts, TheSameControlInAnotherContextIsNoClash) {
  EXPECT_TRUE(draft.put(slot("mark"), KeyE));
}

TEST_F(Drafts, WhatThePlaybookPairsIsNoClash) {
  PlaybookDefinition book = harbour_to_remap();
  book.actions.push_back({.name = "hang_up"});
  book.contexts[0].bindings.push_back(
      {.action = "hang_up", .control = KeyG, .gesture = hold_for(600ms)});
  Draft paired{make(book)};
  EXPECT_TRUE(paired.clashes().empty());
  EXPECT_TRUE(paired.put(slot("signal"), KeyY));
  const ControlSlot hang_up{*paired.playbook().find_action("hang_up")};
  EXPECT_TRUE(paired.put(hang_up, KeyY));
}

TEST_F(Drafts, ATapAndAHoldGetAlong) {
  PlaybookDefinition book = harbour_to_remap();
  for (BindingDefinition& it : book.contexts[0].bindings) {
    if (it.action == "horn" && it.control.control == Space) it.gesture = tap_within(200ms);
  }
  const Draft tapped{make(book)};
  EXPECT_TRUE(tapped.can_put(slot("horn"), KeyE));
  EXPECT_TRUE(tapped.can_put(slot("winch"), Space));
  EXPECT_FALSE(tapped.can_put(slot("horn"), KeyL)) << "a tap and a toggle do not";
}

TEST_F(Drafts, OtherContextsThatHaveTheControlAreToldAsNotes) {
  const DraftAnswer answer = draft.put(slot("mark"), KeyE);
  const ContextId helm = *draft.playbook().find_context("helm");
  const ContextId chart = *draft.playbook().find_context("chart");
  EXPECT_EQ(answer.shadows, (std::vector<Shadow>{{helm, id("winch"), false}}));
  EXPECT_EQ(draft.shadows(slot("horn"), KeyM),
            (std::vector<Shadow>{{chart, id("close_chart"), true}}));
}

TEST_F(Drafts, AnActionThatIsBoundAlikeEverywhereHasOneSlotForAll) {
  EXPECT_TRUE(is_alike_everywhere(draft.playbook(), id("signal")));
  EXPECT_TRUE(draft.put(slot("signal"), KeyY));
  EXPECT_EQ(draft.profile().remaps, std::vector{keys("signal", {KeyY})});
  const DraftAnswer answer = draft.can_put(slot("mark"), KeyY);
  ASSERT_EQ(answer.clashes.size(), 1U);
  EXPECT_EQ(answer.clashes[0].slot, slot("signal"));
}

// ---- reset

TEST_F(Drafts, OneActionIsReset) {
  draft.put(slot("horn"), KeyH);
  draft.put(slot("winch"), KeyY);
  draft.tune({.action = "horn", .toggle = true});
  EXPECT_TRUE(draft.reset(id("horn")));
  EXPECT_EQ(draft.profile().remaps, std::vector{keys("winch", {KeyY})});
  EXPECT_TRUE(draft.profile().tunings.empty());
}

TEST_F(Drafts, WhatComesBackMayClash) {
  draft.put(slot("horn"), KeyH);
  draft.put(slot("winch"), Space);
  const DraftAnswer answer = draft.reset(id("horn"));
  EXPECT_EQ(answer.refusal, DraftRefusal::clash);
  EXPECT_EQ(answer.clashes[0].slot, slot("winch"));
  EXPECT_EQ(controls("horn"), Controls{KeyH});
  EXPECT_TRUE(draft.reset(id("horn"), OnClash::take_over));
  EXPECT_EQ(controls("horn"), Controls{Space});
  EXPECT_EQ(controls("winch"), Controls{});
}

TEST_F(Drafts, OneKindOfDeviceIsReset) {
  draft.put(slot("horn"), KeyH);
  draft.put(slot("horn", 0, DeviceKind::gamepad), PadWest);
  draft.swap_sticks(true);
  EXPECT_TRUE(draft.reset(DeviceKind::gamepad));
  EXPECT_EQ(draft.profile(), (Profile{.remaps = {keys("horn", {KeyH})}}));
}

TEST_F(Drafts, EverythingIsResetButWhatALaterLibraryWrote) {
  Draft later{draft.playbook(),
              {.remaps = {keys("horn", {KeyH})}, .swaps_sticks = true, .unread = {"moods = 3"}}};
  later.reset();
  EXPECT_EQ(later.profile(), (Profile{.unread = {"moods = 3"}}));
}

// ---- tuning and presets

TEST_F(Drafts, TuningsForTheSameAreOne) {
  draft.tune({.action = "look", .sensitivity = 2.0F});
  draft.tune({.action = "look", .invert_y = true});
  draft.tune({.action = "look", .sensitivity = 3.0F});
  EXPECT_EQ(draft.profile().tunings,
            (std::vector<Tuning>{{.action = "look", .sensitivity = 3.0F, .invert_y = true}}));
  EXPECT_EQ(draft.tuning("look", std::nullopt).sensitivity, 3.0F);
  EXPECT_EQ(draft.tuning("look", DeviceKind::mouse).sensitivity, std::nullopt);
}

TEST_F(Drafts, APresetThatSwapsNoSticksLeavesThemSwapped) {
  draft.swap_sticks(true);
  draft.take({.tunings = {{.toggle = true}}});
  EXPECT_TRUE(draft.profile().swaps_sticks);
}

TEST_F(Drafts, APresetIsTakenOverWhole) {
  draft.put(slot("winch"), KeyH);
  const Profile one_hand{.remaps = {keys("horn", {KeyH})}, .tunings = {{.toggle = true}}};
  const DraftAnswer answer = draft.take(one_hand);
  EXPECT_TRUE(answer);
  EXPECT_EQ(controls("horn"), Controls{KeyH});
  EXPECT_EQ(controls("winch"), Controls{}) << "it had the key before";
  EXPECT_EQ(draft.profile().tunings, one_hand.tunings);
  draft.undo();
  EXPECT_EQ(controls("winch"), Controls{KeyH});
}

TEST_F(Drafts, WhatDoesNotFitStaysInTheProfile) {
  const Remap gone = keys("bilge_pump", {KeyB});
  Draft later{draft.playbook(), {.remaps = {gone}}};
  later.put(slot("horn"), KeyH);
  EXPECT_EQ(later.profile().remaps, (std::vector{gone, keys("horn", {KeyH})}));
}

// ---- schemes

TEST(SchemeDrafts, UnderASchemeThatSharesAChangeIsForThatOne) {
  const Playbook book = make(harbour_for_all());
  Draft draft{book, {}, *book.find_scheme("left_keys")};
  const ControlSlot horn{*book.find_action("horn")};
  EXPECT_EQ(draft.controls(horn), Controls{KeyE});
  EXPECT_TRUE(draft.put(horn, KeyQ));
  Remap remap = keys("horn", {KeyQ});
  remap.schemes = {"left_keys"};
  EXPECT_EQ(draft.profile().remaps, std::vector{remap});
  draft.put(horn, KeyE);
  EXPECT_TRUE(draft.profile().is_empty());
}

TEST(SchemeDrafts, ChangesForOtherSchemesStay) {
  const Playbook book = make(harbour_for_all());
  Remap named = keys("horn", {KeyQ});
  named.schemes = {"desk", "left_keys"};
  const ControlSlot horn{*book.find_action("horn")};
  Draft none{book, {.remaps = {named}}};
  none.put(horn, KeyJ);
  EXPECT_EQ(none.profile().remaps.front(), named);
  Draft left{book, {.remaps = {named}}, *book.find_scheme("left_keys")};
  left.put(horn, KeyZ);
  named.schemes = {"desk"};
  EXPECT_EQ(left.profile().remaps.front(), named);
}

TEST(SchemeDrafts, WhatOtherSchemesHearIsNoClash) {
  const Playbook book = make(harbour_for_all());
  Draft draft{book, {}, *book.find_scheme("desk")};
  const ControlSlot up{*book.find_action("steer"), ActionPart::up};
  EXPECT_EQ(draft.controls(up), Controls{KeyW});
  EXPECT_TRUE(draft.put(up, ArrowUp)) << "it is the right half's";
}

TEST(DraftUndo, TakesASliderBackAsOneChange) {
  Draft draft{make(harbour())};
  const auto sensitivity = [&] { return draft.tuning("steer", std::nullopt).sensitivity; };
  for (int i = 1; i <= 600; ++i) {
    draft.tune({.action = "steer", .sensitivity = 1 + static_cast<float>(i) / 1000});
  }
  draft.tune({.action = "steer", .invert_y = true});
  draft.tune({.action = "steer", .sensitivity = 2.0F});
  draft.undo();
  EXPECT_EQ(sensitivity(), 1.6F);
  draft.undo();
  EXPECT_EQ(draft.tuning("steer", std::nullopt).invert_y, std::nullopt) << "another thing";
  draft.undo();
  EXPECT_EQ(sensitivity(), std::nullopt);
  EXPECT_FALSE(draft.can_undo());
  EXPECT_FALSE(draft.is_changed());
}

TEST(DraftUndo, OfTheSliderOfAnotherActionIsAnotherChange) {
  Draft draft{make(harbour())};
  draft.tune({.action = "steer", .sensitivity = 1.5F});
  draft.tune({.action = "throttle", .sensitivity = 1.5F});
  draft.undo();
  EXPECT_EQ(draft.tuning("throttle", std::nullopt).sensitivity, std::nullopt);
  EXPECT_EQ(draft.tuning("steer", std::nullopt).sensitivity, 1.5F);
}

}  // namespace
}  // namespace nextmove::support
