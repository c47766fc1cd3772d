#include <array>
#include <cairo.h>
#include <cstdio>

#include <nextmove/curve_picture.hpp>

#include "picture_file.hpp"

namespace nextmove {
namespace {

constexpr double picture_width = 1280;
constexpr double picture_height = 800;
constexpr double plot_left = 110;
constexpr double plot_top = 110;
constexpr double side = 590;  // of the diagram
constexpr double legend_left = 760;

struct Colour {
  double red, green, blue;
};
constexpr Colour paper = {0.985, 0.98, 0.965};
constexpr Colour ink = {0.12, 0.17, 0.20};
constexpr Colour faint = {0.80, 0.82, 0.82};
constexpr Colour shade = {0.91, 0.89, 0.84};

/// Colours and dashes, so that the lines are told apart in black and white as well.
struct Stroke {
  Colour colour;
  std::array<double, 4> dashes;
  int count;
};
constexpr std::array<Stroke, 5> strokes = {{{{0.02, 0.38, 0.52}, {}, 0},
                                            {{0.80, 0.33, 0.10}, {14, 6}, 2},
                                            {{0.25, 0.48, 0.20}, {3, 5}, 2},
                                            {{0.52, 0.22, 0.48}, {18, 5, 3, 5}, 4},
                                            {{0.55, 0.43, 0.05}, {8, 4}, 2}}};

class Drawing {
 public:
  explicit Drawing(cairo_t* cairo) : cairo_(cairo) {
    cairo_select_font_face(cairo_, "DejaVu Sans", CAIRO_FONT_SLANT_NORMAL,
                           CAIRO_FONT_WEIGHT_NORMAL);
  }

  void draw(const std::vector<ShapedCurve>& curves, const std::string& title) {
    rectangle(0, 0, picture_width, picture_height, paper);
    text(plot_left, 62, title, 28);
    shade_dead_zones(curves);
    draw_grid();
    for (std::size_t i = 0; i < curves.size(); ++i) draw_curve(curves[i], strokes[i % 5]);
    draw_legend(curves);
  }

 private:
  static double x_of(double push) { return plot_left + push * side; }
  static double y_of(double value) { return plot_top + (1 - value) * side; }

  void colour(const Colour& c) { cairo_set_source_rgb(cairo_, c.red, c.green, c.blue); }

  void rectangle(double x, double y, double width, double height, const Colour& c) {
    colour(c);
    cairo_rectangle(cairo_, x, y, width, height);
    cairo_fill(cairo_);
  }

  void line(double x0, double y0, double x1, double y1, const Colour& c, double width) {
    colour(c);
    cairo_set_line_width(cairo_, width);
    cairo_move_to(cairo_, x0, y0);
    cairo_line_to(cairo_, x1, y1);
    cairo_stroke(cairo_);
  }

  /// Moved to the left by so much of its width.
  void text(double x, double y, const std::string& words, double size, double share = 0) {
    cairo_set_font_size(cairo_, size);
    cairo_text_extents_t extents;
    cairo_text_extents(cairo_, words.c_str(), &extents);
    colour(ink);
    cairo_move_to(cairo_, x - extents.x_advance * share, y);
    cairo_show_text(cairo_, words.c_str());
  }

  // The largest of the dead zones lies behind the others.
  void shade_dead_zones(const std::vector<ShapedCurve>& curves) {
    double inner = 0;
    double outer = 0;
    for (const ShapedCurve& curve : curves) {
      inner = std::max(inner, static_cast<double>(curve.dead_zone));
      outer = std::max(outer, static_cast<double>(curve.outer_dead_zone));
    }
    rectangle(plot_left, plot_top, inner * side, side, shade);
    rectangle(x_of(1 - outer), plot_top, outer * side, side, shade);
  }

  void draw_grid() {
    for (int i = 0; i <= 10; i += 2) {
      const double at = i / 10.0;
      line(x_of(at), plot_top, x_of(at), plot_top + side, faint, 1);
      line(plot_left, y_of(at), plot_left + side, y_of(at), faint, 1);
      char number[8];
      std::snprintf(number, sizeof number, "%.1f", at);
      text(x_of(at), plot_top + side + 26, number, 16, 0.5);
      text(plot_left - 14, y_of(at) + 6, number, 16, 1);
    }
    const std::array<double, 2> dots = {2, 6};
    cairo_set_dash(cairo_, dots.data(), 2, 0);
    line(x_of(0), y_of(0), x_of(1), y_of(1), ink, 1);
    cairo_set_dash(cairo_, nullptr, 0, 0);
    text(plot_left + side / 2, plot_top + side + 58, "how far it is pushed", 17, 0.5);
    cairo_save(cairo_);
    cairo_translate(cairo_, plot_left - 62, plot_top + side / 2);
    cairo_rotate(cairo_, -1.5707963267948966);
    text(0, 0, "what the game reads", 17, 0.5);
    cairo_restore(cairo_);
  }

  void set_stroke(const Stroke& stroke) {
    colour(stroke.colour);
    cairo_set_line_width(cairo_, 3.5);
    cairo_set_dash(cairo_, stroke.dashes.data(), stroke.count, 0);
  }

  void draw_curve(const ShapedCurve& curve, const Stroke& stroke) {
    set_stroke(stroke);
    cairo_set_line_join(cairo_, CAIRO_LINE_JOIN_ROUND);
    cairo_new_path(cairo_);  // the labels have left their end behind
    for (const Vec2 sample : curve.samples) {
      cairo_line_to(cairo_, x_of(static_cast<double>(sample.x)),
                    y_of(static_cast<double>(sample.y)));
    }
    cairo_stroke(cairo_);
    cairo_set_dash(cairo_, nullptr, 0, 0);
  }

  void draw_legend(const std::vector<ShapedCurve>& curves) {
    double y = plot_top + 16;
    for (std::size_t i = 0; i < curves.size(); ++i) {
      const ShapedCurve& curve = curves[i];
      set_stroke(strokes[i % 5]);
      cairo_move_to(cairo_, legend_left, y - 6);
      cairo_line_to(cairo_, legend_left + 56, y - 6);
      cairo_stroke(cairo_);
      cairo_set_dash(cairo_, nullptr, 0, 0);
      text(legend_left + 72, y, curve.controls, 19);
      char zones[96];
      std::snprintf(zones, sizeof zones, "in %s: dead zone %.2f", curve.context.c_str(),
                    static_cast<double>(curve.dead_zone));
      std::string words = zones;
      if (curve.outer_dead_zone > 0) {
        std::snprintf(zones, sizeof zones, ", full from %.2f",
                      static_cast<double>(1 - curve.outer_dead_zone));
        words += zones;
      }
      text(legend_left + 72, y + 26, words, 15);
      if (!curve.note.empty()) text(legend_left + 72, y + 48, curve.note, 15);
      y += curve.note.empty() ? 70 : 92;
    }
    text(legend_left, plot_top + side, "shaded: dead zones   dotted: unshaped", 15);
  }

  cairo_t* cairo_;
};

}  // namespace

std::optional<Diagnostic> save_curve_picture(const std::vector<ShapedCurve>& curves,
                                             const std::string& title, const std::string& path) {
  return draw::save_picture(path, picture_width, picture_height,
                            [&](cairo_t* cairo) { Drawing{cairo}.draw(curves, title); });
}

}  // namespace nextmove
