#include "icon_pen.hpp"

#include <algorithm>
#include <vector>

#include "surface.hpp"

namespace nextmove::draw {
namespace {

constexpr double stroke = 0.05;

std::vector<std::string> words_of(const std::string& text) {
  std::vector<std::string> words(1);
  for (const char c : text) {
    if (c == ' ') {
      words.emplace_back();
    } else {
      words.back() += c;
    }
  }
  return words;
}

}  // namespace

IconPen::IconPen(cairo_t* cairo, IconGround ground) : cairo_(cairo) {
  const Colour bright{0.95, 0.97, 0.97};
  const Colour deep{0.09, 0.17, 0.21};
  const bool is_dark = ground == IconGround::dark;
  body_ = is_dark ? deep : bright;
  line_ = is_dark ? bright : deep;
  mark_ = is_dark ? Colour{0.98, 0.78, 0.30} : Colour{0.72, 0.30, 0.04};
  cairo_select_font_face(cairo_, "DejaVu Sans", CAIRO_FONT_SLANT_NORMAL, CAIRO_FONT_WEIGHT_BOLD);
  cairo_set_line_width(cairo_, stroke);
  cairo_set_line_cap(cairo_, CAIRO_LINE_CAP_ROUND);
  cairo_set_line_join(cairo_, CAIRO_LINE_JOIN_ROUND);
}

void IconPen::set(const Colour& colour) {
  cairo_set_source_rgb(cairo_, colour.red, colour.green, colour.blue);
}

void IconPen::path_fill(Fill fill) {
  finish(fill);
}

void IconPen::finish(Fill fill) {
  if (fill != Fill::none) {
    set(fill == Fill::body ? body_ : mark_);
    cairo_fill_preserve(cairo_);
  }
  set(line_);
  cairo_stroke(cairo_);
}

void IconPen::box(double x, double y, double width, double height, double radius, Fill fill) {
  const double right = x + width - radius;
  const double bottom = y + height - radius;
  cairo_new_sub_path(cairo_);
  cairo_arc(cairo_, right, y + radius, radius, -quarter_turn, 0);
  cairo_arc(cairo_, right, bottom, radius, 0, quarter_turn);
  cairo_arc(cairo_, x + radius, bottom, radius, quarter_turn, 2 * quarter_turn);
  cairo_arc(cairo_, x + radius, y + radius, radius, 2 * quarter_turn, 3 * quarter_turn);
  cairo_close_path(cairo_);
  finish(fill);
}

void IconPen::circle(double x, double y, double radius, Fill fill) {
  cairo_new_sub_path(cairo_);
  cairo_arc(cairo_, x, y, radius, 0, 4 * quarter_turn);
  finish(fill);
}

void IconPen::line(double x0, double y0, double x1, double y1) {
  set(line_);
  cairo_move_to(cairo_, x0, y0);
  cairo_line_to(cairo_, x1, y1);
  cairo_stroke(cairo_);
}

void IconPen::head(double x, double y, double size, Towards towards) {
  cairo_save(cairo_);
  cairo_translate(cairo_, x, y);
  const double turns = towards == Towards::right  ? 0
                       : towards == Towards::down ? 1
                       : towards == Towards::left ? 2
                                                  : 3;
  cairo_rotate(cairo_, turns * quarter_turn);
  cairo_move_to(cairo_, size / 2, 0);
  cairo_line_to(cairo_, -size / 2, size * 0.55);
  cairo_line_to(cairo_, -size / 2, -size * 0.55);
  cairo_close_path(cairo_);
  set(line_);
  cairo_fill(cairo_);
  cairo_restore(cairo_);
}

void IconPen::arrow(double x0, double y0, double x1, double y1, Towards towards) {
  line(x0, y0, x1, y1);
  head(x1, y1, 0.16, towards);
}

double IconPen::font_size_for(const std::string& line, double width, double height) const {
  cairo_set_font_size(cairo_, 1);
  cairo_text_extents_t extents;
  cairo_text_extents(cairo_, line.c_str(), &extents);
  return extents.width > 0 ? std::min(height, width / extents.width) : height;
}

void IconPen::text(double x, double y, double width, double height, const std::string& text,
                   Fill on) {
  std::vector<std::string> lines{text};
  double size = font_size_for(text, width, height);
  const std::vector<std::string> words = words_of(text);
  const double each = height / static_cast<double>(words.size());
  double stacked = each;
  for (const std::string& word : words)
    stacked = std::min(stacked, font_size_for(word, width, each));
  if (stacked > size) {
    size = stacked;
    lines = words;
  }
  set(on == Fill::mark ? body_ : line_);
  cairo_set_font_size(cairo_, size);
  cairo_text_extents_t capital;
  cairo_text_extents(cairo_, "X", &capital);
  const double step = size * 1.02;
  double base = y + capital.height / 2 - step * static_cast<double>(lines.size() - 1) / 2;
  for (const std::string& line : lines) {
    cairo_text_extents_t extents;
    cairo_text_extents(cairo_, line.c_str(), &extents);
    // A mark that hangs high or low (a comma) stays where it belongs.
    cairo_move_to(cairo_, x - extents.width / 2 - extents.x_bearing, base);
    cairo_show_text(cairo_, line.c_str());
    base += step;
  }
}

}  // namespace nextmove::draw
