#include <fmt/core.h>

#include <nextmove/files.hpp>

#include "commands.hpp"
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

int check_command(const std::string& playbook, bool json) {
  const Result<Playbook> loaded = load_playbook(playbook);
  if (json) {
    print_as_json(playbook, loaded.diagnostics);
  } else {
    print_problems(loaded.diagnostics);
    if (loaded) {
      fmt::print("{}: fine ({})\n", playbook, summary(*loaded));
    } else {
      fmt::print(stderr, "\n{} in {}\n", counted(loaded.diagnostics.size(), "problem"), playbook);
    }
  }
  return loaded ? exit_fine : exit_problems;
}
