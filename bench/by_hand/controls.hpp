// What a programmer would write by hand for the demo's controls: a switch, flags for the screens
// that are open, and the same rules (edges counted, diagonals of length one, dead zones, the
// device that is pushed furthest drives, the upper screen claims what it uses). It gives the same
// readings on keyboard, mouse and gamepad, which tests/bench/by_hand_test.cpp checks; it has no
// touch, no queue, no check of its input, no schemes, and its screens do not change while a control
// is down.
#pragma once

#include <array>

#include "parts.hpp"

namespace by_hand {

enum ButtonName : std::uint8_t {
  horn,
  lamp,
  winch,
  anchor,
  pilot,
  take_crane,
  leave_crane,
  open_chart,
  close_chart,
  mark,
  answer,
  hang_up,
  ready,
  here,
  get_up,
  open_menu,
  menu_up,
  menu_down,
  menu_left,
  menu_right,
  confirm,
  back,
  take_away,
  button_count,
};

enum class Place : std::uint8_t { helm, crane, lobby };

class Controls {
 public:
  // The screens
  Place place = Place::helm;
  bool is_chart_open = false;  // at the helm
  bool has_call = false;
  bool is_muted = false;  // by the call: steer and winch
  bool is_menu_open = false;

  void handle(const Event& event);
  void update(Time now);

  // The readings
  VectorReading steer;
  VectorReading pan_chart;
  AxisReading throttle;
  AxisReading hoist;
  AxisReading slew;
  Vec2 look;
  float zoom_chart = 0;
  std::array<Button, button_count> buttons;
  Hand hand;

 private:
  void handle_in_menu(const Event& event);
  void press(const Event& event, Button* target);
  void press(const Event& event, ButtonName target) { press(event, &buttons[target]); }
  void hold(Hold& hold, const Event& event);
  void hold_or_be_ready(Hold& hold, const Event& event);
  void flip(Toggle& toggle, const Event& event, ButtonName target);
  void tap_twice(const Event& event);
  void call(Hold& hold, const Event& event);
  void lean(Vec2 stick, Time time);
  void complete_holds(Time until);
  void find_next_due();
  void push_letter(std::size_t key, float value);
  void push_arrow(std::size_t key, float value);
  void push_engine(float& control, float value);
  void weigh_direction();
  void work_crane();
  void turn_light(Time now);

  Button* at_helm(ButtonName name) { return place == Place::helm ? &buttons[name] : nullptr; }
  Button* at_helm_or_in_chart(ButtonName at_the_helm, ButtonName in_chart) {
    return is_chart_open ? &buttons[in_chart] : at_helm(at_the_helm);
  }

  std::array<float, 4> letters_{};  // W A S D
  std::array<float, 4> arrows_{};   // up, left, down, right
  float key_r_ = 0;
  float key_f_ = 0;
  float page_up_ = 0;
  float page_down_ = 0;
  float right_trigger_ = 0;
  float left_trigger_ = 0;
  Vec2 stick_;  // beyond its dead zone
  Driven direction_{Form::vector};
  Driven engine_{Form::axis};
  Driven hoist_driven_{Form::axis};
  Driven slew_driven_{Form::axis};
  Vec2 right_stick_;
  Vec2 smooth_light_;  // the right stick, shaped
  Vec2 turned_;        // by it, since the last update
  Vec2 moved_;         // the mouse, likewise
  float zoomed_ = 0;   // the wheel, likewise
  Time turned_until_{};
  Smooth hoist_;
  Smooth slew_;
  std::array<Switch, nextmove::control_count> switches_{};
  std::array<Switch, 4> stick_switches_{};  // up, down, left, right
  Toggle lamp_;
  Toggle anchor_;
  Time west_since_{};
  int west_taps_ = 0;
  Time next_due_ = never;
  Hold key_e_{std::chrono::milliseconds{800}, &buttons[winch]};
  Hold enter_{std::chrono::milliseconds{800}, &buttons[winch]};
  Hold east_{std::chrono::milliseconds{800}, &buttons[winch]};
  Hold key_t_{std::chrono::milliseconds{600}, &buttons[hang_up]};
  Hold key_o_{std::chrono::milliseconds{600}, &buttons[hang_up]};
  Hold left_shoulder_{std::chrono::milliseconds{600}, &buttons[hang_up]};
  std::array<Hold*, 6> holds_ = {&key_e_, &enter_, &east_, &key_t_, &key_o_, &left_shoulder_};
};

}  // namespace by_hand
