#include "by_hand.hpp"

#include <algorithm>
#include <cmath>

namespace by_hand {
namespace {

constexpr float stick_dead_zone = 0.15F;
constexpr float trigger_dead_zone = 0.05F;

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

void Controls::handle(const nextmove::Event& event) {
  using enum nextmove::Control;
  const bool down = event.x >= 0.5F;
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
    case PadEast: east_.set(down, is_chart_open ? &close_chart : nullptr); break;
    default: break;
  }
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

void Controls::update() {
  const Vec2 towards = direction();
  steer = is_chart_open ? Vec2{} : towards;
  pan_chart = is_chart_open ? towards : Vec2{};
  const float keys = std::clamp(more_ - less_, -1.0F, 1.0F);
  const float triggers = beyond_dead_zone(std::clamp(right_trigger_ - left_trigger_, -1.0F, 1.0F));
  throttle = std::abs(triggers) > std::abs(keys) ? triggers : keys;
  for (Button* button : {&horn, &open_chart, &close_chart, &mark}) button->update();
}

}  // namespace by_hand
