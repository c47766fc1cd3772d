// Where a press comes to before any seat hears it.
#pragma once

#include <nextmove/trace.hpp>

#include "players/table.hpp"

namespace nextmove::core {

struct Fate {
  Outcome outcome = Outcome::heard;  // so far: it comes to the seats that have the device
  Seat* asked = nullptr;             // captured
  SchemeId scheme = SchemeId::none;  // under which it seats somebody, or does not
  JoinAnswer refusal{};
};

/// Requires a device that was ever plugged in, and a control that it has.
Fate fate_of(const Table& table, const DeviceList& devices, DeviceId device, Control control);

}  // namespace nextmove::core
