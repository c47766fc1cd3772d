// What changes with time alone: what sticks and keys move at a rate, and whatever is smoothed.
// Values hold still from event to event, so what happens between can be reckoned exactly, whatever
// the frame rate.
#include <algorithm>
#include <cmath>

#include "seat/seat_state.hpp"

namespace nextmove::core {
namespace {

void add(Vec2& sum, Vec2 value, float factor) {
  sum = {sum.x + value.x * factor, sum.y + value.y * factor};
}

}  // namespace

[[gnu::noinline]] Vec2 SeatState::custom(const LiveBinding& binding, Vec2 value) const {
  const Customs::Function& function = *custom_functions_[binding.custom];
  const std::string& name = wiring_->custom_names()[binding.custom];
  if (!function) {
    customs_.tell_missing(name);
    return value;
  }
  const Vec2 shaped = function(value);
  if (std::isfinite(shaped.x) && std::isfinite(shaped.y)) {
    return within_reach(shaped);
  }
  Customs::tell_wrong(name, value);
  return value;
}

void SeatState::flow(Slot& slot, const Wire& wire, Vec2 value, Cause cause) {
  if (slot.shares[wire.state] == value) return;
  slot.shares[wire.state] = value;
  const LiveBinding& binding = wiring_->binding(wire.route->binding);
  if (cause == Cause::rewired) {
    rewired_flows_.push_back({&slot, &binding});
  } else {
    retarget(slot, binding, cause);
  }
}

void SeatState::retarget(Slot& slot, const LiveBinding& binding, Cause cause) {
  const Vec2 target = bent(binding, pushed_on(slot, binding));
  FlowState& flow = slot.flows[binding.flow];
  if (target == flow.target) {
    // What the player did may cancel out, but they did it.
    if (cause == Cause::operated) {
      expect_change(binding.action, slot.live[Wiring::index(binding.action)], cause);
    }
    return;
  }
  advance(binding.action, flow_time());  // up to here, who drives has driven
  expect_change(binding.action, slot.live[Wiring::index(binding.action)], cause);
  flow.target = target;
  if (cause != Cause::operated || binding.smoothing == 0) flow.smooth = target;
  list_flow(slot, binding);
}

// Only what comes of all of it counts: two keys that cancel each other do so before and after.
void SeatState::settle_rewired_flows() {
  for (const auto& [slot, binding] : rewired_flows_) retarget(*slot, *binding, Cause::rewired);
  rewired_flows_.clear();
}

void SeatState::list_flow(Slot& slot, const LiveBinding& binding) {
  FlowState& flow = slot.flows[binding.flow];
  if (flow.is_listed) return;
  flow.is_listed = true;
  flows_.push_back({&slot, &binding});
}

// A pointer is held within the part as it goes, so all that moves it is reckoned together.
void SeatState::advance(ActionId action, Time until) {
  if (readings_[Wiring::index(action)].kind == ActionKind::pointer) {
    move_pointer(action, until);
  } else {
    advance_all(action, until);
  }
}

void SeatState::advance_all(ActionId action, Time until) {
  for (const LiveState* live : drivers_of(action)) {
    for (const LiveBinding& binding : live->bindings) {
      if (binding.flow != no_index) advance(*live->slot, binding, until);
    }
  }
}

void SeatState::advance(Slot& slot, const LiveBinding& binding, Time until) {
  const Time from = slot.flows[binding.flow].until;
  if (until <= from) return;
  const Time counts_from = journal_.counts_from;
  if (from >= counts_from) [[likely]]
    return advance(slot, binding, until, true);
  advance(slot, binding, std::min(until, counts_from), false);
  if (until > counts_from) advance(slot, binding, until, true);
}

// Where it does not count, rates move nothing; smoothing goes on.
void SeatState::advance(Slot& slot, const LiveBinding& binding, Time until, bool counts) {
  FlowState& flow = slot.flows[binding.flow];
  const auto dt = static_cast<float>(to_seconds(until - flow.until));
  flow.until = until;
  if (!flow.is_listed) return;  // at rest all the while
  LiveState& live = slot.live[Wiring::index(binding.action)];
  Drive& drive = drives_[Wiring::index(binding.action)];
  const bool has_rate = takes_rate(readings_[Wiring::index(binding.action)].kind);
  if (has_rate && drive.pending != 0) weigh(binding.action, ActionKind::motion);  // or the like
  Vec2 way;  // the integral of the smoothed value over dt
  if (binding.smoothing > 0) {
    const float kept = decay(dt / binding.smoothing);
    const Vec2 behind = {flow.smooth.x - flow.target.x, flow.smooth.y - flow.target.y};
    add(way, flow.target, dt);
    add(way, behind, binding.smoothing * (1 - kept));
    flow.smooth = {flow.target.x + behind.x * kept, flow.target.y + behind.y * kept};
    add(drive.way, flow.pending, 1 - kept);
    flow.pending = {flow.pending.x * kept, flow.pending.y * kept};
  } else {
    add(way, flow.target, dt);
  }
  if (has_rate) {
    if (counts && drive.driver == &live)
      add(drive.way, binding.shaping.scaled(way), binding.rate * live.share);
  } else {
    live.is_stale = true;
    if (drive.pending == 0) {
      drive.pending = event_;
      drive.changed = &live;
    } else if (drive.changed != &live) {
      drive.changed = nullptr;
    }
  }
  tally_.mark(binding.action);
}

bool SeatState::comes_to_rest(Slot& slot, const LiveBinding& binding) {
  FlowState& flow = slot.flows[binding.flow];
  if (!flow.is_settled()) return false;
  flow.smooth = flow.target;
  add(drives_[Wiring::index(binding.action)].way, flow.pending, 1);
  flow.pending = {};
  const bool has_rate = takes_rate(readings_[Wiring::index(binding.action)].kind);
  flow.is_listed = has_rate && flow.target != Vec2{};
  return !flow.is_listed;
}

void SeatState::advance_flows(Time until) {
  for (const auto& [slot, binding] : flows_) {
    const bool is_pointer = readings_[Wiring::index(binding->action)].kind == ActionKind::pointer;
    if (is_pointer) {
      move_pointer(binding->action, until);
    } else {
      advance(*slot, *binding, until);
    }
  }
  std::erase_if(flows_,
                [&](const ActiveFlow& flow) { return comes_to_rest(*flow.slot, *flow.binding); });
}

}  // namespace nextmove::core
