// What a snapshot holds of a hub beside its seats, and how they come together again.
#include <algorithm>
#include <tuple>

#include "players/clashes.hpp"
#include "players/hub_state.hpp"
#include "seat/seat_pack.hpp"

namespace nextmove::core {
namespace {

constexpr std::size_t free_devices_count = static_cast<std::size_t>(FreeDevices::kept) + 1;
constexpr std::size_t joining_count = static_cast<std::size_t>(Joining::open) + 1;
constexpr std::size_t said_by_count = static_cast<std::size_t>(SaidBy::freed) + 1;
constexpr std::size_t notice_kind_count = static_cast<std::size_t>(NoticeKind::doubted) + 1;
constexpr std::size_t join_refusal_count = static_cast<std::size_t>(Refusal::doubtful) + 1;

template <class Pack>
void pack_device(Pack& pack, DeviceId& device, const PackLimits& limits) {
  pack.limited(device, limits.devices, DeviceId::none);
}

template <class Pack>
void pack_rules(Pack& pack, SeatingRules& rules) {
  auto& [free_devices, first_pad, joining, most_players, splits_screen, pad_comes_to_hand,
         asks_whose, take_over_after] = rules;
  pack.limited(free_devices, free_devices_count);
  pack.limited(joining, joining_count);
  pack.all(first_pad, most_players, splits_screen, pad_comes_to_hand, asks_whose, take_over_after);
}

// ---- devices

/// True where it has come back as another.
template <class Pack>
bool pack_description(Pack& pack, Device& device) {
  auto& [kind, name, vendor, product, serial, port] = device;
  const auto [kind_before, vendor_before, product_before] = std::tuple{kind, vendor, product};
  pack.limited(kind, device_kind_count);
  pack.all(vendor, product);
  bool is_other = kind != kind_before || vendor != vendor_before || product != product_before;
  for (std::string* text : {&name, &serial, &port}) is_other |= pack.text(*text);
  return is_other;
}

template <class Pack>
void pack_contacts(Pack& pack, KnownDevice& known) {
  const auto [first, end] = source_ranges[static_cast<std::size_t>(known.device.kind)];
  Contact* const contacts = known.contacts.data() + first;
  pack.sparse(
      end - first, [&](std::size_t i) { return contacts[i].is_unknown(); },
      [&](std::size_t i) { contacts[i] = {}; }, [&](std::size_t i) { contacts[i].pack(pack); });
}

// What nobody has keeps its values here.
template <class Pack>
void pack_values(Pack& pack, KnownDevice& known) {
  const bool has_values = known.is_plugged && known.device.kind != DeviceKind::touch;
  if constexpr (Pack::unpacks) {
    if (!has_values) known.values.clear();
    if (has_values && known.values.empty()) grow(known.values, control_count);
  }
  if (!has_values || !known.owners.empty()) return;
  const auto [first, end] = source_ranges[static_cast<std::size_t>(known.device.kind)];
  pack.mostly_zero(std::span{known.values}.subspan(first, end - first));
}

/// Likewise.
template <class Pack>
bool pack_known(Pack& pack, KnownDevice& known, const PackLimits& limits) {
  auto& [device, plugged_at, number, is_plugged, is_leaving, is_replaced, is_new, said_by,
         gone_before, may_be, swallowed, owners, listeners, values, last_late, contacts] = known;
  const DeviceKind before = device.kind;
  const bool is_other = pack_description(pack, device);
  if (device.kind != before) {
    contacts.assign(control_count, {});
    values.clear();
  }
  pack.all(plugged_at, number, is_plugged, is_leaving, is_replaced, is_new);
  pack.limited(said_by, said_by_count);
  pack.all(gone_before);
  pack.list(may_be, [&](DeviceId& id) { pack_device(pack, id, limits); });
  pack.list(swallowed, [&](Source& source) { pack.limited(source, control_count); });
  pack.list(owners, [&](Seat*& seat) { pack_seat(pack, seat, limits); });
  pack.limited(last_late.control, control_count, Control::none);
  pack.all(last_late.time, last_late.late);
  pack_values(pack, known);
  pack_contacts(pack, known);
  return is_other;
}

template <class Pack>
void pack_notice(Pack& pack, Notice& notice, const PackLimits& limits) {
  auto& [kind, time, seat, device, scheme, refusal, missing, is_guess] = notice;
  pack.limited(kind, notice_kind_count);
  pack.all(time, scheme, is_guess);
  pack_seat(pack, seat, limits);
  pack_device(pack, device, limits);
  pack.limited(refusal, join_refusal_count);
  pack.limited(missing, device_kind_count);
}

}  // namespace

// The one for DeviceId::none, of which nothing is known, needs nothing.
template <class Pack>
bool DeviceList::pack(Pack& pack, std::span<const std::unique_ptr<Seat>> seats) {
  const std::size_t had = devices_.size();
  auto count = static_cast<std::uint32_t>(had - 1);
  pack.all(count);
  if constexpr (Pack::unpacks) {
    devices_.resize(std::min<std::size_t>(count, pack.left()) + 1);
    listeners_.resize(devices_.size());
  }
  const PackLimits limits{devices_.size(), seats};
  bool is_other = devices_.size() != had;
  for (KnownDevice& known : std::span{devices_}.subspan(1)) {
    is_other |= pack_known(pack, known, limits);
  }
  return is_other;
}

// Who has what follows from the slots of the seats.
void DeviceList::listen_again() {
  for (std::size_t i = 0; i < devices_.size(); ++i) {
    const auto id = static_cast<DeviceId>(i);
    KnownDevice& known = devices_[i];
    known.listeners.clear();
    std::erase_if(known.owners, [&](const Seat* seat) {
      return seat == nullptr || seat->state().common().find_slot(id) == nullptr;
    });
    for (Seat* owner : known.owners) {
      known.listeners.push_back({&owner->state().hearing(), owner->state().common().find_slot(id)});
    }
    watch(id);
  }
}

// ---- the table

template <class Pack>
void Table::pack(Pack& pack, const PackLimits& limits) {
  const std::size_t schemes = its_.playbook.schemes().size();
  pack.list(lost_, [&](Lost& lost) {
    pack_device(pack, lost.device, limits);
    pack_seat(pack, lost.seat, limits);
  });
  pack.list(waiting_, [&](Seat*& seat) { pack_seat(pack, seat, limits); });
  pack.list(told_waiting_, [&](Seat*& seat) { pack_seat(pack, seat, limits); });
  pack.list(held_joins_, [&](HeldJoin& held) {
    auto& [device, source, scheme, since] = held;
    pack_device(pack, device, limits);
    pack.limited(source, control_count);
    pack.limited(scheme, schemes, SchemeId::none);
    pack.all(since);
  });
  if constexpr (!Pack::unpacks) return;
  std::erase_if(lost_, [](const Lost& it) { return it.seat == nullptr; });
  std::erase(waiting_, nullptr);
  std::erase(told_waiting_, nullptr);
  std::erase_if(held_joins_, [](const HeldJoin& it) { return it.scheme == SchemeId::none; });
  told_clashes_ = shared_clashes(its_.playbook, its_.devices);  // all that there are have been told
  reminders_.forget_newcomers();
}

template <class Pack>
void Captures::pack(Pack& pack, const PackLimits& limits) {
  const std::size_t actions = playbook_.actions().size();
  auto count = static_cast<std::uint32_t>(entries_.size());
  pack.all(count);
  if constexpr (!Pack::unpacks) {
    for (Entry& entry : entries_) {
      pack_seat(pack, entry.seat, limits);
      pack.all(entry.capturing.capture().request.action);
      entry.capturing.pack(pack, limits);
    }
    return;
  } else {
    entries_.clear();
    for (; count != 0; --count) {
      Seat* seat = nullptr;
      CaptureRequest request;
      pack_seat(pack, seat, limits);
      pack.limited(request.action, actions, ActionId::none);
      if (seat == nullptr || request.action == ActionId::none) break;
      Capturing capturing = capturing_of(*seat, request, {});
      capturing.pack(pack, limits);
      const bool fits =
          capturing.capture().request.action == request.action && capturing.knows(seat->devices());
      if (fits) entries_.push_back({seat, std::move(capturing)});
    }
  }
}

template <class Pack>
void Notices::pack(Pack& pack, const PackLimits& limits) {
  for (auto* notices : {&pending_, &published_}) {
    pack.list(*notices, [&](Notice& notice) { pack_notice(pack, notice, limits); });
  }
}

template <class Pack>
void Screen::pack(Pack& pack) {
  pack.all(window_, is_split_);
}

template <class Pack>
void Lettering::pack(Pack& pack, const PackLimits& limits, bool is_other) {
  pack.list(in_hand_, [&](DeviceId& id) { pack_device(pack, id, limits); });
  std::size_t at = 0;
  const std::size_t had = last_pads_.size();
  pack.list(last_pads_, [&](std::pair<Seat*, DeviceId>& it) {
    const auto before = at++ < had ? it : std::pair<Seat*, DeviceId>{};
    pack_seat(pack, it.first, limits);
    pack_device(pack, it.second, limits);
    is_other |= it != before;
  });
  if constexpr (!Pack::unpacks) return;
  std::erase_if(last_pads_, [](const auto& it) { return it.first == nullptr; });
  if (!is_other && last_pads_.size() == had) return;
  const auto last = last_pads_;  // as it was told, which finding a family would bring up to date
  for (const auto& [seat, pad] : last) find_family(*seat);
  last_pads_ = last;
}

template <class Pack, class CanBe>
void EventQueue::pack(Pack& pack, CanBe can_be) {
  std::size_t count = count_;
  pack.limited(count, std::size_t{1} << 31U);
  if constexpr (Pack::unpacks) {
    count = std::min(count, pack.left());
    if (count > room_) {
      room_ = count;
      events_.resize(room_);
    }
    count_ = 0;
  }
  for (std::size_t i = 0; i < count; ++i) {
    Event& event = events_[count_ * std::size_t{Pack::unpacks} + i * std::size_t{!Pack::unpacks}];
    pack.all(event.time, event.device, event.control, event.x, event.y);
    if constexpr (Pack::unpacks) count_ += can_be(event) ? 1 : 0;
  }
  if constexpr (Pack::unpacks) told_ = count_;
  newest_ = count_ == 0 ? Time::zero() : events_[count_ - 1].time;
}

// ---- all of it

template <class Pack>
void HubState::pack(Pack& pack) {
  pack.all(journal.now, journal.before, journal.is_running, journal.longest_step,
           journal.counts_from);
  screen.pack(pack);
  SeatingRules rules = table.rules();
  pack_rules(pack, rules);
  const bool has_others = devices.pack(pack, table.seats());
  const PackLimits limits{devices.count(), table.seats()};
  for (const auto& seat : table.seats()) seat->state().pack(pack, limits, screen.window());
  if constexpr (Pack::unpacks) {
    table.restore_rules(rules);
    devices.listen_again();
  }
  captures.pack(pack, limits);
  table.pack(pack, limits);
  lettering.pack(pack, limits, has_others);
  notices.pack(pack, limits);
  queue.pack(pack, [&](const Event& event) { return could_wait(event); });
}

template void HubState::pack(Packer& pack);
template void HubState::pack(Unpacker& pack);

bool HubState::could_wait(const Event& event) const {
  if (event.time < Time::zero() || !devices.knows(event.device)) return false;
  if (event.control == unplugging || event.control == resting) return true;
  const Event plain = event.control < first_standing ? event : turned_standing(event);
  return event.device != DeviceId::none && fits(plain, devices.at(event.device).device.kind);
}

// What follows from what has come back, and what was told of what has not happened.
void HubState::go_on() {
  typing.count_again(table.seats());
  table.come_back();
  devices.watch_all(Watched::joining, table.rules().joining != Joining::off);
  devices.watch_all(Watched::captures, !captures.are_none());
  clocks = {};
  story.forget();
}

}  // namespace nextmove::core
