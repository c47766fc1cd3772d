// next-move curve: what shaping does to a stick or a trigger.
#include <fmt/format.h>

#include <nextmove/curve_picture.hpp>
#include <nextmove/files.hpp>

#include "commands.hpp"
#include "input.hpp"
#include "json_output.hpp"
#include "output.hpp"

using namespace nextmove;

namespace {

void print_table(const std::vector<ShapedCurve>& curves) {
  std::vector<std::string> heading = {"PUSH"};
  for (const ShapedCurve& curve : curves) {
    heading.push_back(fmt::format("{} ({})", curve.controls, curve.context));
  }
  Table table{heading};
  for (std::size_t i = 0; i < curves.front().samples.size(); i += 10) {
    std::vector<std::string> row = {
        fmt::format("{:.1f}", static_cast<double>(curves.front().samples[i].x))};
    for (const ShapedCurve& curve : curves)
      row.push_back(fmt::format("{:.3f}", curve.samples[i].y));
    table.add(row);
  }
  table.print();
  for (const ShapedCurve& curve : curves) {
    if (!curve.note.empty()) fmt::print("{}: {}\n", curve.controls, printable(curve.note));
  }
}

int no_such_action(const Playbook& playbook, const std::string& name) {
  std::vector<std::string_view> names;
  for (const ActionDefinition& action : playbook.actions()) names.push_back(action.name);
  fmt::print(stderr, "next-move: the playbook has no action \"{}\"{}\n", printable(name),
             did_you_mean(name, names));
  return exit_problems;
}

}  // namespace

int curve_command(const std::string& playbook, const std::string& action,
                  const std::string& picture, bool json) {
  const Result<Playbook> loaded = read_playbook_file(playbook);
  print_problems(loaded.diagnostics);
  if (!loaded) return exit_problems;
  const auto id = loaded->find_action(action);
  if (!id) return no_such_action(*loaded, action);
  const std::vector<ShapedCurve> curves = curves_of(*loaded, *id);
  if (curves.empty()) {
    fmt::print(stderr, "next-move: neither a stick nor a trigger drives \"{}\"\n", action);
    return exit_problems;
  }
  if (json) {
    print_as_json(curves);
  } else {
    print_table(curves);
  }
  if (picture.empty()) return exit_fine;
  if (!may_write_or_tell(picture)) return exit_problems;
  const ActionDefinition& definition = loaded->action(*id);
  const std::string title = definition.label.empty() ? definition.name : definition.label;
  const auto problem = save_curve_picture(curves, printable(title), picture);
  if (problem) print_problems({*problem});
  return problem ? exit_problems : exit_fine;
}
