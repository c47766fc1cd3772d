// What a snapshot holds of a device that a seat has.
#include <algorithm>
#include <array>
#include <memory>
#include <utility>

#include "seat/seat_pack.hpp"

namespace nextmove::core {
namespace {

constexpr std::size_t gesture_end_count = static_cast<std::size_t>(GestureEnd::too_late) + 1;

template <class Pack>
void pack_fingers(Pack& pack, Slot& slot, std::size_t zones) {
  for (Finger& finger : slot.fingers) {
    auto& [place, landed, since, order, zone, is_down, is_foreign, is_spent, is_late] = finger;
    pack.all(place, landed, since, order, is_down, is_foreign, is_spent, is_late);
    pack.limited(zone, zones, no_index);
  }
}

template <class Pack>
void pack_gestures(Pack& pack, Slot& slot) {
  const auto is_idle = [&](std::size_t i) {
    const GestureState& at = slot.gestures[i];
    return at.due == never && are_zero(at.since, at.count, at.is_heard, at.end, at.lasted);
  };
  const auto reset = [&](std::size_t i) { slot.gestures[i] = {}; };
  pack.sparse(slot.gestures.size(), is_idle, reset, [&](std::size_t i) {
    auto& [since, due, count, is_heard, end, lasted] = slot.gestures[i];
    pack.all(since, due, count, is_heard, lasted);
    pack.limited(end, gesture_end_count);
  });
}

template <class Pack>
void pack_values(Pack& pack, Slot& slot, const Wiring& wiring) {
  auto [first, end] = source_ranges[static_cast<std::size_t>(slot.kind)];
  if (slot.kind == DeviceKind::touch) end = static_cast<Source>(wiring.source_count());
  pack.mostly_zero(std::span{slot.controls}.subspan(first, end - first));
  const auto presses = std::span{slot.presses}.subspan(first, end - first);
  const bool had_any = slot.presses_ever != 0;
  pack.all(slot.presses_ever);
  if (slot.presses_ever != 0) {
    pack.mostly_zero(presses);
  } else if (had_any) {
    std::fill(presses.begin(), presses.end(), std::array<std::uint32_t, 4>{});
  }
  pack.mostly_zero(std::span{slot.shares});
  pack.mostly_zero(std::span{slot.routes}, truths);
}

// Those that the seat has stay where they are. True where they are others.
bool take_slots(Common& common, std::span<const std::pair<DeviceId, DeviceKind>> wanted) {
  const auto is_slot = [](const std::unique_ptr<Slot>& slot, const auto& it) {
    return slot != nullptr && slot->device == it.first && slot->kind == it.second;
  };
  if (std::equal(common.slots.begin(), common.slots.end(), wanted.begin(), wanted.end(), is_slot)) {
    return false;
  }
  auto before = std::exchange(common.slots, {});
  common.devices.clear();
  for (const auto& it : wanted) {
    const auto found = std::find_if(before.begin(), before.end(),
                                    [&](const auto& slot) { return is_slot(slot, it); });
    common.slots.push_back(found != before.end()
                               ? std::move(*found)
                               : std::make_unique<Slot>(it.first, it.second, *common.wiring));
    common.devices.push_back(it.first);
  }
  return true;
}

}  // namespace

template <class Pack>
bool pack_slots(Pack& pack, Common& common, const PackLimits& limits) {
  std::array<std::pair<DeviceId, DeviceKind>, 32> slots;  // nobody has as many
  std::size_t count = std::min(common.slots.size(), slots.size());
  for (std::size_t i = 0; i < count; ++i)
    slots[i] = {common.slots[i]->device, common.slots[i]->kind};
  pack.limited(count, slots.size() + 1);
  for (std::size_t i = 0; i < count; ++i) {
    pack.limited(slots[i].first, limits.devices, DeviceId::none);
    pack.limited(slots[i].second, device_kind_count);
  }
  if constexpr (Pack::unpacks) return take_slots(common, std::span{slots}.first(count));
  return false;
}

template <class Pack>
void pack_slot_state(Pack& pack, Slot& slot, const Common& common) {
  pack_values(pack, slot, *common.wiring);
  pack_gestures(pack, slot);
  for (FlowState& flow : slot.flows) {
    auto& [target, smooth, pending, until, is_listed] = flow;
    pack.all(target, smooth, pending, until);
    if constexpr (Pack::unpacks) is_listed = false;  // until Flows lists it
  }
  if (slot.kind == DeviceKind::touch) pack_fingers(pack, slot, common.playbook.zones().size());
  pack.all(slot.fingers_ever, slot.used_at, slot.nudged, slot.nudged_at, slot.came_at);
}

template bool pack_slots(Packer& pack, Common& common, const PackLimits& limits);
template bool pack_slots(Unpacker& pack, Common& common, const PackLimits& limits);
template void pack_slot_state(Packer& pack, Slot& slot, const Common& common);
template void pack_slot_state(Unpacker& pack, Slot& slot, const Common& common);

}  // namespace nextmove::core
