// A real SDL window with the adapter at work in it.
#pragma once

#include <SDL.h>

#include <nextmove/sdl2.hpp>

#include "support/display.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {

/// The display and SDL, once for the whole program.
class WindowEnvironment : public ::testing::Environment {
 public:
  void SetUp() override {
    display_ = std::make_unique<Display>();
    SDL_SetHint(SDL_HINT_JOYSTICK_ALLOW_BACKGROUND_EVENTS, "1");
    ASSERT_EQ(SDL_Init(SDL_INIT_VIDEO | SDL_INIT_GAMECONTROLLER), 0) << SDL_GetError();
  }
  void TearDown() override {
    SDL_Quit();
    display_.reset();
  }

 private:
  std::unique_ptr<Display> display_;
};

struct InAWindow : ::testing::Test {
  InAWindow()
      : window(SDL_CreateWindow("adapter test", 0, 0, 640, 480, SDL_WINDOW_SHOWN)),
        hub(make(harbour())),
        seat(hub.add_seat("port tug")),
        devices(hub),
        steer(hub.playbook().vector("steer")),
        throttle(hub.playbook().axis("throttle")),
        horn(hub.playbook().button("horn")),
        open_chart(hub.playbook().button("open_chart")) {
    seat.enter("helm");
    Display::wait_for_window("adapter test");
    pump();
  }
  ~InAWindow() override { SDL_DestroyWindow(window); }

  /// What a game's loop does, for a while.
  void pump(int milliseconds = 120) {
    const Uint64 end = SDL_GetTicks64() + static_cast<Uint64>(milliseconds);
    presses = 0;
    while (SDL_GetTicks64() < end) {
      SDL_Event event;
      while (SDL_PollEvent(&event) != 0) devices.handle(event);
      hub.update(devices.now());
      presses += seat.read(horn).presses;
      SDL_Delay(2);
    }
  }

  /// As when the player turns to another program, and back.
  void lose_focus() {
    SDL_HideWindow(window);
    pump(300);
  }
  void regain_focus() {
    SDL_ShowWindow(window);
    Display::wait_for_window("adapter test");
    pump(300);
  }

  /// Until the listener is removed, what the adapter takes up is added to `standing`.
  ListenerId note_standing(std::vector<Control>& standing) {
    return hub.on_step([&standing](const Step& step) {
      if (const auto* it = std::get_if<TakenUp>(&step)) standing.push_back(it->control);
    });
  }

  SDL_Window* window;
  Hub hub;
  Seat& seat;
  sdl2::Adapter devices;
  Vector steer;
  Axis throttle;
  Button horn;
  Button open_chart;
  unsigned presses = 0;  // of the horn, in the last pump
};

}  // namespace nextmove::support
