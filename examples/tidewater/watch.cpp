#include "watch.hpp"

#include <cstdio>

#include <nextmove/files.hpp>

namespace tidewater {

using namespace nextmove;

Watch::Watch(std::string path) : path_(std::move(path)), seen_(stamp()) {}

void Watch::look(Hub& hub) {
  const auto now = stamp();
  if (now == seen_) return;
  seen_ = now;
  const Result<Playbook> changed = load_playbook(path_);
  std::vector<Diagnostic> told = changed.diagnostics;
  if (changed) {
    const std::vector<Diagnostic> missing = hub.adopt(*changed);
    told.insert(told.end(), missing.begin(), missing.end());
  }
  problems_.clear();
  for (const Diagnostic& problem : told) {
    const std::string line = "line " + std::to_string(problem.place.line) + ": ";
    problems_.push_back((problem.place.line > 0 ? line : "") + printable(problem.message));
  }
  constexpr std::size_t most = 20;
  if (problems_.size() > most) problems_.resize(most);
  std::printf("%s\n", changed ? "playbook adopted" : "playbook refused");
  std::fflush(stdout);
  for (const Diagnostic& problem : told) {
    std::fprintf(stderr, "%s\n", to_string(problem).c_str());
  }
}

std::filesystem::file_time_type Watch::stamp() const {
  std::error_code gone;  // while it is being written, say
  return std::filesystem::last_write_time(path_, gone);
}

}  // namespace tidewater
