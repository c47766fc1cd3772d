// remap and profile, and the commands that take a profile.
#include <filesystem>
#include <nlohmann/json.hpp>

#include "command_line/next_move.hpp"

namespace nextmove::support {
namespace {

using Json = nlohmann::json;

struct Profiles : ::testing::Test {
  Profiles() { std::filesystem::create_directories(folder); }
  ~Profiles() override { std::filesystem::remove_all(folder); }

  Finished remap(std::vector<std::string> words) const {
    words.insert(words.begin(), {"remap", playbook, path});
    return next_move(words);
  }
  Finished profile(std::vector<std::string> words = {}) const {
    words.insert(words.begin(), {"profile", playbook, path});
    return next_move(words);
  }

  std::filesystem::path folder =
      std::filesystem::temp_directory_path() / ("nextmove-cli-" + std::to_string(::getpid()));
  std::string path = (folder / "marlis.toml").string();
};

TEST_F(Profiles, RemapPutsControlsInThePlaceOfThoseOnTheSameDevice) {
  const Finished done = remap({"horn", "KeyH"});
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_EQ(done.output, "horn on a keyboard: KeyH (before: Space, KeyQ, ShiftRight)\n");
  EXPECT_EQ(done.errors, "");
  EXPECT_EQ(read_file(path),
            "# What this player has changed of the game's controls.\nformat = 1\n\nremaps = [\n"
            "  { action = \"horn\", device = \"keyboard\", controls = [\"KeyH\"] },\n]\n");
}

TEST_F(Profiles, RemapTellsAClashAndTheWaysOut) {
  const Finished done = remap({"horn", "KeyE"});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_EQ(done.output, "");
  EXPECT_EQ(done.errors,
            "next-move: horn: another action has that control\n"
            "  winch is on KeyE already; choose --on-clash swap or take_over or keep_both\n");
  EXPECT_FALSE(std::filesystem::exists(path));
}

TEST_F(Profiles, RemapTakesNoKeyOfTheOtherAtTheKeyboard) {
  const Finished done = remap({"horn", "ArrowUp", "--scheme", "left_keys"});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_EQ(done.errors,
            "next-move: horn: somebody else at this device has that control\n"
            "  ArrowUp is for Steer under Right half of the keyboard; --on-clash keep_both lets it "
            "do both\n");
  EXPECT_FALSE(std::filesystem::exists(path));
}

TEST_F(Profiles, APlaybookInTheirPlaceStaysAsItIs) {
  const std::string copy = (folder / "plat.toml").string();
  std::filesystem::copy_file(playbook, copy);
  const std::string before = read_file(copy);
  const std::string said = "next-move: " + copy +
                           " is a playbook, not a profile; a profile is a file of its own, which "
                           "`next-move remap` makes where there is none\n";
  for (const std::vector<std::string>& words :
       {std::vector<std::string>{"remap", copy, copy, "horn", "KeyK"},
        {"remap", playbook, copy, "horn", "KeyK"},
        {"profile", playbook, copy, "--reset", "all"},
        {"prompt", playbook, "{horn}", "--profile", copy}}) {
    const Finished done = next_move(words);
    EXPECT_EQ(done.exit_code, 1) << words[0];
    EXPECT_EQ(done.errors, said) << words[0];
  }
  EXPECT_EQ(read_file(copy), before);
}

TEST_F(Profiles, RemapSwaps) {
  const Finished done = remap({"winch", "KeyX", "Enter", "--on-clash", "swap"});
  EXPECT_EQ(done.output,
            "winch on a keyboard: KeyX, Enter (before: KeyE, Enter)\n"
            "anchor on a keyboard: KeyE, Slash (before: KeyX, Slash)\n"
            "note: in context menu it goes to take_away first\n");
}

TEST_F(Profiles, RemapKnowsDirectionsSchemesAndDevices) {
  EXPECT_EQ(remap({"steer.up", "KeyI", "--scheme", "left_keys"}).output,
            "steer.up on a keyboard: KeyI (before: KeyW)\n");
  EXPECT_EQ(remap({"lamp", "--clear", "keyboard,gamepad"}).output,
            "lamp on a keyboard: nothing (before: KeyL, Digit2, Digit9)\n"
            "lamp on a gamepad: nothing (before: PadRightShoulder)\n");
}

TEST_F(Profiles, RemapTellsWhichContextHearsItFirst) {
  EXPECT_EQ(remap({"horn", "KeyB"}).output.find("note"), std::string::npos);
  EXPECT_EQ(remap({"pilot", "Escape"}).output,
            "pilot on a keyboard: Escape (before: KeyP)\n"
            "note: in context chart it goes to close_chart first\n"
            "note: in context menu it goes to back first\n");
}

TEST_F(Profiles, RemapSaysWhatIsWrong) {
  const auto errors = [&](std::vector<std::string> words) {
    const Finished done = remap(std::move(words));
    EXPECT_NE(done.exit_code, 0);
    return done.errors;
  };
  EXPECT_EQ(errors({"hron", "KeyB"}),
            "next-move: the playbook has no action \"hron\"; did you mean \"horn\"?\n");
  EXPECT_EQ(errors({"horn", "keyH"}),
            "next-move: unknown control \"keyH\"; did you mean \"KeyH\"?\n");
  EXPECT_EQ(errors({"horn.up", "KeyH"}),
            "next-move: the button \"horn\" has no direction \"up\"\n");
  EXPECT_EQ(errors({"horn", "KeyH", "--scheme", "dek"}),
            "next-move: the playbook has no scheme \"dek\"; did you mean \"desk\"?\n");
  EXPECT_EQ(errors({"steer", "KeyH"}),
            "next-move: steer: such a control does not suit this action\n");
  EXPECT_EQ(errors({"horn"}),
            "next-move: controls: name a control, or --clear a kind of device\n"
            "Try: next-move --help\n");
}

TEST_F(Profiles, RemapLeavesADamagedFileAlone) {
  const TemporaryFile damaged{"bad.toml", "format = 1\nremaps = ["};
  const Finished done = next_move({"remap", playbook, damaged.path(), "horn", "KeyH"});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_NE(done.errors.find("this is no TOML"), std::string::npos);
  EXPECT_EQ(read_file(damaged.path()), "format = 1\nremaps = [");
}

TEST_F(Profiles, RemapSaysNothingIsChangedWhereItCannotBeSaved) {
  std::filesystem::create_directory(path);
  const Finished done = next_move({"remap", playbook, path + "/x/", "horn", "KeyH"});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_EQ(done.output, "");
  EXPECT_NE(done.errors.find("the changes are not saved"), std::string::npos) << done.errors;
}

TEST_F(Profiles, ProfileListsWhatIsChanged) {
  remap({"horn", "KeyH"});
  remap({"steer.up", "KeyI", "--scheme", "left_keys"});
  const Finished done = profile();
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_EQ(done.output,
            "ACTION    DEVICE    WHERE            NOW   PLAYBOOK\n"
            "horn      keyboard                   KeyH  Space, KeyQ, ShiftRight\n"
            "steer.up  keyboard  under left_keys  KeyI  KeyW\n");
}

TEST_F(Profiles, ProfileListsTuningsClashesAndWhatNoLongerFits) {
  const TemporaryFile file{"mine.toml", R"(format = 1
swap_sticks = true
remaps = [
  { action = "horn", device = "keyboard", controls = ["KeyE"] },
  { action = "whistle", device = "keyboard", controls = ["KeyE"] },
]
tunings = [{ action = "look", device = "mouse", sensitivity = 1.5, invert_y = true }]
)"};
  const Finished done = next_move({"profile", playbook, file.path()});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_EQ(done.output,
            "ACTION   DEVICE    WHERE         NOW   PLAYBOOK\n"
            "horn     keyboard                KeyE  Space, KeyQ, ShiftRight\n"
            "whistle  keyboard  does not fit  KeyE  nothing\n\n"
            "The sticks are swapped.\n"
            "ACTION  DEVICE  TUNED\n"
            "look    mouse   sensitivity x 1.5, inverted in y\n"
            "note: KeyE is on horn and on winch\n");
  EXPECT_EQ(done.errors,
            file.path() + ":5:3: warning: remap of \"whistle\": there is no action \"whistle\"\n" +
                file.path() +
                ":4:3: warning: remap of \"horn\": KeyE is on \"winch\" as well, so it does both; "
                "change one of the two, or keep both\n");
  const Json json = Json::parse(next_move({"profile", playbook, file.path(), "--json"}).output);
  EXPECT_EQ(json["remaps"][0]["controls"][0], "KeyE");
  EXPECT_EQ(json["misfits"][0]["line"], 5);
}

TEST_F(Profiles, ProfileTakesChangesBack) {
  remap({"horn", "KeyH"});
  remap({"mark", "PadWest"});
  remap({"anchor", "KeyB"});
  EXPECT_EQ(profile({"--reset", "horn"}).output.find("horn"), std::string::npos);
  EXPECT_EQ(profile({"--reset", "gamepad"}).output.find("mark"), std::string::npos);
  EXPECT_EQ(profile({"--reset", "all"}).output, "Everything is as the playbook has it.\n");
  EXPECT_EQ(profile({"--reset", "hron"}).errors,
            "next-move: the playbook has no action \"hron\"; did you mean \"horn\"?\n");
}

TEST_F(Profiles, ShowAndPlayGoByAProfile) {
  remap({"horn", "KeyB"});
  const Finished shown = next_move({"show", playbook, "--profile", path});
  EXPECT_EQ(shown.exit_code, 0);
  EXPECT_NE(shown.output.find("helm     B, left mouse button, south button, touch horn"),
            std::string::npos)
      << shown.output;
  const std::string usual = next_move({"play", playbook, recording}).output;
  const std::string changed = next_move({"play", playbook, recording, "--profile", path}).output;
  const auto presses = [](const std::string& timeline) {
    std::size_t count = 0;
    for (auto at = timeline.find("horn          pressed"); at != std::string::npos;
         at = timeline.find("horn          pressed", at + 1)) {
      ++count;
    }
    return count;
  };
  EXPECT_GT(presses(usual), presses(changed)) << "the recording has Space";
  EXPECT_EQ(next_move({"play", playbook, recording, "--profile", "port tug=" + path}).output,
            changed);
}

}  // namespace
}  // namespace nextmove::support
