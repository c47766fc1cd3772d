// Going on with a changed playbook.
#pragma once

#include <vector>

#include <nextmove/diagnostic.hpp>
#include <nextmove/playbook.hpp>

namespace nextmove::core {

/// `next`, with the numbers that `before` gave to actions, contexts and mutes. Names that `next`
/// lacks keep theirs, and do nothing.
Playbook keep_numbers(const Playbook& before, const Playbook& next);

/// What `next` lacks of the names that `before` has, as warnings.
std::vector<Diagnostic> no_longer_there(const Playbook& before, const Playbook& next);

}  // namespace nextmove::core
