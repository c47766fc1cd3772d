#include <fstream>
#include <random>
#include <set>

#include <nextmove/recording_file.hpp>

#include "support/chance.hpp"
#include "support/playbooks.hpp"
#include "support/process.hpp"

namespace nextmove::support {
namespace {

Recording every_kind_of_step() {
  const DeviceId pad{7};
  const Profile remapped{.remaps = {{.action = "horn", .controls = {Control::KeyH}}}};
  const SeatingRules rules{.free_devices = FreeDevices::kept,
                           .first_pad = 1,
                           .joining = Joining::open,
                           .most_players = 2,
                           .splits_screen = true,
                           .pad_comes_to_hand = false,
                           .asks_whose = false,
                           .take_over_after = 1500ms};
  return {{"Harbour \"N\"",
           Fingerprint{0xc0ffee},
           make(harbour()),
           {"arc", "bend"},
           {1280, 800},
           Duration{400ms},
           rules,
           {{DeviceId{1}, {DeviceKind::keyboard, "keyboard"}, {"port tug", "starboard tug"}}},
           {{"port tug", {"helm", "chart"}, {"radio_call", "radio_call"}, "left_keys", remapped},
            {"starboard tug", {}, {}, "", {}, true, {0.5F, 0, 0.5F, 1}, true}},
           {{{}, DeviceId{1}, Control::Space, 1}, {{}, pad, Control::PadLeftStick, 0.1F, -0.25F}}},
          {SeatAdded{0s, "ferry"},
           RulesSet{0s, rules},
           Joined{0s, "pad", DeviceId{1}, "ferry"},
           Joined{0s, "pad", DeviceId{1}, ""},
           GotUp{0s, "ferry"},
           HeldTo{0s, "ferry", "pad"},
           HeldTo{0s, "ferry", ""},
           Reserved{0s, "ferry", false},
           ProfileSet{0s, "port tug", remapped},
           CaptureBegun{0s,
                        "port tug",
                        "steer",
                        ActionPart::up,
                        DeviceKind::gamepad,
                        2500ms,
                        {Control::PadStart}},
           CaptureStopped{0s, "port tug"},
           Freed{0s, DeviceId{1}},
           Swapped{0s, "port tug", "ferry"},
           PartSet{0s, "ferry", {0, 0.25F, 1, 0.75F}},
           Event{250ms, DeviceId{1}, Control::KeyW, 1},
           Plugged{1s, pad, {DeviceKind::gamepad, "pad\n\"x\"", 0x1209, 0xffff, "s-1", "usb-1"}},
           Given{1s, pad, "starboard tug"},
           Event{1500001us, pad, Control::PadLeftStick, -0.1F, 0.33333334F},
           Event{1500002us, DeviceId{1}, Control::Wheel, 0, -1},
           Entered{2s, "port tug", "crane"},
           Left{2s, "port tug", "chart"},
           SwitchedTo{2s, "port tug", "helm"},
           Muted{2s, "port tug", "radio_call"},
           Unmuted{2500ms, "port tug", "radio_call"},
           Resized{2600ms, {1920, 1080.5F}},
           TypingSet{2650ms, "port tug", true},
           TypingSet{2660ms, "port tug", false},
           TakenUp{2670ms, pad, Control::PadLeftStick, -0.1F, 0.5F},
           LongestStepSet{2700ms, 100ms},
           LongestStepSet{2800ms, Duration::max()},
           Adopted{2900ms, make(harbour())},
           CustomSet{2900ms, "bend"},
           PassedOver{2910ms, DeviceId{9}, Control::KeyW, "no device has this number"},
           PassedOver{2910ms, DeviceId{9}, Control::none, "there is no such control"},
           Restored{2920ms, {std::byte{77}, std::byte{0}, std::byte{255}, std::byte{9}}},
           ReleasedAll{3s},
           Unplugged{3s, pad},
           Updated{3s},
           Intercepted{3s, "port tug", "horn", "fog", InterceptedAs::held_back},
           Intercepted{3s, "port tug", "horn", "fog", InterceptedAs::pressed},
           Intercepted{3s, "port tug", "horn", "fog", InterceptedAs::held},
           Intercepted{3s, "port tug", "steer", "pilot", InterceptedAs::set, 0.1F, -0.25F}}};
}

std::string text_of(const Recording& recording) {
  std::string text = to_json_line(recording.header);
  for (const Step& step : recording.steps) text += to_json_line(step);
  return text;
}

std::string errors_of(const Result<Recording>& result) {
  std::string all;
  for (const Diagnostic& problem : result.diagnostics) all += to_string(problem) + '\n';
  return all;
}

constexpr std::string_view head =
    R"({"format":"nextmove-recording","version":1,"meaning":3,"title":"","devices":[],"seats":[]})";

std::string with_head(std::string_view lines) {
  return std::string{head} + '\n' + std::string{lines};
}

TEST(Recordings, ReadBackEqual) {
  const Recording recording = every_kind_of_step();
  const Result<Recording> again = parse_recording(text_of(recording));
  ASSERT_TRUE(again);
  EXPECT_EQ(errors_of(again), "");
  EXPECT_EQ(*again, recording);
}

TEST(Recordings, ThePageShowsEveryKindOfStep) {
  std::ifstream file{NEXTMOVE_SOURCE "/docs/recordings.md"};
  const std::string page{std::istreambuf_iterator<char>{file}, {}};
  std::set<std::size_t> kinds;
  for (const Step& step : every_kind_of_step().steps) {
    kinds.insert(step.index());
    const std::string line = to_json_line(step);
    const std::size_t key = line.find(",\"") + 1;
    const std::string quoted = line.substr(key, line.find('"', key + 1) + 1 - key);
    EXPECT_NE(page.find(quoted), std::string::npos) << line;
  }
  EXPECT_EQ(kinds.size(), std::variant_size_v<AnyStep>);
}

TEST(Recordings, AreOneReadableLineForEachStep) {
  EXPECT_EQ(to_json_line(Event{250ms, DeviceId{1}, Control::KeyW, 1}),
            "{\"t\":0.25,\"device\":1,\"control\":\"KeyW\",\"x\":1}\n");
  EXPECT_EQ(to_json_line(Updated{16667us}), "{\"t\":0.016667,\"update\":true}\n");
}

TEST(Recordings, OfBeforeTheRulesHadAVersionWereMadeUnderTheFirst) {
  const Result<Recording> result = parse_recording(
      R"({"format":"nextmove-recording","version":1,"title":"","devices":[],"seats":[]})"
      "\n");
  ASSERT_TRUE(result);
  EXPECT_EQ(result->header.meaning, 1);
  EXPECT_EQ(result->header.fingerprint, Fingerprint::none);
}

// What cannot be read is not adopted, and that is no reason to refuse the rest.
TEST(Recordings, APlaybookInThemThatCannotBeReadIsToldAndLeftOut) {
  const Result<Recording> result =
      parse_recording(with_head("{\"t\":1,\"adopt\":\"title = 1\"}\n"), "trip.jsonl");
  ASSERT_TRUE(result);
  ASSERT_EQ(result->steps.size(), 1U);
  EXPECT_FALSE(std::get<Adopted>(result->steps[0]).playbook);
  EXPECT_EQ(errors_of(result),
            "trip.jsonl:2:1: warning: adopt: a playbook begins with format = 1\n"
            "  2 | {\"t\":1,\"adopt\":\"title = 1\"}\n    | ^\n");
}

TEST(Recordings, EveryFloatAndEveryMicrosecondSurvives) {
  std::mt19937_64 random{chance()()};
  std::uniform_real_distribution<float> value{-1, 1};
  std::uniform_int_distribution<Time::rep> time{0, 1'000'000'000'000};
  Recording recording;
  for (int i = 0; i < 20'000; ++i) {
    recording.steps.push_back(Event{Time{time(random)}, DeviceId{1}, Control::PadLeftStick,
                                    value(random), value(random)});
  }
  EXPECT_EQ(parse_recording(text_of(recording))->steps, recording.steps);
}

TEST(Recordings, ATruncatedLineLosesNothingBeforeIt) {
  const std::string text = with_head("{\"t\":0.25,\"update\":true}\n{\"t\":0.5,\"dev");
  const Result<Recording> result = parse_recording(text, "trip.jsonl");
  ASSERT_TRUE(result);
  EXPECT_EQ(result->steps, (std::vector<Step>{Updated{250ms}}));
  EXPECT_EQ(errors_of(result),
            "trip.jsonl:3:1: error: the recording breaks off in this line, which is left out\n"
            "  3 | {\"t\":0.5,\"dev\n"
            "    | ^\n");
}

TEST(Recordings, ADamagedLineIsLeftOutAndTheRestIsKept) {
  const std::string text =
      with_head("{\"t\":0.25,\"update\":true}\n{\"t\":0.3,up]\n{\"t\":0.5,\"update\":true}\n");
  const Result<Recording> result = parse_recording(text, "trip.jsonl");
  ASSERT_TRUE(result);
  EXPECT_EQ(result->steps, (std::vector<Step>{Updated{250ms}, Updated{500ms}}));
  EXPECT_EQ(errors_of(result),
            "trip.jsonl:3:1: error: this line is damaged and left out\n"
            "  3 | {\"t\":0.3,up]\n"
            "    | ^\n");
}

TEST(Recordings, SayWhatIsWrongWithALine) {
  const auto error_of = [](std::string_view line) {
    const Result<Recording> result = parse_recording(with_head(std::string{line} + '\n'));
    EXPECT_TRUE(result && result->steps.empty());
    return result.diagnostics.empty() ? std::string{} : result.diagnostics[0].message;
  };
  EXPECT_EQ(error_of(R"({"update":true})"), "a line needs \"t\", its time in seconds");
  EXPECT_EQ(error_of(R"({"t":-1,"update":true})"), "a line needs \"t\", its time in seconds");
  EXPECT_EQ(error_of(R"({"t":1,"restored":"T*=="})"), "\"restored\" must be bytes as base64");
  EXPECT_EQ(error_of(R"({"t":1,"restored":"TU5"})"), "\"restored\" must be bytes as base64");
  EXPECT_EQ(error_of(R"({"t":1,"jump":true})"),
            "this line is unknown; expected control, update, release, longest_step, plug, "
            "unplug, give, enter, leave, switch_to, mute, unmute, add_seat, rules, join, get_up, "
            "hold_to, profile, capture, stop_capture, reserve, free, swap, part, window, adopt, "
            "intercepted, custom, passed_over, restored, typing");
  EXPECT_EQ(error_of(R"({"t":1,"enter":"helm"})"), "a line with \"enter\" needs \"seat\"");
  EXPECT_EQ(error_of(R"({"t":1,"control":"KeyW","x":1})"),
            "a line with \"control\" needs \"device\"");
  EXPECT_EQ(error_of(R"({"t":1,"join":"pad"})"), "a line with \"join\" needs \"with\"");
  EXPECT_EQ(error_of(R"({"t":1,"rules":{"joining":"ajar"}})"),
            "rules must have free_devices (to_first_seat, dealt or kept), joining (off, closed or "
            "open), first_pad, most_players (1 or more) and splits_screen; take_over_after is at "
            "most 60 seconds");
  EXPECT_EQ(error_of(R"({"t":1,"part":[0,0,2,1],"seat":"port tug"})"),
            "part must be left, top, width and height in shares of the window, like [0.5, 0, 0.5, "
            "1]");
  EXPECT_EQ(error_of(R"({"t":1,"reserve":1,"seat":"port tug"})"),
            "\"reserve\" must be true or false");
  EXPECT_EQ(error_of(R"({"t":1,"device":1,"control":"KeyWW","x":1})"),
            "unknown control \"KeyWW\"; did you mean \"KeyW\"?");
  EXPECT_EQ(error_of(R"({"t":1,"device":1,"control":"PadLeftStick","x":7})"),
            "PadLeftStick cannot have the value x = 7, y = 0");
  EXPECT_EQ(error_of(R"({"t":1,"device":1,"control":"Wheel","x":0,"y":1,"taken_up":true})"),
            "Wheel cannot be taken up, only buttons, triggers and sticks");
  EXPECT_EQ(error_of(R"({"t":1,"device":-1,"control":"KeyW","x":1})"),
            "\"device\" must be a whole number from 0 to 4294967295");
  EXPECT_EQ(error_of(R"({"t":1,"plug":3,"kind":"piano"})"),
            "unknown device kind \"piano\"; it is keyboard, mouse, gamepad or touch");
  EXPECT_EQ(error_of(R"([1,2])"), "this line is damaged and left out");
}

TEST(Recordings, NeedAHead) {
  const auto refusal = [](std::string_view text) {
    const Result<Recording> result = parse_recording(text);
    EXPECT_FALSE(result);
    return result.diagnostics.at(0).message;
  };
  EXPECT_EQ(refusal(""), "the recording is empty");
  EXPECT_EQ(refusal("{\"t\":0.25,\"update\":true}\n"),
            "this is no recording; its first line has \"format\":\"nextmove-recording\"");
  EXPECT_EQ(refusal("format = 1\n"), "this line is damaged and left out");
  EXPECT_EQ(refusal(R"({"format":"nextmove-recording","version":2})"),
            "this library reads recordings of version 1");
}

TEST(Recordings, AWriterLeavesACompleteFileAfterEachUpdate) {
  const TemporaryFile file{"trip.jsonl"};
  const Recording recording = every_kind_of_step();
  RecordingWriter writer{file.path(), recording.header};
  for (const Step& step : recording.steps) writer.write(step);
  EXPECT_TRUE(writer.is_good());
  EXPECT_EQ(read_file(file.path()), text_of(recording)) << "while the writer is still open";
}

TEST(Recordings, AWriterTellsWhenItCannotWrite) {
  RecordingWriter nowhere{"/nowhere/trip.jsonl", {}};
  EXPECT_FALSE(nowhere.is_good());
  RecordingWriter full{"/dev/full", {}};
  full.write(Updated{1s});
  EXPECT_FALSE(full.is_good());
}

TEST(Recordings, DamageNeverBringsTheReaderDown) {
  std::mt19937 random = chance();
  const auto below = [&](std::size_t n) {
    return std::uniform_int_distribution<std::size_t>{0, n - 1}(random);
  };
  const std::string whole = text_of(every_kind_of_step());
  for (int round = 0; round < rounds(3000); ++round) {
    std::string text = whole;
    for (std::size_t i = 0; i <= below(3); ++i) {
      if (below(2) == 0) {
        text[below(text.size())] = static_cast<char>(below(256));
      } else {
        text.erase(below(text.size()), below(20));
      }
    }
    const Result<Recording> result = parse_recording(text);
    for (const Diagnostic& problem : result.diagnostics) EXPECT_GT(problem.place.line, 0);
    if (!result) continue;
    Hub hub{make(harbour())};
    Replay replay{*result, hub, DecidedBy::recording};
    while (replay.advance()) {
    }
  }
}

}  // namespace
}  // namespace nextmove::support
