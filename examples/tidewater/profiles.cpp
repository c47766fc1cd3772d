#include "profiles.hpp"

#include <algorithm>
#include <cstdio>

#include <nextmove/files.hpp>

namespace tidewater {

std::string Profiles::path_of(std::string_view seat) const {
  if (folder_.empty()) return nextmove::usual_profile_path("tidewater", seat);
  std::string file{seat};
  std::replace(file.begin(), file.end(), ' ', '_');
  return folder_ + "/" + file + ".toml";
}

void Profiles::load(nextmove::Hub& hub, nextmove::Seat& seat) {
  const std::string path = path_of(seat.name());
  if (path.empty()) return;
  nextmove::Result<nextmove::Profile> loaded = nextmove::load_profile(path);
  std::vector<nextmove::Diagnostic> problems = std::move(loaded.diagnostics);
  for (nextmove::Diagnostic& misfit : hub.set_profile(seat, std::move(*loaded))) {
    problems.push_back(std::move(misfit));
  }
  for (const nextmove::Diagnostic& problem : problems) {
    std::fprintf(stderr, "%s\n", to_string(problem).c_str());
  }
  if (!problems.empty()) {
    news_[std::string{seat.name()}] = nextmove::printable(problems.front().message);
  }
}

std::string Profiles::save(const nextmove::Seat& seat) {
  const std::string path = path_of(seat.name());
  if (path.empty()) return "Applied, but there is no home to save it in";
  std::string problem;
  for (const nextmove::Diagnostic& it : nextmove::save_profile(path, seat.profile())) {
    std::fprintf(stderr, "%s\n", to_string(it).c_str());
    if (it.severity == nextmove::Severity::error) problem = nextmove::printable(it.message);
  }
  return problem.empty() ? "Applied and saved" : "Applied, but not saved: " + problem;
}

std::string Profiles::take_news(const nextmove::Seat& seat) {
  const auto found = news_.find(seat.name());
  if (found == news_.end()) return {};
  std::string news = std::move(found->second);
  news_.erase(found);
  return news;
}

}  // namespace tidewater
