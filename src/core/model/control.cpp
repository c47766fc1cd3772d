#include <algorithm>
#include <array>
#include <vector>

#include <nextmove/control.hpp>
#include <nextmove/nearest.hpp>

namespace nextmove {
namespace {

constexpr std::array<ControlInfo, control_count> control_table = {
    ControlInfo{},
#define NEXTMOVE_CONTROL(name, device, form, source, part) \
  ControlInfo{Control::name, #name, DeviceKind::device, ControlForm::form, Control::source, part},
#include <nextmove/controls.inc>
#undef NEXTMOVE_CONTROL
};

}  // namespace

std::span<const ControlInfo> all_controls() {
  return std::span{control_table}.subspan(1);
}

const ControlInfo& info(Control control) {
  const auto index = static_cast<std::size_t>(control);
  return control_table[index < control_count ? index : 0];
}

std::optional<Control> find_control(std::string_view name) {
  const auto controls = all_controls();
  const auto found = std::find_if(controls.begin(), controls.end(),
                                  [&](const ControlInfo& info) { return info.name == name; });
  if (found == controls.end()) return std::nullopt;
  return found->control;
}

std::string_view nearest_control_name(std::string_view name) {
  std::vector<std::string_view> names;
  names.reserve(control_count);
  for (const ControlInfo& info : all_controls()) names.push_back(info.name);
  return nearest_name(name, names);
}

std::string advice_on_control(std::string_view name) {
  const std::string_view nearest = nearest_control_name(name);
  if (!nearest.empty()) return did_you_mean(name, std::span{&nearest, 1});
  if (name.substr(0, 3) == "Pad") {
    return "; the buttons of a gamepad are named by position, the four at the right PadSouth, "
           "PadEast, PadWest and PadNorth; `next-move controls pad` lists them all";
  }
  return "; `next-move controls` lists them all";
}

}  // namespace nextmove
