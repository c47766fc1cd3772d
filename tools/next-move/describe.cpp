#include "describe.hpp"

using namespace nextmove;

std::vector<NamedControl> controls_of(const BindingDefinition& binding) {
  std::vector<NamedControl> controls;
  const auto add = [&](std::string_view name, const PlacedControl& placed) {
    if (placed.is_set()) controls.push_back({name, placed});
  };
  add("control", binding.control);
  for (const Direction& direction : directions()) add(direction.name, binding.*direction.control);
  return controls;
}

std::string listed(std::span<const DeviceKind> kinds) {
  std::string list;
  for (const DeviceKind kind : kinds)
    list += (list.empty() ? "" : ", ") + std::string{to_string(kind)};
  return list;
}

std::string_view values_of(ControlForm form) {
  switch (form) {
    case ControlForm::button: return "up or down";
    case ControlForm::trigger: return "0 to 1";
    case ControlForm::stick: return "x and y, -1 to 1";
    case ControlForm::stick_axis: return "-1 to 1";
    case ControlForm::stick_half: return "0 to 1";
    case ControlForm::displacement: return "movement in x and y";
    case ControlForm::displacement_axis: return "movement";
    case ControlForm::displacement_half: return "movement one way";
    case ControlForm::position: return "place in the window";
  }
  return {};
}
