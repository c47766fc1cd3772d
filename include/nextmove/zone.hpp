// Touch zones: the parts of a touch screen that serve as controls.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

#include <nextmove/area.hpp>
#include <nextmove/diagnostic.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove {

enum class ZoneKind : std::uint8_t {
  button,       ///< down while a finger is
  stick,        ///< a stick that follows the finger
  swipe,        ///< presses Up, Down, Left or Right once when a finger flicks that way
  tap,          ///< presses once when a finger comes and goes in one place
  two_fingers,  ///< Pinch and Turn move while two fingers do
};

/// "button", "stick", "swipe", "tap" or "two_fingers".
std::string_view to_string(ZoneKind kind);
std::optional<ZoneKind> find_zone_kind(std::string_view name);

enum class Corner : std::uint8_t { none, top_left, top_right, bottom_left, bottom_right };

/// "top_left" and so on; empty for none.
std::string_view to_string(Corner corner);
std::optional<Corner> find_corner(std::string_view name);

/// What a finger can do in a zone, and how far it must go for it.
inline constexpr float swipe_distance = 0.08F;   ///< in shorter sides of the window
inline constexpr float tap_distance = 0.03F;     ///< a tap moves less than this
inline constexpr float floating_radius = 0.15F;  ///< from there a floating stick is full
inline constexpr int swipe_milliseconds = 400;   ///< a swipe takes no longer
inline constexpr int tap_milliseconds = 250;     ///< nor a tap

/// A zone as the playbook defines it. Without a corner, its place and size are shares of the
/// window's width and height, from the top left. With a corner, they are counted from there, in
/// shares of the shorter side: such a zone keeps its shape on every screen.
/// A finger belongs to the zone where it went down, the first that contains it and that an entered
/// context has bound, until it lifts.
struct ZoneDefinition {
  std::string name{};  ///< unique; letters, digits and _
  ZoneKind kind = ZoneKind::button;
  Corner corner = Corner::none;
  float x = 0;  ///< distance of the nearest edge from the left, or from the corner; 0 or more
  float y = 0;  ///< likewise from the top
  float width = 1;
  float height = 1;
  bool is_floating = false;  ///< a stick's middle is where the finger lands, not the zone's middle
  Place place{};

  friend bool operator==(const ZoneDefinition&, const ZoneDefinition&) = default;
};

/// Where the zone lies in a window of this size (in any unit): to draw it, say.
Area area_of(const ZoneDefinition& zone, Vec2 window);

/// One control of a zone: the whole of it, or a part of its value. Which a zone has depends on its
/// kind: a stick those of any stick, a swipe its four directions, two fingers Pinch and Turn.
enum class ZonePart : std::uint8_t { whole, x, y, right, left, up, down, pinch, turn };

/// "X", "Up", "Pinch" and so on; empty for the whole.
std::string_view to_string(ZonePart part);
std::optional<ZonePart> find_zone_part(std::string_view name);

}  // namespace nextmove
