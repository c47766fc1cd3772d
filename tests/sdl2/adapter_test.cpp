// Real key presses and mouse clicks: X server events, through SDL, into readings.
#include "support/complaints.hpp"
#include "window.hpp"

namespace nextmove::support {
namespace {

const ::testing::Environment* const environment =
    ::testing::AddGlobalTestEnvironment(new WindowEnvironment);

using Adapter = InAWindow;

TEST(AdapterBeforeSdl, SaysThatNothingWillBeHeard) {
  Complaints heard;
  Hub hub{make(harbour())};
  SDL_QuitSubSystem(SDL_INIT_VIDEO);
  const sdl2::Adapter devices{hub};
  ASSERT_EQ(SDL_InitSubSystem(SDL_INIT_VIDEO), 0) << SDL_GetError();
  EXPECT_EQ(heard.take(),
            (Sentences{"doubt: sdl2::Adapter: was made before SDL_Init(SDL_INIT_VIDEO), without "
                       "which SDL tells of no keys, mouse or fingers"}));
}

TEST_F(Adapter, AKeyDownSteersUntilItIsUp) {
  Display::hands({"keydown", "w"});
  pump();
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 1}));
  Display::hands({"keydown", "d"});
  pump();
  EXPECT_FLOAT_EQ(seat.read(steer).value.x, 0.70710677F);
  Display::hands({"keyup", "w", "keyup", "d"});
  pump();
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 0}));
}

TEST_F(Adapter, TheRepeatsOfAHeldKeyAreNoPresses) {
  Display::hands({"keydown", "space"});
  pump(1200);  // the server repeats after 660 ms
  EXPECT_EQ(presses, 1U);
  EXPECT_TRUE(seat.read(horn).held);
  Display::hands({"keyup", "space"});
  pump();
  EXPECT_FALSE(seat.read(horn).held);
}

TEST_F(Adapter, KeysAreTakenByPlaceWhateverTheLayoutPrints) {
  run({"setxkbmap", "fr"});
  Display::hands({"keydown", "25"});  // the key right of Tab's neighbour: W in the US, Z in France
  pump();
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 1}));
  Display::hands({"keyup", "25"});
  run({"setxkbmap", "us"});
  pump();
}

TEST_F(Adapter, TheWheelTurnsUpwards) {
  Display::hands({"click", "4", "click", "4"});
  pump();
  EXPECT_EQ(presses, 2U);
  Display::hands({"click", "5"});
  pump();
  EXPECT_EQ(presses, 0U);
}

TEST_F(Adapter, EveryMouseButtonHasItsControl) {
  std::vector<Control> heard;
  const ListenerId listener = hub.on_step([&](const Step& step) {
    const auto* event = std::get_if<Event>(&step);
    if (event != nullptr && event->x == 1) heard.push_back(event->control);
  });
  for (const char* button : {"1", "2", "3", "8", "9"}) Display::hands({"click", button});
  pump();
  hub.remove_listener(listener);
  EXPECT_EQ(heard, (std::vector{Control::MouseLeft, Control::MouseMiddle, Control::MouseRight,
                                Control::MouseBack, Control::MouseForward}));
}

TEST_F(Adapter, MovingTheMouseIsAMotionAndAPlaceInTheWindow) {
  std::vector<Event> heard;
  const ListenerId listener = hub.on_step([&](const Step& step) {
    if (const auto* event = std::get_if<Event>(&step)) heard.push_back(*event);
  });
  Display::hands({"mousemove", "320", "120"});
  pump();
  Display::hands({"mousemove_relative", "--", "16", "-24"});
  pump();
  hub.remove_listener(listener);
  ASSERT_GE(heard.size(), 2U);
  const Event& motion = heard[heard.size() - 2];
  const Event& position = heard.back();
  EXPECT_EQ(motion.control, Control::MouseMotion);
  EXPECT_EQ((Vec2{motion.x, motion.y}), (Vec2{16, 24})) << "up is up";
  EXPECT_EQ(position.control, Control::MousePosition);
  EXPECT_EQ((Vec2{position.x, position.y}), (Vec2{336.0F / 640, 96.0F / 480}));
  EXPECT_EQ(hub.window(), (Vec2{640, 480}));
}

TEST_F(Adapter, LosingTheFocusReleasesEverything) {
  Display::hands({"keydown", "w", "keydown", "space"});
  pump();
  ASSERT_TRUE(seat.read(horn).held);
  lose_focus();
  EXPECT_FALSE(seat.read(horn).held);
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 0}));
  Display::hands({"keyup", "w", "keyup", "space"});
  regain_focus();
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 0}));
}

TEST_F(Adapter, AModifierThatIsDownWhenTheFocusComesBackIsNoPress) {
  std::vector<Control> standing;
  lose_focus();
  const ListenerId listener = note_standing(standing);
  Display::hands({"keydown", "shift"});
  regain_focus();
  hub.remove_listener(listener);
  Display::hands({"keyup", "shift"});
  pump();
  EXPECT_EQ(standing, std::vector{Control::ShiftLeft});
}

TEST_F(Adapter, APressThatComesWithTheFocusIsAPress) {
  for (const auto& [down, up] : {std::pair<std::vector<std::string>, std::vector<std::string>>{
                                     {"keydown", "space"}, {"keyup", "space"}},
                                 {{"mousedown", "1"}, {"mouseup", "1"}}}) {
    std::vector<Control> standing;
    const ListenerId listener = note_standing(standing);
    Display::hands(down);
    SDL_PumpEvents();
    SDL_Event focus{};
    focus.type = SDL_WINDOWEVENT;
    focus.window.event = SDL_WINDOWEVENT_FOCUS_GAINED;
    focus.common.timestamp = SDL_GetTicks();
    devices.handle(focus);
    hub.remove_listener(listener);
    pump();
    EXPECT_EQ(standing, std::vector<Control>{});
    EXPECT_EQ(presses, down.front() == "keydown" ? 1U : 0U);
    Display::hands(up);
    pump();
  }
}

TEST_F(Adapter, AMouseButtonThatIsHeldWhenTheFocusComesWaitsForAFreshClick) {
  std::vector<Control> standing;
  const ListenerId listener = note_standing(standing);
  Display::hands({"mousedown", "3"});
  pump();
  lose_focus();
  regain_focus();
  hub.remove_listener(listener);
  Display::hands({"mouseup", "3"});
  pump();
  EXPECT_EQ(standing, std::vector{Control::MouseRight});
}

TEST_F(Adapter, EventTimesAreThoseOfTheAdaptersClock) {
  std::vector<Time> times;
  const ListenerId listener = hub.on_step([&](const Step& step) {
    if (std::holds_alternative<Event>(step)) times.push_back(time_of(step));
  });
  const Time before = devices.now();
  Display::hands({"key", "w"});
  pump();
  hub.remove_listener(listener);
  ASSERT_EQ(times.size(), 2U);
  EXPECT_GE(times[0], before);
  EXPECT_LE(times[0], times[1]);
  EXPECT_LE(times[1], devices.now());
}

TEST_F(Adapter, SaysWhichEventsItTookAndLeavesTheRestToTheGame) {
  SDL_Event event{};
  event.type = SDL_QUIT;
  EXPECT_FALSE(devices.handle(event));
  event.type = SDL_KEYDOWN;
  event.key.repeat = 1;
  EXPECT_TRUE(devices.handle(event));
}

}  // namespace
}  // namespace nextmove::support
