// The tug itself, driven by a virtual pad and real keys in one window.
#include <nextmove/playbook_file.hpp>

#include "tidewater/harbour.hpp"
#include "virtual_pad.hpp"
#include "window.hpp"

namespace nextmove::support {
namespace {

struct Tug : ::testing::Test {
  Tug()
      : window(SDL_CreateWindow("tug test", 0, 0, 640, 480, SDL_WINDOW_SHOWN)),
        hub(*load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml")),
        seat(hub.add_seat("port tug")),
        devices(hub),
        harbour(hub.playbook(), seat, crane) {
    Display::wait_for_window("tug test");
    sail(100);
    start = harbour.tug().position;
  }
  ~Tug() override { SDL_DestroyWindow(window); }

  void sail(int milliseconds) {
    constexpr int frame = 10;
    for (int passed = 0; passed < milliseconds; passed += frame) {
      SDL_Event event;
      while (SDL_PollEvent(&event) != 0) devices.handle(event);
      hub.update(devices.now());
      harbour.step(static_cast<float>(frame) / 1000);
      SDL_Delay(frame);
    }
  }

  SDL_Window* window;
  Hub hub;
  Seat& seat;
  sdl2::Adapter devices;
  tidewater::Crane crane;
  tidewater::Harbour harbour;
  Vec2 start;
};

TEST_F(Tug, TheStickMovesItUpTheScreen) {
  VirtualPad pad;
  sail(100);
  pad.axis(SDL_CONTROLLER_AXIS_LEFTY, -32768);
  sail(500);
  EXPECT_GT(harbour.tug().position.y, start.y + 20);
  EXPECT_EQ(harbour.tug().position.x, start.x);
}

TEST_F(Tug, AStickThatRestsAtEightPercentDoesNotMoveIt) {
  VirtualPad pad;
  sail(100);
  pad.axis(SDL_CONTROLLER_AXIS_LEFTX, 2621);
  pad.axis(SDL_CONTROLLER_AXIS_LEFTY, -2621);
  sail(500);
  EXPECT_EQ(harbour.tug().position, start);
}

TEST_F(Tug, ItStillTurnsFullyUnderAKeyWhileAStickRestsAtEightPercent) {
  VirtualPad pad;
  sail(100);
  pad.axis(SDL_CONTROLLER_AXIS_LEFTX, 2621);
  pad.axis(SDL_CONTROLLER_AXIS_LEFTY, -2621);
  Display::hands({"keydown", "a"});
  sail(1500);
  Display::hands({"keyup", "a"});
  constexpr float pi = 3.14159265F;
  EXPECT_NEAR(harbour.tug().heading, pi, 1e-3) << "straight to the left";
  EXPECT_LT(harbour.tug().position.x, start.x - 50);
  EXPECT_EQ(harbour.tug().position.y, start.y);
}

}  // namespace
}  // namespace nextmove::support
