#include <fmt/core.h>

#include <nextmove/files.hpp>
#include <nextmove/icons.hpp>

#include "commands.hpp"
#include "input.hpp"
#include "output.hpp"

using namespace nextmove;

int icons_command(const std::string& folder, const std::string& families_file, int size,
                  bool for_light_ground) {
  Families families;
  if (!families_file.empty()) {
    Result<Families> loaded = read_families_file(families_file);
    print_problems(loaded.diagnostics);
    if (!loaded) return exit_problems;
    families = std::move(*loaded);
  }
  if (!may_write_or_tell(folder + "/icons.json")) return exit_problems;
  const IconGround ground = for_light_ground ? IconGround::light : IconGround::dark;
  const std::vector<Diagnostic> problems = write_icons(folder, families, size, ground);
  print_problems(problems);
  if (!problems.empty()) return exit_problems;
  fmt::print("{}: {} as SVG and PNG of {} pixels, and all in icons.png, listed in icons.json\n",
             printable(folder), counted(all_icons(families).size(), "icon"), size);
  return exit_fine;
}
