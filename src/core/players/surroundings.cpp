#include "players/surroundings.hpp"

namespace nextmove::core {

std::vector<Elsewhere::Known> Surroundings::plugged_in(DeviceKind kind) const {
  std::vector<Known> list;
  for (const DeviceId id : devices_.plugged()) {
    const KnownDevice& known = devices_.at(id);
    if (known.device.kind != kind) continue;
    list.push_back({id, known.owners.empty() ? "" : std::string{known.owners.front()->name()}});
  }
  return list;
}

std::optional<Time> Surroundings::waiting_press(DeviceId device, Control control) const {
  for (const Event& event : queue_.waiting()) {
    const bool is_it = event.device == device && event.control == control;
    if (is_it && (event.x != 0 || event.y != 0)) return event.time;
  }
  return std::nullopt;
}

Duration Surroundings::late(DeviceId device, Control control) const {
  const LateEvent& late = devices_.at(device).last_late;
  const bool is_it = late.control == control && late.time == contact(device, control).last();
  return is_it ? late.late : Duration::zero();
}

}  // namespace nextmove::core
