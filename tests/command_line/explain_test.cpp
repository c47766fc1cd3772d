// next-move explain, and what next-move play tells of presses.
#include <nlohmann/json.hpp>

#include "next_move.hpp"

namespace nextmove::support {
namespace {

using Json = nlohmann::json;
using Words = std::vector<std::string>;

constexpr const char* quay = R"(format = 1
title = "Quay"

[actions]
horn = { kind = "button" }
mark = { kind = "button" }
anchor = { kind = "button" }
steer = { kind = "vector" }

[schemes]
desk = { needs = ["keyboard"], may_use = ["mouse"] }
pad = { needs = ["gamepad"] }

[contexts.helm.bind]
horn = ["Space", "PadSouth", { control = "KeyH", with = ["ShiftLeft"] }]
mark = ["KeyH"]
anchor = [{ control = "KeyX", hold = "400ms" }, { control = "KeyG", schemes = ["desk"] }]
steer = ["PadLeftStick"]

[contexts.chart]
rank = 1

[contexts.chart.bind]
mark = ["Space"]

[contexts.dialog]
rank = 2
blocks = ["keyboard"]

[mutes]
radio_call = { actions = ["horn"] }
)";

std::string first_line(const std::string& text) {
  return text.substr(0, text.find('\n') + 1);
}

// ---- by the playbook alone

struct Question {
  Words words;
  std::string first_line;
};

const std::vector<Question> questions = {
    {{"horn"}, "horn is not pressed: Space (helm, line 15): the context helm is not entered\n"},
    {{"horn", "--context", "helm", "--press", "Space"},
     "horn is pressed: Space (helm, line 15): it does it now; it went down 0.1 s ago\n"},
    {{"horn", "--context", "helm", "--context", "chart", "--press", "Space"},
     "horn is not pressed: Space (helm, line 15): the context chart, above, has it for mark; it "
     "went down 0.1 s ago\n"},
    {{"horn", "--context", "helm", "--context", "dialog", "--press", "Space"},
     "horn is not pressed: Space (helm, line 15): the context dialog, above, blocks every "
     "keyboard; it went down 0.1 s ago\n"},
    {{"horn", "--context", "helm", "--devices", "mouse"},
     "horn is not pressed: Space (helm, line 15): no keyboard is plugged in\n"},
    {{"horn", "--context", "helm", "--scheme", "pad", "--press", "Space"},
     "horn is not pressed: Space (helm, line 15): the seat is held to pad, which uses no keyboard; "
     "it went down 0.1 s ago\n"},
    {{"anchor", "--context", "helm", "--scheme", "pad", "--press", "KeyG"},
     "anchor is not pressed: KeyG (helm, line 17): it is for desk; the seat is held to pad; it "
     "went down 0.1 s ago\n"},
    {{"horn", "--context", "helm", "--press", "KeyH"},
     "horn is not pressed: ShiftLeft+KeyH (helm, line 15): ShiftLeft is not held; it went down 0.1 "
     "s ago\n"},
    {{"mark", "--context", "helm", "--press", "ShiftLeft+KeyH"},
     "mark is not pressed: KeyH (helm, line 16): ShiftLeft+KeyH is held, and has it; it went down "
     "0.1 s ago\n"},
    {{"anchor", "--context", "helm", "--press", "KeyX"},
     "anchor is not pressed: KeyX (helm, line 17): it is under way: 25 % of the time; it went down "
     "0.1 s ago\n"},
    {{"steer", "--context", "helm", "--devices", "gamepad", "--press", "PadLeftStickUp"},
     "steer moves: PadLeftStick (helm, line 18): it does it now; it went down 0.1 s ago\n"},
    {{"steer", "--context", "helm", "--devices", "gamepad"},
     "steer is at rest: PadLeftStick (helm, line 18): no event of it has ever come from gamepad "
     "1\n"},
    {{"--context", "helm", "--press", "Space"},
     "Space, keyboard 1: heard by horn of player: it does it now; it went down 0.1 s ago\n"},
    {{"--press", "F7"},
     "F7, keyboard 1: nobody hears it: nothing is bound to it for player; it went down 0.1 s "
     "ago\n"},
};

Words explain(const std::string& path, const Words& words) {
  Words all{"explain", path};
  all.insert(all.end(), words.begin(), words.end());
  return all;
}

TEST(Explain, AsksThePlaybookAlone) {
  const TemporaryFile file{"quay.toml", quay};
  for (const Question& it : questions) {
    const Finished done = next_move(explain(file.path(), it.words));
    EXPECT_EQ(first_line(done.output), it.first_line) << done.errors;
    EXPECT_EQ(done.exit_code, 0);
  }
}

TEST(Explain, TellsOfWhatAPlayerHasChanged) {
  const TemporaryFile file{"quay.toml", quay};
  const TemporaryFile profile{
      "player.toml",
      "format = 1\nremaps = [{ action = \"mark\", device = \"keyboard\", controls = [] },\n"
      "          { action = \"horn\", device = \"keyboard\", controls = [\"KeyJ\"] }]\n"};
  const Words common = {"--context", "helm", "--profile", profile.path()};
  Words horn{"horn", "--press", "Space"};
  Words mark{"mark", "--press", "KeyH"};
  for (Words* words : {&horn, &mark}) words->insert(words->end(), common.begin(), common.end());
  EXPECT_EQ(first_line(next_move(explain(file.path(), horn)).output),
            "horn is not pressed: Space (helm, line 15): the player has put KeyJ in its place; it "
            "went down 0.1 s ago\n");
  EXPECT_EQ(first_line(next_move(explain(file.path(), mark)).output),
            "mark is not pressed: KeyH (helm, line 16): the player has taken it off the action; it "
            "went down 0.1 s ago\n");
}

TEST(Explain, GivesTheSameToPrograms) {
  const Json json = Json::parse(next_move({"explain", playbook, "horn", "--context", "helm",
                                           "--context", "chart", "--press", "Space", "--json"})
                                    .output);
  EXPECT_EQ(json["is_done"], false);
  const Json& space = json["ways"][0];
  EXPECT_EQ(space["control"], "Space");
  EXPECT_EQ(space["cause"], "claimed");
  EXPECT_EQ(space["by_context"], "chart");
  EXPECT_EQ(space["by_action"], "mark");
  const Json trace =
      Json::parse(next_move({"explain", playbook, "--press", "F7", "--json"}).output);
  EXPECT_EQ(trace["outcome"], "unbound");
}

TEST(Explain, SaysWhatIsWrongWithTheQuestion) {
  const auto told = [](Words words) {
    return first_line(next_move(explain(playbook, std::move(words))).errors);
  };
  EXPECT_EQ(told({"horm"}),
            "next-move: the playbook has no action \"horm\"; did you mean \"horn\"?\n");
  EXPECT_EQ(told({"horn", "--press", "Spcae"}),
            "next-move: there is no control \"Spcae\"; did you mean \"Space\"?\n");
  EXPECT_EQ(told({"horn", "--press", "PadSouth", "--devices", "keyboard"}),
            "next-move: PadSouth is pressed on a gamepad, which is not among --devices\n");
  EXPECT_EQ(told({"horn", "--press", "Touch:horm"}),
            "next-move: Touch:horm cannot be pressed; name a zone as Touch:name\n");
  EXPECT_EQ(told({"horn", "--context", "hlem"}),
            "next-move: the playbook has no context \"hlem\"; did you mean \"helm\"?\n");
  EXPECT_EQ(told({}), "next-move: action: name one, or --press a control\n");
  EXPECT_EQ(told({"horn", "--at", "12"}),
            "next-move: --at: asks a recording; name one by --recording\n");
  EXPECT_EQ(told({"horn", "--recording", recording}),
            "next-move: --at: an action and a moment go together\n");
  EXPECT_EQ(told({"horn", "--recording", recording, "--at", "soon"}),
            "next-move: --at: soon is no moment; write 12.3s\n");
  EXPECT_EQ(told({"horn", "--recording", recording, "--at", "99s"}),
            "next-move: the recording ends at 10.800 s\n");
  EXPECT_EQ(told({"horn", "--recording", recording, "--at", "5", "--seat", "port tub"}),
            "next-move: the recording has no seat \"port tub\"; did you mean \"port tug\"?\n");
}

// ---- "The horn did not sound at 12.3 s."

struct Past {
  std::string name;
  std::string before;  // what happened, each line a step
  std::string press;   // around 12.3 s
  std::string first_line;
  std::string story;  // a line of what happened around it
};

constexpr const char* press = R"({"t":12.3,"device":1,"control":"Space","x":1}
{"t":12.3,"update":true}
{"t":12.4,"device":1,"control":"Space","x":0}
{"t":12.4,"update":true}
)";

const std::string of_horn = "At 12.300 s: horn is not pressed: Space (helm, line 15): ";

std::string adopting(std::string playbook);

const std::vector<Past> pasts = {
    {"the chart was open", R"({"t":11,"seat":"port","enter":"chart"})", press,
     of_horn + "the context chart, above, has it for mark; it went down just now\n",
     ">   12.300  Space, keyboard 1, for 0.1 s: mark of port (chart, line 24)\n"},
    {"the keyboard was given away",
     "{\"t\":11,\"add_seat\":\"starboard\"}\n{\"t\":11,\"give\":1,\"seat\":\"starboard\"}", press,
     of_horn + "keyboard 1 belongs to the seat starboard; it went down just now\n",
     ">   12.300  Space, keyboard 1, for 0.1 s: nobody hears it: for horn of starboard, the "
     "context "
     "helm is not entered\n"},
    {"it was muted", R"({"t":11,"seat":"port","mute":"radio_call"})", press,
     of_horn + "the mute radio_call silences the action; it went down just now\n",
     ">   12.300  Space, keyboard 1, for 0.1 s: nobody hears it: for horn of port, the mute "
     "radio_call silences the action\n"},
    {"a control was being captured",
     R"({"t":11,"seat":"port","capture":"mark","direction":"whole","kind":"keyboard","time_out":5})",
     press,
     of_horn + "it was down before the seat's capture ended, just now: let go and press it again; "
               "it went down just now\n",
     ">   12.300  Space, keyboard 1, for 0.1 s: port is asked for a control, and looks at it\n"},
    {"it was held already",
     "{\"t\":11.5,\"device\":1,\"control\":\"Space\",\"x\":1}\n{\"t\":11.5,\"update\":true}",
     "{\"t\":12.3,\"update\":true}\n",
     "At 12.300 s: horn is pressed: Space (helm, line 15): it does it now; it went down 0.8 s "
     "ago\n",
     ">   11.500  Space, keyboard 1, still down: horn of port (helm, line 15)\n"},
    {"the window had lost the focus",
     "{\"t\":12.2,\"device\":1,\"control\":\"Space\",\"x\":1}\n{\"t\":12.2,\"update\":true}\n"
     "{\"t\":12.25,\"release\":\"all\"}",
     "{\"t\":12.3,\"update\":true}\n",
     of_horn + "it was down before everything was released (Hub::release_all), 0.05 s ago: let go "
               "and press it again\n",
     "    12.250  everything is released\n"},
    {"no context was entered", R"({"t":11,"seat":"port","leave":"helm"})", press,
     of_horn + "the context helm is not entered; it went down just now\n",
     ">   12.300  Space, keyboard 1, for 0.1 s: nobody hears it: for horn of port, the context "
     "helm "
     "is not entered\n"},
    {"it was never pressed", R"({"t":11,"update":true})", "{\"t\":12.3,\"update\":true}\n",
     of_horn + "no event of it has ever come from keyboard 1\n", "Around it nothing happened:\n"},
    {"its event came late", "{\"t\":12.3,\"update\":true}\n{\"t\":12.4,\"update\":true}",
     "{\"t\":12.3,\"device\":1,\"control\":\"Space\",\"x\":1}\n{\"t\":12.5,\"update\":true}\n",
     of_horn + "no event of it has ever come from keyboard 1\n",
     ">   12.300  Space, keyboard 1, still down, 0.1 s late: horn of port (helm, line 15)\n"},
    {"an interceptor held it back", R"({"t":11,"update":true})",
     R"({"t":12.3,"device":1,"control":"Space","x":1}
{"t":12.3,"update":true}
{"t":12.3,"intercepted":"horn","as":"held_back","by":"harbour rules","seat":"port"}
{"t":12.4,"device":1,"control":"Space","x":0}
{"t":12.4,"update":true}
)",
     of_horn + "the interceptor harbour rules makes something else of it; it went down just now\n",
     ">   12.300  Space, keyboard 1, for 0.1 s: heard by horn of port: the interceptor harbour "
     "rules makes something else of it\n"},
    {"a playbook was adopted", adopting(quay), press,
     of_horn + "it went with a playbook that was adopted; it went down just now\n",
     ">   12.300  Space, keyboard 1, for 0.1 s: nobody hears it: for mark of port, the context "
     "chart is not entered\n"},
};

std::string adopting(std::string playbook) {
  playbook.replace(playbook.find("\"Space\", "), 9, "");
  return Json{{"t", 11}, {"adopt", playbook}}.dump();
}

std::string past_of(const Past& past, const std::string& profile = {}) {
  const Json seat{{"name", "port"}, {"contexts", {"helm"}}, {"profile", profile}};
  const Json keyboard{{"id", 1}, {"kind", "keyboard"}, {"name", ""}, {"seats", {"port"}}};
  const Json head{
      {"format", "nextmove-recording"}, {"version", 1},   {"meaning", 3}, {"title", "Quay"},
      {"devices", {keyboard}},          {"seats", {seat}}};
  return head.dump() + "\n{\"t\":10,\"update\":true}\n" + past.before + "\n" + past.press;
}

TEST(Explain, OfAMomentInARecordingSaysWhyNothingHappened) {
  const TemporaryFile file{"quay.toml", quay};
  for (const Past& it : pasts) {
    const TemporaryFile recorded{"past.jsonl", past_of(it)};
    const Finished done = next_move({"explain", file.path(), "horn", "--recording", recorded.path(),
                                     "--at", "12.3s", "--seat", "port"});
    EXPECT_EQ(first_line(done.output), it.first_line) << it.name << done.errors;
    EXPECT_NE(done.output.find(it.story), std::string::npos) << it.name << '\n' << done.output;
  }
}

TEST(Explain, OfAMomentInARecordingKnowsTheProfileFromTheStart) {
  const TemporaryFile file{"quay.toml", quay};
  const TemporaryFile recorded{
      "past.jsonl", past_of({"", R"({"t":11,"update":true})", press, "", ""},
                            "format = 1\nremaps = [{ action = \"horn\", device = \"keyboard\", "
                            "controls = [\"KeyJ\"] }]\n")};
  const Finished done =
      next_move({"explain", file.path(), "horn", "--recording", recorded.path(), "--at", "12.3s"});
  EXPECT_EQ(first_line(done.output),
            of_horn + "the player has put KeyJ in its place; it went down just now\n");
}

TEST(Explain, OfARecordingListsWhatDidNothingTheCommonestCauseFirst) {
  const TemporaryFile file{"quay.toml", quay};
  const std::string twice = std::string{R"({"t":11,"seat":"port","mute":"radio_call"}
{"t":11.5,"device":1,"control":"F7","x":1}
{"t":11.6,"device":1,"control":"Space","x":1}
{"t":11.7,"device":1,"control":"Space","x":0})"};
  const TemporaryFile recorded{"past.jsonl", past_of({"", twice, press, "", ""})};
  const Words words = {"explain", file.path(), "--recording", recorded.path()};
  EXPECT_EQ(next_move(words).output,
            "PRESSES  CAUSE    CONTROL            SECONDS        WHY\n"
            "2        muted    Space, keyboard 1  11.600 12.300  nobody hears it: for horn of "
            "port, the mute radio_call silences the action\n"
            "1        unbound  F7, keyboard 1     11.500         nobody hears it: nothing is bound "
            "to it for port\n");
  Words for_programs = words;
  for_programs.emplace_back("--json");
  const Json json = Json::parse(first_line(next_move(for_programs).output));
  EXPECT_EQ(json["cause"], "muted");
  EXPECT_EQ(json["times"], (std::vector<double>{11.6, 12.3}));
  EXPECT_EQ(next_move({"explain", playbook, "--recording", recording}).output,
            "every press did something\n");
}

// ---- play

TEST(Play, GivesAPressThatDroveNothingALineWithItsCause) {
  const TemporaryFile file{"quay.toml", quay};
  const TemporaryFile recorded{
      "past.jsonl", past_of({"", R"({"t":11,"seat":"port","mute":"radio_call"})", press, "", ""})};
  const std::string output = next_move({"play", file.path(), recorded.path()}).output;
  EXPECT_NE(output.find("   12.300  port            horn          Space, keyboard 1, for 0.1 s: "
                        "nobody hears it: for horn of port, the mute radio_call silences the "
                        "action\n"),
            std::string::npos)
      << output;
}

// What interceptors did is said where it shows: at a reading, or where none comes of a press.
TEST(Play, SaysWhichInterceptorHadAHandInAReading) {
  const TemporaryFile file{"quay.toml", quay};
  const TemporaryFile recorded{"past.jsonl", past_of({"", R"({"t":11,"update":true}
{"t":11,"intercepted":"horn","as":"pressed","by":"fog","seat":"port"}
{"t":11,"intercepted":"steer","as":"set","x":0.5,"by":"pilot","seat":"port"}
{"t":12,"update":true}
{"t":12,"intercepted":"horn","as":"held_back","by":"harbour rules","seat":"port"}
{"t":13,"update":true}
{"t":13,"intercepted":"horn","as":"held_back","by":"harbour rules","seat":"port"}
{"t":13,"passed_over":"there is no device 7","device":7,"control":"KeyH"})",
                                                      "", "", ""})};
  const std::string output = next_move({"play", file.path(), recorded.path()}).output;
  EXPECT_EQ(output.substr(output.find("   11.000")),
            "   11.000  port            horn          pressed and released, by fog\n"
            "   11.000  port            steer           0.50   0.00, by pilot\n"
            "   12.000  port            horn          held back by harbour rules\n"
            "   12.000  port            steer           0.00   0.00\n"
            "   13.000                                KeyH of device 7 is passed over: there is no "
            "device 7\n");
  const std::string json = next_move({"play", "--json", file.path(), recorded.path()}).output;
  EXPECT_NE(json.find(R"("presses":1,"releases":1,"held":false,"by":["fog"]})"), std::string::npos)
      << json;
  EXPECT_NE(json.find(R"("action":"horn","held_back_by":"harbour rules"})"), std::string::npos);
}

TEST(Play, SaysFirstThatReadingsMayDifferAndRefusesWhereTheyMustNot) {
  const TemporaryFile file{"quay.toml", quay};
  const std::string difference =
      "the recording was made with the playbook \"Tidewater\", and this one is \"Quay\"; readings "
      "may differ\n";
  EXPECT_EQ(first_line(next_move({"play", file.path(), recording}).output),
            "Not as it was: " + difference);
  EXPECT_EQ(first_line(next_move({"explain", file.path(), "--recording", recording}).output),
            "Not as it was: " + difference);
  EXPECT_EQ(next_move({"play", "--json", file.path(), recording})
                .errors.find("next-move: warning: " + difference),
            0U);
  for (const Words& words : {Words{"play", file.path(), recording, "--strict"},
                             Words{"explain", file.path(), "--recording", recording, "--strict"}}) {
    const Finished refused = next_move(words);
    EXPECT_EQ(refused.exit_code, 1);
    EXPECT_EQ(refused.output, "");
    EXPECT_EQ(refused.errors, "next-move: error: " + difference);
  }
  EXPECT_EQ(next_move({"play", playbook, recording, "--strict"}).exit_code, 0);
}

TEST(Play, NeedsNoPlaybookWhereTheRecordingHoldsItsOwn) {
  const Json head{{"format", "nextmove-recording"},
                  {"version", 1},
                  {"meaning", 3},
                  {"title", "Quay"},
                  {"playbook", quay},
                  {"seats", {Json{{"name", "port"}, {"contexts", {"helm"}}}}}};
  const TemporaryFile whole{"whole.jsonl", head.dump() + "\n{\"t\":1,\"update\":true}\n"};
  const Finished played = next_move({"play", whole.path(), "--strict"});
  EXPECT_EQ(played.exit_code, 0) << played.errors;
  EXPECT_EQ(first_line(played.output), "Quay, by version 3 of the rules\n");
  EXPECT_EQ(next_move({"explain", whole.path()}).output, "every press did something\n");
  EXPECT_EQ(next_move({"play", recording}).errors,
            recording +
                ": error: this recording holds no playbook; name the file of the one that "
                "it was made with, before it\n");
}

TEST(Play, ShowsWhatIsAskedFor) {
  const std::string horn = next_move({"play", playbook, recording, "--action", "horn", "--from",
                                      "2s", "--to", "3", "--seat", "port tug", "--events"})
                               .output;
  EXPECT_EQ(horn,
            "Tidewater, by version 3 of the rules\n"
            "  port tug: keyboard 1, mouse 1; in helm\n"
            "\n"
            "  SECONDS  SEAT            ACTION        READING\n"
            "    2.050  port tug        horn          Space, keyboard 1, for 0.58 s: horn of port "
            "tug (helm, line 66)\n"
            "    2.050  port tug        horn          pressed\n"
            "    2.650  port tug        horn          released\n");
  EXPECT_EQ(next_move({"play", playbook, recording, "--action", "horm"}).errors,
            "next-move: the playbook has no action \"horm\"; did you mean \"horn\"?\n");
  EXPECT_EQ(first_line(next_move({"play", playbook, recording, "--from", "-1"}).errors),
            "next-move: --from: -1 is no moment; write 12.3s\n");
}

}  // namespace
}  // namespace nextmove::support
