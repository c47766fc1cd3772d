#include "watch.hpp"

#include <cstdio>

#include <nextmove/files.hpp>

namespace tidewater {

using namespace nextmove;

Watch::Watch(std::string path, Hub& hub) : path_(std::move(path)), hub_(hub), seen_(stamp()) {}

void Watch::look() {
  const auto now = stamp();
  if (now == seen_) return;
  seen_ = now;
  const Result<Playbook> changed = load_playbook(path_);
  if (changed) hub_.adopt(*changed);
  problems_.clear();
  for (const Diagnostic& problem : changed.diagnostics) {
    problems_.push_back("line " + std::to_string(problem.place.line) + ": " +
                        printable(problem.message));
  }
  constexpr std::size_t most = 20;
  if (problems_.size() > most) problems_.resize(most);
  std::printf("%s\n", changed ? "playbook adopted" : "playbook refused");
  std::fflush(stdout);
  for (const Diagnostic& problem : changed.diagnostics) {
    std::fprintf(stderr, "%s\n", to_string(problem).c_str());
  }
}

std::filesystem::file_time_type Watch::stamp() const {
  std::error_code gone;  // while it is being written, say
  return std::filesystem::last_write_time(path_, gone);
}

}  // namespace tidewater
