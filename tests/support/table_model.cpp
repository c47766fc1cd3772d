#include "support/table_model.hpp"

#include <algorithm>

namespace nextmove::support {
namespace {

using enum Control;

template <class List, class What>
bool holds(const List& list, const What& what) {
  return std::find(list.begin(), list.end(), what) != list.end();
}

// 0 for another device, 1 for the model, 2 for its place, 3 for its number.
int sureness(const nextmove::Device& lost, const nextmove::Device& back) {
  const bool is_model = lost.kind == back.kind && lost.name == back.name &&
                        lost.vendor == back.vendor && lost.product == back.product;
  if (!is_model || lost.serial != back.serial) return 0;
  if (!lost.serial.empty()) return 3;
  return !lost.port.empty() && lost.port == back.port ? 2 : 1;
}

}  // namespace

// ---- what may be

std::vector<DeviceId> TableModel::plugged() const {
  std::vector<DeviceId> ids;
  for (const auto& [id, device] : devices_) {
    if (device.is_plugged) ids.push_back(id);
  }
  return ids;
}

bool TableModel::has(Number seat, DeviceKind kind) const {
  for (const DeviceId id : seats_[static_cast<std::size_t>(seat)].devices) {
    if (this->kind(id) == kind) return true;
  }
  return false;
}

bool TableModel::can_share(DeviceId id, Number scheme, Number other) const {
  if (scheme == nobody || other == nobody) return false;
  const bool both = schemes_[static_cast<std::size_t>(scheme)].shares_devices &&
                    schemes_[static_cast<std::size_t>(other)].shares_devices;
  return both && (scheme != other || kind(id) == DeviceKind::touch);
}

bool TableModel::may_have(DeviceId id, Number scheme, Number seat) const {
  for (const Number owner : at(id).owners) {
    const Number its = seats_[static_cast<std::size_t>(owner)].scheme;
    if (owner != seat && !can_share(id, scheme, its)) return false;
  }
  return true;
}

int TableModel::others_at_the_table(Number seat) const {
  int count = 0;
  for (std::size_t i = 0; i < seats_.size(); ++i) {
    if (static_cast<Number>(i) != seat && seats_[i].is_taken) ++count;
  }
  return count;
}

std::optional<std::vector<DeviceId>> TableModel::devices_for(Number scheme, DeviceId given,
                                                             Number seat) const {
  const SchemeDefinition& its = schemes_[static_cast<std::size_t>(scheme)];
  if (given != DeviceId::none) {
    if (!is_there(given) || !holds(its.needs, kind(given))) return {};
    if (!may_have(given, scheme, seat)) return {};
  }
  if (seat != nobody && seats_[static_cast<std::size_t>(seat)].is_reserved) return {};
  if (others_at_the_table(seat) >= static_cast<int>(rules_.most_players)) return {};
  const auto find = [&](DeviceKind wanted) {
    DeviceId own = DeviceId::none;
    DeviceId free = DeviceId::none;
    DeviceId shared = DeviceId::none;
    for (const DeviceId id : plugged()) {
      const Device& device = at(id);
      if (kind(id) != wanted || device.is_going || !device.may_be.empty()) continue;
      if (!may_have(id, scheme, seat)) continue;
      DeviceId& found = holds(device.owners, seat) ? own : device.owners.empty() ? free : shared;
      if (found == DeviceId::none) found = id;
    }
    return own != DeviceId::none ? own : free != DeviceId::none ? free : shared;
  };
  std::vector<DeviceId> found;
  for (const DeviceKind wanted : its.needs) {
    const bool is_given = given != DeviceId::none && kind(given) == wanted;
    found.push_back(is_given ? given : find(wanted));
    if (found.back() == DeviceId::none) return {};
  }
  for (const DeviceKind wanted : its.may_use) {
    const DeviceId one = find(wanted);
    if (one != DeviceId::none) found.push_back(one);
  }
  return found;
}

// What presses the horn of harbour_for_all under each scheme. A profile has its control in place of
// all that the playbook has on that kind of device.
bool TableModel::hears(Number seat, Control control) const {
  const Seat& its = seats_[static_cast<std::size_t>(seat)];
  const std::string name =
      its.scheme == nobody ? "" : schemes_[static_cast<std::size_t>(its.scheme)].name;
  if (info(control).device == DeviceKind::keyboard) {
    if (const auto changed = key(seat)) return control == *changed;
  }
  const bool has_pad = name.empty() || name == "pad";
  if (has_pad && its.changes.pad && info(control).device == DeviceKind::gamepad) {
    return control == *its.changes.pad;
  }
  if (name.empty()) {
    return holds(std::vector{KeyH, KeyE, Enter, PadSouth, PadStart, MouseLeft}, control);
  }
  if (name == "desk") return control == KeyH || control == MouseLeft;
  if (name == "pad") return control == PadSouth || control == PadStart;
  if (name == "left_keys") return control == KeyE;
  if (name == "right_keys") return control == Enter;
  return false;
}

// ---- taking and dropping

void TableModel::take(DeviceId id, Number seat) {
  Device& device = at(id);
  device.is_untouched = false;
  device.may_be.clear();
  if (holds(device.owners, seat)) return;
  device.owners.push_back(seat);
  Seat& its = seats_[static_cast<std::size_t>(seat)];
  its.devices.push_back(id);
  its.is_taken = true;
  if (its.types && kind(id) == DeviceKind::keyboard && device.owners.size() > 1) rest(id);
  for (auto it = losses_.begin(); it != losses_.end(); ++it) {
    if (it->seat != seat || kind(it->device) != kind(id)) continue;
    losses_.erase(it);
    break;
  }
}

void TableModel::drop(DeviceId id, Number seat) {
  Device& device = at(id);
  if (!holds(device.owners, seat)) return;
  std::erase(device.owners, seat);
  Seat& its = seats_[static_cast<std::size_t>(seat)];
  std::erase(its.devices, id);
  std::erase_if(its.presses, [&](const auto& press) { return press.first == id; });
}

// A press that is under way is over, and what is down is not heard before it is pressed again.
void TableModel::hush(Number seat) {
  seats_[static_cast<std::size_t>(seat)].presses.clear();
}

void TableModel::play_under(Number seat, Number scheme) {
  const auto before = edition(seat);
  Seat& its = seats_[static_cast<std::size_t>(seat)];
  its.scheme = scheme;
  if (edition(seat) != before) return hush(seat);
  std::erase_if(its.presses, [&](const auto& press) { return !hears(seat, press.second); });
}

void TableModel::sit(Number seat, Number scheme, const std::vector<DeviceId>& devices) {
  Seat& its = seats_[static_cast<std::size_t>(seat)];
  for (const DeviceId id : std::vector{its.devices}) {
    if (!holds(devices, id)) drop(id, seat);
  }
  std::erase_if(losses_, [&](const Loss& loss) { return loss.seat == seat; });
  its.is_taken = true;
  play_under(seat, scheme);
  for (const DeviceId id : devices) {
    at(id).is_by_rules = false;
    at(id).is_put_aside = false;
    take(id, seat);
  }
}

TableModel::Number TableModel::free_seat() {
  for (std::size_t i = 0; i < seats_.size(); ++i) {
    if (!seats_[i].is_taken && !seats_[i].is_reserved) return static_cast<Number>(i);
  }
  seats_.emplace_back();
  return static_cast<Number>(seats_.size()) - 1;
}

// ---- what follows

void TableModel::follow() {
  find_waits();
  while (bring_one_back()) {
  }
  come_along();
  deal(false);
  while (bring_one_back()) {
  }
  find_waits();
}

std::vector<TableModel::Number> TableModel::losers(DeviceId lost) const {
  std::vector<Number> seats = at(lost).owners;
  for (const Loss& loss : losses_) {
    if (loss.device == lost) seats.push_back(loss.seat);
  }
  return seats;
}

// Of what is lost, or about to be, what the device may be: only the surest, and of those only what
// somebody cannot play without, if there is such.
std::vector<DeviceId> TableModel::places(DeviceId id) const {
  std::vector<DeviceId> all;
  for (const Loss& loss : losses_) {
    if (!holds(all, loss.device)) all.push_back(loss.device);
  }
  for (const DeviceId other : plugged()) {
    const Device& device = at(other);
    if (device.is_going && !device.is_back && !device.owners.empty()) all.push_back(other);
  }
  std::erase_if(all, [&](DeviceId lost) {
    return at(id).born < at(lost).loss_from || sureness(at(lost).its, at(id).its) == 0;
  });
  int surest = 0;
  for (const DeviceId lost : all) surest = std::max(surest, sureness(at(lost).its, at(id).its));
  std::erase_if(all, [&](DeviceId lost) { return sureness(at(lost).its, at(id).its) < surest; });
  const auto is_missed = [&](DeviceId lost) {
    for (const Number seat : losers(lost)) {
      bool has_another = false;
      for (const DeviceId its : seats_[static_cast<std::size_t>(seat)].devices) {
        has_another |= its != lost && kind(its) == kind(lost);
      }
      if (!has_another) return true;
    }
    return false;
  };
  std::vector<DeviceId> missed;
  std::copy_if(all.begin(), all.end(), std::back_inserter(missed), is_missed);
  return missed.empty() ? all : missed;
}

void TableModel::return_to(DeviceId id, DeviceId lost) {
  Device& device = at(id);
  device.number = at(lost).number;
  device.is_by_rules = at(lost).is_by_rules;
  device.is_put_aside = at(lost).is_put_aside;
  const std::vector<Number> seats = losers(lost);
  at(lost).is_back = true;
  std::erase_if(losses_, [&](const Loss& loss) { return loss.device == lost; });
  for (const Number seat : seats) {
    if (may_have(id, seats_[static_cast<std::size_t>(seat)].scheme, seat)) take(id, seat);
  }
}

bool TableModel::bring_one_back() {
  for (const DeviceId id : plugged()) {
    Device& device = at(id);
    if (device.is_going) {
      std::erase_if(device.may_be, [&](DeviceId lost) { return losers(lost).empty(); });
      if (device.may_be.size() == 1) device.may_be.clear();
    }
    if (!device.is_untouched || device.is_going) continue;
    const std::vector<DeviceId> lost = places(id);
    const bool is_sure = !lost.empty() && sureness(at(lost[0]).its, device.its) > 1;
    if (lost.size() < 2 || is_sure || !rules_.asks_whose || kind(id) == DeviceKind::touch) {
      if (!lost.empty()) {
        return_to(id, lost[0]);
        return true;
      }
      device.may_be.clear();
    } else if (device.may_be != lost) {
      for (const DeviceId other : lost) {
        if (at(other).number != device.number) continue;
        device.number = free_number(id);
        break;
      }
      device.may_be = lost;
    }
  }
  return false;
}

int TableModel::free_number(DeviceId id) const {
  for (int number = 1;; ++number) {
    bool is_used = false;
    for (const auto& [other, device] : devices_) {
      bool counts = device.is_plugged;
      for (const Loss& loss : losses_) counts |= loss.device == other;
      is_used |= other != id && counts && kind(other) == kind(id) && device.number == number;
    }
    if (!is_used) return number;
  }
}

void TableModel::come_along() {
  for (const DeviceId id : plugged()) {
    Device& device = at(id);
    const bool is_joined_by = std::any_of(schemes_.begin(), schemes_.end(), [&](const auto& it) {
      return info(it.join.control).device == kind(id);
    });
    const bool is_free = device.owners.empty() && device.may_be.empty() && !device.is_going;
    if (!is_free || device.is_put_aside || is_joined_by) continue;
    Number best = nobody;
    for (std::size_t i = 0; i < seats_.size(); ++i) {
      const Seat& seat = seats_[i];
      const bool waits = seat.scheme != nobody && seat.waits.count(kind(id)) != 0;
      if (!waits) continue;
      const bool is_first =
          best == nobody || seat.waits_since < seats_[static_cast<std::size_t>(best)].waits_since;
      if (is_first) best = static_cast<Number>(i);
    }
    for (std::size_t i = 0; i < seats_.size() && best == nobody; ++i) {
      const Seat& seat = seats_[i];
      if (!seat.is_taken || seat.scheme == nobody) continue;
      const SchemeDefinition& its = schemes_[static_cast<std::size_t>(seat.scheme)];
      const bool uses = holds(its.needs, kind(id)) || holds(its.may_use, kind(id));
      if (uses && !has(static_cast<Number>(i), kind(id))) best = static_cast<Number>(i);
    }
    if (best == nobody) continue;
    device.is_by_rules = false;
    take(id, best);
  }
}

TableModel::Number TableModel::dealt_to(DeviceId id, const std::set<Number>& has_pad) const {
  if (rules_.free_devices == FreeDevices::kept || seats_.empty()) return nobody;
  const auto may = [&](Number seat) {
    const Seat& its = seats_[static_cast<std::size_t>(seat)];
    if (its.is_reserved) return false;
    if (its.scheme == nobody || holds(at(id).owners, seat)) return true;
    const SchemeDefinition& scheme = schemes_[static_cast<std::size_t>(its.scheme)];
    const bool uses = holds(scheme.needs, kind(id)) || holds(scheme.may_use, kind(id));
    return uses && !has(seat, kind(id));
  };
  const auto count = static_cast<Number>(seats_.size());
  const bool is_dealt =
      rules_.free_devices == FreeDevices::dealt && kind(id) == DeviceKind::gamepad;
  if (!is_dealt) {
    for (Number seat = 0; seat < count; ++seat) {
      if (!seats_[static_cast<std::size_t>(seat)].is_reserved) return may(seat) ? seat : nobody;
    }
    return nobody;
  }
  for (Number i = 0; i < count; ++i) {
    const Number seat = (static_cast<Number>(rules_.first_pad) + i) % count;
    if (has_pad.count(seat) == 0 && may(seat)) return seat;
  }
  for (const Loss& loss : losses_) {
    if (kind(loss.device) == DeviceKind::gamepad && may(loss.seat)) return loss.seat;
  }
  return nobody;
}

void TableModel::deal(bool anew) {
  std::vector<DeviceId> open;
  std::set<Number> has_pad;
  for (const DeviceId id : plugged()) {
    const Device& device = at(id);
    const bool is_open = device.is_by_rules && !device.is_put_aside && !device.is_going &&
                         device.may_be.empty() && (anew || device.owners.empty());
    if (is_open) {
      open.push_back(id);
    } else if (kind(id) == DeviceKind::gamepad) {
      has_pad.insert(device.owners.begin(), device.owners.end());
    }
  }
  for (const Loss& loss : losses_) {
    if (kind(loss.device) == DeviceKind::gamepad) has_pad.insert(loss.seat);
  }
  std::stable_sort(open.begin(), open.end(),
                   [&](DeviceId a, DeviceId b) { return at(a).number < at(b).number; });
  for (const DeviceId id : open) {
    const Number seat = dealt_to(id, has_pad);
    if (seat != nobody && kind(id) == DeviceKind::gamepad) has_pad.insert(seat);
    const Number before = at(id).owners.empty() ? nobody : at(id).owners[0];
    if (before == seat) continue;
    if (before != nobody) drop(id, before);
    if (seat != nobody) take(id, seat);
  }
}

void TableModel::find_waits() {
  for (std::size_t i = 0; i < seats_.size(); ++i) {
    Seat& seat = seats_[i];
    std::set<DeviceKind> lost;
    for (const Loss& loss : losses_) {
      if (loss.seat == static_cast<Number>(i)) lost.insert(kind(loss.device));
    }
    if (seat.scheme == nobody) seat.is_taken &= !seat.devices.empty() || !lost.empty();
    std::set<DeviceKind> waits;
    if (seat.is_taken && seat.scheme != nobody) {
      for (const DeviceKind need : schemes_[static_cast<std::size_t>(seat.scheme)].needs) {
        if (!has(static_cast<Number>(i), need)) waits.insert(need);
      }
    } else if (seat.is_taken && seat.devices.empty()) {
      waits = lost;
    }
    if (seat.waits.empty() && !waits.empty()) seat.waits_since = ++waits_ever_;
    seat.waits = waits;
  }
}

Control TableModel::claim(DeviceId id, std::size_t number) const {
  const std::vector<DeviceId>& lost = at(id).may_be;
  std::vector<Control> joins;
  for (const DeviceId one : lost) {
    std::set<Control> its;
    for (const Number seat : losers(one)) {
      const Number scheme = seats_[static_cast<std::size_t>(seat)].scheme;
      its.insert(scheme == nobody ? none : schemes_[static_cast<std::size_t>(scheme)].join.control);
    }
    const Control join = its.size() == 1 ? *its.begin() : none;
    joins.push_back(join != none && info(join).device == kind(id) ? join : none);
  }
  const std::set<Control> different(joins.begin(), joins.end());
  if (different.size() == lost.size() && different.count(none) == 0) return joins[number];
  std::vector<Control> usual;
  if (kind(id) == DeviceKind::gamepad) usual = {PadSouth, PadEast, PadWest, PadNorth};
  if (kind(id) == DeviceKind::keyboard) usual = {Digit1, Digit2, Digit3, Digit4};
  if (kind(id) == DeviceKind::mouse) usual = {MouseLeft, MouseRight, MouseMiddle};
  return number < usual.size() ? usual[number] : none;
}

// ---- what the game says

void TableModel::set_rules(const SeatingRules& rules) {
  rules_ = rules;
  for (auto& [id, device] : devices_) device.undecided.clear();
  deal(true);
  follow();
}

void TableModel::add_seat() {
  seats_.emplace_back();
  follow();
}

bool TableModel::join(Number scheme, DeviceId device, Number seat) {
  const auto devices = devices_for(scheme, device, seat);
  if (!devices) return false;
  sit(seat != nobody ? seat : free_seat(), scheme, *devices);
  follow();
  return true;
}

void TableModel::leave(Number seat) {
  Seat& its = seats_[static_cast<std::size_t>(seat)];
  if (!its.is_taken) return;
  set_typing(seat, false);
  its.captures = false;
  for (const DeviceId id : std::vector{its.devices}) {
    at(id).is_by_rules = false;
    drop(id, seat);
  }
  its.changes = {};
  std::erase_if(losses_, [&](const Loss& loss) { return loss.seat == seat; });
  its.scheme = nobody;
  its.is_taken = false;
  follow();
}

void TableModel::give(DeviceId id, Number seat) {
  if (seats_[static_cast<std::size_t>(seat)].is_reserved) return;
  for (const DeviceId lost : std::vector{at(id).may_be}) {
    if (!holds(losers(lost), seat)) continue;
    return_to(id, lost);
    return follow();
  }
  at(id).is_by_rules = false;
  at(id).is_put_aside = false;
  const Number scheme = seats_[static_cast<std::size_t>(seat)].scheme;
  for (const Number other : std::vector{at(id).owners}) {
    const Number its = seats_[static_cast<std::size_t>(other)].scheme;
    if (other != seat && !can_share(id, scheme, its)) drop(id, other);
  }
  take(id, seat);
  follow();
}

void TableModel::free(DeviceId id) {
  at(id).is_put_aside = true;
  at(id).is_by_rules = false;
  at(id).is_untouched = false;
  at(id).may_be.clear();
  for (const Number seat : std::vector{at(id).owners}) drop(id, seat);
  follow();
}

void TableModel::swap(Number a, Number b) {
  Seat& one = seats_[static_cast<std::size_t>(a)];
  Seat& other = seats_[static_cast<std::size_t>(b)];
  if (a == b || one.is_reserved || other.is_reserved) return;
  for (const Number seat : {a, b}) {
    if (seats_[static_cast<std::size_t>(seat)].captures) hush(seat);
    seats_[static_cast<std::size_t>(seat)].captures = false;
  }
  std::vector<DeviceId> of_a = one.devices;
  std::vector<DeviceId> of_b = other.devices;
  std::erase_if(of_a, [&](DeviceId id) { return holds(at(id).owners, b); });
  std::erase_if(of_b, [&](DeviceId id) { return holds(at(id).owners, a); });
  for (const DeviceId id : of_a) drop(id, a);
  for (const DeviceId id : of_b) drop(id, b);
  const std::array before = {edition(a), edition(b)};
  std::swap(one.scheme, other.scheme);
  std::swap(one.changes, other.changes);
  for (const Number seat : {a, b}) {
    if (edition(seat) != before[seat == a ? 0 : 1]) hush(seat);
    std::erase_if(seats_[static_cast<std::size_t>(seat)].presses,
                  [&](const auto& press) { return !hears(seat, press.second); });
  }
  const bool was_taken = one.is_taken;
  const bool is_taken = other.is_taken;
  std::vector<Loss> losses = std::exchange(losses_, {});
  for (Loss& loss : losses) {
    if (loss.seat == a || loss.seat == b) loss.seat = loss.seat == a ? b : a;
  }
  for (const DeviceId id : of_b) {
    at(id).is_by_rules = at(id).is_put_aside = false;
    take(id, a);
  }
  for (const DeviceId id : of_a) {
    at(id).is_by_rules = at(id).is_put_aside = false;
    take(id, b);
  }
  losses_ = losses;
  one.is_taken = is_taken;
  other.is_taken = was_taken;
  std::swap(one.waits, other.waits);
  std::swap(one.waits_since, other.waits_since);
  follow();
}

void TableModel::hold_to(Number seat, Number scheme) {
  Seat& its = seats_[static_cast<std::size_t>(seat)];
  play_under(seat, scheme);
  for (const DeviceId id : std::vector{its.devices}) {
    bool is_clear = true;
    for (const Number other : at(id).owners) {
      const Number theirs = seats_[static_cast<std::size_t>(other)].scheme;
      is_clear &= other == seat || can_share(id, scheme, theirs);
    }
    if (!is_clear) drop(id, seat);
  }
  follow();
}

void TableModel::reserve(Number seat, bool is_reserved) {
  Seat& its = seats_[static_cast<std::size_t>(seat)];
  bool is_by_rules = its.scheme == nobody;
  for (const DeviceId id : its.devices) is_by_rules &= at(id).is_by_rules;
  for (const Loss& loss : losses_) is_by_rules &= loss.seat != seat;
  if (is_reserved && its.is_taken && !is_by_rules) return;
  its.is_reserved = is_reserved;
  if (is_reserved) {
    for (const DeviceId id : std::vector{its.devices}) drop(id, seat);
  }
  deal(true);
  follow();
}

// From now on what the seat's keyboards say is text, also what no update has reached; they rest.
void TableModel::set_typing(Number seat, bool is_typing) {
  Seat& its = seats_[static_cast<std::size_t>(seat)];
  if (its.types == is_typing) return;
  its.types = is_typing;
  for (const DeviceId id : its.devices) {
    if (kind(id) != DeviceKind::keyboard) continue;
    rest(id);
  }
  if (!is_typing) return;
  std::erase_if(said_,
                [&](const Said& said) { return said.what == Said::moved && is_text(said.device); });
}

void TableModel::rest(DeviceId id) {
  for (Seat& any : seats_) {
    std::erase_if(any.presses, [&](const auto& press) { return press.first == id; });
  }
  at(id).down.clear();
  at(id).silent.clear();
  at(id).undecided.clear();
}

void TableModel::change(Number seat, const Changes& changes) {
  const auto before = edition(seat);
  seats_[static_cast<std::size_t>(seat)].changes = changes;
  if (edition(seat) != before) hush(seat);
}

bool TableModel::put_horn(Number seat, Control control, bool keeps_both) {
  const bool has_it = hears(seat, control);
  if (!has_it && !keeps_both && is_somebody_elses(seat, control)) return false;
  const Seat& its = seats_[static_cast<std::size_t>(seat)];
  const std::string& name = schemes_[static_cast<std::size_t>(its.scheme)].name;
  Changes changes = its.changes;
  if (name == "desk") changes.unnamed = control;
  const auto unless = [&](Control usual) {
    return control == usual ? std::nullopt : std::optional{control};
  };
  if (name == "left_keys") changes.left_keys = unless(KeyE);
  if (name == "right_keys") changes.right_keys = unless(Enter);
  if (name == "pad") changes.pad = control;
  change(seat, changes);
  return true;
}

bool TableModel::is_somebody_elses(Number seat, Control control) const {
  const Seat& its = seats_[static_cast<std::size_t>(seat)];
  if (!schemes_[static_cast<std::size_t>(its.scheme)].shares_devices) return false;
  for (const DeviceId id : its.devices) {
    if (kind(id) != DeviceKind::keyboard) continue;
    for (std::size_t i = 0; i < schemes_.size(); ++i) {
      const bool lets_join = schemes_[i].shares_devices && schemes_[i].join == control;
      if (lets_join && static_cast<Number>(i) != its.scheme) return true;
    }
    for (const Number other : at(id).owners) {
      if (other != seat && hears(other, control)) return true;
    }
  }
  return false;
}

// The key that the seat's profile puts the horn on under its scheme.
std::optional<Control> TableModel::key(Number seat) const {
  const Seat& its = seats_[static_cast<std::size_t>(seat)];
  if (its.scheme == nobody) return its.changes.unnamed;
  const std::string& name = schemes_[static_cast<std::size_t>(its.scheme)].name;
  if (name == "desk") return its.changes.unnamed;
  if (name == "left_keys") return its.changes.left_keys;
  if (name == "right_keys") return its.changes.right_keys;
  return {};
}

// What makes the playbook that the seat plays by another than the game's: its profile, under a
// scheme that is played on what the profile changes. No binding of the horn to a pad names a
// scheme, so that one change of it holds for all.
TableModel::Edition TableModel::edition(Number seat) const {
  const Seat& its = seats_[static_cast<std::size_t>(seat)];
  const bool has_pad =
      its.scheme == nobody ||
      schemes_[static_cast<std::size_t>(its.scheme)].uses_kind(DeviceKind::gamepad);
  const std::optional<Control> changed = key(seat);
  return {changed, changed ? its.scheme : nobody, has_pad ? its.changes.pad : std::nullopt};
}

void TableModel::begin_capture(Number seat) {
  seats_[static_cast<std::size_t>(seat)].captures = true;
  hush(seat);
}

void TableModel::end_capture(Number seat) {
  seats_[static_cast<std::size_t>(seat)].captures = false;
  hush(seat);
}

// ---- what devices say

void TableModel::plug(DeviceId id, const nextmove::Device& device) {
  devices_.emplace(id, Device{device, 0, ++born_});
  at(id).number = free_number(id);
  follow();
}

void TableModel::unplug(DeviceId id, Time time) {
  at(id).is_going = true;
  at(id).loss_from = born_ + 1;
  said_.push_back({time, Said::unplugged, id, none, false});
}

bool TableModel::is_text(DeviceId id) const {
  const auto types = [&](Number owner) { return seats_[static_cast<std::size_t>(owner)].types; };
  const auto& owners = at(id).owners;
  return kind(id) == DeviceKind::keyboard && std::any_of(owners.begin(), owners.end(), types);
}

void TableModel::feed(DeviceId id, Control control, bool is_down, Time time) {
  if (is_text(id)) return;
  said_.push_back({time, Said::moved, id, control, is_down});
}

void TableModel::lose_focus(Time time) {
  said_.push_back({time, Said::unfocused, DeviceId::none, none, false});
}

void TableModel::update(Time now) {
  for (Seat& seat : seats_) {
    seat.began = false;
    seat.held_before = !seat.presses.empty();
  }
  std::stable_sort(said_.begin(), said_.end(),
                   [](const Said& a, const Said& b) { return a.time < b.time; });
  const auto end =
      std::find_if(said_.begin(), said_.end(), [&](const Said& said) { return said.time > now; });
  const std::vector<Said> due(said_.begin(), end);
  said_.erase(said_.begin(), end);
  for (const Said& said : due) {
    ripen(said.time);
    happen(said);
  }
  ripen(now);
  for (Seat& seat : seats_) seat.has_context = true;
}

void TableModel::happen(const Said& said) {
  if (said.what == Said::unfocused) {
    for (auto& [id, device] : devices_) {
      device.down.clear();
      device.silent.clear();
      device.undecided.clear();
    }
    for (std::size_t i = 0; i < seats_.size(); ++i) hush(static_cast<Number>(i));
    return;
  }
  Device& device = at(said.device);
  if (!device.is_plugged) return;
  if (said.what == Said::unplugged) {
    device.is_plugged = false;
    device.may_be.clear();
    device.undecided.clear();
    for (const Number seat : std::vector{device.owners}) {
      drop(said.device, seat);
      if (!device.is_back) losses_.push_back({said.device, seat});
    }
    return follow();
  }
  if (said.is_down) {
    const bool was_down = device.down.count(said.control) != 0;
    if (was_down || device.silent.count(said.control) != 0) return;
    device.down.insert(said.control);
    return press(said.device, said.control, said.time);
  }
  device.down.erase(said.control);
  for (Seat& seat : seats_) seat.presses.erase({said.device, said.control});
  if (device.silent.erase(said.control) == 0) return;
  if (device.undecided.count(said.control) != 0) decide(said.device, said.control, false);
}

void TableModel::press(DeviceId id, Control control, Time time) {
  Device& device = at(id);
  bool is_for_a_capture = false;
  for (const Number owner : device.owners) {
    is_for_a_capture |= seats_[static_cast<std::size_t>(owner)].captures;
  }
  for (std::size_t i = 0; i < device.may_be.size(); ++i) {
    if (claim(id, i) != control) continue;
    device.silent.insert(control);
    return_to(id, device.may_be[i]);
    return follow();
  }
  if (!is_for_a_capture && rules_.joining != Joining::off && join_press(id, control, time)) return;
  for (const Number owner : device.owners) {
    Seat& seat = seats_[static_cast<std::size_t>(owner)];
    const bool is_text = seat.types && kind(id) == DeviceKind::keyboard;
    if (is_text || seat.captures || !seat.has_context || !hears(owner, control)) continue;
    seat.presses.insert({id, control});
    seat.began = true;
  }
}

TableModel::Number TableModel::who_waits_for(Number scheme, DeviceId id) const {
  std::vector<Number> waiting;
  for (std::size_t i = 0; i < seats_.size(); ++i) {
    if (!seats_[i].waits.empty()) waiting.push_back(static_cast<Number>(i));
  }
  std::sort(waiting.begin(), waiting.end(), [&](Number a, Number b) {
    return seats_[static_cast<std::size_t>(a)].waits_since <
           seats_[static_cast<std::size_t>(b)].waits_since;
  });
  for (const Number seat : waiting) {
    const Seat& its = seats_[static_cast<std::size_t>(seat)];
    if (its.scheme == scheme && its.waits.count(kind(id)) != 0 && may_have(id, scheme, seat)) {
      return seat;
    }
  }
  for (const Number seat : waiting) {
    if (devices_for(scheme, id, seat)) return seat;
  }
  return nobody;
}

bool TableModel::take_over(Number seat, Number scheme, DeviceId id) {
  if (seats_[static_cast<std::size_t>(seat)].scheme == scheme) {
    at(id).is_by_rules = at(id).is_put_aside = false;
    take(id, seat);
  } else {
    sit(seat, scheme, *devices_for(scheme, id, seat));
  }
  follow();
  return true;
}

bool TableModel::join_press(DeviceId id, Control control, Time time) {
  for (std::size_t i = 0; i < schemes_.size(); ++i) {
    const auto scheme = static_cast<Number>(i);
    if (schemes_[i].join.control != control || !at(id).may_be.empty()) continue;
    bool is_own = false;
    for (const Number owner : at(id).owners) {
      is_own |= seats_[static_cast<std::size_t>(owner)].scheme == scheme;
    }
    if (is_own || !may_have(id, scheme, nobody)) continue;
    const Number waiting = who_waits_for(scheme, id);
    const auto devices = devices_for(scheme, id, nobody);
    const bool may_be_new = rules_.joining == Joining::open && devices;
    if (waiting == nobody && !may_be_new) continue;
    at(id).silent.insert(control);
    if (waiting != nobody && may_be_new && rules_.take_over_after > Duration::zero()) {
      at(id).undecided[control] = {scheme, time, ++presses_ever_};
    } else if (waiting != nobody) {
      take_over(waiting, scheme, id);
    } else {
      sit(free_seat(), scheme, *devices);
      follow();
    }
    return true;
  }
  return false;
}

void TableModel::decide(DeviceId id, Control control, bool is_held) {
  const Number scheme = at(id).undecided.at(control).scheme;
  at(id).undecided.erase(control);
  const Device& device = at(id);
  if (device.is_going || !device.may_be.empty() || !may_have(id, scheme, nobody)) return;
  const Number waiting = who_waits_for(scheme, id);
  if (is_held && waiting != nobody) {
    take_over(waiting, scheme, id);
    return;
  }
  const auto devices = devices_for(scheme, id, nobody);
  if (rules_.joining == Joining::open && devices) {
    sit(free_seat(), scheme, *devices);
    follow();
  } else if (waiting != nobody) {
    take_over(waiting, scheme, id);
  }
}

void TableModel::ripen(Time until) {
  for (;;) {
    DeviceId ripe = DeviceId::none;
    Control by = none;
    std::pair<Time, int> first = {until - rules_.take_over_after, presses_ever_};
    for (const auto& [id, device] : devices_) {
      for (const auto& [control, press] : device.undecided) {
        const std::pair<Time, int> its = {press.time, press.order};
        if (its > first) continue;
        ripe = id;
        by = control;
        first = its;
      }
    }
    if (ripe == DeviceId::none) return;
    decide(ripe, by, true);
  }
}

}  // namespace nextmove::support
