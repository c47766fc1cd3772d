// Devices that come and go, and what their events do at the table.
#include <algorithm>
#include <cmath>

#include "players/table.hpp"

namespace nextmove::core {
namespace {

// A stick must be back nearer to its middle than a dead zone is wide, or it would give a push on
// its way.
bool is_released(const Event& event) {
  const bool is_stick = info(event.control).form == ControlForm::stick;
  const float least = is_stick ? 0.25F : Thresholds{}.release_at;
  return std::abs(event.x) < least && std::abs(event.y) < least;
}

}  // namespace

DeviceId Table::plug(const Device& device, Time now) {
  const DeviceId id = its_.devices.add(device, now);
  find_number(id);
  note({.kind = NoticeKind::plugged, .time = now, .device = id});
  settle({its_.journal.now, now});
  return id;
}

void Table::unplug(DeviceId id, Time time) {
  if (!its_.devices.is_plugged(id)) return;  // unplugged twice
  time_out(time);
  KnownDevice& known = at(id);
  known.is_plugged = false;
  known.may_be.clear();
  std::erase_if(held_joins_, [&](const HeldJoin& it) { return it.device == id; });
  note({.kind = NoticeKind::unplugged, .time = time, .device = id});
  const std::vector<Seat*> owners = known.owners;
  for (Seat* seat : owners) {
    remove_owner(id, *seat, time);
    if (!known.is_replaced) lost_.push_back({id, seat});
    note({.kind = NoticeKind::lost, .time = time, .seat = seat, .device = id});
  }
  known.values = {};
  for (Contact& contact : known.contacts) contact.end(time);
  its_.devices.watch(id);
  settle({time, time});
}

void Table::rest(DeviceId device, Time time) {
  time_out(time);
  let_go(device, time);
}

void Table::let_go(DeviceId device, Time time) {
  std::erase_if(held_joins_, [&](const HeldJoin& it) { return is_meant(device, it.device); });
  its_.devices.rest(device, time);
  its_.captures.rest(device);
  for (const auto& seat : seats_) seat->state().hearing().rest(device, time);
}

void Table::set_typing(Seat& seat, bool is_typing) {
  if (seat.is_typing() == is_typing) return;
  for (const DeviceId id : seat.devices()) {
    if (is_keyboard(id)) rest(id, its_.journal.now);
  }
  its_.typing.set(seat, is_typing);
}

bool Table::lets_through(const Event& event) {
  time_out(event.time);
  KnownDevice& known = at(event.device);
  if (!known.is_plugged || is_swallowed(event)) return false;
  if (!its_.captures.are_none() && !its_.captures.hear(event)) return false;
  if (is_press(event)) {
    if (!known.may_be.empty() && settle_by_press(event)) return false;
    if (rules_.joining != Joining::off && join_by_press(event)) return false;
    const bool is_idle = rules_.joining == Joining::off && known.owners.empty();
    if (is_idle) reminders_.hear_idle_press(event, its_.playbook, its_.devices);
  }
  if (!known.owners.empty()) return true;
  if (!known.values.empty()) known.values[source_of(event.control)] = {event.x, event.y};
  return false;
}

void Table::take_up(const Event& event) {
  time_out(event.time);
  KnownDevice& known = at(event.device);
  if (!known.is_plugged || is_swallowed(event)) return;
  if (!known.owners.empty()) return its_.captures.take_up(event);
  known.values[source_of(event.control)] = {event.x, event.y};
}

// Once it is released, it is heard again.
bool Table::is_swallowed(const Event& event) {
  KnownDevice& known = at(event.device);
  const Source source = source_of(event.control);
  const auto swallowed = std::find(known.swallowed.begin(), known.swallowed.end(), source);
  if (swallowed == known.swallowed.end()) return false;
  if (!is_released(event)) return true;
  known.swallowed.erase(swallowed);
  if (!known.values.empty()) known.values[source] = {};
  // Whoever came to the device while it was down knows it to be down.
  for (const Listener& listener : known.listeners) {
    if (listener.slot->controls[source] != Vec2{}) listener.hearing->hear(*listener.slot, event);
  }
  its_.devices.watch(event.device);
  const auto held = std::find_if(held_joins_.begin(), held_joins_.end(), [&](const HeldJoin& it) {
    return it.device == event.device && it.source == source;
  });
  if (held != held_joins_.end()) {
    const HeldJoin tapped = *held;
    held_joins_.erase(held);
    decide(tapped, false, event.time);
  }
  return true;
}

Time Table::due(const HeldJoin& held) const {
  return held.since + rules_.take_over_after;
}

// Each at its own time, so that it does not matter how often the hub is updated.
void Table::time_out(Time until) {
  while (!its_.captures.are_none() || !held_joins_.empty()) {
    const auto held =
        std::min_element(held_joins_.begin(), held_joins_.end(),
                         [&](const HeldJoin& a, const HeldJoin& b) { return due(a) < due(b); });
    const Time capture = its_.captures.due();
    const Time join = held == held_joins_.end() ? Time::max() : due(*held);
    const Time next = std::min(capture, join);
    if (next > until || next == Time::max()) return;
    if (capture == next) {
      its_.captures.time_out(next);
      continue;
    }
    const HeldJoin ripe = *held;
    held_joins_.erase(held);
    decide(ripe, true, next);
  }
}

void Table::update(Time now) {
  time_out(now);
  its_.captures.update(now);
  reminders_.update(rules_, seats_);
}

}  // namespace nextmove::core
