// Whether updates and events go by one clock.
#pragma once

#include <cstdint>

#include <nextmove/event.hpp>

namespace nextmove::core {

/// Looks on after every update. An event that lies ahead is nothing special; one that stays ahead
/// through many updates is.
class ClockWatch {
 public:
  static constexpr std::uint32_t patience = 120;  // updates: two seconds of a usual game

  /// After the update at `now`, `waiting` was still ahead. True once for each event that waits too
  /// long.
  bool is_stuck(Time waiting, Time now) {
    if (waiting != waiting_) since_ = now;
    updates_ = waiting == waiting_ ? updates_ + 1 : 1;
    waiting_ = waiting;
    now_ = now;
    return updates_ == patience;
  }
  /// Whether all those updates were of one moment, as if they were given the length of a step.
  bool is_still() const { return since_ == now_; }

 private:
  Time waiting_{-1};
  Time since_{};
  Time now_{};
  std::uint32_t updates_ = 0;
};

}  // namespace nextmove::core
