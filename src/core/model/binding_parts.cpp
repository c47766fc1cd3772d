#include "model/binding_parts.hpp"

#include <algorithm>

namespace nextmove::core {
namespace {

PlacedControl BindingDefinition::*field_of(ActionPart part) {
  return part == ActionPart::whole ? &BindingDefinition::control
                                   : directions()[static_cast<std::size_t>(part) - 1].control;
}

}  // namespace

PlacedControl& control_at(BindingDefinition& binding, ActionPart part) {
  return binding.*field_of(part);
}

const PlacedControl& control_at(const BindingDefinition& binding, ActionPart part) {
  return binding.*field_of(part);
}

BindingDefinition without_controls(BindingDefinition binding) {
  for (int part = 0; part < action_part_count; ++part) {
    control_at(binding, static_cast<ActionPart>(part)) = {};
  }
  binding.with.clear();
  return binding;
}

bool is_same_with(const std::vector<PlacedControl>& a, const std::vector<PlacedControl>& b) {
  const auto is_in = [](const std::vector<PlacedControl>& list) {
    return [&](const PlacedControl& control) {
      return std::find(list.begin(), list.end(), control) != list.end();
    };
  };
  return std::all_of(a.begin(), a.end(), is_in(b)) && std::all_of(b.begin(), b.end(), is_in(a));
}

}  // namespace nextmove::core
