#include "seat/told_way.hpp"

#include "model/binding_parts.hpp"

namespace nextmove::core {
namespace {

void name_what_it_refers_to(const Playbook& playbook, const SeatState& seat, const Wired& wired,
                            const FoundReason& reason, ExplainedWay& way) {
  if (reason.owner != nullptr) way.by_seat = reason.owner->name();
  for (const InterceptorInfo& it : seat.readout().interceptors()) {
    if (it.id == reason.interceptor) way.by_interceptor = it.name;
  }
  if (reason.zone != no_index) way.by_zone = playbook.zones()[reason.zone].name;
  if (reason.custom != no_index) {
    way.by_custom = playbook.data().wiring().custom_names()[reason.custom];
  }
  if (reason.control != nullptr) way.by_control.control = *reason.control;
  if (reason.with != nullptr) way.by_control.with = *reason.with;
  if (reason.why != Why::other_scheme) return;
  for (const PlacedName& scheme : wired.binding.schemes) way.schemes.push_back(scheme.name);
}

}  // namespace

ExplainedWay way_of(const BindingDefinition& binding, ActionPart part, ContextId context) {
  ExplainedWay way;
  way.control = Combination{control_at(binding, part), binding.with};
  way.part = part;
  way.context = context;
  way.device = device_of(way.control.control);
  way.place = binding.place;
  return way;
}

ExplainedWay told_way(const Playbook& playbook, const SeatState& seat, const Wired& wired,
                      const FoundReason& reason) {
  const ActionPart part = playbook.data().wiring().written(*wired.route).part;
  ExplainedWay way = way_of(wired.binding, part, wired.context);
  static_cast<Reason&>(way) = reason;
  name_what_it_refers_to(playbook, seat, wired, reason, way);
  return way;
}

}  // namespace nextmove::core
