#include "seat/router.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <tuple>

namespace nextmove::core {
namespace {

/// The four halves of a control's value: right, left, up, down.
using Halves = std::array<float, 4>;

Halves halves_of(Vec2 value) {
  return {std::max(value.x, 0.0F), std::max(-value.x, 0.0F), std::max(value.y, 0.0F),
          std::max(-value.y, 0.0F)};
}

Halves only_open(Halves halves, unsigned open) {
  for (unsigned half = 0; half < 4; ++half) {
    if (((open >> half) & 1U) == 0) halves[half] = 0;
  }
  return halves;
}

float mapped(const std::array<float, 4>& weights, const Halves& halves) {
  return weights[0] * halves[0] + weights[1] * halves[1] + weights[2] * halves[2] +
         weights[3] * halves[3];
}

Vec2 linear(const ActiveRoute& active, Vec2 value) {
  return {active.by_x.x * value.x + active.by_y.x * value.y,
          active.by_x.y * value.x + active.by_y.y * value.y};
}

/// What the control pushes a button with.
inline float amount_of(const ActiveRoute& active, Vec2 value) {
  return active.is_linear ? linear(active, value).x : mapped(active.route->to_x, halves_of(value));
}

/// What the control gives to an action other than a button.
inline Vec2 contribution_of(const ActiveRoute& active, Vec2 value) {
  if (active.is_linear) return linear(active, value);
  const Halves halves = only_open(halves_of(value), active.open);
  return {mapped(active.route->to_x, halves), mapped(active.route->to_y, halves)};
}

/// Turns a wheel on from `position`, less than a detent either way; gives how many detents it has
/// passed. What is a thousandth short of a detent is one, so that rounded parts make whole ones.
int turn(float& position, float amount) {
  constexpr float most_detents = 100;  // more than a hand turns between two events
  constexpr float hair = 1e-3F;
  const float total = std::clamp(position + amount, -most_detents, most_detents);
  const float detents = std::trunc(total + std::copysign(hair, total));
  position = total - detents;
  if (detents != 0 && std::abs(position) < hair) position = 0;
  return static_cast<int>(detents);
}

}  // namespace

Router::Router(Common& common, Customs& customs, const ScreenPart& part)
    : common_(common),
      bending_(common, customs),
      merging_(common, bending_),
      gestures_(common),
      active_(*common.wiring),
      pointers_(common, merging_, active_, part),
      flows_(common, bending_, merging_, pointers_) {}

// Without branches on what the player does; see Tally.
inline void Router::press_button(const ActiveRoute& active, RouteState& state, float value,
                                 Cause cause) {
  const bool is_down = is_pushed(value, state.is_down, active.press_at, active.release_at);
  if (is_down == state.is_down) return;
  const bool is_heard = active.can_press & (cause == Cause::operated) &
                        (common_.tally.heard(active.action).mutes == 0);
  const bool is_held = is_down & is_heard;
  common_.tally.heard(active.action).downs += is_held ? 1 : 0;
  common_.tally.turn(active.action, state.is_held, is_held, common_.time);
  state.is_down = is_down;
  state.is_held = is_held;
}

inline void Router::push(Slot& slot, ActionId action, std::uint32_t state, Vec2 value,
                         Cause cause) {
  const bool is_moved = slot.shares[state] != value;
  merging_.expect_change(action, slot.live[Wiring::index(action)],
                         is_moved ? cause : Cause::rewired);
  slot.shares[state] = value;
}

// All of it is weighed at once, when all its routes have been heard.
[[gnu::noinline]] void Router::push_quickly(Slot& slot, const ActiveRoutes::OfSource& routes,
                                            Vec2 value) {
  for (const ActiveRoute& active : routes) {
    Drive& drive = merging_.drive(active.action);
    if (drive.pending != 0) [[unlikely]]
      merging_.weigh(active.action);
    drive.is_operated = true;
    slot.shares[active.state] = linear(active, value);
    slot.live[Wiring::index(active.action)].is_stale = true;
  }
  for (const ActiveRoute& active : routes) {
    common_.tally.mark(active.action);
    LiveState& live = slot.live[Wiring::index(active.action)];
    if (live.is_stale) [[likely]]
      merging_.weigh_change(active.action, common_.board.kind(active.action), live);
  }
}

void Router::take_up(Slot& slot, Source source, Vec2 value) {
  if (active_.of(source).has_with_controls) operate_with_controls(slot, source, value);
  route(slot, source, value, Cause::rewired);
  flows_.settle_rewired();
  look_for_pointers();
}

[[gnu::noinline]] void Router::operate(Slot& slot, const ActiveRoutes::OfSource& routes, Vec2 value,
                                       Cause cause) {
  for (const ActiveRoute& active : routes) operate(slot, active, value, cause);
}

inline void Router::operate(Slot& slot, const ActiveRoute& active, Vec2 value, Cause cause) {
  RouteState& state = slot.routes[active.state];
  switch (active.kind) {
    case RouteKind::button: press_button(active, state, value.x, cause); break;
    case RouteKind::value:
      push(slot, active.action, active.state, contribution_of(active, value), cause);
      break;
    case RouteKind::gesture:
      press_by_gesture(slot, active, state, amount_of(active, value), cause);
      break;
    case RouteKind::flow: flows_.hear(slot, active, contribution_of(active, value), cause); break;
    case RouteKind::place: point(slot, active, value, cause); break;
    case RouteKind::detent:
      if (cause == Cause::operated) press_detents(slot, active, state, value);
      break;
    case RouteKind::displacement:
      if (cause == Cause::operated) displace(slot, active, value);
      break;
  }
}

// Routes to which a control is closed follow it all the same, so that a press they did not hear
// never counts as fresh later.
void Router::route(Slot& slot, Source source, Vec2 value, Cause cause) {
  const ActiveRoutes::OfSource& routes = active_.of(source);
  if (routes.has_with_controls && cause != Cause::rewired) {
    operate_with_controls(slot, source, value);
    if (cause == Cause::operated) look_for_pointers();
  }
  if (routes.has_rivals) release_first(slot, source, value, cause);
  if (routes.numbers_presses) number_press(slot, source, routes, value);
  slot.controls[source] = value;
  operate(slot, routes, value, cause);
}

// What was before is weighed by the numbers that were before.
void Router::number_press(Slot& slot, Source source, const ActiveRoutes::OfSource& routes,
                          Vec2 value) {
  constexpr float down = 0.5F;
  std::array<std::uint32_t, 4> presses = slot.presses[source];
  const Halves halves = halves_of(value);
  for (std::size_t half = 0; half < 4; ++half) {
    if (halves[half] < down) {
      presses[half] = 0;
    } else if (presses[half] == 0) {
      presses[half] = ++slot.presses_ever;
    }
  }
  if (presses == slot.presses[source]) return;
  for (const ActiveRoute& active : routes) {
    const std::uint32_t pending = merging_.drive(active.action).pending;
    if (pending != 0 && pending != common_.event) merging_.weigh(active.action);
  }
  slot.presses[source] = presses;
}

// A stick that swings from one side to the other lets go of the one before it pushes the other,
// whichever binding was written first.
void Router::release_first(Slot& slot, Source source, Vec2 value, Cause cause) {
  for (const ActiveRoute& active : active_.of(source)) {
    RouteState& state = slot.routes[active.state];
    if (active.kind != RouteKind::gesture || !state.is_down) continue;
    const float amount = amount_of(active, value);
    if (amount < active.release_at) press_by_gesture(slot, active, state, amount, cause);
  }
}

void Router::press_by_gesture(Slot& slot, const ActiveRoute& active, RouteState& state, float value,
                              Cause cause) {
  const bool is_down = is_pushed(value, state.is_down, active.press_at, active.release_at);
  if (is_down == state.is_down) return;
  state.is_down = is_down;
  if (cause == Cause::cut_off) {
    gestures_.cut_contact(slot, *active.route, state);
  } else if (!is_down) {
    gestures_.end_contact(slot, *active.route, state);
  } else if (active.can_press && cause == Cause::operated && !common_.is_muted(active.action)) {
    gestures_.begin_contact(slot, *active.route, state);
  }
}

// A detent presses once and lets go at once; what is less than a detent is kept for the next, and
// turning back takes it back.
void Router::press_detents(Slot& slot, const ActiveRoute& active, RouteState& state, Vec2 value) {
  if (!active.can_press || common_.is_muted(active.action)) return;
  Vec2& turned = slot.shares[active.state];
  int presses = 0;
  for (const auto& [amount, position, forth, back] :
       {std::tuple{value.x, &turned.x, part_right, part_left},
        std::tuple{value.y, &turned.y, part_up, part_down}}) {
    const int detents = turn(*position, amount);
    if ((active.open & (detents > 0 ? forth : back)) != 0) presses += std::abs(detents);
  }
  for (int i = 0; i < presses; ++i) {
    gestures_.begin_contact(slot, *active.route, state);
    gestures_.end_contact(slot, *active.route, state);
  }
}

void Router::displace(Slot& slot, const ActiveRoute& active, Vec2 value) {
  Vec2 amount = contribution_of(active, value);
  if (amount == Vec2{}) return;
  const bool is_moved = is_displacement(common_.board.kind(active.action));
  if (active.route->has_detents && !is_moved) press_direction_by_detents(slot, active, value);
  common_.tally.mark(active.action);
  Vec2* sum = &merging_.drive(active.action).way;
  if (active.route->binding != no_index) {
    const LiveBinding& binding = common_.wiring->binding(active.route->binding);
    if (binding.custom != no_index) {
      amount = binding.shaping.scaled(bending_.custom(binding, amount));
    }
    if (binding.smoothing != 0) sum = &flows_.smoothed(slot, binding);
  }
  add(*sum, amount, 1);
}

void Router::press_direction_by_detents(Slot& slot, const ActiveRoute& active, Vec2 value) {
  if (common_.is_muted(active.action)) return;
  Vec2& turned = slot.shares[active.state];
  const int right = turn(turned.x, value.x);
  const int up = turn(turned.y, value.y);
  DirectionPresses& presses = merging_.drive(active.action).presses;
  const auto press = [&](Vec2 way, int detents) {
    const auto times = static_cast<std::uint32_t>(std::abs(detents));
    const Vec2 by = contribution_of(active, detents < 0 ? Vec2{-way.x, -way.y} : way);
    presses.right += by.x > 0 ? times : 0;
    presses.left += by.x < 0 ? times : 0;
    presses.up += by.y > 0 ? times : 0;
    presses.down += by.y < 0 ? times : 0;
  };
  press({1, 0}, right);
  press({0, 1}, up);
}

// What needs these controls held opens or closes before anything else is made of their new value:
// live values move at once, and buttons take note of what is down.
[[gnu::noinline]] void Router::operate_with_controls(Slot& slot, Source source, Vec2 value) {
  flipped_.clear();
  for (const Route& with : common_.wiring->withs().routes_of(source))
    operate_with_control(slot, with, value);
  for (const std::size_t with : flipped_) {
    for (const Source concerned : common_.wiring->withs().sources_of(with)) {
      active_.lay_again(concerned, common_.entered);
    }
  }
  for (const std::size_t with : flipped_) {
    for (const Source concerned : common_.wiring->withs().sources_of(with)) route_again(concerned);
  }
  flows_.settle_rewired();
}

void Router::operate_with_control(Slot& slot, const Route& with, Vec2 value) {
  RouteState& state = slot.routes[with.state];
  const float amount = mapped(with.to_x, halves_of(value));
  const bool is_down = is_pushed(amount, state.is_down, with.press_at, with.release_at);
  if (is_down == state.is_down) return;
  state.is_down = is_down;
  const std::size_t number = Wiring::index(with.action);
  if (active_.count_with(number, is_down ? 1 : -1)) flipped_.push_back(number);
}

void Router::route_again(Source source) {
  if (is_resting_ && is_position(source)) return hear_later(source);
  for (const auto& slot : common_.slots) {
    if (slot->controls[source] != Vec2{} || is_position(source)) {
      route(*slot, source, slot->controls[source], Cause::rewired);
    }
  }
}

void Router::route_again(Time time) {
  common_.time = time;
  for (Source source = 0; source < common_.wiring->source_count(); ++source) route_again(source);
  flows_.settle_rewired();
}

// Pointers must be looked for afterwards, when all that rests does: until then the controls that a
// place needs, or that take it away, are let go one by one, which means nothing.
void Router::rest(Slot& slot) {
  is_resting_ = true;
  for (Source source = 0; source < common_.wiring->source_count(); ++source) {
    if (slot.controls[source] == Vec2{} || is_position(source)) continue;
    route(slot, source, {}, Cause::cut_off);
  }
  // A mouse stays where it is; fingers are nowhere.
  for (Source source = source_of(Control::Finger1Position); source < control_count; ++source) {
    if (slot.controls[source] != nowhere) route(slot, source, nowhere, Cause::cut_off);
  }
  slot.fingers = {};
  flows_.rest(slot);
  merging_.forget_peaks(slot);
  gestures_.end_toggles_of(slot);
  // With nothing down, taps wait for the next, and a wheel for the rest of its detent.
  for (const Route& route : common_.wiring->routes()) {
    const bool goes_on = route.gesture != no_index || route.kind == RouteKind::detent;
    if (goes_on) gestures_.cut_contact(slot, route, slot.routes[route.state]);
    if (route.kind == RouteKind::displacement) slot.shares[route.state] = {};
  }
}

// The route's context is left: whatever it holds is released. Flows must be settled afterwards.
void Router::release(Slot& slot, const Route& route) {
  if (slot.kind != route.device) return;
  RouteState& state = slot.routes[route.state];
  if (route.kind == RouteKind::place) {
    pointers_.release(route);
  } else if (route.binding != no_index) {
    const LiveBinding& binding = common_.wiring->binding(route.binding);
    if (binding.flow != no_index) flows_.release(slot, binding);
    if (is_live(route.kind)) push(slot, route.action, route.state, {}, Cause::cut_off);
  } else {
    gestures_.cut_contact(slot, route, state);
  }
  merging_.forget_peak(slot, route.action);
  state = {};
  slot.shares[route.state] = {};
}

void Router::take_up_with_controls() {
  flipped_.clear();
  for (const auto& slot : common_.slots) {
    for (Source source = 0; source < control_count; ++source) {
      for (const Route& with : common_.wiring->withs().routes_of(source)) {
        operate_with_control(*slot, with, slot->controls[source]);
      }
    }
  }
}

// ---- the parts

void Router::make_room() {
  merging_.list_drivers();
  common_.entered.reserve(common_.wiring->context_count());
  flipped_.reserve(common_.wiring->withs().count());
  places_to_hear_.reserve(control_count);
  gestures_.make_room();
  flows_.make_room();
}

void Router::go_on_without() {
  make_room();
  hear_places();
  look_for_pointers();
}

void Router::forget(const Slot& slot) {
  flows_.forget(slot);
  pointers_.forget(slot);
  merging_.forget(slot);
}

}  // namespace nextmove::core
