#include <array>

#include <nextmove/binding.hpp>

namespace nextmove {
namespace {

constexpr std::string_view zone_prefix = "Touch:";

constexpr std::array<Direction, 6> direction_table = {{
    {"up", &BindingDefinition::up, 0, 1, false},
    {"down", &BindingDefinition::down, 0, -1, false},
    {"left", &BindingDefinition::left, -1, 0, false},
    {"right", &BindingDefinition::right, 1, 0, false},
    {"more", &BindingDefinition::more, 1, 0, true},
    {"less", &BindingDefinition::less, -1, 0, true},
}};

}  // namespace

std::span<const Direction> directions() {
  return direction_table;
}

DeviceKind device_of(const PlacedControl& control) {
  return control.zone.empty() ? info(control.control).device : DeviceKind::touch;
}

PlacedControl touch(std::string zone, ZonePart part) {
  PlacedControl control;
  control.zone = std::move(zone);
  control.part = part;
  return control;
}

std::string to_string(const PlacedControl& placed) {
  if (placed.zone.empty()) return std::string{to_string(placed.control)};
  std::string text{zone_prefix};
  text += placed.zone;
  if (placed.part != ZonePart::whole) {
    text += '.';
    text += to_string(placed.part);
  }
  return text;
}

std::optional<PlacedControl> find_placed_control(std::string_view name) {
  if (const auto control = find_control(name)) return PlacedControl{*control};
  if (name.substr(0, zone_prefix.size()) != zone_prefix) return std::nullopt;
  name.remove_prefix(zone_prefix.size());
  const std::size_t dot = name.find('.');
  const std::string_view part = dot == std::string_view::npos ? "" : name.substr(dot + 1);
  const auto found = find_zone_part(part);
  const bool has_part = dot == std::string_view::npos || !part.empty();
  if (!found || !has_part || dot == 0 || name.empty()) return std::nullopt;
  return touch(std::string{name.substr(0, dot)}, *found);
}

Gesture hold_for(Duration time) {
  return {GestureKind::hold, time};
}
Gesture tap_within(Duration time) {
  return {GestureKind::tap, time};
}
Gesture taps_within(int count, Duration time) {
  return {GestureKind::taps, time, {}, count};
}
Gesture toggled() {
  return {GestureKind::toggle};
}
Gesture repeated(Duration delay, Duration every) {
  return {GestureKind::repeat, delay, every};
}

}  // namespace nextmove
