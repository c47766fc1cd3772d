#include <algorithm>
#include <array>

#include <nextmove/zone.hpp>

#include "base/names.hpp"

namespace nextmove {
namespace {

constexpr std::array<std::string_view, 5> kinds = {"button", "stick", "swipe", "tap",
                                                   "two_fingers"};
constexpr std::array<std::string_view, 5> corners = {"", "top_left", "top_right", "bottom_left",
                                                     "bottom_right"};
constexpr std::array<std::string_view, 9> part_suffixes = {"",   "X",    "Y",     "Right", "Left",
                                                           "Up", "Down", "Pinch", "Turn"};

}  // namespace

std::string_view to_string(ZoneKind kind) {
  return kinds[static_cast<std::size_t>(kind)];
}
std::optional<ZoneKind> find_zone_kind(std::string_view name) {
  return core::find_name<ZoneKind>(kinds, name);
}

std::string_view to_string(Corner corner) {
  return corners[static_cast<std::size_t>(corner)];
}
std::optional<Corner> find_corner(std::string_view name) {
  if (name.empty()) return std::nullopt;
  return core::find_name<Corner>(corners, name);
}

std::string_view to_string(ZonePart part) {
  return part_suffixes[static_cast<std::size_t>(part)];
}
std::optional<ZonePart> find_zone_part(std::string_view name) {
  return core::find_name<ZonePart>(part_suffixes, name);
}

Area area_of(const ZoneDefinition& zone, Vec2 window) {
  if (zone.corner == Corner::none) return {zone.x, zone.y, zone.width, zone.height};
  const float shorter = std::min(window.x, window.y);
  const Vec2 unit = {shorter / window.x, shorter / window.y};
  Area area{zone.x * unit.x, zone.y * unit.y, zone.width * unit.x, zone.height * unit.y};
  const bool is_right = zone.corner == Corner::top_right || zone.corner == Corner::bottom_right;
  const bool is_bottom = zone.corner == Corner::bottom_left || zone.corner == Corner::bottom_right;
  if (is_right) area.left = 1 - area.left - area.width;
  if (is_bottom) area.top = 1 - area.top - area.height;
  return area;
}

}  // namespace nextmove
