// Events: what a device said, and when.
#pragma once

#include <nextmove/control.hpp>
#include <nextmove/device.hpp>
#include <nextmove/time.hpp>

namespace nextmove {

/// One control of one device has a new value (for a displacement: has moved by this much).
/// The control must be a source control (see ControlInfo::source): a stick is told as a whole, with
/// both axes, and the core cuts its axes and halves out of it.
struct Event {
  Time time{};
  DeviceId device = DeviceId::none;
  Control control = Control::none;
  float x = 0;  ///< the value; see ControlForm for its range
  float y = 0;  ///< the second value of sticks, displacements and positions; up is positive

  friend bool operator==(const Event&, const Event&) = default;
};

/// Whether an event may carry this control with these values: a source control, finite values, in
/// the range of its form.
bool is_valid(const Event& event);

/// Whether the control stands somewhere though nobody operates it, as Hub::take_up wants it: a
/// button, a trigger or a stick, and no finger.
bool can_be_taken_up(Control control);

}  // namespace nextmove
