// Keys: a cap with a character, a sign, or a few letters.
#include <array>

#include <nextmove/labels.hpp>

#include "icon_shapes.hpp"
#include "picture_file.hpp"

namespace nextmove::draw {
namespace {

using enum Control;

struct ShortName {
  Control key;
  const char* text;
};

// What fits a cap, where the name does not.
constexpr std::array short_names = {
    ShortName{Escape, "Esc"},         ShortName{CapsLock, "Caps"},  ShortName{ControlLeft, "Ctrl"},
    ShortName{ControlRight, "Ctrl"},  ShortName{AltLeft, "Alt"},    ShortName{AltRight, "Alt"},
    ShortName{MetaLeft, "Meta"},      ShortName{MetaRight, "Meta"}, ShortName{ContextMenu, "Menu"},
    ShortName{Delete, "Del"},         ShortName{Insert, "Ins"},     ShortName{PageUp, "Pg Up"},
    ShortName{PageDown, "Pg Dn"},     ShortName{NumLock, "Num Lk"}, ShortName{ScrollLock, "Scr Lk"},
    ShortName{PrintScreen, "Prt Sc"}, ShortName{Pause, "Pause"}};

// Signs that everybody knows, drawn into a box round the middle.
bool draw_sign(IconPen& pen, Control key) {
  switch (key) {
    case ArrowUp: pen.arrow(0.5, 0.7, 0.5, 0.36, Towards::up); return true;
    case ArrowDown: pen.arrow(0.5, 0.3, 0.5, 0.64, Towards::down); return true;
    case ArrowLeft: pen.arrow(0.7, 0.5, 0.36, 0.5, Towards::left); return true;
    case ArrowRight: pen.arrow(0.3, 0.5, 0.64, 0.5, Towards::right); return true;
    case Backspace: pen.arrow(0.74, 0.42, 0.34, 0.42, Towards::left); return true;
    case Tab:
      pen.arrow(0.26, 0.42, 0.62, 0.42, Towards::right);
      pen.line(0.74, 0.3, 0.74, 0.54);
      return true;
    case Enter:
    case NumpadEnter:
      pen.line(0.7, 0.28, 0.7, 0.5);
      pen.arrow(0.7, 0.5, 0.36, 0.5, Towards::left);
      return true;
    case Space:
      pen.line(0.24, 0.44, 0.24, 0.56);
      pen.line(0.24, 0.56, 0.76, 0.56);
      pen.line(0.76, 0.56, 0.76, 0.44);
      return true;
    case ShiftLeft:
    case ShiftRight:
      cairo_move_to(pen.cairo(), 0.5, 0.24);
      for (const auto& [x, y] : {std::pair{0.72, 0.46},
                                 {0.6, 0.46},
                                 {0.6, 0.64},
                                 {0.4, 0.64},
                                 {0.4, 0.46},
                                 {0.28, 0.46}}) {
        cairo_line_to(pen.cairo(), x, y);
      }
      cairo_close_path(pen.cairo());
      pen.path_fill(Fill::none);
      return true;
    default: return false;
  }
}

std::string text_for(const Icon& icon, Control key) {
  if (!icon.label.empty()) return icon.label;
  if (key == none) return {};
  const std::string words = short_name(key, Labels{});
  return is_on_numpad(key) ? words.substr(words.find(' ') + 1) : words;
}

// Of twins, which; and the numpad's keys have its dots.
void draw_place(IconPen& pen, Control key) {
  const std::string_view name = to_string(key);
  const bool is_twin =
      name.substr(0, 5) != "Arrow" && name.substr(0, 7) != "Bracket" && !is_on_numpad(key);
  const bool is_left = is_twin && ends_with(name, "Left");
  const bool is_right = is_twin && ends_with(name, "Right");
  if (is_left) pen.head(0.2, 0.76, 0.12, Towards::left);
  if (is_right) pen.head(0.8, 0.76, 0.12, Towards::right);
  if (!is_on_numpad(key)) return;
  for (const double x : {0.66, 0.74, 0.82}) {
    for (const double y : {0.7, 0.78}) pen.circle(x, y, 0.004, Fill::mark);
  }
}

}  // namespace

std::string short_name(Control key, const Labels& labels) {
  for (const ShortName& it : short_names) {
    if (it.key == key) return it.text;
  }
  return label(key, labels);
}

void draw_key(IconPen& pen, const Icon& icon, Control key) {
  pen.box(0.06, 0.06, 0.88, 0.88, 0.14, Fill::body);
  pen.line(0.14, 0.84, 0.86, 0.84);                      // the front of the cap
  const double height = is_on_numpad(key) ? 0.42 : 0.5;  // above the dots
  if (!draw_sign(pen, key)) pen.text(0.5, 0.21 + height / 2, 0.68, height, text_for(icon, key));
  draw_place(pen, key);
}

}  // namespace nextmove::draw
