// How far a binding is pushed, and what becomes of it before smoothing and scale.
#pragma once

#include <vector>

#include "seat/common.hpp"
#include "seat/customs.hpp"
#include "seat/intake.hpp"

namespace nextmove::core {

class Bending {
 public:
  /// Both must outlive it.
  Bending(const Common& common, Customs& customs) : common_(common), customs_(customs) {
    find_custom_functions();
  }

  /// To be called for another playbook.
  void find_custom_functions();

  Vec2 pushed_on(const Slot& slot, const LiveBinding& binding) const {
    return binding.takes_last ? pushed_last(slot, binding) : pushed(binding, slot.shares.data());
  }
  [[gnu::always_inline]] Vec2 bent(const LiveBinding& binding, Vec2 value) const {
    const Vec2 curved = binding.shaping.bent(value);
    if (binding.custom == no_index) return curved;
    return custom(binding, clamped(curved, ActionKind::vector));
  }
  /// What the game's function makes of it. Requires a binding that has one.
  Vec2 custom(const LiveBinding& binding, Vec2 value) const;

 private:
  Vec2 pushed_last(const Slot& slot, const LiveBinding& binding) const;

  const Common& common_;
  Customs& customs_;
  std::vector<const Customs::Function*> functions_;  // by number in the wiring
};

}  // namespace nextmove::core
