#include <algorithm>
#include <array>
#include <cairo.h>
#include <fstream>

#include <nextmove/control_sheet.hpp>

#include "picture_file.hpp"
#include "sheet_pen.hpp"

namespace nextmove {
namespace {

bool has(const std::vector<DeviceKind>& kinds, DeviceKind kind) {
  return std::find(kinds.begin(), kinds.end(), kind) != kinds.end();
}

bool is_marked(const SheetSetting& setting, const BindingDefinition& binding, DeviceKind kind) {
  return has(setting.devices, kind) &&
         is_heard_under(setting.scheme, binding, kind, setting.playbook.schemes());
}

std::string title_of(const SheetSetting& setting) {
  std::string title{setting.playbook.title()};
  if (setting.scheme != SchemeId::none) {
    const SchemeDefinition& scheme = setting.playbook.scheme(setting.scheme);
    title.append(": ").append(scheme.label.empty() ? scheme.name : scheme.label);
  }
  return title;
}

void draw_sheet(cairo_t* cairo, const SheetSetting& setting, SheetReport& report) {
  draw::SheetPen pen{cairo, setting};
  pen.paper();
  pen.text(34, 46, 1200, 26, title_of(setting), true);
  const bool has_desk =
      has(setting.devices, DeviceKind::keyboard) || has(setting.devices, DeviceKind::mouse);
  if (has_desk) {
    draw::draw_keyboard_sheet(pen, setting);
  } else if (has(setting.devices, DeviceKind::gamepad)) {
    draw::draw_pad_sheet(pen, setting);
  } else {
    draw::draw_touch_sheet(pen, setting);
  }
  report = pen.take_report();
}

// A cell of a Markdown table.
std::string cell(std::string text) {
  for (std::size_t at = 0; (at = text.find('|', at)) != std::string::npos; at += 2) {
    text.insert(at, "\\");
  }
  return text;
}

std::string as_markdown(const SheetSetting& setting) {
  std::string text = "# " + title_of(setting) + "\n";
  const SheetMark* before = nullptr;
  const std::vector<SheetMark> marks = sheet_marks(setting);
  for (const SheetMark& mark : marks) {
    const bool is_same_context = before != nullptr && before->context == mark.context;
    if (is_same_context && before->action == mark.action) continue;
    if (!is_same_context) {
      text += "\n## " + setting.playbook.context(mark.context).name +
              "\n\n| action | controls |\n|---|---|\n";
    }
    SheetMark whole = mark;
    whole.part = ActionPart::whole;
    text += "| " + cell(draw::name_of(whole, setting.playbook)) + " | " +
            cell(draw::controls_text(setting, mark.context, mark.action)) + " |\n";
    before = &mark;
  }
  return text;
}

Result<SheetReport> failure(const std::string& path, std::string message) {
  return {{}, {{.file = path, .message = std::move(message)}}};
}

}  // namespace

std::vector<DeviceKind> sheet_devices(const Playbook& playbook, SchemeId scheme) {
  if (scheme == SchemeId::none) return {DeviceKind::keyboard, DeviceKind::mouse};
  std::vector<DeviceKind> devices = playbook.scheme(scheme).needs;
  for (const DeviceKind kind : playbook.scheme(scheme).may_use) devices.push_back(kind);
  return devices;
}

std::vector<SheetMark> sheet_marks(const SheetSetting& setting) {
  constexpr std::array parts = {ActionPart::whole, ActionPart::up,    ActionPart::left,
                                ActionPart::down,  ActionPart::right, ActionPart::more,
                                ActionPart::less};
  std::vector<SheetMark> marks;
  for (std::size_t i = 0; i < setting.playbook.contexts().size(); ++i) {
    const auto context = static_cast<ContextId>(i);
    for (const BindingDefinition& binding : setting.playbook.context(context).bindings) {
      const auto action = setting.playbook.find_action(binding.action);
      for (const ActionPart part : parts) {
        const PlacedControl& control =
            part == ActionPart::whole
                ? binding.control
                : binding.*directions()[static_cast<std::size_t>(part) - 1].control;
        if (!action || !control.is_set() || !is_marked(setting, binding, device_of(control)))
          continue;
        const SheetMark mark{control, context, *action, part, !binding.with.empty()};
        if (std::find(marks.begin(), marks.end(), mark) == marks.end()) marks.push_back(mark);
      }
    }
  }
  return marks;
}

Result<SheetReport> save_control_sheet(const SheetSetting& setting, const std::string& path) {
  SheetReport report;
  if (draw::ends_with(path, ".md")) {
    std::ofstream file{path};
    file << as_markdown(setting);
    file.close();
    if (!file) return failure(path, "cannot be written");
    report.marks = sheet_marks(setting).size();
    return {report, {}};
  }
  if (!draw::ends_with(path, ".svg") && !draw::ends_with(path, ".png")) {
    return failure(path, "a sheet is a .png, a .svg or a .md file");
  }
  const auto problem =
      draw::save_picture(path, draw::sheet_width, draw::sheet_height,
                         [&](cairo_t* cairo) { draw_sheet(cairo, setting, report); });
  if (problem) return {{}, {*problem}};
  return {report, {}};
}

}  // namespace nextmove
