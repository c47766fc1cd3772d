#include "controls.hpp"

#include <algorithm>
#include <cmath>

namespace by_hand {
namespace {

constexpr float stick_dead_zone = 0.15F;
constexpr float trigger_dead_zone = 0.05F;
constexpr float light_dead_zone = 0.2F;
constexpr float light_smoothing = 0.06F;  // seconds
constexpr float light_rate = 180;
constexpr Duration tap_time = std::chrono::milliseconds{300};

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

float beyond_dead_zone(float value, float dead_zone) {
  const float length = std::abs(value);
  if (length <= dead_zone) return 0;
  return std::copysign((length - dead_zone) / (1 - dead_zone), value);
}

// The buttons of a pad that have nothing else to do at the table.
bool shows_the_pad(Control control) {
  using enum Control;
  switch (control) {
    case PadSouth:
    case PadWest:
    case PadNorth:
    case PadUp:
    case PadLeft:
    case PadDown:
    case PadRight:
    case PadLeftShoulder:
    case PadRightShoulder:
    case PadLeftStickPress:
    case PadRightStickPress:
    case PadSelect: return true;
    default: return false;
  }
}

}  // namespace

void Controls::handle(const Event& event) {
  using enum Control;
  if (event.time >= next_due_) complete_holds(event.time);
  hand.note(event);
  if (is_menu_open) return handle_in_menu(event);
  const bool in_lobby = place == Place::lobby;
  if (in_lobby && shows_the_pad(event.control)) return press(event, here);
  switch (event.control) {
    case KeyW: push_letter(0, event.x); break;
    case KeyA: push_letter(1, event.x); break;
    case KeyS: push_letter(2, event.x); break;
    case KeyD: push_letter(3, event.x); break;
    case ArrowUp: push_arrow(0, event.x); break;
    case ArrowLeft: push_arrow(1, event.x); break;
    case ArrowDown: push_arrow(2, event.x); break;
    case ArrowRight: push_arrow(3, event.x); break;
    case KeyR: push_engine(key_r_, event.x); break;
    case KeyF: push_engine(key_f_, event.x); break;
    case PageUp: push_engine(page_up_, event.x); break;
    case PageDown: push_engine(page_down_, event.x); break;
    case PadRightTrigger: push_engine(right_trigger_, event.x); break;
    case PadLeftTrigger: push_engine(left_trigger_, event.x); break;
    case PadLeftStick: lean({event.x, event.y}, event.time); break;
    case PadRightStick:
      turn_light(event.time);
      right_stick_ = {event.x, event.y};
      break;
    case MouseMotion:
      hand.note_movement(event);
      moved_ = {moved_.x + event.x * 0.3F, moved_.y + event.y * 0.3F};
      break;
    case Wheel:
      hand.note_wheel(event);
      zoomed_ += event.y * 0.1F;
      break;
    case Space: press(event, in_lobby ? &buttons[ready] : at_helm_or_in_chart(horn, mark)); break;
    case KeyQ: press(event, in_lobby ? &buttons[get_up] : at_helm_or_in_chart(horn, mark)); break;
    case MouseLeft:
    case PadSouth:
    case ShiftRight: press(event, at_helm_or_in_chart(horn, mark)); break;
    case KeyM:
    case PadNorth:
    case Digit1:
    case Digit0: press(event, at_helm_or_in_chart(open_chart, close_chart)); break;
    case KeyL:
    case PadRightShoulder:
    case Digit2:
    case Digit9: flip(lamp_, event, lamp); break;
    case KeyX:
    case Slash:
    case PadDown: flip(anchor_, event, anchor); break;
    case KeyP: press(event, at_helm(pilot)); break;
    case PadWest: tap_twice(event); break;
    case KeyC:
    case PadUp:
      press(event, place == Place::crane ? &buttons[leave_crane] : at_helm(take_crane));
      break;
    case F10:
    case Tab:
    case PadSelect: press(event, at_helm(open_menu)); break;
    case KeyE: hold_or_be_ready(key_e_, event); break;
    case Enter: hold_or_be_ready(enter_, event); break;
    case PadEast:
      if (in_lobby) {
        press(event, get_up);
      } else if (is_chart_open) {
        press(event, close_chart);
      } else {
        hold(east_, event);
      }
      break;
    case Escape:
      if (in_lobby) {
        press(event, get_up);
      } else if (place == Place::crane) {
        press(event, leave_crane);
      } else if (is_chart_open) {
        press(event, close_chart);
      }
      break;
    case Backspace:
      if (in_lobby) press(event, get_up);
      break;
    case PadStart:
      if (in_lobby) press(event, ready);
      break;
    case KeyT: call(key_t_, event); break;
    case KeyO: call(key_o_, event); break;
    case PadLeftShoulder: call(left_shoulder_, event); break;
    default: break;
  }
}

void Controls::handle_in_menu(const Event& event) {
  using enum Control;
  switch (event.control) {
    case ArrowUp:
    case KeyW:
    case PadUp: press(event, menu_up); break;
    case ArrowDown:
    case KeyS:
    case PadDown: press(event, menu_down); break;
    case ArrowLeft:
    case KeyA:
    case PadLeft: press(event, menu_left); break;
    case ArrowRight:
    case KeyD:
    case PadRight: press(event, menu_right); break;
    case Enter:
    case KeyE:
    case PadSouth: press(event, confirm); break;
    case Escape:
    case KeyQ:
    case PadEast: press(event, back); break;
    case Delete:
    case KeyX:
    case PadWest: press(event, take_away); break;
    case PadLeftStick:
      stick_switches_[0].push(event.y, &buttons[menu_up]);
      stick_switches_[1].push(-event.y, &buttons[menu_down]);
      stick_switches_[2].push(-event.x, &buttons[menu_left]);
      stick_switches_[3].push(event.x, &buttons[menu_right]);
      break;
    case MouseMotion: hand.note_movement(event); break;
    case Wheel: hand.note_wheel(event); break;
    default: break;
  }
}

void Controls::press(const Event& event, Button* target) {
  switches_[static_cast<std::size_t>(event.control)].set(event.x >= 0.5F, target);
}

void Controls::hold(Hold& hold, const Event& event) {
  if (place != Place::helm || is_muted) return;
  hold.set(event.x >= 0.5F, event.time);
  find_next_due();
}

void Controls::hold_or_be_ready(Hold& hold, const Event& event) {
  if (place == Place::lobby) {
    press(event, ready);
  } else {
    this->hold(hold, event);
  }
}

void Controls::flip(Toggle& toggle, const Event& event, ButtonName target) {
  if (place == Place::helm && event.x >= 0.5F) toggle.flip(buttons[target]);
}

void Controls::tap_twice(const Event& event) {
  const bool is_down = event.x >= 0.5F;
  if (is_down) {
    west_taps_ = west_taps_ == 1 && event.time - west_since_ <= tap_time ? 2 : 1;
    west_since_ = event.time;
  }
  const bool is_second = is_down && west_taps_ == 2;
  if (is_down && !is_second && place == Place::helm) buttons[pilot].go_down();
  press(event, is_second ? at_helm(pilot) : nullptr);
}

void Controls::call(Hold& hold, const Event& event) {
  if (!has_call) return;
  press(event, answer);
  hold.set(event.x >= 0.5F, event.time);
  find_next_due();
}

void Controls::push_letter(std::size_t key, float value) {
  letters_[key] = value;
  if (place == Place::crane) return work_crane();
  weigh_direction();
}

void Controls::push_arrow(std::size_t key, float value) {
  arrows_[key] = value;
  weigh_direction();
}

void Controls::lean(Vec2 stick, Time time) {
  if (place == Place::crane) {
    hoist_.set(beyond_dead_zone(stick.y, stick_dead_zone), time);
    slew_.set(beyond_dead_zone(stick.x, stick_dead_zone), time);
    return work_crane();
  }
  stick_ = beyond_dead_zone(stick);
  weigh_direction();
}

void Controls::work_crane() {
  hoist_driven_.weigh_smoothed(letters_[0] - letters_[2], hoist_.target);
  slew_driven_.weigh_smoothed(letters_[3] - letters_[1], slew_.target);
}

void Controls::push_engine(float& control, float value) {
  control = value;
  const float keys = std::max(key_r_, page_up_) - std::max(key_f_, page_down_);
  const float triggers = beyond_dead_zone(right_trigger_ - left_trigger_, trigger_dead_zone);
  engine_.weigh({keys, 0}, {triggers, 0});
}

void Controls::complete_holds(Time until) {
  for (Hold* hold : holds_) hold->complete(until);
  find_next_due();
}

void Controls::find_next_due() {
  next_due_ = never;
  for (const Hold* hold : holds_) next_due_ = std::min(next_due_, hold->due());
}

// The right stick: a dead zone, squared, smoothed, and summed up over time.
void Controls::turn_light(Time now) {
  const auto dt = static_cast<float>((now - turned_until_).count()) * 1e-6F;
  turned_until_ = now;
  if (right_stick_ == Vec2{} && smooth_light_ == Vec2{}) return;
  const float length = std::sqrt(square(right_stick_));
  Vec2 target;
  if (length > light_dead_zone) {
    const float reached = std::min((length - light_dead_zone) / (1 - light_dead_zone), 1.0F);
    target = {right_stick_.x / length * reached * reached,
              right_stick_.y / length * reached * reached};
  }
  const float kept = std::exp(-dt / light_smoothing);
  const Vec2 behind = {smooth_light_.x - target.x, smooth_light_.y - target.y};
  turned_.x += light_rate * (target.x * dt + behind.x * light_smoothing * (1 - kept));
  turned_.y += light_rate * (target.y * dt + behind.y * light_smoothing * (1 - kept));
  smooth_light_ = {target.x + behind.x * kept, target.y + behind.y * kept};
}

void Controls::weigh_direction() {
  std::array<float, 4> keys;
  for (std::size_t i = 0; i < keys.size(); ++i) keys[i] = std::max(letters_[i], arrows_[i]);
  direction_.weigh(at_most_one({keys[3] - keys[1], keys[0] - keys[2]}), stick_);
}

void Controls::update(Time now) {
  if (now >= next_due_) complete_holds(now);
  hand.settle(now);
  const bool is_at_helm = place == Place::helm && !is_menu_open;
  const bool is_in_crane = place == Place::crane && !is_menu_open;
  const Pushed pushed = direction_.take();
  const Pushed towards = is_at_helm ? pushed : Pushed{};
  set_vector(steer, is_chart_open || is_muted ? Pushed{} : towards);
  set_vector(pan_chart, is_chart_open ? towards : Pushed{});
  const Pushed engine = engine_.take();
  set_axis(throttle, is_at_helm ? engine : Pushed{});
  turn_light(now);
  const Vec2 moved = is_chart_open ? Vec2{} : moved_;
  look = {turned_.x + moved.x, turned_.y + moved.y};
  if (!is_at_helm) look = {};
  zoom_chart = is_chart_open && is_at_helm ? zoomed_ : 0;
  turned_ = moved_ = {};
  zoomed_ = 0;
  if (is_in_crane) {
    hoist_.advance(now);
    slew_.advance(now);
  }
  set_axis(hoist, is_in_crane ? hoist_driven_.take_smoothed(hoist_.value) : Pushed{});
  set_axis(slew, is_in_crane ? slew_driven_.take_smoothed(slew_.value) : Pushed{});
  for (const Hold* hold : holds_) hold->note_progress(now);
  for (Button& button : buttons) button.update();
}

}  // namespace by_hand
