// Controls: every physical thing a person operates, by one spelling everywhere.
#pragma once

#include <cstddef>
#include <cstdint>
#include <optional>
#include <span>
#include <string>
#include <string_view>

#include <nextmove/device.hpp>

namespace nextmove {

/// One physical control. Keys carry their W3C `code` (the place on the board, whatever the layout
/// prints there); gamepad controls are named by position. `controls.inc` lists them all.
enum class Control : std::uint16_t {
  none,
#define NEXTMOVE_CONTROL(name, device, form, source, part) name,
#include <nextmove/controls.inc>
#undef NEXTMOVE_CONTROL
};

/// No displacement goes further, so that sums of them stay finite.
inline constexpr float most_moved = 1e9F;

/// The values that a control takes. x grows to the right, y grows up.
enum class ControlForm : std::uint8_t {
  button,             ///< x is 0 or 1
  trigger,            ///< x is 0..1
  stick,              ///< x and y are -1..1
  stick_axis,         ///< one axis of a stick, -1..1
  stick_half,         ///< one direction of a stick, 0..1
  displacement,       ///< x and y are a movement: counts (mouse) or detents (wheel); see most_moved
  displacement_axis,  ///< one axis of a displacement
  displacement_half,  ///< one direction of a displacement, 0 or more
  position,           ///< x and y are a place in the window, 0..1 from its top left corner
};

/// Whether a control of this form rests somewhere near 0 rather than at it: a trigger, a stick or
/// part of one. These have dead zones.
constexpr bool is_analogue(ControlForm form) {
  return form == ControlForm::trigger || form == ControlForm::stick ||
         form == ControlForm::stick_axis || form == ControlForm::stick_half;
}

/// The directions of a control, as bits. A control with a single value uses `right` alone.
enum ControlPart : std::uint8_t {
  part_right = 1,
  part_left = 2,
  part_up = 4,
  part_down = 8,
  part_all = 15,
};

/// What is known of a control.
struct ControlInfo {
  Control control = Control::none;
  std::string_view name;  ///< the enumerator's own spelling; lives for ever
  DeviceKind device = DeviceKind::keyboard;
  ControlForm form = ControlForm::button;
  Control source =
      Control::none;      ///< the control that events carry: PadLeftStick for PadLeftStickUp
  std::uint8_t part = 0;  ///< the ControlPart bits of `source` that it covers
};

/// All controls in the order of the enumeration, without `none`. Lives for ever.
std::span<const ControlInfo> all_controls();

/// What is known of `control`; for `none` a record with an empty name. Constant time.
const ControlInfo& info(Control control);

/// The name of `control`, as written in playbooks; empty for `none`.
inline std::string_view to_string(Control control) {
  return info(control).name;
}

/// The control with exactly this name (upper and lower case matter), or nothing.
std::optional<Control> find_control(std::string_view name);

/// The control name that `name` was probably meant to be; empty where none is near.
std::string_view nearest_control_name(std::string_view name);

/// What to say of a name that no control has, after it: `; did you mean "KeyW"?`, or where the
/// names are found.
std::string advice_on_control(std::string_view name);

/// One more than the largest value of Control: the length of a table indexed by control.
inline constexpr std::size_t control_count = 1
#define NEXTMOVE_CONTROL(name, device, form, source, part) +1
#include <nextmove/controls.inc>
#undef NEXTMOVE_CONTROL
    ;

}  // namespace nextmove
