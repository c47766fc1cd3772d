// What an action comes to in one update, before it becomes its reading.
#pragma once

#include <nextmove/reading.hpp>

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

/// `value` within the range of its kind.
Vec2 clamped(Vec2 value, ActionKind kind);

/// Makes presses and releases lead from `was_held` to what is held now.
void settle_edges(ButtonReading& button, bool was_held);

}  // namespace nextmove::core
