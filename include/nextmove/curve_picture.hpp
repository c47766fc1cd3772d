// Pictures of what shaping does to a stick or a trigger (NextMove::draw).
#pragma once

#include <optional>
#include <string>
#include <vector>

#include <nextmove/diagnostic.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove {

/// What one binding makes of a push from 0 to 1, measured through a hub.
struct ShapedCurve {
  std::string context{};
  std::string controls{};       ///< "PadLeftStick", "PadRightTrigger, PadLeftTrigger"
  std::string note{};           ///< what the curve does not show: smoothing, say; may be empty
  float dead_zone = 0;          ///< where the value leaves 0
  float outer_dead_zone = 0;    ///< how far before the end it is full
  std::vector<Vec2> samples{};  ///< x is the push, y what is read; 101 of them, evenly spaced
};

/// One for each binding of the action by a stick or a trigger, in the order of the playbook; none
/// for a button or a pointer. Of a motion, what is read is the share of its rate.
std::vector<ShapedCurve> curves_of(const Playbook& playbook, ActionId action);

/// Draws them into one diagram of 1280 by 800, dead zones shaded, as PNG or SVG by the ending of
/// `path`. What went wrong, if anything did.
std::optional<Diagnostic> save_curve_picture(const std::vector<ShapedCurve>& curves,
                                             const std::string& title, const std::string& path);

}  // namespace nextmove
