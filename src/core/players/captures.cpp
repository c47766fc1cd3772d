#include "players/captures.hpp"

#include <algorithm>

#include "players/clashes.hpp"
#include "seat/seat_state.hpp"

namespace nextmove::core {

const Captures::Entry* Captures::find(const Seat& seat) const {
  const auto found = std::find_if(entries_.begin(), entries_.end(),
                                  [&](const Entry& it) { return it.seat == &seat; });
  return found == entries_.end() ? nullptr : &*found;
}

Captures::Entry* Captures::find(const Seat& seat) {
  const auto found = std::find_if(entries_.begin(), entries_.end(),
                                  [&](const Entry& it) { return it.seat == &seat; });
  return found == entries_.end() ? nullptr : &*found;
}

const Seat* Captures::before(const Entry& entry) const {
  for (const Entry& other : entries_) {
    if (other.seat == entry.seat) break;
    const auto shares = [&](DeviceId id) { return devices_.at(id).has_owner(other.seat); };
    const auto its = entry.seat->devices();
    if (std::any_of(its.begin(), its.end(), shares)) return other.seat;
  }
  return nullptr;
}

// ---- devices

std::span<const Vec2> Captures::values_of(DeviceId id) const {
  const KnownDevice& known = devices_.at(id);
  if (known.owners.empty()) return known.values;
  // What is captured the others do not hear.
  for (const Seat* owner : known.owners) {
    if (const Entry* entry = find(*owner)) return entry->capturing.values(id);
  }
  const Seat& owner = *known.owners.front();
  return std::span{owner.state().common().find_slot(id)->controls}.first(control_count);
}

bool Captures::add_device(const Seat& seat, DeviceId id, std::span<const Vec2> values) {
  Entry* const entry = find(seat);
  if (entry == nullptr) return false;
  entry->capturing.add_device(id, {values.begin(), values.end()});
  return true;
}

// What is down of what was pressed for it nobody hears before it is up.
void Captures::remove_device(const Seat& seat, DeviceId id) {
  Entry* const entry = find(seat);
  if (entry == nullptr) return;
  for (const auto& [device, source] : entry->capturing.held()) {
    if (device == id) devices_.at(id).swallowed.push_back(source);
  }
  entry->capturing.remove_device(id);
}

// ---- beginning and ending

// What others have may change meanwhile, and so may what the player has.
Capturing Captures::capturing_of(Seat& seat, CaptureRequest request, Time now) const {
  const ActionDefinition& action = playbook_.action(request.action);
  const auto make = [this, &seat] {
    Draft draft{playbook_, seat.profile(), seat.scheme()};
    draft.keep_off(taken_controls(seat, playbook_, devices_, Drafts::left_out));
    return draft;
  };
  return {action, std::move(request), make, now};
}

void Captures::begin(Seat& seat, CaptureRequest request, Time now) {
  stop(seat, now);
  Capturing capturing = capturing_of(seat, std::move(request), now);
  for (const DeviceId id : seat.devices()) {
    const auto values = values_of(id);
    Capturing::Values known{values.begin(), values.end()};
    // Where fingers are is known to the seat; where they go meanwhile, to the capture.
    const bool is_touch = devices_.at(id).device.kind == DeviceKind::touch;
    if (is_touch) known.resize(source_of(Control::Finger1Position));
    capturing.add_device(id, std::move(known));
  }
  seat.state().hearing().pause(now);
  seat.state().presses().drop_all();
  entries_.push_back({&seat, std::move(capturing)});
  Entry& entry = entries_.back();
  if (const Seat* other = before(entry)) entry.capturing.wait_for(*other);
  seat.state().standing().capture = entry.capturing.capture();
  seat.state().tell(StoryKind::capture_begun);
  devices_.watch_all(Watched::captures, true);
}

void Captures::stop(const Seat& seat, Time now) {
  Entry* const entry = find(seat);
  if (entry == nullptr) return;
  entry->capturing.cancel();
  end(now);
}

// Whose capturing is over hears its devices again, but not what is down of what was pressed.
void Captures::end(Time time) {
  for (std::size_t i = entries_.size(); i-- > 0;) {
    if (!entries_[i].capturing.is_over()) continue;
    const Entry over = std::move(entries_[i]);
    entries_.erase(entries_.begin() + static_cast<std::ptrdiff_t>(i));
    over.seat->state().standing().capture = over.capturing.capture();
    over.seat->state().tell(StoryKind::capture_ended);
    for (const auto& [device, source] : over.capturing.held()) {
      devices_.at(device).swallowed.push_back(source);
      devices_.watch(device);
    }
    for (const DeviceId id : over.seat->devices()) {
      Capturing::Values values = over.capturing.values(id);
      for (const Source source : devices_.at(id).swallowed) values[source] = {};
      over.seat->state().hearing().hear_again(id, values, time);
    }
  }
  let_others_begin(time);
  devices_.watch_all(Watched::captures, !entries_.empty());
}

void Captures::let_others_begin(Time time) {
  for (Entry& entry : entries_) {
    if (!entry.capturing.is_queued() || before(entry) != nullptr) continue;
    entry.capturing.begin(time);
    entry.seat->state().standing().capture = entry.capturing.capture();
  }
}

void Captures::rest(DeviceId device) {
  for (Entry& entry : entries_) entry.capturing.rest(device);
}

void Captures::look_again(Time time) {
  if (!entries_.empty()) let_others_begin(time);
}

// ---- time

Time Captures::due() const {
  Time next = Time::max();
  for (const Entry& it : entries_) next = std::min(next, it.capturing.due());
  return next;
}

void Captures::time_out(Time due) {
  for (Entry& entry : entries_) {
    if (entry.capturing.due() == due) entry.capturing.time_out();
  }
  end(due);
}

void Captures::update(Time now) {
  for (Entry& entry : entries_) {
    entry.capturing.update(now);
    entry.seat->state().standing().capture = entry.capturing.capture();
  }
}

// ---- events

bool Captures::is_heard_by_another(const Event& event, const Seat* self) const {
  const auto& owners = devices_.at(event.device).owners;
  return std::any_of(owners.begin(), owners.end(), [&](const Seat* owner) {
    return owner != self &&
           owner->state().hearing().router().active_routes().has(source_of(event.control));
  });
}

bool Captures::hear(const Event& event) {
  KnownDevice& known = devices_.at(event.device);
  const Source source = source_of(event.control);
  bool is_for_one = false;
  bool is_captured = false;
  for (Entry& entry : entries_) {
    const bool is_its = known.has_owner(entry.seat);
    is_for_one |= is_its;
    // What it holds already it holds until it is up, whoever may have begun to hear it meanwhile.
    const bool is_anothers =
        !entry.capturing.holds(event.device, source) && is_heard_by_another(event, entry.seat);
    if (is_its && entry.capturing.is_queued()) {
      entry.capturing.note(event);
    } else if (!is_its || is_captured || is_anothers) {
      entry.capturing.hear_somebody_else(event);
      if (is_its) entry.capturing.note(event);
    } else {
      entry.capturing.hear(event);
      is_captured = true;
    }
  }
  if (!is_for_one) return true;
  for (std::size_t i = 0; i < known.owners.size(); ++i) {
    if (find(*known.owners[i]) != nullptr) continue;
    // Whoever holds it hears how it is let go, captured or not.
    const Listener& listener = known.listeners[i];
    const bool is_held = listener.slot->controls[source] != Vec2{};
    if (!is_captured || is_held) listener.hearing->hear(*listener.slot, event);
  }
  end(event.time);
  return false;
}

void Captures::take_up(const Event& event) {
  const KnownDevice& known = devices_.at(event.device);
  for (Entry& entry : entries_) {
    if (known.has_owner(entry.seat)) entry.capturing.take_up(event);
  }
  for (std::size_t i = 0; i < known.owners.size(); ++i) {
    const Listener& listener = known.listeners[i];
    if (find(*known.owners[i]) == nullptr) listener.hearing->take_up(*listener.slot, event);
  }
  end(event.time);
}

}  // namespace nextmove::core
