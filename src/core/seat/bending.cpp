#include "seat/bending.hpp"

#include <algorithm>
#include <cmath>

namespace nextmove::core {
namespace {

/// One side of an axis: how far it is pushed, and which of its presses was the last; 0 for none.
struct Side {
  float push = 0;
  std::uint32_t press = 0;

  void add(float share, std::uint32_t its_press) {
    if (share <= 0) return;
    push = std::max(push, share);
    press = std::max(press, its_press);
  }
};

/// What two opposite sides come to where the one pressed last counts.
float last_of(const Side& more, const Side& less) {
  const bool is_even = more.push == 0 || less.push == 0 || more.press == less.press;
  if (is_even) return more.push - less.push;
  return more.press > less.press ? more.push : -less.push;
}

}  // namespace

void Bending::find_custom_functions() {
  functions_.clear();
  for (const std::string& name : common_.wiring->custom_names()) {
    functions_.push_back(&customs_.find(name));
  }
}

[[gnu::noinline]] Vec2 Bending::custom(const LiveBinding& binding, Vec2 value) const {
  const Customs::Function& function = *functions_[binding.custom];
  const std::string& name = common_.wiring->custom_names()[binding.custom];
  if (!function) {
    customs_.tell_missing(name);
    return value;
  }
  const Vec2 shaped = function(value);
  if (std::isfinite(shaped.x) && std::isfinite(shaped.y)) {
    return within_reach(shaped);
  }
  Customs::tell_wrong(name, value);
  return value;
}

// Where of opposite directions the one pressed last counts.
Vec2 Bending::pushed_last(const Slot& slot, const LiveBinding& binding) const {
  Side right;
  Side left;
  Side up;
  Side down;
  for (Wiring::Index state = binding.first_state; state < binding.first_state + binding.count;
       ++state) {
    const Vec2 share = slot.shares[state];
    const auto& [source, parts] = common_.wiring->control_of_state(state);
    std::uint32_t press = 0;
    for (unsigned half = 0; half < 4; ++half) {
      if (((parts >> half) & 1U) != 0) press = std::max(press, slot.presses[source][half]);
    }
    right.add(share.x, press);
    left.add(-share.x, press);
    up.add(share.y, press);
    down.add(-share.y, press);
  }
  return {last_of(right, left), last_of(up, down)};
}

}  // namespace nextmove::core
