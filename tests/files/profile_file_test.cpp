#include <gtest/gtest.h>

#include <nextmove/draft.hpp>
#include <nextmove/playbook_file.hpp>
#include <nextmove/profile_file.hpp>

namespace nextmove {
namespace {

using enum Control;

Profile much_changed() {
  Profile profile;
  profile.remaps = {
      {.action = "horn", .controls = {KeyH, Combination{KeyS, {ShiftLeft, ControlLeft}}}},
      {.action = "steer",
       .part = ActionPart::up,
       .context = "helm",
       .schemes = {"desk", "left_keys"},
       .controls = {}},
      {.action = "winch",
       .device = DeviceKind::touch,
       .controls = {{touch("line")}},
       .beside = {"horn"}}};
  profile.tunings = {{.action = "look",
                      .device = DeviceKind::gamepad,
                      .sensitivity = 1.5F,
                      .dead_zone = 0.1F,
                      .outer_dead_zone = 0.05F,
                      .invert_x = false,
                      .invert_y = true},
                     {.toggle = true,
                      .hold_time = 1.25F,
                      .tap_time = 2.0F,
                      .repeat_delay = 0.5F,
                      .repeat_rate = 3.0F}};
  profile.swaps_sticks = true;
  return profile;
}

std::vector<std::string> told(const Result<Profile>& read) {
  std::vector<std::string> messages;
  for (const Diagnostic& it : read.diagnostics)
    messages.push_back(to_string(it).substr(0, to_string(it).find('\n')));
  return messages;
}

using Told = std::vector<std::string>;

TEST(ProfileFile, HoldsOneChangeALine) {
  EXPECT_EQ(to_toml(much_changed()),
            R"(# What this player has changed of the game's controls.
format = 1
swap_sticks = true

remaps = [
  { action = "horn", device = "keyboard", controls = ["KeyH", "ShiftLeft+ControlLeft+KeyS"] },
  { action = "steer", direction = "up", context = "helm", device = "keyboard", schemes = ["desk", "left_keys"], controls = [] },
  { action = "winch", device = "touch", controls = ["Touch:line"], beside = ["horn"] },
]

tunings = [
  { action = "look", device = "gamepad", sensitivity = 1.5, dead_zone = 0.1, outer_dead_zone = 0.05, invert_x = false, invert_y = true },
  { hold_time = 1.25, tap_time = 2.0, repeat_delay = 0.5, repeat_rate = 3.0, toggle = true },
]
)");
}

TEST(ProfileFile, ReadsBackEqual) {
  const Result<Profile> read = parse_profile(to_toml(much_changed()));
  EXPECT_EQ(told(read), Told{});
  ASSERT_TRUE(read);
  EXPECT_EQ(*read, much_changed());
}

TEST(ProfileFile, AnEmptyOneIsShort) {
  EXPECT_EQ(to_toml(Profile{}),
            "# What this player has changed of the game's controls.\nformat = 1\n");
  EXPECT_EQ(*parse_profile(to_toml(Profile{})), Profile{});
}

TEST(ProfileFile, WhatCannotBeReadIsToldAndKept) {
  const std::string text = R"(format = 1
theme = "dark"
remaps = [
  { action = "horn", device = "keyboard", controls = ["KeyH"] },
  { action = "horn", device = "keybord", controls = ["KeyH"] },
  { action = "lamp", device = "keyboard", controls = ["keyL"], colour = "red" },
]
)";
  const Result<Profile> read = parse_profile(text, "mine.toml");
  ASSERT_TRUE(read);
  EXPECT_EQ(read->remaps.size(), 1U);
  EXPECT_EQ(told(read),
            (Told{"mine.toml:2:1: warning: unknown key \"theme\"; known here: format, swap_sticks, "
                  "remaps, tunings, unread",
                  "mine.toml:5:31: warning: unknown device \"keybord\"",
                  "mine.toml:6:55: warning: unknown control \"keyL\"; did you mean \"KeyL\"?",
                  "mine.toml:6:64: warning: unknown key \"colour\"; known here: action, direction, "
                  "context, device, schemes, controls, beside"}));
  const Result<Profile> again = parse_profile(to_toml(*read));
  ASSERT_TRUE(again);
  EXPECT_EQ(*again, *read) << to_toml(*read);
  EXPECT_EQ(again->unread.size(), 3U);
}

TEST(ProfileFile, WhatALaterLibraryCanReadComesBackToLife) {
  const Result<Profile> read = parse_profile(
      "format = 1\nunread = ['remaps = [{ action = \"horn\", device = \"keyboard\", controls = "
      "[\"KeyH\"] }]']\n");
  ASSERT_TRUE(read);
  EXPECT_EQ(read->remaps, std::vector{Remap({.action = "horn", .controls = {KeyH}})});
  EXPECT_TRUE(read->unread.empty());
}

TEST(ProfileFile, WhatNobodyCanReadIsToldAndKeptTooWhateverItIs) {
  const Result<Profile> read = parse_profile("format = 1\nunread = ['[[', 3]\n", "mine.toml");
  ASSERT_TRUE(read);
  EXPECT_EQ(
      told(read),
      (Told{
          "mine.toml:2:11: warning: this is nothing that can be read, and is kept as it stands",
          "mine.toml:2:17: warning: this is nothing that can be read, and is kept as it stands"}));
  EXPECT_EQ(read->unread.size(), 2U);
  EXPECT_EQ(*parse_profile(to_toml(*read)), *read);
}

TEST(ProfileFile, SwappedSticksComeBackToLifeToo) {
  const Result<Profile> read = parse_profile("format = 1\nunread = ['swap_sticks = true']\n");
  ASSERT_TRUE(read);
  EXPECT_TRUE(read->swaps_sticks);
  EXPECT_TRUE(read->unread.empty());
}

TEST(ProfileFile, WhatIsNoProfileIsAnError) {
  EXPECT_EQ(told(parse_profile("", "p")), Told{"p:1:1: error: a profile begins with format = 1"});
  EXPECT_EQ(told(parse_profile("format = 2", "p")),
            Told{"p:1:10: error: this library reads profiles of format = 1"});
  EXPECT_FALSE(parse_profile("format = 1\nremaps = [", "p"));
  EXPECT_FALSE(parse_profile("\xff\xfe\x00", "p"));
}

TEST(ProfileFile, SizesAreBound) {
  std::string text = "format = 1\nremaps = [\n";
  for (int i = 0; i < 10'000; ++i) text += "{},\n";
  EXPECT_EQ(told(parse_profile(text + "]", "p")),
            Told{"p:1:1: error: a profile has at most 10000 entries"});
  const std::string long_name(201, 'a');
  const Result<Profile> read =
      parse_profile("format = 1\ntunings = [{ action = \"" + long_name + "\", toggle = true }]");
  EXPECT_TRUE(read->tunings.empty());
  EXPECT_EQ(read->unread.size(), 1U);
}

TEST(ProfileFile, NothingInItReachesATerminalUnseen) {
  const Result<Profile> read =
      parse_profile("format = 1\nremaps = [{ action = \"\\u001b[2J\", device = \"\\u001b\" }]");
  for (const std::string& message : told(read)) {
    EXPECT_EQ(message.find('\x1b'), std::string::npos) << message;
  }
  EXPECT_EQ(to_toml(*read).find('\x1b'), std::string::npos);
}

TEST(ProfileFile, ThePresetOfTheDemoFitsAndClashesWithNothing) {
  const Result<Playbook> book = load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml");
  const Result<Profile> preset = read_profile(NEXTMOVE_EXAMPLE_DATA "/right_hand.toml");
  ASSERT_TRUE(book && preset);
  EXPECT_EQ(told(preset), Told{});
  for (const Diagnostic& it : misfits(*preset, *book)) ADD_FAILURE() << to_string(it);
  Draft draft{*book, {}, *book->find_scheme("desk")};
  EXPECT_TRUE(draft.take(*preset));
  EXPECT_TRUE(draft.clashes().empty());
  EXPECT_EQ(draft.profile(), *preset);
}

TEST(ProfilePath, FollowsTheBaseDirectoryConvention) {
  ::setenv("XDG_CONFIG_HOME", "/somewhere", 1);
  EXPECT_EQ(usual_profile_path("Tidewater", "port tug"), "/somewhere/Tidewater/port_tug.toml");
  ::setenv("XDG_CONFIG_HOME", "not/whole", 1);
  ::setenv("HOME", "/home/marlis", 1);
  EXPECT_EQ(usual_profile_path("Tidewater", "Åse"), "/home/marlis/.config/Tidewater/Åse.toml");
  ::unsetenv("XDG_CONFIG_HOME");
  EXPECT_EQ(usual_profile_path("Tidewater", "../../etc/passwd"),
            "/home/marlis/.config/Tidewater/%2E%2E%2F%2E%2E%2Fetc%2Fpasswd.toml");
  ::unsetenv("HOME");
  EXPECT_EQ(usual_profile_path("Tidewater", "marlis"), "");
  EXPECT_EQ(usual_profile_path("Tidewater", ""), "");
}

TEST(ProfilePath, IsAnotherForEveryName) {
  ::setenv("XDG_CONFIG_HOME", "/somewhere", 1);
  const std::string long_name(150, 'a');
  std::set<std::string> paths;
  const std::vector<std::string> names = {"Anna B", "Anna B.", "Anna_B",  "Anna%20B",
                                          "...",    "..",      long_name, long_name + 'b'};
  for (const std::string& name : names) paths.insert(usual_profile_path("Tidewater", name));
  EXPECT_EQ(paths.size(), names.size());
  std::string umlauts;
  for (int i = 0; i < 75; ++i) umlauts += "ä";
  const std::string path = usual_profile_path("Tidewater", "a" + umlauts);
  EXPECT_EQ(printable(path), path) << "no letter is cut in two";
}

}  // namespace
}  // namespace nextmove
