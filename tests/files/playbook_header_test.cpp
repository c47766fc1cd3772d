#include <nextmove/playbook_file.hpp>
#include <nextmove/playbook_header.hpp>

#include "made_for_tidewater.hpp"
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

#include <nextmove/playbook.hpp>

namespace two_tugs {

namespace actions {
inline constexpr nextmove::Vector steer{nextmove::ActionId{0}};
inline constexpr nextmove::Button switch_{nextmove::ActionId{1}};  ///< Change/
}  // namespace actions

namespace contexts {
inline constexpr nextmove::ContextId helm{0};
}  // namespace contexts

namespace mutes {
inline constexpr nextmove::MuteId call{0};
}  // namespace mutes

/// Whether the constants are those of `playbook`: check it once, after loading.
inline bool fits(const nextmove::Playbook& playbook) {
  return playbook.actions().size() >= 2 &&
         playbook.find_action("steer") == nextmove::ActionId{0} &&
         playbook.find_action("switch") == nextmove::ActionId{1} &&
         playbook.action(nextmove::ActionId{0}).kind == nextmove::ActionKind::vector &&
         playbook.action(nextmove::ActionId{1}).kind == nextmove::ActionKind::button &&
         playbook.find_context("helm") == nextmove::ContextId{0} &&
         playbook.find_mute("call") == nextmove::MuteId{0};
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
  EXPECT_TRUE(tidewater::fits(*book));
  static_assert(std::is_same_v<decltype(tidewater::actions::steer), const Vector>);
  EXPECT_EQ(tidewater::actions::horn, book->button("horn"));
  EXPECT_EQ(tidewater::contexts::chart, book->find_context("chart"));
  EXPECT_EQ(tidewater::mutes::radio_call, book->find_mute("radio_call"));
  EXPECT_FALSE(tidewater::fits(make(harbour())));
}

}  // namespace
}  // namespace nextmove::support
