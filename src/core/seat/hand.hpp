// Which of its devices a seat's player has in hand.
#pragma once

#include <algorithm>
#include <array>
#include <limits>
#include <memory>
#include <span>

#include <nextmove/event.hpp>
#include <nextmove/hand.hpp>

#include "seat/slot.hpp"

namespace nextmove::core {

/// Keyboard and mouse are in hand together.
constexpr bool are_one_hand(DeviceKind a, DeviceKind b) {
  const auto is_desk = [](DeviceKind kind) {
    return kind == DeviceKind::keyboard || kind == DeviceKind::mouse;
  };
  return a == b || (is_desk(a) && is_desk(b));
}

/// A control is used on purpose when the square of its value comes to this and was below. A mouse
/// and its wheel have rules of their own.
constexpr float use_square_of(ControlForm form) {
  switch (form) {
    case ControlForm::button: return 0.5F * 0.5F;
    case ControlForm::trigger:
    case ControlForm::stick: return hand_push * hand_push;
    default: return std::numeric_limits<float>::infinity();
  }
}

inline constexpr std::array<float, control_count> use_squares = {
    std::numeric_limits<float>::infinity(),
#define NEXTMOVE_CONTROL(name, device, form, source, part) use_square_of(ControlForm::form),
#include <nextmove/controls.inc>
#undef NEXTMOVE_CONTROL
};

/// A key, button, trigger or stick of the device goes from `before` to what the event says. Without
/// a branch; see Tally.
inline void note_use(Slot& slot, Vec2 before, const Event& event) {
  const float enough = use_squares[static_cast<std::size_t>(event.control)];
  const int is_past = event.x * event.x + event.y * event.y >= enough ? 1 : 0;
  const int was_past = before.x * before.x + before.y * before.y >= enough ? 1 : 0;
  slot.used_at = std::max(slot.used_at, event.time * (is_past & ~was_past));
}

/// The same for any control, whose value is about to change.
void note_use(Slot& slot, const Event& event);

class Hand {
 public:
  using Slots = std::span<const std::unique_ptr<Slot>>;

  /// Nothing where the seat has no device.
  const Slot* slot() const { return held_; }

  /// Takes up what was used last, where it is time for it. True where that is another hand.
  bool settle(Slots slots, Time now) {
    Slot* last = held_;
    for (const auto& slot : slots) {
      if (slot->used_at > last->used_at) last = slot.get();
    }
    return last != held_ && change(*last, now);
  }

  /// This device is in hand from now on.
  void take(Slot& slot, Time now);

  /// The device is gone; whatever of the others was used last is in hand.
  void forget(const Slot& gone, Slots slots, Time now);

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack, Slots slots);

 private:
  bool change(Slot& slot, Time now);

  Slot* held_ = nullptr;
  Time held_since_{};
};

}  // namespace nextmove::core
