#include "players/surroundings.hpp"

namespace nextmove::core {

std::optional<Elsewhere::Known> Surroundings::find_plugged(DeviceKind kind) const {
  std::optional<Known> found;
  for (std::size_t i = 1; i < devices_.count(); ++i) {
    const auto id = static_cast<DeviceId>(i);
    const KnownDevice& known = devices_.at(id);
    if (!known.is_plugged || known.device.kind != kind) continue;
    if (known.owners.empty()) return Known{id, nullptr};
    if (!found) found = {id, known.owners.front()};
  }
  return found;
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
