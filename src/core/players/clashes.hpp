// What players who share a device have on it, and where they get into each other's way.
#pragma once

#include <memory>
#include <span>
#include <vector>

#include <nextmove/neighbours.hpp>
#include <nextmove/seat.hpp>

#include "players/device_list.hpp"

namespace nextmove::core {

/// Whose changes count that are not applied yet.
enum class Drafts : std::uint8_t { left_out, counted };

/// See Hub::taken_controls.
std::vector<TakenControl> taken_controls(const Seat& seat, const Playbook& playbook,
                                         const DeviceList& devices, Drafts drafts);
/// See Hub::clashes.
std::vector<SharedClash> shared_clashes(const Playbook& playbook, const DeviceList& devices);

}  // namespace nextmove::core
