// What must always hold at the table, looked at by tests and after every change in debug builds.
#include <algorithm>

#include "players/table.hpp"

namespace nextmove::core {

std::string Table::fault() const {
  for (std::size_t i = 1; i < its_.devices.count(); ++i) {
    const auto id = static_cast<DeviceId>(i);
    const KnownDevice& known = at(id);
    const auto& owners = known.owners;
    if (!known.is_plugged && !owners.empty()) return "a device that is gone has an owner";
    if (!known.may_be.empty() && !owners.empty()) return "a doubtful device has an owner";
    for (const DeviceId lost : known.may_be) {
      if (seats_of(lost).empty()) return "a device may be one that nobody lost";
    }
    for (const Seat* seat : owners) {
      const auto its = seat->devices();
      if (std::find(its.begin(), its.end(), id) == its.end()) return "an owner lacks its device";
      const bool shares = std::all_of(owners.begin(), owners.end(), [&](const Seat* other) {
        return can_share(known, *seat, *other);
      });
      if (!shares) return "two have a device that they cannot share";
    }
  }
  for (const auto& seat : seats_) {
    const Standing& standing = seat->state().standing();
    const bool has_any = !seat->devices().empty() || !lost_devices(*seat).empty();
    if (standing.is_taken && standing.is_reserved) return "somebody plays at a reserved seat";
    if (!standing.is_taken && has_any) return "a seat at which nobody plays has a device";
    if (standing.waits != waits_of(*seat, its_.journal.now))
      return "a seat waits for something else";
    for (const DeviceId id : seat->devices()) {
      const auto& owners = at(id).owners;
      if (std::find(owners.begin(), owners.end(), seat.get()) == owners.end())
        return "a device lacks its owner";
    }
    const bool can_play = seat->scheme() != SchemeId::none || !seat->devices().empty();
    if (standing.is_taken && standing.waits.empty() && !can_play)
      return "a ghost sits at the table";
  }
  return {};
}

}  // namespace nextmove::core
