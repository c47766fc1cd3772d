// Detents of a wheel, whole and in parts.
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

class AWheel : public ::testing::Test {
 protected:
  AWheel() {
    stage.seat().enter("chart");
    stage.wait(10ms);
  }
  static PlaybookDefinition book() {
    return {.actions = {{.name = "nearer"}, {.name = "farther"}, {.name = "turn"}},
            .contexts = {{.name = "chart",
                          .bindings = {{.action = "nearer", .control = WheelUp},
                                       {.action = "farther", .control = WheelDown},
                                       {.action = "turn", .control = WheelRight}}},
                         {.name = "cover",
                          .rank = 1,
                          .bindings = {{.action = "turn", .control = WheelUp}}}},
            .mutes = {{.name = "call", .actions = {"nearer"}}}};
  }
  /// Presses of `action` after a turn by `detents`.
  unsigned turn(float detents, Button action) {
    stage.move(Wheel, 0, detents);
    stage.wait(10ms);
    return stage.seat().read(action).presses;
  }

  testing::Rehearsal stage{make(book())};
  Button nearer = stage.hub().playbook().button("nearer");
  Button farther = stage.hub().playbook().button("farther");
};

TEST_F(AWheel, PressesWithTheLastOfAnyNumberOfEqualParts) {
  for (const int parts : {2, 3, 7, 12, 40, 60, 100, 120}) {
    SCOPED_TRACE(parts);
    for (int detent = 0; detent < 20; ++detent) {
      for (int part = 1; part < parts; ++part) {
        EXPECT_EQ(turn(1 / static_cast<float>(parts), nearer), 0U) << part;
      }
      EXPECT_EQ(turn(1 / static_cast<float>(parts), nearer), 1U);
    }
  }
}

TEST_F(AWheel, CountsPartsThatAreRoundedToThreeDigits) {
  for (int detent = 0; detent < 1000; ++detent) {
    EXPECT_EQ(turn(0.333F, nearer), 0U);
    EXPECT_EQ(turn(0.333F, nearer), 0U);
    EXPECT_EQ(turn(0.333F, nearer), 1U) << "a thousandth is missing, and never two";
  }
}

TEST_F(AWheel, TakesPartsBackWhenItTurnsBack) {
  EXPECT_EQ(turn(0.75F, nearer), 0U);
  EXPECT_EQ(turn(-0.5F, farther), 0U);
  EXPECT_EQ(turn(0.5F, nearer), 0U) << "three quarters";
  EXPECT_EQ(turn(0.25F, nearer), 1U);
  EXPECT_EQ(turn(0.75F, nearer), 0U);
  EXPECT_EQ(turn(-1, farther), 0U) << "a quarter back from where it rested";
  EXPECT_EQ(turn(-0.75F, farther), 1U);
}

TEST_F(AWheel, ForgetsPartsWithTheFocusAMuteAndTheContext) {
  const std::vector<std::function<void()>> ends = {[&] { stage.hub().release_all(stage.now()); },
                                                   [&] {
                                                     stage.seat().mute("call");
                                                     stage.seat().unmute("call");
                                                   },
                                                   [&] {
                                                     stage.seat().leave("chart");
                                                     stage.seat().enter("chart");
                                                   }};
  for (const auto& end : ends) {
    EXPECT_EQ(turn(0.75F, nearer), 0U);
    end();
    EXPECT_EQ(turn(0.75F, nearer), 0U);
    EXPECT_EQ(turn(0.25F, nearer), 1U);
  }
}

TEST_F(AWheel, TurnedIsNotPressedBelowWhereItIsClaimed) {
  stage.seat().enter("cover");
  EXPECT_EQ(turn(1, nearer), 0U);
  EXPECT_EQ(turn(-1, farther), 1U);
}

}  // namespace
}  // namespace nextmove::support
