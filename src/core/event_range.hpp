// The values that an event of each control may carry, as a table for the path of every event.
#pragma once

#include <array>
#include <limits>

#include <nextmove/event.hpp>

namespace nextmove::core {

struct EventRange {
  float low_x = 1;  // as it stands here, nothing fits
  float high_x = 0;
  float low_y = 0;
  float high_y = 0;
};

constexpr EventRange range_of(ControlForm form) {
  constexpr float any = std::numeric_limits<float>::max();
  switch (form) {
    case ControlForm::button:
    case ControlForm::trigger: return {0, 1, 0, 0};
    case ControlForm::stick: return {-1, 1, -1, 1};
    case ControlForm::position: return {0, 1, 0, 1};
    case ControlForm::displacement: return {-any, any, -any, any};
    default: return {};  // parts of a control never come in events
  }
}

inline constexpr std::array<EventRange, control_count> event_ranges = {
    EventRange{},
#define NEXTMOVE_CONTROL(name, device, form, source, part) range_of(ControlForm::form),
#include <nextmove/controls.inc>
#undef NEXTMOVE_CONTROL
};

/// is_valid, but for buttons between up and down. Not a number fits nowhere.
inline bool is_in_range(const Event& event) {
  const auto index = static_cast<std::size_t>(event.control);
  if (index >= control_count) return false;
  const EventRange& range = event_ranges[index];
  return event.x >= range.low_x && event.x <= range.high_x && event.y >= range.low_y &&
         event.y <= range.high_y && event.time >= Time::zero();
}

}  // namespace nextmove::core
