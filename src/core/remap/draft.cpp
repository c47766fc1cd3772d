#include <algorithm>
#include <array>
#include <functional>

#include <nextmove/complaint.hpp>
#include <nextmove/draft.hpp>

#include "base/names.hpp"
#include "compiled/naming.hpp"
#include "remap/draft_change.hpp"
#include "remap/draft_state.hpp"
#include "remap/tuning.hpp"
#include "remap/wishes.hpp"

namespace nextmove {
namespace {

constexpr std::array<std::string_view, 11> refusal_names = {
    "none",          "fixed",        "required", "reserved",     "other_device",  "no_combinations",
    "already_there", "cannot_drive", "clash",    "no_such_slot", "somebody_elses"};

constexpr std::array<std::string_view, 4> on_clash_names = {"refuse", "swap", "take_over",
                                                            "keep_both"};

constexpr std::array<std::string_view, 11> reasons = {
    "",
    "this action cannot be changed",
    "this action must keep a control",
    "the game keeps this control for itself",
    "that is on another device",
    "this action takes no combinations",
    "this action has that control already",
    "such a control does not suit this action",
    "another action has that control",
    "there is no such action or context",
    "somebody else at this device has that control"};

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

const TakenControl* Draft::whose(const PlacedControl& control) const {
  return core::find_taken(taken_, control, playbook().zones());
}

// ---- changes

template <class Attempt>
DraftAnswer Draft::attempt(const Attempt& make) {
  core::DraftChange change{state(), taken_};
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
  return core::DraftChange{state(), taken_}.put(slot, combination, on_clash);
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
  become(Profile{.unread = profile().unread, .file = profile().file});
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
  for (const core::ClashingPair& pair : state().clashes()) {
    const Clash clash{state().slot_of(pair.first), pair.first.combination,
                      state().slot_of(pair.second)};
    if (std::find(clashes.begin(), clashes.end(), clash) == clashes.end()) clashes.push_back(clash);
  }
  return clashes;
}

std::vector<Shadow> Draft::shadows(const ControlSlot& slot, const Combination& combination) const {
  if (!is_slot(playbook(), slot, "Draft::shadows")) return {};
  return core::DraftChange{state(), taken_}.shadows(slot, combination);
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
