#include "seat/causes.hpp"

#include <algorithm>
#include <array>
#include <chrono>
#include <optional>
#include <utility>

#include "model/binding_parts.hpp"

namespace nextmove::core {
namespace {

/// Which halves are pushed.
unsigned pushed_halves(Vec2 value) {
  unsigned halves = 0;
  if (value.x > 0) halves |= part_right;
  if (value.x < 0) halves |= part_left;
  if (value.y > 0) halves |= part_up;
  if (value.y < 0) halves |= part_down;
  return halves;
}

// What moves, or is at a place, is pushed by nobody.
bool can_be_pushed(RouteKind kind) {
  return is_live(kind) || kind == RouteKind::button || kind == RouteKind::gesture;
}

}  // namespace

float pushed_in(Vec2 value, unsigned parts) {
  const std::array halves = {value.x, -value.x, value.y, -value.y};
  float most = 0;
  for (unsigned half = 0; half < 4; ++half) {
    if (((parts >> half) & 1U) != 0) most = std::max(most, halves[half]);
  }
  return std::min(most, 1.0F);
}

Wired wired(const Playbook& playbook, const Route& route) {
  const Wiring::Written& written = playbook.data().wiring().written(route);
  const auto& bindings = playbook.contexts()[Wiring::index(written.context)].bindings;
  return {bindings[written.binding], written.source, written.context, &route};
}

bool Causes::is_done() const {
  const Reading& reading = common_.board.reading(action_);
  return reading.button.held || reading.button.pressed || reading.is_present ||
         reading.value != Vec2{};
}

// ---- the causes, in the order of the enumerators

FoundReason Causes::find(const Wired& wired, DeviceId device) const {
  FoundReason reason;
  note_contact(wired.route->device, wired.source, device, reason);
  if (is_turned_on(*wired.route)) {
    tell(reason, Why::turned_on);
  } else if (!is_kept_from_it(wired, reason)) {
    return nearest(wired, device, reason);
  }
  for (const auto& slot : common_.slots) {
    if (is_asked(*slot, wired, device)) {
      reason.value = std::max(reason.value, pushed_on(*slot, wired));
    }
  }
  return reason;
}

// Of several devices, the one that is pushed; of these the one that is nearest to doing it.
FoundReason Causes::nearest(const Wired& wired, DeviceId device, const FoundReason& common) const {
  const auto rank = [](const FoundReason& it) {
    return std::pair{it.value > 0 || it.why > Why::at_rest, it.why};
  };
  std::optional<FoundReason> best;
  for (const auto& slot : common_.slots) {
    if (!is_asked(*slot, wired, device)) continue;
    FoundReason here = common;
    here.value = pushed_on(*slot, wired);
    const bool is_held = slot->routes[wired.route->state].is_held;
    if (is_held || !is_taken_from_it(*slot, wired, here)) look_at(*slot, wired, here);
    if (!best || rank(here) >= rank(*best)) best = here;
  }
  return best.value_or(common);
}

bool Causes::is_asked(const Slot& slot, const Wired& wired, DeviceId device) {
  return slot.kind == wired.route->device && is_meant(device, slot.device);
}

FoundReason Causes::find_heard(const Wired& wired, DeviceId device) {
  is_of_readings_ = false;
  return find(wired, device);
}

float Causes::pushed_on(const Slot& slot, const Wired& wired) {
  if (!can_be_pushed(wired.route->kind)) return 0;
  return pushed_in(slot.controls[wired.source], wired.route->parts);
}

// Whatever is pushed: it would not be heard.
bool Causes::is_kept_from_it(const Wired& wired, FoundReason& reason) const {
  const Route& route = *wired.route;
  if ((route.schemes & bit_of(common_.scheme)) == 0) {
    reason.by_scheme = common_.scheme;
    return tell(reason, Why::other_scheme);
  }
  if (!has_device(wired, reason)) return true;
  if (!common_.is_in(wired.context)) return tell(reason, Why::not_entered);
  const CaptureState capture = seat_.standing().capture.state;
  if (capture == CaptureState::waiting || capture == CaptureState::queued) {
    return tell(reason, Why::captures);
  }
  if (!routes_.plays(route)) return tell(reason, Why::typing);
  if (common_.is_muted(action_)) {
    reason.by_mute = mute();
    if (reason.by_mute != MuteId::none) {
      reason.mute_count = seat_.mutes().counts()[static_cast<std::size_t>(reason.by_mute)];
    }
    return tell(reason, Why::muted);
  }
  return false;
}

bool Causes::tell(FoundReason& reason, Why why) {
  reason.why = why;
  return true;
}

bool Causes::has_device(const Wired& wired, FoundReason& reason) const {
  const DeviceKind kind = wired.route->device;
  const auto is_here = [&](const auto& slot) { return slot->kind == kind; };
  if (std::any_of(common_.slots.begin(), common_.slots.end(), is_here)) return true;
  reason.why = Why::no_device;
  if (const auto known = seat_.elsewhere().find_plugged(kind)) {
    reason.why = known->owner == nullptr ? Why::free_device : Why::others_device;
    reason.by_device = known->device;
    reason.owner = known->owner;
    note_contact(contact(known->device, wired.source), reason);
    if (reason.is_pushed) reason.value = 1;
  }
  for (const Wait& wait : seat_.standing().waits) {
    if (wait.kind != kind || wait.lost == DeviceId::none) continue;
    reason.why = Why::lost_device;
    reason.by_device = wait.lost;
  }
  return false;
}

// One that is on by itself, or else one that a context brings along.
MuteId Causes::mute() const {
  const auto counts = seat_.mutes().counts();
  for (std::size_t i = 0; i < counts.size(); ++i) {
    const auto id = static_cast<MuteId>(i);
    if (counts[i] != 0 && silences(id)) return id;
  }
  for (const ContextId context : common_.entered) {
    for (const MuteId id : common_.playbook.data().mutes_with[Wiring::index(context)]) {
      if (silences(id)) return id;
    }
  }
  return MuteId::none;
}

bool Causes::silences(MuteId mute) const {
  const auto& muted = common_.playbook.data().muted[static_cast<std::size_t>(mute)];
  return std::find(muted.begin(), muted.end(), action_) != muted.end();
}

// It stays on, whatever becomes of the control that turned it on.
bool Causes::is_turned_on(const Route& route) const {
  return route.gesture != no_index && wiring_.gesture(route).kind == GestureKind::toggle &&
         seat_.hearing().router().gestures().is_on(action_);
}

// Others have what is pushed of the control; or all of it, where nothing is.
bool Causes::is_taken_from_it(const Slot& slot, const Wired& wired, FoundReason& reason) const {
  // A movement is over with its event.
  const bool goes_on = can_be_pushed(wired.route->kind) || !is_of_readings_;
  const unsigned pushed =
      goes_on ? pushed_halves(slot.controls[wired.source]) & wired.route->parts : 0;
  const unsigned asked = pushed != 0 ? pushed : wired.route->parts;
  FoundReason taken = reason;
  unsigned left = 0;
  for (unsigned half = part_right; half <= part_down; half <<= 1U) {
    if ((asked & half) != 0 && !has_taker(half, wired, taken)) left |= half;
  }
  if (left == 0) {
    reason = taken;
    return true;
  }
  if (!routes_.is_satisfied(wired.route->with_set)) {
    reason.control = missing(wired);
    return tell(reason, Why::with_missing);
  }
  return is_left_to_more(wired, left, reason);
}

// A context above that takes this half of it.
bool Causes::has_taker(unsigned half, const Wired& wired, FoundReason& reason) const {
  const unsigned device = 1U << static_cast<unsigned>(wired.route->device);
  for (const ContextId above : common_.entered) {
    if (above == wired.context) return false;
    reason.by_context = above;
    for (const ActiveRoute& active : routes_.of(wired.source)) {
      const bool takes = wiring_.written(*active.route).context == above &&
                         (active.open & half) != 0 && !active.route->pass_on;
      if (!takes) continue;
      reason.by_action = active.action;
      return tell(reason, Why::claimed);
    }
    if ((wiring_.context(above).blocked & device) != 0) return tell(reason, Why::blocked);
  }
  return false;
}

const PlacedControl* Causes::missing(const Wired& wired) const {
  for (const PlacedControl& placed : wired.binding.with) {
    const auto control = resolve(placed, common_.playbook.zones());
    if (control && !is_with_down(*control)) return &placed;
  }
  return nullptr;
}

bool Causes::is_with_down(const ResolvedControl& control) const {
  for (const Route& with : wiring_.withs().routes_of(control.source)) {
    if (with.parts == control.part) return routes_.is_down(Wiring::index(with.action));
  }
  return false;
}

// Another binding of the context has all that is left, since more is held for it.
bool Causes::is_left_to_more(const Wired& wired, unsigned left, FoundReason& reason) const {
  const ActiveRoute* other = nullptr;
  for (const ActiveRoute& active : routes_.of(wired.source)) {
    if (wiring_.written(*active.route).context != wired.context) continue;
    if ((active.open & left) == 0) continue;
    if (active.route == wired.route || active.route->with_set == wired.route->with_set)
      return false;
    if (other == nullptr) other = &active;
  }
  if (other == nullptr) return false;
  const BindingDefinition& binding = core::wired(common_.playbook, *other->route).binding;
  reason.control = &control_at(binding, wiring_.written(*other->route).part);
  reason.with = &binding.with;
  return tell(reason, Why::with_more);
}

// ---- what one device does

void Causes::look_at(const Slot& slot, const Wired& wired, FoundReason& reason) const {
  reason.why = Why::at_rest;
  switch (wired.route->kind) {
    case RouteKind::button:
    case RouteKind::gesture: look_at_button(slot, wired, reason); break;
    case RouteKind::value:
    case RouteKind::flow: look_at_value(slot, wired, reason); break;
    case RouteKind::place:
      if (common_.board.reading(action_).is_present) reason.why = Why::drives;
      break;
    case RouteKind::detent:
    case RouteKind::displacement: break;  // moves only while it is moved
  }
  if (reason.why == Why::at_rest) look_at_rest(slot, wired, reason);
  if (!is_of_readings_) return;
  if (reason.why == Why::drives) return look_at_reading(reason);
  look_at_queue(slot, wired, reason);
}

void Causes::look_at_rest(const Slot& slot, const Wired& wired, FoundReason& reason) const {
  if (wired.source >= control_count) return look_at_touch(slot, wired, reason);
  const Contact last = contact(slot.device, wired.source);
  // What was captured, or joined somebody, is kept from the seat.
  const bool is_kept = last.is_pushed() && slot.controls[wired.source] == Vec2{} &&
                       wired.route->kind != RouteKind::place;
  if (last.is_unknown()) {
    reason.why = Why::never_sent;
    reason.by_device = slot.device;
  } else if (last.is_cut() || is_kept) {
    look_at_wait(slot, wired, reason);
  } else if (wired.route->gesture != no_index) {
    look_at_last(slot.gestures[wired.route->gesture], wiring_.gesture(*wired.route),
                 last.pushed_at(), reason);
  }
}

void Causes::look_at_touch(const Slot& slot, const Wired& wired, FoundReason& reason) const {
  const auto zone = static_cast<std::uint32_t>(wired.source - source_of_zone(0));
  const std::uint32_t catcher = seat_.hearing().touch().catcher(slot, zone);
  if (catcher == no_index) return;
  reason.why = Why::other_zone;
  reason.zone = catcher;
}

void Causes::look_at_queue(const Slot& slot, const Wired& wired, FoundReason& reason) const {
  if (wired.source >= control_count) return;
  const auto control = static_cast<Control>(wired.source);
  const auto pushed_at = seat_.elsewhere().waiting_press(slot.device, control);
  if (!pushed_at) return;
  reason.ahead = *pushed_at - common_.last_update;
  reason.why =
      reason.ahead < Duration{std::chrono::seconds{1}} ? Why::not_updated : Why::stamped_later;
}

void Causes::look_at_button(const Slot& slot, const Wired& wired, FoundReason& reason) const {
  const Route& route = *wired.route;
  const RouteState& state = slot.routes[route.state];
  if (state.is_held) {
    reason.why = Why::drives;
  } else if (reason.value == 0) {
    reason.why = Why::at_rest;
  } else if (!state.is_down) {
    reason.why = Why::below_threshold;
    reason.limit = route.press_at;
  } else if (route.gesture != no_index && slot.gestures[route.gesture].is_heard) {
    look_at_gesture(slot.gestures[route.gesture], wiring_.gesture(route), reason);
  } else {
    look_at_wait(slot, wired, reason);
  }
}

void Causes::look_at_gesture(const GestureState& state, const Gesture& gesture,
                             FoundReason& reason) const {
  if (gesture.kind == GestureKind::toggle) {
    reason.why = Why::turned_off;
    return;
  }
  const double share = to_seconds(common_.present() - state.since) / to_seconds(gesture.time);
  reason.value = static_cast<float>(std::clamp(share, 0.0, 1.0));
  const bool is_too_long = gesture.kind == GestureKind::tap && share > 1;
  reason.why = is_too_long ? Why::too_long : Why::under_way;
}

void Causes::look_at_value(const Slot& slot, const Wired& wired, FoundReason& reason) const {
  const Route& route = *wired.route;
  if (reason.value == 0) return;
  const auto bindings = wiring_.live_bindings(action_, slot.kind);
  const auto its = std::find_if(bindings.begin(), bindings.end(), [&](const LiveBinding& it) {
    return route.state >= it.first_state && route.state < it.first_state + it.count;
  });
  if (its == bindings.end()) return;
  const Vec2 push = pushed(*its, slot.shares.data());
  const LiveState& live = slot.live[Wiring::index(action_)];
  const Drive& drive = seat_.hearing().router().merging().drive(action_);
  if (push != Vec2{} && its->shaping.bent(push) == Vec2{}) {
    reason.why = Why::in_dead_zone;
    reason.limit = its->shaping.dead_zone();
  } else if (push != Vec2{} && live.size == 0 && its->custom != no_index) {
    reason.why = Why::made_nothing;
    reason.custom = its->custom;
  } else if (push == Vec2{} || live.size == 0) {
    reason.why = Why::cancelled;
  } else if (drive.driver != nullptr && drive.driver != &live && drive.driver->size > 0) {
    reason.why = Why::outdone;
    reason.by_device = drive.driver->slot->device;
  } else {
    reason.why = Why::drives;
  }
}

void Causes::look_at_reading(FoundReason& reason) const {
  if (is_done()) return;
  const bool is_news = common_.time > common_.last_update;
  if (is_news || !seat_.readout().is_intercepted()) {
    reason.why = Why::not_updated;
    return;
  }
  tell_interceptor(reason);
}

void Causes::tell_interceptor(FoundReason& reason) const {
  reason.why = Why::held_back;
  reason.after = Interruption::unknown;
  reason.interceptor = seat_.readout().last_change(action_).by;
}

}  // namespace nextmove::core
