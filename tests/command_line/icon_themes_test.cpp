// check --icons: a theme that lacks nothing, and what is said of one that does.
#include <filesystem>
#include <gtest/gtest.h>

#include "next_move.hpp"

namespace nextmove::support {
namespace {

/// A theme of whole pictures, beside an empty image for each of them.
struct Theme {
  TemporaryFile here{"theme"};
  TemporaryFile book{"horn.toml",
                     "format = 1\nreserved = [\"KeyZ\"]\n[actions]\nhorn = { kind = \"button\" }\n"
                     "sink = { kind = \"button\", fixed = true }\n[contexts.helm.bind]\n"
                     "horn = [\"PadSouth\", \"MouseLeft\"]\nsink = \"KeyS\"\n"};
};

TEST(CheckIcons, AHoleIsAProblemAndTellsForWhichFamilies) {
  const TemporaryFile image{"cross.png", "picture"};
  const TemporaryFile theme{"theme.toml", "format = 1\n[families.shapes.pictures]\nPadSouth = \"" +
                                              image.path() + "\"\n"};
  const Theme it;
  const Finished done = next_move({"check", it.book.path(), "--icons", theme.path()});
  EXPECT_EQ(done.exit_code, 1) << done.errors;
  EXPECT_NE(
      done.output.find(": no icon PadSouth (positions, a_below, a_right, numbers), for horn\n"),
      std::string::npos)
      << done.output;
  EXPECT_NE(done.output.find(": no icon KeyS, for sink\n"), std::string::npos);
  EXPECT_NE(done.output.find(": no icons for what players may choose: MouseMiddle, "),
            std::string::npos)
      << done.output;
  EXPECT_EQ(done.output.find("KeyZ"), std::string::npos) << "no player puts anything there";
  EXPECT_EQ(done.output.find("KeyQ"), std::string::npos) << "what is on keys cannot be remapped";
}

TEST(CheckIcons, AnImageThatIsNotThereIsToldAndAPictureBeyondIts) {
  const std::string shot = NEXTMOVE_SOURCE "/docs/screenshots/icons.png";
  const TemporaryFile theme{
      "theme.toml",
      "format = 1\n[pictures]\nKeyS = \"nowhere.png\"\n[sheet]\nimage = \"" + shot +
          "\"\ncell = [100, 100]\ncolumns = 2\nicons = { MouseLeft = 1, PadSouth = 900 }\n"};
  const Theme it;
  const Finished done = next_move({"check", it.book.path(), "--icons", theme.path()});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_NE(done.errors.find("error: there is no image "), std::string::npos) << done.errors;
  EXPECT_NE(done.errors.find("error: the picture of PadSouth lies beyond " + shot),
            std::string::npos);
  EXPECT_EQ(done.errors.find("MouseLeft"), std::string::npos);
}

TEST(CheckIcons, WarningsAreProblemsWhereItIsStrict) {
  const std::string shot = NEXTMOVE_SOURCE "/docs/screenshots/icons.png";
  const TemporaryFile theme{
      "theme.toml",
      "format = 1\n[sheet]\nimage = \"" + shot +
          "\"\ncell = [10, 10]\ncolumns = 2\nrows = 3\n"
          "icons = { KeyS = 3, MouseLeft = 1, PadSouth = 1, ShiftLeft = 2, ShiftRight = 2 }\n"
          "[families.shaps.pictures]\n"};
  const Theme it;
  const std::vector<std::string> check = {"check", it.book.path(), "--icons", theme.path()};
  const Finished done = next_move(check);
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_NE(done.errors.find(":7:36: warning: MouseLeft and PadSouth have the same picture"),
            std::string::npos)
      << done.errors;
  EXPECT_NE(
      done.errors.find(":8:11: warning: no family \"shaps\" is known; did you mean \"shapes\"?"),
      std::string::npos);
  EXPECT_EQ(done.errors.find("ShiftLeft and"), std::string::npos);
  std::vector<std::string> strictly = check;
  strictly.push_back("--strict");
  EXPECT_EQ(next_move(strictly).exit_code, 1);
}

}  // namespace
}  // namespace nextmove::support
