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
/// that it belongs to; before it lands, by any.
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
  each(source, control.part);
  if (slot.kind != DeviceKind::touch) return;
  const std::uint32_t caught = slot.fingers[finger_of(source)].zone;
  for (std::uint32_t zone = 0; zone < common.playbook.zones().size(); ++zone) {
    if (caught == no_index || caught == zone) each(source_of_zone(zone), part_all);
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
