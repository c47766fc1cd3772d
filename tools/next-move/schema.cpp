// next-move schema: the form of playbooks, for editors.
#include <fmt/core.h>

#include <nextmove/playbook_schema.hpp>

#include "commands.hpp"

int schema_command() {
  fmt::print("{}", nextmove::playbook_schema());
  return exit_fine;
}
