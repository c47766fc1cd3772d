// The routes that a control of a device can drive.
#pragma once

#include "seat/common.hpp"

namespace nextmove::core {

/// Which finger a control of a touch screen is of, from 0.
inline std::size_t finger_of(Source source) {
  const Source place = source_of(Control::Finger1Position);
  return source - (source < place ? source_of(Control::Finger1) : place);
}

/// Calls `then` with those of one context, in the order of writing. A finger is heard by the zone
/// that it belongs to; before it lands, by any. It goes with its place.
template <class Then>
void for_each_route_of(const Common& common, const Slot& slot, const ControlInfo& control,
                       ContextId context, Then then) {
  const Wiring& wiring = *common.wiring;
  const auto each = [&](Source source, unsigned parts) {
    const Wiring::Index* const row = wiring.row_of(context) + source;
    for (Wiring::Index i = row[0]; i != row[1]; ++i) {
      const Route& route = wiring.routes()[i];
      if ((route.parts & parts) != 0) then(route);
    }
  };
  const Source source = source_of(control.source);
  if (slot.kind != DeviceKind::touch) return each(source, control.part);
  const std::size_t finger = finger_of(source);
  each(source_of(Control::Finger1) + static_cast<Source>(finger), part_all);
  each(source_of(Control::Finger1Position) + static_cast<Source>(finger), part_all);
  const Finger& its = slot.fingers[finger];
  for (std::uint32_t zone = 0; zone < common.playbook.zones().size(); ++zone) {
    if (!its.is_down || its.zone == zone) each(source_of_zone(zone), part_all);
  }
}

/// Likewise for all contexts: those that are entered, the one that hears first in front, then the
/// others as the playbook has them.
template <class Then>
void for_each_route_of(const Common& common, const Slot& slot, const ControlInfo& control,
                       Then then) {
  for (const ContextId context : common.entered) {
    for_each_route_of(common, slot, control, context, then);
  }
  for (std::size_t i = 0; i < common.wiring->context_count(); ++i) {
    const auto context = static_cast<ContextId>(i);
    if (!common.is_in(context)) for_each_route_of(common, slot, control, context, then);
  }
}

}  // namespace nextmove::core
