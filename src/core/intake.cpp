#include "intake.hpp"

#include <algorithm>
#include <cmath>

namespace nextmove::core {

Vec2 clamped(Vec2 v, ActionKind kind) {
  if (kind == ActionKind::axis) return {std::clamp(v.x, -1.0F, 1.0F), 0};
  if (kind == ActionKind::motion) return v;
  if (kind == ActionKind::pointer)
    return {std::clamp(v.x, 0.0F, 1.0F), std::clamp(v.y, 0.0F, 1.0F)};
  const float square = v.x * v.x + v.y * v.y;
  if (square <= 1) return v;
  const float length = std::sqrt(square);
  return {v.x / length, v.y / length};
}

void settle_edges(ButtonReading& button, bool was_held) {
  if (button.held && !was_held) button.presses = std::max(button.presses, button.releases + 1);
  if (!button.held && was_held) button.releases = std::max(button.releases, 1U);
  if (!button.held && !was_held && button.presses != 0) {
    button.releases = std::max(button.releases, 1U);
  }
  if (!button.held && !was_held && button.presses == 0) button.releases = 0;
  button.pressed = button.presses != 0;
  button.released = button.releases != 0;
}

}  // namespace nextmove::core
