// What changes with time alone: what sticks and keys move at a rate, and whatever is smoothed.
#pragma once

#include <vector>

#include "seat/bending.hpp"
#include "seat/common.hpp"
#include "seat/merging.hpp"
#include "seat/pointers.hpp"

namespace nextmove::core {

class Flows {
 public:
  /// All must outlive it.
  Flows(Common& common, const Bending& bending, Merging& merging, Pointers& pointers)
      : common_(common), bending_(bending), merging_(merging), pointers_(pointers) {}

  /// A control of a binding that flows has another share.
  void hear(Slot& slot, const ActiveRoute& active, Vec2 value, Cause cause);
  /// Where displacements of a smoothed binding add up.
  Vec2& smoothed(Slot& slot, const LiveBinding& binding);
  /// The binding's context is left. To be settled afterwards.
  void release(Slot& slot, const LiveBinding& binding);
  /// The device is at rest: smoothing does not go on, and what it still held back is lost.
  void rest(const Slot& slot);
  /// Only what comes of all of it counts, once all of the wiring is done: two keys that cancel each
  /// other do so before and after.
  void settle_rewired();
  /// The device goes.
  void forget(const Slot& slot);
  /// There is another playbook, and nothing moves.
  void forget_all() { flows_.clear(); }

  /// Up to here, who drives has driven.
  void advance(ActionId action, Time until);
  void advance_all(Time until);
  bool is_empty() const { return flows_.empty(); }
  void move_pointer(ActionId action, Time until);
  /// What smoothing still holds back of it is lost with who may push.
  void end_pushes(ActionId action);

  /// So that nothing grows while events come in.
  void make_room();

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack);

 private:
  struct Active {
    Slot* slot;
    const LiveBinding* binding;
  };

  void retarget(Slot& slot, const LiveBinding& binding, Cause cause);
  void list(Slot& slot, const LiveBinding& binding);
  void advance_drivers(ActionId action, Time until);
  void advance(Slot& slot, const LiveBinding& binding, Time until);
  void advance(Slot& slot, const LiveBinding& binding, Time until, bool counts);
  bool comes_to_rest(Slot& slot, const LiveBinding& binding);
  bool is_smoothing(ActionId action) const;

  Common& common_;
  const Bending& bending_;
  Merging& merging_;
  Pointers& pointers_;
  std::vector<Active> flows_;    // moving
  std::vector<Active> rewired_;  // to be reckoned when all of the wiring is done
};

}  // namespace nextmove::core
