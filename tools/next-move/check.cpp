// next-move check: what is wrong with a playbook.
#include <fmt/core.h>

#include <nextmove/files.hpp>

#include "check_icons.hpp"
#include "commands.hpp"
#include "input.hpp"
#include "json_output.hpp"
#include "output.hpp"

using namespace nextmove;

namespace {

std::string summary(const Playbook& playbook) {
  std::size_t bindings = 0;
  for (const ContextDefinition& context : playbook.contexts()) bindings += context.bindings.size();
  return fmt::format("{}, {}, {}", counted(playbook.actions().size(), "action"),
                     counted(playbook.contexts().size(), "context"), counted(bindings, "binding"));
}

}  // namespace

int check_command(const CheckWish& wish) {
  const Result<Playbook> loaded = read_playbook_file(wish.playbook);
  const std::vector<Diagnostic>& told = loaded.diagnostics;
  if (wish.json) {
    print_as_json(wish.playbook, told);
  } else {
    print_problems(told);
    if (loaded) {
      const std::string warned =
          told.empty() ? "" : fmt::format(", with {}", counted(told.size(), "warning"));
      fmt::print("{}: fine{} ({})\n", wish.playbook, warned, summary(*loaded));
    } else {
      const std::string count = told.size() > most_told
                                    ? fmt::format("more than {} problems", most_told)
                                    : counted(told.size(), "problem");
      fmt::print(stderr, "\n{} in {}\n", count, wish.playbook);
    }
  }
  if (!loaded || (wish.is_strict && !told.empty())) return exit_problems;
  if (wish.theme.empty()) return exit_fine;
  return check_icons(wish.theme, wish.families, *loaded, wish.is_strict);
}
