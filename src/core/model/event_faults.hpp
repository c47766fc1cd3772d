// What is wrong with an event, in words.
#pragma once

#include <string>

#include <nextmove/device.hpp>
#include <nextmove/event.hpp>

namespace nextmove::core {

/// Which part of the event is wrong, and what to feed in its place; empty where it may stand by
/// itself. Does not look at the device.
std::string fault_of(const Event& event);

/// Of an event that may stand by itself: `PadSouth is a control of a gamepad, and keyboard 1 is a
/// keyboard`. Requires that the control is of another kind.
std::string wrong_device(Control control, DeviceKind kind, const std::string& label);

/// Of a control that cannot be taken up: what to do in its place.
std::string stands_nowhere(Control control);

}  // namespace nextmove::core
