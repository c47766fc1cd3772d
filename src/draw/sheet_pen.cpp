#include "sheet_pen.hpp"

#include <algorithm>
#include <array>

#include "icon_shapes.hpp"
#include "surface.hpp"

namespace nextmove::draw {
namespace {

struct Colour {
  double red, green, blue;
};
constexpr Colour white{1, 1, 1};
constexpr Colour ink{0.10, 0.15, 0.18};
constexpr Colour faint{0.62, 0.66, 0.68};
// Dark enough for white numbers, and of different greys.
constexpr std::array<Colour, 6> context_colours = {{{0.02, 0.36, 0.50},
                                                    {0.62, 0.22, 0.06},
                                                    {0.20, 0.42, 0.16},
                                                    {0.42, 0.16, 0.42},
                                                    {0.42, 0.34, 0.02},
                                                    {0.20, 0.22, 0.26}}};

void set(cairo_t* cairo, const Colour& colour) {
  cairo_set_source_rgb(cairo, colour.red, colour.green, colour.blue);
}

void round_path(cairo_t* cairo, double x, double y, double width, double height, double radius) {
  cairo_new_sub_path(cairo);
  cairo_arc(cairo, x + width - radius, y + radius, radius, -quarter_turn, 0);
  cairo_arc(cairo, x + width - radius, y + height - radius, radius, 0, quarter_turn);
  cairo_arc(cairo, x + radius, y + height - radius, radius, quarter_turn, 2 * quarter_turn);
  cairo_arc(cairo, x + radius, y + radius, radius, 2 * quarter_turn, 3 * quarter_turn);
  cairo_close_path(cairo);
}

const char* arrow_of(ActionPart part) {
  switch (part) {
    case ActionPart::up: return "↑";
    case ActionPart::down: return "↓";
    case ActionPart::left: return "←";
    case ActionPart::right: return "→";
    case ActionPart::more: return "▲";
    case ActionPart::less: return "▼";
    case ActionPart::whole: break;
  }
  return "";
}

std::size_t index(ActionId action) {
  return static_cast<std::size_t>(action);
}

}  // namespace

SheetPen::SheetPen(cairo_t* cairo, const SheetSetting& setting)
    : cairo_(cairo), setting_(setting), numbers_(setting.playbook.actions().size()) {
  families_.add(setting.labels.family);
  number_actions();
}

void SheetPen::number_actions() {
  for (const SheetMark& mark : sheet_marks(setting_)) numbers_[index(mark.action)] = 1;
  int last = 0;
  for (int& number : numbers_) {
    if (number != 0) number = ++last;
  }
}

int SheetPen::number_of(ActionId action) const {
  return numbers_[index(action)];
}

void SheetPen::paper() {
  set(cairo_, white);
  cairo_paint(cairo_);
}

void SheetPen::box(double x, double y, double width, double height, double radius, bool is_bold) {
  round_path(cairo_, x, y, width, height, radius);
  set(cairo_, white);
  cairo_fill_preserve(cairo_);
  set(cairo_, is_bold ? ink : faint);
  cairo_set_line_width(cairo_, is_bold ? 1.6 : 1);
  cairo_stroke(cairo_);
}

void SheetPen::line(double x0, double y0, double x1, double y1) {
  set(cairo_, faint);
  cairo_set_line_width(cairo_, 1.2);
  cairo_move_to(cairo_, x0, y0);
  cairo_line_to(cairo_, x1, y1);
  cairo_stroke(cairo_);
}

void SheetPen::circle(double x, double y, double radius) {
  cairo_new_sub_path(cairo_);
  cairo_arc(cairo_, x, y, radius, 0, 7);
  set(cairo_, white);
  cairo_fill_preserve(cairo_);
  set(cairo_, faint);
  cairo_set_line_width(cairo_, 1);
  cairo_stroke(cairo_);
}

void SheetPen::dot(double x, double y) {
  set(cairo_, ink);
  cairo_arc(cairo_, x, y, 3.2, 0, 7);
  cairo_fill(cairo_);
}

double SheetPen::text(double x, double y, double width, double size, const std::string& text,
                      bool is_bold) {
  if (text.empty()) return 0;
  cairo_select_font_face(cairo_, "DejaVu Sans", CAIRO_FONT_SLANT_NORMAL,
                         is_bold ? CAIRO_FONT_WEIGHT_BOLD : CAIRO_FONT_WEIGHT_NORMAL);
  cairo_set_font_size(cairo_, size);
  cairo_text_extents_t extents;
  cairo_text_extents(cairo_, text.c_str(), &extents);
  if (extents.x_advance > width) {
    size *= width / extents.x_advance;
    cairo_set_font_size(cairo_, size);
    cairo_text_extents(cairo_, text.c_str(), &extents);
  }
  set(cairo_, ink);
  const double base = y + size * 0.36;
  cairo_move_to(cairo_, x, base);
  cairo_show_text(cairo_, text.c_str());
  report_.texts.push_back({static_cast<float>(x + extents.x_bearing),
                           static_cast<float>(base + extents.y_bearing),
                           static_cast<float>(extents.width), static_cast<float>(extents.height)});
  return extents.x_advance;
}

void SheetPen::mark(double x, double y, double width, double height, const SheetMark& mark) {
  key(x, y, width, height, mark);
  ++report_.marks;
}

void SheetPen::key(double x, double y, double width, double height, const SheetMark& mark) {
  const auto context = static_cast<std::size_t>(mark.context);
  round_path(cairo_, x, y, width, height, 3);
  set(cairo_, context_colours[context % context_colours.size()]);
  cairo_fill(cairo_);
  const std::string words =
      std::to_string(number_of(mark.action)) + arrow_of(mark.part) + (mark.has_with ? "+" : "");
  cairo_select_font_face(cairo_, "DejaVu Sans", CAIRO_FONT_SLANT_NORMAL, CAIRO_FONT_WEIGHT_BOLD);
  double size = height * 0.78;
  cairo_set_font_size(cairo_, size);
  cairo_text_extents_t extents;
  cairo_text_extents(cairo_, words.c_str(), &extents);
  if (extents.width > width - 4) {
    size *= (width - 4) / extents.width;
    cairo_set_font_size(cairo_, size);
    cairo_text_extents(cairo_, words.c_str(), &extents);
  }
  const double left = x + (width - extents.width) / 2;
  const double base = y + height / 2 + size * 0.36;
  set(cairo_, white);
  cairo_move_to(cairo_, left - extents.x_bearing, base);
  cairo_show_text(cairo_, words.c_str());
  report_.texts.push_back({static_cast<float>(x), static_cast<float>(y), static_cast<float>(width),
                           static_cast<float>(height)});
}

void SheetPen::icon(double x, double y, double size, const PlacedControl& control) {
  const bool is_pad = device_of(control) == DeviceKind::gamepad;
  PromptPart part{label(control, setting_.labels),
                  icon_name(control, setting_.labels, setting_.playbook.zones()),
                  is_pad ? setting_.labels.family.name : std::string{}};
  cairo_save(cairo_);
  cairo_translate(cairo_, x, y);
  cairo_scale(cairo_, size, size);
  draw_icon_on(cairo_, icon_of(part), families_, IconGround::light);
  cairo_restore(cairo_);
}

std::vector<MarkedControl> by_control(const std::vector<SheetMark>& marks) {
  std::vector<MarkedControl> controls;
  for (const SheetMark& mark : marks) {
    auto found = std::find_if(controls.begin(), controls.end(),
                              [&](const MarkedControl& it) { return it.control == mark.control; });
    if (found == controls.end()) {
      controls.push_back({mark.control, {}});
      found = controls.end() - 1;
    }
    found->marks.push_back(mark);
  }
  return controls;
}

void draw_marks(SheetPen& pen, double x, double y, double width, double height,
                const std::vector<SheetMark>& marks) {
  const std::size_t rows = marks.size() > 1 ? 2 : 1;
  const std::size_t columns = (marks.size() + rows - 1) / rows;
  const double step = (width + 2) / static_cast<double>(columns);
  const double mark_height = rows == 1 ? std::min(height, 17.0) : (height - 2) / 2;
  for (std::size_t i = 0; i < marks.size(); ++i) {
    const std::size_t row = i / columns;
    pen.mark(x + static_cast<double>(i % columns) * step,
             y + static_cast<double>(row) * (mark_height + 2), step - 2, mark_height, marks[i]);
  }
}

std::string name_of(const SheetMark& mark, const Playbook& playbook) {
  const ActionDefinition& action = playbook.action(mark.action);
  std::string name = action.label.empty() ? action.name : action.label;
  if (mark.part != ActionPart::whole) name.append(": ").append(to_string(mark.part));
  return name;
}

std::string controls_text(const SheetSetting& setting, ContextId context, ActionId action) {
  const std::vector<std::vector<DeviceKind>> hands = {setting.devices};
  const PromptSetting prompt_setting{setting.playbook, setting.scheme, std::span{&context, 1},
                                     hands, setting.labels};
  std::string text;
  for (const Prompt& way : prompts(action, ActionPart::whole, prompt_setting)) {
    if (way.is_heard) text.append(text.empty() ? "" : ", ").append(to_text(way.parts));
  }
  return text;
}

// Top to bottom, and on in the next column; a context's heading is never left alone at the end.
void draw_legend(SheetPen& pen, const SheetSetting& setting, const std::vector<SheetMark>& marks,
                 const Area& where) {
  struct Row {
    const SheetMark* mark;  // of an action; of a heading, any of its context
    bool is_heading;
  };
  std::vector<Row> rows;
  for (const SheetMark& mark : marks) {
    const auto is_its = [&](const Row& row) {
      return !row.is_heading && row.mark->context == mark.context &&
             row.mark->action == mark.action;
    };
    if (std::any_of(rows.begin(), rows.end(), is_its)) continue;
    if (rows.empty() || rows.back().mark->context != mark.context) rows.push_back({&mark, true});
    rows.push_back({&mark, false});
  }
  const auto left = static_cast<double>(where.left);
  const auto top = static_cast<double>(where.top);
  const auto height = static_cast<double>(where.height);
  std::size_t columns = static_cast<std::size_t>(where.width / 380);
  columns = std::max<std::size_t>(columns, 1);
  const std::size_t each = (rows.size() + columns - 1) / columns + 1;
  const double step = std::min(21.0, height / static_cast<double>(each));
  const double width = static_cast<double>(where.width) / static_cast<double>(columns);
  std::size_t row = 0;
  std::size_t column = 0;
  for (const Row& it : rows) {
    const bool is_last = row + 1 == each;
    if (row == each || (is_last && it.is_heading)) {
      row = 0;
      ++column;
    }
    const double x = left + static_cast<double>(column) * width;
    const double y = top + static_cast<double>(row) * step + step / 2;
    ++row;
    const Playbook& playbook = setting.playbook;
    if (it.is_heading) {
      pen.text(x, y, width - 20, step * 0.66, playbook.context(it.mark->context).name, true);
      continue;
    }
    SheetMark whole = *it.mark;
    whole.part = ActionPart::whole;
    whole.has_with = false;
    pen.key(x, y - step * 0.38, 26, step * 0.76, whole);
    pen.text(
        x + 32, y, width - 52, step * 0.62,
        name_of(whole, playbook) + ":  " + controls_text(setting, whole.context, whole.action));
  }
}

}  // namespace nextmove::draw
