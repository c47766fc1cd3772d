// What becomes of a control: who hears it, or why nobody does. docs/why.md shows it.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include <nextmove/action.hpp>
#include <nextmove/control.hpp>
#include <nextmove/device.hpp>
#include <nextmove/explain.hpp>
#include <nextmove/hub.hpp>
#include <nextmove/notice.hpp>
#include <nextmove/outcome.hpp>
#include <nextmove/scheme.hpp>
#include <nextmove/time.hpp>

namespace nextmove {

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
  std::string seat{};  ///< captured: which is asked. unbound: who has the device
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
