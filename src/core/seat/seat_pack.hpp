// What the parts of a seat need to come back from a snapshot.
#pragma once

#include <algorithm>
#include <cstddef>
#include <memory>
#include <span>

#include <nextmove/seat.hpp>

#include "base/pack.hpp"
#include "seat/common.hpp"

namespace nextmove::core {

struct Standing;

/// Which devices and seats there are.
struct PackLimits {
  std::size_t devices = 0;  // that were ever plugged in, and one for DeviceId::none
  std::span<const std::unique_ptr<Seat>> seats{};
};

template <class Pack>
void pack_seat(Pack& pack, const Seat*& seat, const PackLimits& limits) {
  const auto number_of = [&](const Seat& it) {
    const auto is_it = [&](const auto& other) { return other.get() == &it; };
    return std::find_if(limits.seats.begin(), limits.seats.end(), is_it) - limits.seats.begin();
  };
  pack_pointer(pack, seat, limits.seats.size(), number_of,
               [&](std::size_t i) { return limits.seats[i].get(); });
}
template <class Pack>
void pack_seat(Pack& pack, Seat*& seat, const PackLimits& limits) {
  const Seat* it = seat;
  pack_seat(pack, it, limits);
  seat = const_cast<Seat*>(it);  // one of limits.seats, which are not const
}

/// A device of the seat, as one of its slots.
template <class Pack, class AnySlot>
void pack_slot(Pack& pack, AnySlot*& slot, const Common& common) {
  const auto number_of = [&](const Slot& it) {
    const auto is_it = [&](const auto& other) { return other.get() == &it; };
    return std::find_if(common.slots.begin(), common.slots.end(), is_it) - common.slots.begin();
  };
  pack_pointer(pack, slot, common.slots.size(), number_of,
               [&](std::size_t i) { return common.slots[i].get(); });
}

template <class Pack>
void pack_route(Pack& pack, const Route*& route, const Common& common) {
  const auto& routes = common.wiring->routes();
  pack_pointer(
      pack, route, routes.size(), [&](const Route& it) { return &it - routes.data(); },
      [&](std::size_t i) { return &routes[i]; });
}

// slot_pack.cpp
/// Which devices the seat has. True where they are others than before.
template <class Pack>
bool pack_slots(Pack& pack, Common& common, const PackLimits& limits);
template <class Pack>
void pack_slot_state(Pack& pack, Slot& slot, const Common& common);

// standing_pack.cpp
template <class Pack>
void pack_standing(Pack& pack, Standing& standing, const PackLimits& limits);

}  // namespace nextmove::core
