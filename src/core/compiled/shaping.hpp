// Shaping, ready to be applied.
#pragma once

#include <algorithm>
#include <cmath>
#include <functional>
#include <vector>

#include <nextmove/binding.hpp>

#include "base/arithmetic.hpp"

namespace nextmove::core {

/// exp(-x) for x >= 0, by additions and multiplications only: the same bits on every machine.
float decay(float x);

/// What becomes of a contribution, but for inverting (the wiring has it in the signs of the
/// routes), custom functions and smoothing, which need more than the value.
class LengthShaping {
 public:
  LengthShaping() = default;
  LengthShaping(const Shaping& shaping, float dead_zone);

  /// Dead zones and curve. Keeps the direction; what is longer than 1 comes out as 1 does, but for
  /// a straight shaping, which lets it pass.
  [[gnu::always_inline]] Vec2 bent(Vec2 value) const {
    if (is_straight_) return value;
    if (axial_ > 0) value = {beyond_axial(value.x), beyond_axial(value.y)};
    const float length = core::length(value);
    if (length <= from_) return {};
    const float reached = std::min((length - from_) / (to_ - from_), 1.0F);
    const float factor = (points_.empty() ? reached : curved(reached)) / length;
    return times(value, factor);
  }

  Vec2 scaled(Vec2 value) const { return times(value, scale_); }
  float scale() const { return scale_; }
  /// What is no longer than this comes to nothing.
  float dead_zone() const { return std::max(from_, axial_); }

 private:
  float beyond_axial(float value) const {
    const float beyond = std::max(std::abs(value) - axial_, 0.0F) / (1 - axial_);
    return std::copysign(beyond, value);
  }
  float curved(float length) const;  // where there are points
  std::size_t piece(float length) const;

  bool is_straight_ = true;  // a length comes out as it goes in
  float axial_ = 0;
  float from_ = 0;  // here the value leaves 0 ...
  float to_ = 1;    // ... and here it is full
  float scale_ = 1;
  std::vector<Vec2> points_;  // of the curve; empty where it is a straight line
  bool is_power_ = false;     // they are those of a power
};

}  // namespace nextmove::core
