#include <cmath>

#include <nextmove/event.hpp>

namespace nextmove {
namespace {

bool within(float value, float low, float high) { return value >= low && value <= high; }

bool in_range(ControlForm form, float x, float y) {
  switch (form) {
    case ControlForm::button: return (x == 0 || x == 1) && y == 0;
    case ControlForm::trigger: return within(x, 0, 1) && y == 0;
    case ControlForm::stick: return within(x, -1, 1) && within(y, -1, 1);
    case ControlForm::position: return within(x, 0, 1) && within(y, 0, 1);
    case ControlForm::displacement: return std::isfinite(x) && std::isfinite(y);
    case ControlForm::stick_axis:
    case ControlForm::stick_half:
    case ControlForm::displacement_axis:
    case ControlForm::displacement_half: break;
  }
  return false;
}

}  // namespace

bool is_valid(const Event& event) {
  const ControlInfo& control = info(event.control);
  return control.control != Control::none && control.source == event.control &&
         event.time >= Time::zero() && in_range(control.form, event.x, event.y);
}

}  // namespace nextmove
