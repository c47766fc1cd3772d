// What was before: how a control was last pushed, what that lacked, and what came between since.
#include <algorithm>
#include <optional>

#include "model/binding_parts.hpp"
#include "seat/causes.hpp"

namespace nextmove::core {

Contact Causes::contact(const Slot& slot, const Wired& wired) const {
  if (wired.control.source >= control_count) return {};
  return seat_.elsewhere().contact(slot.device, static_cast<Control>(wired.control.source));
}

// Of the one that was pushed last.
void Causes::note_contact(const Wired& wired, ExplainedWay& way) const {
  std::optional<Time> newest;
  for (const auto& slot : common_.slots) {
    if (slot->kind != way.device) continue;
    const Contact last = contact(*slot, wired);
    const Time pushed_at = last.pushed_at() == never ? Time::min() : last.pushed_at();
    if (last.is_unknown() || (newest && pushed_at < *newest)) continue;
    newest = pushed_at;
    way.is_pushed = last.is_pushed();
    way.late = seat_.elsewhere().late(slot->device, static_cast<Control>(wired.control.source));
    if (last.pushed_at() != never) way.pushed_ago = ago(pushed_at);
    if (last.let_go_at() != never) way.let_go_ago = ago(last.let_go_at());
  }
}

Duration Causes::ago(Time time) const {
  return std::max(common_.present() - time, Duration::zero());
}

// What the last contact lacked, where it was the one that counted.
void Causes::look_at_last(const GestureState& state, const Gesture& gesture, Time pushed_at,
                          ExplainedWay& way) const {
  way.lasted = state.lasted;
  way.allowed = gesture.time;
  way.taps = state.count;
  if (gesture.kind == GestureKind::taps) {
    const bool is_missing = state.count != 0 && common_.present() - state.since > gesture.time;
    if (is_missing) way.why = Why::next_missing;
  } else if (state.end != GestureEnd::none && pushed_at <= state.since + state.lasted) {
    way.why = state.end == GestureEnd::too_early ? Why::let_go_early : Why::was_too_long;
  }
}

// What was the last to come between since the control went down.
void Causes::look_at_wait(const Slot& slot, const Wired& wired, ExplainedWay& way) const {
  way.why = Why::waits_for_fresh;
  const Time since = contact(slot, wired).pushed_at();
  Time latest = since;
  const auto try_one = [&](Time at, Interruption what) {
    if (at == never || since == never || at < latest) return false;
    latest = at;
    way.after = what;
    way.after_ago = ago(at);
    way.by_context = ContextId::none;
    way.by_mute = MuteId::none;
    return true;
  };
  const Changes& changes = common_.changes;
  for (std::size_t i = 0; i < interruption_count; ++i) {
    const auto what = static_cast<Interruption>(i);
    if (what == Interruption::typing && way.device != DeviceKind::keyboard) continue;
    try_one(changes.last(what), what);
  }
  try_one(slot.came_at, Interruption::joined);
  for (const ContextId context : contexts_with(wired)) {
    if (try_one(changes.left(context), Interruption::left)) way.by_context = context;
  }
  for (const MuteId mute : silencers()) {
    if (try_one(changes.unmuted(mute), Interruption::unmuted)) way.by_mute = mute;
  }
  try_one(last_with_change(wired), Interruption::with_control);
  try_one(changes.entered(wired.context), Interruption::entered);
  const auto change = seat_.readout().last_change(action_);
  if (change.at != never && change.at >= latest) tell_interceptor(way);
}

// Those that take the control from the contexts below, or did.
std::vector<ContextId> Causes::contexts_with(const Wired& wired) const {
  const unsigned device = 1U << static_cast<unsigned>(wired.route->device);
  std::vector<ContextId> found;
  for (std::size_t i = 0; i < wiring_.context_count(); ++i) {
    const auto context = static_cast<ContextId>(i);
    if (context == wired.context) continue;
    const Wiring::Index* const row = wiring_.row_of(context);
    bool takes = (wiring_.context(context).blocked & device) != 0;
    for (Wiring::Index at = row[wired.control.source]; at != row[wired.control.source + 1]; ++at) {
      const Route& route = wiring_.routes()[at];
      takes |= !route.pass_on && (route.parts & wired.control.part) != 0;
    }
    if (takes) found.push_back(context);
  }
  return found;
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
      if (control && control->source != wired.control.source) look(control->source);
    }
  }
  return latest;
}

}  // namespace nextmove::core
