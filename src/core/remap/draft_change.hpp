// One attempt to change a draft: whether it may be, what it clashes with, and what becomes of it.
#pragma once

#include <functional>
#include <optional>
#include <span>
#include <vector>

#include <nextmove/draft.hpp>

#include "remap/draft_state.hpp"

namespace nextmove::core {

/// Of those, the one that this control is part of or the other way round; nullptr for none.
const TakenControl* find_taken(std::span<const TakenControl> taken, const PlacedControl& control,
                               std::span<const ZoneDefinition> zones);

/// Refers to the state that it begins with.
class DraftChange {
 public:
  using IsOurs = std::function<bool(const Use&)>;

  DraftChange(const DraftState& before, std::span<const TakenControl> taken)
      : before_(before), taken_(taken) {}

  DraftAnswer put(const ControlSlot& wanted, const Combination& combination, OnClash on_clash);
  DraftAnswer set(const ControlSlot& slot, const std::vector<Combination>& list, OnClash on_clash);
  DraftAnswer clear(const ControlSlot& slot);
  /// Goes on with another profile, of which some uses are the ones that are wanted.
  DraftAnswer replace(Profile profile, const IsOurs& is_ours, OnClash on_clash);

  std::vector<Shadow> shadows(const ControlSlot& slot, const Combination& combination) const;

  /// What was changed; nothing where it was refused.
  std::optional<Profile> take_profile() { return std::move(accepted_); }

 private:
  DraftAnswer put_list(const ControlSlot& slot, const std::vector<Combination>& list,
                       const std::optional<Combination>& old, OnClash on_clash);
  DraftAnswer want_both(const ControlSlot& slot, const Combination& combination);
  DraftRefusal may_hold(const ControlSlot& slot, const Combination& combination,
                        const std::vector<Combination>& list) const;
  const TakenControl* newly_taken(const DraftState& after) const;
  std::vector<Clash> new_clashes(const DraftState& after, const IsOurs& is_ours) const;
  DraftAnswer settle(const DraftState& after, const IsOurs& is_ours,
                     const std::optional<Combination>& old, OnClash on_clash);
  std::optional<Profile> moved(const DraftState& state, const Clash& clash,
                               const std::optional<Combination>& instead,
                               const IsOurs& is_ours) const;
  void accept(Profile profile);

  const DraftState& before_;
  std::span<const TakenControl> taken_;
  std::optional<Profile> accepted_;
};

}  // namespace nextmove::core
