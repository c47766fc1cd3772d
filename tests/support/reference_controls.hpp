// What the reference model asks of a control's value.
#pragma once

#include <algorithm>
#include <array>

#include <nextmove/nextmove.hpp>

namespace nextmove::support {

inline std::array<float, 4> halves_of(Vec2 v) {
  return {std::max(v.x, 0.0F), std::max(-v.x, 0.0F), std::max(v.y, 0.0F), std::max(-v.y, 0.0F)};
}

// How far a control that has one value is pushed.
inline float push(const ControlInfo& control, Vec2 value) {
  float sum = 0;
  for (int half = 0; half < 4; ++half) {
    if ((control.part >> half & 1) != 0) sum += halves_of(value)[static_cast<std::size_t>(half)];
  }
  return sum;
}

inline bool is_moved(ControlForm form) {
  return form == ControlForm::displacement || form == ControlForm::displacement_axis ||
         form == ControlForm::displacement_half;
}

}  // namespace nextmove::support
