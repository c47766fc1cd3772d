// What a seat has to play with now.
#pragma once

#include <algorithm>

#include <nextmove/hub.hpp>

namespace nextmove::imgui {

inline bool has_device(const Hub& hub, const Seat& seat, DeviceKind kind) {
  const auto devices = seat.devices();
  return std::any_of(devices.begin(), devices.end(), [&](DeviceId device) {
    const Device* const found = hub.find_device(device);
    return found != nullptr && found->kind == kind;
  });
}

}  // namespace nextmove::imgui
