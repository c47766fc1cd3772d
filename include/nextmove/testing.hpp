// Simulated devices for the tests of your own game: a test of its controls reads like a script.
#pragma once

#include <vector>

#include <nextmove/hub.hpp>

namespace nextmove::testing {

/// A hub with one seat, a clock that stands still until told, and devices that appear when used.
///
///     Rehearsal rehearsal{playbook};
///     rehearsal.seat().enter("helm");
///     rehearsal.press(Control::Space);
///     rehearsal.wait(16ms);
///     assert(rehearsal.seat().read(horn).pressed);
class Rehearsal {
 public:
  explicit Rehearsal(Playbook playbook);

  Hub& hub() { return hub_; }
  Seat& seat() { return seat_; }
  Time now() const { return now_; }

  /// Operates a control on the simulated device of its kind, at the present time. Requires a source
  /// control (see ControlInfo::source); press and release require one with a single value.
  void press(Control control) { move(control, 1); }
  void release(Control control) { move(control, 0); }
  void move(Control control, float x, float y = 0);

  /// A finger (1 to 10) goes to this place in the window, 0..1 from its top left corner, and lands
  /// there if it was not down.
  void touch(int finger, float x, float y);
  void lift(int finger);

  /// Lets the time pass, then updates the hub once.
  void wait(Duration duration);

  /// The simulated device of this kind, plugged in if it was not.
  DeviceId device(DeviceKind kind);
  void unplug(DeviceKind kind);  ///< does nothing where there is none

 private:
  Hub hub_;
  Seat& seat_;
  Time now_{};
  std::vector<std::pair<DeviceKind, DeviceId>> devices_;
};

}  // namespace nextmove::testing
