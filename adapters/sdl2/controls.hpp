// SDL's numbers for controls, as Controls.
#pragma once

#include <SDL.h>

#include <nextmove/control.hpp>

namespace nextmove::sdl2 {

/// Each of these gives Control::none for what has no name of ours.
Control from_scancode(SDL_Scancode scancode);
Control from_mouse_button(Uint8 button);
Control from_pad_button(Uint8 button);

}  // namespace nextmove::sdl2
