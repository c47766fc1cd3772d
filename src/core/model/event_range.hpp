// The values that an event of each control may carry, as a table for the path of every event.
#pragma once

#include <array>

#include <nextmove/event.hpp>

namespace nextmove::core {

struct EventRange {
  float low_x = 1;  // as it stands here, nothing fits
  float high_x = 0;
  float low_y = 0;
  float high_y = 0;
  DeviceKind device = DeviceKind::keyboard;  // on which the control sits
  bool is_button = false;                    // nothing lies between its ends
};

constexpr EventRange range_of(ControlForm form, DeviceKind device) {
  switch (form) {
    case ControlForm::button: return {0, 1, 0, 0, device, true};
    case ControlForm::trigger: return {0, 1, 0, 0, device};
    case ControlForm::stick: return {-1, 1, -1, 1, device};
    case ControlForm::position: return {0, 1, 0, 1, device};
    case ControlForm::displacement:
      return {-most_moved, most_moved, -most_moved, most_moved, device};
    default: return {};  // parts of a control never come in events
  }
}

inline constexpr std::array<EventRange, control_count> event_ranges = {
    EventRange{},
#define NEXTMOVE_CONTROL(name, device, form, source, part) \
  range_of(ControlForm::form, DeviceKind::device),
#include <nextmove/controls.inc>
#undef NEXTMOVE_CONTROL
};

/// Whether the control may have these values. Not a number fits nowhere.
inline bool is_in_range(const Event& event) {
  const auto index = static_cast<std::size_t>(event.control);
  if (index >= control_count) return false;
  const EventRange& range = event_ranges[index];
  // Without a branch: whether a key goes up or down is what nobody can guess.
  const bool is_between = range.is_button & (event.x != range.low_x) & (event.x != range.high_x);
  return event.x >= range.low_x && event.x <= range.high_x && event.y >= range.low_y &&
         event.y <= range.high_y && !is_between;
}

/// The kind of a device of which no events come.
inline constexpr DeviceKind no_device{0xff};

/// Whether a device of this kind may say this, at whatever time.
inline bool fits(const Event& event, DeviceKind kind) {
  const auto index = static_cast<std::size_t>(event.control);
  return index < control_count && event_ranges[index].device == kind && is_in_range(event);
}

}  // namespace nextmove::core
