// Seatings: which players could sit down with some devices.
#pragma once

#include <span>
#include <vector>

#include <nextmove/playbook.hpp>

namespace nextmove {

/// The ways in which so many players could sit down with these devices at the same time: of each
/// way the players' schemes, in the order of the playbook. Each device serves one player, or those
/// who share it under different schemes; what schemes may use counts for nothing. Every set of
/// schemes comes once, in alphabetical order of numbers. Their number grows with the schemes to the
/// power of `players`.
std::vector<std::vector<SchemeId>> seatings(const Playbook& playbook,
                                            std::span<const DeviceKind> devices,
                                            std::size_t players);

}  // namespace nextmove
