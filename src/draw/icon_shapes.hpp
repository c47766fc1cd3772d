// How each control looks.
#pragma once

#include <nextmove/control.hpp>

#include "icon_pen.hpp"

namespace nextmove::draw {

/// A key cap with what is printed on it; `label` where it is not empty.
void draw_key(IconPen& pen, const Icon& icon, Control key);
void draw_mouse(IconPen& pen, Control control);
/// `printed` is what the family has on the control; empty for nothing.
void draw_pad(IconPen& pen, Control control, const std::string& printed);
/// Several controls as one, and touches. False where there is no such picture.
bool draw_special(IconPen& pen, const std::string& name);

}  // namespace nextmove::draw
