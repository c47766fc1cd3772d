// What becomes of a control.
#include <algorithm>
#include <array>
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

constexpr std::array<std::string_view, 10> outcome_names = {
    "no_such",  "unplugged", "spent", "captured", "joins",
    "doubtful", "nobodys",   "heard", "kept",     "unbound"};
static_assert(outcome_names.size() == static_cast<std::size_t>(Outcome::unbound) + 1);

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
}

void note_contact(const HubState& hub, Trace& trace) {
  const Control source = info(trace.control).source;
  const Contact& last = hub.devices.at(trace.device).contacts[source_of(source)];
  const auto ago = [&](Time time) { return std::max(hub.journal.now - time, Duration::zero()); };
  if (last.pushed_at() != never) trace.pushed_ago = ago(last.pushed_at());
  if (last.let_go_at() != never) trace.let_go_ago = ago(last.let_go_at());
  trace.is_pushed = last.is_pushed();
}

/// A trace in words.
class TraceTeller {
 public:
  TraceTeller(const Trace& trace, const Hub& hub) : trace_(trace), hub_(hub) {}

  std::string text() const {
    std::string text{to_string(trace_.control)};
    if (trace_.outcome != Outcome::no_such) text += ", " + hub_.label(trace_.device);
    text +=
        ": " + sentence() + refusal() + since_pushed(trace_.is_pushed, trace_.pushed_ago) + '\n';
    for (const TracedWay& it : trace_.ways) {
      text += "  " + it.seat + ": " + it.name + ' ' + place_of(it.way, hub_.playbook()) + ": " +
              its_control(it) + cause(it) + '\n';
    }
    return text;
  }

 private:
  std::string sentence() const {
    switch (trace_.outcome) {
      case Outcome::no_such: return "there is no such device or control";
      case Outcome::unplugged: return "nobody hears it: it is unplugged";
      case Outcome::spent:
        return "it seated somebody or answered a capture, and counts again when it has been up";
      case Outcome::captured: return trace_.seat + " is asked for a control, and looks at it";
      case Outcome::joins: return "it seats a player under " + scheme();
      case Outcome::doubtful:
        return "nobody hears it until it is known whose the device is: Hub::doubts, Hub::give";
      case Outcome::nobodys:
        return "nobody has the device: Hub::give, or joining, gives it to a seat";
      case Outcome::heard: return heard();
      case Outcome::kept: return kept();
      case Outcome::unbound: return "nobody hears it: nothing is bound to it for " + owners();
    }
    return {};
  }

  // The hearers in order, then what becomes of the one that is nearest to doing something.
  std::string heard() const {
    std::string names;
    const TracedWay* best = nullptr;
    for (const TracedWay& it : trace_.ways) {
      if (!hears(it.way)) continue;
      names += (names.empty() ? "" : ", ") + it.name + " of " + it.seat;
      if (best == nullptr || it.way.why > best->way.why) best = &it;
    }
    return "heard by " + names + ": " + cause(*best);
  }

  std::string kept() const {
    const auto& ways = trace_.ways;
    const auto best = std::max_element(
        ways.begin(), ways.end(),
        [](const TracedWay& a, const TracedWay& b) { return a.way.why < b.way.why; });
    return "nobody hears it: for " + best->name + " of " + best->seat + ", " + cause(*best);
  }

  std::string refusal() const {
    const bool is_told = trace_.scheme != SchemeId::none && trace_.outcome != Outcome::joins;
    return is_told ? "; it joins nobody under " + scheme() + ": " + reason(trace_.refusal) : "";
  }

  // Where it is a part of the control, a zone under the finger, or needs others held.
  std::string its_control(const TracedWay& it) const {
    std::string name = to_string(it.way.control);
    return name == to_string(trace_.control) ? "" : name + ": ";
  }
  std::string cause(const TracedWay& it) const { return to_text(it.way, *hub_.find_seat(it.seat)); }
  std::string scheme() const { return hub_.playbook().scheme(trace_.scheme).name; }
  std::string owners() const {
    std::string names;
    for (const Seat* seat : hub_.owners(trace_.device)) {
      names += (names.empty() ? "" : ", ") + std::string{seat->name()};
    }
    return names;
  }

  const Trace& trace_;
  const Hub& hub_;
};

}  // namespace
}  // namespace core

std::string_view to_string(Outcome outcome) {
  return core::outcome_names[static_cast<std::size_t>(outcome)];
}

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

std::string to_text(const Trace& trace, const Hub& hub) {
  return core::TraceTeller{trace, hub}.text();
}

}  // namespace nextmove
