// What must hold for a definition to be played.
#pragma once

#include <vector>

#include <nextmove/playbook.hpp>

#include "model/action_numbers.hpp"

namespace nextmove::core {

/// As nextmove::check does, for who has the numbers of its actions already.
std::vector<Diagnostic> check(const PlaybookDefinition& definition, const ActionNumbers& actions);

}  // namespace nextmove::core
