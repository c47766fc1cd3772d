#include "words.hpp"

#include <algorithm>

namespace tidewater {
namespace {

using namespace nextmove;

// "E", "Enter", "Start", "a finger".
std::string short_name(Control control) {
  const std::string name{to_string(control)};
  switch (info(control).device) {
    case DeviceKind::touch: return control == Control::Finger1 ? "a finger" : "two fingers";
    case DeviceKind::gamepad: return name.substr(3);
    default: return name.substr(0, 3) == "Key" ? name.substr(3) : name;
  }
}

// "E", "Start on a gamepad", "a finger on the screen": for somebody who may hold anything.
std::string press_words(Control control) {
  switch (info(control).device) {
    case DeviceKind::touch: return short_name(control) + " on the screen";
    case DeviceKind::gamepad: return short_name(control) + " on a gamepad";
    default: return short_name(control);
  }
}

// The first control that plays the action under this scheme.
Control control_for(const Playbook& playbook, std::string_view action, SchemeId scheme) {
  const SchemeDefinition& definition = playbook.scheme(scheme);
  for (const ContextDefinition& context : playbook.contexts()) {
    for (const BindingDefinition& binding : context.bindings) {
      const auto names_it = [&](const PlacedName& name) { return name.name == definition.name; };
      const bool is_named = std::any_of(binding.schemes.begin(), binding.schemes.end(), names_it);
      const bool is_free =
          binding.schemes.empty() && definition.uses_kind(info(binding.control.control).device);
      if (binding.action == action && (is_named || is_free)) return binding.control.control;
    }
  }
  return Control::none;
}

// "Space: Keyboard and mouse" for each scheme under which somebody could sit down now.
std::vector<std::string> ways_to_sit_down(const Hub& hub, const Seat* seat) {
  std::vector<std::string> ways;
  for (std::size_t i = 0; i < hub.playbook().schemes().size(); ++i) {
    const auto scheme = static_cast<SchemeId>(i);
    const SchemeDefinition& definition = hub.playbook().scheme(scheme);
    const auto is_free = [&](const RecordedDevice& device) {
      return definition.needs_kind(device.device.kind) &&
             hub.can_join(scheme, device.id, seat).refusal == Refusal::none &&
             (seat == nullptr || device.seats.empty());
    };
    const std::vector<RecordedDevice> devices = hub.devices();
    if (!definition.join.is_set() || std::none_of(devices.begin(), devices.end(), is_free))
      continue;
    ways.push_back(press_words(definition.join.control) + ":  " + definition.label);
  }
  return ways;
}

Place place_of(const Hub& hub, const Party& party, const Seat& seat) {
  Place place{.seat = std::string{seat.name()}};
  if (!seat.is_taken()) return place;
  const Playbook& playbook = hub.playbook();
  place.scheme = playbook.scheme(seat.scheme()).label;
  place.picture = playbook.scheme(seat.scheme()).name;
  for (const DeviceId device : seat.devices()) place.devices.push_back(hub.label(device));
  place.is_ready = party.is_ready(seat);
  const auto control = [&](std::string_view action) {
    return short_name(control_for(playbook, action, seat.scheme()));
  };
  place.hint = "Get up again: " + control("get_up");
  if (!place.is_ready) place.hint = "Ready: " + control("ready") + " once more     " + place.hint;
  return place;
}

}  // namespace

TablePicture table_picture(const Hub& hub, const Party& party, std::string news) {
  TablePicture table{.ways = ways_to_sit_down(hub, nullptr), .news = std::move(news)};
  for (const Seat* seat : party.seats()) table.places.push_back(place_of(hub, party, *seat));
  return table;
}

std::vector<std::string> waiting_words(const Hub& hub, const Party& party) {
  std::vector<std::string> lines;
  for (const Seat* seat : party.waited_for()) {
    std::string lost;
    for (const DeviceId device : hub.lost_devices(*seat)) {
      lost += (lost.empty() ? "" : " and ") + hub.label(device);
    }
    const std::vector<std::string> ways = ways_to_sit_down(hub, seat);
    lines.push_back("The " + std::string{seat->name()} + " has lost " + lost +
                    ". Plug it in again" + (ways.empty() ? "." : ", or go on with another; press"));
    for (const std::string& way : ways) lines.push_back("     " + way);
  }
  return lines;
}

std::string helm_keys(const Playbook& playbook, SchemeId scheme) {
  if (scheme == SchemeId::none) return {};
  const std::string& name = playbook.scheme(scheme).name;
  if (name == "pad") {
    return "Steer: left stick   Engine: triggers   Horn: South   Winch: hold East   "
           "Chart: North";
  }
  if (name == "left_keys") {
    return "Steer: W A S D   Engine: R F   Horn: Q   Winch: hold E   Chart: 1";
  }
  if (name == "right_keys") {
    return "Steer: arrows   Engine: Page Up/Down   Horn: right Shift   Winch: hold Enter    "
           " "
           "Chart: 0";
  }
  if (name == "fingers") return "Steer: in the dashed box   Horn, line and chart: the circles";
  return "Steer: W A S D   Engine: R F   Horn: Space   Winch: hold E   Chart: M";
}

}  // namespace tidewater
