// Whose a device is.
#include "players/seating.hpp"

#include <algorithm>

namespace nextmove::core {

bool Seating::has(const KnownDevice& place, const Seat* seat) {
  return std::find(place.owners.begin(), place.owners.end(), seat) != place.owners.end();
}

const SchemeDefinition* Seating::scheme_of(const Seat& seat) const {
  return seat.scheme() == SchemeId::none ? nullptr : &playbook_.scheme(seat.scheme());
}

// ---- seats

Seat& Seating::add_seat(std::string_view name) {
  seats_.push_back(std::make_unique<Seat>(
      std::make_unique<SeatState>(std::string{name}, playbook_, journal_, customs_)));
  seats_.back()->state().hearing().set_screen(window_, {});
  seats_.back()->state().prompting().set_words(wording_, keys_);
  deal(journal_.now);
  return *seats_.back();
}

Seat* Seating::find_seat(std::string_view name) const {
  const auto found = std::find_if(seats_.begin(), seats_.end(),
                                  [&](const auto& seat) { return seat->name() == name; });
  return found == seats_.end() ? nullptr : found->get();
}

Seat& Seating::seat_for_a_player() {
  for (const auto& seat : seats_) {
    if (!seat->is_taken() && !seat->is_reserved()) return *seat;
  }
  std::size_t number = seats_.size() + 1;
  while (find_seat("seat " + std::to_string(number)) != nullptr) ++number;
  return add_seat("seat " + std::to_string(number));
}

std::size_t Seating::players_beside(const Seat* seat) const {
  return static_cast<std::size_t>(
      std::count_if(seats_.begin(), seats_.end(),
                    [&](const auto& other) { return other.get() != seat && other->is_taken(); }));
}

// ---- devices and their owners

std::vector<DeviceId> Seating::plugged() const {
  std::vector<DeviceId> ids;
  for (std::size_t i = 0; i < devices_.size(); ++i) {
    if (devices_[i].is_plugged) ids.push_back(static_cast<DeviceId>(i));
  }
  return ids;
}

std::vector<DeviceId> Seating::lost_devices(const Seat& seat) const {
  std::vector<DeviceId> ids;
  for (const Lost& lost : lost_) {
    if (lost.seat == &seat) ids.push_back(lost.device);
  }
  return ids;
}

std::span<Seat* const> Seating::owners(DeviceId id) const {
  if (!knows(id)) return {};
  return at(id).owners;
}

// What a seat's controls say when it gets the device is what they say to whoever has it now.
void Seating::add_owner(DeviceId id, Seat& seat, Time time) {
  KnownDevice& place = at(id);
  if (has(place, &seat)) return;
  // The fingers on a screen begin anew.
  const bool is_touch = place.device.kind == DeviceKind::touch;
  std::vector<Vec2> values;
  if (!is_touch) values = copy_of(values_of(id));
  for (const Source source : place.swallowed) {
    if (!values.empty()) values[source] = {};
  }
  Capturing* const capturing = this->capturing(seat);
  if (capturing != nullptr) capturing->add_device(id, std::exchange(values, {}));
  Slot& slot = seat.state().hearing().add(id, place.device.kind, values, time);
  place.owners.push_back(&seat);
  place.listeners.push_back({&seat.state().hearing(), &slot});
  seat.state().sitting().is_taken = true;
  const bool is_pad = place.device.kind == DeviceKind::gamepad;
  if (is_pad && journal_.is_running && rules_.pad_comes_to_hand)
    seat.state().prompting().take_in_hand(id);
  find_family(seat);
  const auto filled = std::find_if(lost_.begin(), lost_.end(), [&](const Lost& lost) {
    return lost.seat == &seat && at(lost.device).device.kind == place.device.kind;
  });
  if (filled != lost_.end()) lost_.erase(filled);
  watch(id);
  find_waiting(seat);
}

void Seating::remove_owner(DeviceId id, Seat& seat, Time time) {
  KnownDevice& place = at(id);
  const auto found = std::find(place.owners.begin(), place.owners.end(), &seat);
  if (found == place.owners.end()) return;
  if (place.device.kind != DeviceKind::touch) place.values = copy_of(values_of(id));
  if (Capturing* capturing = this->capturing(seat)) capturing->remove_device(id);
  place.listeners.erase(place.listeners.begin() + (found - place.owners.begin()));
  place.owners.erase(found);
  seat.state().hearing().remove(id, time);
  find_family(seat);
  watch(id);
  find_waiting(seat);
}

void Seating::watch(DeviceId id) {
  const KnownDevice& place = at(id);
  listeners_[static_cast<std::size_t>(id)] = {
      place.listeners.data(), static_cast<std::uint32_t>(place.listeners.size()),
      place.owners.empty() || !place.swallowed.empty() || !captures_.empty() ||
          rules_.joining != Joining::off,
      place.is_plugged ? place.device.kind : no_device};
}

void Seating::change_scheme(Seat& seat, SchemeId scheme, Time time) {
  if (seat.scheme() == scheme) return;
  seat.state().hold_to(scheme);
  find_waiting(seat);
  note({.kind = NoticeKind::held_to, .time = time, .seat = &seat, .scheme = scheme});
}

// ---- who may have what

// Two at one device hear different bindings of it, or have their own parts of the screen. A seat
// that is held to no scheme hears everything and so shares nothing.
bool Seating::can_share(const KnownDevice& place, const SchemeDefinition* one,
                        const SchemeDefinition* other) {
  if (one == nullptr || other == nullptr) return false;
  const bool are_told_apart = one != other || place.device.kind == DeviceKind::touch;
  return one->shares_devices && other->shares_devices && are_told_apart;
}

bool Seating::can_share(const KnownDevice& place, const Seat& a, const Seat& b) const {
  return &a == &b || can_share(place, scheme_of(a), scheme_of(b));
}

bool Seating::may_use(const KnownDevice& place, SchemeId scheme, const Seat* seat) const {
  const SchemeDefinition& wanted = playbook_.scheme(scheme);
  return std::all_of(place.owners.begin(), place.owners.end(), [&](const Seat* owner) {
    return owner == seat || can_share(place, scheme_of(*owner), &wanted);
  });
}

// What the seat has already, else what is free, else what can be shared; of equals, what was
// plugged in first.
DeviceId Seating::find_for(DeviceKind kind, SchemeId scheme, const Seat* seat) const {
  DeviceId best = DeviceId::none;
  int best_rank = 3;
  for (const DeviceId id : plugged()) {
    const KnownDevice& place = at(id);
    if (place.device.kind != kind || place.is_leaving || !may_use(place, scheme, seat)) continue;
    const int rank = seat != nullptr && has(place, seat) ? 0 : place.owners.empty() ? 1 : 2;
    if (rank >= best_rank) continue;
    best = id;
    best_rank = rank;
  }
  return best;
}

JoinAnswer Seating::choose(SchemeId scheme, DeviceId device, const Seat* seat,
                           std::vector<DeviceId>& chosen) const {
  const auto refused = [](Refusal refusal) { return JoinAnswer{nullptr, refusal}; };
  if (static_cast<std::size_t>(scheme) >= playbook_.schemes().size()) {
    return refused(Refusal::no_scheme);
  }
  const SchemeDefinition& definition = playbook_.scheme(scheme);
  const bool is_given = device != DeviceId::none;
  if (is_given && !is_plugged(device)) return refused(Refusal::not_plugged);
  if (is_given && !definition.needs_kind(at(device).device.kind)) {
    return refused(Refusal::not_needed);
  }
  if (players_beside(seat) >= rules_.most_players) return refused(Refusal::full);
  if (is_given && !may_use(at(device), scheme, seat)) return refused(Refusal::taken);
  for (const DeviceKind kind : definition.needs) {
    const bool is_it = is_given && at(device).device.kind == kind;
    const DeviceId found = is_it ? device : find_for(kind, scheme, seat);
    if (found == DeviceId::none) return {nullptr, Refusal::missing, kind};
    chosen.push_back(found);
  }
  for (const DeviceKind kind : definition.may_use) {
    const DeviceId found = find_for(kind, scheme, seat);
    if (found != DeviceId::none) chosen.push_back(found);
  }
  return {};
}

// ---- players

JoinAnswer Seating::can_join(SchemeId scheme, DeviceId device, const Seat* seat) const {
  std::vector<DeviceId> chosen;
  return choose(scheme, device, seat, chosen);
}

JoinAnswer Seating::join(SchemeId scheme, DeviceId device, Seat* seat) {
  std::vector<DeviceId> chosen;
  JoinAnswer answer = choose(scheme, device, seat, chosen);
  if (!answer) return answer;
  answer.seat = seat != nullptr ? seat : &seat_for_a_player();
  note({.kind = NoticeKind::joined,
        .time = journal_.now,
        .seat = answer.seat,
        .device = chosen.front(),
        .scheme = scheme});
  sit_down(*answer.seat, scheme, chosen, journal_.now);
  return answer;
}

void Seating::sit_down(Seat& seat, SchemeId scheme, std::span<const DeviceId> chosen, Time time) {
  const std::vector<DeviceId> before{seat.devices().begin(), seat.devices().end()};
  for (const DeviceId id : before) {
    if (std::find(chosen.begin(), chosen.end(), id) == chosen.end()) remove_owner(id, seat, time);
  }
  std::erase_if(lost_, [&](const Lost& lost) { return lost.seat == &seat; });
  seat.state().sitting().is_taken = true;
  seat.state().hold_to(scheme);
  for (const DeviceId id : chosen) {
    at(id).is_by_rules = false;
    add_owner(id, seat, time);
  }
  find_waiting(seat);
  lay_screen();
}

void Seating::stand_up(Seat& seat) {
  const std::vector<DeviceId> devices{seat.devices().begin(), seat.devices().end()};
  for (const DeviceId id : devices) {
    at(id).is_by_rules = false;
    remove_owner(id, seat, journal_.now);
  }
  std::erase_if(lost_, [&](const Lost& lost) { return lost.seat == &seat; });
  seat.state().hold_to(SchemeId::none);
  seat.state().sitting().is_taken = false;
  find_waiting(seat);
}

void Seating::leave(Seat& seat) {
  if (!seat.is_taken()) return;
  set_typing(seat, false);
  stand_up(seat);
  note({.kind = NoticeKind::left, .time = journal_.now, .seat = &seat});
  lay_screen();
}

void Seating::hold_to(Seat& seat, SchemeId scheme) {
  change_scheme(seat, scheme, journal_.now);
  // Those at the same devices stay there only where they can be told apart.
  const std::vector<DeviceId> devices{seat.devices().begin(), seat.devices().end()};
  for (const DeviceId id : devices) {
    const bool is_clear = std::all_of(at(id).owners.begin(), at(id).owners.end(),
                                      [&](Seat* other) { return can_share(at(id), seat, *other); });
    if (is_clear) continue;
    remove_owner(id, seat, journal_.now);
    note({.kind = NoticeKind::taken, .time = journal_.now, .seat = &seat, .device = id});
  }
}

void Seating::give(DeviceId id, Seat& seat) {
  KnownDevice& place = at(id);
  place.is_by_rules = false;
  const std::vector<Seat*> before = place.owners;
  for (Seat* other : before) {
    if (can_share(place, seat, *other)) continue;
    remove_owner(id, *other, journal_.now);
    note({.kind = NoticeKind::taken, .time = journal_.now, .seat = other, .device = id});
  }
  if (has(place, &seat)) return;
  add_owner(id, seat, journal_.now);
  note({.kind = NoticeKind::given, .time = journal_.now, .seat = &seat, .device = id});
  lay_screen();
}

void Seating::free(DeviceId id) {
  at(id).is_by_rules = false;
  while (!at(id).owners.empty()) {
    Seat& owner = *at(id).owners.back();
    remove_owner(id, owner, journal_.now);
    note({.kind = NoticeKind::taken, .time = journal_.now, .seat = &owner, .device = id});
  }
}

// What both have both keep; what one waits for the other waits for from now on.
std::vector<DeviceId> Seating::devices_of_one(const Seat& seat, const Seat& other) const {
  std::vector<DeviceId> ids;
  for (const DeviceId id : seat.devices()) {
    if (!has(at(id), &other)) ids.push_back(id);
  }
  return ids;
}

void Seating::swap(Seat& a, Seat& b) {
  if (&a == &b) return;
  const std::vector<DeviceId> of_a = devices_of_one(a, b);
  const std::vector<DeviceId> of_b = devices_of_one(b, a);
  const auto move = [&](std::span<const DeviceId> ids, Seat& from, NoticeKind kind) {
    for (const DeviceId id : ids) {
      at(id).is_by_rules = false;
      if (kind == NoticeKind::taken) {
        remove_owner(id, from, journal_.now);
      } else {
        add_owner(id, from, journal_.now);
      }
      note({.kind = kind, .time = journal_.now, .seat = &from, .device = id});
    }
  };
  move(of_a, a, NoticeKind::taken);
  move(of_b, b, NoticeKind::taken);
  const SchemeId scheme_of_a = a.scheme();
  change_scheme(a, b.scheme(), journal_.now);
  change_scheme(b, scheme_of_a, journal_.now);
  std::vector<Lost> lost = std::exchange(lost_, {});
  move(of_b, a, NoticeKind::given);
  move(of_a, b, NoticeKind::given);
  for (Lost& place : lost) {
    if (place.seat == &a || place.seat == &b) place.seat = place.seat == &a ? &b : &a;
  }
  lost_ = std::move(lost);
  const bool was_taken = a.is_taken();
  a.state().sitting().is_taken = b.is_taken();
  b.state().sitting().is_taken = was_taken;
  find_waiting(a);
  find_waiting(b);
  lay_screen();
}

// ---- notices

// Some are told before their time has come: what the game does happens at once, and what devices do
// when the update reaches it.
// In order of time, and as they came where times are equal. They are few and mostly in order; and
// std::stable_sort would allocate.
void Seating::publish_notices() {
  notices_.clear();
  if (pending_.empty()) return;
  for (const Notice& notice : pending_) {
    const auto later = std::find_if(notices_.rbegin(), notices_.rend(), [&](const Notice& before) {
      return before.time <= notice.time;
    });
    notices_.insert(later.base(), notice);
  }
  pending_.clear();
}

}  // namespace nextmove::core
