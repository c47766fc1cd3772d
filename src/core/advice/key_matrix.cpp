#include <algorithm>
#include <array>
#include <optional>

#include <nextmove/key_matrix.hpp>
#include <nextmove/rollover.hpp>

namespace nextmove::testing {
namespace {

using enum Control;

constexpr std::size_t columns = 8;

// Row by row as they lie on the board; every eighth shares a line with the first.
constexpr std::array<std::array<Control, 14>, 6> rows = {
    {{Digit1, Digit2, Digit3, Digit4, Digit5, Digit6, Digit7, Digit8, Digit9, Digit0, Minus, Equal,
      Backspace, Backquote},
     {Tab, KeyQ, KeyW, KeyE, KeyR, KeyT, KeyY, KeyU, KeyI, KeyO, KeyP, BracketLeft, BracketRight,
      Enter},
     {CapsLock, KeyA, KeyS, KeyD, KeyF, KeyG, KeyH, KeyJ, KeyK, KeyL, Semicolon, Quote, Backslash,
      none},
     {IntlBackslash, KeyZ, KeyX, KeyC, KeyV, KeyB, KeyN, KeyM, Comma, Period, Slash, none, none,
      none},
     {Space, ArrowLeft, ArrowDown, ArrowRight, ArrowUp, PageUp, PageDown, Home, End, Insert, Delete,
      none, none, none},
     {Escape, F1, F2, F3, F4, F5, F6, F7, F8, F9, F10, F11, F12, none}}};

struct Crossing {
  std::size_t row;
  std::size_t column;
};

std::optional<Crossing> crossing_of(Control key) {
  for (std::size_t row = 0; row < rows.size(); ++row) {
    const auto found = std::find(rows[row].begin(), rows[row].end(), key);
    if (found != rows[row].end()) {
      return Crossing{row, static_cast<std::size_t>(found - rows[row].begin()) % columns};
    }
  }
  return std::nullopt;
}

}  // namespace

void KeyMatrix::press(Control key) {
  if (std::find(down_.begin(), down_.end(), key) != down_.end()) return;
  down_.push_back(key);
  scan();
}

void KeyMatrix::release(Control key) {
  std::erase(down_, key);
  scan();
}

void KeyMatrix::scan() {
  reported_.clear();
  for (const Control key : down_) {
    const auto at = is_modifier(key) ? std::nullopt : crossing_of(key);
    if (!at) {
      reported_.push_back(key);
      continue;
    }
    bool shares_row = false;
    bool shares_column = false;
    for (const Control other : reported_) {
      const auto there = is_modifier(other) ? std::nullopt : crossing_of(other);
      if (!there) continue;
      shares_row = shares_row || (there->row == at->row && there->column != at->column);
      shares_column = shares_column || (there->column == at->column && there->row != at->row);
    }
    if (!(shares_row && shares_column)) reported_.push_back(key);
  }
}

}  // namespace nextmove::testing
