// What follows from how things are, after every call and event: lost devices that are back, what
// comes along, what the rules deal, who waits, and how the screen is divided.
#include <algorithm>
#include <array>
#include <cassert>
#include <utility>

#include "players/clashes.hpp"
#include "players/table.hpp"

namespace nextmove::core {

void Table::settle(Moment moment) {
  its_.captures.look_again(moment.at);
  renew_waits(moment.at);
  take_back(moment);
  bring_along(moment);
  deal(moment, false);
  take_back(moment);  // a place that has been filled is no longer lost
  renew_waits(moment.at);
  tell_waits(moment);
  tell_clashes();
  its_.screen.lay(seats_);
  assert(!is_trusted_ || fault().empty());
}

// ---- devices that are back

// What is lost, the first in front, and what is about to be: a loose cable comes and goes between
// two updates.
std::vector<DeviceId> Table::lost_places() const {
  std::vector<DeviceId> places;
  for (const Lost& it : lost_) {
    if (places.empty() || places.back() != it.device) places.push_back(it.device);
  }
  for (const DeviceId id : its_.devices.plugged()) {
    const KnownDevice& known = at(id);
    if (known.is_leaving && !known.is_replaced && !known.owners.empty()) places.push_back(id);
  }
  return places;
}

std::vector<Seat*> Table::seats_of(DeviceId lost) const {
  std::vector<Seat*> seats = at(lost).owners;
  for (const Lost& it : lost_) {
    if (it.device == lost) seats.push_back(it.seat);
  }
  return seats;
}

// Whether somebody cannot play without it.
bool Table::is_missed(DeviceId lost) const {
  const auto seats = seats_of(lost);
  return std::any_of(seats.begin(), seats.end(), [&](const Seat* seat) {
    const auto its = seat->devices();
    return std::none_of(its.begin(), its.end(),
                        [&](DeviceId id) { return id != lost && kind_of(id) == kind_of(lost); });
  });
}

// What this device may be of what is lost. What is surely its own leaves no doubt, and what
// somebody cannot play without comes before a helper's pad.
std::vector<DeviceId> Table::lost_like(DeviceId id) const {
  std::vector<DeviceId> alike;
  Likeness best = Likeness::model;
  bool is_best_missed = false;
  for (const DeviceId lost : lost_places()) {
    const Likeness sure = likeness(at(lost).device, at(id).device);
    if (id < at(lost).gone_before || sure < best) continue;
    const bool missed = is_missed(lost);
    if (sure == best && is_best_missed && !missed) continue;
    if (sure > best || (missed && !is_best_missed)) alike.clear();
    best = sure;
    is_best_missed = missed;
    alike.push_back(lost);
  }
  return alike;
}

void Table::take_back(Moment moment) {
  for (const DeviceId id : its_.devices.plugged()) {
    const KnownDevice& known = at(id);
    if (known.is_leaving) drop_idle_claims(id);
    if (!known.is_new || known.is_leaving) continue;
    const std::vector<DeviceId> lost = lost_like(id);
    const bool is_sure =
        !lost.empty() && likeness(at(lost.front()).device, known.device) > Likeness::model;
    const bool asks = rules_.asks_whose && known.device.kind != DeviceKind::touch;
    if (lost.size() > 1 && !is_sure && asks) {
      doubt(id, lost, moment);
    } else if (!lost.empty()) {
      give_back(id, lost.front(), moment, lost.size() > 1 && !is_sure);
      return take_back(moment);  // there may be less doubt about others now
    } else if (!known.may_be.empty()) {
      at(id).may_be.clear();
    }
  }
}

// Until it is gone a press may still say whose it is, if anybody's.
void Table::drop_idle_claims(DeviceId id) {
  std::vector<DeviceId>& may_be = at(id).may_be;
  std::erase_if(may_be, [&](DeviceId lost) { return seats_of(lost).empty(); });
  if (may_be.size() == 1) may_be.clear();
}

void Table::give_back(DeviceId id, DeviceId lost, Moment moment, bool is_guess) {
  KnownDevice& known = at(id);
  known.number = at(lost).number;
  known.said_by = at(lost).said_by;
  const std::vector<Seat*> seats = seats_of(lost);
  at(lost).is_replaced = true;
  std::erase_if(lost_, [&](const Lost& it) { return it.device == lost; });
  for (Seat* seat : seats) {
    // Who plays under another scheme by now may no longer share it, and waits for another.
    if (!can_share_with_all(known, *seat)) continue;
    add_owner(id, *seat, moment.at);
    note({.kind = NoticeKind::regained,
          .time = std::max(moment.told, known.plugged_at),
          .seat = seat,
          .device = id,
          .is_guess = is_guess});
  }
}

void Table::doubt(DeviceId id, std::vector<DeviceId> lost, Moment moment) {
  KnownDevice& known = at(id);
  if (known.may_be == lost) return;
  const auto is_its_number = [&](DeviceId other) { return at(other).number == known.number; };
  if (std::any_of(lost.begin(), lost.end(), is_its_number)) find_number(id);
  known.may_be = std::move(lost);
  note(
      {.kind = NoticeKind::doubted, .time = std::max(moment.told, known.plugged_at), .device = id});
}

// The lowest that nobody has or waits for.
void Table::find_number(DeviceId id) {
  KnownDevice& known = at(id);
  const auto plugged = its_.devices.plugged();
  const auto is_used = [&](int number) {
    const auto uses = [&](DeviceId other) {
      return other != id && kind_of(other) == known.device.kind && at(other).number == number;
    };
    return std::any_of(plugged.begin(), plugged.end(), uses) ||
           std::any_of(lost_.begin(), lost_.end(),
                       [&](const Lost& lost) { return uses(lost.device); });
  };
  known.number = 1;
  while (is_used(known.number)) ++known.number;
}

// ---- what comes along

bool Table::has_join_control(DeviceKind kind) const {
  const auto schemes = its_.playbook.schemes();
  return std::any_of(schemes.begin(), schemes.end(), [&](const SchemeDefinition& scheme) {
    return scheme.join.is_set() && device_of(scheme.join) == kind;
  });
}

// Who waits for one, else the first whose scheme may use one and who has none.
Seat* Table::who_lacks(DeviceKind kind) const {
  for (Seat* seat : waiting_) {
    if (scheme_of(*seat) == nullptr) continue;
    if (waits_for(*seat, kind)) return seat;
  }
  for (const auto& seat : seats_) {
    const SchemeDefinition* const scheme = scheme_of(*seat);
    const bool lacks = seat->is_taken() && scheme != nullptr && scheme->uses_kind(kind);
    if (lacks && !has_kind(*seat, kind)) return seat.get();
  }
  return nullptr;
}

// Nobody can say by a press whose a mouse is, where nobody joins by one.
void Table::bring_along(Moment moment) {
  for (const DeviceId id : its_.devices.plugged()) {
    const KnownDevice& known = at(id);
    const bool is_free = known.owners.empty() && known.is_there();
    if (!is_free || known.said_by == SaidBy::freed || has_join_control(known.device.kind)) continue;
    Seat* const seat = who_lacks(known.device.kind);
    if (seat == nullptr) continue;
    at(id).said_by = SaidBy::somebody;
    hand_to(id, *seat, moment);
  }
}

// ---- waiting

bool Table::waits_for(const Seat& seat, DeviceKind kind) {
  const auto waits = seat.waits();
  return std::any_of(waits.begin(), waits.end(),
                     [&](const Wait& wait) { return wait.kind == kind; });
}

// A seat waits while it lacks what its scheme needs. One that is held to none waits for what it has
// lost, when it has nothing left.
std::vector<Wait> Table::waits_of(const Seat& seat, Time time) const {
  std::vector<Wait> waits;
  if (!seat.is_taken()) return waits;
  const auto& before = seat.state().standing().waits;
  const auto wait_for = [&](DeviceKind kind, DeviceId lost) {
    const auto known =
        std::find_if(before.begin(), before.end(), [&](const Wait& it) { return it.kind == kind; });
    waits.push_back({kind, lost, known == before.end() ? time : known->since});
  };
  const auto lost_of = [&](DeviceKind kind) {
    const auto lost = std::find_if(lost_.begin(), lost_.end(), [&](const Lost& it) {
      return it.seat == &seat && kind_of(it.device) == kind;
    });
    return lost == lost_.end() ? DeviceId::none : lost->device;
  };
  if (const SchemeDefinition* scheme = scheme_of(seat)) {
    for (const DeviceKind kind : scheme->needs) {
      if (!has_kind(seat, kind)) wait_for(kind, lost_of(kind));
    }
  } else if (seat.devices().empty()) {
    for (int i = 0; i < device_kind_count; ++i) {
      const auto kind = static_cast<DeviceKind>(i);
      if (const DeviceId lost = lost_of(kind); lost != DeviceId::none) wait_for(kind, lost);
    }
  }
  return waits;
}

// Who is held to no scheme and has nothing, and has lost nothing, is gone.
void Table::renew_waits(Time time) {
  for (const auto& seat : seats_) {
    Standing& standing = seat->state().standing();
    const bool is_by_devices = standing.is_taken && seat->scheme() == SchemeId::none;
    if (is_by_devices) {
      standing.is_taken = !seat->devices().empty() || !lost_devices(*seat).empty();
    }
    standing.waits = waits_of(*seat, time);
    const auto known = std::find(waiting_.begin(), waiting_.end(), seat.get());
    if (standing.waits.empty() && known != waiting_.end()) waiting_.erase(known);
    if (!standing.waits.empty() && known == waiting_.end()) waiting_.push_back(seat.get());
  }
}

void Table::tell_waits(Moment moment) {
  for (Seat* seat : waiting_) {
    const bool is_known =
        std::find(told_waiting_.begin(), told_waiting_.end(), seat) != told_waiting_.end();
    if (is_known) continue;
    for (const Wait& wait : seat->state().standing().waits) {
      note({.kind = NoticeKind::waits,
            .time = moment.told,
            .seat = seat,
            .device = wait.lost,
            .missing = wait.kind});
    }
  }
  told_waiting_ = waiting_;
}

void Table::tell_clashes() {
  std::vector<SharedClash> clashes = shared_clashes(its_.playbook, its_.devices);
  for (const SharedClash& clash : clashes) {
    if (std::find(told_clashes_.begin(), told_clashes_.end(), clash) != told_clashes_.end())
      continue;
    note({.kind = NoticeKind::clash,
          .time = its_.journal.now,
          .seat = clash.second.seat,
          .device = clash.device});
  }
  told_clashes_ = std::move(clashes);
}

// ---- doubts

std::vector<DeviceId> Table::lost_devices(const Seat& seat) const {
  std::vector<DeviceId> ids;
  for (const Lost& lost : lost_) {
    if (lost.seat == &seat) ids.push_back(lost.device);
  }
  return ids;
}

// The join control that they all have who lost it, where it is on such a device.
Control Table::join_control(DeviceId lost, DeviceKind kind) const {
  Control control = Control::none;
  for (const Seat* seat : seats_of(lost)) {
    const SchemeDefinition* const scheme = scheme_of(*seat);
    if (scheme == nullptr || !scheme->join.zone.empty()) return Control::none;
    if (control != Control::none && control != scheme->join.control) return Control::none;
    control = scheme->join.control;
  }
  const bool is_on_it = control != Control::none && info(control).device == kind;
  return is_on_it ? control : Control::none;
}

// Each one's join control, where those tell them apart; else a button for each.
Control Table::claim_control(const std::vector<DeviceId>& lost, DeviceKind kind,
                             std::size_t number) const {
  using enum Control;
  std::vector<Control> joins;
  for (const DeviceId id : lost) {
    const Control join = join_control(id, kind);
    if (join == none || std::find(joins.begin(), joins.end(), join) != joins.end()) break;
    joins.push_back(join);
  }
  if (joins.size() == lost.size()) return joins[number];
  constexpr std::array keys = {Digit1, Digit2, Digit3, Digit4};
  constexpr std::array clicks = {MouseLeft, MouseRight, MouseMiddle};
  constexpr std::array buttons = {PadSouth, PadEast, PadWest, PadNorth};
  const auto of = [&](const auto& list) { return number < list.size() ? list[number] : none; };
  switch (kind) {
    case DeviceKind::keyboard: return of(keys);
    case DeviceKind::mouse: return of(clicks);
    case DeviceKind::gamepad: return of(buttons);
    case DeviceKind::touch: return none;
  }
  return none;
}

Doubt Table::doubt_about(DeviceId id) const {
  const KnownDevice& known = at(id);
  Doubt doubt{id, {}};
  for (std::size_t i = 0; i < known.may_be.size(); ++i) {
    doubt.claims.push_back({known.may_be[i], seats_of(known.may_be[i]),
                            claim_control(known.may_be, known.device.kind, i)});
  }
  return doubt;
}

std::vector<Doubt> Table::doubts() const {
  std::vector<Doubt> doubts;
  for (const DeviceId id : its_.devices.plugged()) {
    if (!at(id).may_be.empty()) doubts.push_back(doubt_about(id));
  }
  return doubts;
}

}  // namespace nextmove::core
