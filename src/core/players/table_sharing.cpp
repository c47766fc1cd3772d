// Who may have what, and what a scheme would be played with.
#include <algorithm>

#include "players/table.hpp"

namespace nextmove::core {

// Two at one device hear different bindings of it, or have their own parts of the screen. A seat
// that is held to no scheme hears everything and so shares nothing.
bool Table::can_share(const KnownDevice& known, const SchemeDefinition* one,
                      const SchemeDefinition* other) {
  if (one == nullptr || other == nullptr) return false;
  const bool are_told_apart = one != other || known.device.kind == DeviceKind::touch;
  return one->shares_devices && other->shares_devices && are_told_apart;
}

bool Table::can_share(const KnownDevice& known, const Seat& a, const Seat& b) const {
  return &a == &b || can_share(known, scheme_of(a), scheme_of(b));
}

bool Table::can_share_with_all(const KnownDevice& known, const Seat& seat) const {
  return std::all_of(known.owners.begin(), known.owners.end(),
                     [&](const Seat* other) { return can_share(known, seat, *other); });
}

bool Table::may_use(const KnownDevice& known, SchemeId scheme, const Seat* seat) const {
  const SchemeDefinition& wanted = its_.playbook.scheme(scheme);
  return std::all_of(known.owners.begin(), known.owners.end(), [&](const Seat* owner) {
    return owner == seat || can_share(known, scheme_of(*owner), &wanted);
  });
}

// What the seat has already, else what is free, else what can be shared; of equals, what was
// plugged in first.
DeviceId Table::find_for(DeviceKind kind, SchemeId scheme, const Seat* seat) const {
  DeviceId best = DeviceId::none;
  int best_rank = 3;
  for (const DeviceId id : its_.devices.plugged()) {
    const KnownDevice& known = at(id);
    if (known.device.kind != kind || !known.is_there() || !may_use(known, scheme, seat)) continue;
    const int rank = seat != nullptr && known.has_owner(seat) ? 0 : known.owners.empty() ? 1 : 2;
    if (rank >= best_rank) continue;
    best = id;
    best_rank = rank;
  }
  return best;
}

JoinAnswer Table::choose(SchemeId scheme, DeviceId device, const Seat* seat,
                         std::vector<DeviceId>& chosen) const {
  const auto refused = [](Refusal refusal) { return JoinAnswer{nullptr, refusal}; };
  if (static_cast<std::size_t>(scheme) >= its_.playbook.schemes().size()) {
    return refused(Refusal::no_scheme);
  }
  const SchemeDefinition& definition = its_.playbook.scheme(scheme);
  const bool is_given = device != DeviceId::none;
  if (is_given && !its_.devices.is_plugged(device)) return refused(Refusal::not_plugged);
  if (is_given && !definition.needs_kind(kind_of(device))) return refused(Refusal::not_needed);
  if (seat != nullptr && seat->is_reserved()) return refused(Refusal::reserved);
  if (players_beside(seat) >= rules_.most_players) return refused(Refusal::full);
  if (is_given && !may_use(at(device), scheme, seat)) return refused(Refusal::taken);
  for (const DeviceKind kind : definition.needs) {
    const bool is_it = is_given && kind_of(device) == kind;
    const DeviceId found = is_it ? device : find_for(kind, scheme, seat);
    if (found != DeviceId::none) {
      chosen.push_back(found);
      continue;
    }
    const auto plugged = its_.devices.plugged();
    const bool is_one_there = std::any_of(plugged.begin(), plugged.end(), [&](DeviceId id) {
      return kind_of(id) == kind && !at(id).is_leaving;
    });
    return {nullptr, is_one_there ? Refusal::none_free : Refusal::missing, kind};
  }
  for (const DeviceKind kind : definition.may_use) {
    const DeviceId found = find_for(kind, scheme, seat);
    if (found != DeviceId::none) chosen.push_back(found);
  }
  return {};
}

}  // namespace nextmove::core
