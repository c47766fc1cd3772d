// Devices that come and go, and players who join by a press.
#include <algorithm>
#include <cmath>
#include <optional>

#include "players/seating.hpp"

namespace nextmove::core {
namespace {

constexpr Thresholds join_thresholds{};

// A stick must be back nearer to its middle than a dead zone is wide, or it would give a push on
// its way.
bool is_released(const Event& event) {
  const bool is_stick = info(event.control).form == ControlForm::stick;
  const float least = is_stick ? 0.25F : join_thresholds.release_at;
  return std::abs(event.x) < least && std::abs(event.y) < least;
}

bool is_same_model(const Device& a, const Device& b) {
  return a.kind == b.kind && a.vendor == b.vendor && a.product == b.product && a.name == b.name;
}

// How sure it is that `back` is the device that was lost; 0 where it is another.
int likeness(const Device& lost, const Device& back) {
  if (!is_same_model(lost, back) || lost.serial != back.serial) return 0;
  if (!lost.serial.empty()) return 3;
  return !lost.port.empty() && lost.port == back.port ? 2 : 1;
}

}  // namespace

// ---- coming and going

DeviceId Seating::plug(const Device& device, Time now) {
  const auto id = static_cast<DeviceId>(devices_.size());
  KnownDevice place;
  place.device = device;
  place.is_plugged = true;
  if (device.kind != DeviceKind::touch) place.values.resize(control_count);
  for (Source source = 0; source < place.values.size(); ++source) {
    if (is_position(source)) place.values[source] = nowhere;
  }
  devices_.push_back(std::move(place));
  listeners_.emplace_back();
  note({.kind = NoticeKind::plugged, .time = now, .device = id});
  const std::vector<Seat*> waited = take_back_place(id);
  if (at(id).number == 0) find_number(id);
  watch(id);
  for (Seat* seat : waited) {
    add_owner(id, *seat, journal_.now);
    note({.kind = NoticeKind::regained, .time = now, .seat = seat, .device = id});
  }
  deal(now);
  return id;
}

// The seats that wait for this device. What is lost may not have been worked off yet: a loose cable
// comes and goes between two updates.
std::vector<Seat*> Seating::take_back_place(DeviceId id) {
  DeviceId found = DeviceId::none;
  int best = 0;
  const auto consider = [&](DeviceId lost) {
    const int sure = likeness(at(lost).device, at(id).device);
    if (sure <= best) return;
    best = sure;
    found = lost;
  };
  for (const Lost& lost : lost_) consider(lost.device);
  for (const DeviceId other : plugged()) {
    if (at(other).is_leaving && !at(other).is_replaced && !at(other).owners.empty()) {
      consider(other);
    }
  }
  if (found == DeviceId::none) return {};
  KnownDevice& before = at(found);
  at(id).number = before.number;
  at(id).is_by_rules = before.is_by_rules;
  std::vector<Seat*> seats = before.owners;
  before.is_replaced = before.is_plugged;
  for (const Lost& lost : lost_) {
    if (lost.device == found) seats.push_back(lost.seat);
  }
  std::erase_if(lost_, [&](const Lost& lost) { return lost.device == found; });
  return seats;
}

// The lowest that nobody has or waits for.
void Seating::find_number(DeviceId id) {
  KnownDevice& place = at(id);
  const auto is_used = [&](int number) {
    const auto uses = [&](const KnownDevice& other) {
      return other.device.kind == place.device.kind && other.number == number;
    };
    const bool is_there =
        std::any_of(devices_.begin(), devices_.end(), [&](const KnownDevice& other) {
          return &other != &place && other.is_plugged && uses(other);
        });
    return is_there || std::any_of(lost_.begin(), lost_.end(),
                                   [&](const Lost& lost) { return uses(at(lost.device)); });
  };
  place.number = 1;
  while (is_used(place.number)) ++place.number;
}

void Seating::begin_unplugging(DeviceId id) {
  at(id).is_leaving = true;
}

void Seating::unplug(DeviceId id, Time time) {
  if (!is_plugged(id)) return;  // unplugged twice
  time_out_captures(time);
  KnownDevice& place = at(id);
  place.is_plugged = false;
  note({.kind = NoticeKind::unplugged, .time = time, .device = id});
  const std::vector<Seat*> owners = place.owners;
  for (Seat* seat : owners) {
    remove_owner(id, *seat, time);
    if (!place.is_replaced) lost_.push_back({id, seat});
    find_waiting(*seat);
    note({.kind = NoticeKind::lost, .time = time, .seat = seat, .device = id});
  }
  place.values = {};
  watch(id);
}

void Seating::release_all(Time time) {
  time_out_captures(time);
  for (KnownDevice& place : devices_) {
    place.swallowed.clear();
    for (Source source = 0; source < place.values.size(); ++source) {
      if (!is_position(source)) place.values[source] = {};
    }
  }
  for (ActiveCapture& active : captures_) active.capturing.release_all();
  watch_all();
  for (const auto& seat : seats_) seat->state().hearing().release_all(time);
}

// A seat waits while it lacks what its scheme needs; one that is held to none, when it has nothing
// left.
void Seating::find_waiting(Seat& seat) {
  const SchemeDefinition* scheme = scheme_of(seat);
  const auto has_kind = [&](DeviceKind kind) {
    return std::any_of(seat.devices().begin(), seat.devices().end(),
                       [&](DeviceId id) { return at(id).device.kind == kind; });
  };
  const bool has_lost =
      std::any_of(lost_.begin(), lost_.end(), [&](const Lost& lost) { return lost.seat == &seat; });
  const bool lacks = scheme == nullptr
                         ? seat.devices().empty()
                         : !std::all_of(scheme->needs.begin(), scheme->needs.end(), has_kind);
  seat.state().sitting().is_waiting = has_lost && lacks;
}

Seat* Seating::longest_waiting() const {
  const auto found = std::find_if(lost_.begin(), lost_.end(),
                                  [](const Lost& lost) { return lost.seat->is_waiting(); });
  return found == lost_.end() ? nullptr : found->seat;
}

// ---- joining by a press

bool Seating::lets_through(const Event& event) {
  time_out_captures(event.time);
  KnownDevice& place = at(event.device);
  if (!place.is_plugged) return false;
  if (is_swallowed(event)) return false;
  if (!captures_.empty() && !hear_captures(event)) return false;
  if (rules_.joining != Joining::off && is_join_press(event) && join_by_press(event)) {
    return false;
  }
  if (!place.owners.empty()) return true;
  if (!place.values.empty()) place.values[source_of(event.control)] = {event.x, event.y};
  return false;
}

void Seating::take_up(const Event& event) {
  time_out_captures(event.time);
  KnownDevice& place = at(event.device);
  if (!place.is_plugged || is_swallowed(event)) return;
  for (ActiveCapture& active : captures_) {
    if (has(place, active.seat)) active.capturing.take_up(event);
  }
  for (const Listener& listener : place.listeners) {
    if (!is_capturing(*listener.hearing)) listener.hearing->take_up(*listener.slot, event);
  }
  end_captures(event.time);
  if (place.owners.empty()) place.values[source_of(event.control)] = {event.x, event.y};
}

// Once it is released, it is heard again.
bool Seating::is_swallowed(const Event& event) {
  KnownDevice& place = at(event.device);
  const Source source = source_of(event.control);
  const auto swallowed = std::find(place.swallowed.begin(), place.swallowed.end(), source);
  if (swallowed == place.swallowed.end()) return false;
  if (is_released(event)) {
    place.swallowed.erase(swallowed);
    watch(event.device);
  }
  return true;
}

// A touch screen keeps no values: there each finger that lands is a press.
bool Seating::is_join_press(const Event& event) const {
  if (event.x < join_thresholds.press_at) return false;
  const auto schemes = playbook_.schemes();
  const bool is_join_control = std::any_of(
      schemes.begin(), schemes.end(),
      [&](const SchemeDefinition& scheme) { return scheme.join.control == event.control; });
  if (!is_join_control) return false;
  const Source source = source_of(event.control);
  const std::span<const Vec2> values = values_of(event.device);
  return values.empty() || values[source].x < join_thresholds.press_at;
}

// Of several schemes with this control, the first that works. Where the device is somebody's who
// does not share it, or plays under that scheme already, the press is that player's.
bool Seating::join_by_press(const Event& event) {
  std::optional<Notice> refused;
  for (std::size_t i = 0; i < playbook_.schemes().size(); ++i) {
    const auto scheme = static_cast<SchemeId>(i);
    if (playbook_.scheme(scheme).join.control != event.control) continue;
    const auto plays_so = [&](const Seat* owner) { return owner->scheme() == scheme; };
    const auto& owners = at(event.device).owners;
    if (std::any_of(owners.begin(), owners.end(), plays_so)) continue;
    if (!may_use(at(event.device), scheme, nullptr)) continue;
    at(event.device).swallowed.push_back(source_of(event.control));
    const JoinAnswer answer = seat_by_press(scheme, event.device, event.time);
    if (answer) {
      watch(event.device);
      return true;
    }
    at(event.device).swallowed.pop_back();
    if (refused) continue;
    refused = Notice{.kind = NoticeKind::refused,
                     .time = event.time,
                     .device = event.device,
                     .scheme = scheme,
                     .refusal = answer.refusal,
                     .missing = answer.missing};
  }
  if (refused) note(*refused);
  return false;
}

JoinAnswer Seating::seat_by_press(SchemeId scheme, DeviceId device, Time time) {
  Seat* const waiting = longest_waiting();
  if (waiting == nullptr && rules_.joining != Joining::open) return {nullptr, Refusal::closed};
  std::vector<DeviceId> chosen;
  JoinAnswer answer = choose(scheme, device, waiting, chosen);
  if (!answer) return answer;
  answer.seat = waiting != nullptr ? waiting : &seat_for_a_player();
  note({.kind = waiting != nullptr ? NoticeKind::took_over : NoticeKind::joined,
        .time = time,
        .seat = answer.seat,
        .device = device,
        .scheme = scheme});
  sit_down(*answer.seat, scheme, chosen, time);
  return answer;
}

}  // namespace nextmove::core
