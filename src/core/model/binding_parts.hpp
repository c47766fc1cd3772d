// The controls of a binding by the part of its action that they drive.
#pragma once

#include <vector>

#include <nextmove/combination.hpp>

namespace nextmove::core {

PlacedControl& control_at(BindingDefinition& binding, ActionPart part);
const PlacedControl& control_at(const BindingDefinition& binding, ActionPart part);

/// `whole` and all directions.
inline constexpr int action_part_count = 7;

/// The binding without its controls: its gesture and shaping.
BindingDefinition without_controls(BindingDefinition binding);

/// The same controls held, in whatever order.
bool is_same_with(const std::vector<PlacedControl>& a, const std::vector<PlacedControl>& b);

}  // namespace nextmove::core
