// The calls, and what every change is made of.
#include "players/table.hpp"

#include <algorithm>
#include <utility>

namespace nextmove::core {

const SchemeDefinition* Table::scheme_of(const Seat& seat) const {
  return seat.scheme() == SchemeId::none ? nullptr : &its_.playbook.scheme(seat.scheme());
}

bool Table::has_kind(const Seat& seat, DeviceKind kind) const {
  const auto devices = seat.devices();
  return std::any_of(devices.begin(), devices.end(),
                     [&](DeviceId id) { return kind_of(id) == kind; });
}

std::size_t Table::players_beside(const Seat* seat) const {
  return static_cast<std::size_t>(
      std::count_if(seats_.begin(), seats_.end(),
                    [&](const auto& other) { return other.get() != seat && other->is_taken(); }));
}

// ---- seats

void Table::set_rules(const SeatingRules& rules) {
  its_.screen.split(rules.splits_screen, seats_);
  its_.devices.watch_all(Watched::joining, rules.joining != Joining::off);
  rules_ = rules;
  held_joins_.clear();  // what is held was meant by the rules of before
  reminders_.look_at_rules();
  deal(now(), true);
  settle(now());
}

std::unique_ptr<SeatState> Table::new_state(std::string_view name) const {
  return std::make_unique<SeatState>(std::string{name}, its_.playbook, its_.journal, its_.story,
                                     its_.customs, its_.elsewhere);
}

Seat& Table::new_seat(std::string_view name) {
  const auto away = std::find_if(put_away_.begin(), put_away_.end(),
                                 [&](const auto& seat) { return seat->name() == name; });
  if (away != put_away_.end()) {
    seats_.push_back(std::move(*away));
    put_away_.erase(away);
    seats_.back()->start_over(new_state(name));
  } else {
    seats_.push_back(std::make_unique<Seat>(new_state(name)));
  }
  its_.screen.add(*seats_.back());
  its_.lettering.add(*seats_.back());
  return *seats_.back();
}

Seat& Table::add_seat(std::string_view name) {
  Seat& seat = new_seat(name);
  settle(now());
  return seat;
}

void Table::keep_seats(std::span<const SeatHead> heads) {
  const auto is_it = [](const auto& seat, const SeatHead& head) {
    return seat != nullptr && seat->name() == head.name;
  };
  if (!std::equal(seats_.begin(), seats_.end(), heads.begin(), heads.end(), is_it)) {
    auto before = std::exchange(seats_, {});
    for (const SeatHead& head : heads) {
      const auto found = std::find_if(before.begin(), before.end(),
                                      [&](const auto& seat) { return is_it(seat, head); });
      found != before.end() ? seats_.push_back(std::move(*found)) : void(new_seat(head.name));
    }
    for (auto& seat : before) {
      if (seat == nullptr) continue;
      for (auto& set : seat->state().handlers().give_up()) orphans_.push_back(std::move(set));
      seat->start_over(new_state(seat->name()));
      put_away_.push_back(std::move(seat));
    }
  }
  for (std::size_t i = 0; i < seats_.size(); ++i) {
    seats_[i]->state().play_under(heads[i].scheme);
    seats_[i]->find_readings();
  }
}

bool Table::is_put_away(const Seat& seat) const {
  return std::any_of(put_away_.begin(), put_away_.end(),
                     [&](const auto& it) { return it.get() == &seat; });
}

Seat* find_seat(std::span<const std::unique_ptr<Seat>> seats, std::string_view name) {
  const auto found = std::find_if(seats.begin(), seats.end(),
                                  [&](const auto& seat) { return seat->name() == name; });
  return found == seats.end() ? nullptr : found->get();
}

Seat& Table::seat_for_a_player() {
  for (const auto& seat : seats_) {
    if (!seat->is_taken() && !seat->is_reserved()) return *seat;
  }
  std::size_t number = seats_.size() + 1;
  while (find_seat(seats_, "seat " + std::to_string(number)) != nullptr) ++number;
  return new_seat("seat " + std::to_string(number));
}

bool Table::can_reserve(const Seat& seat) const {
  if (!seat.is_taken()) return true;
  const auto devices = seat.devices();
  const auto is_by_rules = [&](DeviceId id) { return at(id).said_by == SaidBy::nobody; };
  return seat.scheme() == SchemeId::none && lost_devices(seat).empty() &&
         std::all_of(devices.begin(), devices.end(), is_by_rules);
}

void Table::reserve(Seat& seat, bool is_reserved) {
  seat.state().standing().is_reserved = is_reserved;
  if (is_reserved) {
    const std::vector<DeviceId> devices{seat.devices().begin(), seat.devices().end()};
    for (const DeviceId id : devices) take_from(id, seat, now());
  }
  deal(now(), true);
  settle(now());
}

// ---- what every change is made of

// What a seat's controls say when it gets the device is what they say to whoever has it now.
void Table::add_owner(DeviceId id, Seat& seat, Time time) {
  KnownDevice& known = at(id);
  known.is_new = false;
  known.may_be.clear();
  if (known.has_owner(&seat)) return;
  // The fingers on a screen begin anew.
  std::vector<Vec2> values;
  if (known.device.kind != DeviceKind::touch) {
    const auto its_values = its_.captures.values_of(id);
    values.assign(its_values.begin(), its_values.end());
    for (const Source source : known.swallowed) values[source] = {};
  }
  if (its_.captures.add_device(seat, id, values)) values.clear();
  Slot& slot = seat.state().hearing().add(id, known.device.kind, values, time);
  known.owners.push_back(&seat);
  known.listeners.push_back({&seat.state().hearing(), &slot});
  seat.state().standing().is_taken = true;
  const bool is_pad = known.device.kind == DeviceKind::gamepad;
  if (is_pad && its_.journal.is_running && rules_.pad_comes_to_hand) {
    seat.state().prompting().take_in_hand(id);
  }
  its_.lettering.find_family(seat);
  const auto filled = std::find_if(lost_.begin(), lost_.end(), [&](const Lost& lost) {
    return lost.seat == &seat && kind_of(lost.device) == known.device.kind;
  });
  if (filled != lost_.end()) lost_.erase(filled);
  its_.devices.watch(id);
  // Text does not let go of what somebody else holds there.
  const bool is_shared = known.owners.size() > 1;
  if (is_shared && seat.is_typing() && is_keyboard(id)) let_go(id, time);
}

void Table::remove_owner(DeviceId id, Seat& seat, Time time) {
  KnownDevice& known = at(id);
  const auto found = std::find(known.owners.begin(), known.owners.end(), &seat);
  if (found == known.owners.end()) return;
  if (known.device.kind != DeviceKind::touch) {
    const auto values = its_.captures.values_of(id);
    known.values.assign(values.begin(), values.end());
  }
  its_.captures.remove_device(seat, id);
  known.listeners.erase(known.listeners.begin() + (found - known.owners.begin()));
  known.owners.erase(found);
  seat.state().hearing().remove(id, time);
  its_.lettering.find_family(seat);
  its_.devices.watch(id);
}

void Table::hand_to(DeviceId id, Seat& seat, Moment moment) {
  add_owner(id, seat, moment.at);
  note({.kind = NoticeKind::given, .time = moment.told, .seat = &seat, .device = id});
}

void Table::take_from(DeviceId id, Seat& seat, Moment moment) {
  remove_owner(id, seat, moment.at);
  note({.kind = NoticeKind::taken, .time = moment.told, .seat = &seat, .device = id});
}

void Table::change_scheme(Seat& seat, SchemeId scheme, Time time) {
  if (seat.scheme() == scheme) return;
  seat.state().hold_to(scheme);
  note({.kind = NoticeKind::held_to, .time = time, .seat = &seat, .scheme = scheme});
}

void Table::sit_down(Seat& seat, SchemeId scheme, std::span<const DeviceId> chosen, Time time) {
  const std::vector<DeviceId> before{seat.devices().begin(), seat.devices().end()};
  for (const DeviceId id : before) {
    if (std::find(chosen.begin(), chosen.end(), id) == chosen.end()) remove_owner(id, seat, time);
  }
  std::erase_if(lost_, [&](const Lost& lost) { return lost.seat == &seat; });
  if (!seat.is_taken()) reminders_.look_at(seat);
  seat.state().standing().is_taken = true;
  seat.state().hold_to(scheme);
  for (const DeviceId id : chosen) {
    at(id).said_by = SaidBy::somebody;
    add_owner(id, seat, time);
  }
}

// ---- players

JoinAnswer Table::can_join(SchemeId scheme, DeviceId device, const Seat* seat) const {
  std::vector<DeviceId> chosen;
  return choose(scheme, device, seat, chosen);
}

JoinAnswer Table::join(SchemeId scheme, DeviceId device, Seat* seat) {
  std::vector<DeviceId> chosen;
  JoinAnswer answer = choose(scheme, device, seat, chosen);
  if (!answer) return answer;
  answer.seat = seat != nullptr ? seat : &seat_for_a_player();
  note({.kind = NoticeKind::joined,
        .time = its_.journal.now,
        .seat = answer.seat,
        .device = chosen.front(),
        .scheme = scheme});
  sit_down(*answer.seat, scheme, chosen, its_.journal.now);
  settle(now());
  return answer;
}

// What belongs to the person goes with them: what they type, a capture, their changes, their
// devices. Contexts and mutes are the game's.
void Table::leave(Seat& seat) {
  if (!seat.is_taken()) return;
  const Time time = its_.journal.now;
  set_typing(seat, false);
  its_.captures.stop(seat, time);
  seat.state().standing().capture = {};
  const std::vector<DeviceId> devices{seat.devices().begin(), seat.devices().end()};
  for (const DeviceId id : devices) {
    at(id).said_by = SaidBy::somebody;
    remove_owner(id, seat, time);
  }
  std::erase_if(lost_, [&](const Lost& lost) { return lost.seat == &seat; });
  seat.state().set_profile({});
  seat.state().hold_to(SchemeId::none);
  seat.state().presses().drop_all();
  seat.state().prompting().forget_player();
  seat.state().standing().is_taken = false;
  note({.kind = NoticeKind::left, .time = time, .seat = &seat});
  settle(now());
}

void Table::hold_to(Seat& seat, SchemeId scheme) {
  change_scheme(seat, scheme, its_.journal.now);
  // Those at the same devices stay there only where they can be told apart.
  const std::vector<DeviceId> devices{seat.devices().begin(), seat.devices().end()};
  for (const DeviceId id : devices) {
    if (!can_share_with_all(at(id), seat)) take_from(id, seat, now());
  }
  settle(now());
}

// Of those who can no longer share, who came first keeps the device.
void Table::play_on() {
  for (const DeviceId id : its_.devices.plugged()) {
    KnownDevice& known = at(id);
    for (std::size_t i = known.owners.size(); i-- > 1;) {
      const auto end = known.owners.begin() + static_cast<std::ptrdiff_t>(i);
      Seat& seat = **end;
      const bool is_clear = std::all_of(
          known.owners.begin(), end, [&](Seat* other) { return can_share(known, seat, *other); });
      if (!is_clear) take_from(id, seat, now());
    }
  }
  settle(now());
}

void Table::give(DeviceId id, Seat& seat) {
  KnownDevice& known = at(id);
  const std::vector<DeviceId> may_be = known.may_be;
  for (const DeviceId lost : may_be) {
    const auto seats = seats_of(lost);
    if (std::find(seats.begin(), seats.end(), &seat) == seats.end()) continue;
    give_back(id, lost, now(), false);
    return settle(now());
  }
  known.said_by = SaidBy::somebody;
  const std::vector<Seat*> before = known.owners;
  for (Seat* other : before) {
    if (!can_share(known, seat, *other)) take_from(id, *other, now());
  }
  if (!known.has_owner(&seat)) hand_to(id, seat, now());
  settle(now());
}

void Table::free(DeviceId id) {
  KnownDevice& known = at(id);
  known.said_by = SaidBy::freed;
  known.is_new = false;
  known.may_be.clear();
  while (!known.owners.empty()) take_from(id, *known.owners.back(), now());
  settle(now());
}

std::vector<DeviceId> Table::devices_of_one(const Seat& seat, const Seat& other) const {
  std::vector<DeviceId> ids;
  for (const DeviceId id : seat.devices()) {
    if (!at(id).has_owner(&other)) ids.push_back(id);
  }
  return ids;
}

// The players change places: with their devices, their schemes, their changes and what they wait
// for. What both have both keep.
void Table::swap(Seat& a, Seat& b) {
  if (&a == &b) return;
  const Time time = its_.journal.now;
  its_.captures.stop(a, time);
  its_.captures.stop(b, time);
  const std::vector<DeviceId> of_a = devices_of_one(a, b);
  const std::vector<DeviceId> of_b = devices_of_one(b, a);
  for (const DeviceId id : of_a) take_from(id, a, now());
  for (const DeviceId id : of_b) take_from(id, b, now());
  const SchemeId scheme_of_a = a.scheme();
  change_scheme(a, b.scheme(), time);
  change_scheme(b, scheme_of_a, time);
  Profile profile_of_a = a.profile();
  a.state().set_profile(b.profile());
  b.state().set_profile(std::move(profile_of_a));
  std::vector<Lost> lost = std::exchange(lost_, {});
  const bool was_taken = a.is_taken();
  const bool is_taken = b.is_taken();
  for (const DeviceId id : of_b) hand_to(id, a, now());
  for (const DeviceId id : of_a) hand_to(id, b, now());
  for (const auto& ids : {of_a, of_b}) {
    for (const DeviceId id : ids) at(id).said_by = SaidBy::somebody;
  }
  for (Lost& place : lost) {
    if (place.seat == &a || place.seat == &b) place.seat = place.seat == &a ? &b : &a;
  }
  lost_ = std::move(lost);
  for (Seat*& seat : waiting_) {
    if (seat == &a || seat == &b) seat = seat == &a ? &b : &a;
  }
  a.state().standing().is_taken = is_taken;
  b.state().standing().is_taken = was_taken;
  std::swap(a.state().standing().waits, b.state().standing().waits);
  settle(now());
}

}  // namespace nextmove::core
