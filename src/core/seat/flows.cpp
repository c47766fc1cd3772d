// Values hold still from event to event, so what happens between can be reckoned exactly, whatever
// the frame rate.
#include "seat/flows.hpp"

#include <algorithm>

namespace nextmove::core {

void Flows::hear(Slot& slot, const ActiveRoute& active, Vec2 value, Cause cause) {
  if (slot.shares[active.state] == value) return;
  slot.shares[active.state] = value;
  const LiveBinding& binding = common_.wiring->binding(active.route->binding);
  if (cause == Cause::rewired) {
    rewired_.push_back({&slot, &binding});
  } else {
    retarget(slot, binding, cause);
  }
}

void Flows::retarget(Slot& slot, const LiveBinding& binding, Cause cause) {
  const Vec2 target = bending_.bent(binding, bending_.pushed_on(slot, binding));
  FlowState& flow = slot.flows[binding.flow];
  if (target == flow.target) {
    // What the player did may cancel out, but they did it.
    if (cause == Cause::operated) {
      merging_.expect_change(binding.action, slot.live[Wiring::index(binding.action)], cause);
    }
    return;
  }
  advance(binding.action, common_.flow_time());  // up to here, who drives has driven
  merging_.expect_change(binding.action, slot.live[Wiring::index(binding.action)], cause);
  flow.target = target;
  if (cause != Cause::operated || binding.smoothing == 0) flow.smooth = target;
  list(slot, binding);
}

void Flows::settle_rewired() {
  for (const auto& [slot, binding] : rewired_) retarget(*slot, *binding, Cause::rewired);
  rewired_.clear();
}

void Flows::release(Slot& slot, const LiveBinding& binding) {
  advance(binding.action, common_.flow_time());
  merging_.expect_change(binding.action, slot.live[Wiring::index(binding.action)], Cause::cut_off);
  FlowState& flow = slot.flows[binding.flow];
  flow.target = flow.smooth = flow.pending = {};
  rewired_.push_back({&slot, &binding});
}

void Flows::rest(const Slot& slot) {
  for (const Active& active : flows_) {
    if (active.slot != &slot) continue;
    FlowState& flow = active.slot->flows[active.binding->flow];
    const ActionId action = active.binding->action;
    advance(action, common_.flow_time());
    merging_.expect_change(action, active.slot->live[Wiring::index(action)], Cause::cut_off);
    flow.smooth = flow.target;
    flow.pending = {};
  }
}

void Flows::forget(const Slot& slot) {
  std::erase_if(flows_, [&](const Active& flow) { return flow.slot == &slot; });
}

Vec2& Flows::smoothed(Slot& slot, const LiveBinding& binding) {
  advance(slot, binding, common_.flow_time());
  list(slot, binding);
  return slot.flows[binding.flow].pending;
}

void Flows::make_room() {
  const std::size_t devices = common_.slots.size();
  flows_.reserve(devices * common_.wiring->flow_count());
  rewired_.reserve(2 * devices * common_.wiring->state_count());  // released and taken up
}

void Flows::list(Slot& slot, const LiveBinding& binding) {
  FlowState& flow = slot.flows[binding.flow];
  if (flow.is_listed) return;
  flow.is_listed = true;
  flows_.push_back({&slot, &binding});
}

// A pointer is held within the part as it goes, so all that moves it is reckoned together.
void Flows::advance(ActionId action, Time until) {
  if (common_.board.kind(action) == ActionKind::pointer) {
    move_pointer(action, until);
  } else {
    advance_drivers(action, until);
  }
}

void Flows::advance_drivers(ActionId action, Time until) {
  for (const LiveState* live : merging_.drivers_of(action)) {
    for (const LiveBinding& binding : live->bindings) {
      if (binding.flow != no_index) advance(*live->slot, binding, until);
    }
  }
}

void Flows::advance(Slot& slot, const LiveBinding& binding, Time until) {
  const Time from = slot.flows[binding.flow].until;
  if (until <= from) return;
  const Time counts_from = common_.journal.counts_from;
  if (from >= counts_from) [[likely]]
    return advance(slot, binding, until, true);
  advance(slot, binding, std::min(until, counts_from), false);
  if (until > counts_from) advance(slot, binding, until, true);
}

// Where it does not count, rates move nothing; smoothing goes on.
void Flows::advance(Slot& slot, const LiveBinding& binding, Time until, bool counts) {
  FlowState& flow = slot.flows[binding.flow];
  const auto dt = static_cast<float>(to_seconds(until - flow.until));
  flow.until = until;
  if (!flow.is_listed) return;  // at rest all the while
  LiveState& live = slot.live[Wiring::index(binding.action)];
  Drive& drive = merging_.drive(binding.action);
  const bool has_rate = takes_rate(common_.board.kind(binding.action));
  if (has_rate && drive.pending != 0)
    merging_.weigh(binding.action, ActionKind::motion);  // or the like
  Vec2 way;  // the integral of the smoothed value over dt
  if (binding.smoothing > 0) {
    const float kept = decay(dt / binding.smoothing);
    const Vec2 behind = difference(flow.smooth, flow.target);
    add(way, flow.target, dt);
    add(way, behind, binding.smoothing * (1 - kept));
    flow.smooth = sum(flow.target, times(behind, kept));
    add(drive.way, flow.pending, 1 - kept);
    flow.pending = times(flow.pending, kept);
  } else {
    add(way, flow.target, dt);
  }
  if (has_rate) {
    if (counts && drive.driver == &live)
      add(drive.way, binding.shaping.scaled(way), binding.rate * live.share);
  } else {
    merging_.expect_flow(binding.action, live);
  }
  common_.tally.mark(binding.action);
}

bool Flows::comes_to_rest(Slot& slot, const LiveBinding& binding) {
  FlowState& flow = slot.flows[binding.flow];
  if (!flow.is_settled()) return false;
  flow.smooth = flow.target;
  add(merging_.drive(binding.action).way, flow.pending, 1);
  flow.pending = {};
  const bool has_rate = takes_rate(common_.board.kind(binding.action));
  flow.is_listed = has_rate && flow.target != Vec2{};
  return !flow.is_listed;
}

void Flows::advance_all(Time until) {
  for (const auto& [slot, binding] : flows_) {
    const bool is_pointer = common_.board.kind(binding->action) == ActionKind::pointer;
    if (is_pointer) {
      move_pointer(binding->action, until);
    } else {
      advance(*slot, *binding, until);
    }
  }
  std::erase_if(flows_,
                [&](const Active& flow) { return comes_to_rest(*flow.slot, *flow.binding); });
}

// ---- pointers that are pushed

// Within the part it does not matter when it turned round, but at its edge it does. So where
// smoothing bends its way, it goes in small steps.
void Flows::move_pointer(ActionId action, Time until) {
  constexpr Duration step = std::chrono::milliseconds{4};
  Time& moved = pointers_.until(action);
  while (until - moved > step && is_smoothing(action)) {
    moved += step;
    advance_drivers(action, moved);
    pointers_.push(action);
  }
  moved = std::max(moved, until);
  advance_drivers(action, until);  // a device that is new has not been reckoned up to here
  pointers_.push(action);
}

bool Flows::is_smoothing(ActionId action) const {
  for (const LiveState* live : merging_.drivers_of(action)) {
    for (const LiveBinding& binding : live->bindings) {
      const FlowState& flow = live->slot->flows[binding.flow];
      if (flow.is_listed && !flow.is_settled()) return true;
    }
  }
  return false;
}

void Flows::end_pushes(ActionId action) {
  if (common_.board.kind(action) != ActionKind::pointer) return;
  for (const LiveState* live : merging_.drivers_of(action)) {
    if (pointers_.may_be_pushed(action, *live->slot)) continue;
    move_pointer(action, common_.flow_time());
    for (const LiveBinding& binding : live->bindings) {
      FlowState& flow = live->slot->flows[binding.flow];
      flow.smooth = flow.target;
    }
  }
}

}  // namespace nextmove::core
