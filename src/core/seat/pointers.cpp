#include "seat/pointers.hpp"

#include <algorithm>
#include <utility>

namespace nextmove::core {

void Pointers::point(Slot& slot, const ActiveRoute& active, Vec2 value, Cause cause) {
  Pointer& pointer = pointers_[Wiring::index(active.action)];
  const bool is_mapped = slot.kind == DeviceKind::touch;  // see TouchZones
  const bool is_in_reach = is_mapped ? value != nowhere : part_.contains(value);
  const bool is_there = active.open == part_all && is_in_reach;
  const bool is_its_place = pointer.slot == &slot && pointer.route != nullptr;
  const bool may_point = cause == Cause::operated || is_its_place || pointer.slot == nullptr;
  if (is_there && may_point) {
    pointer.position = is_mapped ? value : part_.from_window(value);
    pointer.slot = &slot;
    pointer.route = active.route;
  } else if (pointer.slot == &slot && pointer.route == active.route) {
    pointer.slot = nullptr;
  }
  common_.tally.mark(active.action);
}

void Pointers::push(ActionId action) {
  Drive& drive = merging_.drive(action);
  const Vec2 way = std::exchange(drive.way, {});
  if (way == Vec2{} || drive.driver == nullptr || common_.is_muted(action)) return;
  const Vec2 size = part_.size();
  const float shorter = std::min(size.x, size.y);
  Pointer& pointer = pointers_[Wiring::index(action)];
  const Vec2 to = {pointer.position.x + way.x * shorter / size.x,
                   pointer.position.y - way.y * shorter / size.y};
  pointer.position = {std::clamp(to.x, 0.0F, 1.0F), std::clamp(to.y, 0.0F, 1.0F)};
  pointer.slot = drive.driver->slot;
  pointer.route = nullptr;
  common_.tally.mark(action);
}

bool Pointers::is_pushed(ActionId action) const {
  const Pointer& pointer = pointers_[Wiring::index(action)];
  return pointer.slot != nullptr && pointer.route == nullptr;
}

bool Pointers::is_pointed(ActionId action) const {
  const Pointer& pointer = pointers_[Wiring::index(action)];
  if (pointer.slot == nullptr) return false;
  return pointer.route != nullptr || may_be_pushed(action, *pointer.slot);
}

bool Pointers::may_be_pushed(ActionId action, const Slot& slot) const {
  for (const LiveBinding& binding : common_.wiring->live_bindings(action, slot.kind)) {
    for (Wiring::Index i = 0; i < binding.count; ++i) {
      const Wiring::Index state = binding.first_state + i;
      for (const ActiveRoute& active : active_.of(common_.wiring->control_of_state(state).source)) {
        if (active.state == state && active.open != 0) return true;
      }
    }
  }
  return false;
}

void Pointers::release(const Route& route) {
  Pointer& pointer = pointers_[Wiring::index(route.action)];
  if (pointer.route == &route) pointer.slot = nullptr;
  common_.tally.mark(route.action);
}

void Pointers::forget(const Slot& slot) {
  for (Pointer& pointer : pointers_) {
    if (pointer.slot == &slot) pointer.slot = nullptr;
  }
}

void Pointers::play_on() {
  pointers_.resize(common_.wiring->action_count());
  for (Pointer& pointer : pointers_) {
    if (pointer.route == nullptr) continue;
    pointer.slot = nullptr;
    pointer.route = nullptr;
  }
}

}  // namespace nextmove::core
