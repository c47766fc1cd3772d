// next-move play: the readings that a recording gives under a playbook.
#include <fmt/core.h>

#include <nextmove/files.hpp>

#include "commands.hpp"
#include "input.hpp"
#include "output.hpp"
#include "playback.hpp"
#include "profiles.hpp"

using namespace nextmove;

namespace {

/// A profile, and the seat that plays by it; empty for all.
struct SeatProfile {
  std::string seat;
  Profile profile;
};

// "SEAT=FILE" or "FILE"; nothing, after printing why, where the file cannot be read.
std::optional<SeatProfile> read_seat_profile(const std::string& word, const Recording& recording,
                                             const Playbook& playbook) {
  SeatProfile found;
  std::string path = word;
  for (const RecordedSeat& seat : recording.header.seats) {
    if (word.rfind(seat.name + '=', 0) != 0) continue;
    found.seat = seat.name;
    path = word.substr(seat.name.size() + 1);
  }
  auto profile = read_profile_or_tell(path, false);
  if (!profile) return std::nullopt;
  print_misfits(*profile, playbook);
  found.profile = std::move(*profile);
  return found;
}

}  // namespace

int play_command(const std::string& playbook, const std::string& recording,
                 const std::vector<std::string>& profiles, bool json) {
  const Result<Playbook> book = read_playbook_file(playbook);
  const Result<Recording> steps = read_recording_file(recording);
  print_problems(book.diagnostics);
  print_problems(steps.diagnostics);
  if (!book || !steps) return exit_problems;

  Playback playback{*book, *steps};
  for (const std::string& word : profiles) {
    const auto profile = read_seat_profile(word, *steps, *book);
    if (!profile) return exit_problems;
    playback.set_profile(profile->seat, profile->profile);
  }
  for (const std::string& problem : playback.problems()) {
    fmt::print(stderr, "{}: error: {}\n", recording, printable(problem));
  }
  if (!json) print_timeline_heading();
  playback.run(
      [&](const TimelineLine& line) { fmt::print("{}\n", json ? to_json(line) : to_text(line)); });
  const bool fine = !has_errors(steps.diagnostics) && playback.problems().empty();
  return fine ? exit_fine : exit_problems;
}
