// Playbooks at random, with everything that a playbook can have.
#pragma once

#include <random>

#include <nextmove/nextmove.hpp>

namespace nextmove::support {

/// A small one that passes the check, with few controls, so that contexts and with-controls meet
/// often. Without touch zones and custom functions where `is_plain`.
PlaybookDefinition random_playbook(std::mt19937& random, bool is_plain);

}  // namespace nextmove::support
