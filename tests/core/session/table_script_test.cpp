// The steps that docs/seats.md tells of, played.
#include <nextmove/table_script.hpp>

#include "support/players.hpp"

namespace nextmove::support {
namespace {

using Lines = std::vector<std::string>;

struct AScript : AtTheTable {
  /// What is wrong with the first step that is not done.
  std::string play(std::initializer_list<std::string_view> steps) {
    for (const std::string_view step : steps) {
      std::string problem = script.play(step);
      if (!problem.empty()) return problem;
    }
    return {};
  }
  Lines stands() const { return testing::standings(hub); }

  testing::TableScript script{hub};
};

TEST_F(AScript, TellsHowTheTableStands) {
  EXPECT_EQ(play({"plug:gamepad", "press:gamepad-1:PadStart", "plug:keyboard"}), "");
  EXPECT_EQ(stands(), (Lines{"seat 1 plays with gamepad 1", "keyboard 1 is free"}));
  EXPECT_EQ(play({"unplug:gamepad-1"}), "");
  EXPECT_EQ(script.news(), (Lines{"gamepad 1 is unplugged", "seat 1 has lost gamepad 1",
                                  "seat 1 waits for a gamepad"}));
  EXPECT_EQ(stands(), (Lines{"seat 1 waits for a gamepad", "keyboard 1 is free"}));
}

TEST_F(AScript, AHoldTakesOverWhereAPressMakesANewcomer) {
  EXPECT_EQ(play({"plug:gamepad", "join:pad", "unplug:gamepad-1", "plug:keyboard",
                  "hold:keyboard-1:Space"}),
            "");
  EXPECT_EQ(stands(), Lines{"seat 1 plays with keyboard 1"});
}

TEST_F(AScript, EqualPadsAreDoubtfulUntilSomebodyPresses) {
  EXPECT_EQ(play({"plug:gamepad", "plug:gamepad", "join:pad", "join:pad", "unplug:gamepad-1",
                  "unplug:gamepad-2", "plug:gamepad"}),
            "");
  EXPECT_EQ(stands(), (Lines{"seat 1 waits for a gamepad", "seat 2 waits for a gamepad",
                             "gamepad 3 is doubtful: PadSouth for seat 1 and PadEast for seat 2"}));
  EXPECT_EQ(play({"press:gamepad-3:PadEast"}), "");
  EXPECT_EQ(stands(), (Lines{"seat 1 waits for a gamepad", "seat 2 plays with gamepad 2"}));
}

TEST_F(AScript, SerialNumbersAndPortsTellDevicesApart) {
  EXPECT_EQ(play({"plug:gamepad#7", "plug:gamepad@left", "join:pad:gamepad-1", "join:pad:gamepad-2",
                  "unplug:gamepad-1", "unplug:gamepad-2", "plug:gamepad@left", "plug:gamepad#7"}),
            "");
  EXPECT_EQ(stands(), (Lines{"seat 1 plays with gamepad 1", "seat 2 plays with gamepad 2"}));
}

TEST_F(AScript, DoesWhatAGameMaySay) {
  EXPECT_EQ(play({"seat:ferry", "reserve:ferry", "plug:gamepad", "join:pad"}), "");
  EXPECT_EQ(stands(), (Lines{"ferry is reserved", "seat 2 plays with gamepad 1"}));
  EXPECT_EQ(play({"open:ferry", "swap:ferry:seat-2"}), "");
  EXPECT_EQ(stands(), Lines{"ferry plays with gamepad 1"});
  EXPECT_EQ(play({"free:gamepad-1", "give:gamepad-1:seat-2", "hold_to:ferry", "wait:2"}), "");
  EXPECT_EQ(stands(), Lines{"seat 2 plays with gamepad 1"});
  EXPECT_EQ(play({"leave:seat-2", "joining:closed", "devices:dealt", "players:2", "asks:no"}), "");
  EXPECT_FALSE(hub.rules().asks_whose);
}

struct Wrong {
  std::string_view name;
  std::string_view step;
  std::string_view said;
};
void PrintTo(const Wrong& wrong, std::ostream* out) {
  *out << wrong.step;
}

struct WrongSteps : AScript, ::testing::WithParamInterface<Wrong> {};

TEST_P(WrongSteps, SayWhatToWrite) {
  ASSERT_EQ(play({"plug:gamepad", "join:pad"}), "");
  EXPECT_EQ(script.play(GetParam().step), GetParam().said);
  EXPECT_EQ(stands(), Lines{"seat 1 plays with gamepad 1"});
}

INSTANTIATE_TEST_SUITE_P(
    Of, WrongSteps,
    ::testing::Values(
        Wrong{"verb", "jon:pad", "there is no step \"jon\"; did you mean \"join\"?"},
        Wrong{"kind", "plug:gamepd",
              "there is no kind of device \"gamepd\"; did you mean \"gamepad\"?"},
        Wrong{"device", "unplug:gamepad-3", "there is no gamepad 3; there is gamepad 1"},
        Wrong{"seat", "leave:port-tug", "there is no seat \"port tug\"; there is seat 1"},
        Wrong{"scheme", "join:pda", "there is no scheme \"pda\"; did you mean \"pad\"?"},
        Wrong{"control", "press:gamepad-1:PadStrat",
              "there is no control \"PadStrat\"; did you mean \"PadStart\"?"},
        Wrong{"others_control", "press:gamepad-1:KeyA", "KeyA is on a keyboard"},
        Wrong{"stick", "press:gamepad-1:PadLeftStick", "PadLeftStick is no button and no key"},
        Wrong{"words", "give:gamepad-1",
              "\"give\" takes 2 words behind it, with a colon before each"},
        Wrong{"rule", "joining:ajar", "\"ajar\" is not one of off, closed and open"},
        Wrong{"number", "players:0", "\"0\" is no number from 1 to 99"},
        Wrong{"refused", "join:pad", "nobody joins: every gamepad is somebody else's"}),
    [](const auto& param) { return std::string{param.param.name}; });

}  // namespace
}  // namespace nextmove::support
