// Two numbers.
#pragma once

#include <nextmove/standard.hpp>

namespace nextmove {

/// Two numbers. x grows to the right, y grows up.
struct Vec2 {
  float x = 0;
  float y = 0;

  friend bool operator==(Vec2, Vec2) = default;
};

}  // namespace nextmove
