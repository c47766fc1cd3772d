#include "seat/hearing.hpp"

#include <algorithm>
#include <array>
#include <utility>

namespace nextmove::core {
namespace {

// What the device says, without what the wiring of before made of it.
Slot slot_anew(const Slot& before, const Wiring& wiring) {
  Slot slot{before.device, before.kind, wiring};
  std::copy_n(before.controls.begin(), control_count, slot.controls.begin());
  std::copy_n(before.presses.begin(), control_count, slot.presses.begin());
  slot.presses_ever = before.presses_ever;
  slot.fingers = before.fingers;
  slot.fingers_ever = before.fingers_ever;
  slot.used_at = before.used_at;
  slot.came_at = before.came_at;
  return slot;
}

}  // namespace

Hearing::Hearing(Common& common, Prompting& prompting, Customs& customs)
    : common_(common),
      prompting_(prompting),
      router_(common, customs, part_),
      touch_(common, router_, part_, common.playbook.zones()) {
  router_.make_room();
}

// ---- devices

Slot& Hearing::add(DeviceId device, DeviceKind kind, std::span<const Vec2> values, Time time) {
  common_.slots.push_back(std::make_unique<Slot>(device, kind, *common_.wiring));
  common_.devices.push_back(device);
  Slot& slot = *common_.slots.back();
  slot.came_at = time;
  prompting_.add(slot, time);
  router_.make_room();
  if (!values.empty()) take_up_values(slot, values, time);
  return slot;
}

void Hearing::take_up_values(Slot& slot, std::span<const Vec2> values, Time time) {
  router_.gestures().complete(time);
  std::copy_n(values.begin(), control_count, slot.controls.begin());
  if (slot.kind == DeviceKind::touch) touch_.find_fingers(slot, values);
  router_.take_up_with_controls();
  router_.lay();
  route_again(time);
}

void Hearing::hear_again(DeviceId device, std::span<const Vec2> values, Time time) {
  Slot* const slot = common_.find_slot(device);
  if (slot == nullptr) return;
  common_.changes.note(Interruption::capture, time);
  take_up_values(*slot, values, time);
}

void Hearing::remove(DeviceId device, Time time) {
  Slot* const slot = common_.find_slot(device);
  if (slot == nullptr) return;
  router_.gestures().complete(time);
  common_.begin_event(time);
  router_.rest(*slot);
  router_.forget(*slot);
  prompting_.forget(*slot, time);
  std::erase_if(common_.slots, [&](const auto& it) { return it.get() == slot; });
  std::erase(common_.devices, device);
  prompting_.note_hands();
  router_.go_on_without();
}

// The path of most events calls nothing on its way, so that it needs to keep nothing for later.
void Hearing::hear(Slot& slot, const Event& event) {
  const Source source = source_of(event.control);
  if (!router_.is_plain(source, event.time)) return hear_slowly(slot, event);
  router_.hear_plain(slot, source, event);
}

[[gnu::noinline]] void Hearing::hear_slowly(Slot& slot, const Event& event) {
  router_.gestures().complete(event.time);
  common_.begin_event(event.time);
  note_use(slot, event);
  const Source source = source_of(event.control);
  const Vec2 value = {event.x, event.y};
  if (source >= source_of(Control::Finger1)) return touch_.hear(slot, source, value);
  router_.route(slot, source, value, Cause::operated);
}

void Hearing::take_up(Slot& slot, const Event& event) {
  router_.gestures().complete(event.time);
  common_.begin_event(event.time);
  router_.take_up(slot, source_of(event.control), {event.x, event.y});
}

// That all devices rest is an event; that one does is part of another.
void Hearing::rest(DeviceId device, Time time) {
  if (device == DeviceId::none) common_.changes.note(Interruption::focus, time);
  rest_slots(device, time);
}

void Hearing::rest_slots(DeviceId device, Time time) {
  router_.gestures().complete(time);
  if (device == DeviceId::none) common_.begin_event(time);
  common_.time = time;
  for (const auto& slot : common_.slots) {
    if (is_meant(device, slot->device)) router_.rest(*slot);
  }
  router_.look_for_pointers();
}

void Hearing::pause(Time time) {
  std::vector<std::array<Finger, 10>> fingers;
  for (const auto& slot : common_.slots) fingers.push_back(slot->fingers);
  rest_slots(DeviceId::none, time);
  for (std::size_t i = 0; i < fingers.size(); ++i) common_.slots[i]->fingers = fingers[i];
}

void Hearing::set_screen(Vec2 window, Area part) {
  common_.time = common_.present();
  const ScreenPart to{window, part};
  touch_.move_fingers(to);
  const bool is_other = part != part_.area();
  part_ = to;
  touch_.lay_out();
  if (is_other) {
    route_again(common_.present());
  } else {
    touch_.take_up_fingers();
  }
}

// ---- what they are heard by

void Hearing::route_again(Time time) {
  router_.route_again(time);
  touch_.take_up_fingers();
  router_.look_for_pointers();
}

void Hearing::rest_for_a_moment() {
  for (const auto& slot : common_.slots) {
    const std::vector<Vec2> controls = slot->controls;
    const auto presses = slot->presses;
    const auto fingers = slot->fingers;
    router_.rest(*slot);
    slot->controls = controls;
    slot->presses = presses;
    slot->fingers = fingers;
  }
}

void Hearing::play_on() {
  for (const auto& slot : common_.slots) *slot = slot_anew(*slot, *common_.wiring);
  router_.play_on();
  touch_.keep_zones(common_.playbook.zones());
}

}  // namespace nextmove::core
