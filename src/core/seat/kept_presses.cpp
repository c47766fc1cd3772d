#include "seat/kept_presses.hpp"

#include <algorithm>

namespace nextmove::core {

bool KeptPresses::take(ActionId action, Duration within) {
  return can_take(action) && common_.tally.take_press(action, within, common_.journal.now);
}

bool KeptPresses::take(ActionId action, Duration within, std::uint32_t& cursor) const {
  return can_take(action) && common_.tally.take_press(action, within, common_.journal.now, cursor);
}

// Nothing is taken while nothing that is entered binds the action; but interceptors may press what
// no context binds.
bool KeptPresses::can_take(ActionId action) const {
  if (!common_.tally.knows(action)) return false;
  const auto binds = [&](ContextId context) {
    const auto [begin, end] = common_.wiring->routes_of(context);
    const auto first = common_.wiring->routes().begin();
    return std::any_of(first + begin, first + end,
                       [&](const Route& route) { return route.action == action; });
  };
  return readout_.is_intercepted() ||
         std::any_of(common_.entered.begin(), common_.entered.end(), binds);
}

void KeptPresses::drop_all() {
  for (std::size_t i = 0; i < common_.wiring->action_count(); ++i) {
    common_.tally.drop_presses(static_cast<ActionId>(i));
  }
}

}  // namespace nextmove::core
