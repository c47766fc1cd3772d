// Readings: what the game sees of one action. They change in Hub::update and at no other time.
#pragma once

#include <cstdint>

#include <nextmove/action.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove {

/// A button, and what happened to it in the last update.
struct ButtonReading {
  bool held = false;           ///< down now
  bool pressed = false;        ///< went down at least once in the last update
  bool released = false;       ///< went up at least once in the last update
  std::uint32_t presses = 0;   ///< how often it went down in the last update
  std::uint32_t releases = 0;  ///< how often it went up in the last update

  friend bool operator==(const ButtonReading&, const ButtonReading&) = default;
};

/// An axis: -1..1, positive is "more".
struct AxisReading {
  float value = 0;

  friend bool operator==(const AxisReading&, const AxisReading&) = default;
};

/// A vector of length 0..1.
struct VectorReading {
  Vec2 value{};

  friend bool operator==(const VectorReading&, const VectorReading&) = default;
};

/// The reading of an action whose kind is known at run time only: for tools and menus.
struct Reading {
  ActionKind kind = ActionKind::button;
  ButtonReading button{};          ///< of a button
  Vec2 value{};                    ///< of an axis (in x) or a vector
  std::uint32_t presses_ever = 0;  ///< of a button: all presses up to the last update; wraps around
  std::uint32_t releases_ever = 0;  ///< of a button: all releases up to the last update

  friend bool operator==(const Reading&, const Reading&) = default;
};

}  // namespace nextmove
