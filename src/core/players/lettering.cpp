#include "players/lettering.hpp"

#include <algorithm>
#include <utility>

#include "seat/seat_state.hpp"

namespace nextmove::core {

// The first device is told by the notice that it was given.
void Lettering::note_hands(Seats seats, Notices& notices, Time now_at) {
  if (in_hand_.size() < seats.size()) in_hand_.resize(seats.size(), DeviceId::none);
  for (std::size_t i = 0; i < seats.size(); ++i) {
    Seat& seat = *seats[i];
    const DeviceId now = seat.state().prompting().device_in_hand();
    const DeviceId before = std::exchange(in_hand_[i], now);
    if (now == before) continue;
    const DeviceKind kind = devices_.at(now).device.kind;
    const bool is_one_hand = are_one_hand(devices_.at(before).device.kind, kind);
    if (!is_one_hand || kind == DeviceKind::gamepad) find_family(seat);
    if (before == DeviceId::none || now == DeviceId::none) continue;
    const bool is_one_pad =
        devices_.at(before).number == devices_.at(now).number;  // one that has come back, say
    if (is_one_hand && (kind != DeviceKind::gamepad || is_one_pad)) continue;
    notices.note({.kind = NoticeKind::in_hand, .time = now_at, .seat = &seat, .device = now});
  }
}

// Of the gamepad in hand, else of the one that came last, else of the last it had.
void Lettering::find_family(Seat& seat) {
  DeviceId pad = DeviceId::none;
  for (const DeviceId id : seat.devices()) {
    if (devices_.at(id).device.kind == DeviceKind::gamepad) pad = id;
  }
  const DeviceId held = seat.state().prompting().device_in_hand();
  if (held != DeviceId::none && devices_.at(held).device.kind == DeviceKind::gamepad) pad = held;
  // Who has lost their pad is asked to reconnect it, and to press what is printed on it.
  const auto last = std::find_if(last_pads_.begin(), last_pads_.end(),
                                 [&](const auto& it) { return it.first == &seat; });
  if (last == last_pads_.end()) {
    last_pads_.emplace_back(&seat, pad);
  } else if (pad == DeviceId::none) {
    pad = last->second;
  } else {
    last->second = pad;
  }
  seat.state().prompting().set_family(families_.of(devices_.at(pad).device));
}

void Lettering::add(Seat& seat) const {
  seat.state().prompting().set_words(wording_, keys_);
}

void Lettering::set_wording(Wording wording, Seats seats) {
  wording_ = std::move(wording);
  for (const auto& seat : seats) add(*seat);
}

void Lettering::set_key_labels(KeyLabels keys, Seats seats) {
  keys_ = std::move(keys);
  for (const auto& seat : seats) add(*seat);
}

void Lettering::set_families(Families families, Seats seats) {
  families_ = std::move(families);
  for (const auto& seat : seats) find_family(*seat);
}

}  // namespace nextmove::core
