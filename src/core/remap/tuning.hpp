// How a player's tuning changes bindings.
#pragma once

#include <span>
#include <string>
#include <vector>

#include <nextmove/profile.hpp>

namespace nextmove::core {

/// The binding as tuned. What would lead out of the range of a field stops at its edge.
BindingDefinition tuned(BindingDefinition binding, ActionKind kind,
                        std::span<const Tuning> tunings);

/// What is wrong with a tuning.
std::vector<std::string> problems_of(const Tuning& tuning, const Playbook& playbook);

/// Left for right in all controls of the sticks.
void swap_sticks(BindingDefinition& binding);

}  // namespace nextmove::core
