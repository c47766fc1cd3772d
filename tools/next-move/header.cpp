// next-move header: a playbook's handles for C++.
#include <filesystem>
#include <fmt/format.h>
#include <fstream>

#include <nextmove/files.hpp>
#include <nextmove/playbook_header.hpp>

#include "commands.hpp"
#include "input.hpp"
#include "output.hpp"

using namespace nextmove;

int header_command(const std::string& playbook, const std::string& name_space,
                   const std::string& output) {
  const Result<Playbook> loaded = read_playbook_file(playbook);
  print_problems(loaded.diagnostics);
  if (!loaded) return exit_problems;
  const std::string text =
      to_header(*loaded, name_space.empty() ? namespace_for(loaded->title()) : name_space,
                std::filesystem::path{playbook}.filename().string());
  if (output.empty()) {
    fmt::print("{}", text);
    return exit_fine;
  }
  if (!may_write_or_tell(output)) return exit_problems;
  std::ofstream file{output, std::ios::binary};
  file << text;
  file.close();
  if (file.good()) return exit_fine;
  fmt::print(stderr, "next-move: cannot write {}\n", printable(output));
  return exit_problems;
}
