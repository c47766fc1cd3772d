#include "seat_state.hpp"

#include <algorithm>
#include <array>
#include <cmath>

#include "playbook_data.hpp"

namespace nextmove::core {
namespace {

float square(Vec2 v) {
  return v.x * v.x + v.y * v.y;
}

Vec2 clamped(Vec2 v, ActionKind kind) {
  if (kind == ActionKind::axis) return {std::clamp(v.x, -1.0F, 1.0F), 0};
  const float s = square(v);
  if (s <= 1) return v;
  const float length = std::sqrt(s);
  return {v.x / length, v.y / length};
}

// Keeps the direction; the length grows from 0 at the edge of the dead zone to 1. Expects a length
// of at most 1.
Vec2 beyond_dead_zone(Vec2 v, float dead_zone) {
  if (dead_zone <= 0) return v;
  const float length = std::sqrt(square(v));
  if (length <= dead_zone) return {};
  const float factor = (length - dead_zone) / (1 - dead_zone) / length;
  return {v.x * factor, v.y * factor};
}

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

}  // namespace

SeatState::SeatState(std::string name, Playbook playbook, Journal& journal)
    : name_(std::move(name)),
      playbook_(std::move(playbook)),
      journal_(journal),
      wiring_(playbook_.data().wiring),
      heard_(wiring_.action_count()) {
  for (const ActionDefinition& action : playbook_.actions()) readings_.push_back({action.kind});
  entered_.reserve(wiring_.context_count());
  layers_.reserve(wiring_.context_count());
  dirty_.reserve(heard_.size());
  changes_.reserve(heard_.size());
}

// ---- devices

Slot& SeatState::add_device(DeviceId device, DeviceKind kind) {
  slots_.push_back(std::make_unique<Slot>(Slot{device, kind, std::vector<Vec2>(control_count),
                                               std::vector<RouteState>(wiring_.routes().size())}));
  return *slots_.back();
}

void SeatState::remove_device(DeviceId device) {
  const auto slot = std::find_if(slots_.begin(), slots_.end(),
                                 [&](const auto& s) { return s->device == device; });
  if (slot == slots_.end()) return;
  rest(**slot);
  slots_.erase(slot);
}

void SeatState::rest(Slot& slot) {
  for (std::size_t i = 0; i < slot.controls.size(); ++i) {
    if (slot.controls[i] != Vec2{}) route(slot, static_cast<Control>(i), {}, true);
  }
}

void SeatState::release_all() {
  for (const auto& slot : slots_) rest(*slot);
}

// ---- from controls to routes

inline void SeatState::mark_dirty(ActionId action) {
  Heard& heard = heard_[Wiring::index(action)];
  if (heard.is_dirty) return;
  heard.is_dirty = true;
  dirty_.push_back(action);
}

inline void SeatState::hold(ActionId action) {
  Heard& heard = heard_[Wiring::index(action)];
  if (heard.holders++ != 0) return;
  ++heard.presses;
  mark_dirty(action);
}

inline void SeatState::let_go(ActionId action) {
  Heard& heard = heard_[Wiring::index(action)];
  if (--heard.holders != 0) return;
  ++heard.releases;
  mark_dirty(action);
}

inline void SeatState::route_button(const Route& route, RouteState& state, float value,
                                    bool may_press) {
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

inline void SeatState::route_live(const Route& route, RouteState& state, Vec2 value) {
  if (state.value == value) return;
  state.value = value;
  mark_dirty(route.action);
}

// A detent presses once and lets go at once; what is less than a detent is kept for the next.
void SeatState::route_impulse(const Route& route, RouteState& state, float amount) {
  constexpr float most_detents = 100;  // more than a hand turns between two events
  const float total = std::min(state.value.x + amount, most_detents);
  const float detents = std::floor(total);
  state.value.x = total - detents;
  for (int i = 0; i < static_cast<int>(detents); ++i) {
    hold(route.action);
    let_go(route.action);
  }
}

// What is rarer, and so kept out of the way of keys, buttons and whole sticks.
[[gnu::noinline]] void SeatState::route_by_parts(const Route& route, RouteState& state, Vec2 value,
                                                 unsigned open, bool may_press) {
  const Halves halves = halves_of(value);
  switch (route.kind) {
    case RouteKind::press_part:
      route_button(route, state, mapped(route.to_x, halves), may_press);
      break;
    case RouteKind::impulse:
      if (may_press) route_impulse(route, state, mapped(route.to_x, halves));
      break;
    default: {
      const Halves heard = only_open(halves, open);
      route_live(route, state, {mapped(route.to_x, heard), mapped(route.to_y, heard)});
    }
  }
}

// Walks down the entered contexts. What one of them binds it claims, half by half, from those
// below; they still follow the control, so that a press they did not hear never counts as fresh
// later.
void SeatState::route(Slot& slot, Control source, Vec2 value, bool is_event) {
  const auto control = static_cast<std::size_t>(source);
  slot.controls[control] = value;
  const unsigned kind_bit = 1U << static_cast<unsigned>(slot.kind);
  unsigned open = part_all;
  for (const Layer& layer : layers_) {
    unsigned claimed = 0;
    for (Wiring::Index i = layer.row[control]; i != layer.row[control + 1]; ++i) {
      const Route& route = wiring_.routes()[i];
      RouteState& state = slot.routes[i];
      const bool may_press = is_event && (route.parts & open) != 0;
      switch (route.kind) {
        case RouteKind::press: route_button(route, state, value.x, may_press); break;
        case RouteKind::push: {
          const float push = (open & part_right) != 0 ? value.x : 0;
          route_live(route, state, {route.to_x[0] * push, route.to_y[0] * push});
          break;
        }
        case RouteKind::lean_whole:
          if (open == part_all) {
            route_live(route, state, value);
            break;
          }
          [[fallthrough]];
        default: route_by_parts(route, state, value, open, may_press);
      }
      if (!route.pass_on) claimed |= route.parts;
    }
    open &= ~claimed;
    if ((layer.blocked & kind_bit) != 0) open = 0;
  }
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
  rebuild_layers();
  route_again();
  if (journal_.is_on()) {
    journal_.listener(Entered{journal_.now, name_, playbook_.context(context).name});
  }
}

void SeatState::leave(ContextId context) {
  const auto at = std::find(entered_.begin(), entered_.end(), context);
  if (at == entered_.end()) return;
  const auto [begin, end] = wiring_.routes_of(context);
  for (const auto& slot : slots_) {
    for (Wiring::Index i = begin; i < end; ++i) {
      RouteState& state = slot->routes[i];
      const Route& route = wiring_.routes()[i];
      if (state.is_held) let_go(route.action);
      if (is_live(route.kind)) route_live(route, state, {});
      state = {};
    }
  }
  entered_.erase(at);
  rebuild_layers();
  route_again();
  if (journal_.is_on()) {
    journal_.listener(Left{journal_.now, name_, playbook_.context(context).name});
  }
}

void SeatState::rebuild_layers() {
  layers_.clear();
  for (const ContextId context : entered_) {
    layers_.push_back({wiring_.row_of(context), wiring_.blocked(context)});
  }
}

// The contexts have changed under controls that are down: live values move to whoever hears them
// now, and buttons only take note of what is down.
void SeatState::route_again() {
  for (const auto& slot : slots_) {
    for (std::size_t i = 0; i < slot->controls.size(); ++i) {
      if (slot->controls[i] != Vec2{}) {
        route(*slot, static_cast<Control>(i), slot->controls[i], false);
      }
    }
  }
}

// ---- from routes to readings

void SeatState::update() {
  for (const ActionId action : changes_) {
    ButtonReading& button = readings_[Wiring::index(action)].button;
    button = {.held = button.held};
  }
  changes_.clear();
  for (const ActionId action : dirty_) {
    Heard& heard = heard_[Wiring::index(action)];
    Reading& reading = readings_[Wiring::index(action)];
    heard.is_dirty = false;
    if (reading.kind == ActionKind::button) {
      reading.button = {heard.holders != 0, heard.presses != 0, heard.releases != 0, heard.presses,
                        heard.releases};
      heard.presses = 0;
      heard.releases = 0;
      changes_.push_back(action);
    } else if (const Vec2 value = merged_value(action, reading.kind); value != reading.value) {
      reading.value = value;
      changes_.push_back(action);
    }
  }
  dirty_.clear();
}

// Within a device the bindings add up; across devices the largest wins, so that a drifting stick
// never beats a key, and at equal size the device that was plugged in first.
Vec2 SeatState::merged_value(ActionId action, ActionKind kind) const {
  Vec2 largest;
  float largest_square = 0;
  for (const auto& slot : slots_) {
    Vec2 of_device;
    for (const LiveBinding& binding : wiring_.live_bindings(action, slot->kind)) {
      Vec2 sum;
      for (const Wiring::Index i : wiring_.routes_of(binding)) {
        sum = {sum.x + slot->routes[i].value.x, sum.y + slot->routes[i].value.y};
      }
      if (sum == Vec2{}) continue;
      const Vec2 shaped = beyond_dead_zone(clamped(sum, kind), binding.dead_zone);
      of_device = {of_device.x + shaped.x, of_device.y + shaped.y};
    }
    of_device = clamped(of_device, kind);
    if (square(of_device) > largest_square) {
      largest = of_device;
      largest_square = square(of_device);
    }
  }
  return largest;
}

}  // namespace nextmove::core
