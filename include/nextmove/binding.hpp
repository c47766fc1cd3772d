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
#include <nextmove/time.hpp>
#include <nextmove/vec2.hpp>
#include <nextmove/zone.hpp>

namespace nextmove {

/// A control in a definition, with its place in the file: one of the standard list, or one of a
/// touch zone. `Control::KeyW` converts to it; see also `touch`.
struct PlacedControl {
  Control control = Control::none;
  ZonePart part = ZonePart::whole;  ///< of a touch zone
  Place place{};
  std::string zone{};  ///< the name of a touch zone, where control is none

  PlacedControl() = default;
  PlacedControl(Control c, Place p = {}) : control(c), place(p) {}  // NOLINT: implicit
  bool is_set() const { return control != Control::none || !zone.empty(); }
  friend bool operator==(const PlacedControl&, const PlacedControl&) = default;
};

/// The kind of device that the control sits on. Requires one that is set.
DeviceKind device_of(const PlacedControl& control);

/// The control of a touch zone: touch("horn"), touch("wheel", ZonePart::left).
PlacedControl touch(std::string zone, ZonePart part = ZonePart::whole);

/// "KeyW", "Touch:horn", "Touch:wheel.Left"; empty for a control that is not set.
std::string to_string(const PlacedControl& control);

/// The control that is written like this, or nothing. Whether there is such a zone is not its
/// business.
std::optional<PlacedControl> find_placed_control(std::string_view name);

/// How far a push carries: what length (0..1) comes out for what length goes in. Either a power, or
/// points with straight lines between them.
struct Curve {
  float power = 1;             ///< 0.1..10; 2 is gentle near the middle and full at the end
  std::vector<Vec2> points{};  ///< from x = 0 to x = 1, x growing, y 0..1; used where not empty

  friend bool operator==(const Curve&, const Curve&) = default;
};

/// How a raw value becomes a contribution, always in this order: invert, dead zones, curve, custom,
/// smoothing, scale. All but the axial dead zone and invert keep the direction of a stick.
/// A displacement takes invert, custom, smoothing and scale only.
struct Shaping {
  bool invert_x = false;  ///< also for an axis or a turn
  bool invert_y = false;
  /// Below this length the value is 0; from there on it grows from 0. 0..0.95. Default:
  /// stick_dead_zone for sticks, trigger_dead_zone for triggers, 0 for the rest.
  std::optional<float> dead_zone{};
  /// The same for each axis by itself, before: a stick that is pushed nearly straight goes
  /// straight. 0..0.95.
  float axial_dead_zone = 0;
  float outer_dead_zone = 0;  ///< this far before the end the value is full already; 0..0.95
  Curve curve{};
  std::string custom{};  ///< the name of a function that the game gives to the hub; empty for none
  /// Time constant: after this time 63 % of a change has come through, after three times 95 %. It
  /// does the same at every frame rate. At most 10 s.
  Duration smoothing{};
  /// Above 0, at most 10; what goes beyond 1 is cut off. Of what takes a rate at most 10 000, and
  /// nothing is cut off.
  float scale = 1;
  Place place{};  ///< where the file says so

  friend bool operator==(const Shaping&, const Shaping&) = default;
};

inline constexpr float stick_dead_zone = 0.15F;
inline constexpr float trigger_dead_zone = 0.05F;

// What a binding may ask for. What a player tunes stays within it as well.
inline constexpr float most_dead_zone = 0.95F;  ///< inner and outer together
inline constexpr float most_scale = 10;
inline constexpr float most_scale_of_rates = 10'000;  ///< of an action that takes a rate
inline constexpr float most_rate = 1'000'000;
inline constexpr Duration longest_smoothing = std::chrono::seconds{10};
inline constexpr Duration longest_gesture = std::chrono::seconds{60};  ///< and repetition
inline constexpr Duration shortest_repetition = std::chrono::milliseconds{5};

enum class GestureKind : std::uint8_t { press, hold, tap, taps, toggle, repeat };

/// What must be done with a control to count as a press. Times are measured between the stamps of
/// events, so the frame rate does not matter.
struct Gesture {
  GestureKind kind = GestureKind::press;
  /// hold: how long until it fires. tap: the longest that counts. taps: the longest from one going
  /// down to the next. repeat: from the press to the first repetition. Above 0, at most 60 s.
  Duration time{};
  Duration every{};  ///< repeat: from there on, one each; 5 ms to 60 s
  int count = 0;     ///< taps: how many, 2..10
  Place place{};

  friend bool operator==(const Gesture&, const Gesture&) = default;
};

/// Fires when held this long, and stays held until release.
Gesture hold_for(Duration time);
/// Fires on a release that comes at most this long after the press.
Gesture tap_within(Duration time);
/// Fires on the last of so many presses in a row, and stays held until its release.
Gesture taps_within(int count, Duration time);
/// Goes down with one press, and up with the next.
Gesture toggled();
/// Presses at once, after `delay` again, and then once `every` so long; held until release.
Gesture repeated(Duration delay, Duration every);

/// Joins an action to one control, or to one control per direction.
/// A binding with no control at all lists an action that is meant to start out unbound.
struct BindingDefinition {
  std::string action{};
  PlacedControl control{};                      ///< drives the whole action, or
  PlacedControl up{}, down{}, left{}, right{};  ///< two directions, or
  PlacedControl more{}, less{};                 ///< the directions of an axis or a turn
  /// Only while these are down, on any device of the seat, does the binding hear its control, and
  /// then those of its context that need fewer do not.
  std::vector<PlacedControl> with{};
  Gesture gesture{};        ///< button
  Thresholds thresholds{};  ///< button
  Shaping shaping{};        ///< all but buttons and places
  /// How much a second at full push, where a stick or a key drives a motion, a turn or a pointer;
  /// of a pointer in shares of the shorter side of the seat's part.
  float rate = 0;
  bool pass_on = false;  ///< lets contexts of lower rank hear the control as well
  /// Where there are any, seats that are held to another scheme do not hear it.
  std::vector<PlacedName> schemes{};
  Place place{};

  friend bool operator==(const BindingDefinition&, const BindingDefinition&) = default;
};

/// One of the directions that a binding can give a control of its own: its name in playbooks, the
/// field that holds the control, and which way it points.
struct Direction {
  std::string_view name;
  PlacedControl BindingDefinition::*control;
  float x;
  float y;
  bool is_of_one_value;  ///< more and less; the others are of vectors, motions and pointers

  bool fits(ActionKind kind) const {
    return kind != ActionKind::button && is_of_one_value == has_one_value(kind);
  }
};

/// up, down, left, right, more, less. Lives for ever.
std::span<const Direction> directions();

}  // namespace nextmove
