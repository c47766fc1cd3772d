// The game in its window, and players who change their controls in it: with the keyboard alone,
// with a gamepad alone, and while two play.
#include <filesystem>

#include <nextmove/files.hpp>

#include "sdl2/virtual_pad.hpp"
#include "sdl2/window.hpp"
#include "tidewater/game.hpp"

namespace nextmove::support {
namespace {

const auto* const environment = ::testing::AddGlobalTestEnvironment(new WindowEnvironment);

struct ControlsScreen : ::testing::Test {
  explicit ControlsScreen(std::size_t players = 1) {
    options.profiles = here.path() + ".profiles";
    options.table.players = players;
    start();
  }
  ~ControlsScreen() override { std::filesystem::remove_all(options.profiles); }

  void start() {
    game.reset();
    game = std::make_unique<tidewater::Game>(
        options, *load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml"), nullptr, screen);
    Display::wait_for_window("Tidewater");
    frames(5);
  }

  void frames(int count) {
    for (int i = 0; i < count; ++i) ASSERT_TRUE(game->play_frame());
  }
  void keys(std::initializer_list<const char*> names) {
    for (const char* name : names) {
      Display::hands({"key", name});
      frames(4);
    }
  }
  void hold(const char* key, int count) {
    Display::hands({"keydown", key});
    frames(count);
    Display::hands({"keyup", key});
    frames(2);
  }

  const tidewater::Harbour& tug(std::size_t number = 0) const {
    return *game->party().tugs()[number];
  }
  bool sounds_horn() const { return tug().report().find(" 0 horns") == std::string::npos; }
  std::string file(const std::string& seat = "port_tug") const {
    return read_file(options.profiles + "/" + seat + ".toml");
  }

  tidewater::Screen screen;
  TemporaryFile here{"here"};
  tidewater::GameOptions options;
  std::unique_ptr<tidewater::Game> game;
};

const std::string swapped_keys =
    R"({ action = "horn", device = "keyboard", controls = ["KeyW", "KeyQ", "ShiftRight"] })";

TEST_F(ControlsScreen, WorksWithTheKeyboardAlone) {
  keys({"F10"});
  ASSERT_TRUE(game->is_menu_open());
  keys({"Down", "Down", "Down", "Down", "Down", "Down", "Down"});  // from steering up to the horn
  keys({"Return", "w", "Return"});                                 // swap
  keys({"Escape", "Return"});                                      // apply, and back to the game
  ASSERT_FALSE(game->is_menu_open());
  EXPECT_NE(file().find(swapped_keys), std::string::npos) << file();

  const float before = tug().tug().position.y;
  hold("space", 15);
  EXPECT_GT(tug().tug().position.y, before + 5) << "the tug obeys";
  EXPECT_FALSE(sounds_horn());
  keys({"w"});
  EXPECT_TRUE(sounds_horn());

  start();
  const float again = tug().tug().position.y;
  hold("space", 15);
  EXPECT_GT(tug().tug().position.y, again + 5) << "and still obeys after a restart";
}

TEST_F(ControlsScreen, TheGameStandsStillWhileControlsAreChanged) {
  keys({"F10"});
  const std::string before = tug().report();
  hold("w", 10);
  keys({"space"});
  EXPECT_EQ(tug().report(), before);
  keys({"Escape"});
  hold("w", 10);
  EXPECT_NE(tug().report(), before);
}

struct WithAPad : ControlsScreen {
  WithAPad() { frames(5); }

  void press(SDL_GameControllerButton button) {
    pad.button(button, true);
    frames(1);  // frames may be slow: held longer, it would move again and again
    pad.button(button, false);
    frames(3);
  }

  VirtualPad pad;
};

TEST_F(WithAPad, TheScreenWorksWithThePadAlone) {
  press(SDL_CONTROLLER_BUTTON_BACK);
  ASSERT_TRUE(game->is_menu_open());
  for (int i = 0; i < 8; ++i) press(SDL_CONTROLLER_BUTTON_DPAD_DOWN);  // to the horn
  press(SDL_CONTROLLER_BUTTON_A);                                      // another control,
  press(SDL_CONTROLLER_BUTTON_Y);  // the north one, which opens the chart:
  press(SDL_CONTROLLER_BUTTON_A);  // swap
  press(SDL_CONTROLLER_BUTTON_B);
  press(SDL_CONTROLLER_BUTTON_A);  // apply, and back to the game
  ASSERT_FALSE(game->is_menu_open());
  EXPECT_NE(file().find(R"(action = "horn", device = "gamepad", controls = ["PadNorth"])"),
            std::string::npos)
      << file();

  press(SDL_CONTROLLER_BUTTON_Y);
  EXPECT_TRUE(sounds_horn()) << tug().report();
  EXPECT_FALSE(tug().is_chart_open());
  press(SDL_CONTROLLER_BUTTON_A);
  EXPECT_TRUE(tug().is_chart_open());

  start();
  press(SDL_CONTROLLER_BUTTON_Y);
  EXPECT_TRUE(sounds_horn()) << "still, after a restart: " << tug().report();
}

TEST_F(WithAPad, AStickMovesTheFocusToo) {
  press(SDL_CONTROLLER_BUTTON_BACK);
  pad.axis(SDL_CONTROLLER_AXIS_LEFTY, 32767);
  frames(1);
  pad.axis(SDL_CONTROLLER_AXIS_LEFTY, 0);
  frames(3);
  press(SDL_CONTROLLER_BUTTON_A);
  press(SDL_CONTROLLER_BUTTON_LEFTSTICK);  // for steering up
  press(SDL_CONTROLLER_BUTTON_B);
  press(SDL_CONTROLLER_BUTTON_A);
  EXPECT_NE(file().find(R"(action = "steer", direction = "up", device = "gamepad")"),
            std::string::npos)
      << file();
  EXPECT_NE(file().find(R"("PadLeftStickPress")"), std::string::npos) << file();
}

struct TwoAtOneKeyboard : ControlsScreen {
  TwoAtOneKeyboard() : ControlsScreen(2) { keys({"e", "Return", "e", "Return"}); }
};

TEST_F(TwoAtOneKeyboard, EachHasAFileOfHisOwn) {
  keys({"Tab"});
  ASSERT_TRUE(game->is_menu_open());
  keys({"e", "g"});  // steer up: G
  keys({"q", "e"});
  ASSERT_FALSE(game->is_menu_open());
  EXPECT_NE(file().find(R"(direction = "up", device = "keyboard", schemes = ["left_keys"])"),
            std::string::npos)
      << file();
  EXPECT_FALSE(std::filesystem::exists(options.profiles + "/starboard_tug.toml"));
  const float port = tug(0).tug().position.y;
  const float starboard = tug(1).tug().position.y;
  Display::hands({"keydown", "g"});
  hold("Up", 15);
  Display::hands({"keyup", "g"});
  EXPECT_GT(tug(0).tug().position.y, port + 5);
  EXPECT_GT(tug(1).tug().position.y, starboard + 5);
}

}  // namespace
}  // namespace nextmove::support
