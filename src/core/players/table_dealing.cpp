// What the rules of the table say: who gets a device that nobody asked for.
#include <algorithm>

#include "players/table.hpp"

namespace nextmove::core {

// A seat that is held to a scheme gets only what it can hear and has none of.
bool Table::may_be_dealt(const Seat& seat, DeviceId id) const {
  if (seat.is_reserved()) return false;
  const SchemeDefinition* const scheme = scheme_of(seat);
  if (scheme == nullptr || at(id).has_owner(&seat)) return true;
  return scheme->uses_kind(kind_of(id)) && !has_kind(seat, kind_of(id));
}

// A pad that is new goes to a seat that has lost one only where all others have theirs.
Seat* Table::dealt_to(DeviceId id, std::span<const Seat* const> has_pad) const {
  if (rules_.free_devices == FreeDevices::kept) return nullptr;
  const bool goes_round =
      rules_.free_devices == FreeDevices::dealt && kind_of(id) == DeviceKind::gamepad;
  for (std::size_t i = 0; i < seats_.size(); ++i) {
    const std::size_t first = goes_round ? rules_.first_pad : 0;
    Seat* seat = seats_[(first + i) % seats_.size()].get();
    if (seat->is_reserved()) continue;
    if (!goes_round) return may_be_dealt(*seat, id) ? seat : nullptr;
    const bool has_one = std::find(has_pad.begin(), has_pad.end(), seat) != has_pad.end();
    if (!has_one && may_be_dealt(*seat, id)) return seat;
  }
  const auto lost = std::find_if(lost_.begin(), lost_.end(), [&](const Lost& place) {
    return kind_of(place.device) == DeviceKind::gamepad && may_be_dealt(*place.seat, id);
  });
  return goes_round && lost != lost_.end() ? lost->seat : nullptr;
}

// Whatever nobody has spoken for goes where the rules say; what lies right already is not touched.
// What was dealt before is dealt once more where the rules are others.
void Table::deal(Moment moment, bool anew) {
  std::vector<DeviceId> by_rules;
  std::vector<const Seat*> has_pad;
  const auto count_pad = [&](DeviceId id, const Seat* seat) {
    if (kind_of(id) == DeviceKind::gamepad) has_pad.push_back(seat);
  };
  for (const DeviceId id : its_.devices.plugged()) {
    const KnownDevice& known = at(id);
    const bool is_fixed =
        known.said_by != SaidBy::nobody || !known.is_there() || (!anew && !known.owners.empty());
    if (!is_fixed) by_rules.push_back(id);
    for (const Seat* owner : known.owners) {
      if (is_fixed) count_pad(id, owner);
    }
  }
  for (const Lost& lost : lost_) count_pad(lost.device, lost.seat);
  std::stable_sort(by_rules.begin(), by_rules.end(),
                   [&](DeviceId a, DeviceId b) { return at(a).number < at(b).number; });
  for (const DeviceId id : by_rules) {
    Seat* const seat = dealt_to(id, has_pad);
    if (seat != nullptr) count_pad(id, seat);
    deal(id, seat, moment);
  }
}

void Table::deal(DeviceId id, Seat* seat, Moment moment) {
  Seat* const before = at(id).owners.empty() ? nullptr : at(id).owners.front();
  if (before == seat) return;
  if (before != nullptr) take_from(id, *before, moment);
  if (seat != nullptr) hand_to(id, *seat, moment);
}

}  // namespace nextmove::core
