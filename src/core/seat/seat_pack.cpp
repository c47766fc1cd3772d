// What a snapshot holds of a seat, part by part. What follows from the rest is reckoned anew: which
// routes are laid, who may drive.
#include "seat/seat_pack.hpp"

#include <algorithm>
#include <utility>

#include "seat/seat_state.hpp"

namespace nextmove::core {
namespace {

constexpr std::size_t way_count = static_cast<std::size_t>(Way::down_right) + 1;

template <class Pack>
void pack_digital(Pack& pack, Digital& digital) {
  auto& [x, y, four, eight] = digital;
  pack.all(x, y);
  pack.limited(four, way_count);
  pack.limited(eight, way_count);
}

/// From 1; 0 for none of them.
std::uint8_t number_in(std::span<LiveState* const> drivers, const LiveState* driver) {
  const auto found = std::find(drivers.begin(), drivers.end(), driver);
  return found == drivers.end() ? std::uint8_t{0}
                                : static_cast<std::uint8_t>(found - drivers.begin() + 1);
}

template <class Pack>
void pack_edges(Pack& pack, ButtonReading& button) {
  auto& [held, pressed, released, let_go_early, went_down, progress, presses, releases, early,
         downs] = button;
  pack.all(pressed, released, let_go_early, went_down, presses, releases, early, downs);
}

/// A context is entered once.
void keep_first_of_each(std::vector<ContextId>& contexts) {
  for (auto it = contexts.begin(); it != contexts.end();) {
    const bool is_again = std::find(contexts.begin(), it, *it) != it;
    it = is_again || *it == ContextId::none ? contexts.erase(it) : it + 1;
  }
}

/// What decides which routes are laid. True where it is other than before.
template <class Pack>
bool pack_what_is_heard(Pack& pack, Common& common) {
  const SchemeId scheme = common.scheme;
  const bool is_typing = common.is_typing;
  bool is_other = false;
  std::size_t at = 0;
  const std::size_t had = common.entered.size();
  pack.list(common.entered, [&](ContextId& context) {
    const ContextId before = at++ < had ? context : ContextId::none;
    pack.limited(context, common.wiring->context_count(), ContextId::none);
    is_other |= context != before;
  });
  if constexpr (Pack::unpacks) {
    keep_first_of_each(common.entered);
    is_other |= common.entered.size() != had;
  }
  pack.limited(common.scheme, common.playbook.schemes().size(), SchemeId::none);
  pack.all(common.is_typing);
  return is_other || common.scheme != scheme || common.is_typing != is_typing;
}

}  // namespace

// ---- what was heard, and what was read

// Of presses, what nobody asks for any more is left out.
template <class Pack>
void Tally::PressLog::pack(Pack& pack) {
  std::array<Time, most_kept> kept{};
  const auto at = [&](std::uint32_t age) -> Time& {
    return times_[(presses_ - age) % times_.size()];
  };
  if constexpr (!Pack::unpacks) {
    for (std::uint32_t age = 1; age <= std::min(presses_ - dropped_, most_kept); ++age) {
      kept[age - 1] = at(age);
    }
  }
  pack.all(presses_, dropped_, kept[0], kept[1], kept[2], kept[3]);
  if constexpr (Pack::unpacks) {
    for (std::uint32_t age = 1; age <= most_kept; ++age) at(age) = kept[age - 1];
  }
}

// What is not listed for the next update has heard nothing since the last.
template <class Pack>
void Tally::pack(Pack& pack) {
  pack_dirty(pack);
  const auto is_idle = [&](std::size_t i) {
    const Heard& heard = heard_[i];
    return are_zero(heard.holders, heard.mutes, heard.is_dirty, taken_presses_[i]) &&
           logs_[i].is_unused();
  };
  const auto reset = [&](std::size_t i) {
    heard_[i] = {};
    logs_[i] = {};
    taken_presses_[i] = 0;
  };
  pack.sparse(heard_.size(), is_idle, reset, [&](std::size_t i) {
    auto& [presses, releases, early, downs, holders, mutes, progress, is_dirty] = heard_[i];
    pack.all(holders, mutes, taken_presses_[i]);
    if (is_dirty) {
      pack.all(presses, releases, early, downs, progress);
    } else {
      presses = releases = early = downs = 0;
      progress = 0;
    }
    logs_[i].pack(pack);
  });
}

template <class Pack>
void Tally::pack_dirty(Pack& pack) {
  std::size_t count = dirty_count_;
  pack.limited(count, heard_.size() + 1);
  if constexpr (Pack::unpacks) {
    for (Heard& heard : heard_) heard.is_dirty = false;
    for (dirty_count_ = 0; count != 0; --count) {
      ActionId action = ActionId::none;
      pack.all(action);
      if (knows(action)) mark(action);
    }
  } else {
    for (std::size_t i = 0; i < count; ++i) pack.all(dirty_[i]);
  }
}

// What the last update told stands behind what stays, and only of what it changed.
template <class Pack>
void Board::pack(Pack& pack) {
  const auto is_idle = [&](std::size_t i) {
    const Reading& it = readings_[i];
    return it.kind == ActionKind::button &&
           are_zero(it.button.held, it.button.progress, it.presses_ever, it.releases_ever,
                    it.early_ever, it.downs_ever);
  };
  const auto reset = [&](std::size_t i) {
    Reading& it = readings_[i];
    it.button = {};
    it.presses_ever = it.releases_ever = it.early_ever = it.downs_ever = 0;
  };
  pack.sparse(readings_.size(), is_idle, reset, [&](std::size_t i) {
    Reading& it = readings_[i];
    switch (it.kind) {
      case ActionKind::button:
        if constexpr (Pack::unpacks) it.button = {};
        pack.all(it.button.held, it.button.progress, it.presses_ever, it.releases_ever,
                 it.early_ever, it.downs_ever);
        break;
      case ActionKind::axis:
      case ActionKind::vector:
        if constexpr (Pack::unpacks) it.ways = {};
        pack_digital(pack, it.digital);
        pack.all(it.value, it.ways_ever.right, it.ways_ever.left, it.ways_ever.up,
                 it.ways_ever.down);
        break;
      case ActionKind::motion:
      case ActionKind::turn: pack.all(it.value, it.x_ever, it.y_ever); break;
      case ActionKind::pointer: pack.all(it.value, it.is_present); break;
    }
  });
  pack.limited(change_count_, changes_.size());
  for (std::size_t i = 0; i < change_count_; ++i) {
    pack.limited(changes_[i], readings_.size());
    Reading& it = readings_[Wiring::index(changes_[i])];
    pack_edges(pack, it.button);
    pack.all(it.ways.right, it.ways.left, it.ways.up, it.ways.down);
  }
}

template <class Pack>
void Changes::pack(Pack& pack) {
  for (Times* times : {&times_, &entered_, &left_, &unmuted_}) pack.times(*times);
}

template <class Pack>
void Mutes::pack(Pack& pack) {
  constexpr std::size_t most_at_once = 1U << 16U;
  for (std::uint32_t& count : counts_) pack.limited(count, most_at_once);
}

// ---- from controls to actions

template <class Pack>
void Gestures::pack(Pack& pack) {
  const auto is_idle = [&](std::size_t i) {
    return toggles_[i].slot == nullptr && toggles_[i].route == nullptr;
  };
  const auto reset = [&](std::size_t i) { toggles_[i] = {}; };
  pack.sparse(toggles_.size(), is_idle, reset, [&](std::size_t i) {
    auto& [slot, route, event] = toggles_[i];
    pack_slot(pack, slot, common_);
    pack_route(pack, route, common_);
    pack.all(event);
  });
  pack.list(active_, [&](Active& active) {
    pack_slot(pack, active.slot, common_);
    pack_route(pack, active.route, common_);
  });
  if constexpr (!Pack::unpacks) return;
  std::erase_if(active_, [](const Active& it) {
    return it.slot == nullptr || it.route == nullptr || it.route->gesture == no_index;
  });
  find_next_due();
}

template <class Pack>
void Flows::pack(Pack& pack) {
  const std::span<const LiveBinding> bindings = common_.wiring->bindings();
  const auto find = [&](std::size_t i) {
    return bindings[i].flow == no_index ? nullptr : &bindings[i];
  };
  pack.list(flows_, [&](Active& active) {
    pack_slot(pack, active.slot, common_);
    pack_pointer(
        pack, active.binding, bindings.size(),
        [&](const LiveBinding& it) { return &it - bindings.data(); }, find);
  });
  if constexpr (!Pack::unpacks) return;
  std::erase_if(flows_,
                [](const Active& it) { return it.slot == nullptr || it.binding == nullptr; });
  for (const auto& [slot, binding] : flows_) slot->flows[binding->flow].is_listed = true;
}

// Of a LiveState what is not listed here is what it is reckoned from; see list_drivers.
template <class Pack>
void Merging::pack(Pack& pack) {
  for (LiveState* live : drivers_) {
    pack.all(live->value, live->push, live->size, live->size_before, live->share, live->is_stale);
  }
  for (const std::size_t i : live_actions_) {
    auto& [driver, changed, pending, others, value, peak, peak_size, peak_of, digits, presses,
           is_operated, is_plain, way] = drives_[i];
    const auto drivers = drivers_of(static_cast<ActionId>(i));
    const auto pack_driver = [&](auto*& live) {
      std::uint8_t number = 0;  // from 1
      if constexpr (!Pack::unpacks) number = number_in(drivers, live);
      pack.all(number);
      if constexpr (Pack::unpacks) {
        live = number == 0 || number > drivers.size() ? nullptr : drivers[number - 1];
      }
    };
    pack_driver(driver);
    pack_digital(pack, digits);
    pack.all(others, value, is_plain);
    // What is not listed for the next update has changed nothing since the last.
    if (!common_.tally.heard(static_cast<ActionId>(i)).is_dirty) {
      Drive& drive = drives_[i];
      drive = {driver, nullptr, 0, others, value, {}, 0, nullptr, digits, {}, false, is_plain, {}};
      continue;
    }
    pack_driver(changed);
    pack_driver(peak_of);
    pack.all(pending, peak, peak_size, presses.right, presses.left, presses.up, presses.down,
             is_operated, way);
  }
}

template <class Pack>
void Pointers::pack(Pack& pack) {
  for (const std::size_t i : merging_.live_actions()) {
    if (common_.board.kind(static_cast<ActionId>(i)) != ActionKind::pointer) continue;
    auto& [position, slot, route, until] = pointers_[i];
    pack_slot(pack, slot, common_);
    pack_route(pack, route, common_);
    pack.all(position, until);
  }
}

template <class Pack>
void ActiveRoutes::pack(Pack& pack, bool& is_other) {
  for (std::uint32_t& down : down_) {
    const std::uint32_t before = down;
    pack.all(down);
    is_other |= down != before;
  }
}

template <class Pack>
void Router::pack(Pack& pack, bool is_other) {
  active_.pack(pack, is_other);
  if constexpr (Pack::unpacks) {
    if (is_other) active_.lay(common_.entered, bit_of(common_.scheme), common_.is_typing);
  }
  gestures_.pack(pack);
  merging_.pack(pack);
  pointers_.pack(pack);
  flows_.pack(pack);
}

template <class Pack>
void Hearing::pack(Pack& pack, Vec2 window) {
  Area area = part_.area();
  pack.all(area.left, area.top, area.width, area.height);
  if constexpr (!Pack::unpacks) return;
  const ScreenPart part{window, area};
  if (part.area() == part_.area() && part.size() == part_.size()) return;
  part_ = part;
  touch_.lay_out();
}

// ---- the rest

template <class Pack>
void Hand::pack(Pack& pack, Slots slots) {
  const auto number_of = [&](const Slot& it) {
    const auto is_it = [&](const auto& slot) { return slot.get() == &it; };
    return std::find_if(slots.begin(), slots.end(), is_it) - slots.begin();
  };
  pack_pointer(pack, held_, slots.size(), number_of, [&](std::size_t i) { return slots[i].get(); });
  pack.all(held_since_);
  if constexpr (Pack::unpacks) {
    if (held_ == nullptr && !slots.empty()) held_ = slots.front().get();
  }
}

template <class Pack>
void Prompting::pack(Pack& pack) {
  hand_.pack(pack, common_.slots);
  const unsigned hands = hands_;
  const unsigned had = had_;
  pack.all(hands_, had_);
  if constexpr (Pack::unpacks) {
    if (hands_ != hands || had_ != had) renew();
  }
}

template <class Pack>
void Interception::pack(Pack& pack) {
  pack.all(is_changed_);
  if constexpr (Pack::unpacks) {
    std::fill(last_changes_.begin(), last_changes_.end(), Change{});
    if (intakes_.empty()) is_changed_ = false;  // nobody was ever here
  }
}

template <class Pack>
void Readout::pack(Pack& pack) {
  interception_.pack(pack);
}

template <class Pack>
void SeatState::pack(Pack& pack, const PackLimits& limits, Vec2 window) {
  const bool has_others = pack_slots(pack, common_, limits);
  const bool is_other = pack_what_is_heard(pack, common_);
  if constexpr (Pack::unpacks) {
    if (has_others) router().make_room();
    if (is_other || has_others) prompting_.renew();
    ++common_.restores;
    handlers_.come_back();
  }
  pack.all(common_.time, common_.event, common_.last_update, common_.since_last);
  for (const auto& slot : common_.slots) pack_slot_state(pack, *slot, common_);
  common_.tally.pack(pack);
  common_.board.pack(pack);
  common_.changes.pack(pack);
  hearing_.pack(pack, window);
  router().pack(pack, is_other);
  mutes_.pack(pack);
  readout_.pack(pack);
  prompting_.pack(pack);
  pack_standing(pack, standing_, limits);
}

template void SeatState::pack(Packer& pack, const PackLimits& limits, Vec2 window);
template void SeatState::pack(Unpacker& pack, const PackLimits& limits, Vec2 window);

}  // namespace nextmove::core
