// Bindings: which control drives which direction of an action, and how its value is shaped.
#pragma once

#include <optional>
#include <span>
#include <string>
#include <string_view>

#include <nextmove/action.hpp>
#include <nextmove/control.hpp>
#include <nextmove/diagnostic.hpp>

namespace nextmove {

/// A control in a definition, with its place in the file. `Control::KeyW` converts to it.
struct PlacedControl {
  Control control = Control::none;
  Place place{};

  constexpr PlacedControl() = default;
  constexpr PlacedControl(Control c, Place p = {}) : control(c), place(p) {}  // NOLINT: implicit
  friend bool operator==(const PlacedControl&, const PlacedControl&) = default;
};

/// How a raw value becomes a contribution.
struct Shaping {
  /// Below this length the value is 0; from there to 1 it grows from 0 to 1. Radial: a stick keeps
  /// its direction. 0..0.95. Default: stick_dead_zone for sticks, trigger_dead_zone for triggers.
  std::optional<float> dead_zone{};
  Place place{};  ///< where the file says so

  friend bool operator==(const Shaping&, const Shaping&) = default;
};

inline constexpr float stick_dead_zone = 0.15F;
inline constexpr float trigger_dead_zone = 0.05F;

/// When the value of a control counts as pressed. Two thresholds, so that it does not chatter.
struct Thresholds {
  float press_at = 0.5F;    ///< pressed from this value on; above 0, at most 1
  float release_at = 0.4F;  ///< released below this value; above 0, at most press_at
  Place place{};            ///< where the file says so

  friend bool operator==(const Thresholds&, const Thresholds&) = default;
};

/// Joins an action to one control, or to one control per direction.
/// A binding with no control at all lists an action that is meant to start out unbound.
struct BindingDefinition {
  std::string action{};
  PlacedControl control{};                      ///< drives the whole action, or
  PlacedControl up{}, down{}, left{}, right{};  ///< the directions of a vector, or
  PlacedControl more{}, less{};                 ///< the directions of an axis
  Shaping shaping{};                            ///< axis and vector
  Thresholds thresholds{};                      ///< button
  bool pass_on = false;  ///< lets contexts of lower rank hear the control as well
  Place place{};

  friend bool operator==(const BindingDefinition&, const BindingDefinition&) = default;
};

/// One of the directions that a binding can give a control of its own: its name in playbooks, the
/// field that holds the control, the kind of action that has it, and which way it points.
struct Direction {
  std::string_view name;
  PlacedControl BindingDefinition::*control;
  ActionKind kind;
  float x;
  float y;
};

/// up, down, left, right, more, less. Lives for ever.
std::span<const Direction> directions();

}  // namespace nextmove
