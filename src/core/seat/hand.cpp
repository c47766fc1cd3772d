#include "seat/hand.hpp"

namespace nextmove::core {
namespace {

constexpr Duration one_movement = std::chrono::milliseconds{300};  // a longer pause ends it

// Mice are nudged when somebody leans on the table.
bool moves_far(Slot& slot, const Event& event) {
  if (event.time - slot.nudged_at > one_movement) slot.nudged = 0;
  slot.nudged_at = event.time;
  slot.nudged += length({event.x, event.y});
  return slot.nudged >= hand_mouse_counts;
}

}  // namespace

void note_use(Slot& slot, const Event& event) {
  if (event.control == Control::MouseMotion) {
    if (moves_far(slot, event)) slot.used_at = event.time;
  } else if (event.control == Control::Wheel) {
    if (length({event.x, event.y}) > 0) slot.used_at = event.time;
  } else {
    const bool is_finger = slot.kind == DeviceKind::touch;
    note_use(slot, is_finger ? Vec2{} : slot.controls[source_of(event.control)], event);
  }
}

bool Hand::change(Slot& slot, Time now) {
  const bool is_other = !are_one_hand(held_->kind, slot.kind) || held_->kind == DeviceKind::gamepad;
  if (is_other && now - held_since_ < hand_calm) return false;
  held_->nudged = 0;
  held_ = &slot;
  if (is_other) held_since_ = slot.used_at;
  return is_other;
}

void Hand::take(Slot& slot, Time now) {
  slot.used_at = now;
  held_ = &slot;
  held_since_ = now;
}

void Hand::forget(const Slot& gone, Slots slots, Time now) {
  if (held_ != &gone) return;
  held_ = nullptr;
  held_since_ = now;
  for (const auto& slot : slots) {
    if (slot.get() == &gone) continue;
    if (held_ == nullptr || slot->used_at > held_->used_at) held_ = slot.get();
  }
}

}  // namespace nextmove::core
