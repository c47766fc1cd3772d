#include "parts.hpp"

#include <algorithm>
#include <cmath>
#include <utility>

namespace by_hand {
namespace {

using std::chrono::milliseconds;

constexpr float press_at = 0.5F;
constexpr float release_at = 0.4F;
constexpr float diagonal = 0.70710678F;
constexpr float axis_smoothing = 0.15F;  // seconds
constexpr float close_enough = 1e-4F;
constexpr float push = 0.3F;
constexpr float mouse_counts = 24;
constexpr Duration mouse_pause = milliseconds{300};
constexpr Duration calm = milliseconds{250};

// The squares of the cosines of 45 + 5 and of 22.5 + 5 degrees.
constexpr float kept_of_four = 0.41317591F;
constexpr float kept_of_eight = 0.78678822F;

// What comes this near to a threshold has reached it.
constexpr float nearly = 1e-3F;

std::int8_t digit(float value, int before) {
  if (value >= (before > 0 ? release_at : press_at) - nearly) return 1;
  return value <= nearly - (before < 0 ? release_at : press_at) ? std::int8_t{-1} : std::int8_t{0};
}

// What a control's value must come to for its device to be in use; a mouse has rules of its own.
struct Use {
  DeviceKind device = DeviceKind::keyboard;
  float square = 0;
};

std::array<Use, nextmove::control_count> make_uses() {
  std::array<Use, nextmove::control_count> uses;
  for (const nextmove::ControlInfo& info : nextmove::all_controls()) {
    const bool is_displacement = info.form == nextmove::ControlForm::displacement;
    const float enough = info.device == DeviceKind::gamepad ? push : press_at;
    uses[static_cast<std::size_t>(info.control)] = {info.device,
                                                    is_displacement ? HUGE_VALF : enough * enough};
  }
  return uses;
}

const std::array<Use, nextmove::control_count> uses = make_uses();

struct Compass {
  nextmove::Way way;
  Vec2 unit;
};

constexpr std::array<Compass, 8> compass = {{{nextmove::Way::right, {1, 0}},
                                             {nextmove::Way::up_right, {diagonal, diagonal}},
                                             {nextmove::Way::up, {0, 1}},
                                             {nextmove::Way::up_left, {-diagonal, diagonal}},
                                             {nextmove::Way::left, {-1, 0}},
                                             {nextmove::Way::down_left, {-diagonal, -diagonal}},
                                             {nextmove::Way::down, {0, -1}},
                                             {nextmove::Way::down_right, {diagonal, -diagonal}}}};

float along(Vec2 value, std::size_t i) {
  return value.x * compass[i].unit.x + value.y * compass[i].unit.y;
}

// A way is left only where another is clearly nearer.
nextmove::Way way(Vec2 value, nextmove::Way before, float kept, std::size_t step) {
  if (before != nextmove::Way::none) {
    const float ahead = along(value, static_cast<std::size_t>(before) - 1);
    if (ahead > 0 && ahead * ahead >= square(value) * kept) return before;
  }
  constexpr float equal = 1e-4F;  // but for rounding
  std::size_t nearest = 0;
  for (std::size_t i = step; i < compass.size(); i += step) {
    if (along(value, i) > along(value, nearest) + equal) nearest = i;
  }
  return compass[nearest].way;
}

Digital axis_digits(float value, const Digital& before) {
  return {digit(value, before.x)};
}

Digital vector_digits(Vec2 value, const Digital& before) {
  Digital now;
  const float enough = (before.four != nextmove::Way::none ? release_at : press_at) - nearly;
  if (square(value) < enough * enough) return now;
  now.four = way(value, before.four, kept_of_four, 2);
  now.eight = way(value, before.eight, kept_of_eight, 1);
  constexpr std::array<std::int8_t, 9> right = {0, 1, 1, 0, -1, -1, -1, 0, 1};
  constexpr std::array<std::int8_t, 9> up = {0, 0, 1, 1, 1, 0, -1, -1, -1};
  now.x = right[static_cast<std::size_t>(now.eight)];
  now.y = up[static_cast<std::size_t>(now.eight)];
  return now;
}

}  // namespace

void Button::read() {
  reading = {holders_ != 0, presses_ != 0, releases_ != 0, early_ != 0, downs_ != 0,
             progress_,     presses_,      releases_,      early_,      downs_};
  is_touched_ = presses_ + releases_ + early_ + downs_ != 0 || progress_ != 0;
  presses_ = 0;
  releases_ = 0;
  early_ = 0;
  downs_ = 0;
  progress_ = 0;
}

void Switch::set(bool down, Button* target) {
  if (down == is_down) return;
  is_down = down;
  if (down) {
    holding = target;
    if (holding != nullptr) holding->press();
  } else if (holding != nullptr) {
    holding->let_go();
    holding = nullptr;
  }
}

void Switch::push(float value, Button* target) {
  set(value >= (is_down ? release_at : press_at), target);
}

void Toggle::flip(Button& target) {
  is_on = !is_on;
  target.go_down();
  if (is_on) {
    target.hold();
  } else {
    target.let_go();
  }
}

void Hold::set(bool down, Time at) {
  if (down == is_down) return;
  is_down = down;
  if (down) {
    since = at;
    target->go_down();
  } else if (is_held) {
    target->let_go();
    is_held = false;
  } else {
    target->let_go_early();
  }
}

void Hold::complete(Time until) {
  if (due() > until) return;
  is_held = true;
  target->hold();
}

void Hold::note_progress(Time now) const {
  if (!is_down) return;
  const float share = static_cast<float>((now - since).count()) / static_cast<float>(time.count());
  target->add_progress(std::min(share, 1.0F));
}

void Smooth::set(float new_target, Time at) {
  advance(at);
  target = new_target;
}

void Smooth::advance(Time to) {
  const auto dt = static_cast<float>((to - until).count()) * 1e-6F;
  until = to;
  if (value == target) return;
  value = target + (value - target) * std::exp(-dt / axis_smoothing);
  if (std::abs(value - target) < close_enough) value = target;
}

void Driven::weigh(Vec2 keys, Vec2 pad) {
  choose(keys, pad);
  note_peak(values_[driver_]);
}

void Driven::weigh_smoothed(float keys, float pad) {
  choose({keys, 0}, {pad, 0});
  note_peak(driver_ == 0 ? values_[0] : Vec2{});
}

void Driven::choose(Vec2 keys, Vec2 pad) {
  constexpr float near = 0.0501F;
  values_ = {keys, pad};
  const std::array<float, 2> sizes = {std::sqrt(square(keys)), std::sqrt(square(pad))};
  const std::size_t other = 1 - driver_;
  const float mine = sizes[driver_];
  const bool is_larger = mine == 0 ? sizes[other] > 0 : sizes[other] > mine + near;
  const bool comes_up = sizes_[other] < mine - near && sizes[other] >= mine - near;
  if (is_larger || comes_up) driver_ = other;
  sizes_ = sizes;
  note_digits(values_[driver_]);
}

void Driven::note_digits(Vec2 value) {
  const Digital before = digits_;
  digits_ = form_ == Form::axis ? axis_digits(value.x, before) : vector_digits(value, before);
  presses_.right += digits_.x > 0 && before.x <= 0 ? 1 : 0;
  presses_.left += digits_.x < 0 && before.x >= 0 ? 1 : 0;
  presses_.up += digits_.y > 0 && before.y <= 0 ? 1 : 0;
  presses_.down += digits_.y < 0 && before.y >= 0 ? 1 : 0;
}

void Driven::note_peak(Vec2 value) {
  if (value == last_) return;
  last_ = value;
  constexpr float rounded_one = 1.000002F;  // of two that are equally long the later counts
  if (square(value) * rounded_one >= square(peak_)) peak_ = value;
}

// `live` is what is pushed now.
Pushed Driven::read(Vec2 live) {
  Pushed pushed{live, true, digits_, std::exchange(presses_, {})};
  // Opposites may cancel but for rounding, or for a dead zone's edge.
  const bool is_at_rest = std::max(std::abs(live.x), std::abs(live.y)) < close_enough;
  if (is_at_rest && peak_ != Vec2{}) {
    pushed.value = peak_;
    pushed.is_live = false;
  }
  peak_ = {};
  return pushed;
}

Pushed Driven::take() {
  return read(values_[driver_]);
}

Pushed Driven::take_smoothed(float smooth_pad) {
  const float keys = values_[0].x;
  const bool is_pushed = sizes_[driver_] != 0;
  float value = driver_ == 0 ? keys : smooth_pad;
  if (!is_pushed) value = std::abs(smooth_pad) > std::abs(keys) ? smooth_pad : keys;
  Pushed pushed = read({value, 0});
  pushed.is_live = pushed.is_live && (is_pushed ? driver_ == 0 : value == 0);
  return pushed;
}

// What counts is a press or a push, a turn of the wheel, or a movement that is no nudge.
void Hand::note(const Event& event) {
  const Use& use = uses[static_cast<std::size_t>(event.control)];
  bool& was_pushed = is_pushed_[static_cast<std::size_t>(event.control)];
  const bool is_pushed = event.x * event.x + event.y * event.y >= use.square;
  const int is_used = is_pushed && !was_pushed ? 1 : 0;
  used_at(use.device) = std::max(used_at(use.device), event.time * is_used);
  was_pushed = is_pushed;
}

void Hand::note_wheel(const Event& event) {
  if (event.x != 0 || event.y != 0) used_at(DeviceKind::mouse) = event.time;
}

void Hand::note_movement(const Event& event) {
  if (event.time - mouse_moved_at_ > mouse_pause) mouse_way_ = 0;
  mouse_moved_at_ = event.time;
  mouse_way_ += std::sqrt(event.x * event.x + event.y * event.y);
  if (mouse_way_ >= mouse_counts) used_at(DeviceKind::mouse) = event.time;
}

void Hand::settle(Time now) {
  DeviceKind last = held;
  for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::mouse, DeviceKind::gamepad}) {
    if (used_at(kind) > used_at(last)) last = kind;
  }
  if (last == held) return;
  const bool is_other = last == DeviceKind::gamepad || held == DeviceKind::gamepad;
  if (is_other && now - held_since_ < calm) return;
  if (held == DeviceKind::mouse) mouse_way_ = 0;
  held = last;
  if (is_other) held_since_ = used_at(last);
}

void set_axis(AxisReading& reading, const Pushed& pushed) {
  const float value = pushed.value.x;
  if (pushed.is_live) {
    reading.digit = pushed.digits.x;
  } else if (value != reading.value) {
    reading.digit = digit(value, reading.digit);
  }
  reading.value = value;
  reading.more_presses = pushed.presses.right;
  reading.less_presses = pushed.presses.left;
}

void set_vector(VectorReading& reading, const Pushed& pushed) {
  if (pushed.is_live) {
    reading.digital = pushed.digits;
  } else if (pushed.value != reading.value) {
    reading.digital = vector_digits(pushed.value, reading.digital);
  }
  reading.value = pushed.value;
  reading.presses = pushed.presses;
}

}  // namespace by_hand
