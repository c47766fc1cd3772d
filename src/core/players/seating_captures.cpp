// Seats that capture a control.
#include <algorithm>

#include "players/seating.hpp"

namespace nextmove::core {

Capturing* Seating::capturing(const Seat& seat) {
  const auto found = std::find_if(captures_.begin(), captures_.end(),
                                  [&](const ActiveCapture& it) { return it.seat == &seat; });
  return found == captures_.end() ? nullptr : &found->capturing;
}

const Capturing* Seating::capturing(const Seat& seat) const {
  const auto found = std::find_if(captures_.begin(), captures_.end(),
                                  [&](const ActiveCapture& it) { return it.seat == &seat; });
  return found == captures_.end() ? nullptr : &found->capturing;
}

bool Seating::is_capturing(const Hearing& hearing) const {
  return std::any_of(captures_.begin(), captures_.end(), [&](const auto& active) {
    return &active.seat->state().hearing() == &hearing;
  });
}

// What its controls say, by source; nothing for a touch screen that nobody has.
std::span<const Vec2> Seating::values_of(DeviceId id) const {
  const KnownDevice& place = at(id);
  if (place.owners.empty()) return place.values;
  const Seat& owner = *place.owners.front();
  if (const Capturing* capturing = this->capturing(owner)) return capturing->values(id);
  return std::span{owner.state().common().find_slot(id)->controls}.first(control_count);
}

void Seating::watch_all() {
  for (std::size_t i = 0; i < devices_.size(); ++i) watch(static_cast<DeviceId>(i));
}

void Seating::begin_capture(Seat& seat, CaptureRequest request) {
  stop_capture(seat);
  Capturing capturing{Draft{playbook_, seat.profile(), seat.scheme()}, std::move(request),
                      journal_.now};
  for (const DeviceId id : seat.devices()) {
    std::vector<Vec2> values = copy_of(values_of(id));
    // Where fingers are is known to the seat; where they go meanwhile, to the capture.
    if (at(id).device.kind == DeviceKind::touch) values.resize(source_of(Control::Finger1Position));
    capturing.add_device(id, std::move(values));
  }
  seat.state().sitting().capture = capturing.capture();
  seat.state().hearing().pause(journal_.now);
  seat.state().presses().drop_all();
  captures_.push_back({&seat, std::move(capturing)});
  watch_all();
}

void Seating::stop_capture(Seat& seat) {
  if (Capturing* capturing = this->capturing(seat)) capturing->cancel();
  end_captures(journal_.now);
}

// Whether the others at the device may hear the event.
bool Seating::hear_captures(const Event& event) {
  KnownDevice& place = at(event.device);
  const Source source = source_of(event.control);
  const auto is_heard_by_another = [&](const Seat* self) {
    return std::any_of(place.owners.begin(), place.owners.end(), [&](const Seat* owner) {
      return owner != self && owner->state().hearing().router().active_routes().has(source);
    });
  };
  bool is_for_others = true;
  for (ActiveCapture& active : captures_) {
    if (!has(place, active.seat) || is_heard_by_another(active.seat)) {
      active.capturing.hear_somebody_else(event);
      continue;
    }
    active.capturing.hear(event);
    is_for_others = false;
  }
  for (const Listener& listener : place.listeners) {
    const bool is_deaf = is_capturing(*listener.hearing);
    if (is_for_others && !is_deaf) listener.hearing->hear(*listener.slot, event);
  }
  end_captures(event.time);
  // Who has nobody at it goes on to whoever may join by it.
  return place.owners.empty();
}

void Seating::update_captures(Time now) {
  time_out_captures(now);
  for (ActiveCapture& active : captures_) {
    active.capturing.update(now);
    active.seat->state().sitting().capture = active.capturing.capture();
  }
}

// Each at its own time, so that it does not matter how often the hub is updated.
void Seating::time_out_captures(Time until) {
  while (!captures_.empty()) {
    const auto first = std::min_element(
        captures_.begin(), captures_.end(),
        [](const auto& a, const auto& b) { return a.capturing.due() < b.capturing.due(); });
    const Time due = first->capturing.due();
    if (due > until || due == Time::max()) return;
    first->capturing.time_out();
    end_captures(due);
  }
}

// Whose capturing is over hears its devices again, but not what is down of what was pressed.
void Seating::end_captures(Time time) {
  const std::size_t count = captures_.size();
  for (std::size_t i = count; i-- > 0;) {
    if (!captures_[i].capturing.is_over()) continue;
    const ActiveCapture active = std::move(captures_[i]);
    captures_.erase(captures_.begin() + static_cast<std::ptrdiff_t>(i));
    active.seat->state().sitting().capture = active.capturing.capture();
    for (const auto& [device, source] : active.capturing.held()) {
      at(device).swallowed.push_back(source);
    }
    for (const DeviceId id : active.seat->devices()) {
      std::vector<Vec2> values = active.capturing.values(id);
      for (const Source source : at(id).swallowed) values[source] = {};
      active.seat->state().hearing().hear_again(id, values, time);
    }
  }
  if (captures_.size() != count) watch_all();
}

}  // namespace nextmove::core
