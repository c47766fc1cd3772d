// How each control looks.
#pragma once

#include <nextmove/control.hpp>
#include <nextmove/labels.hpp>

#include "icon_pen.hpp"

namespace nextmove::draw {

/// The whole icon, in a square from 0, 0 to 1, 1.
void draw_icon_on(cairo_t* cairo, const Icon& icon, const Families& families, IconGround ground);

/// A key cap with what is printed on it; `label` where it is not empty.
void draw_key(IconPen& pen, const Icon& icon, Control key);
/// What fits a small key: "Esc", "PgUp"; the player's own character where the key has one.
std::string short_name(Control key, const Labels& labels);
void draw_mouse(IconPen& pen, Control control);
/// `printed` is what the family has on the control; empty for nothing.
void draw_pad(IconPen& pen, Control control, const std::string& printed);
/// Several controls as one, and touches. False where there is no such picture.
bool draw_special(IconPen& pen, const std::string& name);

}  // namespace nextmove::draw
