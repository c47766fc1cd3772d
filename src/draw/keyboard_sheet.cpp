// A keyboard with its mouse.
#include <algorithm>
#include <array>

#include "icon_shapes.hpp"
#include "sheet_pen.hpp"

namespace nextmove::draw {
namespace {

using enum Control;

/// Where a key lies, in key widths and rows.
struct KeyPlace {
  Control key;
  double x;
  int row;
  double width = 1;
};

constexpr std::array board = {KeyPlace{Escape, 0, 0},
                              KeyPlace{F1, 2, 0},
                              KeyPlace{F2, 3, 0},
                              KeyPlace{F3, 4, 0},
                              KeyPlace{F4, 5, 0},
                              KeyPlace{F5, 6.5, 0},
                              KeyPlace{F6, 7.5, 0},
                              KeyPlace{F7, 8.5, 0},
                              KeyPlace{F8, 9.5, 0},
                              KeyPlace{F9, 11, 0},
                              KeyPlace{F10, 12, 0},
                              KeyPlace{F11, 13, 0},
                              KeyPlace{F12, 14, 0},
                              KeyPlace{PrintScreen, 15.25, 0},
                              KeyPlace{ScrollLock, 16.25, 0},
                              KeyPlace{Pause, 17.25, 0},
                              KeyPlace{Backquote, 0, 1},
                              KeyPlace{Digit1, 1, 1},
                              KeyPlace{Digit2, 2, 1},
                              KeyPlace{Digit3, 3, 1},
                              KeyPlace{Digit4, 4, 1},
                              KeyPlace{Digit5, 5, 1},
                              KeyPlace{Digit6, 6, 1},
                              KeyPlace{Digit7, 7, 1},
                              KeyPlace{Digit8, 8, 1},
                              KeyPlace{Digit9, 9, 1},
                              KeyPlace{Digit0, 10, 1},
                              KeyPlace{Minus, 11, 1},
                              KeyPlace{Equal, 12, 1},
                              KeyPlace{Backspace, 13, 1, 2},
                              KeyPlace{Insert, 15.25, 1},
                              KeyPlace{Home, 16.25, 1},
                              KeyPlace{PageUp, 17.25, 1},
                              KeyPlace{Tab, 0, 2, 1.5},
                              KeyPlace{KeyQ, 1.5, 2},
                              KeyPlace{KeyW, 2.5, 2},
                              KeyPlace{KeyE, 3.5, 2},
                              KeyPlace{KeyR, 4.5, 2},
                              KeyPlace{KeyT, 5.5, 2},
                              KeyPlace{KeyY, 6.5, 2},
                              KeyPlace{KeyU, 7.5, 2},
                              KeyPlace{KeyI, 8.5, 2},
                              KeyPlace{KeyO, 9.5, 2},
                              KeyPlace{KeyP, 10.5, 2},
                              KeyPlace{BracketLeft, 11.5, 2},
                              KeyPlace{BracketRight, 12.5, 2},
                              KeyPlace{Backslash, 13.5, 2, 1.5},
                              KeyPlace{Delete, 15.25, 2},
                              KeyPlace{End, 16.25, 2},
                              KeyPlace{PageDown, 17.25, 2},
                              KeyPlace{CapsLock, 0, 3, 1.75},
                              KeyPlace{KeyA, 1.75, 3},
                              KeyPlace{KeyS, 2.75, 3},
                              KeyPlace{KeyD, 3.75, 3},
                              KeyPlace{KeyF, 4.75, 3},
                              KeyPlace{KeyG, 5.75, 3},
                              KeyPlace{KeyH, 6.75, 3},
                              KeyPlace{KeyJ, 7.75, 3},
                              KeyPlace{KeyK, 8.75, 3},
                              KeyPlace{KeyL, 9.75, 3},
                              KeyPlace{Semicolon, 10.75, 3},
                              KeyPlace{Quote, 11.75, 3},
                              KeyPlace{Enter, 12.75, 3, 2.25},
                              KeyPlace{ShiftLeft, 0, 4, 1.25},
                              KeyPlace{IntlBackslash, 1.25, 4},
                              KeyPlace{KeyZ, 2.25, 4},
                              KeyPlace{KeyX, 3.25, 4},
                              KeyPlace{KeyC, 4.25, 4},
                              KeyPlace{KeyV, 5.25, 4},
                              KeyPlace{KeyB, 6.25, 4},
                              KeyPlace{KeyN, 7.25, 4},
                              KeyPlace{KeyM, 8.25, 4},
                              KeyPlace{Comma, 9.25, 4},
                              KeyPlace{Period, 10.25, 4},
                              KeyPlace{Slash, 11.25, 4},
                              KeyPlace{ShiftRight, 12.25, 4, 2.75},
                              KeyPlace{ArrowUp, 16.25, 4},
                              KeyPlace{ControlLeft, 0, 5, 1.25},
                              KeyPlace{MetaLeft, 1.25, 5, 1.25},
                              KeyPlace{AltLeft, 2.5, 5, 1.25},
                              KeyPlace{Space, 3.75, 5, 6.25},
                              KeyPlace{AltRight, 10, 5, 1.25},
                              KeyPlace{MetaRight, 11.25, 5, 1.25},
                              KeyPlace{ContextMenu, 12.5, 5, 1.25},
                              KeyPlace{ControlRight, 13.75, 5, 1.25},
                              KeyPlace{ArrowLeft, 15.25, 5},
                              KeyPlace{ArrowDown, 16.25, 5},
                              KeyPlace{ArrowRight, 17.25, 5}};

constexpr double keys_left = 34;
constexpr double keys_top = 84;
constexpr double key_width = 50;
constexpr double row_height = 58;
constexpr double side_left = 972;

const MarkedControl* find(const std::vector<MarkedControl>& controls, Control key) {
  const auto found = std::find_if(controls.begin(), controls.end(), [&](const MarkedControl& it) {
    return it.control.control == key;
  });
  return found == controls.end() ? nullptr : &*found;
}

std::string cap_text(Control key, const Labels& labels) {
  switch (key) {
    case ArrowUp: return "↑";
    case ArrowDown: return "↓";
    case ArrowLeft: return "←";
    case ArrowRight: return "→";
    case IntlBackslash: return std::string{labels.keys.find(key)};
    default: return short_name(key, labels);
  }
}

bool is_on_board(const PlacedControl& control) {
  return std::any_of(board.begin(), board.end(),
                     [&](const KeyPlace& place) { return place.key == control.control; });
}

// The mouse, and keys that the picture does not have.
void draw_side(SheetPen& pen, const SheetSetting& setting,
               const std::vector<MarkedControl>& controls) {
  std::vector<const MarkedControl*> others;
  for (const MarkedControl& it : controls) {
    if (!is_on_board(it.control)) others.push_back(&it);
  }
  if (others.empty()) return;
  const double step = std::min(46.0, 6 * row_height / static_cast<double>(others.size()));
  for (std::size_t i = 0; i < others.size(); ++i) {
    const double y = keys_top + static_cast<double>(i) * step;
    pen.icon(side_left, y, step * 0.86, others[i]->control);
    const double x = side_left + step;
    pen.text(x, y + step * 0.24, 150, std::min(12.0, step * 0.3),
             label(others[i]->control, setting.labels));
    const auto count = static_cast<double>(others[i]->marks.size());
    for (std::size_t m = 0; m < others[i]->marks.size(); ++m) {
      const double width = std::min(32.0, 230 / count - 2);
      pen.mark(x + static_cast<double>(m) * (width + 3), y + step * 0.46, width, step * 0.38,
               others[i]->marks[m]);
    }
  }
}

}  // namespace

void draw_keyboard_sheet(SheetPen& pen, const SheetSetting& setting) {
  const std::vector<SheetMark> marks = sheet_marks(setting);
  const std::vector<MarkedControl> controls = by_control(marks);
  for (const KeyPlace& place : board) {
    const MarkedControl* marked = find(controls, place.key);
    const double x = keys_left + place.x * key_width;
    const double y = keys_top + place.row * row_height;
    const double width = place.width * key_width - 4;
    pen.box(x, y, width, row_height - 4, 6, marked != nullptr);
    pen.text(x + 5, y + 10, width - 10, 11, cap_text(place.key, setting.labels));
    if (marked != nullptr)
      draw_marks(pen, x + 3, y + 18, std::min(width - 6, 90.0), 32, marked->marks);
  }
  draw_side(pen, setting, controls);
  draw_legend(pen, setting, marks, {34, 446, 1212, 334});
}

}  // namespace nextmove::draw
