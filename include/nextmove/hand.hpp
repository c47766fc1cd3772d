// The device in hand, which prompts are for: when another takes its place.
#pragma once

#include <nextmove/time.hpp>

namespace nextmove {

/// What counts as using a device, so that prompts do not flicker: a button pressed, a detent of the
/// wheel, a stick or trigger pushed past this,
inline constexpr float hand_push = 0.3F;
/// or a mouse moved by so many counts without a pause.
inline constexpr float hand_mouse_counts = 24;
/// And so long a device stays in hand, whatever else is used meanwhile.
inline constexpr Duration hand_calm = std::chrono::milliseconds{250};

}  // namespace nextmove
