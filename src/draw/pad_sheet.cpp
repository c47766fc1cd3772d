// A gamepad, with lines from its controls to what they do.
#include <algorithm>
#include <cmath>

#include "sheet_pen.hpp"

namespace nextmove::draw {
namespace {

using enum Control;

struct PadSpot {
  double x, y;
};

// In a square round the middle of the pad, x to the right and y down, from -1 to 1.
PadSpot spot_of(const PlacedControl& placed) {
  switch (info(placed.control).source) {
    case PadLeftTrigger: return {-0.62, -0.66};
    case PadRightTrigger: return {0.62, -0.66};
    case PadLeftShoulder: return {-0.62, -0.5};
    case PadRightShoulder: return {0.62, -0.5};
    case PadLeftStick:
    case PadLeftStickPress: return {-0.62, -0.18};
    case PadRightStick:
    case PadRightStickPress: return {0.3, 0.2};
    case PadUp: return {-0.32, 0.1};
    case PadDown: return {-0.32, 0.34};
    case PadLeft: return {-0.44, 0.22};
    case PadRight: return {-0.2, 0.22};
    case PadNorth: return {0.62, -0.32};
    case PadWest: return {0.48, -0.18};
    case PadEast: return {0.76, -0.18};
    case PadSouth: return {0.62, -0.04};
    case PadStart: return {0.16, -0.22};
    case PadSelect: return {-0.16, -0.22};
    case PadGuide: return {0.02, -0.34};
    case PadTouchpadPress: return {0.04, -0.05};
    case PadExtra: return {-0.04, 0.05};
    case PadPaddle1: return {0.7, 0.42};
    case PadPaddle3: return {0.62, 0.54};
    case PadPaddle2: return {-0.7, 0.42};
    case PadPaddle4: return {-0.62, 0.54};
    default: return {0, 0};
  }
}

constexpr double middle_x = 640;
constexpr double middle_y = 420;
constexpr double scale = 250;
constexpr double row_gap = 8;
constexpr double line_height = 18;
constexpr double column_width = 330;

struct Row {
  const MarkedControl* control;
  PadSpot spot;
  double height() const {
    return std::max(40.0, static_cast<double>(control->marks.size()) * line_height + 4);
  }
};

void circle(SheetPen& pen, Control control, double radius) {
  const PadSpot spot = spot_of(control);
  pen.circle(middle_x + spot.x * scale, middle_y + spot.y * scale, radius * scale);
}

void draw_pad(SheetPen& pen) {
  pen.box(middle_x - 0.94 * scale, middle_y - 0.44 * scale, 1.88 * scale, 0.86 * scale, 90, true);
  pen.box(middle_x - 0.78 * scale, middle_y - 0.72 * scale, 0.34 * scale, 0.12 * scale, 12, false);
  pen.box(middle_x + 0.44 * scale, middle_y - 0.72 * scale, 0.34 * scale, 0.12 * scale, 12, false);
  pen.box(middle_x - 0.8 * scale, middle_y - 0.56 * scale, 0.38 * scale, 0.11 * scale, 10, false);
  pen.box(middle_x + 0.42 * scale, middle_y - 0.56 * scale, 0.38 * scale, 0.11 * scale, 10, false);
  for (const Control stick : {PadLeftStick, PadRightStick}) {
    circle(pen, stick, 0.15);
    circle(pen, stick, 0.1);
  }
  for (const Control button : {PadNorth, PadWest, PadEast, PadSouth}) circle(pen, button, 0.075);
  for (const Control button : {PadStart, PadSelect}) circle(pen, button, 0.045);
  const PadSpot middle = {-0.32, 0.22};
  pen.box(middle_x + (middle.x - 0.06) * scale, middle_y + (middle.y - 0.18) * scale, 0.12 * scale,
          0.36 * scale, 6, false);
  pen.box(middle_x + (middle.x - 0.18) * scale, middle_y + (middle.y - 0.06) * scale, 0.36 * scale,
          0.12 * scale, 6, false);
}

// One side's controls, from top to bottom.
void draw_side(SheetPen& pen, const SheetSetting& setting, std::vector<Row> rows, bool is_left) {
  if (rows.empty()) return;
  std::stable_sort(rows.begin(), rows.end(),
                   [](const Row& a, const Row& b) { return a.spot.y < b.spot.y; });
  double total = 0;
  for (const Row& row : rows) total += row.height() + row_gap;
  const double room = sheet_height - 90 - 20;
  const double shrink = std::min(1.0, room / total);
  double y = 90 + std::max(0.0, (room - total * shrink) / 2);
  const double x = is_left ? 30 : sheet_width - 30 - column_width;
  for (const Row& row : rows) {
    const double height = row.height() * shrink;
    const double side = std::min(38.0, height);
    pen.icon(x, y + (height - side) / 2, side, row.control->control);
    const double step = height / static_cast<double>(row.control->marks.size());
    double widest = 0;
    for (std::size_t i = 0; i < row.control->marks.size(); ++i) {
      const SheetMark& mark = row.control->marks[i];
      const double middle = y + (static_cast<double>(i) + 0.5) * step;
      const double size = std::min(line_height, step) * 0.76;
      pen.mark(x + 46, middle - size / 2, 30, size, mark);
      const double width = pen.text(x + 82, middle, column_width - 82, size * 0.94,
                                    name_of(mark, setting.playbook) + "  (" +
                                        setting.playbook.context(mark.context).name + ")");
      widest = std::max(widest, width);
    }
    const double end = is_left ? x + column_width + 6 : x - 6;
    if (is_left) pen.line(x + 92 + widest, y + height / 2, end, y + height / 2);
    const double spot_x = middle_x + row.spot.x * scale;
    const double spot_y = middle_y + row.spot.y * scale;
    pen.line(end, y + height / 2, spot_x, spot_y);
    pen.dot(spot_x, spot_y);
    y += height + row_gap * shrink;
  }
}

}  // namespace

void draw_pad_sheet(SheetPen& pen, const SheetSetting& setting) {
  const std::vector<MarkedControl> controls = by_control(sheet_marks(setting));
  draw_pad(pen);
  std::vector<Row> left;
  std::vector<Row> right;
  for (const MarkedControl& it : controls) {
    const PadSpot spot = spot_of(it.control);
    (spot.x < 0 ? left : right).push_back({&it, spot});
  }
  draw_side(pen, setting, std::move(left), true);
  draw_side(pen, setting, std::move(right), false);
}

}  // namespace nextmove::draw
