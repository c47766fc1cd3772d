#include "seat_state.hpp"

#include <algorithm>
#include <cmath>

#include "playbook_data.hpp"

namespace nextmove::core {
namespace {

float length(Vec2 v) { return std::sqrt(v.x * v.x + v.y * v.y); }

Vec2 clamped(Vec2 v, ActionKind kind) {
  if (kind == ActionKind::axis) return {std::clamp(v.x, -1.0F, 1.0F), 0};
  const float l = length(v);
  return l > 1 ? Vec2{v.x / l, v.y / l} : v;
}

// Keeps the direction; the length grows from 0 at the edge of the dead zone to 1. Expects a length of
// at most 1.
Vec2 beyond_dead_zone(Vec2 v, float dead_zone) {
  if (dead_zone <= 0) return v;
  const float l = length(v);
  if (l <= dead_zone) return {};
  const float factor = (l - dead_zone) / (1 - dead_zone) / l;
  return {v.x * factor, v.y * factor};
}

float mapped(const std::array<float, 4>& weights, const std::array<float, 4>& halves) {
  return weights[0] * halves[0] + weights[1] * halves[1] + weights[2] * halves[2] +
         weights[3] * halves[3];
}

}  // namespace

SeatState::SeatState(std::string name, Playbook playbook, Journal& journal)
    : name_(std::move(name)),
      playbook_(std::move(playbook)),
      journal_(journal),
      wiring_(playbook_.data().wiring),
      actions_(wiring_.action_count()) {
  entered_.reserve(wiring_.context_count());
  dirty_.reserve(actions_.size());
  changes_.reserve(actions_.size());
}

// ---- devices

void SeatState::add_device(DeviceId device, DeviceKind kind) {
  slots_.push_back({device, kind, std::vector<Vec2>(control_count),
                    std::vector<RouteState>(wiring_.routes().size())});
}

void SeatState::remove_device(DeviceId device) {
  const auto slot = std::find_if(slots_.begin(), slots_.end(),
                                 [&](const Slot& s) { return s.device == device; });
  if (slot == slots_.end()) return;
  rest(*slot);
  slots_.erase(slot);
}

void SeatState::rest(Slot& slot) {
  for (std::size_t i = 0; i < slot.controls.size(); ++i) {
    if (slot.controls[i] != Vec2{}) route(slot, static_cast<Control>(i), {}, true);
  }
}

void SeatState::release_all() {
  for (Slot& slot : slots_) rest(slot);
}

// ---- from controls to routes

void SeatState::hear(DeviceId device, Control source, Vec2 value) {
  for (Slot& slot : slots_) {
    if (slot.device == device) return route(slot, source, value, true);
  }
}

// Walks down the entered contexts. What one of them binds it claims, half by half, from those below;
// they still follow the control, so that a press they did not hear never counts as fresh later.
void SeatState::route(Slot& slot, Control source, Vec2 value, bool is_event) {
  slot.controls[static_cast<std::size_t>(source)] = value;
  const Halves full = {std::max(value.x, 0.0F), std::max(-value.x, 0.0F), std::max(value.y, 0.0F),
                       std::max(-value.y, 0.0F)};
  unsigned open = part_all;
  for (const ContextId context : entered_) {
    const auto [begin, end] = wiring_.routes_of(context, source);
    unsigned claimed = 0;
    if (wiring_.blocks(context, slot.kind)) claimed = part_all;
    for (Wiring::Index i = begin; i < end; ++i) {
      const Route& route = wiring_.routes()[i];
      RouteState& state = slot.routes[i];
      const bool is_open = (route.parts & open) != 0;
      if (route.is_impulse) {
        if (is_event && is_open) route_impulse(route, state, mapped(route.to_x, full));
      } else if (route.is_button) {
        route_button(route, state, mapped(route.to_x, full), is_event && is_open);
      } else {
        Halves heard = full;
        for (unsigned half = 0; half < 4; ++half) {
          if (((open >> half) & 1U) == 0) heard[half] = 0;
        }
        route_live(route, state, {mapped(route.to_x, heard), mapped(route.to_y, heard)});
      }
      if (!route.pass_on) claimed |= route.parts;
    }
    open &= ~claimed;
  }
}

void SeatState::route_button(const Route& route, RouteState& state, float value, bool may_press) {
  const bool is_down = value >= (state.is_down ? route.release_at : route.press_at);
  if (is_down == state.is_down) return;
  state.is_down = is_down;
  if (is_down && may_press) {
    state.is_held = true;
    hold(route.action);
  } else if (state.is_held) {
    state.is_held = false;
    let_go(route.action);
  }
}

// A detent presses once and lets go at once; what is less than a detent is kept for the next.
void SeatState::route_impulse(const Route& route, RouteState& state, float amount) {
  for (state.value.x += amount; state.value.x >= 1; state.value.x -= 1) {
    hold(route.action);
    let_go(route.action);
  }
}

void SeatState::route_live(const Route& route, RouteState& state, Vec2 value) {
  if (state.value == value) return;
  state.value = value;
  mark_dirty(route.action);
}

void SeatState::hold(ActionId action) {
  ActionState& it = state(action);
  if (it.holders++ != 0) return;
  ++it.heard.presses;
  mark_dirty(action);
}

void SeatState::let_go(ActionId action) {
  ActionState& it = state(action);
  if (--it.holders != 0) return;
  ++it.heard.releases;
  mark_dirty(action);
}

void SeatState::mark_dirty(ActionId action) {
  ActionState& it = state(action);
  if (it.is_dirty) return;
  it.is_dirty = true;
  dirty_.push_back(action);
}

// ---- contexts

bool SeatState::is_in(ContextId context) const {
  return std::find(entered_.begin(), entered_.end(), context) != entered_.end();
}

void SeatState::enter(ContextId context) {
  if (is_in(context)) return;
  const int rank = wiring_.rank(context);
  const auto below = std::find_if(entered_.begin(), entered_.end(),
                                  [&](ContextId other) { return wiring_.rank(other) <= rank; });
  entered_.insert(below, context);
  route_again();
  if (journal_.is_on()) {
    journal_.listener(Entered{journal_.now, name_, playbook_.context(context).name});
  }
}

void SeatState::leave(ContextId context) {
  const auto at = std::find(entered_.begin(), entered_.end(), context);
  if (at == entered_.end()) return;
  const auto [begin, end] = wiring_.routes_of(context);
  for (Slot& slot : slots_) {
    for (Wiring::Index i = begin; i < end; ++i) {
      RouteState& state = slot.routes[i];
      const Route& route = wiring_.routes()[i];
      if (state.is_held) let_go(route.action);
      if (!route.is_button && state.value != Vec2{}) mark_dirty(route.action);
      state = {};
    }
  }
  entered_.erase(at);
  route_again();
  if (journal_.is_on()) {
    journal_.listener(Left{journal_.now, name_, playbook_.context(context).name});
  }
}

// The contexts have changed under controls that are down: live values move to whoever hears them now,
// and buttons only take note of what is down.
void SeatState::route_again() {
  for (Slot& slot : slots_) {
    for (std::size_t i = 0; i < slot.controls.size(); ++i) {
      if (slot.controls[i] != Vec2{}) {
        route(slot, static_cast<Control>(i), slot.controls[i], false);
      }
    }
  }
}

// ---- from routes to readings

void SeatState::update() {
  for (const ActionId action : changes_) state(action).before = state(action).shown;
  changes_.clear();
  for (const ActionId action : dirty_) {
    ActionState& it = state(action);
    it.is_dirty = false;
    if (wiring_.kind(action) == ActionKind::button) {
      it.shown = it.heard;
      changes_.push_back(action);
    } else if (const Vec2 value = merged_value(action); value != it.value) {
      it.value = value;
      changes_.push_back(action);
    }
  }
  dirty_.clear();
}

// Across devices the largest wins, so that a drifting stick never beats a key; at equal size the
// device that was plugged in first.
Vec2 SeatState::merged_value(ActionId action) const {
  Vec2 largest;
  float largest_square = 0;
  for (const Slot& slot : slots_) {
    const Vec2 value = device_value(slot, action);
    const float square = value.x * value.x + value.y * value.y;
    if (square > largest_square) {
      largest = value;
      largest_square = square;
    }
  }
  return largest;
}

Vec2 SeatState::device_value(const Slot& slot, ActionId action) const {
  const ActionKind kind = wiring_.kind(action);
  Vec2 sum;
  for (const LiveBinding& binding : wiring_.live_bindings(action, slot.kind)) {
    const Vec2 value = binding_value(slot, binding, kind);
    sum = {sum.x + value.x, sum.y + value.y};
  }
  return clamped(sum, kind);
}

Vec2 SeatState::binding_value(const Slot& slot, const LiveBinding& binding, ActionKind kind) const {
  Vec2 sum;
  for (const Wiring::Index i : wiring_.routes_of(binding)) {
    sum = {sum.x + slot.routes[i].value.x, sum.y + slot.routes[i].value.y};
  }
  if (sum == Vec2{}) return sum;
  return beyond_dead_zone(clamped(sum, kind), binding.dead_zone);
}

const SeatState::ActionState* SeatState::find_state(ActionId action, bool is_button) const {
  const std::size_t index = Wiring::index(action);
  if (index >= actions_.size()) return nullptr;
  return (wiring_.kind(action) == ActionKind::button) == is_button ? &actions_[index] : nullptr;
}

ButtonReading SeatState::button(ActionId action) const {
  const ActionState* it = find_state(action, true);
  if (it == nullptr) return {};
  const std::uint32_t presses = it->shown.presses - it->before.presses;
  const std::uint32_t releases = it->shown.releases - it->before.releases;
  return {it->shown.presses != it->shown.releases, presses != 0, releases != 0, presses, releases};
}

Vec2 SeatState::value(ActionId action) const {
  const ActionState* it = find_state(action, false);
  return it == nullptr ? Vec2{} : it->value;
}

}  // namespace nextmove::core
