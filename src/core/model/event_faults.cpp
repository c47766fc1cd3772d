#include "model/event_faults.hpp"

#include <cmath>

#include "base/shown.hpp"
#include "model/event_range.hpp"

namespace nextmove::core {
namespace {

// `x = 1.5, and goes from 0 to 1`; empty where it is in range.
std::string range_fault(const char* name, float value, float low, float high) {
  const std::string has = std::string{name} + " = " + shown(value);
  if (std::isnan(value)) return has + ", which is no number";
  if (value >= low && value <= high) return {};
  if (low == high) return has + ", and this control has no " + name + ": feed 0";
  if (std::isinf(value)) return has + ", and must be finite";
  return has + ", and goes from " + shown(low) + " to " + shown(high);
}

// `PadLeftStickY is part of PadLeftStick; feed PadLeftStick, with x and y`.
std::string part_fault(const ControlInfo& control) {
  const ControlInfo& source = info(control.source);
  return std::string{control.name} + " is part of " + std::string{source.name} + "; feed " +
         std::string{source.name} + ", with x and y";
}

std::string a(DeviceKind kind) {
  return "a " + std::string{to_string(kind)} + (kind == DeviceKind::touch ? " screen" : "");
}

}  // namespace

std::string fault_of(const Event& event) {
  const auto index = static_cast<std::size_t>(event.control);
  if (event.control == Control::none) return "was given an event without a control";
  if (index >= control_count) {
    return "was given an event with a control that there is not: number " + std::to_string(index);
  }
  const ControlInfo& control = info(event.control);
  if (control.source != event.control) return part_fault(control);
  const EventRange& range = event_ranges[index];
  for (const std::string& fault : {range_fault("x", event.x, range.low_x, range.high_x),
                                   range_fault("y", event.y, range.low_y, range.high_y)}) {
    if (!fault.empty()) return "an event of " + std::string{control.name} + " has " + fault;
  }
  if (range.is_button && event.x != 0 && event.x != 1) {
    return "an event of " + std::string{control.name} + " has x = " + shown(event.x) +
           ", and a button is 0 or 1";
  }
  if (event.time < Time::zero()) {
    return "an event of " + std::string{control.name} + " is of " +
           std::to_string(event.time.count()) + " us, before the time begins";
  }
  return {};
}

std::string wrong_device(Control control, DeviceKind kind, const std::string& label) {
  return std::string{to_string(control)} + " is a control of " + a(info(control).device) +
         ", and " + label + " is " + a(kind);
}

std::string stands_nowhere(Control control) {
  const ControlInfo& its = info(control);
  const std::string name{its.name};
  if (its.device == DeviceKind::touch) return name + " counts when the finger lands; feed it then";
  if (its.form == ControlForm::position) return name + " is where it was told last; feed it";
  return name + " moves, and stands nowhere; feed it when it has moved";
}

}  // namespace nextmove::core
