// Mutes: named lists of actions that stay silent while the mute is on.
#pragma once

#include <cstdint>
#include <string>
#include <vector>

#include <nextmove/diagnostic.hpp>
#include <nextmove/handle.hpp>

namespace nextmove {

/// A mute as the playbook defines it.
struct MuteDefinition {
  std::string name{};  ///< unique; letters, digits and _
  std::vector<PlacedName> actions{};
  bool is_everything_but = false;  ///< silences all actions but these
  Place place{};

  friend bool operator==(const MuteDefinition&, const MuteDefinition&) = default;
};

/// Numbers one mute of one playbook, from 0, in the order of definition.
enum class MuteId : std::uint16_t { none = 0xffff };

/// One that a generated header names.
using Mute = Named<MuteId>;

}  // namespace nextmove
