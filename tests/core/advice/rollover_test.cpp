#include "support/players.hpp"

namespace nextmove::support {
namespace {

using enum Control;
using Keys = std::vector<Control>;

struct Rollover : ::testing::Test {
  RolloverStudy study(const PlaybookDefinition& book, std::vector<std::string> names) {
    const Playbook made = make(book);
    std::vector<SchemeId> players;
    for (const std::string& name : names) players.push_back(*made.find_scheme(name));
    return study_rollover(made, players);
  }
};

// Each player: 4 single directions, 4 diagonals or none; and the horn or not.
TEST_F(Rollover, CountsTheSetsByTheirOrdinaryKeys) {
  EXPECT_EQ(study(harbour_for_all(), {"left_keys"}).counts,
            (std::vector<std::uint64_t>{1, 4 + 1, 4 + 4, 4}));
  const RolloverStudy both = study(harbour_for_all(), {"left_keys", "right_keys"});
  ASSERT_EQ(both.counts.size(), 7U);
  EXPECT_EQ(both.counts[6], 4U * 4U);
  EXPECT_EQ(both.counts[5], 2U * 4U * 8U);
}

TEST_F(Rollover, ListsWhatAKeyboardMayMissTheLargestFirst) {
  const RolloverStudy both = study(harbour_for_all(), {"left_keys", "right_keys"});
  ASSERT_FALSE(both.sets.empty());
  EXPECT_EQ(both.sets.front().keys, (Keys{KeyA, KeyE, KeyW, Enter, ArrowLeft, ArrowUp}));
  EXPECT_EQ(both.sets.front().doing, (std::vector<std::string>{"steer, horn", "steer, horn"}));
  EXPECT_EQ(both.sets.back().keys.size(), 3U);
}

TEST_F(Rollover, NobodyHoldsLeftAndRightAtOnce) {
  for (const HeldKeys& set : study(harbour_for_all(), {"left_keys", "right_keys"}).sets) {
    const auto has = [&](Control key) {
      return std::find(set.keys.begin(), set.keys.end(), key) != set.keys.end();
    };
    ASSERT_FALSE((has(KeyA) && has(KeyD)) || (has(ArrowUp) && has(ArrowDown)));
  }
}

TEST_F(Rollover, AModifierCostsNothing) {
  PlaybookDefinition book = harbour_for_all();
  book.contexts[0].bindings[5].control = ShiftRight;  // the horn of right_keys
  const RolloverStudy both = study(book, {"left_keys", "right_keys"});
  ASSERT_EQ(both.counts.size(), 6U);
  EXPECT_EQ(both.sets.front().keys.size(), 5U);
}

TEST_F(Rollover, OffersModifiersOnThePlayersOwnSide) {
  const RolloverStudy both = study(harbour_for_all(), {"left_keys", "right_keys"});
  ASSERT_EQ(both.moves.size(), 2U);
  EXPECT_EQ(both.moves[0], (KeyMove{0, KeyE, ShiftLeft, "horn"}));
  EXPECT_EQ(both.moves[1], (KeyMove{1, Enter, ShiftRight, "horn"}));
  ASSERT_EQ(both.calmer_counts.size(), 5U);
  EXPECT_EQ(both.calmer_counts[4], 2U * 2U * 4U * 4U) << "the horns are on modifiers";
}

TEST_F(Rollover, OffersNoModifierThatServesSomethingElse) {
  PlaybookDefinition book = harbour_for_all();
  BindingDefinition touched{.action = "touched", .control = ShiftLeft};
  touched.schemes = {"left_keys"};
  book.contexts[0].bindings.push_back(touched);
  for (const KeyMove& move : study(book, {"left_keys", "right_keys"}).moves) {
    EXPECT_NE(move.to, ShiftLeft);
  }
}

TEST_F(Rollover, CountsTheKeysOfAChord) {
  PlaybookDefinition book = harbour_for_all();
  book.contexts[0].bindings[4].with = {KeyQ};  // the horn of left_keys
  EXPECT_EQ(study(book, {"left_keys"}).counts.size(), 5U);
}

TEST_F(Rollover, TellsOfKeysThatBothHear) {
  PlaybookDefinition book = harbour_for_all();
  book.contexts[0].bindings[5].control = KeyE;
  book.contexts[0].bindings[5].schemes = {"right_keys"};
  EXPECT_EQ(study(book, {"left_keys", "right_keys"}).heard_by_several, Keys{KeyE});
}

}  // namespace
}  // namespace nextmove::support
