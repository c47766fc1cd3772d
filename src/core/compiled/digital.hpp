// Axes and vectors as digits.
#pragma once

#include <nextmove/action.hpp>
#include <nextmove/reading.hpp>

namespace nextmove::core {

/// What `value` reads as after having read as `before`. The digits of a vector are those of its way
/// in eight, and the ways of an axis those of its digit, so that they never contradict each other.
Digital digits_of_axis(float value, const Digital& before, const Thresholds& thresholds);
Digital digits_of_vector(Vec2 value, const Digital& before, const Thresholds& thresholds);

/// Presses, where the digits have come up.
inline void count_presses(const Digital& before, const Digital& now, DirectionPresses& presses) {
  presses.right += ((now.x > 0) & (before.x <= 0)) ? 1 : 0;
  presses.left += ((now.x < 0) & (before.x >= 0)) ? 1 : 0;
  presses.up += ((now.y > 0) & (before.y <= 0)) ? 1 : 0;
  presses.down += ((now.y < 0) & (before.y >= 0)) ? 1 : 0;
}

}  // namespace nextmove::core
