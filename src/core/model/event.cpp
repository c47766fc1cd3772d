#include "model/event_range.hpp"

namespace nextmove {

bool is_valid(const Event& event) {
  return core::is_in_range(event) && event.time >= Time::zero();
}

bool can_be_taken_up(Control control) {
  const ControlInfo& its = info(control);
  const bool has_form = its.form == ControlForm::button || its.form == ControlForm::trigger ||
                        its.form == ControlForm::stick;
  return has_form && its.device != DeviceKind::touch;
}

}  // namespace nextmove
