// Where the hub and its seats tell what happened, for recordings.
#pragma once

#include <functional>

#include <nextmove/recording.hpp>

namespace nextmove::core {

struct Journal {
  std::function<void(const Step&)> listener;
  Time now{};               // of the last update
  bool is_running = false;  // there was an update

  bool is_on() const { return static_cast<bool>(listener); }
};

}  // namespace nextmove::core
