// The steps that come by every frame, as they can be told without allocating.
#pragma once

#include <cstdint>
#include <string_view>

#include <nextmove/step.hpp>
#include <nextmove/time.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove::core {

enum class BriefKind : std::uint8_t {
  entered,
  left,
  switched_to,
  muted,
  unmuted,
  intercepted,
};

/// What does not belong to its kind is empty. The texts live as long as the call.
struct BriefStep {
  BriefKind kind = BriefKind::entered;
  Time time{};
  std::string_view seat{};
  std::string_view name{};  // of the context, mute or action
  std::string_view by{};    // the interceptor
  InterceptedAs as = InterceptedAs::held_back;
  Vec2 value{};
};

/// The same, to be kept.
Step whole(const BriefStep& brief);

}  // namespace nextmove::core
