#include <fmt/core.h>

#include <nextmove/files.hpp>

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

// Prompts show text where there is no picture, so these are no errors.
bool tell_missing_icons(const std::string& theme, const Playbook& playbook) {
  const Result<IconTheme> loaded = load_icon_theme(theme);
  print_problems(loaded.diagnostics);
  if (!loaded) return false;
  const std::vector<MissingIcon> missing = missing_icons(playbook, *loaded);
  for (const MissingIcon& icon : missing) {
    std::string actions;
    for (const std::string& action : icon.actions) {
      actions.append(actions.empty() ? "" : ", ").append(action);
    }
    fmt::print("{}: no icon {}, for {}\n", printable(theme), icon.name, actions);
  }
  if (missing.empty()) fmt::print("{}: has an icon for every control\n", printable(theme));
  return true;
}

}  // namespace

int check_command(const std::string& playbook, const std::string& theme, bool json) {
  const Result<Playbook> loaded = read_playbook_file(playbook);
  if (json) {
    print_as_json(playbook, loaded.diagnostics);
  } else {
    print_problems(loaded.diagnostics);
    if (loaded) {
      fmt::print("{}: fine ({})\n", playbook, summary(*loaded));
    } else {
      const std::size_t count = loaded.diagnostics.size();
      const std::string told = count > most_told ? fmt::format("more than {} problems", most_told)
                                                 : counted(count, "problem");
      fmt::print(stderr, "\n{} in {}\n", told, playbook);
    }
  }
  if (!loaded) return exit_problems;
  const bool is_fine = theme.empty() || tell_missing_icons(theme, *loaded);
  return is_fine ? exit_fine : exit_problems;
}
