#include "seat/intake.hpp"

#include <algorithm>

namespace nextmove::core {

void settle_edges(ButtonReading& button, bool was_held) {
  if (button.held && !was_held) button.presses = std::max(button.presses, button.releases + 1);
  if (!button.held && was_held) button.releases = std::max(button.releases, 1U);
  if (!button.held && !was_held && button.presses != 0) {
    button.releases = std::max(button.releases, 1U);
  }
  if (!button.held && !was_held && button.presses == 0) button.releases = 0;
  button.pressed = button.presses != 0;
  button.released = button.releases != 0;
}

}  // namespace nextmove::core
