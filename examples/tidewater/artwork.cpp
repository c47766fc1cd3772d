#include "artwork.hpp"

#include <algorithm>
#include <array>
#include <numbers>

namespace tidewater {
namespace {

constexpr Colour deep_water = {0.08, 0.22, 0.30};
constexpr Colour shallow_water = {0.16, 0.36, 0.42};
constexpr Colour stone = {0.44, 0.42, 0.40};
constexpr Colour dark_stone = {0.29, 0.28, 0.28};
constexpr Colour timber = {0.50, 0.37, 0.25};
constexpr Colour deck = {0.86, 0.76, 0.58};
constexpr Colour cabin = {0.96, 0.95, 0.91};
constexpr Colour glass = {0.20, 0.32, 0.40};
constexpr Colour funnel = {0.15, 0.16, 0.18};
constexpr Colour paper = {0.95, 0.91, 0.80};

void fill_box(cairo_t* cr, double x, double y, double w, double h, Colour colour) {
  set_colour(cr, colour);
  cairo_rectangle(cr, x, y, w, h);
  cairo_fill(cr);
}

}  // namespace

void draw_water(cairo_t* cr) {
  cairo_pattern_t* depth = cairo_pattern_create_linear(0, 0, harbour_width, 0);
  cairo_pattern_add_color_stop_rgb(depth, 0, deep_water.red, deep_water.green, deep_water.blue);
  cairo_pattern_add_color_stop_rgb(depth, 1, shallow_water.red, shallow_water.green,
                                   shallow_water.blue);
  cairo_set_source(cr, depth);
  cairo_paint(cr);
  cairo_pattern_destroy(depth);

  cairo_set_source_rgba(cr, 1, 1, 1, 0.07);
  cairo_set_line_width(cr, 2);
  for (int row = 0; row < 20; ++row) {
    for (int i = 0; i < 8; ++i) {
      const double x = (i * 151 + row * 67) % harbour_width;
      const double y = 24 + row * 42 + (i * 29) % 17;
      cairo_move_to(cr, x, y);
      cairo_curve_to(cr, x + 10, y - 6, x + 20, y - 6, x + 30, y);
      cairo_curve_to(cr, x + 40, y + 5, x + 48, y + 5, x + 56, y);
      cairo_stroke(cr);
    }
  }
}

void draw_quay(cairo_t* cr) {
  const double left = harbour_width - static_cast<double>(quay_width);
  fill_box(cr, left, 0, harbour_width - left, harbour_height, stone);
  cairo_set_source_rgba(cr, 0, 0, 0, 0.12);
  cairo_set_line_width(cr, 1.5);
  for (int row = 0; row * 50 < harbour_height; ++row) {
    cairo_move_to(cr, left, row * 50);
    cairo_line_to(cr, harbour_width, row * 50);
    for (int i = 0; i < 3; ++i) {
      const double x = left + 40 + i * 80 + (row % 2) * 40;
      cairo_move_to(cr, x, row * 50);
      cairo_line_to(cr, x, row * 50 + 50);
    }
  }
  cairo_stroke(cr);
  fill_box(cr, left - 14, 0, 14, harbour_height, timber);
  fill_box(cr, left, 0, 10, harbour_height, dark_stone);
  for (int y = 80; y < harbour_height; y += 160) {  // bollards
    set_colour(cr, funnel);
    cairo_arc(cr, left + 30, y, 10, 0, 2 * std::numbers::pi);
    cairo_fill(cr);
  }
  // The berth.
  cairo_set_source_rgba(cr, 1, 1, 1, 0.55);
  cairo_set_line_width(cr, 3);
  const std::array<double, 2> dashes = {14, 10};
  cairo_set_dash(cr, dashes.data(), static_cast<int>(dashes.size()), 0);
  cairo_rectangle(cr, left - 110, 300, 84, 150);
  cairo_stroke(cr);
  cairo_set_dash(cr, nullptr, 0, 0);
  // A shed.
  fill_box(cr, left + 90, 300, 120, 180, {0.55, 0.30, 0.22});
  fill_box(cr, left + 148, 300, 4, 180, {0.40, 0.21, 0.16});
}

void draw_hull(cairo_t* cr, Colour side) {
  cairo_translate(cr, tug_size / 2.0, tug_size / 2.0);
  cairo_move_to(cr, -48, -20);
  cairo_line_to(cr, 16, -20);
  cairo_curve_to(cr, 40, -18, 52, -6, 54, 0);
  cairo_curve_to(cr, 52, 6, 40, 18, 16, 20);
  cairo_line_to(cr, -48, 20);
  cairo_curve_to(cr, -54, 12, -54, -12, -48, -20);
  set_colour(cr, deck);
  cairo_fill_preserve(cr);
  set_colour(cr, side);
  cairo_set_line_width(cr, 6);
  cairo_stroke(cr);
  fill_box(cr, -14, -13, 34, 26, cabin);
  fill_box(cr, 12, -11, 6, 22, glass);
  set_colour(cr, funnel);
  cairo_arc(cr, -28, 0, 8, 0, 2 * std::numbers::pi);
  cairo_fill(cr);
  set_colour(cr, side);
  cairo_arc(cr, -28, 0, 4, 0, 2 * std::numbers::pi);
  cairo_fill(cr);
}

void draw_sound(cairo_t* cr) {
  cairo_set_source_rgba(cr, 1, 0.95, 0.75, 0.95);
  cairo_set_line_width(cr, 7);
  cairo_arc(cr, ring_size / 2.0, ring_size / 2.0, ring_size / 2.0 - 8, 0, 2 * std::numbers::pi);
  cairo_stroke(cr);
}

void draw_sea_chart(cairo_t* cr) {
  const double w = chart_frame.w + 2 * chart_margin_x;
  const double h = chart_frame.h + 2 * chart_margin_y;
  set_colour(cr, paper);
  cairo_paint(cr);
  cairo_set_source_rgba(cr, 0.35, 0.50, 0.62, 0.45);
  cairo_set_line_width(cr, 1);
  for (int x = 50; x < w; x += 100) {
    cairo_move_to(cr, x, 0);
    cairo_line_to(cr, x, h);
  }
  for (int y = 50; y < h; y += 100) {
    cairo_move_to(cr, 0, y);
    cairo_line_to(cr, w, y);
  }
  cairo_stroke(cr);
  // The coast, and depth lines off it.
  for (int line = 0; line < 4; ++line) {
    const double off = line * 46;
    cairo_move_to(cr, w, 80);
    cairo_curve_to(cr, w - 220 - off, 160, w - 120 - off, 300, w - 330 - off, 420);
    cairo_curve_to(cr, w - 480 - off, 520, w - 360 - off, 700, w - 620 - off, h);
    if (line == 0) {
      cairo_line_to(cr, w, h);
      cairo_close_path(cr);
      cairo_set_source_rgb(cr, 0.80, 0.74, 0.55);
      cairo_fill_preserve(cr);
      set_colour(cr, ink);
      cairo_set_line_width(cr, 2.5);
    } else {
      cairo_set_source_rgba(cr, 0.28, 0.44, 0.58, 0.7);
      cairo_set_line_width(cr, 1.2);
    }
    cairo_stroke(cr);
  }
}

void draw_fog(cairo_t* cr) {
  cairo_pattern_t* thick = cairo_pattern_create_linear(0, 0, 0, fog_height);
  cairo_pattern_add_color_stop_rgba(thick, 0, 0.86, 0.89, 0.90, 0.78);
  cairo_pattern_add_color_stop_rgba(thick, 0.55, 0.86, 0.89, 0.90, 0.42);
  cairo_pattern_add_color_stop_rgba(thick, 1, 0.86, 0.89, 0.90, 0);
  cairo_set_source(cr, thick);
  cairo_paint(cr);
  cairo_pattern_destroy(thick);
}

void draw_light(cairo_t* cr) {
  cairo_pattern_t* light =
      cairo_pattern_create_radial(0, beam_width / 2.0, 0, 0, beam_width / 2.0, beam_length);
  cairo_pattern_add_color_stop_rgba(light, 0, 1, 0.97, 0.78, 0.75);
  cairo_pattern_add_color_stop_rgba(light, 1, 1, 0.97, 0.78, 0);
  cairo_move_to(cr, 0, beam_width / 2.0);
  cairo_line_to(cr, beam_length, 0);
  cairo_line_to(cr, beam_length, beam_width);
  cairo_close_path(cr);
  cairo_set_source(cr, light);
  cairo_fill(cr);
  cairo_pattern_destroy(light);
}

void draw_jib(cairo_t* cr) {
  fill_box(cr, 0, 6, jib_length, jib_width - 12.0, {0.90, 0.67, 0.16});
  cairo_set_source_rgb(cr, 0.45, 0.32, 0.06);
  cairo_set_line_width(cr, 2);
  for (int x = 0; x < jib_length; x += 16) {
    cairo_move_to(cr, x, 7);
    cairo_line_to(cr, x + 8, jib_width - 7.0);
    cairo_line_to(cr, x + 16, 7);
  }
  cairo_stroke(cr);
}

void draw_hook(cairo_t* cr) {
  set_colour(cr, funnel);
  cairo_arc(cr, 32, 32, 28, 0, 2 * std::numbers::pi);
  cairo_fill(cr);
  set_colour(cr, {0.90, 0.67, 0.16});
  cairo_arc(cr, 32, 32, 12, 0, 2 * std::numbers::pi);
  cairo_fill(cr);
}

void draw_zone(cairo_t* cr, int w, int h, bool is_round) {
  if (is_round) {
    cairo_arc(cr, w / 2.0, h / 2.0, std::min(w, h) / 2.0 - 3, 0, 2 * std::numbers::pi);
  } else {
    cairo_rectangle(cr, 3, 3, w - 6, h - 6);
  }
  cairo_set_source_rgba(cr, 1, 1, 1, 0.10);
  cairo_fill_preserve(cr);
  cairo_set_source_rgba(cr, 1, 1, 1, 0.75);
  cairo_set_line_width(cr, 3);
  const std::array<double, 2> dashes = {12, 7};
  if (!is_round) cairo_set_dash(cr, dashes.data(), static_cast<int>(dashes.size()), 0);
  cairo_stroke(cr);
}

void draw_keyboard(cairo_t* cr, int first, int last) {
  fill_box(cr, 10, 20, 180, 70, ink);
  for (int row = 0; row < 4; ++row) {
    for (int column = 0; column < 14; ++column) {
      const bool is_lit = column >= first && column <= last;
      fill_box(cr, 16 + column * 12, 26 + row * 15, 10, 12,
               is_lit ? light_text : Colour{0.40, 0.42, 0.46});
    }
  }
}

void draw_finger(cairo_t* cr) {
  fill_box(cr, 20, 15, 160, 90, ink);
  fill_box(cr, 28, 23, 144, 74, shallow_water);
  set_colour(cr, light_text);
  cairo_arc(cr, 110, 62, 12, 0, 2 * std::numbers::pi);
  cairo_fill(cr);
  cairo_set_line_width(cr, 3);
  cairo_arc(cr, 110, 62, 22, 0, 2 * std::numbers::pi);
  cairo_stroke(cr);
}

void draw_pad(cairo_t* cr) {
  set_colour(cr, light_text);
  cairo_move_to(cr, 40, 44);
  cairo_line_to(cr, 120, 44);
  cairo_curve_to(cr, 146, 44, 158, 104, 138, 106);
  cairo_curve_to(cr, 122, 106, 118, 84, 104, 84);
  cairo_line_to(cr, 56, 84);
  cairo_curve_to(cr, 42, 84, 38, 106, 22, 106);
  cairo_curve_to(cr, 2, 104, 14, 44, 40, 44);
  cairo_fill(cr);
  set_colour(cr, ink);
  for (const double x : {44.0, 116.0}) {
    cairo_arc(cr, x, 64, 10, 0, 2 * std::numbers::pi);
    cairo_fill(cr);
  }
}

void draw_lost_pad(cairo_t* cr) {
  draw_pad(cr);
  set_colour(cr, light_text);
  cairo_set_line_width(cr, 4);
  cairo_move_to(cr, 80, 44);
  cairo_line_to(cr, 80, 30);
  cairo_stroke(cr);
  set_colour(cr, hull_red);
  cairo_move_to(cr, 70, 26);
  cairo_line_to(cr, 90, 10);
  cairo_move_to(cr, 90, 26);
  cairo_line_to(cr, 70, 10);
  cairo_stroke(cr);
}

void draw_cross(cairo_t* cr) {
  set_colour(cr, hull_red);
  cairo_set_line_width(cr, 4);
  for (const double side : {4.0, 20.0}) {
    cairo_move_to(cr, side, 4);
    cairo_line_to(cr, 24 - side, 20);
  }
  cairo_stroke(cr);
}

}  // namespace tidewater
