// Snapshots: the state of play as bytes, to go on from there exactly. docs/snapshots.md.
#pragma once

#include <cstddef>
#include <cstdint>
#include <span>
#include <string>
#include <string_view>

namespace nextmove {

/// Why a snapshot was not restored.
enum class RestoreRefusal : std::uint8_t {
  none,            ///< it was
  wrong_moment,    ///< in the middle of an update; a complaint says where
  no_snapshot,     ///< the bytes are none, or come from a machine with another order of bytes
  damaged,         ///< some of them are not those that were taken
  other_version,   ///< another version of the library took it
  other_playbook,  ///< the hub plays by another
  other_profile,   ///< a player has changed other controls
};

/// "no_snapshot", "damaged" and so on.
std::string_view to_string(RestoreRefusal refusal);

/// What came of Hub::restore.
struct [[nodiscard]] RestoreAnswer {
  RestoreRefusal refusal = RestoreRefusal::none;
  std::string seat{};  ///< other_profile: the name of the seat

  explicit operator bool() const { return refusal == RestoreRefusal::none; }
  friend bool operator==(const RestoreAnswer&, const RestoreAnswer&) = default;
};

/// Why it was refused, and what to do about it, as a sentence; empty where it was not.
std::string reason(const RestoreAnswer& answer);

/// Whether the bytes are a snapshot, whole, that this version took: `none`, `no_snapshot`,
/// `damaged` or `other_version`. Costs a fraction of Hub::restore, which asks it first.
RestoreRefusal look_at_snapshot(std::span<const std::byte> bytes);

}  // namespace nextmove
