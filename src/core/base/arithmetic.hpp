// Arithmetic of two numbers at once.
#pragma once

#include <cmath>

#include <nextmove/vec2.hpp>

namespace nextmove::core {

inline float square(Vec2 v) {
  return v.x * v.x + v.y * v.y;
}
inline float length(Vec2 v) {
  return std::sqrt(square(v));
}

inline Vec2 sum(Vec2 a, Vec2 b) {
  return {a.x + b.x, a.y + b.y};
}
inline Vec2 difference(Vec2 a, Vec2 b) {
  return {a.x - b.x, a.y - b.y};
}
inline Vec2 times(Vec2 v, float factor) {
  return {v.x * factor, v.y * factor};
}
/// Adds so much of `value`.
inline void add(Vec2& sum, Vec2 value, float factor) {
  sum = {sum.x + value.x * factor, sum.y + value.y * factor};
}

}  // namespace nextmove::core
