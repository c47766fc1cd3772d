// What comes of an attempt to change a draft.
#include "remap/draft_change.hpp"

#include <algorithm>
#include <utility>

#include "model/source.hpp"
#include "remap/wishes.hpp"

namespace nextmove::core {
namespace {

bool is_at(const Use& use, const ControlSlot& slot) {
  return use.cell.action == slot.action && use.cell.part == slot.part &&
         use.cell.device == slot.device &&
         (slot.context == ContextId::none || use.cell.context == slot.context);
}

bool is_kept(const DraftState& state, ActionId action) {
  const auto kept = state.remapping().kept();
  return std::find(kept.begin(), kept.end(), action) != kept.end();
}

}  // namespace

const TakenControl* find_taken(std::span<const TakenControl> taken, const PlacedControl& control,
                               std::span<const ZoneDefinition> zones) {
  const auto ours = resolve(control, zones);
  const auto found = std::find_if(taken.begin(), taken.end(), [&](const TakenControl& it) {
    const auto theirs = resolve(it.control, zones);
    return ours && theirs && overlap(*ours, *theirs);
  });
  return found == taken.end() ? nullptr : &*found;
}

DraftAnswer DraftChange::put(const ControlSlot& wanted, const Combination& combination,
                             OnClash on_clash) {
  ControlSlot slot = wanted;
  std::vector<Combination> list = before_.controls(slot);
  slot.number = std::min(slot.number, list.size());
  const bool adds = slot.number == list.size();
  if (!adds && list[slot.number] == combination) {
    return on_clash == OnClash::keep_both ? want_both(slot, combination) : DraftAnswer{};
  }
  const DraftRefusal refusal = may_hold(slot, combination, list);
  if (refusal != DraftRefusal::none) return {refusal};
  std::optional<Combination> old;
  if (!adds) old = list[slot.number];
  if (adds) list.emplace_back();
  list[slot.number] = combination;
  DraftAnswer answer = put_list(slot, list, old, on_clash);
  answer.shadows = shadows(slot, combination);
  return answer;
}

DraftAnswer DraftChange::set(const ControlSlot& slot, const std::vector<Combination>& list,
                             OnClash on_clash) {
  const std::vector<Combination> before = before_.controls(slot);
  if (list == before) return {};
  std::optional<Combination> old;
  for (const Combination& combination : before) {
    if (!old && !has(list, combination)) old = combination;
  }
  std::vector<Shadow> shadows;
  for (std::size_t i = 0; i < list.size(); ++i) {
    const DraftRefusal refusal =
        may_hold(slot, list[i], {list.begin(), list.begin() + static_cast<std::ptrdiff_t>(i)});
    if (refusal != DraftRefusal::none) return {refusal};
    if (has(before, list[i])) continue;
    const std::vector<Shadow> more = this->shadows(slot, list[i]);
    shadows.insert(shadows.end(), more.begin(), more.end());
  }
  if (before_.playbook().action(slot.action).is_fixed) return {DraftRefusal::fixed};
  DraftAnswer answer = put_list(slot, list, old, on_clash);
  answer.shadows = std::move(shadows);
  return answer;
}

DraftAnswer DraftChange::clear(const ControlSlot& slot) {
  std::vector<Combination> list = before_.controls(slot);
  if (slot.number < list.size()) {
    list.erase(list.begin() + static_cast<std::ptrdiff_t>(slot.number));
  }
  return set(slot, list, OnClash::refuse);
}

DraftAnswer DraftChange::replace(Profile profile, const IsOurs& is_ours, OnClash on_clash) {
  const DraftState after{before_.playbook(), std::move(profile), before_.scheme()};
  if (on_clash == OnClash::swap) on_clash = OnClash::take_over;
  return settle(after, is_ours, std::nullopt, on_clash);
}

std::vector<Shadow> DraftChange::shadows(const ControlSlot& slot,
                                         const Combination& combination) const {
  const Playbook& playbook = before_.playbook();
  const auto control = resolve(combination.control, playbook.zones());
  std::vector<Shadow> found;
  for (const ContextId context : before_.contexts_of(slot)) {
    const int rank = playbook.context(context).rank;
    for (const Use& use : before_.uses()) {
      const int other = playbook.context(use.cell.context).rank;
      const bool meets = control && overlap(*control, use.control);
      if (!meets || other == rank || use.cell.action == slot.action) continue;
      const Shadow shadow{use.cell.context, use.cell.action, other > rank};
      if (std::find(found.begin(), found.end(), shadow) == found.end()) found.push_back(shadow);
    }
  }
  return found;
}

// What was put there before clashes since the playbook changed, and the player has nothing against
// it.
DraftAnswer DraftChange::want_both(const ControlSlot& slot, const Combination& combination) {
  Profile profile = before_.profile();
  for (const ClashingPair& pair : before_.clashes()) {
    const auto is_meant = [&](const Use& use) {
      return is_at(use, slot) && use.combination == combination;
    };
    const bool is_it = is_meant(pair.first) || is_meant(pair.second);
    if (is_it && !is_wanted(pair, before_)) wish(profile, pair, before_);
  }
  accepted_ = std::move(profile);
  return {};
}

// `old` is what somebody else could have instead.
DraftAnswer DraftChange::put_list(const ControlSlot& slot, const std::vector<Combination>& list,
                                  const std::optional<Combination>& old, OnClash on_clash) {
  const DraftState after{before_.playbook(), before_.with_controls(slot, list), before_.scheme()};
  if (is_kept(after, slot.action)) return {DraftRefusal::required};
  if (after.controls(slot) != list) return {DraftRefusal::cannot_drive};
  const auto is_ours = [&](const Use& use) {
    return is_at(use, slot) && has(list, use.combination);
  };
  return settle(after, is_ours, old, on_clash);
}

DraftRefusal DraftChange::may_hold(const ControlSlot& slot, const Combination& combination,
                                   const std::vector<Combination>& list) const {
  const Playbook& playbook = before_.playbook();
  const ActionDefinition& action = playbook.action(slot.action);
  if (action.is_fixed) return DraftRefusal::fixed;
  if (device_of(combination.control) != slot.device) return DraftRefusal::other_device;
  if (is_reserved(combination, playbook.definition())) return DraftRefusal::reserved;
  const bool is_usual = has(before_.usual_controls(slot), combination);
  if (!combination.with.empty() && !action.takes_with && !is_usual) {
    return DraftRefusal::no_combinations;
  }
  if (!has_part(action.kind, slot.part)) return DraftRefusal::cannot_drive;
  return has(list, combination) ? DraftRefusal::already_there : DraftRefusal::none;
}

// The clashes of `after` that `before` does not have.
std::vector<Clash> DraftChange::new_clashes(const DraftState& after, const IsOurs& is_ours) const {
  std::vector<Clash> clashes;
  for (const ClashingPair& pair : after.clashes()) {
    if (has(before_, pair)) continue;
    const bool first_is_ours = is_ours(pair.first);
    const Use& theirs = first_is_ours ? pair.second : pair.first;
    const Use& ours = first_is_ours ? pair.first : pair.second;
    const Clash clash{after.slot_of(theirs), theirs.combination, after.slot_of(ours)};
    if (std::find(clashes.begin(), clashes.end(), clash) == clashes.end()) {
      clashes.push_back(clash);
    }
  }
  return clashes;
}

// What another has of what this player did not have before.
const TakenControl* DraftChange::newly_taken(const DraftState& after) const {
  if (taken_.empty()) return nullptr;
  for (const Use& use : after.uses()) {
    const auto is_known = [&](const Use& it) { return it.combination == use.combination; };
    if (std::any_of(before_.uses().begin(), before_.uses().end(), is_known)) continue;
    const TakenControl* found =
        find_taken(taken_, use.combination.control, before_.playbook().zones());
    if (found != nullptr) return found;
  }
  return nullptr;
}

DraftAnswer DraftChange::settle(const DraftState& after, const IsOurs& is_ours,
                                const std::optional<Combination>& old, OnClash on_clash) {
  const TakenControl* const theirs = newly_taken(after);
  if (theirs != nullptr && on_clash != OnClash::keep_both) {
    return {DraftRefusal::somebody_elses, {}, {}, *theirs};
  }
  std::vector<Clash> clashes = new_clashes(after, is_ours);
  if (clashes.empty()) {
    accept(after.profile());
    return {};
  }
  const std::optional<Profile> swapped =
      old && clashes.size() == 1 ? moved(after, clashes.front(), old, is_ours) : std::nullopt;
  std::optional<Profile> taken = after.profile();
  for (Clash& clash : clashes) {
    clash.can_swap = swapped.has_value();
    clash.can_take_over = moved(after, clash, std::nullopt, is_ours).has_value();
    if (!taken) continue;
    const DraftState so_far{before_.playbook(), *taken, before_.scheme()};
    taken = moved(so_far, clash, std::nullopt, is_ours);
  }
  if (on_clash == OnClash::keep_both) accept(after.profile());
  if (on_clash == OnClash::swap && swapped) accept(*swapped);
  if (on_clash == OnClash::take_over && taken) accept(*taken);
  return {accepted_ ? DraftRefusal::none : DraftRefusal::clash, std::move(clashes), {}, {}};
}

// What comes of giving the other side of a clash another control instead, or none; nothing where
// it may not lose what it has, cannot have the other, or would clash in its turn.
std::optional<Profile> DraftChange::moved(const DraftState& state, const Clash& clash,
                                          const std::optional<Combination>& instead,
                                          const IsOurs& is_ours) const {
  const ActionDefinition& action = state.playbook().action(clash.slot.action);
  std::vector<Combination> list = state.controls(clash.slot);
  const auto lost = std::find(list.begin(), list.end(), clash.combination);
  if (lost == list.end()) return state.profile();  // taken already
  if (action.is_fixed || (instead && has(list, *instead))) return std::nullopt;
  if (instead) {
    *lost = *instead;
  } else {
    list.erase(lost);
  }
  Profile profile = state.with_controls(clash.slot, list);
  const DraftState then{state.playbook(), profile, state.scheme()};
  if (is_kept(then, clash.slot.action) || then.controls(clash.slot) != list) return std::nullopt;
  const bool clashes_again = instead && !new_clashes(then, is_ours).empty();
  if (clashes_again) return std::nullopt;
  return profile;
}

void DraftChange::accept(Profile profile) {
  const DraftState after{before_.playbook(), std::move(profile), before_.scheme()};
  accepted_ = with_wishes(before_, after);
}

}  // namespace nextmove::core
