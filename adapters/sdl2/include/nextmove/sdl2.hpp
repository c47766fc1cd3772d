// SDL2 adapter: turns SDL's events into the hub's (target NextMove::sdl2).
//
// Supported:
//   [x] keyboard by scancode, repeats left out
//   [x] mouse buttons 1-5 and the wheel, in detents, with natural scrolling turned back
//   [x] gamepads: buttons by position, sticks, triggers, plug and unplug
//   [x] the number of a pad's seat on its player lamps, and a shake to find a pad by
//   [x] everything released when the window loses the focus; when it comes back, and when a pad is
//       plugged in, what is held goes on: sticks and triggers at once, buttons after a fresh press
//   [x] mouse motion in counts, and the position in the window (none in SDL's relative mode)
//   [x] touch screens with up to ten fingers; touchpads are left to the system
//   [x] the window's size, for touch zones
//   [x] what the keyboard's layout prints on the keys, for prompts, also when it changes
#pragma once

#include <memory>

#include <nextmove/hub.hpp>
#include <nextmove/time.hpp>

union SDL_Event;

namespace nextmove::sdl2 {

/// Feeds a hub from the game's own event loop; it takes no event off the queue itself. Make it
/// after SDL_Init (with SDL_INIT_GAMECONTROLLER where pads are wanted) and destroy it before
/// SDL_Quit. One that is made before is a doubt. The hub must outlive it. For SDL's main thread.
///
/// SDL merges all keyboards into one and all mice into one, so one of each is plugged in from the
/// start; a touch screen is when it is first touched. Pads are named by position: SDL is told (by
/// hint) not to swap face buttons by their lettering.
class Adapter {
 public:
  explicit Adapter(Hub& hub);
  ~Adapter();  ///< unplugs its devices
  Adapter(const Adapter&) = delete;
  Adapter& operator=(const Adapter&) = delete;

  /// Passes the event on to the hub. True if it was one of those listed above.
  bool handle(const SDL_Event& event);

  /// Tells each gamepad the number of the seat that has it, for the lamps that some pads have; and
  /// those that nobody has, none. A coloured lamp is red for the first seat, green, yellow and blue
  /// for the next, and dark for nobody. After notices, say.
  void light_numbers();

  /// Shakes a gamepad for 0.4 s and turns its coloured lamp white, so that whoever holds it sees
  /// which one it is: at a table where pads look alike, say. With the first event that is handled
  /// after that, the lamp has the colour of its seat again. False where it is no gamepad of this
  /// adapter, or has neither.
  bool wave(DeviceId device);

  /// The time on the clock that SDL stamps its events with, for Hub::update. Milliseconds fine.
  Time now() const;

 private:
  class Implementation;
  std::unique_ptr<Implementation> implementation_;
};

}  // namespace nextmove::sdl2
