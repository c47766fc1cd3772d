// A simulated keyboard that cannot report every set of keys, as cheap ones cannot.
#pragma once

#include <span>
#include <vector>

#include <nextmove/control.hpp>

namespace nextmove::testing {

/// The switches of a cheap keyboard lie on lines that cross, with nothing to tell apart what flows
/// round three corners of a rectangle: a fourth key would seem to be down. So a key that would be
/// the third corner is not reported until one of the other two is up. Modifiers have lines of their
/// own. Which keys share lines is made up here, and differs from keyboard to keyboard.
class KeyMatrix {
 public:
  /// A key goes down or up. Keys that the matrix does not know are always reported.
  void press(Control key);
  void release(Control key);

  /// What the keyboard reports as down now, in the order of pressing. Valid until the next change.
  std::span<const Control> reported() const { return reported_; }

 private:
  void scan();

  std::vector<Control> down_;
  std::vector<Control> reported_;
};

}  // namespace nextmove::testing
