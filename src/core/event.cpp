#include "event_range.hpp"

namespace nextmove {

bool is_valid(const Event& event) {
  const bool is_half_pressed =
      info(event.control).form == ControlForm::button && event.x != 0 && event.x != 1;
  return core::is_in_range(event) && event.time >= Time::zero() && !is_half_pressed;
}

}  // namespace nextmove
