// The examples' playbooks, written in C++: what a file can say, code can say.
#pragma once

#include <nextmove/nextmove.hpp>

namespace nextmove::support {

/// examples/data/tidewater.toml
PlaybookDefinition tidewater_playbook();

/// examples/first_steps/harbour.toml
PlaybookDefinition first_steps_playbook();

}  // namespace nextmove::support
