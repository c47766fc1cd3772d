#include <fmt/core.h>

#include <nextmove/files.hpp>

#include "commands.hpp"
#include "output.hpp"
#include "playback.hpp"

using namespace nextmove;

int play_command(const std::string& playbook, const std::string& recording, bool json) {
  const Result<Playbook> book = load_playbook(playbook);
  const Result<Recording> steps = load_recording(recording);
  print_problems(book.diagnostics);
  print_problems(steps.diagnostics);
  if (!book || !steps) return exit_problems;

  Playback playback{*book, *steps};
  for (const std::string& problem : playback.problems()) {
    fmt::print(stderr, "{}: error: {}\n", recording, printable(problem));
  }
  if (!json) print_timeline_heading();
  playback.run(
      [&](const TimelineLine& line) { fmt::print("{}\n", json ? to_json(line) : to_text(line)); });
  const bool fine = steps.diagnostics.empty() && playback.problems().empty();
  return fine ? exit_fine : exit_problems;
}
