#include "controls.hpp"

#include <array>

namespace nextmove::sdl2 {
namespace {

struct Key {
  SDL_Scancode scancode;
  Control control;
};

// SDL's scancodes are USB usages of the keyboard page, then of the consumer page.
constexpr Key keys[] = {
    {SDL_SCANCODE_A, Control::KeyA},
    {SDL_SCANCODE_B, Control::KeyB},
    {SDL_SCANCODE_C, Control::KeyC},
    {SDL_SCANCODE_D, Control::KeyD},
    {SDL_SCANCODE_E, Control::KeyE},
    {SDL_SCANCODE_F, Control::KeyF},
    {SDL_SCANCODE_G, Control::KeyG},
    {SDL_SCANCODE_H, Control::KeyH},
    {SDL_SCANCODE_I, Control::KeyI},
    {SDL_SCANCODE_J, Control::KeyJ},
    {SDL_SCANCODE_K, Control::KeyK},
    {SDL_SCANCODE_L, Control::KeyL},
    {SDL_SCANCODE_M, Control::KeyM},
    {SDL_SCANCODE_N, Control::KeyN},
    {SDL_SCANCODE_O, Control::KeyO},
    {SDL_SCANCODE_P, Control::KeyP},
    {SDL_SCANCODE_Q, Control::KeyQ},
    {SDL_SCANCODE_R, Control::KeyR},
    {SDL_SCANCODE_S, Control::KeyS},
    {SDL_SCANCODE_T, Control::KeyT},
    {SDL_SCANCODE_U, Control::KeyU},
    {SDL_SCANCODE_V, Control::KeyV},
    {SDL_SCANCODE_W, Control::KeyW},
    {SDL_SCANCODE_X, Control::KeyX},
    {SDL_SCANCODE_Y, Control::KeyY},
    {SDL_SCANCODE_Z, Control::KeyZ},
    {SDL_SCANCODE_1, Control::Digit1},
    {SDL_SCANCODE_2, Control::Digit2},
    {SDL_SCANCODE_3, Control::Digit3},
    {SDL_SCANCODE_4, Control::Digit4},
    {SDL_SCANCODE_5, Control::Digit5},
    {SDL_SCANCODE_6, Control::Digit6},
    {SDL_SCANCODE_7, Control::Digit7},
    {SDL_SCANCODE_8, Control::Digit8},
    {SDL_SCANCODE_9, Control::Digit9},
    {SDL_SCANCODE_0, Control::Digit0},
    {SDL_SCANCODE_RETURN, Control::Enter},
    {SDL_SCANCODE_ESCAPE, Control::Escape},
    {SDL_SCANCODE_BACKSPACE, Control::Backspace},
    {SDL_SCANCODE_TAB, Control::Tab},
    {SDL_SCANCODE_SPACE, Control::Space},
    {SDL_SCANCODE_MINUS, Control::Minus},
    {SDL_SCANCODE_EQUALS, Control::Equal},
    {SDL_SCANCODE_LEFTBRACKET, Control::BracketLeft},
    {SDL_SCANCODE_RIGHTBRACKET, Control::BracketRight},
    {SDL_SCANCODE_BACKSLASH, Control::Backslash},
    {SDL_SCANCODE_NONUSHASH, Control::Backslash},
    {SDL_SCANCODE_SEMICOLON, Control::Semicolon},
    {SDL_SCANCODE_APOSTROPHE, Control::Quote},
    {SDL_SCANCODE_GRAVE, Control::Backquote},
    {SDL_SCANCODE_COMMA, Control::Comma},
    {SDL_SCANCODE_PERIOD, Control::Period},
    {SDL_SCANCODE_SLASH, Control::Slash},
    {SDL_SCANCODE_CAPSLOCK, Control::CapsLock},
    {SDL_SCANCODE_PRINTSCREEN, Control::PrintScreen},
    {SDL_SCANCODE_SCROLLLOCK, Control::ScrollLock},
    {SDL_SCANCODE_PAUSE, Control::Pause},
    {SDL_SCANCODE_INSERT, Control::Insert},
    {SDL_SCANCODE_HOME, Control::Home},
    {SDL_SCANCODE_PAGEUP, Control::PageUp},
    {SDL_SCANCODE_DELETE, Control::Delete},
    {SDL_SCANCODE_END, Control::End},
    {SDL_SCANCODE_PAGEDOWN, Control::PageDown},
    {SDL_SCANCODE_RIGHT, Control::ArrowRight},
    {SDL_SCANCODE_LEFT, Control::ArrowLeft},
    {SDL_SCANCODE_DOWN, Control::ArrowDown},
    {SDL_SCANCODE_UP, Control::ArrowUp},
    {SDL_SCANCODE_NUMLOCKCLEAR, Control::NumLock},
    {SDL_SCANCODE_KP_DIVIDE, Control::NumpadDivide},
    {SDL_SCANCODE_KP_MULTIPLY, Control::NumpadMultiply},
    {SDL_SCANCODE_KP_MINUS, Control::NumpadSubtract},
    {SDL_SCANCODE_KP_PLUS, Control::NumpadAdd},
    {SDL_SCANCODE_KP_ENTER, Control::NumpadEnter},
    {SDL_SCANCODE_KP_PERIOD, Control::NumpadDecimal},
    {SDL_SCANCODE_KP_EQUALS, Control::NumpadEqual},
    {SDL_SCANCODE_KP_COMMA, Control::NumpadComma},
    {SDL_SCANCODE_KP_LEFTPAREN, Control::NumpadParenLeft},
    {SDL_SCANCODE_KP_RIGHTPAREN, Control::NumpadParenRight},
    {SDL_SCANCODE_KP_BACKSPACE, Control::NumpadBackspace},
    {SDL_SCANCODE_KP_CLEAR, Control::NumpadClear},
    {SDL_SCANCODE_KP_CLEARENTRY, Control::NumpadClearEntry},
    {SDL_SCANCODE_KP_HASH, Control::NumpadHash},
    {SDL_SCANCODE_KP_MEMSTORE, Control::NumpadMemoryStore},
    {SDL_SCANCODE_KP_MEMRECALL, Control::NumpadMemoryRecall},
    {SDL_SCANCODE_KP_MEMCLEAR, Control::NumpadMemoryClear},
    {SDL_SCANCODE_KP_MEMADD, Control::NumpadMemoryAdd},
    {SDL_SCANCODE_KP_MEMSUBTRACT, Control::NumpadMemorySubtract},
    {SDL_SCANCODE_NONUSBACKSLASH, Control::IntlBackslash},
    {SDL_SCANCODE_APPLICATION, Control::ContextMenu},
    {SDL_SCANCODE_POWER, Control::Power},
    {SDL_SCANCODE_HELP, Control::Help},
    {SDL_SCANCODE_MENU, Control::Props},
    {SDL_SCANCODE_SELECT, Control::Select},
    {SDL_SCANCODE_AGAIN, Control::Again},
    {SDL_SCANCODE_UNDO, Control::Undo},
    {SDL_SCANCODE_CUT, Control::Cut},
    {SDL_SCANCODE_COPY, Control::Copy},
    {SDL_SCANCODE_PASTE, Control::Paste},
    {SDL_SCANCODE_FIND, Control::Find},
    {SDL_SCANCODE_EXECUTE, Control::Open},
    {SDL_SCANCODE_MUTE, Control::AudioVolumeMute},
    {SDL_SCANCODE_AUDIOMUTE, Control::AudioVolumeMute},
    {SDL_SCANCODE_VOLUMEUP, Control::AudioVolumeUp},
    {SDL_SCANCODE_VOLUMEDOWN, Control::AudioVolumeDown},
    {SDL_SCANCODE_INTERNATIONAL1, Control::IntlRo},
    {SDL_SCANCODE_INTERNATIONAL2, Control::KanaMode},
    {SDL_SCANCODE_INTERNATIONAL3, Control::IntlYen},
    {SDL_SCANCODE_INTERNATIONAL4, Control::Convert},
    {SDL_SCANCODE_INTERNATIONAL5, Control::NonConvert},
    {SDL_SCANCODE_LANG1, Control::Lang1},
    {SDL_SCANCODE_LANG2, Control::Lang2},
    {SDL_SCANCODE_LANG3, Control::Lang3},
    {SDL_SCANCODE_LANG4, Control::Lang4},
    {SDL_SCANCODE_LANG5, Control::Lang5},
    {SDL_SCANCODE_LCTRL, Control::ControlLeft},
    {SDL_SCANCODE_LSHIFT, Control::ShiftLeft},
    {SDL_SCANCODE_LALT, Control::AltLeft},
    {SDL_SCANCODE_LGUI, Control::MetaLeft},
    {SDL_SCANCODE_RCTRL, Control::ControlRight},
    {SDL_SCANCODE_RSHIFT, Control::ShiftRight},
    {SDL_SCANCODE_RALT, Control::AltRight},
    {SDL_SCANCODE_RGUI, Control::MetaRight},
    {SDL_SCANCODE_AUDIONEXT, Control::MediaTrackNext},
    {SDL_SCANCODE_AUDIOPREV, Control::MediaTrackPrevious},
    {SDL_SCANCODE_AUDIOSTOP, Control::MediaStop},
    {SDL_SCANCODE_AUDIOPLAY, Control::MediaPlayPause},
    {SDL_SCANCODE_MEDIASELECT, Control::MediaSelect},
    {SDL_SCANCODE_MAIL, Control::LaunchMail},
    {SDL_SCANCODE_AC_SEARCH, Control::BrowserSearch},
    {SDL_SCANCODE_AC_HOME, Control::BrowserHome},
    {SDL_SCANCODE_AC_BACK, Control::BrowserBack},
    {SDL_SCANCODE_AC_FORWARD, Control::BrowserForward},
    {SDL_SCANCODE_AC_STOP, Control::BrowserStop},
    {SDL_SCANCODE_AC_REFRESH, Control::BrowserRefresh},
    {SDL_SCANCODE_AC_BOOKMARKS, Control::BrowserFavorites},
    {SDL_SCANCODE_EJECT, Control::Eject},
    {SDL_SCANCODE_SLEEP, Control::Sleep},
    {SDL_SCANCODE_APP1, Control::LaunchApp1},
    {SDL_SCANCODE_APP2, Control::LaunchApp2},
    {SDL_SCANCODE_F1, Control::F1},
    {SDL_SCANCODE_F2, Control::F2},
    {SDL_SCANCODE_F3, Control::F3},
    {SDL_SCANCODE_F4, Control::F4},
    {SDL_SCANCODE_F5, Control::F5},
    {SDL_SCANCODE_F6, Control::F6},
    {SDL_SCANCODE_F7, Control::F7},
    {SDL_SCANCODE_F8, Control::F8},
    {SDL_SCANCODE_F9, Control::F9},
    {SDL_SCANCODE_F10, Control::F10},
    {SDL_SCANCODE_F11, Control::F11},
    {SDL_SCANCODE_F12, Control::F12},
    {SDL_SCANCODE_F13, Control::F13},
    {SDL_SCANCODE_F14, Control::F14},
    {SDL_SCANCODE_F15, Control::F15},
    {SDL_SCANCODE_F16, Control::F16},
    {SDL_SCANCODE_F17, Control::F17},
    {SDL_SCANCODE_F18, Control::F18},
    {SDL_SCANCODE_F19, Control::F19},
    {SDL_SCANCODE_F20, Control::F20},
    {SDL_SCANCODE_F21, Control::F21},
    {SDL_SCANCODE_F22, Control::F22},
    {SDL_SCANCODE_F23, Control::F23},
    {SDL_SCANCODE_F24, Control::F24},
    {SDL_SCANCODE_KP_1, Control::Numpad1},
    {SDL_SCANCODE_KP_2, Control::Numpad2},
    {SDL_SCANCODE_KP_3, Control::Numpad3},
    {SDL_SCANCODE_KP_4, Control::Numpad4},
    {SDL_SCANCODE_KP_5, Control::Numpad5},
    {SDL_SCANCODE_KP_6, Control::Numpad6},
    {SDL_SCANCODE_KP_7, Control::Numpad7},
    {SDL_SCANCODE_KP_8, Control::Numpad8},
    {SDL_SCANCODE_KP_9, Control::Numpad9},
    {SDL_SCANCODE_KP_0, Control::Numpad0},
};

constexpr std::array<Control, SDL_NUM_SCANCODES> by_scancode = [] {
  std::array<Control, SDL_NUM_SCANCODES> table{};
  for (const Key& key : keys) table[key.scancode] = key.control;
  return table;
}();

constexpr std::array<Control, SDL_CONTROLLER_BUTTON_MAX> by_pad_button = [] {
  std::array<Control, SDL_CONTROLLER_BUTTON_MAX> table{};
  table[SDL_CONTROLLER_BUTTON_A] = Control::PadSouth;
  table[SDL_CONTROLLER_BUTTON_B] = Control::PadEast;
  table[SDL_CONTROLLER_BUTTON_X] = Control::PadWest;
  table[SDL_CONTROLLER_BUTTON_Y] = Control::PadNorth;
  table[SDL_CONTROLLER_BUTTON_BACK] = Control::PadSelect;
  table[SDL_CONTROLLER_BUTTON_GUIDE] = Control::PadGuide;
  table[SDL_CONTROLLER_BUTTON_START] = Control::PadStart;
  table[SDL_CONTROLLER_BUTTON_LEFTSTICK] = Control::PadLeftStickPress;
  table[SDL_CONTROLLER_BUTTON_RIGHTSTICK] = Control::PadRightStickPress;
  table[SDL_CONTROLLER_BUTTON_LEFTSHOULDER] = Control::PadLeftShoulder;
  table[SDL_CONTROLLER_BUTTON_RIGHTSHOULDER] = Control::PadRightShoulder;
  table[SDL_CONTROLLER_BUTTON_DPAD_UP] = Control::PadUp;
  table[SDL_CONTROLLER_BUTTON_DPAD_DOWN] = Control::PadDown;
  table[SDL_CONTROLLER_BUTTON_DPAD_LEFT] = Control::PadLeft;
  table[SDL_CONTROLLER_BUTTON_DPAD_RIGHT] = Control::PadRight;
  table[SDL_CONTROLLER_BUTTON_MISC1] = Control::PadExtra;
  table[SDL_CONTROLLER_BUTTON_PADDLE1] = Control::PadPaddle1;
  table[SDL_CONTROLLER_BUTTON_PADDLE2] = Control::PadPaddle2;
  table[SDL_CONTROLLER_BUTTON_PADDLE3] = Control::PadPaddle3;
  table[SDL_CONTROLLER_BUTTON_PADDLE4] = Control::PadPaddle4;
  table[SDL_CONTROLLER_BUTTON_TOUCHPAD] = Control::PadTouchpadPress;
  return table;
}();

constexpr std::array<Control, 6> by_mouse_button = {
    Control::none,       Control::MouseLeft, Control::MouseMiddle,
    Control::MouseRight, Control::MouseBack, Control::MouseForward,
};

template <std::size_t count>
Control at(const std::array<Control, count>& table, std::size_t index) {
  return index < count ? table[index] : Control::none;
}

}  // namespace

Control from_scancode(SDL_Scancode scancode) {
  return at(by_scancode, static_cast<std::size_t>(scancode));
}
Control from_mouse_button(Uint8 button) {
  return at(by_mouse_button, button);
}
Control from_pad_button(Uint8 button) {
  return at(by_pad_button, button);
}

}  // namespace nextmove::sdl2
