#include "recorded.hpp"

#include <fmt/core.h>

#include "input.hpp"
#include "output.hpp"

using namespace nextmove;

namespace {

// Nothing after printing why.
std::optional<Playbook> own_playbook_or_tell(const Recording& recording, const std::string& path) {
  if (recording.header.playbook) return recording.header.playbook;
  fmt::print(stderr,
             "{}: error: this recording holds no playbook; name the file of the one that it was "
             "made with, before it\n",
             path);
  return std::nullopt;
}

std::optional<Playbook> playbook_or_tell(const std::string& path) {
  Result<Playbook> read = read_playbook_file(path);
  print_problems(read.diagnostics);
  return std::move(read.value);
}

}  // namespace

std::optional<Recorded> read_recorded_or_tell(const std::string& playbook,
                                              const std::string& recording) {
  Result<Recording> read = read_recording_file(recording);
  print_problems(read.diagnostics);
  std::optional<Playbook> book;
  if (!playbook.empty()) book = playbook_or_tell(playbook);
  if (!read) return std::nullopt;
  if (playbook.empty()) book = own_playbook_or_tell(*read, recording);
  if (!book) return std::nullopt;
  const bool is_damaged = has_errors(read.diagnostics);
  return Recorded{*std::move(book), std::move(*read.value), is_damaged};
}

bool print_differences(const std::vector<Diagnostic>& differences, bool is_strict, bool json) {
  if (is_strict) {
    for (const Diagnostic& it : differences) {
      fmt::print(stderr, "next-move: error: {}\n", printable(it.message));
    }
    return differences.empty();
  }
  for (const Diagnostic& it : differences) {
    if (json) fmt::print(stderr, "next-move: warning: {}\n", printable(it.message));
    if (!json) fmt::print("{} {}\n", bold("Not as it was:"), printable(it.message));
  }
  return true;
}
