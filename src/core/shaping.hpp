// Shaping, ready to be applied.
#pragma once

#include <algorithm>
#include <cmath>
#include <vector>

#include <nextmove/binding.hpp>

namespace nextmove::core {

/// What becomes of the length of a contribution.
class LengthShaping {
 public:
  LengthShaping() = default;
  /// Invert is not its business: the wiring has it in the signs of the routes.
  LengthShaping(const Shaping& shaping, float dead_zone);

  /// Expects a length of at most 1; keeps the direction.
  Vec2 apply(Vec2 value) const {
    if (is_plain_) return value;
    const float length = std::sqrt(value.x * value.x + value.y * value.y);
    if (length <= from_) return {};
    const float reached = std::min((length - from_) / (to_ - from_), 1.0F);
    const float factor = (points_.empty() ? reached : curved(reached)) * scale_ / length;
    return {value.x * factor, value.y * factor};
  }

 private:
  float curved(float length) const;  // where there are points

  bool is_plain_ = true;  // a length comes out as it goes in
  float from_ = 0;        // here the value leaves 0 ...
  float to_ = 1;          // ... and here it is full
  float scale_ = 1;
  std::vector<Vec2> points_;  // of the curve; empty where it is a straight line
};

}  // namespace nextmove::core
