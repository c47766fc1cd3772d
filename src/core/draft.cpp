#include <algorithm>
#include <array>
#include <functional>

#include <nextmove/complaint.hpp>
#include <nextmove/draft.hpp>

#include "binding_parts.hpp"
#include "draft_state.hpp"
#include "names.hpp"
#include "naming.hpp"
#include "source.hpp"
#include "tuning.hpp"

namespace nextmove {
namespace {

using core::ClashingPair;
using core::DraftState;
using core::has;
using core::Use;

constexpr std::array<std::string_view, 10> refusal_names = {
    "none",          "fixed",        "required", "reserved",    "other_device", "no_combinations",
    "already_there", "cannot_drive", "clash",    "no_such_slot"};

constexpr std::array<std::string_view, 4> on_clash_names = {"refuse", "swap", "take_over",
                                                            "keep_both"};

constexpr std::array<std::string_view, 10> reasons = {"",
                                                      "this action cannot be changed",
                                                      "this action must keep a control",
                                                      "the game keeps this control for itself",
                                                      "that is on another device",
                                                      "this action takes no combinations",
                                                      "this action has that control already",
                                                      "such a control does not suit this action",
                                                      "another action has that control",
                                                      "there is no such action or context"};

/// One attempt to change a draft.
class Change {
 public:
  using IsOurs = std::function<bool(const Use&)>;

  explicit Change(const DraftState& before) : before_(before) {}

  DraftAnswer put(const ControlSlot& wanted, const Combination& combination, OnClash on_clash) {
    ControlSlot slot = wanted;
    std::vector<Combination> list = before_.controls(slot);
    slot.number = std::min(slot.number, list.size());
    const bool adds = slot.number == list.size();
    if (!adds && list[slot.number] == combination) return {};
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

  DraftAnswer set(const ControlSlot& slot, const std::vector<Combination>& list, OnClash on_clash) {
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

  DraftAnswer clear(const ControlSlot& slot) {
    std::vector<Combination> list = before_.controls(slot);
    if (slot.number < list.size()) {
      list.erase(list.begin() + static_cast<std::ptrdiff_t>(slot.number));
    }
    return set(slot, list, OnClash::refuse);
  }

  /// Goes on with another profile, of which some uses are the ones that are wanted.
  DraftAnswer replace(Profile profile, const IsOurs& is_ours, OnClash on_clash) {
    const DraftState after{before_.playbook(), std::move(profile), before_.scheme()};
    if (on_clash == OnClash::swap) on_clash = OnClash::take_over;
    return settle(after, is_ours, std::nullopt, on_clash);
  }

  std::vector<Shadow> shadows(const ControlSlot& slot, const Combination& combination) const {
    const Playbook& playbook = before_.playbook();
    const auto control = core::resolve(combination.control, playbook.zones());
    std::vector<Shadow> found;
    for (const ContextId context : before_.contexts_of(slot)) {
      const int rank = playbook.context(context).rank;
      for (const Use& use : before_.uses()) {
        const int other = playbook.context(use.cell.context).rank;
        const bool meets = control && core::overlap(*control, use.control);
        if (!meets || other == rank || use.cell.action == slot.action) continue;
        const Shadow shadow{use.cell.context, use.cell.action, other > rank};
        if (std::find(found.begin(), found.end(), shadow) == found.end()) found.push_back(shadow);
      }
    }
    return found;
  }

  std::optional<Profile> take_profile() { return std::move(accepted_); }

 private:
  // `old` is what somebody else could have instead.
  DraftAnswer put_list(const ControlSlot& slot, const std::vector<Combination>& list,
                       const std::optional<Combination>& old, OnClash on_clash) {
    const DraftState after{before_.playbook(), before_.with_controls(slot, list), before_.scheme()};
    if (is_kept(after, slot.action)) return {DraftRefusal::required};
    if (after.controls(slot) != list) return {DraftRefusal::cannot_drive};
    const auto is_ours = [&](const Use& use) {
      return is_at(use, slot) && has(list, use.combination);
    };
    return settle(after, is_ours, old, on_clash);
  }

  DraftRefusal may_hold(const ControlSlot& slot, const Combination& combination,
                        const std::vector<Combination>& list) const {
    const Playbook& playbook = before_.playbook();
    const ActionDefinition& action = playbook.action(slot.action);
    if (action.is_fixed) return DraftRefusal::fixed;
    if (device_of(combination.control) != slot.device) return DraftRefusal::other_device;
    if (core::is_reserved(combination, playbook.definition())) return DraftRefusal::reserved;
    const bool is_usual = has(before_.usual_controls(slot), combination);
    if (!combination.with.empty() && !action.takes_with && !is_usual) {
      return DraftRefusal::no_combinations;
    }
    if (!has_part(action.kind, slot.part)) return DraftRefusal::cannot_drive;
    return has(list, combination) ? DraftRefusal::already_there : DraftRefusal::none;
  }

  static bool is_kept(const DraftState& state, ActionId action) {
    const auto kept = state.remapping().kept();
    return std::find(kept.begin(), kept.end(), action) != kept.end();
  }

  bool is_at(const Use& use, const ControlSlot& slot) const {
    return use.cell.action == slot.action && use.cell.part == slot.part &&
           use.cell.device == slot.device &&
           (slot.context == ContextId::none || use.cell.context == slot.context);
  }

  // The clashes of `after` that `before` does not have.
  std::vector<Clash> new_clashes(const DraftState& after, const IsOurs& is_ours) const {
    const auto was_there = [&](const ClashingPair& pair) {
      return std::any_of(
          before_.clashes().begin(), before_.clashes().end(), [&](const ClashingPair& old) {
            return old.first.cell == pair.first.cell && old.second.cell == pair.second.cell &&
                   old.first.combination == pair.first.combination &&
                   old.second.combination == pair.second.combination;
          });
    };
    std::vector<Clash> clashes;
    for (const ClashingPair& pair : after.clashes()) {
      if (was_there(pair)) continue;
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

  DraftAnswer settle(const DraftState& after, const IsOurs& is_ours,
                     const std::optional<Combination>& old, OnClash on_clash) {
    std::vector<Clash> clashes = new_clashes(after, is_ours);
    if (clashes.empty()) return accept(after.profile());
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
    if (on_clash == OnClash::keep_both) accepted_ = after.profile();
    if (on_clash == OnClash::swap) accepted_ = swapped;
    if (on_clash == OnClash::take_over) accepted_ = taken;
    return {accepted_ ? DraftRefusal::none : DraftRefusal::clash, std::move(clashes), {}};
  }

  // What comes of giving the other side of a clash another control instead, or none; nothing where
  // it may not lose what it has, cannot have the other, or would clash in its turn.
  std::optional<Profile> moved(const DraftState& state, const Clash& clash,
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

  DraftAnswer accept(Profile profile) {
    accepted_ = std::move(profile);
    return {};
  }

  const DraftState& before_;
  std::optional<Profile> accepted_;
};

}  // namespace

std::string_view to_string(OnClash on_clash) {
  return on_clash_names[static_cast<std::size_t>(on_clash)];
}

std::optional<OnClash> find_on_clash(std::string_view name) {
  return core::find_name<OnClash>(on_clash_names, name);
}

std::string_view to_string(DraftRefusal refusal) {
  return refusal_names[static_cast<std::size_t>(refusal)];
}

std::string_view reason(DraftRefusal refusal) {
  return reasons[static_cast<std::size_t>(refusal)];
}

bool is_alike_everywhere(const Playbook& playbook, ActionId action) {
  std::span<const BindingDefinition> first;
  for (const ContextDefinition& context : playbook.contexts()) {
    const auto bindings = core::bindings_of(context, playbook.action(action));
    if (bindings.empty()) continue;
    if (first.empty()) first = bindings;
    if (!std::equal(first.begin(), first.end(), bindings.begin(), bindings.end())) return false;
  }
  return true;
}

namespace {

bool is_slot(const Playbook& playbook, const ControlSlot& slot, std::string_view call) {
  if (core::find(playbook, slot.action, call) == ActionId::none) return false;
  return slot.context == ContextId::none ||
         core::find(playbook, slot.context, call) != ContextId::none;
}

}  // namespace

Draft::Draft(Playbook playbook, Profile profile, SchemeId scheme) {
  if (scheme != SchemeId::none) scheme = core::find(playbook, scheme, "Draft::Draft");
  state_ =
      std::make_shared<const core::DraftState>(std::move(playbook), std::move(profile), scheme);
}

const Playbook& Draft::playbook() const {
  return state().playbook();
}
const Profile& Draft::profile() const {
  return state().profile();
}
SchemeId Draft::scheme() const {
  return state().scheme();
}
std::vector<Combination> Draft::controls(const ControlSlot& slot) const {
  if (!is_slot(playbook(), slot, "Draft::controls")) return {};
  return state().controls(slot);
}
std::vector<Combination> Draft::usual_controls(const ControlSlot& slot) const {
  if (!is_slot(playbook(), slot, "Draft::usual_controls")) return {};
  return state().usual_controls(slot);
}

// ---- changes

template <class Attempt>
DraftAnswer Draft::attempt(const Attempt& make) {
  Change change{state()};
  DraftAnswer answer = make(change);
  if (auto profile = change.take_profile()) become(std::move(*profile));
  return answer;
}

void Draft::become(Profile profile) {
  if (profile == this->profile()) return;
  before_.push_back(this->profile());
  last_tuning_.reset();
  state_ = std::make_shared<const core::DraftState>(playbook(), std::move(profile), scheme());
}

DraftAnswer Draft::can_put(const ControlSlot& slot, const Combination& combination,
                           OnClash on_clash) const {
  if (!is_slot(playbook(), slot, "Draft::can_put")) return {DraftRefusal::no_such_slot};
  return Change{state()}.put(slot, combination, on_clash);
}

DraftAnswer Draft::put(const ControlSlot& slot, const Combination& combination, OnClash on_clash) {
  if (!is_slot(playbook(), slot, "Draft::put")) return {DraftRefusal::no_such_slot};
  return attempt([&](auto& change) { return change.put(slot, combination, on_clash); });
}

DraftAnswer Draft::set(const ControlSlot& slot, const std::vector<Combination>& controls,
                       OnClash on_clash) {
  if (!is_slot(playbook(), slot, "Draft::set")) return {DraftRefusal::no_such_slot};
  return attempt([&](auto& change) { return change.set(slot, controls, on_clash); });
}

DraftAnswer Draft::clear(const ControlSlot& slot) {
  if (!is_slot(playbook(), slot, "Draft::clear")) return {DraftRefusal::no_such_slot};
  return attempt([&](auto& change) { return change.clear(slot); });
}

DraftAnswer Draft::reset(ActionId action, OnClash on_clash) {
  if (core::find(playbook(), action, "Draft::reset") == ActionId::none) {
    return {DraftRefusal::no_such_slot};
  }
  const std::string& name = playbook().action(action).name;
  Profile profile = this->profile();
  std::erase_if(profile.remaps, [&](const Remap& it) { return it.action == name; });
  std::erase_if(profile.tunings, [&](const Tuning& it) { return it.action == name; });
  const auto is_ours = [&](const core::Use& use) { return use.cell.action == action; };
  return attempt(
      [&](auto& change) { return change.replace(std::move(profile), is_ours, on_clash); });
}

DraftAnswer Draft::reset(DeviceKind device, OnClash on_clash) {
  Profile profile = this->profile();
  std::erase_if(profile.remaps, [&](const Remap& it) { return it.device == device; });
  std::erase_if(profile.tunings, [&](const Tuning& it) { return it.device == device; });
  if (device == DeviceKind::gamepad) profile.swaps_sticks = false;
  const auto is_ours = [&](const core::Use& use) { return use.cell.device == device; };
  return attempt(
      [&](auto& change) { return change.replace(std::move(profile), is_ours, on_clash); });
}

// What a later library wrote is not this one's to take back.
void Draft::reset() {
  become(Profile{.unread = profile().unread});
}

namespace {

// Calls `use` with each field of both.
template <class One, class Use>
void for_each_field(One& one, const Tuning& other, const Use& use) {
  use(one.sensitivity, other.sensitivity);
  use(one.dead_zone, other.dead_zone);
  use(one.outer_dead_zone, other.outer_dead_zone);
  use(one.invert_x, other.invert_x);
  use(one.invert_y, other.invert_y);
  use(one.toggle, other.toggle);
  use(one.hold_time, other.hold_time);
  use(one.tap_time, other.tap_time);
  use(one.repeat_delay, other.repeat_delay);
  use(one.repeat_rate, other.repeat_rate);
}

bool sets_the_same(const Tuning& a, const Tuning& b) {
  bool is_same = a.action == b.action && a.device == b.device;
  for_each_field(a, b, [&](const auto& one, const auto& other) {
    is_same = is_same && one.has_value() == other.has_value();
  });
  return is_same;
}

bool is_for_the_same(const Remap& a, const Remap& b) {
  return a.action == b.action && a.part == b.part && a.context == b.context &&
         a.device == b.device && a.schemes == b.schemes;
}

bool is_for(const Tuning& tuning, std::string_view action, std::optional<DeviceKind> device) {
  return tuning.action == action && tuning.device == device;
}

}  // namespace

void Draft::tune(const Tuning& wish) {
  const std::vector<std::string> problems = core::problems_of(wish, playbook());
  for (const std::string& problem : problems) {
    core::complain(ComplaintKind::wrong_value, "Draft::tune", problem);
  }
  if (!problems.empty()) return;
  Tuning tuning = this->tuning(wish.action, wish.device);
  for_each_field(tuning, wish, [](auto& field, const auto& wished) {
    if (wished) field = wished;
  });
  Profile profile = this->profile();
  std::erase_if(profile.tunings,
                [&](const Tuning& it) { return is_for(it, wish.action, wish.device); });
  profile.tunings.push_back(std::move(tuning));
  const bool goes_on = last_tuning_ && sets_the_same(*last_tuning_, wish);
  const std::size_t changes = before_.size();
  become(std::move(profile));
  if (before_.size() == changes) return;
  if (goes_on) before_.pop_back();
  last_tuning_ = wish;
}

Tuning Draft::tuning(std::string_view action, std::optional<DeviceKind> device) const {
  const auto& tunings = profile().tunings;
  const auto found = std::find_if(tunings.rbegin(), tunings.rend(),
                                  [&](const Tuning& it) { return is_for(it, action, device); });
  if (found != tunings.rend()) return *found;
  return {.action = std::string{action}, .device = device};
}

DraftAnswer Draft::swap_sticks(bool are_swapped, OnClash on_clash) {
  Profile profile = this->profile();
  profile.swaps_sticks = are_swapped;
  const auto is_ours = [](const core::Use&) { return true; };
  return attempt(
      [&](auto& change) { return change.replace(std::move(profile), is_ours, on_clash); });
}

DraftAnswer Draft::take(const Profile& preset, OnClash on_clash) {
  Profile profile = this->profile();
  for (const Remap& remap : preset.remaps) {
    std::erase_if(profile.remaps, [&](const Remap& it) { return is_for_the_same(it, remap); });
    profile.remaps.push_back(remap);
  }
  for (const Tuning& tuning : preset.tunings) {
    std::erase_if(profile.tunings,
                  [&](const Tuning& it) { return is_for(it, tuning.action, tuning.device); });
    profile.tunings.push_back(tuning);
  }
  profile.swaps_sticks = profile.swaps_sticks || preset.swaps_sticks;
  const auto is_ours = [&](const core::Use& use) {
    return std::any_of(preset.remaps.begin(), preset.remaps.end(), [&](const Remap& remap) {
      return remap.action == playbook().action(use.cell.action).name &&
             remap.part == use.cell.part && remap.device == use.cell.device;
    });
  };
  return attempt(
      [&](auto& change) { return change.replace(std::move(profile), is_ours, on_clash); });
}

// ---- looking at it

std::vector<Clash> Draft::clashes() const {
  std::vector<Clash> clashes;
  for (const ClashingPair& pair : state().clashes()) {
    const Clash clash{state().slot_of(pair.first), pair.first.combination,
                      state().slot_of(pair.second)};
    if (std::find(clashes.begin(), clashes.end(), clash) == clashes.end()) clashes.push_back(clash);
  }
  return clashes;
}

std::vector<Shadow> Draft::shadows(const ControlSlot& slot, const Combination& combination) const {
  if (!is_slot(playbook(), slot, "Draft::shadows")) return {};
  return Change{state()}.shadows(slot, combination);
}

bool Draft::is_changed() const {
  return can_undo() && profile() != before_.front();
}

void Draft::undo() {
  if (!can_undo()) return;
  state_ =
      std::make_shared<const core::DraftState>(playbook(), std::move(before_.back()), scheme());
  before_.pop_back();
  last_tuning_.reset();
}

void Draft::discard() {
  if (can_undo()) become(before_.front());
}

}  // namespace nextmove
