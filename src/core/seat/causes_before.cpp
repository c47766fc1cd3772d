// What was before: how a control was last pushed, what that lacked, and what came between since.
#include <algorithm>
#include <optional>

#include "model/binding_parts.hpp"
#include "seat/causes.hpp"

namespace nextmove::core {

Contact Causes::contact(DeviceId device, Source source) const {
  if (source >= control_count) return {};
  return seat_.elsewhere().contact(device, static_cast<Control>(source));
}

// Of the one that was pushed last.
void Causes::note_contact(DeviceKind kind, Source source, DeviceId device, Reason& reason) const {
  std::optional<Time> newest;
  for (const auto& slot : common_.slots) {
    if (slot->kind != kind || !is_meant(device, slot->device)) continue;
    const Contact last = contact(slot->device, source);
    const Time pushed_at = last.pushed_at() == never ? Time::min() : last.pushed_at();
    if (last.is_unknown() || (newest && pushed_at < *newest)) continue;
    newest = pushed_at;
    note_contact(last, reason);
    reason.late = seat_.elsewhere().late(slot->device, static_cast<Control>(source));
  }
}

void Causes::note_contact(const Contact& last, Reason& reason) const {
  reason.is_pushed = last.is_pushed();
  if (last.pushed_at() != never) reason.pushed_ago = ago(last.pushed_at());
  if (last.let_go_at() != never) reason.let_go_ago = ago(last.let_go_at());
}

void Causes::note_push(const PlacedControl& placed, Reason& reason) const {
  const auto control = resolve(placed, common_.playbook.zones());
  if (!control || control->source >= control_count) return;
  note_contact(control->device, control->source, DeviceId::none, reason);
  for (const auto& slot : common_.slots) {
    if (slot->kind != control->device) continue;
    reason.value =
        std::max(reason.value, pushed_in(slot->controls[control->source], control->part));
  }
}

Duration Causes::ago(Time time) const {
  return std::max(common_.present() - time, Duration::zero());
}

// What the last contact lacked, where it was the one that counted.
void Causes::look_at_last(const GestureState& state, const Gesture& gesture, Time pushed_at,
                          FoundReason& reason) const {
  reason.lasted = state.lasted;
  reason.allowed = gesture.time;
  reason.taps = state.count;
  if (gesture.kind == GestureKind::taps) {
    const bool is_missing = state.count != 0 && common_.present() - state.since > gesture.time;
    if (is_missing) reason.why = Why::next_missing;
  } else if (state.end != GestureEnd::none && pushed_at <= state.since + state.lasted) {
    reason.why = state.end == GestureEnd::too_early ? Why::let_go_early : Why::was_too_long;
  }
}

// What was the last to come between since the control went down.
void Causes::look_at_wait(const Slot& slot, const Wired& wired, FoundReason& reason) const {
  reason.why = Why::waits_for_fresh;
  const Time since = contact(slot.device, wired.source).pushed_at();
  Time latest = since;
  const auto try_one = [&](Time at, Interruption what) {
    if (at == never || since == never || at < latest) return false;
    latest = at;
    reason.after = what;
    reason.after_ago = ago(at);
    reason.by_context = ContextId::none;
    reason.by_mute = MuteId::none;
    return true;
  };
  const Changes& changes = common_.changes;
  for (std::size_t i = 0; i < interruption_count; ++i) {
    const auto what = static_cast<Interruption>(i);
    if (what == Interruption::typing && wired.route->device != DeviceKind::keyboard) continue;
    try_one(changes.last(what), what);
  }
  try_one(slot.came_at, Interruption::joined);
  for (std::size_t i = 0; i < wiring_.context_count(); ++i) {
    const auto context = static_cast<ContextId>(i);
    if (!can_take(context, wired)) continue;
    if (try_one(changes.left(context), Interruption::left)) reason.by_context = context;
  }
  for (std::size_t i = 0; i < common_.playbook.mutes().size(); ++i) {
    const auto mute = static_cast<MuteId>(i);
    if (!silences(mute)) continue;
    if (try_one(changes.unmuted(mute), Interruption::unmuted)) reason.by_mute = mute;
  }
  try_one(last_with_change(wired), Interruption::with_control);
  try_one(changes.entered(wired.context), Interruption::entered);
  const auto change = seat_.readout().last_change(action_);
  if (change.at != never && change.at >= latest) tell_interceptor(reason);
}

// Whether it takes the control from the contexts below, or may have.
bool Causes::can_take(ContextId context, const Wired& wired) const {
  if (context == wired.context) return false;
  const unsigned device = 1U << static_cast<unsigned>(wired.route->device);
  if ((wiring_.context(context).blocked & device) != 0) return true;
  const Wiring::Index* const row = wiring_.row_of(context) + wired.source;
  return std::any_of(wiring_.routes().begin() + row[0], wiring_.routes().begin() + row[1],
                     [&](const Route& route) {
                       return !route.pass_on && (route.parts & wired.route->parts) != 0;
                     });
}

// When what must be held for this, or for another use of the control, last went down or up.
Time Causes::last_with_change(const Wired& wired) const {
  Time latest = never;
  const auto look = [&](Source source) {
    if (source >= control_count) return;
    for (const auto& slot : common_.slots) {
      const Contact last = seat_.elsewhere().contact(slot->device, static_cast<Control>(source));
      for (const Time at : {last.pushed_at(), last.let_go_at()}) {
        if (at != never && (latest == never || at > latest)) latest = at;
      }
    }
  };
  const auto& bindings = common_.playbook.contexts()[Wiring::index(wired.context)].bindings;
  for (const BindingDefinition& binding : bindings) {
    for (const PlacedControl& with : binding.with) {
      const auto control = resolve(with, common_.playbook.zones());
      if (control && control->source != wired.source) look(control->source);
    }
  }
  return latest;
}

}  // namespace nextmove::core
