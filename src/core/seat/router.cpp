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

Vec2 linear(const Wire& wire, Vec2 value) {
  return {wire.by_x.x * value.x + wire.by_y.x * value.y,
          wire.by_x.y * value.x + wire.by_y.y * value.y};
}

/// What the control pushes a button with.
inline float amount_of(const Wire& wire, Vec2 value) {
  return wire.is_linear ? linear(wire, value).x : mapped(wire.route->to_x, halves_of(value));
}

/// What the control gives to an action other than a button.
inline Vec2 contribution_of(const Wire& wire, Vec2 value) {
  if (wire.is_linear) return linear(wire, value);
  const Halves halves = only_open(halves_of(value), wire.open);
  return {mapped(wire.route->to_x, halves), mapped(wire.route->to_y, halves)};
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
      wires_(*common.wiring),
      pointers_(common, merging_, wires_, part),
      flows_(common, bending_, merging_, pointers_) {}

// Without branches on what the player does; see Tally.
inline void Router::press(const Wire& wire, RouteState& state, float value, Cause cause) {
  const bool is_down = value >= std::array{wire.press_at, wire.release_at}[state.is_down];
  if (is_down == state.is_down) return;
  const bool is_heard =
      wire.can_press & (cause == Cause::operated) & (common_.tally.heard(wire.action).mutes == 0);
  const bool is_held = is_down & is_heard;
  common_.tally.heard(wire.action).downs += is_held ? 1 : 0;
  common_.tally.turn(wire.action, state.is_held, is_held, common_.time);
  state.is_down = is_down;
  state.is_held = is_held;
}

inline void Router::lean(Slot& slot, ActionId action, std::uint32_t state, Vec2 value,
                         Cause cause) {
  const bool is_moved = slot.shares[state] != value;
  merging_.expect_change(action, slot.live[Wiring::index(action)],
                         is_moved ? cause : Cause::rewired);
  slot.shares[state] = value;
}

// All of it is weighed at once, when all its wires have been heard.
[[gnu::noinline]] void Router::lean_quickly(Slot& slot, const Wires::Bundle& bundle, Vec2 value) {
  for (const Wire& wire : bundle) {
    Drive& drive = merging_.drive(wire.action);
    if (drive.pending != 0) [[unlikely]]
      merging_.weigh(wire.action);
    drive.is_operated = true;
    slot.shares[wire.state] = linear(wire, value);
    slot.live[Wiring::index(wire.action)].is_stale = true;
  }
  for (const Wire& wire : bundle) {
    common_.tally.mark(wire.action);
    LiveState& live = slot.live[Wiring::index(wire.action)];
    if (live.is_stale) [[likely]]
      merging_.weigh_change(wire.action, common_.board.kind(wire.action), live);
  }
}

void Router::take_up(Slot& slot, Source source, Vec2 value) {
  if (wires_.bundle(source).has_with_controls) operate_with_controls(slot, source, value);
  route(slot, source, value, Cause::rewired);
  flows_.settle_rewired();
  look_for_pointers();
}

[[gnu::noinline]] void Router::operate(Slot& slot, const Wires::Bundle& bundle, Vec2 value,
                                       Cause cause) {
  for (const Wire& wire : bundle) operate(slot, wire, value, cause);
}

inline void Router::operate(Slot& slot, const Wire& wire, Vec2 value, Cause cause) {
  RouteState& state = slot.routes[wire.state];
  switch (wire.kind) {
    case RouteKind::press: press(wire, state, value.x, cause); break;
    case RouteKind::lean:
      lean(slot, wire.action, wire.state, contribution_of(wire, value), cause);
      break;
    case RouteKind::contact: contact(slot, wire, state, amount_of(wire, value), cause); break;
    case RouteKind::flow: flows_.hear(slot, wire, contribution_of(wire, value), cause); break;
    case RouteKind::point: point(slot, wire, value, cause); break;
    case RouteKind::impulse:
      if (cause == Cause::operated) impulse(slot, wire, state, value);
      break;
    case RouteKind::nudge:
      if (cause == Cause::operated) nudge(slot, wire, value);
      break;
  }
}

// Routes to which a control is closed follow it all the same, so that a press they did not hear
// never counts as fresh later.
void Router::route(Slot& slot, Source source, Vec2 value, Cause cause) {
  const Wires::Bundle& bundle = wires_.bundle(source);
  if (bundle.has_with_controls && cause != Cause::rewired) {
    operate_with_controls(slot, source, value);
    if (cause == Cause::operated) look_for_pointers();
  }
  if (bundle.has_rivals) release_first(slot, source, value, cause);
  if (bundle.numbers_presses) number_press(slot, source, bundle, value);
  slot.controls[source] = value;
  operate(slot, bundle, value, cause);
}

// What was before is weighed by the numbers that were before.
void Router::number_press(Slot& slot, Source source, const Wires::Bundle& bundle, Vec2 value) {
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
  for (const Wire& wire : bundle) {
    const std::uint32_t pending = merging_.drive(wire.action).pending;
    if (pending != 0 && pending != common_.event) merging_.weigh(wire.action);
  }
  slot.presses[source] = presses;
}

// A stick that swings from one side to the other lets go of the one before it pushes the other,
// whichever binding was written first.
void Router::release_first(Slot& slot, Source source, Vec2 value, Cause cause) {
  for (const Wire& wire : wires_.bundle(source)) {
    RouteState& state = slot.routes[wire.state];
    if (wire.kind != RouteKind::contact || !state.is_down) continue;
    const float amount = amount_of(wire, value);
    if (amount < wire.release_at) contact(slot, wire, state, amount, cause);
  }
}

void Router::contact(Slot& slot, const Wire& wire, RouteState& state, float value, Cause cause) {
  const bool is_down = value >= (state.is_down ? wire.release_at : wire.press_at);
  if (is_down == state.is_down) return;
  state.is_down = is_down;
  if (cause == Cause::cut_off) {
    gestures_.cut_contact(slot, *wire.route, state);
  } else if (!is_down) {
    gestures_.end_contact(slot, *wire.route, state);
  } else if (wire.can_press && cause == Cause::operated && !common_.is_muted(wire.action)) {
    gestures_.begin_contact(slot, *wire.route, state);
  }
}

// A detent presses once and lets go at once; what is less than a detent is kept for the next, and
// turning back takes it back.
void Router::impulse(Slot& slot, const Wire& wire, RouteState& state, Vec2 value) {
  if (!wire.can_press || common_.is_muted(wire.action)) return;
  Vec2& turned = slot.shares[wire.state];
  int presses = 0;
  for (const auto& [amount, position, forth, back] :
       {std::tuple{value.x, &turned.x, part_right, part_left},
        std::tuple{value.y, &turned.y, part_up, part_down}}) {
    const int detents = turn(*position, amount);
    if ((wire.open & (detents > 0 ? forth : back)) != 0) presses += std::abs(detents);
  }
  for (int i = 0; i < presses; ++i) {
    gestures_.begin_contact(slot, *wire.route, state);
    gestures_.end_contact(slot, *wire.route, state);
  }
}

void Router::nudge(Slot& slot, const Wire& wire, Vec2 value) {
  Vec2 amount = contribution_of(wire, value);
  if (amount == Vec2{}) return;
  const bool is_moved = is_displacement(common_.board.kind(wire.action));
  if (wire.route->has_detents && !is_moved) press_by_detents(slot, wire, value);
  common_.tally.mark(wire.action);
  Vec2* sum = &merging_.drive(wire.action).way;
  if (wire.route->binding != no_index) {
    const LiveBinding& binding = common_.wiring->binding(wire.route->binding);
    if (binding.custom != no_index) {
      amount = binding.shaping.scaled(bending_.custom(binding, amount));
    }
    if (binding.smoothing != 0) sum = &flows_.smoothed(slot, binding);
  }
  add(*sum, amount, 1);
}

void Router::press_by_detents(Slot& slot, const Wire& wire, Vec2 value) {
  if (common_.is_muted(wire.action)) return;
  Vec2& turned = slot.shares[wire.state];
  const int right = turn(turned.x, value.x);
  const int up = turn(turned.y, value.y);
  DirectionPresses& presses = merging_.drive(wire.action).presses;
  const auto press = [&](Vec2 way, int detents) {
    const auto times = static_cast<std::uint32_t>(std::abs(detents));
    const Vec2 by = contribution_of(wire, detents < 0 ? Vec2{-way.x, -way.y} : way);
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
  for (const Route& with : common_.wiring->with_routes(source))
    operate_with_control(slot, with, value);
  for (const std::size_t with : flipped_) {
    for (const Source concerned : common_.wiring->sources_with(with)) {
      wires_.lay_again(concerned, common_.entered);
    }
  }
  for (const std::size_t with : flipped_) {
    for (const Source concerned : common_.wiring->sources_with(with)) route_again(concerned);
  }
  flows_.settle_rewired();
}

void Router::operate_with_control(Slot& slot, const Route& with, Vec2 value) {
  RouteState& state = slot.routes[with.state];
  const float amount = mapped(with.to_x, halves_of(value));
  const bool is_down = amount >= (state.is_down ? with.release_at : with.press_at);
  if (is_down == state.is_down) return;
  state.is_down = is_down;
  const std::size_t number = Wiring::index(with.action);
  if (wires_.count_with(number, is_down ? 1 : -1)) flipped_.push_back(number);
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
    const bool goes_on = route.gesture != no_index || route.kind == RouteKind::impulse;
    if (goes_on) gestures_.cut_contact(slot, route, slot.routes[route.state]);
    if (route.kind == RouteKind::nudge) slot.shares[route.state] = {};
  }
}

// The route's context is left: whatever it holds is released. Flows must be settled afterwards.
void Router::release(Slot& slot, const Route& route) {
  if (slot.kind != route.device) return;
  RouteState& state = slot.routes[route.state];
  if (route.kind == RouteKind::point) {
    pointers_.release(route);
  } else if (route.binding != no_index) {
    const LiveBinding& binding = common_.wiring->binding(route.binding);
    if (binding.flow != no_index) flows_.release(slot, binding);
    if (is_live(route.kind)) lean(slot, route.action, route.state, {}, Cause::cut_off);
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
      for (const Route& with : common_.wiring->with_routes(source)) {
        operate_with_control(*slot, with, slot->controls[source]);
      }
    }
  }
}

// ---- the parts

void Router::make_room() {
  merging_.list_drivers();
  common_.entered.reserve(common_.wiring->context_count());
  flipped_.reserve(common_.wiring->with_count());
  places_to_hear_.reserve(control_count);
  gestures_.make_room();
  flows_.make_room();
}

void Router::forget(const Slot& slot) {
  flows_.forget(slot);
  pointers_.forget(slot);
  merging_.forget(slot);
}

}  // namespace nextmove::core
