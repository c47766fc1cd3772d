// Control schemes: named sets of device kinds that make up one way to play.
#pragma once

#include <cstddef>
#include <cstdint>
#include <span>
#include <string>
#include <vector>

#include <nextmove/binding.hpp>
#include <nextmove/device.hpp>
#include <nextmove/handle.hpp>

namespace nextmove {

inline constexpr std::size_t most_schemes = 31;

/// A scheme as the playbook defines it. A seat that is held to it hears only the scheme's bindings:
/// those that name it, and those that name none and whose control sits on a kind of device that it
/// uses. A scheme that shares its devices hears of a keyboard, a mouse or a gamepad only what names
/// it, since the others at the same device would hear the rest as well.
struct SchemeDefinition {
  std::string name{};                 ///< unique; letters, digits and _
  std::string label{};                ///< what people see
  std::vector<DeviceKind> needs{};    ///< one device of each; at least one
  std::vector<DeviceKind> may_use{};  ///< one of each comes along where it is free
  /// Whether other seats may have the same devices under other schemes that share (two players on
  /// one keyboard), and on a touch screen under the same.
  bool shares_devices = false;
  /// Who presses it joins. A key or button of a kind that the scheme needs; where it is not set,
  /// only the game seats anybody here. (More than one on a touch screen are the game's to seat:
  /// whose the second finger is, nobody can tell by a press.)
  PlacedControl join{};
  Place place{};

  bool needs_kind(DeviceKind kind) const;
  bool uses_kind(DeviceKind kind) const;  ///< needs it or may use it
  friend bool operator==(const SchemeDefinition&, const SchemeDefinition&) = default;
};

/// Numbers one scheme of one playbook, from 0, in the order of definition.
enum class SchemeId : std::uint16_t { none = 0xffff };

/// One that a generated header names.
using Scheme = Named<SchemeId>;

/// Whether a seat that is held to `scheme` (or to none) hears the binding where its control sits on
/// a device of this kind. Names that are no schemes count for nothing.
bool is_heard_under(SchemeId scheme, const BindingDefinition& binding, DeviceKind device,
                    std::span<const SchemeDefinition> schemes);

}  // namespace nextmove
