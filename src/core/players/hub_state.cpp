// What a hub says where a call, an event or a moment cannot be right.
#include "players/hub_state.hpp"

#include <algorithm>

#include "base/shown.hpp"
#include "model/event_faults.hpp"
#include "model/event_range.hpp"

namespace nextmove::core {
bool HubState::is_open(std::string_view call) const {
  const bool is_updating = phase == Phase::events || phase == Phase::readings;
  if (!is_updating && !journal.is_telling()) return true;
  const std::string who =
      journal.is_telling() ? "listeners to steps" : "interceptors and custom functions";
  complain(ComplaintKind::wrong_moment, call,
           "is not for " + who +
               ", which are called in the middle of something; do it after Hub::update");
  return false;
}

bool HubState::is_between_updates(std::string_view call) const {
  if (phase == Phase::idle) return true;
  complain(ComplaintKind::wrong_moment, call,
           "was called in the middle of an update; do it after Hub::update");
  return false;
}

bool HubState::is_ours(const Seat& seat, std::string_view call) const {
  const auto seats = table.seats();
  const auto is_it = [&](const auto& it) { return it.get() == &seat; };
  if (std::any_of(seats.begin(), seats.end(), is_it)) return true;
  complain(ComplaintKind::unknown_id, call,
           "was given the seat " + quoted(seat.name()) +
               (table.is_put_away(seat) ? ", which the hub no longer has since Hub::restore; "
                                          "Hub::add_seat brings it back"
                                        : " of another hub"));
  return false;
}

bool HubState::is_for_persons(const Seat& seat, std::string_view call) const {
  if (!seat.is_reserved()) return true;
  complain(ComplaintKind::wrong_moment, call,
           "the seat " + quoted(seat.name()) +
               " is reserved, for no person; Hub::reserve(seat, false) opens it first");
  return false;
}

bool HubState::is_known(DeviceId device, std::string_view call) const {
  if (device != DeviceId::none && devices.knows(device)) return true;
  const std::string number = std::to_string(static_cast<std::uint32_t>(device));
  complain(ComplaintKind::unknown_id, call,
           device == DeviceId::none
               ? "was given no device; Hub::plug gives the id of one"
               : "was given the device " + number +
                     ", which was never plugged in; Hub::plug gives the id of one");
  return false;
}

bool HubState::is_plugged(DeviceId device, std::string_view call) const {
  if (!is_known(device, call)) return false;
  if (devices.is_plugged(device)) return true;
  doubt(ComplaintKind::unknown_id, call,
        "was given " + devices.label(device) + ", which is unplugged");
  return false;
}

bool HubState::may_update(Time now) const {
  constexpr std::string_view call = "Hub::update";
  if (phase == Phase::handlers) {
    complain(ComplaintKind::wrong_moment, call,
             "is not for handlers: the update that called this one has not ended");
    return false;
  }
  if (!is_open(call)) return false;
  constexpr Time latest = std::chrono::hours{24 * 365 * 1000};
  if (now > latest) {
    complain(ComplaintKind::wrong_time, call,
             "was given a time of over a thousand years; pass the time since the start");
    return false;
  }
  if (now >= journal.now) return true;
  complain(ComplaintKind::wrong_time, call,
           "the time goes back from " + in_seconds(journal.now) + " to " + in_seconds(now) +
               "; pass the time since the start, which only grows, not the length of a step");
  return false;
}

void HubState::note_late(std::span<const Event> due) {
  for (const Event& event : due) {
    if (event.time >= journal.before) return;
    if (event.control >= unplugging) continue;
    const Event plain = event.control < first_standing ? event : turned_standing(event);
    devices.at(event.device).last_late = {plain.control, plain.time, journal.before - plain.time};
  }
}

void HubState::feed_slowly(const Event& event) {
  const bool is_sound = fits(event, devices.kind_of(event.device)) && event.time >= Time::zero();
  if (!is_sound) return pass_over(event, "Hub::feed");
  const bool is_unusual = phase == Phase::events || journal.is_telling();
  if (is_unusual && !is_open("Hub::feed")) return;
  if (typing.is_anybody() && typing.is_text(event)) return;
  if (journal.has_listeners()) journal.tell_listeners(event);
  if (!queue.goes_last(event)) journal.tell_early(event);
  queue.push(event);
}

void HubState::take_up(const Event& event) {
  constexpr std::string_view call = "Hub::take_up";
  const bool is_sound = fits(event, devices.kind_of(event.device)) && event.time >= Time::zero();
  if (!is_sound) return pass_over(event, call);
  if (!can_be_taken_up(event.control)) {
    return complain(ComplaintKind::wrong_event, call, stands_nowhere(event.control));
  }
  if (!is_open(call)) return;
  if (typing.is_anybody() && typing.is_text(event)) return;
  report(TakenUp{event.time, event.device, event.control, event.x, event.y});
  queue.push(turned_standing(event));
}

// What no update has reached is text as well: nothing would let go of it. A menu may say so in
// every frame, which is no news.
void HubState::set_typing(Seat& seat, bool is_typing) {
  if (seat.is_typing() == is_typing) return;
  table.set_typing(seat, is_typing);
  if (!is_typing) return;
  queue.remove_if([&](const Event& event) {
    if (event.control >= unplugging) return false;
    return typing.is_text(event.control < first_standing ? event : turned_standing(event));
  });
}

void HubState::pass_over(const Event& event, std::string_view call) {
  if (story.is_on()) story_writer.pass_over(event);
  if (journal.is_on() && !journal.is_telling()) {
    const bool is_control = static_cast<std::size_t>(event.control) < control_count;
    journal.tell(PassedOver{std::max(event.time, Time::zero()), event.device,
                            is_control ? event.control : Control::none, why_passed_over(event)});
  }
  const std::string fault = fault_of(event);
  if (!fault.empty()) return complain(ComplaintKind::wrong_event, call, fault);
  if (!is_plugged(event.device, call)) return;
  complain(ComplaintKind::wrong_event, call, why_passed_over(event));
}

std::string HubState::why_passed_over(const Event& event) const {
  if (std::string fault = fault_of(event); !fault.empty()) return fault;
  if (event.device == DeviceId::none || !devices.knows(event.device)) {
    return "no device with this number was ever plugged in";
  }
  const std::string label = devices.label(event.device);
  if (!devices.is_plugged(event.device)) return label + " is unplugged";
  return wrong_device(event.control, devices.kind_of(event.device), label);
}

void HubState::tell_stuck(Time now) const {
  const std::string updates = std::to_string(ClockWatch::patience) + " updates";
  const std::string waits = "an event of " + in_seconds(queue.front().time);
  doubt(ComplaintKind::wrong_time, "Hub::update",
        clocks.is_still()
            ? updates + " were given the same moment, " + in_seconds(now) + ", while " + waits +
                  " waits; pass the time since the start, not the length of a step"
            : waits + " has waited through " + updates + ", which are at " + in_seconds(now) +
                  " now; events and updates must go by one clock");
}

}  // namespace nextmove::core
