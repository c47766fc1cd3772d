// A touch screen with its zones.
#include <algorithm>

#include "sheet_pen.hpp"

namespace nextmove::draw {
namespace {

constexpr double screen_left = 40;
constexpr double screen_top = 96;
constexpr Vec2 screen = {800, 450};

const ZoneDefinition* zone_of(const SheetSetting& setting, const PlacedControl& control) {
  for (const ZoneDefinition& zone : setting.playbook.zones()) {
    if (zone.name == control.zone) return &zone;
  }
  return nullptr;
}

}  // namespace

// The marks stand in the middle of each zone; its name above them.
void draw_touch_sheet(SheetPen& pen, const SheetSetting& setting) {
  const std::vector<SheetMark> marks = sheet_marks(setting);
  // Those that lie on top are drawn last.
  std::vector<MarkedControl> controls = by_control(marks);
  std::reverse(controls.begin(), controls.end());
  pen.box(screen_left, screen_top, static_cast<double>(screen.x), static_cast<double>(screen.y), 14,
          true);
  double other_y = screen_top + static_cast<double>(screen.y) + 40;
  for (const MarkedControl& it : controls) {
    const ZoneDefinition* zone = zone_of(setting, it.control);
    const auto count = static_cast<double>(it.marks.size());
    if (zone == nullptr) {
      pen.icon(screen_left, other_y - 18, 36, it.control);
      pen.text(screen_left + 46, other_y, 260, 14, label(it.control, setting.labels));
      draw_marks(pen, screen_left + 320, other_y - 9, 34 * count, 18, it.marks);
      other_y += 46;
      continue;
    }
    const Area area = area_of(*zone, screen);
    const double x = screen_left + static_cast<double>(area.left * screen.x);
    const double y = screen_top + static_cast<double>(area.top * screen.y);
    const double width = static_cast<double>(area.width * screen.x);
    const double height = static_cast<double>(area.height * screen.y);
    pen.box(x, y, width, height, 8, true);
    const double marks_width = std::min(width - 8, 34 * count);
    pen.text(x + 6, y + 12, width - 12, 13, label(it.control, setting.labels));
    const double marks_height = std::min(height - 26, it.marks.size() > 1 ? 38.0 : 18.0);
    draw_marks(pen, x + (width - marks_width) / 2, y + 22 + (height - 26 - marks_height) / 2,
               marks_width, marks_height, it.marks);
  }
  draw_legend(pen, setting, marks, {870, 96, 390, 660});
}

}  // namespace nextmove::draw
