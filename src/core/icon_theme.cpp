#include <algorithm>

#include <nextmove/icon_theme.hpp>

#include "binding_parts.hpp"

namespace nextmove {

void IconTheme::add(const std::string& family, const std::string& name, IconPlace place) {
  places_[family].insert_or_assign(name, std::move(place));
}

const IconPlace* IconTheme::find(std::string_view name, std::string_view family) const {
  for (const std::string_view in : {family, std::string_view{}}) {
    const auto places = places_.find(in);
    if (places == places_.end()) continue;
    const auto found = places->second.find(name);
    if (found != places->second.end()) return &found->second;
  }
  return nullptr;
}

std::vector<MissingIcon> missing_icons(const Playbook& playbook, const IconTheme& theme,
                                       const Labels& labels) {
  std::vector<MissingIcon> missing;
  const auto note = [&](const PlacedControl& control, const std::string& action) {
    if (!control.is_set()) return;
    std::string name = icon_name(control, labels, playbook.zones());
    if (theme.find(name, labels.family.name) != nullptr) return;
    auto found = std::find_if(missing.begin(), missing.end(),
                              [&](const MissingIcon& it) { return it.name == name; });
    if (found == missing.end()) {
      missing.push_back({std::move(name), {}});
      found = missing.end() - 1;
    }
    auto& actions = found->actions;
    if (std::find(actions.begin(), actions.end(), action) == actions.end()) {
      actions.push_back(action);
    }
  };
  for (const ContextDefinition& context : playbook.contexts()) {
    for (const BindingDefinition& binding : context.bindings) {
      for (int part = 0; part < core::action_part_count; ++part) {
        note(core::control_at(binding, static_cast<ActionPart>(part)), binding.action);
      }
      for (const PlacedControl& with : binding.with) note(with, binding.action);
    }
  }
  return missing;
}

}  // namespace nextmove
