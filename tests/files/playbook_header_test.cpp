#include <algorithm>

#include <nextmove/playbook_file.hpp>
#include <nextmove/playbook_header.hpp>

#include "made_for_tidewater.hpp"
#include "support/complaints.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

TEST(PlaybookHeader, HasAConstantForEverything) {
  const Playbook book =
      make({.title = "Two Tugs",
            .actions = {{.name = "steer", .kind = ActionKind::vector},
                        {.name = "switch", .label = "Change\\"}},
            .contexts = {{.name = "helm",
                          .bindings = {{.action = "steer", .control = Control::PadLeftStick},
                                       {.action = "switch", .control = Control::KeyT}}}},
            .mutes = {{.name = "call", .actions = {"steer"}}}});
  EXPECT_EQ(
      to_header(book, namespace_for(book.title()), "tugs.toml"),
      R"(// Made from tugs.toml by `next-move header`. Do not edit; make it again when the playbook changes.
#pragma once

#include <string_view>
#include <vector>

#include <nextmove/playbook.hpp>

namespace two_tugs {

namespace actions {
inline constexpr nextmove::Vector steer{"steer", nextmove::ActionId{0}};
inline constexpr nextmove::Button switch_{"switch", nextmove::ActionId{1}};  ///< Change/
}  // namespace actions

namespace contexts {
inline constexpr nextmove::Context helm{"helm", nextmove::ContextId{0}};
}  // namespace contexts

namespace mutes {
inline constexpr nextmove::Mute call{"call", nextmove::MuteId{0}};
}  // namespace mutes

/// What of this `playbook` does not have: print it once, after loading. Another order does no harm.
inline std::vector<nextmove::Diagnostic> misfits(const nextmove::Playbook& playbook) {
  const std::vector<nextmove::CountedOn> all_actions{
      {"steer", nextmove::ActionKind::vector},
      {"switch", nextmove::ActionKind::button},
  };
  const std::vector<std::string_view> all_schemes;
  const std::vector<std::string_view> all_contexts{
      "helm",
  };
  const std::vector<std::string_view> all_mutes{
      "call",
  };
  return nextmove::misfits(playbook, all_actions, all_schemes, all_contexts, all_mutes);
}

}  // namespace two_tugs
)");
}

TEST(PlaybookHeader, NamesOfNamespacesAreTakenFromTitles) {
  EXPECT_EQ(namespace_for("Tidewater"), "tidewater");
  EXPECT_EQ(namespace_for("Two Tugs: Fog!"), "two_tugs_fog");
  EXPECT_EQ(namespace_for("2 Tugs"), "playbook_2_tugs");
  EXPECT_EQ(namespace_for("海"), "playbook");
  EXPECT_EQ(namespace_for("Switch"), "switch_");
}

// The header in question is made while the tests are built, and compiled here.
TEST(PlaybookHeader, ItsConstantsAreThoseOfThePlaybook) {
  const Result<Playbook> book = load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml");
  ASSERT_TRUE(book);
  EXPECT_TRUE(tidewater::misfits(*book).empty());
  static_assert(std::is_same_v<decltype(tidewater::actions::steer), const Vector>);
  EXPECT_EQ(tidewater::actions::horn, book->button("horn"));
  EXPECT_EQ(book->find(tidewater::actions::horn), book->find_action("horn"));
  EXPECT_EQ(book->find(tidewater::schemes::pad), book->find_scheme("pad"));
  EXPECT_EQ(book->find(tidewater::contexts::chart), book->find_context("chart"));
  EXPECT_EQ(book->find(tidewater::mutes::radio_call), book->find_mute("radio_call"));
}

TEST(PlaybookHeader, ItsConstantsFollowTheirNamesIntoAnotherOrder) {
  PlaybookDefinition definition =
      load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml")->definition();
  std::reverse(definition.actions.begin(), definition.actions.end());
  std::reverse(definition.contexts.begin(), definition.contexts.end());
  std::reverse(definition.mutes.begin(), definition.mutes.end());
  std::reverse(definition.schemes.begin(), definition.schemes.end());
  testing::Rehearsal stage{make(definition)};
  EXPECT_TRUE(tidewater::misfits(stage.hub().playbook()).empty());
  stage.seat().enter(tidewater::contexts::helm);
  EXPECT_TRUE(stage.seat().is_in("helm"));
  stage.press(Control::Space);
  stage.wait(Duration{10'000});
  EXPECT_TRUE(stage.seat().read(tidewater::actions::horn).pressed);
  EXPECT_EQ(to_text(stage.seat().prompt(tidewater::actions::horn).parts), "Space");
  stage.seat().mute(tidewater::mutes::radio_call);
  EXPECT_TRUE(stage.seat().is_muted(*stage.hub().playbook().find_action("steer")));
  stage.hub().hold_to(stage.seat(), tidewater::schemes::pad);
  EXPECT_EQ(stage.seat().scheme(), stage.hub().playbook().find_scheme("pad"));
}

TEST(PlaybookHeader, WhatAPlaybookLacksIsToldInSentences) {
  PlaybookDefinition definition =
      load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml")->definition();
  definition.mutes.front().name = "radio_cal";
  Sentences told;
  for (const Diagnostic& it : tidewater::misfits(make(definition))) told.push_back(it.message);
  EXPECT_EQ(told,
            (Sentences{"the playbook has no mute \"radio_call\"; did you mean \"radio_cal\"?"}));
}

}  // namespace
}  // namespace nextmove::support
