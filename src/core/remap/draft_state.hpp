// One state of a draft: a profile, and what it makes of the playbook.
#pragma once

#include <vector>

#include <nextmove/draft.hpp>

#include "model/source.hpp"
#include "remap/remapping.hpp"

namespace nextmove::core {

/// A control where a seat hears it.
struct Use {
  Cell cell;
  std::size_t number = 0;  // in the cell
  Combination combination;
  ResolvedControl control;
  GestureKind gesture = GestureKind::press;
};

/// Two uses that clash.
struct ClashingPair {
  Use first;
  Use second;
};

/// Does not change once it is made.
class DraftState {
 public:
  DraftState(Playbook playbook, Profile profile, SchemeId scheme);
  DraftState(const DraftState&) = delete;
  DraftState& operator=(const DraftState&) = delete;

  const Playbook& playbook() const { return playbook_; }
  const Profile& profile() const { return profile_; }
  SchemeId scheme() const { return scheme_; }
  const Remapping& remapping() const { return remapping_; }

  /// The contexts that a slot is about; none where the action is bound in none of them.
  std::vector<ContextId> contexts_of(const ControlSlot& slot) const;
  std::vector<Combination> controls(const ControlSlot& slot) const;
  std::vector<Combination> usual_controls(const ControlSlot& slot) const;

  /// The slot of a use, which stands for all contexts where the action is bound alike in them.
  ControlSlot slot_of(const Use& use) const;

  const std::vector<Use>& uses() const { return uses_; }
  const std::vector<ClashingPair>& clashes() const { return clashes_; }

  /// The profile with this list of controls in place of what stands in the slot's cell.
  Profile with_controls(const ControlSlot& slot, std::vector<Combination> controls) const;

 private:
  void list_uses();
  void find_clashes();
  bool do_clash(const Use& a, const Use& b) const;
  bool are_paired_by_playbook(const Use& a, const Use& b) const;

  Playbook playbook_;
  Profile profile_;
  SchemeId scheme_;
  Remapping remapping_;
  std::vector<Use> uses_;
  std::vector<ClashingPair> clashes_;
};

}  // namespace nextmove::core
