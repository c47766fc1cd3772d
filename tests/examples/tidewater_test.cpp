// The game in its window, played by hand.
#include <algorithm>
#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <gtest/gtest.h>
#include <memory>
#include <thread>

#include "support/display.hpp"

namespace nextmove::support {
namespace {

const std::string recorded_trip = NEXTMOVE_SOURCE "/examples/data/harbour.jsonl";

/// The line that the game prints at its end.
struct Report {
  explicit Report(const Finished& done) : text(done.output + done.errors) {
    fields =
        std::sscanf(done.output.c_str(),
                    "tug at %f %f, heading %d, engine %d %%, %u horns, chart %7[a-z], %u marks", &x,
                    &y, &heading, &engine, &horns, static_cast<char*>(chart), &marks);
  }
  float x = 0;
  float y = 0;
  int heading = 0;
  int engine = 0;
  unsigned horns = 0;
  char chart[8] = "";
  unsigned marks = 0;
  int fields = 0;
  std::string text;
};

struct Tidewater : ::testing::Test {
  static void SetUpTestSuite() {
    display = std::make_unique<Display>();
    home = std::make_unique<TemporaryFile>("home");
    ::setenv("XDG_CONFIG_HOME", (home->path() + ".config").c_str(), 1);
  }
  static void TearDownTestSuite() {
    std::filesystem::remove_all(home->path() + ".config");
    home.reset();
    display.reset();
  }

  static std::unique_ptr<Running> start(std::vector<std::string> arguments = {}) {
    const auto record = std::find(arguments.begin(), arguments.end(), "--record");
    if (std::find(arguments.begin(), arguments.end(), "--rollover") != arguments.end()) {
      recorded.clear();
    } else if (record == arguments.end()) {
      recorded = home->path() + ".jsonl";
      arguments.insert(arguments.end(), {"--record", recorded});
    } else {
      recorded = *(record + 1);
    }
    std::filesystem::remove(recorded);
    arguments.insert(arguments.begin(), NEXTMOVE_TIDEWATER);
    auto game = std::make_unique<Running>(arguments);
    EXPECT_TRUE(Display::wait_for_window("Tidewater"));
    settle();
    return game;
  }
  /// Lets the game hear what the hands did last, however busy the machine is: it records its
  /// updates, but for the check of a keyboard.
  static void settle() {
    if (recorded.empty()) return Display::hands({"sleep", "0.5"});
    using namespace std::chrono_literals;
    constexpr std::size_t frames = 4;
    const std::size_t before = updates();
    const auto patience = std::chrono::steady_clock::now() + 60s;
    while (updates() < before + frames) {
      if (std::chrono::steady_clock::now() > patience) FAIL() << "the game stands still";
      std::this_thread::sleep_for(20ms);
    }
  }
  static std::size_t updates() {
    const std::string text = read_file(recorded);
    std::size_t count = 0;
    for (auto at = text.find("update"); at != std::string::npos; at = text.find("update", at + 1)) {
      ++count;
    }
    return count;
  }
  static void type(const std::string& key) {
    Display::hands({"key", key});
    settle();
  }
  static Finished stop(Running& game) {
    settle();
    const Finished done = game.stop();
    std::filesystem::remove(home->path() + ".jsonl");
    return done;
  }
  /// A game without a display, which plays a recording as fast as it can.
  static Finished unseen(std::vector<std::string> words) {
    words.insert(words.begin(), {"env", "SDL_VIDEODRIVER=dummy", NEXTMOVE_TIDEWATER});
    return run(words);
  }
  static Report end(Running& game) {
    const Finished done = stop(game);
    EXPECT_EQ(done.exit_code, 0) << done.errors;
    return Report{done};
  }

  static std::unique_ptr<Display> display;
  static std::unique_ptr<TemporaryFile> home;  // the players' files lie beside it
  static std::string recorded;                 // by the game that runs
};
std::unique_ptr<Display> Tidewater::display;
std::unique_ptr<TemporaryFile> Tidewater::home;
std::string Tidewater::recorded;

constexpr float start_x = 480;
constexpr float start_y = 260;

TEST_F(Tidewater, HoldingWMovesTheTugUpTheScreen) {
  const auto game = start();
  Display::hands({"keydown", "w", "sleep", "1", "keyup", "w"});
  const Report report = end(*game);
  EXPECT_EQ(report.fields, 7) << report.text;
  EXPECT_GT(report.y, start_y + 50) << report.text;
  EXPECT_EQ(report.x, start_x);
  EXPECT_EQ(report.heading, 90);
}

TEST_F(Tidewater, TheSpaceBarSoundsTheHorn) {
  const auto game = start();
  Display::hands({"key", "space"});
  Display::hands({"key", "space"});
  EXPECT_EQ(end(*game).horns, 2U);
}

TEST_F(Tidewater, OneKeyOpensAndClosesTheChart) {
  const auto opened = start();
  Display::hands({"keydown", "m", "sleep", "0.7"});
  const Report open = end(*opened);
  Display::hands({"keyup", "m"});
  EXPECT_STREQ(open.chart, "open") << "the press that opens must not close it again";

  const auto closed = start();
  type("m");
  type("m");
  EXPECT_STREQ(end(*closed).chart, "closed");
}

TEST_F(Tidewater, TheTugWaitsWhileTheChartIsOpen) {
  const auto game = start();
  type("m");
  Display::hands({"keydown", "w", "sleep", "0.7", "keyup", "w"});
  Display::hands({"key", "space"});
  const Report report = end(*game);
  EXPECT_EQ(report.y, start_y) << report.text;
  EXPECT_EQ(report.horns, 0U);
  EXPECT_EQ(report.marks, 1U);
}

TEST_F(Tidewater, APlaybookThatIsSavedIsPlayedAtOnceAndAWrongOneIsRefused) {
  const std::string path = NEXTMOVE_SOURCE "/examples/data/tidewater.toml";
  std::string text = read_file(path);
  const TemporaryFile playbook{"tuned.toml", text};
  const auto game = start({"--watch", "--playbook", playbook.path()});
  const auto save = [&](const std::string& from, const std::string& to) {
    const std::size_t at = text.find(from);
    ASSERT_NE(at, std::string::npos);
    text.replace(at, from.size(), to);
    std::ofstream{playbook.path(), std::ios::binary} << text;
    settle();
  };
  save("\"Space\", \"MouseLeft\"", "\"KeyH\", \"MouseLeft\"");
  Display::hands({"key", "space"});
  Display::hands({"key", "h"});
  Display::hands({"key", "h"});
  save("radio_call = {", "radio_cal = {");
  save("\"KeyH\",", "\"KeyHH\",");
  Display::hands({"key", "h"});
  const Finished done = stop(*game);
  const std::size_t report = done.output.find("tug at");
  EXPECT_EQ(done.output.substr(0, report),
            "playbook adopted\nplaybook adopted\nplaybook refused\n");
  EXPECT_NE(
      done.errors.find("the playbook has no mute \"radio_call\"; did you mean \"radio_cal\"?"),
      std::string::npos)
      << done.errors;
  EXPECT_NE(done.output.find("3 horns"), std::string::npos) << done.output;
  EXPECT_NE(done.errors.find("unknown control \"KeyHH\""), std::string::npos) << done.errors;
}

TEST_F(Tidewater, ARecordedTripEndsAtTheSamePlace) {
  const TemporaryFile trip{"trip.jsonl"};
  const auto game = start({"--record", trip.path()});
  Display::hands({"keydown", "w", "sleep", "0.4", "keydown", "d", "sleep", "0.3", "keyup", "w"});
  Display::hands({"key", "space"});
  Display::hands({"keyup", "d"});
  const Report live = end(*game);
  EXPECT_GT(live.y, start_y) << live.text;
  const Report replayed{unseen({"--play", trip.path()})};
  EXPECT_EQ(replayed.text, live.text);
}

// Places in the window in which the screen stands open, for the mouse.
struct Spot {
  const char* x;
  const char* y;
};
constexpr Spot space_of_horn = {"357", "403"};
constexpr Spot swap_button = {"640", "392"};
constexpr Spot undo_button = {"76", "706"};
constexpr Spot apply_button = {"1125", "706"};
constexpr Spot back_button = {"1197", "706"};

void click(const Spot& spot) {
  Display::hands({"mousemove", spot.x, spot.y});
  Tidewater::settle();
  Display::hands({"click", "1"});
  Tidewater::settle();
}

TEST_F(Tidewater, F11SavesWhatWasAndSaysWhereAndItIsPlayedAgain) {
  const std::string folder = home->path() + ".reports";
  const auto game = start({"--reports", folder});
  type("space");
  type("m");
  type("F11");
  type("m");
  type("F11");
  const Finished done = stop(*game);
  const std::string first = folder + "/report-1.jsonl";
  EXPECT_NE(done.output.find(" s are saved in " + first), std::string::npos) << done.output;
  const Report then{unseen({"--play", first})};
  EXPECT_EQ(then.horns, 1U) << then.text;
  EXPECT_STREQ(then.chart, "open");
  const Report later{unseen({"--play", folder + "/report-2.jsonl"})};
  EXPECT_STREQ(later.chart, "closed");
  std::filesystem::remove_all(folder);
}

TEST_F(Tidewater, ControlsThatAreSwappedOnTheScreenAreObeyedAndStaySo) {
  const TemporaryFile trip{"trip.jsonl"};
  const auto game = start({"--record", trip.path()});
  type("F10");
  click(space_of_horn);
  type("w");
  click(swap_button);
  click(undo_button);
  click(space_of_horn);
  type("w");
  click(swap_button);
  click(apply_button);
  const std::string saved = read_file(home->path() + ".config/tidewater/port_tug.toml");
  EXPECT_NE(saved.find(R"(action = "horn", device = "keyboard", controls = ["KeyW", "KeyQ")"),
            std::string::npos)
      << saved;
  EXPECT_NE(saved.find(R"(direction = "up", device = "keyboard", controls = ["Space", "ArrowUp"])"),
            std::string::npos)
      << saved;
  click(back_button);
  Display::hands({"key", "w"});
  Display::hands({"keydown", "space", "sleep", "1", "keyup", "space"});
  const Report live = end(*game);
  EXPECT_EQ(live.horns, 1U) << live.text;
  EXPECT_GT(live.y, start_y + 50) << live.text;

  const Report replayed{unseen({"--play", trip.path()})};
  EXPECT_EQ(replayed.text, live.text) << "a recording knows what was changed";

  const auto again = start();
  Display::hands({"key", "w"});
  Display::hands({"keydown", "space", "sleep", "1", "keyup", "space"});
  const Report later = end(*again);
  EXPECT_EQ(later.horns, 1U) << later.text;
  EXPECT_GT(later.y, start_y + 50) << later.text;
  std::filesystem::remove_all(home->path() + ".config");
}

TEST_F(Tidewater, AMouseButtonThatIsCapturedClicksNothing) {
  const auto game = start();
  type("F10");
  click({"617", "432"});  // the "+" of the searchlight for the mouse
  click(back_button);     // the left button is the horn's: the screen asks, and does not go away
  click({"640", "455"});  // both
  click(apply_button);
  const std::string saved = read_file(home->path() + ".config/tidewater/port_tug.toml");
  EXPECT_NE(saved.find(R"(action = "lamp", device = "mouse", controls = ["MouseLeft"])"),
            std::string::npos)
      << saved;
  end(*game);
  std::filesystem::remove_all(home->path() + ".config");
}

TEST_F(Tidewater, ADamagedFileOfAPlayerIsSetAsideAndSaid) {
  const TemporaryFile file{"port_tug.toml", "what is this"};
  const std::string folder = std::filesystem::path{file.path()}.parent_path();
  const Finished done = run({NEXTMOVE_TIDEWATER, "--profiles", folder, "--frames", "2"});
  EXPECT_EQ(done.exit_code, 0);
  EXPECT_NE(done.errors.find("set aside"), std::string::npos) << done.errors;
  EXPECT_EQ(read_file(file.path() + ".damaged"), "what is this");
}

TEST_F(Tidewater, StopsAfterTheFramesAskedForAndSavesThePicture) {
  const TemporaryFile picture{"shot.png"};
  const Finished done = run({NEXTMOVE_TIDEWATER, "--frames", "3", "--screenshot", picture.path()});
  EXPECT_EQ(done.exit_code, 0) << done.errors;
  const std::string size = run({"identify", "-format", "%wx%h", picture.path()}).output;
  EXPECT_EQ(size, "1280x800");
  const int colours = std::atoi(run({"identify", "-format", "%k", picture.path()}).output.c_str());
  EXPECT_GT(colours, 100) << "more than an empty window";
}

TEST_F(Tidewater, PlaysTheDemoRecordingWithoutADisplay) {
  const Finished done = unseen({"--play", recorded_trip});
  EXPECT_EQ(done.output,
            "tug at 853.4 740.0, heading 86, engine 100 %, 4 horns, chart closed, 1 marks\n");
}

TEST_F(Tidewater, SaysThatThereIsNoDisplay) {
  for (const std::vector<std::string>& options :
       {std::vector<std::string>{}, {"--rollover"}, {"--players", "2"}}) {
    std::vector<std::string> words = {"env",
                                      "-u",
                                      "DISPLAY",
                                      "-u",
                                      "WAYLAND_DISPLAY",
                                      "-u",
                                      "SDL_VIDEODRIVER",
                                      NEXTMOVE_TIDEWATER};
    words.insert(words.end(), options.begin(), options.end());
    const Finished done = run(words);
    EXPECT_EQ(done.exit_code, 1);
    EXPECT_NE(done.errors.find("tidewater: there is no display to open a window on; set DISPLAY, "
                               "or play a recording with --play\n"),
              std::string::npos)
        << done.errors;
  }
}

TEST_F(Tidewater, TwoSitDownAtOneKeyboardAndSteerTwoTugs) {
  const auto game = start({"--players", "2"});
  for (const char* key : {"e", "Return", "e", "Return"}) Display::hands({"key", key});
  Display::hands({"keydown", "a", "keydown", "Up", "sleep", "1", "keyup", "a", "keyup", "Up"});
  Display::hands({"key", "q"});
  const Finished done = stop(*game);
  float port_x = 0;
  float port_y = 0;
  float starboard_x = 0;
  float starboard_y = 0;
  const int fields =
      std::sscanf(done.output.c_str(), "port tug: tug at %f %f%*[^\n] starboard tug: tug at %f %f",
                  &port_x, &port_y, &starboard_x, &starboard_y);
  ASSERT_EQ(fields, 4) << done.output << done.errors;
  EXPECT_LT(port_x, start_x - 50);
  EXPECT_EQ(port_y, start_y);
  EXPECT_EQ(starboard_x, start_x + 180);
  EXPECT_GT(starboard_y, start_y + 50);
  EXPECT_NE(done.output.find("1 horns"), std::string::npos) << done.output;
}

TEST_F(Tidewater, TwoChangeTheirControlsAtTheSameTimeEachInTheirHalf) {
  const TemporaryFile trip{"trip.jsonl"};
  const auto game = start({"--players", "2", "--record", trip.path()});
  for (const char* key : {"e", "Return", "e", "Return"}) Display::hands({"key", key});
  type("Tab");
  type("F10");
  type("e");       // port asks for a key to steer up by,
  type("Return");  // and starboard waits for his turn
  type("g");
  type("i");
  click({"505", "727"});   // Apply of the one,
  click({"1145", "727"});  // and of the other: nobody has the mouse
  const auto saved = [](const char* tug) {
    return read_file(home->path() + ".config/tidewater/" + tug + "_tug.toml");
  };
  EXPECT_NE(saved("port").find(R"("KeyG")"), std::string::npos) << saved("port");
  EXPECT_EQ(saved("port").find(R"("KeyI")"), std::string::npos);
  EXPECT_NE(saved("starboard").find(R"("KeyI")"), std::string::npos) << saved("starboard");
  type("q");
  type("Escape");
  Display::hands({"keydown", "i", "sleep", "1", "keyup", "i"});
  const Finished live = stop(*game);
  float port_y = 0;
  float starboard_y = 0;
  const int fields = std::sscanf(live.output.c_str(),
                                 "port tug: tug at %*f %f%*[^\n] starboard tug: tug at %*f %f",
                                 &port_y, &starboard_y);
  ASSERT_EQ(fields, 2) << live.output << live.errors;
  EXPECT_EQ(port_y, start_y);
  EXPECT_GT(starboard_y, start_y + 50);
  const Finished again = unseen({"--players", "2", "--play", trip.path()});
  EXPECT_EQ(again.output, live.output);
  std::filesystem::remove_all(home->path() + ".config");
}

TEST_F(Tidewater, ARecordingOfTwoPlayersSeatsThemAgain) {
  const TemporaryFile trip{"trip.jsonl"};
  const auto game = start({"--players", "2", "--record", trip.path()});
  for (const char* key : {"e", "Return", "e", "Return"}) Display::hands({"key", key});
  Display::hands({"keydown", "d", "sleep", "0.4", "keyup", "d"});
  const Finished live = stop(*game);
  const Finished again = unseen({"--players", "2", "--play", trip.path()});
  EXPECT_NE(live.output.find("starboard tug: tug at"), std::string::npos) << live.output;
  EXPECT_EQ(again.output, live.output);
}

TEST_F(Tidewater, WaitsWhileAPadIsLostInTheDemoRecording) {
  const auto frames = [](const char* count) {
    return unseen({"--players", "2", "--play", NEXTMOVE_SOURCE "/examples/data/two_tugs.jsonl",
                   "--frames", count})
        .output;
  };
  const std::string lost = frames("92");
  EXPECT_EQ(frames("110"), lost) << "nothing moves";
  EXPECT_NE(frames("130"), lost) << "and then goes on";
}

TEST_F(Tidewater, ShowsWhichKeysACheapKeyboardLoses) {
  const auto game = start({"--rollover", "--ghosts"});
  for (int i = 0; i < 3; ++i) Display::hands({"key", "F1"});
  Display::hands({"keydown", "f", "keydown", "0", "keydown", "Prior", "keydown", "Left"});
  Display::hands({"sleep", "0.3", "key", "F1"});
  Display::hands({"keyup", "f", "keyup", "0", "keyup", "Prior", "keyup", "Left"});
  EXPECT_EQ(stop(*game).output,
            "heard 0 of 1 sets whole\nnot heard: ArrowLeft of KeyF Digit0 PageUp ArrowLeft \n");
}

TEST_F(Tidewater, SaysWhatIsWrongWithAFile) {
  const Finished no_playbook = run({NEXTMOVE_TIDEWATER, "--playbook", "/nowhere.toml"});
  EXPECT_EQ(no_playbook.exit_code, 1);
  EXPECT_EQ(no_playbook.errors,
            "/nowhere.toml: error: cannot be opened: No such file or directory\n");
  const Finished no_folder = run({NEXTMOVE_TIDEWATER, "--frames", "1", "--record", "/nowhere/a"});
  EXPECT_EQ(no_folder.exit_code, 1);
  EXPECT_EQ(no_folder.errors, "tidewater: cannot write /nowhere/a\n");
}

}  // namespace
}  // namespace nextmove::support
