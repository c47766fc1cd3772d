// The program under test, and the demo data for it.
#pragma once

#include <gtest/gtest.h>

#include "support/process.hpp"

namespace nextmove::support {

inline const std::string playbook = NEXTMOVE_EXAMPLE_DATA "/tidewater.toml";
inline const std::string recording = NEXTMOVE_EXAMPLE_DATA "/harbour.jsonl";

inline Finished next_move(std::vector<std::string> arguments) {
  arguments.insert(arguments.begin(), NEXTMOVE_PROGRAM);
  return run(arguments);
}

}  // namespace nextmove::support
