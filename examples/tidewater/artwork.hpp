// The pictures of the game, drawn with cairo.
#pragma once

#include <SDL.h>
#include <cairo.h>

#include "harbour.hpp"
#include "picture.hpp"

namespace tidewater {

inline constexpr int harbour_width = static_cast<int>(harbour_size.x);
inline constexpr int harbour_height = static_cast<int>(harbour_size.y);
inline constexpr int tug_size = 120;
inline constexpr int ring_size = 256;
inline constexpr int fog_height = 330;
inline constexpr int beam_length = 320;
inline constexpr int beam_width = 170;
inline constexpr int jib_length = 230;
inline constexpr int jib_width = 28;
inline constexpr int device_width = 200;
inline constexpr int device_height = 110;
inline constexpr SDL_Rect chart_frame = {170, 90, 700, 520};  // at most, and where there is room
// The chart is larger than its frame, so that it can be moved under it.
inline constexpr int chart_margin_x = 300;
inline constexpr int chart_margin_y = 200;

inline constexpr Colour hull_red = {0.72, 0.22, 0.17};
inline constexpr Colour hull_green = {0.16, 0.48, 0.30};
inline constexpr Colour ink = {0.24, 0.25, 0.30};
inline constexpr Colour light_text = {0.93, 0.96, 0.96};

void draw_water(cairo_t* cr);
void draw_quay(cairo_t* cr);
/// Seen from above, bow to the right.
void draw_hull(cairo_t* cr, Colour side);
void draw_sound(cairo_t* cr);
void draw_sea_chart(cairo_t* cr);
void draw_fog(cairo_t* cr);
/// From the lamp at the left.
void draw_light(cairo_t* cr);
void draw_jib(cairo_t* cr);
void draw_hook(cairo_t* cr);
void draw_cross(cairo_t* cr);
void draw_zone(cairo_t* cr, int w, int h, bool is_round);

/// What players hold. Of the keyboard, the columns of keys from `first` to `last` of 14 are lit.
void draw_keyboard(cairo_t* cr, int first, int last);
void draw_finger(cairo_t* cr);
void draw_pad(cairo_t* cr);
/// A gamepad whose cable has come out.
void draw_lost_pad(cairo_t* cr);

}  // namespace tidewater
