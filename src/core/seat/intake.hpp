// What an action comes to in one update, before it becomes its reading.
#pragma once

#include <algorithm>
#include <cmath>

#include <nextmove/control.hpp>
#include <nextmove/reading.hpp>

#include "base/arithmetic.hpp"

namespace nextmove::core {

struct Intake {
  ButtonReading button{};
  Vec2 value{};
  bool is_present = false;   // of a pointer
  std::uint32_t logged = 0;  // of the presses: those that are among the presses kept for a while
  bool is_raw_held = false;  // the player holds the button, whatever interceptors say
  bool is_here = false;      // reckoned in this update
  bool is_changed = false;   // by an interceptor
};

/// The square of a length of 1, whichever way it points, is no more than this.
inline constexpr float rounded_one = 1.000001F;

/// What the game makes up, no further than a mouse moves.
inline Vec2 within_reach(Vec2 v) {
  return {std::clamp(v.x, -most_moved, most_moved), std::clamp(v.y, -most_moved, most_moved)};
}

/// `value` within the range of its kind.
inline Vec2 clamped(Vec2 v, ActionKind kind) {
  if (kind == ActionKind::vector) {
    const float squared = square(v);
    if (squared <= rounded_one) return v;
    const float length = std::sqrt(squared);
    return {v.x / length, v.y / length};
  }
  if (kind == ActionKind::axis) return {std::clamp(v.x, -1.0F, 1.0F), 0};
  if (kind == ActionKind::motion) return v;
  if (kind == ActionKind::turn) return {v.x, 0};
  return {std::clamp(v.x, 0.0F, 1.0F), std::clamp(v.y, 0.0F, 1.0F)};
}

/// The same with a length of at most `reach`, where that is less than 1.
inline Vec2 limited(Vec2 value, ActionKind kind, float reach) {
  if (reach >= 1) return clamped(value, kind);
  const float squared = square(value);
  if (squared <= reach * reach * rounded_one) return value;
  return times(value, reach / std::sqrt(squared));
}

/// Makes presses and releases lead from `was_held` to what is held now.
void settle_edges(ButtonReading& button, bool was_held);

}  // namespace nextmove::core
