#include <random>

#include <nextmove/playbook_file.hpp>

#include "support/chance.hpp"
#include "support/playbooks.hpp"
#include "support/process.hpp"

namespace nextmove::support {
namespace {

constexpr std::string_view good = R"(format = 1
title = "Small"
[actions]
steer = { kind = "vector", label = "Steer", group = "Boat" }
horn = { kind = "button" }
[contexts.helm]
rank = 3
blocks = ["mouse"]
[contexts.helm.bind]
steer = [{ up = "KeyW", left = "KeyA" }, { control = "PadLeftStick", dead_zone = 0.2 }]
horn = ["Space", { control = "PadLeftTrigger", press_at = 0.7, release_at = 0.6, pass_on = true }]
)";

/// `good` with one line replaced; counts from 1.
std::string with_line(int number, std::string_view line) {
  std::string text;
  std::istringstream lines{std::string{good}};
  std::string old;
  for (int i = 1; std::getline(lines, old); ++i) {
    text += i == number ? std::string{line} : old;
    text += '\n';
  }
  return text;
}

/// All messages of the text, which must not become a playbook.
std::string errors_of(std::string_view text) {
  const Result<Playbook> result = parse_playbook(text, "a.toml");
  EXPECT_FALSE(result) << "a playbook with errors is never half used";
  std::string all;
  for (const Diagnostic& problem : result.diagnostics) all += to_string(problem) + '\n';
  return all;
}

TEST(PlaybookReader, ReadsSchemes) {
  const Result<Playbook> book = parse_playbook(
      "format = 1\n[actions]\nhorn = { kind = \"button\" }\n"
      "[schemes]\n"
      "desk = { needs = [\"keyboard\"], may_use = [\"mouse\"], join = \"Space\", label = \"Desk\" "
      "}\n"
      "left = { needs = [\"keyboard\"], shares_devices = true }\n"
      "[contexts.helm.bind]\nhorn = { control = \"KeyH\", schemes = [\"desk\", \"left\"] }\n");
  ASSERT_TRUE(book);
  const SchemeDefinition desk{.name = "desk",
                              .label = "Desk",
                              .needs = {DeviceKind::keyboard},
                              .may_use = {DeviceKind::mouse},
                              .join = Control::Space};
  EXPECT_EQ(book->schemes()[0], desk);
  EXPECT_TRUE(book->schemes()[1].shares_devices);
  EXPECT_EQ(book->contexts()[0].bindings[0].schemes, (std::vector<PlacedName>{"desk", "left"}));
}

TEST(PlaybookReader, ReadsWhatPlayersMayRemap) {
  const Result<Playbook> book = parse_playbook(
      "format = 1\nreserved = [\"F12\", \"PadGuide\"]\n[actions]\n"
      "horn = { kind = \"button\", fixed = true }\n"
      "lamp = { kind = \"button\", required = true, with_controls = true }\n"
      "[contexts.helm.bind]\nhorn = \"KeyH\"\nlamp = \"KeyL\"\n");
  ASSERT_TRUE(book);
  EXPECT_EQ(book->definition().reserved,
            (std::vector<PlacedControl>{Control::F12, Control::PadGuide}));
  EXPECT_EQ(book->actions()[0], (ActionDefinition{.name = "horn", .is_fixed = true}));
  EXPECT_EQ(book->actions()[1],
            (ActionDefinition{.name = "lamp", .is_required = true, .takes_with = true}));
}

TEST(PlaybookReader, TellsWhatCannotBeReserved) {
  EXPECT_EQ(errors_of("format = 1\nreserved = [\"Touch:horn\", \"f12\"]\n"),
            "a.toml:2:13: error: there is no touch zone \"horn\"; define it under [zones]\n"
            "  2 | reserved = [\"Touch:horn\", \"f12\"]\n"
            "    |             ^~~~~~~~~~~~\n"
            "a.toml:2:27: error: unknown control \"f12\"; did you mean \"F12\"?\n"
            "  2 | reserved = [\"Touch:horn\", \"f12\"]\n"
            "    |                           ^~~~~\n");
}

TEST(PlaybookReader, TellsWhatIsWrongWithASchemeAndWhere) {
  EXPECT_EQ(errors_of("format = 1\n[schemes]\npad = { needs = [\"gamepd\"] }\n"),
            "a.toml:3:18: error: unknown device kind \"gamepd\"; did you mean \"gamepad\"?\n"
            "  3 | pad = { needs = [\"gamepd\"] }\n"
            "    |                  ^~~~~~~~\n");
  EXPECT_EQ(
      errors_of("format = 1\n[schemes]\npad = { need = [\"gamepad\"] }\n"),
      "a.toml:3:1: error: scheme \"pad\" needs no device; write needs = [\"keyboard\"], or what "
      "else it is played on\n"
      "  3 | pad = { need = [\"gamepad\"] }\n"
      "    | ^~~\n"
      "a.toml:3:9: error: unknown key \"need\"; did you mean \"needs\"?\n"
      "  3 | pad = { need = [\"gamepad\"] }\n"
      "    |         ^~~~\n");
}

TEST(PlaybookReader, ReadsEverythingInTheOrderOfTheFile) {
  const Result<Playbook> book = parse_playbook(good);
  ASSERT_TRUE(book) << errors_of(good);
  using enum Control;
  const PlaybookDefinition expected = {
      .title = "Small",
      .actions = {{.name = "steer", .kind = ActionKind::vector, .label = "Steer", .group = "Boat"},
                  {.name = "horn"}},
      .contexts = {
          {.name = "helm",
           .rank = 3,
           .blocks = {DeviceKind::mouse},
           .bindings = {
               {.action = "steer", .up = KeyW, .left = KeyA},
               {.action = "steer", .control = PadLeftStick, .shaping = {.dead_zone = 0.2F}},
               {.action = "horn", .control = Space},
               {.action = "horn",
                .control = PadLeftTrigger,
                .thresholds = {.press_at = 0.7F, .release_at = 0.6F},
                .pass_on = true}}}}};
  EXPECT_EQ(book->definition(), expected);
}

TEST(PlaybookReader, UnknownAction) {
  EXPECT_EQ(errors_of(with_line(11, "hron = [\"Space\", \"PadSouth\"]")),
            "a.toml:11:1: error: there is no action \"hron\"; did you mean \"horn\"?\n"
            "  11 | hron = [\"Space\", \"PadSouth\"]\n"
            "     | ^~~~\n")
      << "once, and not that nothing drives horn";
}

TEST(PlaybookReader, UnknownControl) {
  EXPECT_EQ(errors_of(with_line(11, "horn = [\"PadSouth\", \"Spcae\"]")),
            "a.toml:11:21: error: unknown control \"Spcae\"; did you mean \"Space\"?\n"
            "  11 | horn = [\"PadSouth\", \"Spcae\"]\n"
            "     |                     ^~~~~~~\n");
  EXPECT_EQ(
      errors_of(with_line(11, "horn = \"Elephant\"")),
      "a.toml:11:8: error: unknown control \"Elephant\"; `next-move controls` lists them all\n"
      "  11 | horn = \"Elephant\"\n"
      "     |        ^~~~~~~~~~\n");
}

TEST(PlaybookReader, ControlBoundToTwoActionsInOneContext) {
  EXPECT_EQ(
      errors_of(with_line(11, "horn = \"KeyA\"")),
      "a.toml:11:8: error: KeyA drives both \"steer\" and \"horn\" in context \"helm\"; it first "
      "stands at line 10\n"
      "  11 | horn = \"KeyA\"\n"
      "     |        ^~~~~~\n");
}

TEST(PlaybookReader, ActionThatNothingDrives) {
  EXPECT_EQ(
      errors_of(with_line(11, "")),
      "a.toml:5:1: error: nothing drives action \"horn\"; bind it in a context, or write horn = "
      "[] there if it is meant to start out unbound\n"
      "  5 | horn = { kind = \"button\" }\n"
      "    | ^~~~\n");
  EXPECT_TRUE(parse_playbook(with_line(11, "horn = []")));
}

TEST(PlaybookReader, WrongTypes) {
  EXPECT_EQ(errors_of(with_line(7, "rank = \"high\"")),
            "a.toml:7:8: error: rank must be a whole number between -1000000 and 1000000\n"
            "  7 | rank = \"high\"\n"
            "    |        ^~~~~~\n");
  EXPECT_EQ(
      errors_of(with_line(11, "horn = 7")),
      "a.toml:11:8: error: a binding is a control's name in quotes, or a table like { control = "
      "\"PadLeftStick\" }\n"
      "  11 | horn = 7\n"
      "     |        ^\n");
  EXPECT_EQ(errors_of(with_line(11, "horn = { control = \"Space\", pass_on = 1 }")),
            "a.toml:11:39: error: pass_on must be true or false\n"
            "  11 | horn = { control = \"Space\", pass_on = 1 }\n"
            "     |                                       ^\n");
  EXPECT_EQ(errors_of(with_line(2, "title = 3")),
            "a.toml:2:9: error: title must be a text in quotes\n"
            "  2 | title = 3\n"
            "    |         ^\n");
}

TEST(PlaybookReader, UnknownKind) {
  EXPECT_EQ(errors_of(with_line(5, "horn = { kind = \"buton\" }")),
            "a.toml:5:17: error: unknown kind \"buton\"; did you mean \"button\"?\n"
            "  5 | horn = { kind = \"buton\" }\n"
            "    |                 ^~~~~~~\n");
  EXPECT_EQ(errors_of(with_line(5, "horn = { label = \"Horn\" }")),
            "a.toml:5:1: error: action \"horn\" has no kind; write kind = \"button\", \"axis\", "
            "\"vector\", \"motion\", \"turn\" or \"pointer\"\n"
            "  5 | horn = { label = \"Horn\" }\n"
            "    | ^~~~\n");
}

TEST(PlaybookReader, AnActionOfUnknownKindRaisesNoFurtherErrors) {
  EXPECT_EQ(errors_of(with_line(4, "steer = { kind = \"vecter\" }")),
            "a.toml:4:18: error: unknown kind \"vecter\"; did you mean \"vector\"?\n"
            "  4 | steer = { kind = \"vecter\" }\n"
            "    |                  ^~~~~~~~\n");
}

TEST(PlaybookReader, DuplicateName) {
  EXPECT_EQ(errors_of(with_line(5, "horn = { kind = \"button\" }\nhorn = { kind = \"axis\" }")),
            "a.toml:6:8: error: this name is defined twice: 'horn'\n"
            "  6 | horn = { kind = \"axis\" }\n"
            "    |        ^\n");
}

TEST(PlaybookReader, DirectionThatTheKindDoesNotHave) {
  EXPECT_EQ(
      errors_of(with_line(11, "horn = { more = \"Space\" }")),
      "a.toml:11:17: error: \"horn\" is a button and has no direction \"more\"; a button takes a "
      "key, a button, a trigger, or one direction of a stick or of the wheel\n"
      "  11 | horn = { more = \"Space\" }\n"
      "     |                 ^~~~~~~\n");
}

TEST(PlaybookReader, UnknownKeys) {
  EXPECT_EQ(errors_of(with_line(2, "titel = \"Small\"")),
            "a.toml:2:1: error: unknown key \"titel\"; did you mean \"title\"?\n"
            "  2 | titel = \"Small\"\n"
            "    | ^~~~~\n");
  EXPECT_EQ(errors_of(with_line(7, "importance = 3")),
            "a.toml:7:1: error: unknown key \"importance\"; known here: rank, blocks, "
            "releases, mutes, bind\n"
            "  7 | importance = 3\n"
            "    | ^~~~~~~~~~\n");
}

TEST(PlaybookReader, ADirectionMayNameSeveralControls) {
  using enum Control;
  const std::string text = with_line(10,
                                     "steer = { up = [\"KeyW\", \"ArrowUp\", \"PadUp\"], left = "
                                     "[\"KeyA\", \"ArrowLeft\"], right = \"KeyD\", scale = 0.5 }");
  const Result<Playbook> book = parse_playbook(text);
  ASSERT_TRUE(book) << errors_of(text);
  const std::vector<BindingDefinition>& bindings = book->contexts()[0].bindings;
  const Shaping shaping{.scale = 0.5F};
  EXPECT_EQ(bindings[0],
            (BindingDefinition{
                .action = "steer", .up = KeyW, .left = KeyA, .right = KeyD, .shaping = shaping}));
  EXPECT_EQ(
      bindings[1],
      (BindingDefinition{.action = "steer", .up = ArrowUp, .left = ArrowLeft, .shaping = shaping}));
  EXPECT_EQ(bindings[2], (BindingDefinition{.action = "steer", .up = PadUp, .shaping = shaping}));
  const std::string again = to_toml(book->definition());
  EXPECT_NE(again.find("up = [\"KeyW\", \"ArrowUp\", \"PadUp\"], left = [\"KeyA\", "
                       "\"ArrowLeft\"], right = \"KeyD\""),
            std::string::npos)
      << again;
  EXPECT_EQ(parse_playbook(again)->definition(), book->definition());
}

TEST(PlaybookReader, WhatIsWrongWithOneOfSeveralControlsIsToldThere) {
  const auto steer = [](std::string_view up) {
    return errors_of(with_line(10, "steer = { up = " + std::string{up} + " }"));
  };
  EXPECT_EQ(steer("[\"KeyW\", \"ArowUp\"]"),
            "a.toml:10:25: error: unknown control \"ArowUp\"; did you mean \"ArrowUp\"?\n"
            "  10 | steer = { up = [\"KeyW\", \"ArowUp\"] }\n"
            "     |                         ^~~~~~~~\n");
  EXPECT_EQ(steer("[\"KeyW\", \"KeyW\"]"),
            "a.toml:10:25: error: KeyW drives \"steer\" twice in context \"helm\"; it first stands "
            "at line 10\n"
            "  10 | steer = { up = [\"KeyW\", \"KeyW\"] }\n"
            "     |                         ^~~~~~\n");
  EXPECT_EQ(steer("[]"),
            "a.toml:10:16: error: a direction needs a control; leave it out where it has none\n"
            "  10 | steer = { up = [] }\n"
            "     |                ^~\n");
}

TEST(PlaybookReader, ReadsWhatOppositesComeTo) {
  const std::string text = with_line(4, "steer = { kind = \"vector\", opposite = \"last\" }");
  const Result<Playbook> book = parse_playbook(text);
  ASSERT_TRUE(book) << errors_of(text);
  EXPECT_EQ(book->actions()[0].opposite, Opposite::last);
  EXPECT_EQ(parse_playbook(to_toml(book->definition()))->definition(), book->definition());
  EXPECT_EQ(errors_of(with_line(4, "steer = { kind = \"vector\", opposite = \"lats\" }")),
            "a.toml:4:39: error: unknown way with opposites \"lats\"; did you mean \"last\"?\n"
            "  4 | steer = { kind = \"vector\", opposite = \"lats\" }\n"
            "    |                                       ^~~~~~\n");
}

TEST(PlaybookReader, ReadsWhatAContextBringsAlong) {
  const std::string text = with_line(8, "releases = true\nmutes = [\"call\"]") +
                           "[mutes]\ncall = { actions = [\"horn\"] }\n";
  const Result<Playbook> book = parse_playbook(text);
  ASSERT_TRUE(book) << errors_of(text);
  EXPECT_EQ(book->contexts()[0].releases, true);
  EXPECT_EQ(book->contexts()[0].mutes, std::vector<PlacedName>{"call"});
}

TEST(PlaybookReader, AContextBringsAlongOnlyWhatThereIs) {
  const std::string mutes = "[mutes]\ncall = { actions = [\"horn\"] }\n";
  EXPECT_EQ(errors_of(with_line(8, "mutes = [\"cal\"]") + mutes),
            "a.toml:8:10: error: there is no mute \"cal\"; did you mean \"call\"?\n"
            "  8 | mutes = [\"cal\"]\n"
            "    |          ^~~~~\n");
  EXPECT_EQ(errors_of(with_line(8, "mutes = [\"call\"]")),
            "a.toml:8:10: error: there is no mute \"call\"; define it under [mutes]\n"
            "  8 | mutes = [\"call\"]\n"
            "    |          ^~~~~~\n");
  EXPECT_EQ(errors_of(with_line(8, "mutes = [7]") + mutes),
            "a.toml:8:10: error: a mute's name in quotes is wanted here\n"
            "  8 | mutes = [7]\n"
            "    |          ^\n");
  EXPECT_EQ(errors_of(with_line(8, "releases = \"yes\"")),
            "a.toml:8:12: error: releases must be true or false\n"
            "  8 | releases = \"yes\"\n"
            "    |            ^~~~~\n");
}

TEST(PlaybookReader, ShapingOfTheWrongForm) {
  const auto error_of = [](std::string_view key) {
    const std::string text =
        with_line(10, "steer = { control = \"PadLeftStick\", " + std::string{key} + " }");
    const Result<Playbook> result = parse_playbook(text, "a.toml");
    return result.diagnostics.empty() ? std::string{} : result.diagnostics[0].message;
  };
  EXPECT_EQ(error_of("curve = 2"), "");
  EXPECT_EQ(error_of("curve = [[0, 0], [0.5, 0.2], [1, 1]]"), "");
  EXPECT_EQ(error_of("invert = \"y\", scale = 0.5, outer_dead_zone = 0.1"), "");
  EXPECT_EQ(error_of("curve = \"soft\""),
            "curve must be a power, or points like [[0, 0], [0.5, 0.2], [1, 1]]");
  EXPECT_EQ(error_of("curve = []"),
            "curve must be a power, or points like [[0, 0], [0.5, 0.2], [1, 1]]");
  EXPECT_EQ(error_of("curve = [[0, 0], [1]]"),
            "a point of a curve is a pair of numbers, like [0.5, 0.2]");
  EXPECT_EQ(error_of("invert = \"z\""), "invert must be true, false, \"x\" or \"y\"");
  EXPECT_EQ(error_of("scale = \"big\""), "scale must be a number");
}

TEST(PlaybookReader, Mutes) {
  const std::string text = std::string{good} +
                           "[mutes]\n"
                           "radio_call = { actions = [\"steer\", \"hron\"] }\n"
                           "cutscene = { everything_but = \"horn\" }\n"
                           "fog = { actions = [\"horn\"], everything_but = [7] }\n";
  EXPECT_EQ(errors_of(text),
            "a.toml:13:36: error: there is no action \"hron\"; did you mean \"horn\"?\n"
            "  13 | radio_call = { actions = [\"steer\", \"hron\"] }\n"
            "     |                                    ^~~~~~\n"
            "a.toml:14:31: error: everything_but must be a list of action names\n"
            "  14 | cutscene = { everything_but = \"horn\" }\n"
            "     |                               ^~~~~~\n"
            "a.toml:15:29: error: a mute has either actions or everything_but\n"
            "  15 | fog = { actions = [\"horn\"], everything_but = [7] }\n"
            "     |                             ^~~~~~~~~~~~~~\n"
            "a.toml:15:47: error: an action's name in quotes is wanted here\n"
            "  15 | fog = { actions = [\"horn\"], everything_but = [7] }\n"
            "     |                                               ^\n");
}

TEST(PlaybookReader, UnknownDeviceKind) {
  EXPECT_EQ(errors_of(with_line(8, "blocks = [\"mose\"]")),
            "a.toml:8:11: error: unknown device kind \"mose\"; did you mean \"mouse\"?\n"
            "  8 | blocks = [\"mose\"]\n"
            "    |           ^~~~~~\n");
}

TEST(PlaybookReader, MissingOrForeignFormat) {
  EXPECT_EQ(errors_of(with_line(1, "")), "a.toml:1:1: error: a playbook begins with format = 1\n");
  EXPECT_EQ(errors_of(with_line(1, "format = 2")),
            "a.toml:1:10: error: this library reads playbooks of format = 1\n"
            "  1 | format = 2\n"
            "    |          ^\n");
  EXPECT_EQ(errors_of(with_line(1, "format = 8e20")),
            "a.toml:1:10: error: this library reads playbooks of format = 1\n"
            "  1 | format = 8e20\n"
            "    |          ^~~~\n");
}

TEST(PlaybookReader, BrokenToml) {
  EXPECT_EQ(
      errors_of(with_line(4, "steer = { kind = \"vector\"")),
      "a.toml:4:26: error: this is no TOML: Error while parsing inline table: expected key or "
      "closing '}', saw '\\n'\n"
      "  4 | steer = { kind = \"vector\"\n"
      "    |                          ^\n");
}

TEST(PlaybookReader, BrokenTableHeader) {
  EXPECT_EQ(
      errors_of(with_line(3, "[=]")),
      "a.toml:3:2: error: this is no TOML: Error while parsing key: expected bare key starting "
      "character or string delimiter, saw '='\n"
      "  3 | [=]\n"
      "    |  ^\n");
}

TEST(PlaybookReader, AllProblemsAreToldAtOnceInOrder) {
  const std::string text =
      with_line(10, "steer = [{ up = \"KeyWW\", more = \"KeyX\" }, \"Space\"]");
  const std::string all = errors_of(text);
  EXPECT_NE(all.find("a.toml:10:17: error: unknown control \"KeyWW\""), std::string::npos) << all;
  EXPECT_NE(all.find("a.toml:10:33: error: \"steer\" is a vector"), std::string::npos) << all;
  EXPECT_NE(all.find("a.toml:10:43: error: Space cannot drive"), std::string::npos) << all;
  EXPECT_LT(all.find("10:17"), all.find("10:33"));
}

TEST(PlaybookReader, WhereBindingsAreLostThatIsToldAndNotThatThereAreNone) {
  const std::string actions = "format = 1\n[actions]\nhorn = { kind = \"button\" }\n";
  EXPECT_EQ(errors_of(actions + "[context.helm.bind]\nhorn = \"Space\"\n"),
            "a.toml:4:2: error: unknown key \"context\"; did you mean \"contexts\"?\n"
            "  4 | [context.helm.bind]\n"
            "    |  ^~~~~~~\n");
  EXPECT_EQ(errors_of(actions + "[contexts.helm]\nhorn = \"Space\"\n"),
            "a.toml:5:1: error: what drives horn stands under [contexts.helm.bind]\n"
            "  5 | horn = \"Space\"\n"
            "    | ^~~~\n");
  EXPECT_EQ(errors_of(actions + "[contexts.helm.binds]\nhorn = \"Space\"\n"),
            "a.toml:4:16: error: unknown key \"binds\"; did you mean \"bind\"?\n"
            "  4 | [contexts.helm.binds]\n"
            "    |                ^~~~~\n");
}

TEST(PlaybookReader, NotUtf8) {
  EXPECT_EQ(errors_of("format = 1\ntitle = \"\xff\xfe\"\n"),
            "a.toml:2:9: error: this is no TOML: Encountered invalid utf-8 sequence\n"
            "  2 | title = \"??\"\n"
            "    |         ^\n");
}

TEST(PlaybookReader, WhatIsBeyondAsciiStandsInQuotes) {
  // The parser took these for impossible where it looks for spaces: an accent, Cyrillic, U+FB66,
  // and a space that was copied from a page.
  for (const std::string beyond : {"\u00E9", "\u040C", "\uFB66", "\u00A0"}) {
    for (const std::string& text : {beyond + " = 1\n", "title = \"\" " + beyond + "\n",
                                    "title =" + beyond + "\n", "title = a'" + beyond + "\n"}) {
      EXPECT_NE(errors_of("format = 1\n" + text).find("a.toml:2:"), std::string::npos) << text;
    }
    const auto read = parse_playbook("\uFEFFformat = 1 # " + beyond + "\ntitle = \"\"\"" + beyond +
                                     "\"\"\"\"\"\n[actions]\n");
    ASSERT_TRUE(read) << to_string(read.diagnostics[0]);
    EXPECT_EQ(read->title(), beyond + "\"\"");
  }
}

TEST(PlaybookReader, EmptyText) {
  EXPECT_EQ(errors_of(""), "a.toml:1:1: error: the playbook is empty; it begins with format = 1\n");
  EXPECT_EQ(errors_of(" \n\n"),
            "a.toml:1:1: error: the playbook is empty; it begins with format = 1\n");
}

TEST(PlaybookFile, MissingFile) {
  const Result<Playbook> result = load_playbook("/nowhere/tidewater.toml");
  ASSERT_FALSE(result);
  ASSERT_EQ(result.diagnostics.size(), 1U);
  EXPECT_EQ(to_string(result.diagnostics[0]),
            "/nowhere/tidewater.toml: error: cannot be opened: No such file or directory");
}

TEST(PlaybookFile, AFolderIsNoFile) {
  EXPECT_EQ(to_string(load_playbook("/").diagnostics.at(0)),
            "/: error: this is a folder; name a file in it");
}

TEST(PlaybookFile, FiftyMegabytesOfNoise) {
  std::mt19937 random{7};  // what the noise is does not matter
  std::string block(1'000'000, '\0');
  for (char& c : block) c = static_cast<char>(random());
  std::string noise;
  for (int i = 0; i < 50; ++i) noise += block;
  const TemporaryFile file{"noise.toml", noise};
  const Result<Playbook> result = load_playbook(file.path());
  ASSERT_FALSE(result);
  EXPECT_EQ(to_string(result.diagnostics.at(0)),
            file.path() + ": error: is larger than 4 MiB, which no file of this kind is");
}

// Any damage to a good playbook ends in a playbook or in errors with a place, never in a crash.
TEST(PlaybookReader, DamagedTextsNeverBringItDown) {
  std::mt19937 random = chance();
  const auto below = [&](std::size_t n) {
    return std::uniform_int_distribution<std::size_t>{0, n - 1}(random);
  };
  for (int round = 0; round < 3000; ++round) {
    std::string text{good};
    for (std::size_t i = 0; i <= below(4); ++i) {
      switch (below(3)) {
        case 0: text[below(text.size())] = static_cast<char>(below(256)); break;
        case 1: text.erase(below(text.size()), below(12)); break;
        default: text.insert(below(text.size()), text.substr(below(text.size()), below(12)));
      }
    }
    const Result<Playbook> result = parse_playbook(text);
    EXPECT_NE(result.value.has_value(), has_errors(result.diagnostics)) << text;
    for (const Diagnostic& problem : result.diagnostics) EXPECT_GT(problem.place.line, 0) << text;
  }
}

/// The problems of a helm that binds `bindings`, one a line, without the file's lines.
std::string problems_of(const std::string& bindings) {
  const Result<Playbook> read = parse_playbook(
      "format = 1\n[actions]\nhorn = { kind = \"button\" }\nlook = { kind = \"motion\" }\n"
      "[zones]\nwheel = { kind = \"stick\", corner = \"bottom_left\", x = 0.1, width = 0.4, "
      "height = 0.4, floating = true }\n[contexts.helm.bind]\n" +
          bindings,
      "a");
  std::string all;
  for (const Diagnostic& problem : read.diagnostics) {
    all += std::to_string(problem.place.line) + ':' + std::to_string(problem.place.column) + ' ' +
           problem.message + '\n';
  }
  return all;
}

TEST(PlaybookReader, GesturesWithControlsZonesAndRates) {
  const Result<Playbook> book = parse_playbook(R"(format = 1
[actions]
horn = { kind = "button" }
steer = { kind = "vector", press_at = 0.75 }
look = { kind = "motion" }
[zones]
wheel = { kind = "stick", corner = "bottom_left", x = 0.1, y = 0.2, width = 0.4, height = 0.3, floating = true }
[contexts.helm.bind]
horn = [
  { control = "KeyE", hold = "1.5s", with = "ShiftLeft" },
  { control = "KeyF", tap = "150ms" },
  { control = "KeyG", taps = 2 },
  { control = "KeyH", within = "0.25s", taps = 3 },
  { control = "KeyI", toggle = true },
  { control = "KeyJ", repeat = ["400ms", "62.5ms"] },
  { control = "Touch:wheel.Up" },
]
steer = [{ control = "PadLeftStick", axial_dead_zone = 0.125, smoothing = "80ms", custom = "snap" }]
look = [{ control = "MouseMotion", scale = 200 }, { control = "PadRightStick", rate = 90 }]
)");
  for (const Diagnostic& problem : book.diagnostics) ADD_FAILURE() << to_string(problem);
  ASSERT_TRUE(book);
  const std::vector<BindingDefinition>& bindings = book->contexts()[0].bindings;
  const Gesture gestures[] = {hold_for(1500ms),      tap_within(150ms), taps_within(2, 300ms),
                              taps_within(3, 250ms), toggled(),         repeated(400ms, 62500us)};
  for (std::size_t i = 0; i < std::size(gestures); ++i) EXPECT_EQ(bindings[i].gesture, gestures[i]);
  EXPECT_EQ(bindings[0].with, (std::vector<PlacedControl>{Control::ShiftLeft}));
  EXPECT_EQ(bindings[6].control, touch("wheel", ZonePart::up));
  EXPECT_EQ(bindings[7].shaping.axial_dead_zone, 0.125F);
  EXPECT_EQ(bindings[7].shaping.smoothing, 80ms);
  EXPECT_EQ(bindings[7].shaping.custom, "snap");
  EXPECT_EQ(bindings[8].shaping.scale, 200);
  EXPECT_EQ(bindings[9].rate, 90);
  EXPECT_EQ(book->actions()[1].digital.press_at, 0.75F);
  EXPECT_EQ(book->zones()[0], (ZoneDefinition{.name = "wheel",
                                              .kind = ZoneKind::stick,
                                              .corner = Corner::bottom_left,
                                              .x = 0.1F,
                                              .y = 0.2F,
                                              .width = 0.4F,
                                              .height = 0.3F,
                                              .is_floating = true}));
}

TEST(PlaybookReader, ATimeHasOnePoint) {
  const std::string problems = problems_of("horn = { control = \"KeyE\", hold = \"1.5.5s\" }\n");
  EXPECT_NE(problems.find("8:35 hold must be a time like \"800ms\" or \"1.5s\"\n"),
            std::string::npos)
      << problems;
}

TEST(PlaybookReader, ShowsALineOfAFileWithOtherLineEndsWithoutThem) {
  const Result<Playbook> book = parse_playbook("format = 1\r\ntitel = \"Tidewater\"\r\n");
  EXPECT_EQ(book.diagnostics.at(0).source_line, "titel = \"Tidewater\"");
}

TEST(PlaybookReader, SaysWhatIsWrongWithGesturesAndTheRest) {
  EXPECT_EQ(
      problems_of("horn = { control = \"KeyE\", hold = \"fast\", tap = \"1m\" }\n"
                  "look = [{ control = \"PadLeftStick\" }, { up = \"Touch:whel.Up\" }]\n"),
      "8:35 hold must be a time like \"800ms\" or \"1.5s\"\n"
      "8:43 a binding has one gesture; write two bindings\n"
      "8:49 tap must be a time like \"800ms\" or \"1.5s\"\n"
      "9:21 the motion \"look\" needs rate = how much a second at full push (above 0, at most "
      "1000000) from a stick or a key\n"
      "9:46 there is no touch zone \"whel\"; did you mean \"wheel\"?\n");
  EXPECT_EQ(problems_of("horn = [{ control = \"KeyE\", repeat = \"1s\", with = [3] },\n"
                        "{ control = \"KeyF\", within = \"1s\" }, { hold = \"1s\" }]\nlook = []\n"),
            "8:1 this binding of \"horn\" has no control\n"
            "8:38 repeat must be the delay and the interval, like [\"400ms\", \"100ms\"]\n"
            "8:52 a control's name in quotes is wanted here\n"
            "9:21 within = is the time between taps; write taps = too\n");
}

TEST(PlaybookReader, SaysWhatIsWrongWithZones) {
  const Result<Playbook> book = parse_playbook(
      "format = 1\n[actions]\n[zones]\na = { kind = \"stik\", corner = \"middle\" }\n"
      "b = { x = 0.5 }\nc = { kind = \"tap\", size = 3 }\n");
  std::string all;
  for (const Diagnostic& problem : book.diagnostics) all += problem.message + '\n';
  EXPECT_EQ(all,
            "unknown kind of zone \"stik\"; did you mean \"stick\"?\n"
            "unknown corner \"middle\"; it is top_left, top_right, bottom_left or bottom_right\n"
            "zone \"b\" has no kind; write kind = \"button\", \"stick\", \"swipe\", \"tap\" or "
            "\"two_fingers\"\n"
            "zone \"b\" reaches beyond the window\n"
            "unknown key \"size\"; known here: kind, corner, x, y, width, height, floating\n");
}

}  // namespace
}  // namespace nextmove::support
