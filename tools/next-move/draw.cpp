// The control sheet.
#include <fmt/core.h>

#include <nextmove/control_sheet.hpp>
#include <nextmove/files.hpp>

#include "commands.hpp"
#include "output.hpp"
#include "profiles.hpp"

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
  const Result<Playbook> loaded = load_playbook(playbook);
  print_problems(loaded.diagnostics);
  if (!loaded) return exit_problems;
  const auto labels = find_labels_or_tell(wish.labels);
  const auto scheme = find_scheme_or_tell(*loaded, wish.scheme);
  const auto profile = wish.profile.empty() ? Profile{} : read_profile_or_tell(wish.profile, false);
  if (!labels || !scheme || !profile) return exit_problems;
  const std::size_t misfits = print_misfits(wish.profile, *profile, *loaded);
  const Playbook played = remapped(*loaded, *profile, *scheme);
  const SheetSetting setting{played, *scheme, devices_of(*loaded, *scheme, wish.device), *labels};
  const Result<SheetReport> sheet = save_control_sheet(setting, output);
  print_problems(sheet.diagnostics);
  if (!sheet) return exit_problems;
  fmt::print("{}: {}\n", printable(output), counted(sheet_marks(setting).size(), "control"));
  return misfits == 0 ? exit_fine : exit_problems;
}
