// The program written by hand, with which the benchmark compares, does the same work.
#include <algorithm>
#include <array>
#include <gtest/gtest.h>
#include <random>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>

#include "by_hand/controls.hpp"
#include "support/chance.hpp"

namespace nextmove {
namespace {

using enum Control;

struct Screens {
  std::string_view name;
  std::vector<std::string_view> contexts;
  by_hand::Place place = by_hand::Place::helm;
  bool is_muted = false;

  bool has(std::string_view context) const {
    return std::find(contexts.begin(), contexts.end(), context) != contexts.end();
  }
};

const std::array<Screens, 8> all_screens = {{
    {"helm", {"helm"}},
    {"chart", {"helm", "chart"}},
    {"call", {"helm", "radio"}, by_hand::Place::helm, true},
    {"call over the chart", {"helm", "chart", "radio"}},
    {"crane", {"crane"}, by_hand::Place::crane},
    {"call at the crane", {"crane", "radio"}, by_hand::Place::crane},
    {"lobby", {"lobby"}, by_hand::Place::lobby},
    {"menu", {"helm", "menu"}},
}};

constexpr std::array<std::string_view, by_hand::button_count> button_names = {
    "horn",        "lamp",       "winch",       "anchor",    "pilot",    "take_crane",
    "leave_crane", "open_chart", "close_chart", "mark",      "answer",   "hang_up",
    "ready",       "here",       "get_up",      "open_menu", "menu_up",  "menu_down",
    "menu_left",   "menu_right", "confirm",     "back",      "take_away"};

constexpr std::array keys = {KeyW,   KeyA,      KeyS,     KeyD,       ArrowUp,    ArrowLeft, KeyR,
                             KeyF,   PageUp,    PageDown, Space,      ArrowDown,  KeyQ,      KeyM,
                             Digit1, Digit0,    KeyL,     ArrowRight, Digit2,     Digit9,    KeyX,
                             Slash,  KeyP,      KeyC,     F10,        Tab,        KeyE,      Enter,
                             Escape, Backspace, KeyT,     KeyO,       ShiftRight, Delete};
constexpr std::array pad_buttons = {PadSouth,         PadNorth,        PadEast,  PadWest,
                                    PadRightShoulder, PadDown,         PadUp,    PadLeft,
                                    PadRight,         PadLeftShoulder, PadStart, PadSelect};

/// Two programs at the same controls.
class ByHand : public ::testing::TestWithParam<std::size_t> {
 protected:
  ByHand() : hub_(*load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml")) {
    keyboard_ = hub_.plug({DeviceKind::keyboard, "simulated"}, {});
    mouse_ = hub_.plug({DeviceKind::mouse, "simulated"}, {});
    pad_ = hub_.plug({DeviceKind::gamepad, "simulated"}, {});
    const Screens& screens = all_screens[GetParam()];
    for (const DeviceId device : {keyboard_, mouse_, pad_}) hub_.give(device, seat_);
    for (const std::string_view context : screens.contexts) seat_.enter(context);
    if (screens.is_muted) seat_.mute("radio_call");
    by_hand_.place = screens.place;
    by_hand_.is_chart_open = screens.has("chart");
    by_hand_.has_call = screens.has("radio");
    by_hand_.is_muted = screens.is_muted;
    by_hand_.is_menu_open = screens.has("menu");
  }

  std::size_t below(std::size_t n) { return random_() % n; }
  float anywhere() { return std::uniform_real_distribution<float>{-1, 1}(random_); }

  Event toggled(DeviceId device, Control control) {
    bool& is_down = is_down_[static_cast<std::size_t>(control)];
    is_down = !is_down;
    return {now_, device, control, is_down ? 1.0F : 0.0F};
  }

  Event any_event() {
    switch (below(8)) {
      case 0: return {now_, pad_, PadLeftStick, anywhere(), anywhere()};
      case 1: return {now_, pad_, PadRightStick, anywhere(), anywhere()};
      case 2:
        return {now_, pad_, below(2) == 0 ? PadLeftTrigger : PadRightTrigger, std::abs(anywhere())};
      case 3: return toggled(pad_, pad_buttons[below(pad_buttons.size())]);
      case 4:
        if (below(3) == 0) return {now_, mouse_, Wheel, 0, anywhere()};
        if (below(2) == 0) return toggled(mouse_, MouseLeft);
        return {now_, mouse_, MouseMotion, 9 * anywhere(), 9 * anywhere()};
      default: return toggled(keyboard_, keys[below(keys.size())]);
    }
  }

  void expect_same(std::string_view vector, const VectorReading& reading) const {
    const VectorReading ours = seat_.read(hub_.playbook().vector(vector));
    EXPECT_NEAR(ours.value.x, reading.value.x, 1e-4F) << vector;
    EXPECT_NEAR(ours.value.y, reading.value.y, 1e-4F) << vector;
    EXPECT_EQ(ours.digital, reading.digital) << vector;
  }
  void expect_same(std::string_view axis, const AxisReading& reading) const {
    const AxisReading ours = seat_.read(hub_.playbook().axis(axis));
    EXPECT_NEAR(ours.value, reading.value, 2e-4F) << axis;
    EXPECT_EQ(ours.digit, reading.digit) << axis;
  }
  void expect_same(std::string_view motion, Vec2 moved) const {
    const MotionReading ours = seat_.read(hub_.playbook().motion(motion));
    EXPECT_NEAR(ours.value.x, moved.x, 0.02F) << motion;
    EXPECT_NEAR(ours.value.y, moved.y, 0.02F) << motion;
  }
  void expect_same(std::string_view turn, float moved) const {
    EXPECT_NEAR(seat_.read(hub_.playbook().turn(turn)).value, moved, 0.02F) << turn;
  }
  void expect_same(std::string_view button, const ButtonReading& reading) const {
    const ButtonReading ours = seat_.read(hub_.playbook().button(button));
    EXPECT_NEAR(ours.progress, reading.progress, 1e-5F) << button;
    ButtonReading expected = reading;
    expected.progress = ours.progress;
    EXPECT_EQ(ours, expected) << button;
  }
  void expect_same() const {
    expect_same("steer", by_hand_.steer);
    expect_same("pan_chart", by_hand_.pan_chart);
    expect_same("throttle", by_hand_.throttle);
    expect_same("hoist", by_hand_.hoist);
    expect_same("slew", by_hand_.slew);
    expect_same("look", by_hand_.look);
    expect_same("zoom_chart", by_hand_.zoom_chart);
    for (std::size_t i = 0; i < button_names.size(); ++i) {
      expect_same(button_names[i], by_hand_.buttons[i].reading);
    }
    EXPECT_EQ(hub_.find_device(seat_.device_in_hand())->kind, by_hand_.hand.held);
  }

  Hub hub_;
  Seat& seat_ = hub_.add_seat("port tug");
  DeviceId keyboard_{};
  DeviceId mouse_{};
  DeviceId pad_{};
  by_hand::Controls by_hand_;
  std::mt19937 random_ = support::chance();
  Time now_{};
  std::array<bool, control_count> is_down_{};
};

TEST_P(ByHand, GivesTheSameReadings) {
  for (int frame = 0; frame < 2000; ++frame) {
    const std::size_t count = below(6);
    for (std::size_t i = 0; i < count; ++i) {
      now_ += std::chrono::microseconds{1 + below(5000)};
      const Event event = any_event();
      hub_.feed(event);
      by_hand_.handle(event);
    }
    now_ += std::chrono::microseconds{below(20'000)};
    hub_.update(now_);
    by_hand_.update(now_);
    expect_same();
    ASSERT_FALSE(HasFailure()) << "in frame " << frame;
  }
}

// A full stick is as long as a key, but for rounding.
TEST_P(ByHand, OfPeaksThatAreEquallyLongTheLaterCounts) {
  const auto both = [&](DeviceId device, Control control, float x, float y = 0) {
    const Event event{++now_, device, control, x, y};
    hub_.feed(event);
    by_hand_.handle(event);
  };
  both(keyboard_, ArrowRight, 1);
  hub_.update(now_);
  by_hand_.update(now_);
  both(pad_, PadLeftStick, -0.985620141F, -0.558192611F);
  both(pad_, PadLeftStick, 0, 0);
  both(keyboard_, ArrowLeft, 1);
  hub_.update(now_);
  by_hand_.update(now_);
  expect_same();
}

INSTANTIATE_TEST_SUITE_P(OnEveryScreen, ByHand,
                         ::testing::Range(std::size_t{0}, all_screens.size()),
                         [](const auto& screens) {
                           std::string name{all_screens[screens.param].name};
                           std::replace(name.begin(), name.end(), ' ', '_');
                           return name;
                         });

}  // namespace
}  // namespace nextmove
