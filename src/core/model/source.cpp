#include "model/source.hpp"

#include <algorithm>

namespace nextmove::core {
namespace {

std::uint8_t half_of(ZonePart part) {
  switch (part) {
    case ZonePart::right: return part_right;
    case ZonePart::left: return part_left;
    case ZonePart::up: return part_up;
    case ZonePart::down: return part_down;
    default: return 0;
  }
}

std::optional<ResolvedControl> part_of(ControlForm source, ControlForm form, unsigned part) {
  return ResolvedControl{0, DeviceKind::touch, form, source, static_cast<std::uint8_t>(part)};
}

std::optional<ResolvedControl> part_of_stick(ZonePart part) {
  constexpr ControlForm stick = ControlForm::stick;
  if (part == ZonePart::whole) return part_of(stick, stick, part_all);
  if (part == ZonePart::x) return part_of(stick, ControlForm::stick_axis, part_right | part_left);
  if (part == ZonePart::y) return part_of(stick, ControlForm::stick_axis, part_up | part_down);
  if (half_of(part) == 0) return std::nullopt;
  return part_of(stick, ControlForm::stick_half, half_of(part));
}

}  // namespace

std::optional<ResolvedControl> resolve(ZoneKind kind, ZonePart part) {
  constexpr ControlForm moved = ControlForm::displacement;
  const bool is_whole = part == ZonePart::whole;
  switch (kind) {
    case ZoneKind::button:
      if (is_whole) return part_of(ControlForm::button, ControlForm::button, part_right);
      break;
    case ZoneKind::stick: return part_of_stick(part);
    case ZoneKind::swipe:
      if (half_of(part) != 0) return part_of(moved, ControlForm::displacement_half, half_of(part));
      break;
    case ZoneKind::tap:
      if (is_whole) return part_of(moved, ControlForm::displacement_half, part_right);
      break;
    case ZoneKind::two_fingers:
      if (is_whole) return part_of(moved, moved, part_all);
      if (part == ZonePart::pinch) {
        return part_of(moved, ControlForm::displacement_axis, part_up | part_down);
      }
      if (part == ZonePart::turn) {
        return part_of(moved, ControlForm::displacement_axis, part_right | part_left);
      }
      break;
  }
  return std::nullopt;
}

std::optional<ResolvedControl> resolve(const PlacedControl& placed,
                                       std::span<const ZoneDefinition> zones) {
  if (placed.control != Control::none) {
    const ControlInfo& control = info(placed.control);
    return ResolvedControl{source_of(control.source), control.device, control.form,
                           info(control.source).form, control.part};
  }
  const auto zone = std::find_if(zones.begin(), zones.end(),
                                 [&](const ZoneDefinition& z) { return z.name == placed.zone; });
  if (placed.zone.empty() || zone == zones.end()) return std::nullopt;
  auto resolved = resolve(zone->kind, placed.part);
  if (resolved) resolved->source = source_of_zone(static_cast<std::size_t>(zone - zones.begin()));
  return resolved;
}

void grow(std::vector<Vec2>& values, std::size_t count) {
  const std::size_t known = values.size();
  values.resize(count);
  for (std::size_t source = known; source < count; ++source) {
    if (is_position(static_cast<Source>(source))) values[source] = nowhere;
  }
}

void rest(std::span<Vec2> values) {
  for (std::size_t source = 0; source < values.size(); ++source) {
    if (!is_position(static_cast<Source>(source))) values[source] = {};
  }
}

}  // namespace nextmove::core
