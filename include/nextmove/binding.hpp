// Bindings: which control drives which direction of an action, and how its value is shaped.
#pragma once

#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/action.hpp>
#include <nextmove/control.hpp>
#include <nextmove/diagnostic.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove {

/// A control in a definition, with its place in the file. `Control::KeyW` converts to it.
struct PlacedControl {
  Control control = Control::none;
  Place place{};

  constexpr PlacedControl() = default;
  constexpr PlacedControl(Control c, Place p = {}) : control(c), place(p) {}  // NOLINT: implicit
  friend bool operator==(const PlacedControl&, const PlacedControl&) = default;
};

/// How far a push carries: what length (0..1) comes out for what length goes in. Either a power, or
/// points with straight lines between them.
struct Curve {
  float power = 1;             ///< 0.1..10; 2 is gentle near the middle and full at the end
  std::vector<Vec2> points{};  ///< from x = 0 to x = 1, x growing, y 0..1; used where not empty

  friend bool operator==(const Curve&, const Curve&) = default;
};

/// How a raw value becomes a contribution, always in this order: invert, dead zones, curve, scale.
/// All but invert work on the length, so a stick keeps its direction.
struct Shaping {
  bool invert_x = false;  ///< also for an axis
  bool invert_y = false;
  /// Below this length the value is 0; from there on it grows from 0. 0..0.95. Default:
  /// stick_dead_zone for sticks, trigger_dead_zone for triggers, 0 for the rest.
  std::optional<float> dead_zone{};
  float outer_dead_zone = 0;  ///< this far before the end the value is full already; 0..0.95
  Curve curve{};
  float scale = 1;  ///< above 0, at most 10; what it brings beyond 1 is cut off
  Place place{};    ///< where the file says so

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
