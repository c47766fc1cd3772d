// A reason as the seat finds it.
#pragma once

#include <cstdint>
#include <vector>

#include <nextmove/explain.hpp>
#include <nextmove/interceptor.hpp>

#include "compiled/route.hpp"

namespace nextmove::core {

/// With what has names where these stand: nothing is allocated.
struct FoundReason : Reason {
  const Seat* owner = nullptr;                       // others_device
  InterceptorId interceptor = InterceptorId::none;   // held_back
  std::uint32_t zone = no_index;                     // other_zone
  std::uint32_t custom = no_index;                   // made_nothing
  const PlacedControl* control = nullptr;            // with_missing, with_more
  const std::vector<PlacedControl>* with = nullptr;  // with_more: what is held for it
};

}  // namespace nextmove::core
