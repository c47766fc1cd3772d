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
      heard_(wiring_.action_count()),
      press_logs_(wiring_.action_count()),
      mutes_(playbook_.mutes().size()) {
  for (const ActionDefinition& action : playbook_.actions()) readings_.push_back({action.kind});
  entered_.reserve(wiring_.context_count());
  wires_.reserve(wiring_.routes().size());
  dirty_.resize(heard_.size() + 1);
  changes_.reserve(heard_.size());
}

// ---- devices

Slot& SeatState::add_device(DeviceId device, DeviceKind kind) {
  slots_.push_back(std::make_unique<Slot>(Slot{device, kind, std::vector<Vec2>(control_count),
                                               std::vector<RouteState>(wiring_.routes().size()),
                                               std::vector<Slot::Live>(wiring_.action_count())}));
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

// These three have no branches that depend on what the player does: a wrong guess of the processor
// would cost more than the work.
inline void SeatState::mark_dirty(ActionId action) {
  Heard& heard = heard_[Wiring::index(action)];
  dirty_[dirty_count_] = action;
  dirty_count_ += heard.is_dirty ? 0 : 1;
  heard.is_dirty = true;
}

inline void SeatState::hold(ActionId action) {
  Heard& heard = heard_[Wiring::index(action)];
  const unsigned is_press = heard.holders == 0 ? 1 : 0;
  PressLog& log = press_logs_[Wiring::index(action)];
  log.times[log.presses % log.times.size()] = time_;
  log.presses += is_press;
  heard.presses += is_press;
  ++heard.holders;
  mark_dirty(action);
}

inline void SeatState::let_go(ActionId action) {
  Heard& heard = heard_[Wiring::index(action)];
  --heard.holders;
  heard.releases += heard.holders == 0 ? 1 : 0;
  mark_dirty(action);
}

inline void SeatState::press(const Wire& wire, RouteState& state, float value, bool is_event) {
  const bool is_down = value >= (state.is_down ? wire.release_at : wire.press_at);
  if (is_down == state.is_down) return;
  state.is_down = is_down;
  const bool is_silent = heard_[Wiring::index(wire.action)].mutes != 0;
  if (is_down && wire.can_press && is_event && !is_silent) {
    state.is_held = true;
    hold(wire.action);
  } else if (state.is_held) {
    state.is_held = false;
    let_go(wire.action);
  }
}

inline void SeatState::lean(Slot& slot, ActionId action, RouteState& state, Vec2 value) {
  if (state.value == value) return;
  state.value = value;
  slot.live[Wiring::index(action)].is_stale = true;
  mark_dirty(action);
}

// A detent presses once and lets go at once; what is less than a detent is kept for the next.
void SeatState::impulse(const Wire& wire, RouteState& state, float amount) {
  if (!wire.can_press || is_muted(wire.action)) return;
  constexpr float most_detents = 100;  // more than a hand turns between two events
  const float total = std::min(state.value.x + amount, most_detents);
  const float detents = std::floor(total);
  state.value.x = total - detents;
  for (int i = 0; i < static_cast<int>(detents); ++i) {
    hold(wire.action);
    let_go(wire.action);
  }
}

// What is rarer, and so kept out of the way of keys, buttons and whole sticks.
[[gnu::noinline]] void SeatState::route_by_parts(Slot& slot, const Wire& wire, Vec2 value,
                                                 bool is_event) {
  const Route& route = *wire.route;
  RouteState& state = slot.routes[wire.state];
  const Halves halves = halves_of(value);
  if (wire.kind == RouteKind::press_part) {
    press(wire, state, mapped(route.to_x, halves), is_event);
  } else if (wire.kind == RouteKind::impulse) {
    if (is_event) impulse(wire, state, mapped(route.to_x, halves));
  } else {
    const Halves heard = only_open(halves, wire.open);
    lean(slot, wire.action, state, {mapped(route.to_x, heard), mapped(route.to_y, heard)});
  }
}

// Routes to which a control is closed follow it all the same, so that a press they did not hear
// never counts as fresh later.
void SeatState::route(Slot& slot, Control source, Vec2 value, bool is_event) {
  const auto control = static_cast<std::size_t>(source);
  slot.controls[control] = value;
  const Wire* const end = wires_.data() + first_wire_[control + 1];
  for (const Wire* wire = wires_.data() + first_wire_[control]; wire != end; ++wire) {
    RouteState& state = slot.routes[wire->state];
    if (wire->kind == RouteKind::press) {
      press(*wire, state, value.x, is_event);
    } else if (wire->kind == RouteKind::push) {
      lean(slot, wire->action, state, {wire->push.x * value.x, wire->push.y * value.x});
    } else if (wire->kind == RouteKind::lean_whole && wire->open == part_all) {
      lean(slot, wire->action, state, value);
    } else {
      route_by_parts(slot, *wire, value, is_event);
    }
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
  rewire();
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
      const Route& route = wiring_.routes()[i];
      RouteState& state = slot->routes[route.state];
      if (state.is_held) let_go(route.action);
      if (is_live(route.kind)) lean(*slot, route.action, state, {});
      state = {};
    }
  }
  entered_.erase(at);
  rewire();
  route_again();
  if (journal_.is_on()) {
    journal_.listener(Left{journal_.now, name_, playbook_.context(context).name});
  }
}

void SeatState::switch_to(ContextId context) {
  const int rank = wiring_.rank(context);
  for (std::size_t i = entered_.size(); i-- > 0;) {
    const ContextId other = entered_[i];
    if (other != context && wiring_.rank(other) == rank) leave(other);
  }
  enter(context);
}

void SeatState::rewire() {
  wires_.clear();
  for (std::size_t control = 0; control < control_count; ++control) {
    rewire(static_cast<Control>(control));
    first_wire_[control + 1] = static_cast<std::uint32_t>(wires_.size());
  }
}

// Walks down the entered contexts. What one of them binds it claims, half by half, from those
// below.
void SeatState::rewire(Control source) {
  const auto control = static_cast<std::size_t>(source);
  const unsigned device = 1U << static_cast<unsigned>(info(source).device);
  unsigned open = part_all;
  for (const ContextId context : entered_) {
    const Wiring::Index* row = wiring_.row_of(context);
    unsigned claimed = 0;
    for (Wiring::Index i = row[control]; i != row[control + 1]; ++i) {
      const Route& route = wiring_.routes()[i];
      const bool is_open = (route.parts & open) != 0;
      const Vec2 push = is_open ? Vec2{route.to_x[0], route.to_y[0]} : Vec2{};
      wires_.push_back({route.kind, static_cast<std::uint8_t>(open), is_open, route.action,
                        route.state, route.press_at, route.release_at, push, &route});
      if (!route.pass_on) claimed |= route.parts;
    }
    open &= ~claimed;
    if ((wiring_.blocked(context) & device) != 0) open = 0;
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

// ---- mutes

bool SeatState::exists(MuteId mute) const {
  return static_cast<std::size_t>(mute) < mutes_.size();
}

bool SeatState::is_muted(ActionId action) const {
  const std::size_t index = Wiring::index(action);
  return index < heard_.size() && heard_[index].mutes != 0;
}

void SeatState::mute(MuteId mute) {
  if (!exists(mute)) return;
  const auto index = static_cast<std::size_t>(mute);
  ++mutes_[index];
  for (const ActionId action : playbook_.data().muted[index]) {
    if (heard_[Wiring::index(action)].mutes++ == 0) silence(action);
  }
  if (journal_.is_on()) journal_.listener(Muted{journal_.now, name_, playbook_.mute(mute).name});
}

void SeatState::unmute(MuteId mute) {
  if (!exists(mute) || mutes_[static_cast<std::size_t>(mute)] == 0) return;
  const auto index = static_cast<std::size_t>(mute);
  --mutes_[index];
  for (const ActionId action : playbook_.data().muted[index]) {
    --heard_[Wiring::index(action)].mutes;
    mark_dirty(action);
  }
  if (journal_.is_on()) journal_.listener(Unmuted{journal_.now, name_, playbook_.mute(mute).name});
}

// Axes and vectors keep their values, unread; a button's controls stay down, unheard, until they
// are up.
void SeatState::silence(ActionId action) {
  for (const auto& slot : slots_) {
    for (const Route& route : wiring_.routes()) {
      RouteState& state = slot->routes[route.state];
      if (route.action != action || !state.is_held) continue;
      state.is_held = false;
      let_go(action);
    }
  }
  mark_dirty(action);
}

// ---- presses kept for a while

bool SeatState::take_press(ActionId action, Duration within) {
  const std::size_t index = Wiring::index(action);
  if (index >= press_logs_.size()) return false;
  constexpr std::uint32_t most_kept = 4;
  PressLog& log = press_logs_[index];
  const std::uint32_t kept = std::min(log.presses - log.taken, most_kept);
  for (std::uint32_t press = log.presses - kept; press != log.presses; ++press) {
    if (journal_.now - log.times[press % log.times.size()] > within) continue;
    log.taken = press + 1;
    return true;
  }
  return false;
}

// ---- from routes to readings

void SeatState::update() {
  for (const ActionId action : changes_) {
    ButtonReading& button = readings_[Wiring::index(action)].button;
    button = {.held = button.held};
  }
  changes_.clear();
  for (std::size_t i = 0; i < dirty_count_; ++i) {
    const ActionId action = dirty_[i];
    Heard& heard = heard_[Wiring::index(action)];
    Reading& reading = readings_[Wiring::index(action)];
    heard.is_dirty = false;
    if (reading.kind == ActionKind::button) {
      reading.button = {heard.holders != 0, heard.presses != 0, heard.releases != 0, heard.presses,
                        heard.releases};
      reading.presses_ever += heard.presses;
      reading.releases_ever += heard.releases;
      if (heard.presses + heard.releases != 0) changes_.push_back(action);
      heard.presses = 0;
      heard.releases = 0;
    } else if (const Vec2 value = merged_value(action, reading.kind); value != reading.value) {
      reading.value = value;
      changes_.push_back(action);
    }
  }
  dirty_count_ = 0;
}

// Across devices the largest wins, so that a drifting stick never beats a key, and at equal size
// the device that was plugged in first.
Vec2 SeatState::merged_value(ActionId action, ActionKind kind) {
  if (is_muted(action)) return {};
  Vec2 largest;
  float largest_square = 0;
  for (const auto& slot : slots_) {
    Slot::Live& live = slot->live[Wiring::index(action)];
    if (live.is_stale) live = {device_value(*slot, action, kind)};
    if (square(live.value) > largest_square) {
      largest = live.value;
      largest_square = square(live.value);
    }
  }
  return largest;
}

// Within a device the bindings add up.
Vec2 SeatState::device_value(const Slot& slot, ActionId action, ActionKind kind) const {
  Vec2 of_device;
  for (const LiveBinding& binding : wiring_.live_bindings(action, slot.kind)) {
    Vec2 sum;
    const RouteState* state = &slot.routes[binding.first_state];
    for (const RouteState* end = state + binding.count; state != end; ++state) {
      sum = {sum.x + state->value.x, sum.y + state->value.y};
    }
    const Vec2 shaped = binding.shaping.apply(clamped(sum, kind));
    of_device = {of_device.x + shaped.x, of_device.y + shaped.y};
  }
  return clamped(of_device, kind);
}

}  // namespace nextmove::core
