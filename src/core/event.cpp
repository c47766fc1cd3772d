#include "event_range.hpp"

namespace nextmove {

bool is_valid(const Event& event) {
  return core::is_in_range(event) && event.time >= Time::zero();
}

}  // namespace nextmove
