// What a player uses on a kind of device, for those who share it.
#pragma once

#include <vector>

#include <nextmove/neighbours.hpp>
#include <nextmove/profile.hpp>

#include "remap/draft_state.hpp"

namespace nextmove::core {

/// Adds what this player has on such a device.
void add_taken(std::vector<TakenControl>& taken, const DraftState& theirs, DeviceKind kind,
               const std::string& by);
/// Adds what joins on such a device under other schemes than this, if they share their devices.
void add_joins(std::vector<TakenControl>& taken, const Playbook& playbook, SchemeId but,
               DeviceKind kind);

}  // namespace nextmove::core
