#include "players/clashes.hpp"

#include <algorithm>

#include "remap/neighbours.hpp"
#include "seat/seat_state.hpp"

namespace nextmove::core {

std::vector<TakenControl> taken_controls(const Seat& seat, const Playbook& playbook,
                                         const DeviceList& devices, Drafts drafts) {
  std::vector<TakenControl> taken;
  const bool shares =
      seat.scheme() != SchemeId::none && playbook.scheme(seat.scheme()).shares_devices;
  if (!shares) return taken;
  for (const DeviceId id : seat.devices()) {
    const KnownDevice& known = devices.at(id);
    if (known.device.kind == DeviceKind::touch) continue;  // each has a part of it
    for (const Seat* other : known.owners) {
      if (other == &seat) continue;
      const auto& draft = other->state().standing().draft;
      const bool counts = draft && drafts == Drafts::counted;
      const DraftState theirs{playbook, counts ? *draft : other->profile(), other->scheme()};
      add_taken(taken, theirs, known.device.kind, std::string{other->name()});
    }
    add_joins(taken, playbook, seat.scheme(), known.device.kind);
  }
  return taken;
}

namespace {

bool has(const DraftState& state, const Use& use) {
  return std::any_of(state.uses().begin(), state.uses().end(), [&](const Use& other) {
    return other.cell == use.cell && other.combination == use.combination;
  });
}

// What one changed and the other's, or the other way round; what the playbook has so is wanted.
void add_clashes(std::vector<SharedClash>& clashes, const Playbook& playbook, DeviceId device,
                 DeviceKind kind, Seat& a, Seat& b) {
  const DraftState of_a{playbook, a.profile(), a.scheme()};
  const DraftState of_b{playbook, b.profile(), b.scheme()};
  const DraftState usual_a{playbook, {}, a.scheme()};
  const DraftState usual_b{playbook, {}, b.scheme()};
  for (const Use& one : of_a.uses()) {
    for (const Use& other : of_b.uses()) {
      const bool meet = one.cell.device == kind && overlap(one.control, other.control);
      if (!meet || (has(usual_a, one) && has(usual_b, other))) continue;
      const SharedClash clash{
          device, one.combination.control, {&a, one.cell.action}, {&b, other.cell.action}};
      if (std::find(clashes.begin(), clashes.end(), clash) == clashes.end()) {
        clashes.push_back(clash);
      }
    }
  }
}

}  // namespace

std::vector<SharedClash> shared_clashes(const Playbook& playbook, const DeviceList& devices) {
  std::vector<SharedClash> clashes;
  for (std::size_t index = 0; index < devices.count(); ++index) {
    const auto id = static_cast<DeviceId>(index);
    const KnownDevice& known = devices.at(id);
    const auto& owners = known.owners;
    if (known.device.kind == DeviceKind::touch) continue;
    for (std::size_t i = 0; i < owners.size(); ++i) {
      for (std::size_t j = i + 1; j < owners.size(); ++j) {
        if (owners[i]->profile().is_empty() && owners[j]->profile().is_empty()) continue;
        add_clashes(clashes, playbook, id, known.device.kind, *owners[i], *owners[j]);
      }
    }
  }
  return clashes;
}

}  // namespace nextmove::core
