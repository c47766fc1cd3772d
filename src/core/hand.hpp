// Which of its devices a seat's player has in hand.
#pragma once

#include <memory>
#include <span>

#include <nextmove/event.hpp>

#include "slot.hpp"

namespace nextmove::core {

/// Keyboard and mouse are in hand together.
constexpr bool are_one_hand(DeviceKind a, DeviceKind b) {
  const auto is_desk = [](DeviceKind kind) {
    return kind == DeviceKind::keyboard || kind == DeviceKind::mouse;
  };
  return a == b || (is_desk(a) && is_desk(b));
}

class Hand {
 public:
  /// Nothing where the seat has no device.
  const Slot* slot() const { return held_; }

  /// A control of the device is about to have another value. What was used last is not asked again,
  /// so that this costs next to nothing while one device is in use.
  void hear(Slot& slot, const Event& event) {
    if (&slot != used_) [[unlikely]]
      consider(slot, event);
  }

  /// Takes up what was used last, where it is time for it. True where that is another hand.
  bool settle(Time now) {
    if (used_ == held_) [[likely]]
      return false;
    return change(now);
  }

  /// This device is in hand from now on.
  void take(Slot& slot, Time now);

  /// The device is gone; whatever of the others was used last is in hand.
  void forget(const Slot& gone, std::span<const std::unique_ptr<Slot>> slots, Time now);

 private:
  void consider(Slot& slot, const Event& event);
  bool change(Time now);

  Slot* held_ = nullptr;
  Slot* used_ = nullptr;  // last, on purpose
  Time used_since_{};
  Time held_since_{};
};

}  // namespace nextmove::core
