// What players have in hand, and how its controls are called.
#include <algorithm>

#include "players/seating.hpp"

namespace nextmove::core {

// The first device is told by the notice that it was given.
void Seating::note_hands() {
  if (in_hand_.size() < seats_.size()) in_hand_.resize(seats_.size(), DeviceId::none);
  for (std::size_t i = 0; i < seats_.size(); ++i) {
    Seat& seat = *seats_[i];
    const DeviceId now = seat.state().prompting().device_in_hand();
    const DeviceId before = std::exchange(in_hand_[i], now);
    if (now == before) continue;
    const DeviceKind kind = at(now).device.kind;
    const bool is_one_hand = are_one_hand(at(before).device.kind, kind);
    if (!is_one_hand || kind == DeviceKind::gamepad) find_family(seat);
    if (before == DeviceId::none || now == DeviceId::none) continue;
    const bool is_one_pad = at(before).number == at(now).number;  // one that has come back, say
    if (is_one_hand && (kind != DeviceKind::gamepad || is_one_pad)) continue;
    note({.kind = NoticeKind::in_hand, .time = journal_.now, .seat = &seat, .device = now});
  }
}

// Of the gamepad in hand, else of the one that came last.
void Seating::find_family(Seat& seat) {
  DeviceId pad = DeviceId::none;
  for (const DeviceId id : seat.devices()) {
    if (at(id).device.kind == DeviceKind::gamepad) pad = id;
  }
  const DeviceId held = seat.state().prompting().device_in_hand();
  if (held != DeviceId::none && at(held).device.kind == DeviceKind::gamepad) pad = held;
  seat.state().prompting().set_family(families_.of(at(pad).device));
}

void Seating::tell_words() {
  for (const auto& seat : seats_) seat->state().prompting().set_words(wording_, keys_);
}

void Seating::set_wording(Wording wording) {
  wording_ = std::move(wording);
  tell_words();
}

void Seating::set_key_labels(KeyLabels keys) {
  keys_ = std::move(keys);
  tell_words();
}

void Seating::set_families(Families families) {
  families_ = std::move(families);
  for (const auto& seat : seats_) find_family(*seat);
}

}  // namespace nextmove::core
