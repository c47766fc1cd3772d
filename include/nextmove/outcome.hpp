// Where a press comes to.
#pragma once

#include <cstdint>
#include <string_view>

namespace nextmove {

/// Where a press of a control comes to. Of several the first is told.
enum class Outcome : std::uint8_t {
  no_such,    ///< there is no such device, or it has no such control
  unplugged,  ///< the device is gone
  spent,      ///< it seated somebody, or answered a capture: it counts again when it has been up
  captured,   ///< a seat is asked for a control, and looks at it
  joins,      ///< it seats somebody
  doubtful,   ///< nobody knows yet whose the device is; see Hub::doubts
  nobodys,    ///< nobody has the device
  heard,      ///< an action of somebody hears it
  kept,       ///< actions are bound to it, and something keeps it from all of them
  unbound,    ///< who has the device has nothing on it
};

/// "no_such", "unplugged" and so on.
std::string_view to_string(Outcome outcome);

}  // namespace nextmove
