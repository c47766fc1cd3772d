#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>

#include "command_line/next_move.hpp"

namespace nextmove::support {
namespace {

using Json = nlohmann::json;

TEST(Check, SaysThatAPlaybookIsFine) {
  const Finished done = next_move({"check", playbook});
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_EQ(done.output, playbook + ": fine (30 actions, 6 contexts, 119 bindings)\n");
  EXPECT_EQ(done.errors, "");
}

TEST(Check, PrintsProblemsToStandardErrorAndExitsWithOne) {
  const TemporaryFile file{"bad.toml",
                           "format = 1\n[actions]\nhorn = { kind = \"buton\" }\n"
                           "[contexts.helm.bind]\nhorn = \"Space\"\n"};
  const Finished done = next_move({"check", file.path()});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_EQ(done.output, "");
  EXPECT_EQ(done.errors, file.path() +
                             ":3:17: error: unknown kind \"buton\"; did you mean \"button\"?\n"
                             "  3 | horn = { kind = \"buton\" }\n"
                             "    |                 ^~~~~~~\n"
                             "\n1 problem in " +
                             file.path() + "\n");
}

TEST(Check, TellsThePlacesAsJson) {
  const TemporaryFile file{"bad.toml", "format = 1\nactons = 1\n"};
  const Finished done = next_move({"check", file.path(), "--json"});
  EXPECT_EQ(done.exit_code, 1);
  const Json json = Json::parse(done.output);
  EXPECT_EQ(json["ok"], false);
  EXPECT_EQ(json["problems"][0]["line"], 2);
  EXPECT_EQ(json["problems"][0]["column"], 1);
  EXPECT_EQ(json["problems"][0]["message"], "unknown key \"actons\"; did you mean \"actions\"?");
  EXPECT_EQ(Json::parse(next_move({"check", playbook, "--json"}).output)["ok"], true);
}

TEST(Show, ListsWhatDrivesEachAction) {
  const Finished done = next_move({"show", playbook});
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_EQ(done.output, read_file(NEXTMOVE_TEST_DATA "/show_tidewater.txt"));
}

TEST(Show, ShowsUnderASchemeWhatASeatThatIsHeldToItHears) {
  const std::string output = next_move({"show", playbook, "--scheme", "left_keys"}).output;
  const auto has = [&](std::string_view text) { return output.find(text) != std::string::npos; };
  EXPECT_TRUE(has("\nhorn         button  helm     Q\n")) << output;
  EXPECT_TRUE(has("\nlook         motion           (nothing under this scheme)\n"));
  const Json json = Json::parse(next_move({"show", playbook, "--scheme", "pad", "--json"}).output);
  EXPECT_EQ(json["actions"][3]["contexts"]["helm"].size(), 1U);
  EXPECT_EQ(json["actions"][3]["contexts"]["helm"][0]["control"], "PadSouth");
}

TEST(Show, TellsWhatAnActionIsBesideItsKind) {
  const TemporaryFile file{
      "small.toml",
      "format = 1\n[actions]\nsteer = { kind = \"axis\", opposite = \"last\" }\n"
      "send = { kind = \"button\", while_typing = true }\naim = { kind = \"pointer\" }\n"
      "[contexts.helm.bind]\nsteer = { more = \"KeyD\", less = \"KeyA\" }\nsend = \"Enter\"\n"
      "aim = [\"MousePosition\", { control = \"PadLeftStick\", rate = 0.8 }]\n"};
  const std::string output = next_move({"show", file.path()}).output;
  for (const std::string_view told :
       {"steer   axis, opposite: last", "send    button, while typing",
        "left stick (0.8 shorter sides a second)"}) {
    EXPECT_NE(output.find(told), std::string::npos) << told << " in\n" << output;
  }
}

TEST(Show, GivesTheSameAsJson) {
  const Json json = Json::parse(next_move({"show", playbook, "--json"}).output);
  EXPECT_EQ(json["title"], "Tidewater");
  EXPECT_EQ(json["actions"][0]["contexts"]["helm"][0]["up"], "KeyW");
  EXPECT_EQ(json["actions"][3]["contexts"]["helm"][0]["control"], "Space");
}

TEST(Show, TellsShapingThresholdsAndMutes) {
  const TemporaryFile file{
      "small.toml",
      "format = 1\ntitle = \"Small\"\n"
      "[actions]\nsteer = { kind = \"vector\" }\nhorn = { kind = \"button\" }\n"
      "lamp = { kind = \"button\" }\n"
      "[contexts.helm.bind]\n"
      "steer = { control = \"PadLeftStick\", outer_dead_zone = 0.1, curve = 2, scale = 0.5, invert "
      "= \"y\" }\n"
      "horn = { control = \"PadLeftTrigger\", press_at = 0.7, release_at = 0.6, pass_on = true }\n"
      "lamp = []\n"
      "[mutes]\nradio_call = { actions = [\"horn\", \"lamp\"] }\ncutscene = { everything_but = "
      "[\"lamp\"] }\n"};
  EXPECT_EQ(next_move({"show", file.path()}).output,
            "Small\n"
            "\n"
            "ACTION  KIND    CONTEXT  DRIVEN BY\n"
            "steer   vector  helm     left stick (outer dead zone 0.1; curve 2; scale 0.5; "
            "inverted in y)\n"
            "horn    button  helm     left trigger (press at 0.7, release at 0.6; passed on)\n"
            "lamp    button  helm     (nothing yet)\n"
            "\n"
            "CONTEXT  RANK  BLOCKS  LETS GO  MUTES\n"
            "helm     0\n"
            "\n"
            "MUTE        SILENCES\n"
            "radio_call  horn, lamp\n"
            "cutscene    everything but lamp\n");
  const Json json = Json::parse(next_move({"show", file.path(), "--json"}).output);
  EXPECT_EQ(json["actions"][0]["contexts"]["helm"][0]["invert"], "y");
  EXPECT_EQ(json["mutes"]["cutscene"]["everything_but"][0], "lamp");
}

TEST(Show, ShowsNothingOfAWrongPlaybook) {
  const Finished done = next_move({"show", "/nowhere.toml"});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_EQ(done.output, "");
  EXPECT_EQ(done.errors, "/nowhere.toml: error: cannot be opened: No such file or directory\n");
}

// The timeline is part of the tree: each compiler and each level of optimisation must print it to
// the byte.
TEST(Play, PrintsTheSameTimelineEveryTimeAndUnderEveryCompiler) {
  const std::string expected = read_file(NEXTMOVE_TEST_DATA "/harbour_timeline.txt");
  for (int i = 0; i < 2; ++i) {
    const Finished done = next_move({"play", playbook, recording});
    EXPECT_EQ(done.exit_code, 0);
    EXPECT_EQ(done.output, expected);
    EXPECT_EQ(done.errors, "");
  }
}

TEST(Play, PrintsEveryDigitAsJsonLines) {
  const Finished done = next_move({"play", playbook, recording, "--json"});
  EXPECT_EQ(done.output, read_file(NEXTMOVE_TEST_DATA "/harbour_timeline.jsonl"));
}

TEST(Play, PlaysWhatADamagedRecordingStillHolds) {
  const std::string whole = read_file(recording);
  const TemporaryFile cut{"cut.jsonl", whole.substr(0, whole.find("2.05") + 8)};
  const Finished done = next_move({"play", playbook, cut.path()});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_NE(done.errors.find("error: the recording breaks off in this line"), std::string::npos);
  EXPECT_NE(done.output.find("steer           0.71   0.71"), std::string::npos) << done.output;
}

TEST(Play, TellsOfContextsThatThePlaybookLacks) {
  const TemporaryFile other{
      "other.jsonl",
      R"({"format":"nextmove-recording","version":1,"meaning":3,"seats":[{"name":"a","contexts":["galley"]}]})"
      "\n"};
  const Finished done = next_move({"play", playbook, other.path()});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_EQ(done.errors, other.path() +
                             ": error: the recording enters the context \"galley\", which "
                             "the playbook does not have\n");
}

TEST(Play, TellsWhatWasDownAlreadyAndSoIsNoPress) {
  const TemporaryFile held{
      "held.jsonl",
      R"({"format":"nextmove-recording","version":1,"meaning":3,"devices":[{"id":1,"kind":"gamepad","name":"pad","seats":["a"]}],"seats":[{"name":"a","contexts":["helm"]}]})"
      "\n"
      R"({"t":0.1,"device":1,"control":"PadLeftStick","x":0.5,"y":0,"taken_up":true})"
      "\n"
      R"({"t":0.1,"device":1,"control":"PadSouth","x":1,"taken_up":true})"
      "\n"
      R"({"t":0.2,"update":true})"
      "\n"};
  const Finished done = next_move({"play", playbook, held.path()});
  EXPECT_EQ(done.exit_code, 0) << done.errors;
  EXPECT_NE(done.output.find("PadLeftStick is at 0.50 0.00 already"), std::string::npos);
  EXPECT_NE(done.output.find("PadSouth is down already"), std::string::npos);
  EXPECT_NE(done.output.find("PadSouth, gamepad 1, still down: heard by horn of a: it was down "),
            std::string::npos)
      << done.output;
  EXPECT_EQ(done.output.find("pressed"), std::string::npos) << done.output;
}

TEST(Play, LetsNoRecordedNameReachTheTerminalUnfiltered) {
  const TemporaryFile evil{
      "evil.jsonl",
      R"({"format":"nextmove-recording","version":1,"meaning":3,"seats":[{"name":"\u001b[31m","contexts":["helm"]}]})"
      "\n"
      R"({"t":1,"seat":"\u001b[31m","enter":"chart"})"
      "\n"
      R"({"t":1,"update":true})"
      "\n"};
  const Finished done = next_move({"play", playbook, evil.path()});
  EXPECT_EQ(done.output.find('\x1b'), std::string::npos);
  EXPECT_NE(done.output.find("?[31m"), std::string::npos);
}

TEST(Play, TellsWhoSitsDownLosesADeviceAndGetsItBack) {
  const std::string output =
      next_move({"play", playbook, NEXTMOVE_EXAMPLE_DATA "/two_tugs.jsonl"}).output;
  const auto has = [&](std::string_view line) {
    EXPECT_NE(output.find(line), std::string::npos) << line << "\n" << output;
  };
  has("    0.800  port tug                      joins under \"Gamepad\" with gamepad 1\n");
  has("    1.500  starboard tug                 joins under \"Keyboard and mouse\" with keyboard "
      "1, mouse 1\n");
  has("    4.420  port tug                      has lost gamepad 1\n");
  has("    5.620  port tug                      has gamepad 1 again\n");
  const std::string json =
      next_move({"play", playbook, NEXTMOVE_EXAMPLE_DATA "/two_tugs.jsonl", "--json"}).output;
  EXPECT_NE(json.find(R"({"t":4.42,"seat":"port tug","notice":"lost","device":"gamepad 1")"),
            std::string::npos)
      << json;
}

TEST(Seats, TellWhoCouldPlayHow) {
  EXPECT_EQ(next_move({"seats", playbook, "--devices", "keyboard,gamepad"}).output,
            "SCHEME      NEEDS     SHARES  JOIN      SEATS\n"
            "desk        keyboard          Space     1\n"
            "pad         gamepad           PadStart  1\n"
            "left_keys   keyboard  yes     KeyE      1\n"
            "right_keys  keyboard  yes     Enter     1\n"
            "fingers     touch     yes     Finger1   0, no touch\n"
            "\n"
            "PLAYERS  COULD SIT DOWN AS\n"
            "1        desk\n"
            "         pad\n"
            "         left_keys\n"
            "         right_keys\n"
            "2        desk + pad\n"
            "         pad + left_keys\n"
            "         pad + right_keys\n"
            "         left_keys + right_keys\n"
            "3        pad + left_keys + right_keys\n"
            "4        (not with these devices)\n");
}

TEST(Seats, GiveTheSameAsJson) {
  const Json json = Json::parse(next_move({"seats", playbook, "--json"}).output);
  EXPECT_EQ(json["schemes"][1], (Json{{"name", "pad"}, {"seats", 0}}));
  EXPECT_EQ(json["seatings"].back(), (Json{"left_keys", "right_keys"}));
}

TEST(Seats, PlayStepsAndTellHowTheTableStands) {
  EXPECT_EQ(
      next_move({"seats", playbook, "--steps", "plug:gamepad join:pad unplug:gamepad-1"}).output,
      "STEP              THEN                         WHAT IS TOLD\n"
      "plug:gamepad      gamepad 1 is free            gamepad 1 is plugged in\n"
      "join:pad          seat 1 plays with gamepad 1  seat 1 joins under \"Gamepad\" with "
      "gamepad 1\n"
      "unplug:gamepad-1  seat 1 waits for a gamepad   gamepad 1 is unplugged\n"
      "                                               seat 1 has lost gamepad 1\n"
      "                                               seat 1 waits for a gamepad\n");
  const Finished wrong = next_move({"seats", playbook, "--steps", "plug:gamepad leave:ferry"});
  EXPECT_EQ(wrong.exit_code, 1);
  EXPECT_EQ(wrong.errors, "next-move: leave:ferry: there is no seat \"ferry\"\n");
  const std::string text =
      next_move({"seats", playbook, "--json", "--steps", "plug:gamepad join:pad"}).output;
  const Json json = Json::parse(text);
  EXPECT_EQ(json[1]["seats"][0], (Json{{"name", "seat 1"},
                                       {"stands", "playing"},
                                       {"scheme", "pad"},
                                       {"devices", {"gamepad 1"}},
                                       {"waits_for", Json::array()}}));
}

TEST(Seats, SayWhatIsNoDevice) {
  const Finished done = next_move({"seats", playbook, "--devices", "keybord"});
  EXPECT_EQ(done.exit_code, 2);
  EXPECT_EQ(done.errors,
            "next-move: --devices: there is no device kind \"keybord\"; did you mean "
            "\"keyboard\"?\nTry: next-move --help\n");
  EXPECT_EQ(next_move({"seats", playbook, "--devices", "gamepad:two"}).errors,
            "next-move: --devices: \"gamepad:two\" is no number of devices; write gamepad:2, with "
            "at most 16\nTry: next-move --help\n");
}

TEST(Seats, NeedNoSetUpWithoutSchemes) {
  EXPECT_EQ(next_move({"seats", NEXTMOVE_EXAMPLE_DATA "/../first_steps/harbour.toml"}).output,
            "First steps has no schemes: one player has every device, with no set-up.\n");
}

TEST(Rollover, ListsTheWorstFirstWithACalmerChoice) {
  const std::string output =
      next_move({"rollover", playbook, "--schemes", "left_keys,right_keys"}).output;
  const auto has = [&](std::string_view line) {
    EXPECT_NE(output.find(line), std::string::npos) << line << "\n" << output;
  };
  has("8     1920   may miss some   misses some           hears it\n");
  has("2     423    hears it        hears it              hears it\n");
  has("left_keys   throttle                 KeyF      ShiftLeft\n");
  has("Then 7 ordinary keys are held at most, not 8, and 1200 sets are of more than six, not "
      "8768.");
  EXPECT_LT(output.find("\n8 "), output.find("\n7 "));
}

// The sets are counted in the text: it has megabytes, and the sanitizers take long to make objects
// of it.
TEST(Rollover, ListsEverySetAsJson) {
  const std::string text = next_move({"rollover", playbook, "--json"}).output;
  ASSERT_TRUE(Json::accept(text));
  const std::size_t counts_at = text.find("\"counts\":") + std::string_view{"\"counts\":"}.size();
  const Json counts = Json::parse(text.substr(counts_at, text.find(']') + 1 - counts_at));
  std::size_t beyond_two = 0;
  for (std::size_t keys = 3; keys < counts.size(); ++keys) {
    beyond_two += counts[keys].get<std::size_t>();
  }
  std::size_t sets = 0;
  constexpr std::string_view set = "{\"keys\":";
  for (auto at = text.find(set); at != std::string::npos; at = text.find(set, at + 1)) ++sets;
  EXPECT_GT(beyond_two, 0U);
  EXPECT_EQ(sets, beyond_two);
}

TEST(Rollover, SaysWhichSchemeItDoesNotKnow) {
  const Finished done = next_move({"rollover", playbook, "--schemes", "left_key"});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_EQ(done.errors,
            "next-move: the playbook has no scheme \"left_key\"; did you mean \"left_keys\"?\n");
  EXPECT_EQ(next_move({"rollover", playbook, "--schemes", "pad"}).errors,
            "next-move: scheme \"pad\" is not played on a keyboard\n");
}

TEST(Controls, AreSearchedByWord) {
  const Finished done = next_move({"controls", "trigger"});
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_EQ(done.output,
            "CONTROL          DEVICE   VALUES\n"
            "PadLeftTrigger   gamepad  0 to 1\n"
            "PadRightTrigger  gamepad  0 to 1\n");
  EXPECT_EQ(Json::parse(next_move({"controls", "--json"}).output).size(), 256U);
}

TEST(Controls, OfferTheNearestWord) {
  const Finished done = next_move({"controls", "gampad"});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_EQ(done.errors,
            "next-move: no control has \"gampad\" in its name; did you mean \"gamepad\"?\n");
}

TEST(Demo, TellsWhatHappened) {
  const Finished done = next_move({"demo"});
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_NE(done.output.find("    2.050  port tug        horn          pressed\n"),
            std::string::npos)
      << done.output;
  EXPECT_NE(done.output.find("horn         button  4"), std::string::npos) << done.output;
}

TEST(Usage, WrongUsageExitsWithTwoAndSaysWhy) {
  const auto refused = [](const std::vector<std::string>& arguments) {
    const Finished done = next_move(arguments);
    EXPECT_EQ(done.exit_code, 2);
    EXPECT_EQ(done.output, "");
    return done.errors;
  };
  EXPECT_EQ(refused({"shw"}),
            "next-move: unknown command \"shw\"; did you mean \"show\"?\nTry: next-move --help\n");
  EXPECT_EQ(refused({"show"}), "next-move: playbook is required\nTry: next-move --help\n");
  EXPECT_EQ(refused({"show", playbook, "--jsn"}),
            "next-move: The following argument was not expected: --jsn\nTry: next-move --help\n");
}

TEST(Usage, EveryCommandHasHelpWithAnExampleThatWorks) {
  for (const char* command : {"check", "show", "play", "controls", "demo"}) {
    const Finished help = next_move({command, "--help"});
    EXPECT_EQ(help.exit_code, 0);
    const std::size_t at = help.output.find("Example:\n  next-move ");
    ASSERT_NE(at, std::string::npos) << help.output;
    std::string example = help.output.substr(at + 11);
    example = example.substr(0, example.find('\n'));
    const std::string program = NEXTMOVE_PROGRAM;
    const std::string line = "cd " NEXTMOVE_SOURCE " && " + program + example.substr(9);
    EXPECT_EQ(run({"sh", "-c", line}).exit_code, 0) << line;
  }
  EXPECT_EQ(next_move({"--version"}).output, NEXTMOVE_VERSION "\n");
}

TEST(Input, MayComeThroughAPipe) {
  const std::string program = NEXTMOVE_PROGRAM;
  const std::string data = NEXTMOVE_EXAMPLE_DATA;
  const auto in_bash = [](const std::string& line) { return run({"bash", "-c", line}); };
  const Finished checked = in_bash(program + " check <(cat " + playbook + ")");
  EXPECT_EQ(checked.exit_code, 0) << checked.errors;
  EXPECT_NE(checked.output.find(": fine (30 actions"), std::string::npos) << checked.output;
  const Finished played = in_bash(program + " play <(cat " + playbook + ") <(cat " + data +
                                  "/harbour.jsonl) --profile <(cat " + data + "/right_hand.toml)");
  EXPECT_EQ(played.exit_code, 0) << played.errors;
  const Finished endless = in_bash("yes '=' | " + program + " check /dev/stdin | tail -1");
  EXPECT_NE(endless.errors.find("is larger than 4 MiB"), std::string::npos) << endless.errors;
}

TEST(Check, CountsNoMoreProblemsThanItTells) {
  const TemporaryFile book{"problems"};
  std::ofstream file{book.path()};
  file << "format = 1\n";
  for (int i = 0; i < 200; ++i) file << "nonsense_" << i << " = 1\n";
  file.close();
  const Finished done = next_move({"check", book.path()});
  EXPECT_EQ(done.exit_code, 1);
  EXPECT_NE(done.errors.find("\nmore than 100 problems in "), std::string::npos) << done.errors;
}

TEST(Colour, IsUsedOnATerminalAndNeverElsewhere) {
  const std::string program = std::string{NEXTMOVE_PROGRAM} + " show " + playbook;
  const auto on_terminal = [&](const std::string& variables) {
    const Finished done = run({"script", "-qec", variables + " " + program, "/dev/null"});
    EXPECT_EQ(done.exit_code, 0) << "is there no pseudo-terminal here (/dev/pts)? " << done.errors;
    return done.output;
  };
  EXPECT_NE(on_terminal("TERM=xterm").find("\x1b[1m"), std::string::npos);
  EXPECT_EQ(on_terminal("TERM=xterm NO_COLOR=1").find('\x1b'), std::string::npos);
  EXPECT_EQ(on_terminal("TERM=dumb").find('\x1b'), std::string::npos);
  EXPECT_EQ(next_move({"show", playbook}).output.find('\x1b'), std::string::npos);
}

TEST(Curve, PrintsATableOfWhatAPushComesTo) {
  const Finished done = next_move({"curve", playbook, "look"});
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_EQ(done.output,
            "PUSH  PadRightStick (helm)\n"
            "0.0   0.000\n"
            "0.1   0.000\n"
            "0.2   0.000\n"
            "0.3   0.016\n"
            "0.4   0.062\n"
            "0.5   0.141\n"
            "0.6   0.250\n"
            "0.7   0.391\n"
            "0.8   0.562\n"
            "0.9   0.766\n"
            "1.0   1.000\n"
            "PadRightStick: smoothed over 60 ms\n");
}

TEST(Curve, DrawsPicturesOfBothForms) {
  const TemporaryFile png{"look.png"};
  EXPECT_EQ(next_move({"curve", playbook, "look", "-o", png.path()}).exit_code, 0);
  EXPECT_EQ(run({"identify", "-format", "%wx%h", png.path()}).output, "1280x800");
  const TemporaryFile svg{"look.svg"};
  EXPECT_EQ(next_move({"curve", playbook, "look", "-o", svg.path()}).exit_code, 0);
  EXPECT_EQ(read_file(svg.path()).substr(0, 5), "<?xml");
}

TEST(Curve, GivesItsSamplesAsJson) {
  const Json json = Json::parse(next_move({"curve", playbook, "steer", "--json"}).output);
  ASSERT_EQ(json.size(), 1U);
  EXPECT_EQ(json[0]["controls"], "PadLeftStick");
  EXPECT_NEAR(json[0]["dead_zone"].get<double>(), 0.15, 1e-4);
  EXPECT_EQ(json[0]["samples"].size(), 101U);
  EXPECT_EQ(json[0]["samples"][100], Json({1.0, 1.0}));
}

TEST(Curve, SaysWhatItCannotDraw) {
  EXPECT_EQ(next_move({"curve", playbook, "steeer"}).errors,
            "next-move: the playbook has no action \"steeer\"; did you mean \"steer\"?\n");
  const Finished button = next_move({"curve", playbook, "horn"});
  EXPECT_EQ(button.exit_code, 1);
  EXPECT_EQ(button.errors, "next-move: neither a stick nor a trigger drives \"horn\"\n");
  const Finished picture = next_move({"curve", playbook, "steer", "-o", "steer.gif"});
  EXPECT_EQ(picture.exit_code, 1);
  EXPECT_EQ(picture.errors, "steer.gif: error: a picture is a .png or a .svg file\n");
  EXPECT_EQ(next_move({"curve", playbook, "steer", "-o", "/nowhere/a.png"}).exit_code, 1);
  EXPECT_EQ(next_move({"curve", playbook}).exit_code, 2);
}

TEST(Output, OfNoCommandGoesOverAFileThatIsNotOfItsKind) {
  const std::string kept = "# Mine\nformat = 1\n";
  const TemporaryFile toml{"victim.toml", kept};
  const TemporaryFile page{"victim.md", kept};
  const TemporaryFile image{"victim.svg", kept};
  const TemporaryFile list{"icons.json", kept};
  for (const std::vector<std::string>& words :
       {std::vector<std::string>{"header", playbook, "-o", toml.path()},
        {"draw", playbook, "-o", page.path()},
        {"draw", playbook, "-o", image.path()},
        {"curve", playbook, "look", "-o", image.path()},
        {"icons", "-o", std::filesystem::path{list.path()}.parent_path()}}) {
    const Finished done = next_move(words);
    EXPECT_EQ(done.exit_code, 1) << words[0];
    EXPECT_NE(done.errors.find("is nothing that next-move wrote, so it stays"), std::string::npos)
        << done.errors;
  }
  for (const auto* file : {&toml, &page, &image, &list}) EXPECT_EQ(read_file(file->path()), kept);
}

TEST(Output, GoesOverWhatTheSameCommandWroteBefore) {
  const TemporaryFile header{"again.hpp"};
  const TemporaryFile page{"again.md"};
  const TemporaryFile image{"again.png"};
  for (int time = 0; time < 2; ++time) {
    EXPECT_EQ(next_move({"header", playbook, "-o", header.path()}).exit_code, 0);
    EXPECT_EQ(next_move({"draw", playbook, "-o", page.path()}).exit_code, 0);
    EXPECT_EQ(next_move({"curve", playbook, "look", "-o", image.path()}).exit_code, 0);
  }
}

TEST(Header, IsWrittenToAFileOrPrinted) {
  const TemporaryFile header{"actions.hpp"};
  const Finished written =
      next_move({"header", playbook, "-o", header.path(), "--namespace", "tugs"});
  EXPECT_EQ(written.exit_code, 0);
  EXPECT_EQ(written.output, "");
  EXPECT_NE(read_file(header.path()).find("namespace tugs {"), std::string::npos);
  EXPECT_NE(next_move({"header", playbook}).output.find("namespace tidewater {"),
            std::string::npos);
  const Finished misnamed = next_move({"header", playbook, "--namespace", "Two Tugs"});
  EXPECT_EQ(misnamed.exit_code, 2);
  EXPECT_NE(misnamed.errors.find("try two_tugs"), std::string::npos) << misnamed.errors;
  const Finished nowhere = next_move({"header", playbook, "-o", "/nowhere/a.hpp"});
  EXPECT_EQ(nowhere.exit_code, 1);
  EXPECT_EQ(nowhere.errors, "next-move: cannot write /nowhere/a.hpp\n");
}

TEST(Schema, IsJson) {
  const Finished done = next_move({"schema"});
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_EQ(Json::parse(done.output)["title"], "Next Move playbook");
}

}  // namespace
}  // namespace nextmove::support
