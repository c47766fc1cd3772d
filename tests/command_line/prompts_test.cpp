// prompt, icons, and the labels of show.
#include <filesystem>
#include <gtest/gtest.h>
#include <nlohmann/json.hpp>

#include "next_move.hpp"

namespace nextmove::support {
namespace {

using Json = nlohmann::json;

std::string said(std::vector<std::string> arguments) {
  arguments.insert(arguments.begin(), {"prompt", playbook});
  const Finished done = next_move(arguments);
  EXPECT_EQ(done.exit_code, 0) << done.errors;
  return done.output;
}

TEST(Prompt, SaysATextAsAPlayerWouldSeeIt) {
  EXPECT_EQ(said({"Press {horn} to warn the ferry"}), "Press [Space] to warn the ferry\n");
  EXPECT_EQ(said({"Press {horn}", "--device", "gamepad", "--family", "shapes"}), "Press [cross]\n");
  EXPECT_EQ(said({"{winch}", "--device", "touch"}), "hold [touch line]\n");
}

TEST(Prompt, SpeaksTheLanguageAndReadsTheLayout) {
  EXPECT_EQ(said({"{steer}, {winch}", "--layout", "fr", "--language", "fr"}),
            "[Z] [Q] [S] [D], maintenir [E]\n");
}

TEST(Prompt, GoesBySchemeAndContext) {
  EXPECT_EQ(said({"{horn}", "--scheme", "right_keys"}), "[right Shift]\n");
  EXPECT_EQ(said({"{mark}", "--context", "helm", "--context", "chart"}), "[Space]\n");
}

TEST(Prompt, TellsWhatAContextAboveHas) {
  EXPECT_EQ(said({"{horn}", "--context", "helm", "--context", "chart"}),
            "[Space]\nnote: [Space] is not heard now: its context is not entered, or one above has "
            "it\n");
  const Json json =
      Json::parse(said({"{horn}", "--context", "helm", "--context", "chart", "--json"}));
  EXPECT_EQ(json["parts"][0]["heard"], false);
}

TEST(Prompt, OfContextsOfEqualRankTheLastOneHearsFirst) {
  EXPECT_EQ(said({"{slew.more}", "--context", "helm", "--context", "crane"}), "[D]\n");
  EXPECT_NE(said({"{slew.more}", "--context", "crane", "--context", "helm"}), "[D]\n");
}

TEST(Prompt, GivesThePartsAsJson) {
  const Json json = Json::parse(said({"Press {horn}", "--device", "gamepad", "--json"}));
  EXPECT_EQ(json["text"], "Press south button");
  EXPECT_EQ(json["parts"][1], (Json{{"text", "south button"}, {"icon", "PadSouth"}}));
}

TEST(Prompt, TellsOfNamesThatThereAreNot) {
  const Finished done = next_move({"prompt", playbook, "Press {hron}"});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_EQ(done.output, "Press {hron}\n");
  EXPECT_EQ(done.errors,
            "1:8: error: the playbook has no action \"hron\"; did you mean \"horn\"?\n"
            "  1 | Press {hron}\n"
            "    |        ^~~~\n");
  EXPECT_EQ(next_move({"prompt", playbook, "", "--family", "shaps"}).errors,
            "next-move: unknown family \"shaps\"; did you mean \"shapes\"?\n");
  EXPECT_EQ(next_move({"prompt", playbook, "", "--language", "xx"}).errors,
            "next-move: unknown language \"xx\"; known: en, de, fr, es, ja\n");
  EXPECT_EQ(next_move({"prompt", playbook, "", "--device", "pad"}).exit_code, 2);
}

TEST(Show, CallsControlsByTheirNamesOnRequest) {
  EXPECT_NE(next_move({"show", playbook, "--names"}).output.find("up: KeyW, down: KeyS"),
            std::string::npos);
  EXPECT_NE(next_move({"show", playbook, "--layout", "fr"}).output.find("up: Z, down: S"),
            std::string::npos);
}

TEST(ASheet, ShowsWhatASchemeHas) {
  const TemporaryFile here{"sheet"};
  const std::string path = here.path() + ".md";
  const Finished done =
      next_move({"draw", playbook, "--scheme", "pad", "--family", "shapes", "-o", path});
  EXPECT_EQ(done.exit_code, 0) << done.errors;
  EXPECT_EQ(done.output, path + ": 46 controls\n");
  EXPECT_NE(read_file(path).find("| Sound the horn | cross |"), std::string::npos);
  EXPECT_EQ(next_move({"draw", playbook, "-o", "sheet.gif"}).errors,
            "sheet.gif: error: a sheet is a .png, a .svg or a .md file\n");
  EXPECT_EQ(next_move({"draw", playbook}).exit_code, 2);
  std::filesystem::remove(path);
}

TEST(DrawnIcons, AreFilesAndOnePictureWithAnIndex) {
  const TemporaryFile here{"icons"};
  const std::string folder = here.path() + ".d";
  const Finished done = next_move({"icons", "-o", folder, "--size", "32"});
  EXPECT_EQ(done.exit_code, 0) << done.errors;
  const Json index = Json::parse(read_file(folder + "/icons.json"));
  EXPECT_EQ(index["image"], "icons.png");
  for (const Json& icon : index["icons"]) {
    const std::string name = icon["name"].get<std::string>();
    const std::string file =
        icon.contains("family") ? icon["family"].get<std::string>() + "/" + name : name;
    EXPECT_EQ(read_file(folder + "/png/" + file + ".png").substr(1, 3), "PNG") << file;
    EXPECT_NE(read_file(folder + "/svg/" + file + ".svg").find("<svg"), std::string::npos) << file;
    EXPECT_EQ(icon["width"], 32);
  }
  EXPECT_NE(done.output.find(std::to_string(index["icons"].size()) + " icons"), std::string::npos);
  std::filesystem::remove_all(folder);
}

}  // namespace
}  // namespace nextmove::support
