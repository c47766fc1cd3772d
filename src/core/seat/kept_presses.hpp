// Presses that are kept for a while, for whoever takes them.
#pragma once

#include "seat/common.hpp"
#include "seat/readout.hpp"

namespace nextmove::core {

class KeptPresses {
 public:
  /// Both must outlive it.
  KeptPresses(Common& common, const Readout& readout) : common_(common), readout_(readout) {}

  bool take(ActionId action, Duration within);
  /// For a reader with a cursor of its own; see Tally.
  bool take(ActionId action, Duration within, std::uint32_t& cursor) const;
  std::uint32_t cursor(ActionId action) const { return common_.tally.press_cursor(action); }
  /// Nobody takes what was pressed so far any more.
  void drop_all();

 private:
  bool can_take(ActionId action) const;

  Common& common_;
  const Readout& readout_;
};

}  // namespace nextmove::core
