#include "remap/neighbours.hpp"

#include <algorithm>

namespace nextmove {
namespace core {
namespace {

const std::string& shown_name(const std::string& label, const std::string& name) {
  return label.empty() ? name : label;
}

void add(std::vector<TakenControl>& taken, TakenControl one) {
  if (std::find(taken.begin(), taken.end(), one) == taken.end()) taken.push_back(std::move(one));
}

}  // namespace

void add_taken(std::vector<TakenControl>& taken, const DraftState& theirs, DeviceKind kind,
               const std::string& by) {
  for (const Use& use : theirs.uses()) {
    if (use.cell.device != kind) continue;
    const ActionDefinition& action = theirs.playbook().action(use.cell.action);
    add(taken, {use.combination.control, by, shown_name(action.label, action.name)});
  }
}

void add_joins(std::vector<TakenControl>& taken, const Playbook& playbook, SchemeId but,
               DeviceKind kind) {
  for (std::size_t i = 0; i < playbook.schemes().size(); ++i) {
    const SchemeDefinition& scheme = playbook.schemes()[i];
    const bool joins = static_cast<SchemeId>(i) != but && scheme.shares_devices &&
                       scheme.join.is_set() && device_of(scheme.join) == kind;
    if (joins) add(taken, {scheme.join, shown_name(scheme.label, scheme.name), {}});
  }
}

}  // namespace core

std::vector<TakenControl> taken_by_schemes(const Playbook& playbook, SchemeId scheme) {
  std::vector<TakenControl> taken;
  if (static_cast<std::size_t>(scheme) >= playbook.schemes().size()) return taken;
  const SchemeDefinition& its = playbook.scheme(scheme);
  if (!its.shares_devices) return taken;
  for (int i = 0; i < device_kind_count; ++i) {
    const auto kind = static_cast<DeviceKind>(i);
    if (!its.uses_kind(kind) || kind == DeviceKind::touch) continue;
    for (std::size_t other = 0; other < playbook.schemes().size(); ++other) {
      const SchemeDefinition& theirs = playbook.schemes()[other];
      const auto id = static_cast<SchemeId>(other);
      if (id == scheme || !theirs.shares_devices || !theirs.uses_kind(kind)) continue;
      core::add_taken(taken, core::DraftState{playbook, {}, id}, kind,
                      core::shown_name(theirs.label, theirs.name));
    }
    core::add_joins(taken, playbook, scheme, kind);
  }
  return taken;
}

}  // namespace nextmove
