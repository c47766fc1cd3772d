// Pointers: places of mice and fingers, and what sticks and keys push.
#include <algorithm>

#include "seat/seat_state.hpp"

namespace nextmove::core {

// The last to point wins, and a change of contexts does not make another the last. A pointer whose
// control is claimed from above, or is nowhere any more, stays where it was, with nothing there.
void SeatState::point(Slot& slot, const Wire& wire, Vec2 value, Cause cause) {
  move_pointer(wire.action, flow_time());
  PointerState& pointer = pointers_[Wiring::index(wire.action)];
  const bool is_mapped = slot.kind == DeviceKind::touch;  // see hear_place
  const bool is_in_reach = is_mapped ? value != nowhere : is_in_part(value);
  const bool is_there = wire.open == part_all && is_in_reach;
  const bool is_its_place = pointer.slot == &slot && pointer.route != nullptr;
  const bool may_point = cause == Cause::operated || is_its_place || pointer.slot == nullptr;
  if (is_there && may_point) {
    pointer.position = is_mapped ? value : in_part(value);
    pointer.slot = &slot;
    pointer.route = wire.route;
  } else if (pointer.slot == &slot && pointer.route == wire.route) {
    pointer.slot = nullptr;
  }
  tally_.mark(wire.action);
}

// Within the part it does not matter when it turned round, but at its edge it does. So where
// smoothing bends its way, it goes in small steps.
void SeatState::move_pointer(ActionId action, Time until) {
  constexpr Duration step = std::chrono::milliseconds{4};
  PointerState& pointer = pointers_[Wiring::index(action)];
  while (until - pointer.until > step && is_smoothing(action)) {
    pointer.until += step;
    advance_all(action, pointer.until);
    push_pointer(action);
  }
  pointer.until = std::max(pointer.until, until);
  advance_all(action, until);  // a device that is new has not been reckoned up to here
  push_pointer(action);
}

// Who pushes it points; a mute lets nobody.
void SeatState::push_pointer(ActionId action) {
  Drive& drive = drives_[Wiring::index(action)];
  const Vec2 way = std::exchange(drive.way, {});
  if (way == Vec2{} || drive.driver == nullptr || is_muted(action)) return;
  const float shorter = std::min(part_size_.x, part_size_.y);
  PointerState& pointer = pointers_[Wiring::index(action)];
  const Vec2 to = {pointer.position.x + way.x * shorter / part_size_.x,
                   pointer.position.y - way.y * shorter / part_size_.y};
  pointer.position = {std::clamp(to.x, 0.0F, 1.0F), std::clamp(to.y, 0.0F, 1.0F)};
  pointer.slot = drive.driver->slot;
  pointer.route = nullptr;
  tally_.mark(action);
}

bool SeatState::is_smoothing(ActionId action) const {
  for (const LiveState* live : drivers_of(action)) {
    for (const LiveBinding& binding : live->bindings) {
      const FlowState& flow = live->slot->flows[binding.flow];
      if (flow.is_listed && !flow.is_settled()) return true;
    }
  }
  return false;
}

// What was pushed stays where it is left, as long as the device could push it on.
bool SeatState::is_pointed(ActionId action) const {
  const PointerState& pointer = pointers_[Wiring::index(action)];
  if (pointer.slot == nullptr) return false;
  return pointer.route != nullptr || may_be_pushed(action, *pointer.slot);
}

bool SeatState::may_be_pushed(ActionId action, const Slot& slot) const {
  for (const LiveBinding& binding : wiring_->live_bindings(action, slot.kind)) {
    for (Wiring::Index i = 0; i < binding.count; ++i) {
      const Wiring::Index state = binding.first_state + i;
      for (const Wire& wire : wires_.bundle(wiring_->control_of_state(state).source)) {
        if (wire.state == state && wire.open != 0) return true;
      }
    }
  }
  return false;
}

// Others may hear now what pushed them; then a place that is known counts.
void SeatState::look_for_pointers() {
  is_resting_ = false;
  for (const Source source : places_to_hear_) route_again(source);
  places_to_hear_.clear();  // and keeps its room, since nothing allocates in a running game
  for (std::size_t i = 0; i < pointers_.size(); ++i) {
    const auto action = static_cast<ActionId>(i);
    end_pushes(action);
    PointerState& pointer = pointers_[i];
    const bool was_pushed = pointer.slot != nullptr && pointer.route == nullptr;
    if (!was_pushed) continue;
    tally_.mark(action);
    if (!is_pointed(action)) fall_back(pointer);
  }
}

// Where there is no place to fall back on, whoever pushed may push on later.
void SeatState::fall_back(PointerState& pointer) {
  const Slot* const pusher = std::exchange(pointer.slot, nullptr);
  hear_places();
  if (pointer.slot == nullptr) pointer.slot = pusher;
}

void SeatState::hear_later(Source source) {
  const auto end = places_to_hear_.end();
  if (std::find(places_to_hear_.begin(), end, source) == end) places_to_hear_.push_back(source);
}

void SeatState::hear_places() {
  for (Source source = 0; source < control_count; ++source) {
    if (is_position(source)) route_again(source);
  }
}

// What smoothing still holds back of it is lost with who may push.
void SeatState::end_pushes(ActionId action) {
  if (readings_[Wiring::index(action)].kind != ActionKind::pointer) return;
  for (const LiveState* live : drivers_of(action)) {
    if (may_be_pushed(action, *live->slot)) continue;
    move_pointer(action, flow_time());
    for (const LiveBinding& binding : live->bindings) {
      FlowState& flow = live->slot->flows[binding.flow];
      flow.smooth = flow.target;
    }
  }
}

// Under another playbook they stand where they stood; places point again by themselves.
void SeatState::keep_pointers() {
  pointers_.resize(wiring_->action_count());
  for (PointerState& pointer : pointers_) {
    if (pointer.route == nullptr) continue;
    pointer.slot = nullptr;
    pointer.route = nullptr;
  }
}

}  // namespace nextmove::core
