// The strokes that icons are made of, in a square from 0, 0 at the top left to 1, 1.
#pragma once

#include <cairo.h>
#include <string>

#include <nextmove/icons.hpp>

namespace nextmove::draw {

enum class Fill { none, body, mark };
enum class Towards { right, left, up, down };

class IconPen {
 public:
  IconPen(cairo_t* cairo, IconGround ground);

  void box(double x, double y, double width, double height, double radius, Fill fill);
  void circle(double x, double y, double radius, Fill fill);
  void line(double x0, double y0, double x1, double y1);
  /// A filled triangle with its middle here.
  void head(double x, double y, double size, Towards towards);
  /// A line with a head at its end.
  void arrow(double x0, double y0, double x1, double y1, Towards towards);
  /// As large as fits a box round this middle, in as many lines as it has words where that is
  /// larger. `on` is what it stands on.
  void text(double x, double y, double width, double height, const std::string& text,
            Fill on = Fill::body);
  void path_fill(Fill fill);  ///< of the path made on `cairo`, and its outline
  cairo_t* cairo() const { return cairo_; }

 private:
  struct Colour {
    double red, green, blue;
  };
  void set(const Colour& colour);
  void finish(Fill fill);
  double font_size_for(const std::string& line, double width, double height) const;

  cairo_t* cairo_;
  Colour body_;
  Colour line_;
  Colour mark_;
};

}  // namespace nextmove::draw
