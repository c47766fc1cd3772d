// What the program written by hand is made of.
#pragma once

#include <array>

#include <nextmove/event.hpp>
#include <nextmove/reading.hpp>

namespace by_hand {

using nextmove::AxisReading;
using nextmove::ButtonReading;
using nextmove::Control;
using nextmove::DeviceKind;
using nextmove::Digital;
using nextmove::DirectionPresses;
using nextmove::Duration;
using nextmove::Event;
using nextmove::Time;
using nextmove::Vec2;
using nextmove::VectorReading;

inline constexpr Time never = Time::max();

inline float square(Vec2 v) {
  return v.x * v.x + v.y * v.y;
}

/// Held while anything holds it; edges are counted.
class Button {
 public:
  ButtonReading reading;

  void hold() {
    if (holders_++ == 0) ++presses_;
    is_touched_ = true;
  }
  void let_go() {
    if (--holders_ == 0) ++releases_;
    is_touched_ = true;
  }
  void let_go_early() {
    ++early_;
    is_touched_ = true;
  }
  void go_down() {
    ++downs_;
    is_touched_ = true;
  }
  void press() {
    go_down();
    hold();
  }
  void add_progress(float progress) {
    if (progress > progress_) progress_ = progress;
    is_touched_ = true;
  }
  void update() {
    if (is_touched_) read();
  }

 private:
  void read();

  int holders_ = 0;
  std::uint32_t presses_ = 0;
  std::uint32_t releases_ = 0;
  std::uint32_t early_ = 0;
  std::uint32_t downs_ = 0;
  float progress_ = 0;
  bool is_touched_ = false;  // there is something to read, or to forget again
};

/// One control, and the button that it pressed when it went down.
struct Switch {
  bool is_down = false;
  Button* holding = nullptr;

  void set(bool down, Button* target);
  /// For a control between up and down.
  void push(float value, Button* target);
};

/// Down with one press, up with the next.
struct Toggle {
  bool is_on = false;

  void flip(Button& target);
};

/// Holds its button once it has been down for a while.
struct Hold {
  Duration time{};
  Button* target = nullptr;
  bool is_down = false;
  bool is_held = false;
  Time since{};

  void set(bool down, Time at);
  Time due() const { return is_down && !is_held ? since + time : never; }
  void complete(Time until);
  void note_progress(Time now) const;
};

/// An axis that follows its target with a time constant.
struct Smooth {
  float target = 0;
  float value = 0;
  Time until{};

  void set(float new_target, Time at);
  void advance(Time to);
};

/// What an axis or a vector is read as in one update.
struct Pushed {
  Vec2 value;
  bool is_live = true;  // it is what is pushed now, with these digits
  Digital digits{};
  DirectionPresses presses{};
};

enum class Form : std::uint8_t { axis, vector };

/// An axis or a vector that keys and the pad may drive: who drives goes on until the other is
/// larger by 0.05 or comes up to it. What was pushed between two updates only is read once; presses
/// of directions are counted event by event.
class Driven {
 public:
  explicit Driven(Form form) : form_(form) {}

  /// One of them has another value.
  void weigh(Vec2 keys, Vec2 pad);
  /// The same where the pad's value is smoothed on its way to `pad`.
  void weigh_smoothed(float keys, float pad);
  /// What it reads as in this update.
  Pushed take();
  Pushed take_smoothed(float smooth_pad);

 private:
  void choose(Vec2 keys, Vec2 pad);
  void note_peak(Vec2 value);
  void note_digits(Vec2 value);
  Pushed read(Vec2 live);

  Form form_;
  std::array<Vec2, 2> values_{};
  std::array<float, 2> sizes_{};
  std::size_t driver_ = 0;
  Vec2 last_;
  Vec2 peak_;
  Digital digits_;
  DirectionPresses presses_;
};

/// Which device the player uses. Keyboard and mouse are in one hand.
class Hand {
 public:
  DeviceKind held = DeviceKind::keyboard;

  /// A key, button, trigger or stick has another value.
  void note(const Event& event);
  void note_wheel(const Event& event);
  void note_movement(const Event& event);
  void settle(Time now);

 private:
  Time& used_at(DeviceKind kind) { return used_at_[static_cast<std::size_t>(kind)]; }

  std::array<Time, 4> used_at_{};
  std::array<bool, nextmove::control_count> is_pushed_{};
  Time held_since_{};
  float mouse_way_ = 0;
  Time mouse_moved_at_{};
};

void set_axis(AxisReading& reading, const Pushed& pushed);
void set_vector(VectorReading& reading, const Pushed& pushed);

}  // namespace by_hand
