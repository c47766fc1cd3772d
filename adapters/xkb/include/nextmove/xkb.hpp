// Keyboard layouts by name, without a keyboard or a window, by xkbcommon (target NextMove::xkb):
// for tools that print what another player's keyboard shows. A running game has its adapter.
#pragma once

#include <string_view>

#include <nextmove/diagnostic.hpp>
#include <nextmove/labels.hpp>

namespace nextmove::xkb {

/// What this layout prints on its keys: "fr", "de", "us(dvorak)", as the system's keyboard data
/// names them. Of each key the character without Shift, in upper case. With an unknown name there
/// is no value.
Result<KeyLabels> key_labels(std::string_view layout);

}  // namespace nextmove::xkb
