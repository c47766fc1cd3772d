// What a snapshot holds of how a seat stands at the table, and of a capture.
#include "model/binding_parts.hpp"
#include "seat/capturing.hpp"
#include "seat/seat_pack.hpp"
#include "seat/seat_state.hpp"

namespace nextmove::core {
namespace {

constexpr std::size_t zone_part_count = static_cast<std::size_t>(ZonePart::turn) + 1;
constexpr std::size_t capture_state_count = static_cast<std::size_t>(CaptureState::queued) + 1;
constexpr std::size_t refusal_count = static_cast<std::size_t>(DraftRefusal::somebody_elses) + 1;
constexpr std::size_t id_count = 0xffff;  // an id of a playbook, or none

template <class Pack>
void pack_control(Pack& pack, Control& control) {
  pack.limited(control, control_count, Control::none);
}

template <class Pack>
void pack_placed(Pack& pack, PlacedControl& placed) {
  auto& [control, part, place, zone] = placed;
  pack_control(pack, control);
  pack.limited(part, zone_part_count);
  pack.text(zone);
}

template <class Pack>
void pack_combination(Pack& pack, Combination& combination) {
  auto& [control, with] = combination;
  pack_placed(pack, control);
  pack.list(with, [&](PlacedControl& it) { pack_placed(pack, it); });
}

template <class Pack>
void pack_request(Pack& pack, CaptureRequest& request) {
  auto& [action, part, device, time_out, cancel] = request;
  pack.limited(action, id_count, ActionId::none);
  pack.limited(part, action_part_count);
  pack.limited(device, device_kind_count);
  pack.all(time_out);
  pack.list(cancel, [&](Control& control) { pack_control(pack, control); });
}

// Where a seat has never captured, nothing of it is other than at first.
template <class Pack>
void pack_capture(Pack& pack, Capture& capture, const PackLimits& limits) {
  auto& [state, request, combination, left, refusal, refused, behind, somebody_elses] = capture;
  const CaptureState before = state;
  pack.limited(state, capture_state_count);
  if (state == CaptureState::idle) {
    if (before != CaptureState::idle) capture = {};
    return;
  }
  pack_request(pack, request);
  pack_combination(pack, combination);
  pack.all(left);
  pack.limited(refusal, refusal_count);
  pack_combination(pack, refused);
  pack_seat(pack, behind, limits);
  pack.limited(somebody_elses, limits.devices, DeviceId::none);
}

template <class Pack>
void pack_armed(Pack& pack, std::vector<bool>& is_armed) {
  for (auto&& it : is_armed) {
    bool is_it = it;
    pack.all(is_it);
    it = is_it;
  }
}

}  // namespace

template <class Pack>
void pack_standing(Pack& pack, Standing& standing, const PackLimits& limits) {
  auto& [is_taken, is_reserved, waits, draft, capture] =
      standing;  // drafts are menus', as profiles
  pack.all(is_taken, is_reserved);
  pack.list(waits, [&](Wait& wait) {
    pack.limited(wait.kind, device_kind_count);
    pack.limited(wait.lost, limits.devices, DeviceId::none);
    pack.all(wait.since);
  });
  pack_capture(pack, capture, limits);
}

bool Capturing::knows(std::span<const DeviceId> devices) const {
  return std::all_of(devices.begin(), devices.end(), [&](DeviceId id) {
    return std::any_of(devices_.begin(), devices_.end(),
                       [&](const Known& it) { return it.device == id; });
  });
}

template <class Pack>
void Capturing::pack(Pack& pack, const PackLimits& limits) {
  pack.all(began_, takes_with_);
  pack.limited(kind_, action_kind_count);
  pack_capture(pack, capture_, limits);
  pack.list(devices_, [&](Known& known) {
    auto& [device, values, is_armed, travelled] = known;
    if constexpr (Pack::unpacks) {
      grow(values, control_count);
      is_armed.resize(control_count);
      travelled.resize(control_count);
    }
    pack.limited(device, limits.devices, DeviceId::none);
    pack.mostly_zero(std::span{values});
    pack_armed(pack, is_armed);
    pack.mostly_zero(std::span{travelled});
  });
  pack.list(pressed_, [&](Pressed& pressed) {
    auto& [device, source, control] = pressed;
    pack.limited(device, limits.devices, DeviceId::none);
    pack.limited(source, control_count);
    pack_control(pack, control);
  });
}

template void pack_standing(Packer& pack, Standing& standing, const PackLimits& limits);
template void pack_standing(Unpacker& pack, Standing& standing, const PackLimits& limits);
template void Capturing::pack(Packer& pack, const PackLimits& limits);
template void Capturing::pack(Unpacker& pack, const PackLimits& limits);

}  // namespace nextmove::core
