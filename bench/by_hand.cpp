#include "by_hand.hpp"

#include <algorithm>
#include <cmath>

namespace by_hand {
namespace {

constexpr float stick_dead_zone = 0.15F;
constexpr float trigger_dead_zone = 0.05F;
constexpr float light_dead_zone = 0.2F;
constexpr float light_smoothing = 0.06F;  // seconds
constexpr float light_rate = 180;
constexpr Time hold_time{800'000};
constexpr Time tap_time{300'000};

float square(Vec2 v) {
  return v.x * v.x + v.y * v.y;
}

Vec2 at_most_one(Vec2 v) {
  const float length = std::sqrt(square(v));
  return length > 1 ? Vec2{v.x / length, v.y / length} : v;
}

Vec2 beyond_dead_zone(Vec2 v) {
  v = at_most_one(v);
  const float length = std::sqrt(square(v));
  if (length <= stick_dead_zone) return {};
  const float factor = (length - stick_dead_zone) / (1 - stick_dead_zone) / length;
  return {v.x * factor, v.y * factor};
}

float beyond_dead_zone(float value) {
  const float length = std::abs(value);
  if (length <= trigger_dead_zone) return 0;
  return std::copysign((length - trigger_dead_zone) / (1 - trigger_dead_zone), value);
}

}  // namespace

void Button::update() {
  reading.presses = presses - seen_presses;
  reading.releases = releases - seen_releases;
  reading.pressed = reading.presses != 0;
  reading.released = reading.releases != 0;
  reading.held = presses != releases;
  reading.let_go_early = is_early;
  reading.progress = progress;
  is_early = false;
  progress = 0;
  seen_presses = presses;
  seen_releases = releases;
}

void Switch::set(bool down, Button* target) {
  if (down == is_down) return;
  is_down = down;
  if (down) {
    holding = target;
    if (holding != nullptr) holding->hold();
  } else if (holding != nullptr) {
    holding->let_go();
    holding = nullptr;
  }
}

void Hold::set(bool down, Time time, Button& target) {
  if (down == is_down) return;
  if (down) {
    since = time;
  } else {
    reach(time, target);
    if (is_held) {
      target.let_go();
    } else {
      target.is_early = true;
    }
    is_held = false;
  }
  is_down = down;
}

void Hold::reach(Time now, Button& target) {
  if (!is_down) return;
  target.progress =
      std::max(target.progress, std::min(1.0F, static_cast<float>((now - since).count()) /
                                                   static_cast<float>(hold_time.count())));
  if (is_held || now - since < hold_time) return;
  is_held = true;
  target.hold();
}

void Controls::handle(const nextmove::Event& event) {
  using enum nextmove::Control;
  const bool down = event.x >= 0.5F;
  Button* const at_helm = is_chart_open ? nullptr : &horn;
  switch (event.control) {
    case KeyW: letters_[0] = event.x; break;
    case KeyA: letters_[1] = event.x; break;
    case KeyS: letters_[2] = event.x; break;
    case KeyD: letters_[3] = event.x; break;
    case ArrowUp: arrows_[0] = event.x; break;
    case ArrowLeft: arrows_[1] = event.x; break;
    case ArrowDown: arrows_[2] = event.x; break;
    case ArrowRight: arrows_[3] = event.x; break;
    case PadLeftStick: stick_ = {event.x, event.y}; break;
    case PadRightStick:
      turn_light(event.time);
      right_stick_ = {event.x, event.y};
      break;
    case MouseMotion:
      if (at_helm != nullptr) moved_ = {moved_.x + event.x * 0.3F, moved_.y + event.y * 0.3F};
      break;
    case KeyR: more_ = event.x; break;
    case KeyF: less_ = event.x; break;
    case PadRightTrigger: right_trigger_ = event.x; break;
    case PadLeftTrigger: left_trigger_ = event.x; break;
    case Space: space_.set(down, is_chart_open ? &mark : &horn); break;
    case MouseLeft: mouse_.set(down, is_chart_open ? &mark : &horn); break;
    case PadSouth: south_.set(down, is_chart_open ? &mark : &horn); break;
    case KeyM: key_m_.set(down, is_chart_open ? &close_chart : &open_chart); break;
    case PadNorth: north_.set(down, is_chart_open ? &close_chart : &open_chart); break;
    case Escape: escape_.set(down, is_chart_open ? &close_chart : nullptr); break;
    case KeyP: key_p_.set(down, &pilot); break;
    case KeyC: key_c_.set(down, &take_crane); break;
    case PadUp: pad_up_.set(down, &take_crane); break;
    case KeyL:
      if (down) key_l_.flip(lamp);
      break;
    case PadRightShoulder:
      if (down) shoulder_.flip(lamp);
      break;
    case KeyX:
      if (down) key_x_.flip(anchor);
      break;
    case PadDown:
      if (down) pad_down_.flip(anchor);
      break;
    case KeyE: key_e_.set(down, event.time, winch); break;
    case PadEast:
      if (is_chart_open) {
        east_of_chart_.set(down, &close_chart);
      } else {
        east_.set(down, event.time, winch);
      }
      break;
    case PadWest:
      if (down && !west_.is_down) {
        west_taps_ = west_taps_ != 0 && event.time - west_since_ <= tap_time ? 2 : 1;
        west_since_ = event.time;
      }
      west_.set(down, down && west_taps_ == 2 ? &pilot : nullptr);
      if (west_taps_ == 2) west_taps_ = 0;
      break;
    default: break;
  }
}

// The right stick: a dead zone, squared, smoothed, and summed up over time.
void Controls::turn_light(Time now) {
  const auto dt = static_cast<float>((now - turned_until_).count()) * 1e-6F;
  turned_until_ = now;
  if (right_stick_ == Vec2{} && smooth_ == Vec2{}) return;
  const float length = std::sqrt(square(right_stick_));
  Vec2 target;
  if (length > light_dead_zone && !is_chart_open) {
    const float reached = std::min((length - light_dead_zone) / (1 - light_dead_zone), 1.0F);
    target = {right_stick_.x / length * reached * reached,
              right_stick_.y / length * reached * reached};
  }
  const float kept = std::exp(-dt / light_smoothing);
  const Vec2 behind = {smooth_.x - target.x, smooth_.y - target.y};
  turned_.x += light_rate * (target.x * dt + behind.x * light_smoothing * (1 - kept));
  turned_.y += light_rate * (target.y * dt + behind.y * light_smoothing * (1 - kept));
  smooth_ = {target.x + behind.x * kept, target.y + behind.y * kept};
}

Vec2 Controls::direction() const {
  const auto of_keys = [](const std::array<float, 4>& keys) {
    return at_most_one({keys[3] - keys[1], keys[0] - keys[2]});
  };
  const Vec2 letters = of_keys(letters_);
  const Vec2 arrows = of_keys(arrows_);
  const Vec2 keyboard = at_most_one({letters.x + arrows.x, letters.y + arrows.y});
  const Vec2 pad = beyond_dead_zone(stick_);
  return square(pad) > square(keyboard) ? pad : keyboard;
}

void Controls::update(Time now) {
  const Vec2 towards = direction();
  steer = is_chart_open ? Vec2{} : towards;
  pan_chart = is_chart_open ? towards : Vec2{};
  const float keys = std::clamp(more_ - less_, -1.0F, 1.0F);
  const float triggers = beyond_dead_zone(std::clamp(right_trigger_ - left_trigger_, -1.0F, 1.0F));
  throttle = std::abs(triggers) > std::abs(keys) ? triggers : keys;
  turn_light(now);
  look = square(turned_) > square(moved_) ? turned_ : moved_;
  turned_ = moved_ = {};
  key_e_.reach(now, winch);
  east_.reach(now, winch);
  for (Button* button :
       {&horn, &lamp, &winch, &anchor, &pilot, &take_crane, &open_chart, &close_chart, &mark}) {
    button->update();
  }
}

}  // namespace by_hand
