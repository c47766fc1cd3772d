// What a programmer would write by hand for the demo's controls: one switch, a few flags, and the
// same rules (edges counted, diagonals of length one, a dead zone, the largest device wins, the
// chart claims what it binds, no press but a fresh one).
#pragma once

#include <array>

#include <nextmove/event.hpp>
#include <nextmove/reading.hpp>

namespace by_hand {

using nextmove::ButtonReading;
using nextmove::Vec2;

struct Button {
  int holders = 0;
  std::uint32_t presses = 0;
  std::uint32_t releases = 0;
  std::uint32_t seen_presses = 0;
  std::uint32_t seen_releases = 0;
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

class Controls {
 public:
  bool is_chart_open = false;

  void handle(const nextmove::Event& event);
  void update();

  Vec2 steer;
  Vec2 pan_chart;
  float throttle = 0;
  Button horn;
  Button open_chart;
  Button close_chart;
  Button mark;

 private:
  Vec2 direction() const;

  std::array<float, 4> letters_{};  // W A S D
  std::array<float, 4> arrows_{};   // up, left, down, right
  Vec2 stick_;
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
  Switch east_;
};

}  // namespace by_hand
