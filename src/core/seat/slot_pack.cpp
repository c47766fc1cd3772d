// What a snapshot holds of a device that a seat has.
#include <algorithm>
#include <array>
#include <iterator>
#include <memory>
#include <utility>
#include <vector>

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

bool is_slot(const std::unique_ptr<Slot>& slot, DeviceId device, DeviceKind kind) {
  return slot != nullptr && slot->device == device && slot->kind == kind;
}

// The seat's devices become others. Those that it has keep their slots, and as long as they are the
// same ones in the same order nothing is done, and nothing allocated.
class OtherSlots {
 public:
  explicit OtherSlots(Common& common) : common_(common) {}

  void take(std::size_t i, DeviceId device, DeviceKind kind) {
    auto& slots = common_.slots;
    if (!differ_) {
      if (i < slots.size() && is_slot(slots[i], device, kind)) return;
      begin(i);
    }
    const auto found = std::find_if(before_.begin(), before_.end(),
                                    [&](const auto& slot) { return is_slot(slot, device, kind); });
    slots.push_back(found != before_.end() ? std::move(*found)
                                           : std::make_unique<Slot>(device, kind, *common_.wiring));
  }
  /// After the last one. True where they are others than before.
  bool finish(std::size_t count) {
    if (!differ_ && count < common_.slots.size()) begin(count);
    if (!differ_) return false;
    common_.devices.clear();
    for (const auto& slot : common_.slots) common_.devices.push_back(slot->device);
    return true;
  }

 private:
  void begin(std::size_t i) {
    differ_ = true;
    const auto first = common_.slots.begin() + static_cast<std::ptrdiff_t>(i);
    std::move(first, common_.slots.end(), std::back_inserter(before_));
    common_.slots.resize(i);
  }

  Common& common_;
  bool differ_ = false;
  std::vector<std::unique_ptr<Slot>> before_;  // from the first that differs on
};

}  // namespace

template <class Pack>
bool pack_slots(Pack& pack, Common& common, const PackLimits& limits) {
  std::size_t count = common.slots.size();
  pack.limited(count, limits.devices + 1);
  OtherSlots others{common};
  for (std::size_t i = 0; i < count; ++i) {
    DeviceId device = DeviceId::none;
    DeviceKind kind{};
    if constexpr (!Pack::unpacks) {
      device = common.slots[i]->device;
      kind = common.slots[i]->kind;
    }
    pack.limited(device, limits.devices, DeviceId::none);
    pack.limited(kind, device_kind_count);
    if constexpr (Pack::unpacks) others.take(i, device, kind);
  }
  return Pack::unpacks && others.finish(count);
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
