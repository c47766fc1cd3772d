#include "hand.hpp"

#include <cmath>
#include <limits>

#include <nextmove/seating.hpp>

namespace nextmove::core {
namespace {

constexpr Duration one_movement = std::chrono::milliseconds{300};  // a longer pause ends it

float length(float x, float y) {
  return std::sqrt(x * x + y * y);
}

// Whether the value is past what happens by itself, and was not before.
bool goes_past(float before, float now, float threshold) {
  return now >= threshold && before < threshold;
}

// Mice are nudged when somebody leans on the table.
bool moves_far(Slot& slot, const Event& event) {
  if (event.time - slot.nudged_at > one_movement) slot.nudged = 0;
  slot.nudged_at = event.time;
  slot.nudged += length(event.x, event.y);
  return slot.nudged >= hand_mouse_counts;
}

bool is_on_purpose(Slot& slot, const Event& event) {
  const Vec2 before =
      slot.kind == DeviceKind::touch ? Vec2{} : slot.controls[source_of(event.control)];
  switch (info(event.control).form) {
    case ControlForm::button: return goes_past(before.x, event.x, 0.5F);
    case ControlForm::trigger: return goes_past(before.x, event.x, hand_push);
    case ControlForm::stick:
      return goes_past(before.x * before.x + before.y * before.y,
                       event.x * event.x + event.y * event.y, hand_push * hand_push);
    case ControlForm::displacement:
      return event.control == Control::Wheel ? length(event.x, event.y) > 0
                                             : moves_far(slot, event);
    default: return false;
  }
}

}  // namespace

[[gnu::noinline]] void Hand::consider(Slot& slot, const Event& event) {
  if (!is_on_purpose(slot, event)) return;
  if (used_ != nullptr) used_->used_until = event.time;
  used_ = &slot;
  used_since_ = event.time;
  slot.nudged = 0;
}

bool Hand::change(Time now) {
  const bool is_other = held_ == nullptr || !are_one_hand(held_->kind, used_->kind) ||
                        held_->kind == DeviceKind::gamepad;
  if (is_other && held_ != nullptr && now - held_since_ < hand_calm) return false;
  held_ = used_;
  if (is_other) held_since_ = used_since_;
  return is_other;
}

void Hand::take(Slot& slot, Time now) {
  if (used_ != nullptr) used_->used_until = now;
  held_ = used_ = &slot;
  held_since_ = now;
}

void Hand::forget(const Slot& gone, std::span<const std::unique_ptr<Slot>> slots, Time now) {
  if (held_ != &gone && used_ != &gone) return;
  Slot* best = nullptr;
  for (const auto& slot : slots) {
    if (slot.get() == &gone) continue;
    if (best == nullptr || slot->used_until > best->used_until) best = slot.get();
  }
  if (held_ == &gone) {
    held_ = best;
    held_since_ = now;
  }
  used_ = held_;
}

}  // namespace nextmove::core
