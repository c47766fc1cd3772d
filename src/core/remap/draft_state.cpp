#include "remap/draft_state.hpp"

#include <algorithm>

#include "model/binding_parts.hpp"
#include "model/source.hpp"

namespace nextmove::core {
namespace {

Cell cell_in(ContextId context, const ControlSlot& slot) {
  return {context, slot.action, slot.part, slot.device};
}

GestureKind gesture_of(const Combination& combination, ActionPart part,
                       const std::vector<BindingDefinition>& bindings) {
  const auto found = std::find_if(bindings.begin(), bindings.end(), [&](const auto& binding) {
    return control_at(binding, part) == combination.control &&
           is_same_with(binding.with, combination.with);
  });
  return found == bindings.end() ? GestureKind::press : found->gesture.kind;
}

}  // namespace

DraftState::DraftState(Playbook playbook, Profile profile, SchemeId scheme)
    : playbook_(std::move(playbook)),
      profile_(std::move(profile)),
      scheme_(scheme),
      remapping_(playbook_, profile_, scheme) {
  list_uses();
  find_clashes();
}

// ---- slots

std::vector<ContextId> DraftState::contexts_of(const ControlSlot& slot) const {
  std::vector<ContextId> contexts;
  for (std::size_t i = 0; i < playbook_.contexts().size(); ++i) {
    const auto context = static_cast<ContextId>(i);
    const bool is_meant = slot.context == ContextId::none || slot.context == context;
    const auto bindings = bindings_of(playbook_.context(context), playbook_.action(slot.action));
    if (is_meant && !bindings.empty()) contexts.push_back(context);
  }
  return contexts;
}

std::vector<Combination> DraftState::controls(const ControlSlot& slot) const {
  const std::vector<ContextId> contexts = contexts_of(slot);
  if (contexts.empty()) return {};
  return remapping_.controls(cell_in(contexts.front(), slot));
}

std::vector<Combination> DraftState::usual_controls(const ControlSlot& slot) const {
  const std::vector<ContextId> contexts = contexts_of(slot);
  if (contexts.empty()) return {};
  return remapping_.usual_controls(cell_in(contexts.front(), slot));
}

ControlSlot DraftState::slot_of(const Use& use) const {
  const Cell& cell = use.cell;
  const bool is_one = is_alike_everywhere(playbook_, cell.action);
  return {cell.action, cell.part, is_one ? ContextId::none : cell.context, cell.device, use.number};
}

Profile DraftState::with_controls(const ControlSlot& slot,
                                  std::vector<Combination> controls) const {
  const PlaybookDefinition& definition = playbook_.definition();
  const std::string& action = playbook_.action(slot.action).name;
  const std::string context =
      slot.context == ContextId::none ? "" : playbook_.context(slot.context).name;
  std::string scheme;
  if (!takes_unnamed(definition, scheme_, slot.device)) scheme = playbook_.scheme(scheme_).name;

  // What stood for the same no longer does; a remap that names other schemes too stays for these.
  // What the player wants to be beside it is wanted on.
  Profile profile = profile_;
  std::vector<std::string> beside;
  std::erase_if(profile.remaps, [&](Remap& remap) {
    const bool is_of_slot = remap.action == action && remap.part == slot.part &&
                            remap.device == slot.device &&
                            (context.empty() || remap.context == context);
    if (!is_of_slot) return false;
    if (remap.schemes.empty() ? !scheme.empty() : scheme_ == SchemeId::none) return false;
    beside = remap.beside;
    if (remap.schemes.empty()) return true;
    std::erase(remap.schemes, playbook_.scheme(scheme_).name);
    return remap.schemes.empty();
  });

  Remap remap{.action = action,
              .part = slot.part,
              .context = context,
              .device = slot.device,
              .controls = std::move(controls),
              .beside = std::move(beside)};
  if (!scheme.empty()) remap.schemes.push_back(scheme);
  const std::vector<ContextId> contexts = contexts_of(slot);
  const Remapping without{playbook_, profile, scheme_};
  const bool is_as_it_would_be = std::all_of(contexts.begin(), contexts.end(), [&](ContextId it) {
    return without.controls(cell_in(it, slot)) == remap.controls;
  });
  if (!is_as_it_would_be) profile.remaps.push_back(std::move(remap));
  return profile;
}

// ---- clashes

void DraftState::list_uses() {
  std::vector<BindingDefinition> bindings;  // of the action at hand, whose cells stand together
  Cell before;
  for (const Cell& cell : remapping_.cells()) {
    const bool goes_on = cell.context == before.context && cell.action == before.action;
    if (!goes_on) bindings = remapping_.remapped(cell.context, cell.action);
    before = cell;
    std::size_t number = 0;
    for (const Combination& combination : remapping_.controls(cell)) {
      uses_.push_back({cell, number++, combination,
                       *resolve(combination.control, playbook_.zones()),
                       gesture_of(combination, cell.part, bindings)});
    }
  }
}

void DraftState::find_clashes() {
  for (std::size_t i = 0; i < uses_.size(); ++i) {
    for (std::size_t j = 0; j < i; ++j) {
      if (do_clash(uses_[j], uses_[i])) clashes_.push_back({uses_[j], uses_[i]});
    }
  }
}

bool DraftState::do_clash(const Use& a, const Use& b) const {
  if (a.cell.context != b.cell.context || !overlap(a.control, b.control)) return false;
  if (!is_same_with(a.combination.with, b.combination.with)) return false;
  const auto is_tap_and_hold = [](const Use& tap, const Use& hold) {
    return tap.gesture == GestureKind::tap && hold.gesture == GestureKind::hold;
  };
  if (is_tap_and_hold(a, b) || is_tap_and_hold(b, a)) return false;
  return !are_paired_by_playbook(a, b);
}

// A press and a hold on one control, say, that drive two actions which the game wants together.
bool DraftState::are_paired_by_playbook(const Use& a, const Use& b) const {
  if (a.cell.action == b.cell.action) return false;
  const auto zones = playbook_.zones();
  const std::vector<Combination> others = remapping_.usual_controls(b.cell);
  const auto meets_one = [&](const Combination& it) {
    return std::any_of(others.begin(), others.end(), [&](const Combination& other) {
      return overlap(*resolve(it.control, zones), *resolve(other.control, zones)) &&
             is_same_with(it.with, other.with);
    });
  };
  const std::vector<Combination> ones = remapping_.usual_controls(a.cell);
  return std::any_of(ones.begin(), ones.end(), meets_one);
}

}  // namespace nextmove::core
