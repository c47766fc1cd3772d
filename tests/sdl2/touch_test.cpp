// Real fingers: X server touches, through SDL, into zones.
#include <SDL.h>
#include <gtest/gtest.h>

#include <nextmove/sdl2.hpp>

#include "support/playbooks.hpp"
#include "support/touch_display.hpp"

namespace nextmove::support {
namespace {

std::unique_ptr<TouchDisplay> display;

class TouchEnvironment : public ::testing::Environment {
 public:
  void SetUp() override {
    display = std::make_unique<TouchDisplay>();
    ASSERT_EQ(SDL_Init(SDL_INIT_VIDEO), 0) << SDL_GetError();
  }
  void TearDown() override {
    SDL_Quit();
    display.reset();
  }
};

const ::testing::Environment* const environment =
    ::testing::AddGlobalTestEnvironment(new TouchEnvironment);

PlaybookDefinition touch_harbour() {
  return {.actions = {{.name = "steer", .kind = ActionKind::vector},
                      {.name = "horn"},
                      {.name = "zoom", .kind = ActionKind::motion},
                      {.name = "point", .kind = ActionKind::pointer}},
          .contexts = {{.name = "helm",
                        .bindings = {{.action = "steer",
                                      .control = touch("wheel"),
                                      .shaping = {.dead_zone = 0.0F}},
                                     {.action = "horn", .control = touch("horn")},
                                     {.action = "zoom", .control = touch("map")},
                                     {.action = "point", .control = Control::Finger1Position}}}},
          .zones = {{.name = "horn",
                     .corner = Corner::bottom_right,
                     .x = 0.1F,
                     .y = 0.1F,
                     .width = 0.2F,
                     .height = 0.2F},
                    {.name = "wheel",
                     .kind = ZoneKind::stick,
                     .corner = Corner::bottom_left,
                     .x = 0.1F,
                     .y = 0.1F,
                     .width = 0.5F,
                     .height = 0.5F},
                    {.name = "map", .kind = ZoneKind::two_fingers, .height = 0.4F}}};
}

struct Fingers : ::testing::Test {
  Fingers()
      : window(SDL_CreateWindow("touch test", 0, 0, 1280, 800, SDL_WINDOW_SHOWN)),
        hub(make(touch_harbour())),
        seat(hub.add_seat("tug")),
        devices(hub) {
    seat.enter("helm");
    pump(300);
  }
  ~Fingers() override { SDL_DestroyWindow(window); }

  void pump(int milliseconds = 100) {
    const Uint64 end = SDL_GetTicks64() + static_cast<Uint64>(milliseconds);
    moved = {};
    while (SDL_GetTicks64() < end) {
      SDL_Event event;
      while (SDL_PollEvent(&event) != 0) devices.handle(event);
      hub.update(devices.now());
      const Vec2 step = seat.read(hub.playbook().motion("zoom")).value;
      moved = {moved.x + step.x, moved.y + step.y};
      SDL_Delay(2);
    }
  }
  Vec2 steer() { return seat.read(hub.playbook().vector("steer")).value; }
  bool horn() { return seat.read(hub.playbook().button("horn")).held; }

  SDL_Window* window;
  Hub hub;
  Seat& seat;
  sdl2::Adapter devices;
  Vec2 moved;
};

TEST_F(Fingers, TwoAtOnceSteerAndSoundTheHorn) {
  display->down(1, 280, 520);  // the middle of the wheel
  display->move(1, 380, 520);
  pump();
  EXPECT_NEAR(steer().x, 0.5, 0.01);
  display->down(2, 1120, 640);
  pump();
  EXPECT_TRUE(horn());
  EXPECT_NEAR(steer().x, 0.5, 0.01);
  display->move(1, 280, 420);
  display->up(2, 1120, 640);
  pump();
  EXPECT_FALSE(horn());
  EXPECT_NEAR(steer().y, 0.5, 0.01);
  display->up(1, 280, 420);
  pump();
  EXPECT_EQ(steer(), (Vec2{}));
}

TEST_F(Fingers, PinchAndTurnAMap) {
  display->down(1, 500, 200);
  display->down(2, 600, 200);
  display->move(2, 680, 200);
  pump();
  EXPECT_NEAR(moved.y, 0.1, 0.005) << "80 of 800 points apart";
  EXPECT_NEAR(moved.x, 0, 0.5);
  display->move(2, 500, 300);
  pump();
  EXPECT_NEAR(moved.x, 90, 1);
  display->up(1, 500, 200);
  display->up(2, 500, 300);
  pump();
}

TEST_F(Fingers, TheFirstPointsAndAreNoMouse) {
  display->down(5, 640, 200);
  pump();
  const Pointer point = hub.playbook().pointer("point");
  EXPECT_NEAR(seat.read(point).position.x, 0.5, 0.01);
  EXPECT_NEAR(seat.read(point).position.y, 0.25, 0.01);
  display->up(5, 640, 200);
  pump();
  EXPECT_FALSE(seat.read(point).is_present);
}

TEST_F(Fingers, TenAtOnceAreToldApart) {
  for (unsigned finger = 0; finger < 10; ++finger) {
    display->down(20 + finger, 1060 + finger * 10, 600 + finger * 10);
  }
  pump();
  EXPECT_TRUE(horn());
  for (unsigned finger = 0; finger < 9; ++finger) display->up(20 + finger, 1100, 640);
  pump();
  EXPECT_TRUE(horn()) << "one is still down";
  display->up(29, 1100, 640);
  pump();
  EXPECT_FALSE(horn());
}

}  // namespace
}  // namespace nextmove::support
