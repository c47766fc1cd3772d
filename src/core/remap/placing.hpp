// Putting a player's controls where a playbook has its own.
#pragma once

#include <span>
#include <vector>

#include <nextmove/profile.hpp>

namespace nextmove::core {

/// Where: one part of an action, on one kind of device, as a seat hears it that is held to a
/// scheme.
struct Spot {
  const PlaybookDefinition& playbook;
  const ActionDefinition& action;
  ActionPart part = ActionPart::whole;
  DeviceKind device = DeviceKind::keyboard;
  SchemeId scheme = SchemeId::none;
};

/// What the seat hears there, of these bindings of the action.
std::vector<Combination> controls_at(const Spot& spot, std::span<const BindingDefinition> bindings);

struct Placed {
  std::vector<BindingDefinition> bindings;
  std::vector<Combination> refused;  ///< those that can drive no binding of this action
};

/// The bindings of the action in one context, with these controls in place of those that the seat
/// hears there. `usual` are those of the playbook, to take gesture and shaping from.
Placed placed(const Spot& spot, std::vector<BindingDefinition> bindings,
              std::span<const BindingDefinition> usual, std::span<const Combination> controls);

}  // namespace nextmove::core
