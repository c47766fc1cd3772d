// From SDL's events to the hub's, and what SDL knows without one: what a pad holds as it comes.
#include <SDL.h>
#include <algorithm>
#include <array>
#include <optional>
#include <vector>

#include <nextmove/complaint.hpp>
#include <nextmove/sdl2.hpp>

#include "controls.hpp"

namespace nextmove::sdl2 {
namespace {

constexpr float full_axis = 32767.0F;

// SDL's axes reach -32768 on one side only.
float axis_value(Sint16 raw) {
  return std::max(-1.0F, static_cast<float>(raw) / full_axis);
}

// Event stamps are the low 32 bits of the 64 that SDL_GetTicks64 counts, from a short while ago.
Time time_of(const SDL_Event& event) {
  const Uint64 now = SDL_GetTicks64();
  const Uint32 age = static_cast<Uint32>(now) - event.common.timestamp;
  const bool is_plausible = age <= now && age < 0x8000'0000U;
  return std::chrono::milliseconds{is_plausible ? now - age : now};
}

// A colour.
struct Lamp {
  Uint8 red = 0, green = 0, blue = 0;
};

constexpr Lamp waving_lamp = {255, 255, 255};

// By the number of a seat, round and round; dark for a pad that nobody has.
Lamp lamp_of(int number) {
  constexpr std::array<Lamp, 4> lamps = {
      {{200, 30, 20}, {10, 150, 60}, {200, 140, 0}, {30, 70, 220}}};
  return number < 0 ? Lamp{} : lamps[static_cast<std::size_t>(number) % lamps.size()];
}

void light(SDL_GameController* controller, const Lamp& lamp) {
  SDL_GameControllerSetLED(controller, lamp.red, lamp.green, lamp.blue);
}

Control nth(Control first, int number) {
  return static_cast<Control>(static_cast<int>(first) + number);
}

Device describe(SDL_GameController* controller) {
  const auto text = [](const char* it) { return std::string{it != nullptr ? it : ""}; };
  return {DeviceKind::gamepad, text(SDL_GameControllerName(controller)),
          SDL_GameControllerGetVendor(controller), SDL_GameControllerGetProduct(controller),
          text(SDL_GameControllerGetSerial(controller))};
}

}  // namespace

class Adapter::Implementation {
  struct Pad {
    SDL_GameController* controller = nullptr;
    SDL_JoystickID instance = 0;
    DeviceId device = DeviceId::none;
    std::array<Vec2, 2> sticks{};       // left, right; y up
    std::optional<Time> waves_until{};  // its lamp is lit for it
  };

  /// SDL numbers fingers as it likes; here the first that is free gets the lowest number.
  struct TouchScreen {
    SDL_TouchID id = 0;
    DeviceId device = DeviceId::none;
    std::array<std::optional<SDL_FingerID>, 10> fingers{};

    std::optional<int> number_of(SDL_FingerID finger, bool is_new) {
      auto found = std::find(fingers.begin(), fingers.end(), finger);
      if (found == fingers.end() && is_new) {
        found = std::find(fingers.begin(), fingers.end(), std::nullopt);
        if (found != fingers.end()) *found = finger;
      }
      if (found == fingers.end()) return std::nullopt;
      return static_cast<int>(found - fingers.begin());
    }
  };

 public:
  explicit Implementation(Hub& hub)
      : hub_(hub),
        keyboard_(hub.plug({DeviceKind::keyboard, "keyboard"}, now())),
        mouse_(hub.plug({DeviceKind::mouse, "mouse"}, now())) {
    if (SDL_WasInit(SDL_INIT_VIDEO) == 0) {
      core::doubt(ComplaintKind::wrong_moment, "sdl2::Adapter",
                  "was made before SDL_Init(SDL_INIT_VIDEO), without which SDL tells of no keys, "
                  "mouse or fingers");
    }
    SDL_SetHint(SDL_HINT_GAMECONTROLLER_USE_BUTTON_LABELS, "0");
    read_layout();
    for (int index = 0; index < SDL_NumJoysticks(); ++index) plug(index, now());
  }

  ~Implementation() {
    while (!pads_.empty()) unplug(pads_.back().instance, now());
    for (const TouchScreen& screen : screens_) hub_.unplug(screen.device, now());
    hub_.unplug(mouse_, now());
    hub_.unplug(keyboard_, now());
  }

  Implementation(const Implementation&) = delete;
  Implementation& operator=(const Implementation&) = delete;

  void light_numbers() {
    for (Pad& pad : pads_) {
      const auto owners = hub_.owners(pad.device);
      const auto seats = hub_.seats();
      const auto seat = std::find_if(seats.begin(), seats.end(), [&](const auto& it) {
        return !owners.empty() && it.get() == owners.front();
      });
      const int number = seat == seats.end() ? -1 : static_cast<int>(seat - seats.begin());
      SDL_GameControllerSetPlayerIndex(pad.controller, number);
      if (!pad.waves_until) light(pad.controller, lamp_of(number));
    }
  }

  bool wave(DeviceId device) {
    constexpr Uint16 strength = 0xA000;
    constexpr std::chrono::milliseconds length{400};
    const auto pad = std::find_if(pads_.begin(), pads_.end(),
                                  [&](const Pad& it) { return it.device == device; });
    if (pad == pads_.end()) return false;
    const bool can_shine = SDL_GameControllerHasLED(pad->controller) == SDL_TRUE;
    if (can_shine) {
      light(pad->controller, waving_lamp);
      pad->waves_until = now() + length;
    }
    const auto milliseconds = static_cast<Uint32>(length.count());
    return SDL_GameControllerRumble(pad->controller, strength, strength, milliseconds) == 0 ||
           can_shine;
  }

  static Time now() { return std::chrono::milliseconds{SDL_GetTicks64()}; }

  bool handle(const SDL_Event& event) {
    end_waves();
    const Time time = time_of(event);
    switch (event.type) {
      case SDL_KEYDOWN:
      case SDL_KEYUP:
        if (event.key.repeat == 0) {
          button(time, keyboard_, from_scancode(event.key.keysym.scancode), event.key.state);
        }
        return true;
      case SDL_MOUSEBUTTONDOWN:
      case SDL_MOUSEBUTTONUP: return mouse_button(time, event.button);
      case SDL_MOUSEMOTION: return mouse_motion(time, event.motion);
      case SDL_FINGERDOWN:
      case SDL_FINGERMOTION:
      case SDL_FINGERUP: return finger(time, event.tfinger);
      case SDL_MOUSEWHEEL: return wheel(time, event.wheel);
      case SDL_CONTROLLERDEVICEADDED: plug(event.cdevice.which, time); return true;
      case SDL_CONTROLLERDEVICEREMOVED: unplug(event.cdevice.which, time); return true;
      case SDL_CONTROLLERBUTTONDOWN:
      case SDL_CONTROLLERBUTTONUP:
        if (const Pad* pad = find(event.cbutton.which)) {
          button(time, pad->device, from_pad_button(event.cbutton.button), event.cbutton.state);
        }
        return true;
      case SDL_CONTROLLERAXISMOTION:
        if (Pad* pad = find(event.caxis.which)) pad_axis(time, *pad, event.caxis);
        return true;
      case SDL_KEYMAPCHANGED: read_layout(); return true;
      case SDL_WINDOWEVENT: return window(time, event.window);
      default: return false;
    }
  }

 private:
  void end_waves() {
    for (Pad& pad : pads_) {
      if (!pad.waves_until || now() < *pad.waves_until) continue;
      pad.waves_until.reset();
      light(pad.controller, lamp_of(SDL_GameControllerGetPlayerIndex(pad.controller)));
    }
  }

  // What the layout prints on the keys, for prompts. The numpad is the same everywhere.
  void read_layout() {
    KeyLabels labels;
    for (int i = 0; i < SDL_NUM_SCANCODES; ++i) {
      const auto scancode = static_cast<SDL_Scancode>(i);
      const Control key = from_scancode(scancode);
      if (key == Control::none || is_on_numpad(key)) continue;
      const SDL_Keycode code = SDL_GetKeyFromScancode(scancode);
      const bool is_character =
          code > SDLK_SPACE && code != SDLK_DELETE && (code & SDLK_SCANCODE_MASK) == 0;
      labels.set(key, is_character ? key_label(static_cast<char32_t>(code)) : std::string{});
    }
    hub_.set_key_labels(std::move(labels));
  }

  void button(Time time, DeviceId device, Control control, Uint8 state) {
    if (control == Control::none) return;
    hub_.feed({time, device, control, state == SDL_PRESSED ? 1.0F : 0.0F});
  }

  // What a finger does is no mouse, though SDL tells of one for programs that know no fingers.
  bool mouse_button(Time time, const SDL_MouseButtonEvent& event) {
    if (event.which == SDL_TOUCH_MOUSEID) return false;
    button(time, mouse_, from_mouse_button(event.button), event.state);
    return true;
  }

  bool window(Time time, const SDL_WindowEvent& event) {
    switch (event.event) {
      case SDL_WINDOWEVENT_FOCUS_LOST: hub_.release_all(time); return true;
      case SDL_WINDOWEVENT_FOCUS_GAINED:
        measure(event.windowID);
        take_up_all(time);
        return true;
      case SDL_WINDOWEVENT_SIZE_CHANGED: measure(event.windowID); return true;
      default: return false;
    }
  }

  // Of the keys that are down when the focus comes back SDL tells of modifiers only. What else its
  // keyboard has down then was pressed since, and that press is still to come.
  void take_up_all(Time time) {
    const Uint8* const keys = SDL_GetKeyboardState(nullptr);
    for (int i = SDL_SCANCODE_LCTRL; i <= SDL_SCANCODE_RGUI; ++i) {
      take_up(time, keyboard_, from_scancode(static_cast<SDL_Scancode>(i)), keys[i]);
    }
    const Uint32 buttons = SDL_GetMouseState(nullptr, nullptr);
    for (Uint8 i = SDL_BUTTON_LEFT; i <= SDL_BUTTON_X2; ++i) {
      const bool is_down = (buttons & SDL_BUTTON(i)) != 0;
      if (is_down && !will_be_clicked(i)) take_up(time, mouse_, from_mouse_button(i), 1);
    }
    for (Pad& pad : pads_) take_up(time, pad);
  }

  static bool will_be_clicked(Uint8 button) {
    std::array<SDL_Event, 16> clicks;
    const int count = SDL_PeepEvents(clicks.data(), static_cast<int>(clicks.size()), SDL_PEEKEVENT,
                                     SDL_MOUSEBUTTONDOWN, SDL_MOUSEBUTTONDOWN);
    return std::any_of(clicks.begin(), clicks.begin() + std::max(count, 0),
                       [&](const SDL_Event& it) { return it.button.button == button; });
  }

  void take_up(Time time, Pad& pad) {
    for (Uint8 i = 0; i < SDL_CONTROLLER_BUTTON_MAX; ++i) {
      const auto button = static_cast<SDL_GameControllerButton>(i);
      take_up(time, pad.device, from_pad_button(i),
              SDL_GameControllerGetButton(pad.controller, button));
    }
    const auto axis = [&](SDL_GameControllerAxis which) {
      return is_known(pad, which) ? axis_value(SDL_GameControllerGetAxis(pad.controller, which))
                                  : 0.0F;
    };
    pad.sticks = {
        Vec2{axis(SDL_CONTROLLER_AXIS_LEFTX), -axis(SDL_CONTROLLER_AXIS_LEFTY)},
        Vec2{axis(SDL_CONTROLLER_AXIS_RIGHTX), -axis(SDL_CONTROLLER_AXIS_RIGHTY)},
    };
    take_up(time, pad.device, Control::PadLeftStick, pad.sticks[0].x, pad.sticks[0].y);
    take_up(time, pad.device, Control::PadRightStick, pad.sticks[1].x, pad.sticks[1].y);
    take_up(time, pad.device, Control::PadLeftTrigger,
            std::max(axis(SDL_CONTROLLER_AXIS_TRIGGERLEFT), 0.0F));
    take_up(time, pad.device, Control::PadRightTrigger,
            std::max(axis(SDL_CONTROLLER_AXIS_TRIGGERRIGHT), 0.0F));
  }

  // Until a pad has told where an axis is, SDL says the middle, at which a trigger is half pressed.
  static bool is_known(const Pad& pad, SDL_GameControllerAxis which) {
    const SDL_GameControllerButtonBind bind =
        SDL_GameControllerGetBindForAxis(pad.controller, which);
    if (bind.bindType != SDL_CONTROLLER_BINDTYPE_AXIS) return true;
    Sint16 first = 0;
    return SDL_JoystickGetAxisInitialState(SDL_GameControllerGetJoystick(pad.controller),
                                           bind.value.axis, &first) == SDL_TRUE;
  }

  // What is at rest needs no telling: the hub thinks so anyway.
  void take_up(Time time, DeviceId device, Control control, float x, float y = 0) {
    if (control == Control::none || (x == 0 && y == 0)) return;
    hub_.take_up({time, device, control, x, y});
  }

  Vec2 measure(Uint32 window_id) {
    SDL_Window* window = SDL_GetWindowFromID(window_id);
    if (window == nullptr) return {};
    int width = 0;
    int height = 0;
    SDL_GetWindowSize(window, &width, &height);
    const Vec2 size = {static_cast<float>(width), static_cast<float>(height)};
    if (width > 0 && height > 0 && size != hub_.window()) hub_.set_window(size.x, size.y);
    return size;
  }

  bool mouse_motion(Time time, const SDL_MouseMotionEvent& event) {
    if (event.which == SDL_TOUCH_MOUSEID) return false;
    hub_.feed({time, mouse_, Control::MouseMotion, static_cast<float>(event.xrel),
               static_cast<float>(-event.yrel)});
    const Vec2 size = measure(event.windowID);
    if (size.x <= 0 || size.y <= 0 || SDL_GetRelativeMouseMode() == SDL_TRUE) return true;
    const auto share = [](Sint32 at, float whole) {
      return std::clamp(static_cast<float>(at) / whole, 0.0F, 1.0F);
    };
    hub_.feed(
        {time, mouse_, Control::MousePosition, share(event.x, size.x), share(event.y, size.y)});
    return true;
  }

  bool finger(Time time, const SDL_TouchFingerEvent& event) {
    if (SDL_GetTouchDeviceType(event.touchId) != SDL_TOUCH_DEVICE_DIRECT) return false;
    measure(event.windowID);
    TouchScreen& screen = screen_of(event.touchId, time);
    const auto number = screen.number_of(event.fingerId, event.type == SDL_FINGERDOWN);
    if (!number) return true;  // an eleventh finger
    if (event.type == SDL_FINGERUP) {
      screen.fingers[static_cast<std::size_t>(*number)].reset();
      hub_.feed({time, screen.device, nth(Control::Finger1, *number), 0});
      return true;
    }
    hub_.feed({time, screen.device, nth(Control::Finger1Position, *number),
               std::clamp(event.x, 0.0F, 1.0F), std::clamp(event.y, 0.0F, 1.0F)});
    if (event.type == SDL_FINGERDOWN) {
      hub_.feed({time, screen.device, nth(Control::Finger1, *number), 1});
    }
    return true;
  }

  TouchScreen& screen_of(SDL_TouchID id, Time time) {
    const auto found = std::find_if(screens_.begin(), screens_.end(),
                                    [&](const TouchScreen& screen) { return screen.id == id; });
    if (found != screens_.end()) return *found;
    screens_.push_back({id, hub_.plug({DeviceKind::touch, "touch screen"}, time), {}});
    return screens_.back();
  }

  bool wheel(Time time, const SDL_MouseWheelEvent& event) {
    if (event.which == SDL_TOUCH_MOUSEID) return false;
    const float sign = event.direction == SDL_MOUSEWHEEL_FLIPPED ? -1.0F : 1.0F;
    hub_.feed({time, mouse_, Control::Wheel, sign * event.preciseX, sign * event.preciseY});
    return true;
  }

  void pad_axis(Time time, Pad& pad, const SDL_ControllerAxisEvent& event) {
    const float value = axis_value(event.value);
    switch (event.axis) {
      case SDL_CONTROLLER_AXIS_LEFTX: pad.sticks[0].x = value; break;
      case SDL_CONTROLLER_AXIS_LEFTY: pad.sticks[0].y = -value; break;
      case SDL_CONTROLLER_AXIS_RIGHTX: pad.sticks[1].x = value; break;
      case SDL_CONTROLLER_AXIS_RIGHTY: pad.sticks[1].y = -value; break;
      case SDL_CONTROLLER_AXIS_TRIGGERLEFT:
        trigger(time, pad, Control::PadLeftTrigger, value);
        return;
      case SDL_CONTROLLER_AXIS_TRIGGERRIGHT:
        trigger(time, pad, Control::PadRightTrigger, value);
        return;
      default: return;
    }
    const bool is_left =
        event.axis == SDL_CONTROLLER_AXIS_LEFTX || event.axis == SDL_CONTROLLER_AXIS_LEFTY;
    const Vec2 stick = pad.sticks[is_left ? 0 : 1];
    hub_.feed({time, pad.device, is_left ? Control::PadLeftStick : Control::PadRightStick, stick.x,
               stick.y});
  }

  void trigger(Time time, const Pad& pad, Control control, float value) {
    hub_.feed({time, pad.device, control, std::max(value, 0.0F)});
  }

  Pad* find(SDL_JoystickID instance) {
    const auto found = std::find_if(pads_.begin(), pads_.end(),
                                    [&](const Pad& pad) { return pad.instance == instance; });
    return found == pads_.end() ? nullptr : &*found;
  }

  void plug(int index, Time time) {
    if (SDL_IsGameController(index) == SDL_FALSE) return;
    if (find(SDL_JoystickGetDeviceInstanceID(index)) != nullptr) return;
    SDL_GameController* controller = SDL_GameControllerOpen(index);
    if (controller == nullptr) return;
    const SDL_JoystickID instance =
        SDL_JoystickInstanceID(SDL_GameControllerGetJoystick(controller));
    pads_.push_back({controller, instance, hub_.plug(describe(controller), time)});
    SDL_GameControllerUpdate();  // what it holds is known only then
    take_up(time, pads_.back());
  }

  void unplug(SDL_JoystickID instance, Time time) {
    const Pad* pad = find(instance);
    if (pad == nullptr) return;
    hub_.unplug(pad->device, time);
    SDL_GameControllerClose(pad->controller);
    pads_.erase(pads_.begin() + (pad - pads_.data()));
  }

  Hub& hub_;
  DeviceId keyboard_;
  DeviceId mouse_;
  std::vector<Pad> pads_;
  std::vector<TouchScreen> screens_;
};

Adapter::Adapter(Hub& hub) : implementation_(std::make_unique<Implementation>(hub)) {}
Adapter::~Adapter() = default;

bool Adapter::handle(const SDL_Event& event) {
  return implementation_->handle(event);
}

void Adapter::light_numbers() {
  implementation_->light_numbers();
}

bool Adapter::wave(DeviceId device) {
  return implementation_->wave(device);
}

Time Adapter::now() const {
  return Implementation::now();
}

}  // namespace nextmove::sdl2
