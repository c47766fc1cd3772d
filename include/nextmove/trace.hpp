// What becomes of a control: who hears it, or why nobody does. docs/why.md shows it.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/action.hpp>
#include <nextmove/control.hpp>
#include <nextmove/device.hpp>
#include <nextmove/explain.hpp>
#include <nextmove/hub.hpp>
#include <nextmove/notice.hpp>
#include <nextmove/scheme.hpp>
#include <nextmove/time.hpp>

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

/// A binding of the control, at a seat that has the device.
struct TracedWay {
  std::string seat{};
  ActionId action = ActionId::none;
  std::string name{};  ///< of the action
  ExplainedWay way{};  ///< why it does the action now, or not, on this device
};

/// Whether a press comes as far as the action: nothing but how it is pushed, and what the binding
/// asks for, lies between.
bool hears(const Reason& reason);

/// What there is to say about a control of a device. Plain data: it stays as it was.
struct Trace {
  DeviceId device = DeviceId::none;
  Control control = Control::none;
  Outcome outcome = Outcome::no_such;
  std::string seat{};  ///< captured: which is asked
  /// joins: under which scheme. kept, nobodys, unbound: under which it would, but for the refusal.
  SchemeId scheme = SchemeId::none;
  JoinAnswer refusal{};
  /// Seat by seat. Of each, the contexts that it is in, the one that hears first in front, then the
  /// others as the playbook has them.
  std::vector<TracedWay> ways{};

  /// How long before the last update it began to be pushed, and was at rest again; see
  /// ExplainedWay.
  std::optional<Duration> pushed_ago{};
  std::optional<Duration> let_go_ago{};
  bool is_pushed = false;
};

/// A first line that sums up, then one for each way, each with its end of line.
std::string to_text(const Trace& trace, const Hub& hub);

}  // namespace nextmove
