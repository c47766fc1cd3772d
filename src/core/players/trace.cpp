#include <algorithm>
#include <utility>

#include <nextmove/trace.hpp>

#include "model/event_faults.hpp"
#include "players/fate.hpp"
#include "players/hub_state.hpp"
#include "seat/routes_of_control.hpp"
#include "seat/told_way.hpp"

namespace nextmove {
namespace core {
namespace {

/// The ways of one seat.
class Tracer {
 public:
  Tracer(SeatState& seat, DeviceId device, Control control, std::vector<TracedWay>& ways)
      : seat_(seat), device_(device), control_(info(control)), ways_(ways) {}

  void run() {
    const Common& common = seat_.common();
    for_each_route_of(common, *common.find_slot(device_), control_, [&](const Route& route) {
      const Wired it = wired(common.playbook, route);
      const FoundReason reason = Causes{seat_, route.action}.find(it, device_);
      ways_.push_back({common.name, route.action, common.playbook.action(route.action).name,
                       told_way(common.playbook, seat_, it, reason)});
    });
  }

 private:
  SeatState& seat_;
  DeviceId device_;
  const ControlInfo& control_;
  std::vector<TracedWay>& ways_;
};

bool is_any_heard(const Trace& trace) {
  return std::any_of(trace.ways.begin(), trace.ways.end(),
                     [](const TracedWay& it) { return hears(it.way); });
}

void look_at_fate(const HubState& hub, Trace& trace) {
  const Fate fate = fate_of(hub.table, hub.devices, trace.device, trace.control);
  if (fate.asked != nullptr) trace.seat = fate.asked->name();
  trace.scheme = fate.scheme;
  trace.refusal = fate.refusal;
  trace.outcome = fate.outcome;
  if (fate.outcome != Outcome::heard || is_any_heard(trace)) return;
  trace.outcome = trace.ways.empty() ? Outcome::unbound : Outcome::kept;
  if (trace.outcome == Outcome::kept) return;
  for (const Seat* owner : hub.devices.at(trace.device).owners) {
    trace.seat += (trace.seat.empty() ? "" : ", ") + std::string{owner->name()};
  }
}

void note_contact(const HubState& hub, Trace& trace) {
  const Control source = info(trace.control).source;
  const Contact& last = hub.devices.at(trace.device).contacts[source_of(source)];
  const auto ago = [&](Time time) { return std::max(hub.journal.now - time, Duration::zero()); };
  if (last.pushed_at() != never) trace.pushed_ago = ago(last.pushed_at());
  if (last.let_go_at() != never) trace.let_go_ago = ago(last.let_go_at());
  trace.is_pushed = last.is_pushed();
}

}  // namespace
}  // namespace core

bool hears(const Reason& reason) {
  return reason.why >= Why::never_sent && reason.why != Why::other_zone;
}

Trace Hub::trace(DeviceId device, Control control) const {
  constexpr std::string_view call = "Hub::trace";
  Trace trace{.device = device, .control = control};
  if (!state_->is_known(device, call)) return trace;
  const core::KnownDevice& known = state_->devices.at(device);
  if (control == Control::none || info(control).device != known.device.kind) {
    core::complain(ComplaintKind::wrong_value, call,
                   control == Control::none
                       ? "was given no control"
                       : core::wrong_device(control, known.device.kind, label(device)));
    return trace;
  }
  for (Seat* owner : known.owners) core::Tracer{owner->state(), device, control, trace.ways}.run();
  core::look_at_fate(*state_, trace);
  core::note_contact(*state_, trace);
  return trace;
}

}  // namespace nextmove
