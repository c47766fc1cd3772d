// What control sheets are made of: paper, boxes, marks and texts that never run over.
#pragma once

#include <cairo.h>
#include <string>
#include <vector>

#include <nextmove/control_sheet.hpp>
#include <nextmove/icons.hpp>

namespace nextmove::draw {

inline constexpr double sheet_width = 1280;
inline constexpr double sheet_height = 800;

class SheetPen {
 public:
  SheetPen(cairo_t* cairo, const SheetSetting& setting);

  void paper();
  void box(double x, double y, double width, double height, double radius, bool is_bold);
  void line(double x0, double y0, double x1, double y1);
  void circle(double x, double y, double radius);
  void dot(double x, double y);
  /// One line, its left end and its middle here; smaller where it is wider than `width`. How wide
  /// it is.
  double text(double x, double y, double width, double size, const std::string& text,
              bool is_bold = false);
  /// The number of an action, in the colour of the context; an arrow shows a direction, and a plus
  /// that other controls must be held.
  void mark(double x, double y, double width, double height, const SheetMark& mark);
  /// The same in a legend, which explains marks and is none.
  void key(double x, double y, double width, double height, const SheetMark& mark);
  void icon(double x, double y, double size, const PlacedControl& control);

  /// From 1, in the order of the playbook, of those that are marked.
  int number_of(ActionId action) const;
  SheetReport take_report() { return std::move(report_); }

 private:
  void number_actions();

  cairo_t* cairo_;
  const SheetSetting& setting_;
  Families families_;
  std::vector<int> numbers_;  // by action; 0 for those that are not marked
  SheetReport report_;
};

/// The controls that are marked, each with its marks, in the order in which they first come.
struct MarkedControl {
  PlacedControl control;
  std::vector<SheetMark> marks;
};
std::vector<MarkedControl> by_control(const std::vector<SheetMark>& marks);

/// The marks of one control in two rows that fill the box.
void draw_marks(SheetPen& pen, double x, double y, double width, double height,
                const std::vector<SheetMark>& marks);

/// "Steer", "Steer: up".
std::string name_of(const SheetMark& mark, const Playbook& playbook);

/// Contexts with their actions and controls, in columns.
void draw_legend(SheetPen& pen, const SheetSetting& setting, const std::vector<SheetMark>& marks,
                 const Area& where);

void draw_keyboard_sheet(SheetPen& pen, const SheetSetting& setting);
void draw_pad_sheet(SheetPen& pen, const SheetSetting& setting);
void draw_touch_sheet(SheetPen& pen, const SheetSetting& setting);

/// What a context's legend says of an action: "W A S D, arrow keys".
std::string controls_text(const SheetSetting& setting, ContextId context, ActionId action);

}  // namespace nextmove::draw
