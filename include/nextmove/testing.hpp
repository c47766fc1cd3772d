// Simulated devices for the tests of your own game: a test of its controls reads like a script.
#pragma once

#include <string>
#include <vector>

#include <nextmove/complaint.hpp>
#include <nextmove/explain.hpp>
#include <nextmove/hub.hpp>

namespace nextmove::testing {

/// Prints the complaint and ends the program, so that a test with a mistake fails.
[[noreturn]] void fail_on_complaint(const Complaint& complaint);

/// A hub with one seat, a clock that stands still until told, and devices that appear when used.
///
///     Rehearsal rehearsal{playbook};
///     rehearsal.seat().enter("helm");
///     rehearsal.press(Control::Space);
///     rehearsal.wait(16ms);
///     assert(rehearsal.seat().read(horn).pressed);
///
/// While it lives every complaint goes to `fail`, doubts too: in a script nothing is up to chance.
/// Give it what makes a test of yours fail; the listener before comes back at its end, so of two
/// rehearsals the later must end first.
class Rehearsal {
 public:
  explicit Rehearsal(Playbook playbook, ComplaintListener fail = fail_on_complaint);
  ~Rehearsal();
  Rehearsal(const Rehearsal&) = delete;
  Rehearsal& operator=(const Rehearsal&) = delete;

  Hub& hub() { return hub_; }
  Seat& seat() { return seat_; }
  Time now() const { return now_; }

  /// Operates a control on the simulated device of its kind, at the present time. What Hub::feed
  /// complains of is not done: a part of a stick, or a stick that is pressed.
  void press(Control control) { move(control, 1); }
  void release(Control control) { move(control, 0); }
  void move(Control control, float x, float y = 0);

  /// A finger (1 to 10; another is a complaint) goes to this place in the window, 0..1 from its top
  /// left corner, and lands there if it was not down.
  void touch(int finger, float x, float y);
  void lift(int finger);

  /// Lets the time pass, then updates the hub once. A negative time is a complaint.
  void wait(Duration duration);

  /// Why the action is as it is, in words, for a test that fails:
  /// `EXPECT_TRUE(...) << rehearsal.why(horn)`. See Seat::explain.
  template <ActionKind kind>
  std::string why(Action<kind> action) const {
    return to_text(seat_.explain(action), seat_);
  }

  /// The simulated device of this kind, plugged in if it was not.
  DeviceId device(DeviceKind kind);
  void unplug(DeviceKind kind);  ///< does nothing where there is none

 private:
  ComplaintListener before_;
  Hub hub_;
  Seat& seat_;
  Time now_{};
  std::vector<std::pair<DeviceKind, DeviceId>> devices_;
};

}  // namespace nextmove::testing
