// What a programmer would write by hand for the demo's controls: one switch, a few flags, and the
// same rules (edges counted, diagonals of length one, a dead zone, the largest device wins, the
// chart claims what it binds, no press but a fresh one).
#pragma once

#include <array>

#include <nextmove/event.hpp>
#include <nextmove/reading.hpp>

namespace by_hand {

using nextmove::ButtonReading;
using nextmove::Time;
using nextmove::Vec2;

struct Button {
  int holders = 0;
  std::uint32_t presses = 0;
  std::uint32_t releases = 0;
  std::uint32_t seen_presses = 0;
  std::uint32_t seen_releases = 0;
  bool is_early = false;
  float progress = 0;
  ButtonReading reading;

  void hold() {
    if (holders++ == 0) ++presses;
  }
  void let_go() {
    if (--holders == 0) ++releases;
  }
  void update();
};

/// One control that presses one button at the helm and another in the chart.
struct Switch {
  bool is_down = false;
  Button* holding = nullptr;

  void set(bool down, Button* target);
};

/// Down with one press, up with the next; one for each control.
struct Toggle {
  bool is_on = false;

  void flip(Button& target) {
    is_on = !is_on;
    if (is_on) {
      target.hold();
    } else {
      target.let_go();
    }
  }
};

/// A button that must be held for a while; one for each control.
struct Hold {
  bool is_down = false;
  bool is_held = false;
  Time since{};

  void set(bool down, Time time, Button& target);
  void reach(Time now, Button& target);
};

class Controls {
 public:
  bool is_chart_open = false;

  void handle(const nextmove::Event& event);
  void update(Time now);

  Vec2 steer;
  Vec2 pan_chart;
  Vec2 look;
  float throttle = 0;
  Button horn;
  Button lamp;
  Button winch;
  Button anchor;
  Button pilot;
  Button take_crane;
  Button open_chart;
  Button close_chart;
  Button mark;

 private:
  Vec2 direction() const;
  void turn_light(Time now);

  std::array<float, 4> letters_{};  // W A S D
  std::array<float, 4> arrows_{};   // up, left, down, right
  Vec2 stick_;
  Vec2 right_stick_;
  Vec2 smooth_;  // of the right stick, shaped
  Vec2 turned_;  // by it, since the last update
  Vec2 moved_;   // the mouse, likewise
  Time turned_until_{};
  float more_ = 0;
  float less_ = 0;
  float right_trigger_ = 0;
  float left_trigger_ = 0;
  Switch space_;
  Switch mouse_;
  Switch south_;
  Switch key_m_;
  Switch north_;
  Switch escape_;
  Switch key_p_;
  Switch key_c_;
  Switch pad_up_;
  Switch west_;
  Time west_since_{};
  int west_taps_ = 0;
  Toggle key_l_;
  Toggle shoulder_;
  Toggle key_x_;
  Toggle pad_down_;
  Hold key_e_;
  Hold east_;
  Switch east_of_chart_;
};

}  // namespace by_hand
