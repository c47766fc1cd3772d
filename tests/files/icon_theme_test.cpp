#include <gtest/gtest.h>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>

namespace nextmove::support {
namespace {

constexpr std::string_view theme_text = R"(format = 1

[pictures]
Space = "keys/space.png"

[atlas]
image = "atlas.png"
icons = { KeyW = [64, 0, 32, 48] }

[sheet]
image = "sheet.png"
cell = [32, 24]
columns = 4
icons = { PadSouth = 0, PadEast = 6 }

[families.shapes.pictures]
PadSouth = "cross.png"
)";

TEST(Themes, GivePicturesInThreeWays) {
  const Result<IconTheme> theme = parse_icon_theme(theme_text, "art/theme.toml");
  ASSERT_TRUE(theme) << to_string(theme.diagnostics[0]);
  EXPECT_EQ(*theme->find("Space"), (IconPlace{"art/keys/space.png"}));
  EXPECT_EQ(*theme->find("KeyW"), (IconPlace{"art/atlas.png", 64, 0, 32, 48}));
  EXPECT_EQ(*theme->find("PadEast"), (IconPlace{"art/sheet.png", 64, 24, 32, 24}));
}

TEST(Themes, FallBackFromTheFamilyToAllAndThenToText) {
  const Result<IconTheme> theme = parse_icon_theme(theme_text);
  ASSERT_TRUE(theme);
  EXPECT_EQ(theme->find("PadSouth", "shapes")->image, "cross.png");
  EXPECT_EQ(theme->find("PadSouth", "numbers")->image, "sheet.png");
  EXPECT_EQ(theme->find("PadEast", "shapes")->image, "sheet.png");
  EXPECT_EQ(theme->find("KeyQ"), nullptr);
}

TEST(Themes, TellEverythingThatIsWrong) {
  const Result<IconTheme> theme = parse_icon_theme(R"(format = 2
[pictures]
Spcae = "space.png"
[atlas]
icons = { KeyW = [0, 0, 32] }
[sheet]
image = "sheet.png"
cell = [0, 32]
icons = { KeyA = -1 }
[families.shapes.sheets]
)",
                                                   "theme.toml");
  EXPECT_FALSE(theme);
  std::string all;
  for (const Diagnostic& problem : theme.diagnostics) {
    const std::string text = to_string(problem);
    all += text.substr(0, text.find('\n')) + '\n';
  }
  EXPECT_EQ(all, R"(theme.toml:1:10: error: format must be 1
theme.toml:3:1: error: unknown icon "Spcae"; did you mean "Space"?
theme.toml:4:2: error: an atlas needs an image
theme.toml:5:18: error: KeyW must be left, top, width and height in pixels
theme.toml:6:2: error: a sheet needs an image, cell = [width, height] and columns
theme.toml:8:8: error: cell must be width and height of a cell in pixels
theme.toml:9:18: error: KeyA must be the number of a cell, from 0
theme.toml:10:18: error: unknown key "sheets"; did you mean "sheet"?
)");
}

TEST(Themes, ACellLiesInItsPicture) {
  const Result<IconTheme> theme = parse_icon_theme(R"(format = 1
[sheet]
image = "sheet.png"
cell = [1000000, 1000000]
columns = 2
icons = { KeyA = 1, KeyB = 999999 }
)",
                                                   "theme.toml");
  ASSERT_EQ(theme.diagnostics.size(), 1U);
  EXPECT_EQ(theme.diagnostics[0].message,
            "cell 999999 would lie at 1000000, 499999000000, and no picture is larger than 1000000 "
            "pixels");
}

TEST(Themes, ACellLiesInItsRows) {
  const Result<IconTheme> theme = parse_icon_theme(
      "format = 1\n[sheet]\nimage = \"sheet.png\"\ncell = [8, 8]\ncolumns = 2\nrows = 3\n"
      "icons = { KeyA = 5, KeyB = 6 }\n");
  ASSERT_EQ(theme.diagnostics.size(), 1U);
  EXPECT_EQ(theme.diagnostics[0].message, "there is no cell 6; 2 columns and 3 rows have 0 to 5");
}

TEST(Themes, TellWhatTheyLackForAPlaybook) {
  const Result<Playbook> book = parse_playbook(R"(format = 1
title = "Horn"
[actions]
horn = { kind = "button" }
lamp = { kind = "button" }
[contexts.helm]
rank = 0
[contexts.helm.bind]
horn = ["Space", "PadNorth"]
lamp = [{ control = "KeyW", with = "ShiftLeft" }]
[contexts.chart]
rank = 1
[contexts.chart.bind]
lamp = ["PadNorth"]
)");
  const Result<IconTheme> theme = parse_icon_theme(theme_text);
  ASSERT_TRUE(book && theme);
  const std::vector<MissingIcon> missing = missing_icons(*book, *theme);
  ASSERT_GT(missing.size(), 3U);
  EXPECT_EQ(missing[0], (MissingIcon{"PadNorth", {}, {"horn", "lamp"}}));
  EXPECT_EQ(missing[1], (MissingIcon{"ShiftLeft", {}, {"lamp"}}));
  EXPECT_TRUE(missing[2].actions.empty()) << "what players may choose comes last";
}

}  // namespace
}  // namespace nextmove::support
