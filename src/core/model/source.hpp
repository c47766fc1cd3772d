// Controls as the compiled tables see them: which source they are cut out of, and what part of it.
#pragma once

#include <array>
#include <cstddef>
#include <cstdint>
#include <optional>
#include <span>
#include <vector>

#include <nextmove/binding.hpp>
#include <nextmove/device.hpp>
#include <nextmove/vec2.hpp>
#include <nextmove/zone.hpp>

namespace nextmove::core {

/// Numbers a source: what carries a value of its own. The controls that events carry come first, by
/// their enumerators, then the touch zones in the order of the playbook.
using Source = std::uint32_t;

constexpr Source source_of(Control control) {
  return static_cast<Source>(control);
}
constexpr Source source_of_zone(std::size_t zone) {
  return static_cast<Source>(control_count + zone);
}

/// Sources that follow each other.
struct SourceRange {
  Source first = 0;
  Source end = 0;
};

/// Those of each kind of device, as controls.inc lists them; touch zones follow those of a touch
/// screen.
inline constexpr std::array<SourceRange, device_kind_count> source_ranges = [] {
  std::array<SourceRange, device_kind_count> ranges{};
  Source next = 0;
  const auto add = [&](DeviceKind kind) {
    SourceRange& range = ranges[static_cast<std::size_t>(kind)];
    ++next;
    if (range.first == 0) range.first = next;
    range.end = next + 1;
  };
#define NEXTMOVE_CONTROL(name, device, form, source, part) add(DeviceKind::device);
#include <nextmove/controls.inc>
#undef NEXTMOVE_CONTROL
  return ranges;
}();

/// A control, whether of the standard list or of a zone.
struct ResolvedControl {
  Source source = 0;
  DeviceKind device = DeviceKind::keyboard;
  ControlForm form = ControlForm::button;
  ControlForm source_form = ControlForm::button;
  std::uint8_t part = 0;  ///< the ControlPart bits of the source that it covers
};

/// Nothing where the control is not set, there is no such zone, or the zone has no such part.
std::optional<ResolvedControl> resolve(const PlacedControl& placed,
                                       std::span<const ZoneDefinition> zones);

/// The part of a zone of this kind; nothing where it has none.
std::optional<ResolvedControl> resolve(ZoneKind kind, ZonePart part);

/// Buttons and triggers have one value; sticks and displacements have two.
constexpr bool has_single_value(ControlForm source_form) {
  return source_form == ControlForm::button || source_form == ControlForm::trigger;
}

inline constexpr Vec2 nowhere = {-1, -1};  // a position that is not known

/// Positions are nowhere at first, and never at rest.
inline bool is_position(Source source) {
  return source < control_count && info(static_cast<Control>(source)).form == ControlForm::position;
}

/// Adds values, by source, of controls that nobody has touched.
void grow(std::vector<Vec2>& values, std::size_t count);
/// Every control goes to rest; positions stay.
void rest(std::span<Vec2> values);

/// Whether this device is meant by `which`; DeviceId::none means all of them.
constexpr bool is_meant(DeviceId which, DeviceId device) {
  return which == DeviceId::none || which == device;
}

/// A control that can be down: it has a single value between 0 and 1.
constexpr bool can_be_down(ControlForm form) {
  return form == ControlForm::button || form == ControlForm::trigger ||
         form == ControlForm::stick_half;
}

/// Whether the two have something of one source in common.
constexpr bool overlap(const ResolvedControl& a, const ResolvedControl& b) {
  return a.source == b.source && (a.part & b.part) != 0;
}

constexpr bool is_displacement(ControlForm form) {
  return form == ControlForm::displacement || form == ControlForm::displacement_axis ||
         form == ControlForm::displacement_half;
}

}  // namespace nextmove::core
