// Readings: what the game sees of one action. They change in Hub::update and at no other time.
#pragma once

#include <cstdint>

#include <nextmove/action.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove {

/// A button, and what happened to it in the last update.
struct ButtonReading {
  bool held = false;          ///< down now
  bool pressed = false;       ///< went down at least once in the last update
  bool released = false;      ///< went up at least once in the last update
  bool let_go_early = false;  ///< a hold was let go in the last update before its time was reached
  /// One of its controls went down in the last update. Of a plain press that is the press; of a
  /// gesture, the moment when the player begins it. Every detent of a wheel is one.
  bool went_down = false;
  float progress = 0;          ///< how much of a hold's time has passed, 0..1; 1 while it is held
  std::uint32_t presses = 0;   ///< how often it went down in the last update
  std::uint32_t releases = 0;  ///< how often it went up in the last update
  std::uint32_t early = 0;     ///< how often a hold was let go early in the last update
  std::uint32_t downs = 0;     ///< how often one of its controls went down in the last update

  friend bool operator==(const ButtonReading&, const ButtonReading&) = default;
};

/// One of eight ways, and none.
enum class Way : std::uint8_t {
  none,
  right,
  up_right,
  up,
  up_left,
  left,
  down_left,
  down,
  down_right,
};

/// An axis or a vector as digits, by the action's thresholds: never by comparing with exactly 1.
struct Digital {
  std::int8_t x = 0;      ///< -1, 0 or 1; of a vector, where its way in eight leads
  std::int8_t y = 0;      ///< likewise; 0 for an axis
  Way four = Way::none;   ///< the nearest of right, up, left and down; of two, the first of them
  Way eight = Way::none;  ///< the nearest of all eight

  friend bool operator==(const Digital&, const Digital&) = default;
};

/// How often each direction was pressed in the last update: how often its digit came up because the
/// player operated something. They are counted event by event, so a tap between two updates counts,
/// and how time is split into updates makes no difference. Smoothing does not delay them, and what
/// is down already when a context is entered, a mute ends or a with-control goes down is no press.
/// A detent of the wheel presses the direction that it drives.
struct DirectionPresses {
  std::uint32_t right = 0;  ///< of an axis: more
  std::uint32_t left = 0;   ///< of an axis: less
  std::uint32_t up = 0;
  std::uint32_t down = 0;

  friend bool operator==(const DirectionPresses&, const DirectionPresses&) = default;
};

/// An axis: -1..1, positive is "more".
struct AxisReading {
  float value = 0;
  int digit = 0;                   ///< -1, 0 or 1
  std::uint32_t more_presses = 0;  ///< see DirectionPresses
  std::uint32_t less_presses = 0;

  friend bool operator==(const AxisReading&, const AxisReading&) = default;
};

/// A vector of length 0..1. Its ways keep to themselves: one is left only where another is clearly
/// nearer.
struct VectorReading {
  Vec2 value{};
  Digital digital{};
  DirectionPresses presses{};

  friend bool operator==(const VectorReading&, const VectorReading&) = default;
};

/// A displacement in the last update, in the unit that the playbook's scales and rates make.
struct MotionReading {
  Vec2 value{};

  friend bool operator==(const MotionReading&, const MotionReading&) = default;
};

/// Likewise of one value; positive is "more".
struct TurnReading {
  float value = 0;

  friend bool operator==(const TurnReading&, const TurnReading&) = default;
};

/// A place in the seat's part of the window.
struct PointerReading {
  /// 0..1 from the top left corner, y down; the last one known, the middle before there was any.
  Vec2 position{};
  bool is_present = false;  ///< whether something points there now

  friend bool operator==(const PointerReading&, const PointerReading&) = default;
};

/// The reading of an action whose kind is known at run time only: for tools and menus.
struct Reading {
  ActionKind kind = ActionKind::button;
  bool is_present = false;  ///< of a pointer
  Digital digital{};        ///< of an axis or a vector
  DirectionPresses ways{};  ///< of an axis or a vector: those of the last update
  ButtonReading button{};   ///< of a button
  Vec2 value{};             ///< of an axis or a turn (in x), a vector, a motion or a pointer
  // Counts and ways up to the last update. Only their differences mean something; counts wrap
  // around.
  std::uint32_t presses_ever = 0;   ///< of a button
  std::uint32_t releases_ever = 0;  ///< of a button
  std::uint32_t early_ever = 0;     ///< of a button: how often a hold was let go early
  std::uint32_t downs_ever = 0;     ///< of a button: how often one of its controls went down
  DirectionPresses ways_ever{};     ///< of an axis or a vector
  std::uint32_t hash = 0;           ///< whose reading it is; see Action::hash
  double x_ever = 0;                ///< of a motion or a turn
  double y_ever = 0;                ///< of a motion

  friend bool operator==(const Reading&, const Reading&) = default;
};

}  // namespace nextmove
