// A gamepad in memory, under SDL's own joystick and controller layers.
#pragma once

#include <SDL.h>
#include <array>

namespace nextmove::support {

class VirtualPad {
 public:
  VirtualPad() {
    SDL_VirtualJoystickDesc description{};
    description.version = SDL_VIRTUAL_JOYSTICK_DESC_VERSION;
    description.type = SDL_JOYSTICK_TYPE_GAMECONTROLLER;
    description.naxes = SDL_CONTROLLER_AXIS_MAX;
    description.nbuttons = SDL_CONTROLLER_BUTTON_MAX;
    description.vendor_id = 0x1209;
    description.product_id = 0x0001;
    description.button_mask = (1U << SDL_CONTROLLER_BUTTON_MAX) - 1;
    description.axis_mask = (1U << SDL_CONTROLLER_AXIS_MAX) - 1;
    description.name = "harbour pad";
    description.userdata = this;
    description.SetPlayerIndex = [](void* pad, int index) {
      static_cast<VirtualPad*>(pad)->player_index_ = index;
    };
    description.Rumble = [](void* pad, Uint16 low, Uint16 high) {
      static_cast<VirtualPad*>(pad)->shakes_ += low > 0 || high > 0 ? 1 : 0;
      return 0;
    };
    description.SetLED = [](void* pad, Uint8 red, Uint8 green, Uint8 blue) {
      static_cast<VirtualPad*>(pad)->lamp_ = {red, green, blue};
      return 0;
    };
    const int index = SDL_JoystickAttachVirtualEx(&description);
    joystick_ = SDL_JoystickOpen(index);
    instance_ = SDL_JoystickInstanceID(joystick_);
    axis(SDL_CONTROLLER_AXIS_TRIGGERLEFT, -32768);  // triggers rest at the low end
    axis(SDL_CONTROLLER_AXIS_TRIGGERRIGHT, -32768);
  }
  ~VirtualPad() {
    for (int i = 0; i < SDL_NumJoysticks(); ++i) {
      if (SDL_JoystickGetDeviceInstanceID(i) == instance_) SDL_JoystickDetachVirtual(i);
    }
    SDL_JoystickClose(joystick_);
  }
  VirtualPad(const VirtualPad&) = delete;
  VirtualPad& operator=(const VirtualPad&) = delete;

  /// The number that the pad was told last.
  int player_index() const { return player_index_; }

  /// How often it was told to shake.
  int shakes() const { return shakes_; }

  /// The colour of its lamp: red, green, blue.
  std::array<int, 3> lamp() const { return lamp_; }

  void button(int number, bool down) {
    SDL_JoystickSetVirtualButton(joystick_, number, down ? SDL_PRESSED : SDL_RELEASED);
  }
  void axis(int number, int value) {
    SDL_JoystickSetVirtualAxis(joystick_, number, static_cast<Sint16>(value));
  }

 private:
  int player_index_ = -2;  // never told
  int shakes_ = 0;
  std::array<int, 3> lamp_{};
  SDL_Joystick* joystick_;
  SDL_JoystickID instance_;
};

}  // namespace nextmove::support
