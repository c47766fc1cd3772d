// What a layout prints on its keys, asked of xkbcommon.
#include <array>
#include <memory>
#include <string>
#include <xkbcommon/xkbcommon.h>

#include <nextmove/xkb.hpp>

namespace nextmove::xkb {
namespace {

using enum Control;

/// The keys that have characters, with their numbers in the Linux kernel.
struct Key {
  Control control;
  xkb_keycode_t code;
};

constexpr std::array keys = {
    Key{Digit1, 2},     Key{Digit2, 3},     Key{Digit3, 4},       Key{Digit4, 5},
    Key{Digit5, 6},     Key{Digit6, 7},     Key{Digit7, 8},       Key{Digit8, 9},
    Key{Digit9, 10},    Key{Digit0, 11},    Key{Minus, 12},       Key{Equal, 13},
    Key{KeyQ, 16},      Key{KeyW, 17},      Key{KeyE, 18},        Key{KeyR, 19},
    Key{KeyT, 20},      Key{KeyY, 21},      Key{KeyU, 22},        Key{KeyI, 23},
    Key{KeyO, 24},      Key{KeyP, 25},      Key{BracketLeft, 26}, Key{BracketRight, 27},
    Key{KeyA, 30},      Key{KeyS, 31},      Key{KeyD, 32},        Key{KeyF, 33},
    Key{KeyG, 34},      Key{KeyH, 35},      Key{KeyJ, 36},        Key{KeyK, 37},
    Key{KeyL, 38},      Key{Semicolon, 39}, Key{Quote, 40},       Key{Backquote, 41},
    Key{Backslash, 43}, Key{KeyZ, 44},      Key{KeyX, 45},        Key{KeyC, 46},
    Key{KeyV, 47},      Key{KeyB, 48},      Key{KeyN, 49},        Key{KeyM, 50},
    Key{Comma, 51},     Key{Period, 52},    Key{Slash, 53},       Key{IntlBackslash, 86},
    Key{IntlRo, 89},    Key{IntlYen, 124}};

constexpr xkb_keycode_t first_code = 8;  // xkb counts from there

/// Keys that wait for the next have no character of their own; this is what is printed on them.
struct DeadKey {
  xkb_keysym_t symbol;
  char32_t character;
};

constexpr std::array dead_keys = {
    DeadKey{XKB_KEY_dead_grave, U'`'},       DeadKey{XKB_KEY_dead_acute, U'´'},
    DeadKey{XKB_KEY_dead_circumflex, U'^'},  DeadKey{XKB_KEY_dead_tilde, U'~'},
    DeadKey{XKB_KEY_dead_diaeresis, U'¨'},   DeadKey{XKB_KEY_dead_cedilla, U'¸'},
    DeadKey{XKB_KEY_dead_abovering, U'°'},   DeadKey{XKB_KEY_dead_caron, U'ˇ'},
    DeadKey{XKB_KEY_dead_breve, U'˘'},       DeadKey{XKB_KEY_dead_abovedot, U'˙'},
    DeadKey{XKB_KEY_dead_ogonek, U'˛'},      DeadKey{XKB_KEY_dead_macron, U'¯'},
    DeadKey{XKB_KEY_dead_doubleacute, U'˝'}, DeadKey{XKB_KEY_dead_stroke, U'/'}};

char32_t character_of(xkb_keysym_t symbol) {
  for (const DeadKey& dead : dead_keys) {
    if (dead.symbol == symbol) return dead.character;
  }
  return xkb_keysym_to_utf32(symbol);
}

template <auto release>
struct Release {
  template <class T>
  void operator()(T* it) const {
    release(it);
  }
};
using Context = std::unique_ptr<xkb_context, Release<xkb_context_unref>>;
using Keymap = std::unique_ptr<xkb_keymap, Release<xkb_keymap_unref>>;

void say_nothing(xkb_context* /*context*/, xkb_log_level /*level*/, const char* /*format*/,
                 va_list /*arguments*/) {}

Keymap find_keymap(xkb_context* context, std::string_view name) {
  const std::size_t open = name.find('(');
  const std::string layout{name.substr(0, open)};
  std::string variant;
  if (open != std::string_view::npos) {
    const bool is_closed = name.size() > open + 2 && name.back() == ')';
    if (!is_closed) return nullptr;
    variant = name.substr(open + 1, name.size() - open - 2);
  }
  if (layout.empty()) return nullptr;
  const xkb_rule_names names = {"evdev", "pc105", layout.c_str(), variant.c_str(), ""};
  return Keymap{xkb_keymap_new_from_names(context, &names, XKB_KEYMAP_COMPILE_NO_FLAGS)};
}

}  // namespace

Result<KeyLabels> key_labels(std::string_view layout) {
  const Context context{xkb_context_new(XKB_CONTEXT_NO_ENVIRONMENT_NAMES)};
  if (context != nullptr) xkb_context_set_log_fn(context.get(), say_nothing);
  const Keymap keymap = context != nullptr ? find_keymap(context.get(), layout) : nullptr;
  if (keymap == nullptr) {
    return {{},
            {{.message = std::string{"there is no keyboard layout \""}.append(layout).append(
                  "\"; names are like us, fr, de or us(dvorak)")}}};
  }
  KeyLabels labels;
  for (const Key& key : keys) {
    const xkb_keysym_t* symbols = nullptr;
    const int count =
        xkb_keymap_key_get_syms_by_level(keymap.get(), key.code + first_code, 0, 0, &symbols);
    const char32_t character = count > 0 ? character_of(symbols[0]) : 0;
    labels.set(key.control, character > U' ' ? key_label(character) : std::string{});
  }
  return {std::move(labels), {}};
}

}  // namespace nextmove::xkb
