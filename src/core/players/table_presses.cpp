// Presses that seat somebody: on a free device, and on one of which nobody knows whose it is.
#include <algorithm>

#include "players/table.hpp"

namespace nextmove::core {

// A touch screen keeps no values: there each finger that lands is a press.
bool Table::is_press(const Event& event) const {
  constexpr float enough = Thresholds{}.press_at;
  if (event.x < enough) return false;
  const ControlForm form = info(event.control).form;
  if (form != ControlForm::button && form != ControlForm::trigger) return false;
  const auto values = its_.captures.values_of(event.device);
  return values.empty() || values[source_of(event.control)].x < enough;
}

// ---- whose it is

bool Table::settle_by_press(const Event& event) {
  for (const Claim& claim : doubt_about(event.device).claims) {
    if (claim.control != event.control) continue;
    at(event.device).swallowed.push_back(source_of(event.control));
    give_back(event.device, claim.lost, {event.time, event.time}, false);
    settle({event.time, event.time});
    return true;
  }
  return false;
}

// ---- joining

bool Table::is_heard_by_an_owner(DeviceId device, Control control) const {
  const auto& owners = at(device).owners;
  return std::any_of(owners.begin(), owners.end(), [&](const Seat* owner) {
    return owner->state().hearing().router().active_routes().has(source_of(control));
  });
}

void Table::refuse(DeviceId device, SchemeId scheme, const JoinAnswer& answer, Time time) {
  note({.kind = NoticeKind::refused,
        .time = time,
        .device = device,
        .scheme = scheme,
        .refusal = answer.refusal,
        .missing = answer.missing});
}

// Of several schemes with this control, the first that works. Where the device is somebody's who
// does not share it, or plays under that scheme already, the press is that player's.
std::optional<JoinPress> Table::joined_by(DeviceId device, Control control) const {
  const KnownDevice& known = at(device);
  std::optional<JoinPress> refused;
  bool is_its_owners = false;
  for (std::size_t i = 0; i < its_.playbook.schemes().size(); ++i) {
    const auto scheme = static_cast<SchemeId>(i);
    if (its_.playbook.scheme(scheme).join.control != control) continue;
    const auto plays_so = [&](const Seat* owner) { return owner->scheme() == scheme; };
    if (std::any_of(known.owners.begin(), known.owners.end(), plays_so)) {
      is_its_owners = true;
      continue;
    }
    const JoinAnswer answer = can_join_by_press(scheme, device);
    if (answer) return JoinPress{scheme, answer};
    if (!refused) refused = {scheme, answer};
  }
  const bool is_its_own = refused && refused->answer.refusal == Refusal::taken &&
                          (is_its_owners || is_heard_by_an_owner(device, control));
  return is_its_own ? std::nullopt : refused;
}

JoinAnswer Table::can_join_by_press(SchemeId scheme, DeviceId device) const {
  const KnownDevice& known = at(device);
  if (!known.may_be.empty()) return {nullptr, Refusal::doubtful};
  if (!may_use(known, scheme, nullptr)) return {nullptr, Refusal::taken};
  if (who_waits_for(scheme, device) != nullptr) return {};
  if (rules_.joining != Joining::open) return {nullptr, Refusal::closed};
  return can_join(scheme, device, nullptr);
}

bool Table::join_by_press(const Event& event) {
  const auto join = joined_by(event.device, event.control);
  if (!join) return false;
  if (!join->answer) {
    refuse(event.device, join->scheme, join->answer, event.time);
    return false;
  }
  at(event.device).swallowed.push_back(source_of(event.control));
  seat_by_press(join->scheme, event);
  its_.devices.watch(event.device);
  return true;
}

// Who plays under this very scheme goes on with the device, whatever else is missing; else who
// waits longest and can play so.
Seat* Table::who_waits_for(SchemeId scheme, DeviceId device) const {
  for (Seat* seat : waiting_) {
    const bool lacks_it = waits_for(*seat, kind_of(device));
    if (seat->scheme() == scheme && lacks_it && may_use(at(device), scheme, seat)) return seat;
  }
  for (Seat* seat : waiting_) {
    std::vector<DeviceId> chosen;
    if (choose(scheme, device, seat, chosen)) return seat;
  }
  return nullptr;
}

// Requires that it can be done. It may not be decided yet who gets the device.
void Table::seat_by_press(SchemeId scheme, const Event& event) {
  Seat* const waiting = who_waits_for(scheme, event.device);
  if (waiting == nullptr) {
    seat_newcomer(scheme, event.device, event.time);
    return;
  }
  std::vector<DeviceId> chosen;
  const bool may_be_new = rules_.joining == Joining::open &&
                          rules_.take_over_after > Duration::zero() &&
                          choose(scheme, event.device, nullptr, chosen);
  if (may_be_new) {
    held_joins_.push_back({event.device, source_of(event.control), scheme, event.time});
  } else {
    take_over(*waiting, scheme, event.device, event.time);
  }
}

JoinAnswer Table::seat_newcomer(SchemeId scheme, DeviceId device, Time time) {
  if (rules_.joining != Joining::open) return {nullptr, Refusal::closed};
  std::vector<DeviceId> chosen;
  JoinAnswer answer = choose(scheme, device, nullptr, chosen);
  if (!answer) return answer;
  answer.seat = &seat_for_a_player();
  note({.kind = NoticeKind::joined,
        .time = time,
        .seat = answer.seat,
        .device = device,
        .scheme = scheme});
  sit_down(*answer.seat, scheme, chosen, time);
  settle({time, time});
  return answer;
}

JoinAnswer Table::take_over(Seat& seat, SchemeId scheme, DeviceId device, Time time) {
  note({.kind = NoticeKind::took_over,
        .time = time,
        .seat = &seat,
        .device = device,
        .scheme = scheme});
  if (seat.scheme() == scheme) {
    at(device).said_by = SaidBy::somebody;
    add_owner(device, seat, time);
  } else {
    std::vector<DeviceId> chosen;
    choose(scheme, device, &seat, chosen);
    sit_down(seat, scheme, chosen, time);
  }
  settle({time, time});
  return {&seat};
}

// Meanwhile whoever waited may have what they lack, and seats may have been taken.
void Table::decide(const HeldJoin& held, bool takes_over, Time time) {
  const KnownDevice& known = at(held.device);
  if (!known.is_there() || !may_use(known, held.scheme, nullptr)) return;
  Seat* const waiting = who_waits_for(held.scheme, held.device);
  JoinAnswer answer;
  if (takes_over && waiting != nullptr) {
    answer = take_over(*waiting, held.scheme, held.device, time);
  } else {
    answer = seat_newcomer(held.scheme, held.device, time);
    if (!answer && waiting != nullptr) {
      answer = take_over(*waiting, held.scheme, held.device, time);
    }
  }
  if (!answer) refuse(held.device, held.scheme, answer, time);
}

}  // namespace nextmove::core
