// Time, as it comes in with each event and each update. The library never reads a clock.
#pragma once

#include <chrono>

#include <nextmove/standard.hpp>

namespace nextmove {

/// Microseconds since a moment that the game chooses (usually its start). Never negative.
using Time = std::chrono::microseconds;

/// A length of time in microseconds; 120ms and 1s convert to it.
using Duration = std::chrono::microseconds;

/// `time` in seconds.
constexpr double to_seconds(Time time) {
  return static_cast<double>(time.count()) / 1e6;
}

}  // namespace nextmove
