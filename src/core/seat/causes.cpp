#include "seat/causes.hpp"

#include <algorithm>
#include <array>
#include <chrono>

#include "model/binding_parts.hpp"

namespace nextmove::core {
namespace {

/// How far the halves of a control with these bits are pushed.
float pushed_in(Vec2 value, unsigned parts) {
  const std::array halves = {value.x, -value.x, value.y, -value.y};
  float most = 0;
  for (unsigned half = 0; half < 4; ++half) {
    if (((parts >> half) & 1U) != 0) most = std::max(most, halves[half]);
  }
  return std::min(most, 1.0F);
}

}  // namespace

bool Causes::is_done() const {
  const Reading& reading = common_.board.reading(action_);
  return reading.button.held || reading.button.pressed || reading.is_present ||
         reading.value != Vec2{};
}

// ---- the causes, in the order of the enumerators

void Causes::find(const Wired& wired, ExplainedWay& way) const {
  for (const auto& slot : common_.slots) {
    if (slot->kind == way.device) way.value = std::max(way.value, pushed_on(*slot, wired));
  }
  note_contact(wired, way);
  if (is_turned_on(*wired.route)) {
    way.why = Why::turned_on;
    return;
  }
  if (is_kept_from_it(wired, way)) return;
  if (!is_held(wired) && is_taken_from_it(wired, way)) return;
  way.why = Why::never_sent;  // the least of what a device can do
  for (const auto& slot : common_.slots) {
    if (slot->kind != way.device) continue;
    ExplainedWay here = way;
    look_at(*slot, wired, here);
    if (here.why >= way.why) way = std::move(here);
  }
}

// What moves, or is at a place, is pushed by nobody.
float Causes::pushed_on(const Slot& slot, const Wired& wired) {
  const RouteKind kind = wired.route->kind;
  const bool can_be_pushed =
      is_live(kind) || kind == RouteKind::button || kind == RouteKind::gesture;
  if (!can_be_pushed) return 0;
  return pushed_in(slot.controls[wired.control.source], wired.control.part);
}

// Whatever is pushed: it would not be heard.
bool Causes::is_kept_from_it(const Wired& wired, ExplainedWay& way) const {
  const Route& route = *wired.route;
  if ((route.schemes & bit_of(common_.scheme)) == 0) {
    for (const PlacedName& scheme : wired.binding.schemes) way.schemes.push_back(scheme.name);
    return tell(way, Why::other_scheme);
  }
  if (!has_device(way)) return true;
  if (!common_.is_in(wired.context)) return tell(way, Why::not_entered);
  const CaptureState capture = seat_.standing().capture.state;
  if (capture == CaptureState::waiting || capture == CaptureState::queued) {
    return tell(way, Why::captures);
  }
  if (!routes_.plays(route)) return tell(way, Why::typing);
  if (common_.is_muted(action_)) {
    way.by_mute = mute();
    if (way.by_mute != MuteId::none) {
      way.mute_count = seat_.mutes().counts()[static_cast<std::size_t>(way.by_mute)];
    }
    return tell(way, Why::muted);
  }
  return false;
}

bool Causes::tell(ExplainedWay& way, Why why) {
  way.why = why;
  return true;
}

bool Causes::has_device(ExplainedWay& way) const {
  const auto is_here = [&](const auto& slot) { return slot->kind == way.device; };
  if (std::any_of(common_.slots.begin(), common_.slots.end(), is_here)) return true;
  way.why = Why::no_device;
  for (const Elsewhere::Known& known : seat_.elsewhere().plugged_in(way.device)) {
    const Why why = known.owner.empty() ? Why::free_device : Why::others_device;
    if (way.why == Why::free_device || (way.why == why && why == Why::others_device)) continue;
    way.why = why;
    way.by_device = known.device;
    way.by_seat = known.owner;
  }
  for (const Wait& wait : seat_.standing().waits) {
    if (wait.kind != way.device || wait.lost == DeviceId::none) continue;
    way.why = Why::lost_device;
    way.by_device = wait.lost;
    way.by_seat.clear();
  }
  return false;
}

// One that is on by itself, or else one that a context brings along.
MuteId Causes::mute() const {
  const auto counts = seat_.mutes().counts();
  const std::vector<MuteId> all = silencers();
  for (const MuteId id : all) {
    if (counts[static_cast<std::size_t>(id)] != 0) return id;
  }
  for (const ContextId context : common_.entered) {
    for (const MuteId id : common_.playbook.data().mutes_with[Wiring::index(context)]) {
      if (std::find(all.begin(), all.end(), id) != all.end()) return id;
    }
  }
  return MuteId::none;
}

// The mutes that can silence the action.
std::vector<MuteId> Causes::silencers() const {
  const auto& muted = common_.playbook.data().muted;
  std::vector<MuteId> found;
  for (std::size_t i = 0; i < muted.size(); ++i) {
    const bool is_among = std::find(muted[i].begin(), muted[i].end(), action_) != muted[i].end();
    if (is_among) found.push_back(static_cast<MuteId>(i));
  }
  return found;
}

// It stays on, whatever becomes of the control that turned it on.
bool Causes::is_turned_on(const Route& route) const {
  return route.gesture != no_index && wiring_.gesture(route).kind == GestureKind::toggle &&
         seat_.hearing().router().gestures().is_on(action_);
}

// What is held goes on, whoever would hear the next press.
bool Causes::is_held(const Wired& wired) const {
  return std::any_of(common_.slots.begin(), common_.slots.end(),
                     [&](const auto& slot) { return slot->routes[wired.route->state].is_held; });
}

// Others have the control.
bool Causes::is_taken_from_it(const Wired& wired, ExplainedWay& way) const {
  const Source source = wired.control.source;
  const unsigned device = 1U << static_cast<unsigned>(way.device);
  for (const ContextId above : common_.entered) {
    if (above == wired.context) break;
    way.by_context = above;
    if (const Route* taker = taker_in(above, source, wired.control.part)) {
      way.by_action = taker->action;
      return tell(way, Why::claimed);
    }
    if ((wiring_.context(above).blocked & device) != 0) return tell(way, Why::blocked);
  }
  way.by_context = ContextId::none;
  const auto with_set = wired.route->with_set;
  if (!routes_.is_satisfied(with_set)) {
    way.by_control = missing(wired);
    return tell(way, Why::with_missing);
  }
  return is_left_to_more(wired, way);
}

// Which route claims the half from the contexts below.
const Route* Causes::taker_in(ContextId context, Source source, unsigned part) const {
  const Wiring::Index* const row = wiring_.row_of(context);
  for (Wiring::Index i = row[source]; i != row[source + 1]; ++i) {
    const Route& route = wiring_.routes()[i];
    const bool takes = !route.pass_on && (route.parts & part) == part && routes_.plays(route) &&
                       routes_.is_satisfied(route.with_set);
    if (takes) return &route;
  }
  return nullptr;
}

Combination Causes::missing(const Wired& wired) const {
  for (const PlacedControl& placed : wired.binding.with) {
    const auto control = resolve(placed, common_.playbook.zones());
    if (control && !is_with_down(*control)) return placed;
  }
  return {};
}

bool Causes::is_with_down(const ResolvedControl& control) const {
  for (const Route& with : wiring_.withs().routes_of(control.source)) {
    if (with.parts == control.part) return routes_.is_down(Wiring::index(with.action));
  }
  return false;
}

bool Causes::is_left_to_more(const Wired& wired, ExplainedWay& way) const {
  const std::size_t size = wired.binding.with.size();
  bool found = false;
  const auto& contexts = common_.playbook.contexts();
  for (const BindingDefinition& other : contexts[Wiring::index(wired.context)].bindings) {
    if (other.with.size() <= size || found) continue;
    for (int part = 0; part < action_part_count; ++part) {
      const PlacedControl& placed = control_at(other, static_cast<ActionPart>(part));
      const auto control = resolve(placed, common_.playbook.zones());
      if (!control || !overlap(*control, wired.control)) continue;
      const bool is_held =
          std::all_of(other.with.begin(), other.with.end(), [&](const PlacedControl& with) {
            const auto held = resolve(with, common_.playbook.zones());
            return held && is_with_down(*held);
          });
      if (!is_held) continue;
      way.by_control = Combination{placed, other.with};
      way.why = Why::with_more;
      found = true;
    }
  }
  return found;
}

// ---- what one device does

void Causes::look_at(const Slot& slot, const Wired& wired, ExplainedWay& way) const {
  way.why = Why::at_rest;
  way.value = pushed_on(slot, wired);
  switch (wired.route->kind) {
    case RouteKind::button:
    case RouteKind::gesture: look_at_button(slot, wired, way); break;
    case RouteKind::value:
    case RouteKind::flow: look_at_value(slot, wired, way); break;
    case RouteKind::place:
      if (common_.board.reading(action_).is_present) way.why = Why::drives;
      break;
    case RouteKind::detent:
    case RouteKind::displacement: break;  // moves only while it is moved
  }
  if (way.why == Why::drives) return look_at_reading(way);
  if (way.why == Why::at_rest) look_at_rest(slot, wired, way);
  look_at_queue(slot, wired, way);
}

void Causes::look_at_rest(const Slot& slot, const Wired& wired, ExplainedWay& way) const {
  if (wired.control.source >= control_count) return look_at_touch(slot, wired, way);
  const Contact last = contact(slot, wired);
  if (last.is_unknown()) {
    way.why = Why::never_sent;
    way.by_device = slot.device;
  } else if (last.is_pushed() && slot.controls[wired.control.source] == Vec2{} &&
             wired.route->kind != RouteKind::place) {
    look_at_wait(slot, wired, way);  // what was captured or joined somebody is kept from the seat
  } else if (wired.route->gesture != no_index) {
    look_at_last(slot.gestures[wired.route->gesture], wiring_.gesture(*wired.route),
                 last.pushed_at(), way);
  }
}

void Causes::look_at_touch(const Slot& slot, const Wired& wired, ExplainedWay& way) const {
  const auto zone = static_cast<std::uint32_t>(wired.control.source - source_of_zone(0));
  const std::uint32_t catcher = seat_.hearing().touch().catcher(slot, zone);
  if (catcher == no_index) return;
  way.why = Why::other_zone;
  way.by_zone = common_.playbook.zones()[catcher].name;
}

void Causes::look_at_queue(const Slot& slot, const Wired& wired, ExplainedWay& way) const {
  if (wired.control.source >= control_count) return;
  const auto control = static_cast<Control>(wired.control.source);
  const auto pushed_at = seat_.elsewhere().waiting_press(slot.device, control);
  if (!pushed_at) return;
  way.ahead = *pushed_at - common_.last_update;
  way.why = way.ahead < Duration{std::chrono::seconds{1}} ? Why::not_updated : Why::stamped_later;
}

void Causes::look_at_button(const Slot& slot, const Wired& wired, ExplainedWay& way) const {
  const Route& route = *wired.route;
  const RouteState& state = slot.routes[route.state];
  if (state.is_held) {
    way.why = Why::drives;
  } else if (way.value == 0) {
    way.why = Why::at_rest;
  } else if (!state.is_down) {
    way.why = Why::below_threshold;
    way.limit = route.press_at;
  } else if (route.gesture != no_index && slot.gestures[route.gesture].is_heard) {
    look_at_gesture(slot.gestures[route.gesture], wiring_.gesture(route), way);
  } else {
    look_at_wait(slot, wired, way);
  }
}

void Causes::look_at_gesture(const GestureState& state, const Gesture& gesture,
                             ExplainedWay& way) const {
  if (gesture.kind == GestureKind::toggle) {
    way.why = Why::turned_off;
    return;
  }
  const double share = to_seconds(common_.present() - state.since) / to_seconds(gesture.time);
  way.value = static_cast<float>(std::clamp(share, 0.0, 1.0));
  const bool is_too_long = gesture.kind == GestureKind::tap && share > 1;
  way.why = is_too_long ? Why::too_long : Why::under_way;
}

void Causes::look_at_value(const Slot& slot, const Wired& wired, ExplainedWay& way) const {
  const Route& route = *wired.route;
  if (way.value == 0) return;
  const auto bindings = wiring_.live_bindings(action_, slot.kind);
  const auto its = std::find_if(bindings.begin(), bindings.end(), [&](const LiveBinding& it) {
    return route.state >= it.first_state && route.state < it.first_state + it.count;
  });
  if (its == bindings.end()) return;
  const Vec2 push = pushed(*its, slot.shares.data());
  const LiveState& live = slot.live[Wiring::index(action_)];
  const Drive& drive = seat_.hearing().router().merging().drive(action_);
  if (push != Vec2{} && its->shaping.bent(push) == Vec2{}) {
    way.why = Why::in_dead_zone;
    way.limit = its->shaping.dead_zone();
  } else if (push != Vec2{} && live.size == 0 && its->custom != no_index) {
    way.why = Why::made_nothing;
    way.by_custom = wiring_.custom_names()[its->custom];
  } else if (push == Vec2{} || live.size == 0) {
    way.why = Why::cancelled;
  } else if (drive.driver != nullptr && drive.driver != &live && drive.driver->size > 0) {
    way.why = Why::outdone;
    way.by_device = drive.driver->slot->device;
  } else {
    way.why = Why::drives;
  }
}

void Causes::look_at_reading(ExplainedWay& way) const {
  if (is_done()) return;
  const bool is_news = common_.time > common_.last_update;
  const auto interceptors = seat_.readout().interceptors();
  if (is_news || interceptors.empty()) {
    way.why = Why::not_updated;
    return;
  }
  tell_interceptor(way);
}

void Causes::tell_interceptor(ExplainedWay& way) const {
  way.why = Why::held_back;
  way.after = Interruption::unknown;
  const auto change = seat_.readout().last_change(action_);
  for (const InterceptorInfo& it : seat_.readout().interceptors()) {
    if (it.id == change.by) way.by_interceptor = it.name;
  }
}

}  // namespace nextmove::core
