// From controls to routes.
#include <algorithm>
#include <array>
#include <cmath>
#include <tuple>

#include "seat/seat_state.hpp"

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

// Without branches on what the player does; see Tally.
inline void SeatState::press(const Wire& wire, RouteState& state, float value, Cause cause) {
  const bool is_down = value >= std::array{wire.press_at, wire.release_at}[state.is_down];
  if (is_down == state.is_down) return;
  const bool is_heard =
      wire.can_press & (cause == Cause::operated) & (tally_.heard(wire.action).mutes == 0);
  const bool is_held = is_down & is_heard;
  tally_.heard(wire.action).downs += is_held ? 1 : 0;
  tally_.turn(wire.action, state.is_held, is_held, time_);
  state.is_down = is_down;
  state.is_held = is_held;
}

inline void SeatState::lean(Slot& slot, ActionId action, std::uint32_t state, Vec2 value,
                            Cause cause) {
  const bool is_moved = slot.shares[state] != value;
  expect_change(action, slot.live[Wiring::index(action)], is_moved ? cause : Cause::rewired);
  slot.shares[state] = value;
}

// The path of most events. It calls nothing on its way, so that it needs to keep nothing for later.
void SeatState::hear(Slot& slot, const Event& event) {
  const Source source = source_of(event.control);
  const Wires::Bundle& bundle = wires_.bundle(source);
  if (!bundle.is_plain || event.time >= next_due_) return hear_slowly(slot, event);
  begin_event(event.time);
  const Vec2 value = {event.x, event.y};
  note_use(slot, slot.controls[source], event);
  slot.controls[source] = value;
  if (bundle.is_quick) return lean_quickly(slot, bundle, value);
  operate(slot, bundle, value, Cause::operated);
}

// All of it is weighed at once, when all its wires have been heard.
[[gnu::noinline]] void SeatState::lean_quickly(Slot& slot, const Wires::Bundle& bundle,
                                               Vec2 value) {
  for (const Wire& wire : bundle) {
    Drive& drive = drives_[Wiring::index(wire.action)];
    if (drive.pending != 0) [[unlikely]]
      weigh(wire.action);
    drive.is_operated = true;
    slot.shares[wire.state] = linear(wire, value);
    slot.live[Wiring::index(wire.action)].is_stale = true;
  }
  for (const Wire& wire : bundle) {
    tally_.mark(wire.action);
    LiveState& live = slot.live[Wiring::index(wire.action)];
    if (live.is_stale) [[likely]]
      weigh_change(wire.action, readings_[Wiring::index(wire.action)].kind, live);
  }
}

[[gnu::noinline]] void SeatState::hear_slowly(Slot& slot, const Event& event) {
  if (event.time >= next_due_) complete_gestures(event.time);
  begin_event(event.time);
  note_use(slot, event);
  const Source source = source_of(event.control);
  const Vec2 value = {event.x, event.y};
  if (source >= source_of(Control::Finger1)) return hear_touch(slot, source, value);
  route(slot, source, value, Cause::operated);
}

void SeatState::take_up(Slot& slot, const Event& event) {
  if (event.time >= next_due_) complete_gestures(event.time);
  begin_event(event.time);
  const Source source = source_of(event.control);
  const Vec2 value = {event.x, event.y};
  if (wires_.bundle(source).has_with_controls) operate_with_controls(slot, source, value);
  route(slot, source, value, Cause::rewired);
  settle_rewired_flows();
  look_for_pointers();
}

[[gnu::noinline]] void SeatState::operate(Slot& slot, const Wires::Bundle& bundle, Vec2 value,
                                          Cause cause) {
  for (const Wire& wire : bundle) operate(slot, wire, value, cause);
}

inline void SeatState::operate(Slot& slot, const Wire& wire, Vec2 value, Cause cause) {
  RouteState& state = slot.routes[wire.state];
  switch (wire.kind) {
    case RouteKind::press: press(wire, state, value.x, cause); break;
    case RouteKind::lean:
      lean(slot, wire.action, wire.state, contribution_of(wire, value), cause);
      break;
    case RouteKind::contact: contact(slot, wire, state, amount_of(wire, value), cause); break;
    case RouteKind::flow: flow(slot, wire, contribution_of(wire, value), cause); break;
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
void SeatState::route(Slot& slot, Source source, Vec2 value, Cause cause) {
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
void SeatState::number_press(Slot& slot, Source source, const Wires::Bundle& bundle, Vec2 value) {
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
    const std::uint32_t pending = drives_[Wiring::index(wire.action)].pending;
    if (pending != 0 && pending != event_) weigh(wire.action);
  }
  slot.presses[source] = presses;
}

// A stick that swings from one side to the other lets go of the one before it pushes the other,
// whichever binding was written first.
void SeatState::release_first(Slot& slot, Source source, Vec2 value, Cause cause) {
  for (const Wire& wire : wires_.bundle(source)) {
    RouteState& state = slot.routes[wire.state];
    if (wire.kind != RouteKind::contact || !state.is_down) continue;
    const float amount = amount_of(wire, value);
    if (amount < wire.release_at) contact(slot, wire, state, amount, cause);
  }
}

void SeatState::contact(Slot& slot, const Wire& wire, RouteState& state, float value, Cause cause) {
  const bool is_down = value >= (state.is_down ? wire.release_at : wire.press_at);
  if (is_down == state.is_down) return;
  state.is_down = is_down;
  if (cause == Cause::cut_off) {
    cut_contact(slot, *wire.route, state);
  } else if (!is_down) {
    end_contact(slot, *wire.route, state);
  } else if (wire.can_press && cause == Cause::operated && tally_.heard(wire.action).mutes == 0) {
    begin_contact(slot, *wire.route, state);
  }
}

// A detent presses once and lets go at once; what is less than a detent is kept for the next, and
// turning back takes it back.
void SeatState::impulse(Slot& slot, const Wire& wire, RouteState& state, Vec2 value) {
  if (!wire.can_press || is_muted(wire.action)) return;
  Vec2& turned = slot.shares[wire.state];
  int presses = 0;
  for (const auto& [amount, position, forth, back] :
       {std::tuple{value.x, &turned.x, part_right, part_left},
        std::tuple{value.y, &turned.y, part_up, part_down}}) {
    const int detents = turn(*position, amount);
    if ((wire.open & (detents > 0 ? forth : back)) != 0) presses += std::abs(detents);
  }
  for (int i = 0; i < presses; ++i) {
    begin_contact(slot, *wire.route, state);
    end_contact(slot, *wire.route, state);
  }
}

void SeatState::nudge(Slot& slot, const Wire& wire, Vec2 value) {
  Vec2 amount = contribution_of(wire, value);
  if (amount == Vec2{}) return;
  const bool is_moved = is_displacement(readings_[Wiring::index(wire.action)].kind);
  if (wire.route->has_detents && !is_moved) press_by_detents(slot, wire, value);
  tally_.mark(wire.action);
  Vec2* sum = &drives_[Wiring::index(wire.action)].way;
  if (wire.route->binding != no_index) {
    const LiveBinding& binding = wiring_->binding(wire.route->binding);
    if (binding.custom != no_index) amount = binding.shaping.scaled(custom(binding, amount));
    if (binding.smoothing != 0) {
      advance(slot, binding, flow_time());
      list_flow(slot, binding);
      sum = &slot.flows[binding.flow].pending;
    }
  }
  *sum = {sum->x + amount.x, sum->y + amount.y};
}

void SeatState::press_by_detents(Slot& slot, const Wire& wire, Vec2 value) {
  if (is_muted(wire.action)) return;
  Vec2& turned = slot.shares[wire.state];
  const int right = turn(turned.x, value.x);
  const int up = turn(turned.y, value.y);
  DirectionPresses& presses = drives_[Wiring::index(wire.action)].presses;
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
[[gnu::noinline]] void SeatState::operate_with_controls(Slot& slot, Source source, Vec2 value) {
  flipped_.clear();
  for (const Route& with : wiring_->with_routes(source)) operate_with_control(slot, with, value);
  for (const std::size_t with : flipped_) {
    for (const Source concerned : wiring_->sources_with(with)) {
      wires_.lay_again(concerned, entered_);
    }
  }
  for (const std::size_t with : flipped_) {
    for (const Source concerned : wiring_->sources_with(with)) route_again(concerned);
  }
  settle_rewired_flows();
}

void SeatState::operate_with_control(Slot& slot, const Route& with, Vec2 value) {
  RouteState& state = slot.routes[with.state];
  const float amount = mapped(with.to_x, halves_of(value));
  const bool is_down = amount >= (state.is_down ? with.release_at : with.press_at);
  if (is_down == state.is_down) return;
  state.is_down = is_down;
  const std::size_t number = Wiring::index(with.action);
  if (wires_.count_with(number, is_down ? 1 : -1)) flipped_.push_back(number);
}

void SeatState::route_again(Source source) {
  if (is_resting_ && is_position(source)) return hear_later(source);
  for (const auto& slot : slots_) {
    if (slot->controls[source] != Vec2{} || is_position(source)) {
      route(*slot, source, slot->controls[source], Cause::rewired);
    }
  }
}

// The contexts have changed under controls that are down: live values move to whoever hears them
// now, and buttons only take note of what is down.
void SeatState::route_again(Time time) {
  time_ = time;
  for (Source source = 0; source < wiring_->source_count(); ++source) route_again(source);
  settle_rewired_flows();
  take_up_fingers();
  look_for_pointers();
}

// Pointers must be looked for afterwards, when all that rests does: until then the controls that a
// place needs, or that take it away, are let go one by one, which means nothing.
void SeatState::rest(Slot& slot) {
  is_resting_ = true;
  for (Source source = 0; source < wiring_->source_count(); ++source) {
    if (slot.controls[source] == Vec2{} || is_position(source)) continue;
    route(slot, source, {}, Cause::cut_off);
  }
  // A mouse stays where it is; fingers are nowhere.
  for (Source source = source_of(Control::Finger1Position); source < control_count; ++source) {
    if (slot.controls[source] != nowhere) route(slot, source, nowhere, Cause::cut_off);
  }
  slot.fingers = {};
  // Smoothing does not go on, and what it still held back is lost.
  for (const ActiveFlow& active : flows_) {
    if (active.slot != &slot) continue;
    FlowState& flow = slot.flows[active.binding->flow];
    const ActionId action = active.binding->action;
    advance(action, flow_time());
    expect_change(action, slot.live[Wiring::index(action)], Cause::cut_off);
    flow.smooth = flow.target;
    flow.pending = {};
  }
  forget_peaks(slot);
  end_toggles_of(slot);
  // With nothing down, taps wait for the next, and a wheel for the rest of its detent.
  for (const Route& route : wiring_->routes()) {
    const bool goes_on = route.gesture != no_index || route.kind == RouteKind::impulse;
    if (goes_on) cut_contact(slot, route, slot.routes[route.state]);
    if (route.kind == RouteKind::nudge) slot.shares[route.state] = {};
  }
}

// The route's context is left: whatever it holds is released. Flows must be settled afterwards.
void SeatState::release(Slot& slot, const Route& route) {
  if (slot.kind != route.device) return;
  RouteState& state = slot.routes[route.state];
  if (route.kind == RouteKind::point) {
    PointerState& pointer = pointers_[Wiring::index(route.action)];
    if (pointer.route == &route) pointer.slot = nullptr;
    tally_.mark(route.action);
  } else if (route.binding != no_index) {
    const LiveBinding& binding = wiring_->binding(route.binding);
    if (binding.flow != no_index) {
      advance(route.action, flow_time());
      expect_change(route.action, slot.live[Wiring::index(route.action)], Cause::cut_off);
      FlowState& flow = slot.flows[binding.flow];
      flow.target = flow.smooth = flow.pending = {};
      rewired_flows_.push_back({&slot, &binding});
    }
    if (is_live(route.kind)) lean(slot, route.action, route.state, {}, Cause::cut_off);
  } else {
    cut_contact(slot, route, state);
  }
  forget_peak(slot, route.action);
  state = {};
  slot.shares[route.state] = {};
}

}  // namespace nextmove::core
