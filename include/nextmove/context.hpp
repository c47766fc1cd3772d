// Contexts: named sets of bindings that a seat enters and leaves.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include <nextmove/binding.hpp>
#include <nextmove/device.hpp>
#include <nextmove/handle.hpp>

namespace nextmove {

/// A context as the playbook defines it.
struct ContextDefinition {
  std::string name{};  ///< unique; letters, digits and _
  int rank = 0;        ///< the higher rank hears a control first; at equal rank, the last entered
  std::vector<DeviceKind> blocks{};  ///< kinds of device that no context below this one hears
  /// Whether entering it lets go of what is held below on the controls it takes: as if they had
  /// been released, until they are pressed afresh. Unless it is said, on kinds of device that it
  /// blocks, but not on controls that it claims; true is for both, false for neither. Toggles stay
  /// on.
  std::optional<bool> releases{};
  std::vector<PlacedName> mutes{};  ///< on as long as it is entered
  /// Those of one action stand together: make_playbook brings them to the first of them.
  std::vector<BindingDefinition> bindings{};
  Place place{};

  friend bool operator==(const ContextDefinition&, const ContextDefinition&) = default;
};

/// Numbers one context of one playbook, from 0, in the order of definition.
enum class ContextId : std::uint16_t { none = 0xffff };

/// One that a generated header names.
using Context = Named<ContextId>;

}  // namespace nextmove
