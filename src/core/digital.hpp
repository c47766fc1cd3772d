// Axes and vectors as digits.
#pragma once

#include <nextmove/action.hpp>
#include <nextmove/reading.hpp>

namespace nextmove::core {

/// What `value` reads as after having read as `before`. The digits of a vector are those of its way
/// in eight, and the ways of an axis those of its digit, so that they never contradict each other.
Digital digits_of_axis(float value, const Digital& before, const Thresholds& thresholds);
Digital digits_of_vector(Vec2 value, const Digital& before, const Thresholds& thresholds);

}  // namespace nextmove::core
