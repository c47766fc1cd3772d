// The control sheet.
#include <fmt/core.h>

#include <nextmove/control_sheet.hpp>

#include "commands.hpp"
#include "output.hpp"

using namespace nextmove;

namespace {

std::vector<DeviceKind> devices_of(const Playbook& playbook, SchemeId scheme,
                                   const std::optional<DeviceKind>& wanted) {
  if (!wanted) return sheet_devices(playbook, scheme);
  const bool is_desk = *wanted == DeviceKind::keyboard || *wanted == DeviceKind::mouse;
  return is_desk ? std::vector{DeviceKind::keyboard, DeviceKind::mouse} : std::vector{*wanted};
}

}  // namespace

int draw_command(const std::string& playbook, const PromptWish& wish, const std::string& output) {
  const auto played = find_played_or_tell(playbook, wish);
  if (!played || !may_write_or_tell(output)) return exit_problems;
  const SheetSetting setting{played->playbook, played->scheme,
                             devices_of(played->given, played->scheme, wish.device),
                             played->labels};
  const Result<SheetReport> sheet = save_control_sheet(setting, output);
  print_problems(sheet.diagnostics);
  if (!sheet) return exit_problems;
  fmt::print("{}: {}\n", printable(output), counted(sheet_marks(setting).size(), "control"));
  return played->misfits == 0 ? exit_fine : exit_problems;
}
