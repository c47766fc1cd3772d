// What the rules of the table say: who gets a device that nobody asked for, and which part of the
// window is whose.
#include <algorithm>

#include "players/seating.hpp"

namespace nextmove::core {

void Seating::set_rules(const SeatingRules& rules) {
  const bool joins_the_screen = rules_.splits_screen && !rules.splits_screen;
  rules_ = rules;
  if (joins_the_screen) {
    for (const auto& seat : seats_) seat->state().hearing().set_screen(window_, {});
  }
  for (const DeviceId id : plugged()) watch(id);
  deal(journal_.now);
}

// Whatever nobody has spoken for goes where the rules say; what lies right already is not touched.
void Seating::deal(Time time) {
  std::vector<DeviceId> by_rules;
  std::vector<const Seat*> has_pad;
  const auto count_pad = [&](const KnownDevice& place, std::span<Seat* const> seats) {
    const bool is_pad = place.device.kind == DeviceKind::gamepad;
    if (is_pad) has_pad.insert(has_pad.end(), seats.begin(), seats.end());
  };
  for (const DeviceId id : plugged()) {
    if (at(id).is_by_rules && !at(id).is_leaving) {
      by_rules.push_back(id);
    } else {
      count_pad(at(id), at(id).owners);
    }
  }
  for (const Lost& lost : lost_) count_pad(at(lost.device), std::span{&lost.seat, 1});
  std::stable_sort(by_rules.begin(), by_rules.end(),
                   [&](DeviceId a, DeviceId b) { return at(a).number < at(b).number; });
  for (const DeviceId id : by_rules) {
    Seat* const seat = dealt_to(id, has_pad);
    if (seat != nullptr) count_pad(at(id), std::span{&seat, 1});
    deal(id, seat, time);
  }
  lay_screen();
}

// A pad that is new goes to a seat that has lost one only where all others have theirs.
Seat* Seating::dealt_to(DeviceId id, std::span<const Seat* const> has_pad) const {
  const DeviceKind kind = at(id).device.kind;
  const bool is_kept = rules_.free_devices == FreeDevices::kept;
  if (is_kept || seats_.empty()) return nullptr;
  const bool goes_round = rules_.free_devices == FreeDevices::dealt && kind == DeviceKind::gamepad;
  if (!goes_round) return seats_.front().get();
  for (std::size_t i = 0; i < seats_.size(); ++i) {
    Seat* seat = seats_[(rules_.first_pad + i) % seats_.size()].get();
    const bool has_one = std::find(has_pad.begin(), has_pad.end(), seat) != has_pad.end();
    if (!has_one && !seat->is_reserved()) return seat;
  }
  const auto lost = std::find_if(lost_.begin(), lost_.end(), [&](const Lost& place) {
    return at(place.device).device.kind == kind;
  });
  return lost == lost_.end() ? nullptr : lost->seat;
}

void Seating::deal(DeviceId id, Seat* seat, Time time) {
  Seat* const before = at(id).owners.empty() ? nullptr : at(id).owners.front();
  if (before == seat) return;
  if (before != nullptr) {
    remove_owner(id, *before, journal_.now);
    note({.kind = NoticeKind::taken, .time = time, .seat = before, .device = id});
  }
  if (seat != nullptr) {
    add_owner(id, *seat, journal_.now);
    note({.kind = NoticeKind::given, .time = time, .seat = seat, .device = id});
  }
}

// What its keyboards held must not stay down: text does not let go of it.
void Seating::set_typing(Seat& seat, bool is_typing) {
  if (seat.is_typing() == is_typing) return;
  for (const DeviceId id : seat.devices()) {
    if (at(id).device.kind != DeviceKind::keyboard) continue;
    for (Seat* owner : at(id).owners) owner->state().hearing().release(id, journal_.now);
  }
  seat.state().set_typing(is_typing);
  typing_ += is_typing ? 1 : -1;
}

bool Seating::is_text(const Event& event) const {
  if (info(event.control).device != DeviceKind::keyboard) return false;
  const auto& owners = at(event.device).owners;
  const auto types = [](const Seat* owner) { return owner->is_typing(); };
  const auto hears = [&](const Seat* owner) {
    return types(owner) && owner->state().hearing().router().active_routes().hears_while_typing(
                               source_of(event.control));
  };
  return std::any_of(owners.begin(), owners.end(), types) &&
         std::none_of(owners.begin(), owners.end(), hears);
}

void Seating::reserve(Seat& seat, bool is_reserved) {
  seat.state().sitting().is_reserved = is_reserved;
  deal(journal_.now);
}

void Seating::set_window(Vec2 size) {
  window_ = size;
  for (const auto& seat : seats_) seat->state().hearing().set_screen(window_, seat->part());
  lay_screen();
}

void Seating::set_part(Seat& seat, Area part) {
  seat.state().hearing().set_screen(window_, part);
}

void Seating::lay_screen() {
  if (!rules_.splits_screen) return;
  const auto plays = [](const Seat& seat) { return seat.is_taken() && !seat.is_reserved(); };
  const auto players =
      std::count_if(seats_.begin(), seats_.end(), [&](const auto& seat) { return plays(*seat); });
  const std::vector<Area> parts = screen_parts(static_cast<std::size_t>(players), window_);
  auto part = parts.begin();
  for (const auto& seat : seats_) {
    seat->state().hearing().set_screen(window_, plays(*seat) ? *part++ : Area{});
  }
}

}  // namespace nextmove::core
