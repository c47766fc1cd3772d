#include "reports.hpp"

#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <filesystem>

#include <nextmove/files.hpp>

namespace tidewater {

using namespace nextmove;

namespace {

constexpr Duration shown_for = std::chrono::seconds{8};

// As the XDG base directory convention has it.
std::string usual_folder() {
  if (const char* state = std::getenv("XDG_STATE_HOME"); state != nullptr && *state == '/') {
    return std::string{state} + "/tidewater";
  }
  const char* home = std::getenv("HOME");
  return home != nullptr && *home == '/' ? std::string{home} + "/.local/state/tidewater" : ".";
}

// The first that is not there: no report takes the place of another.
std::string free_path(const std::string& folder) {
  for (int number = 1;; ++number) {
    std::string path = folder + "/report-" + std::to_string(number) + ".jsonl";
    std::error_code problem;
    if (!std::filesystem::exists(path, problem)) return path;
  }
}

}  // namespace

Reports::Reports(Hub& hub, std::string folder)
    : hub_(hub), keeper_(hub), folder_(folder.empty() ? usual_folder() : std::move(folder)) {}

void Reports::handle(const SDL_Event& event) {
  const bool is_asked = event.type == SDL_KEYDOWN &&
                        event.key.keysym.scancode == SDL_SCANCODE_F11 && event.key.repeat == 0;
  if (is_asked) save();
}

void Reports::save() {
  const std::string path = free_path(folder_);
  const std::vector<Diagnostic> problems = keeper_.save(path);
  char seconds[32];
  std::snprintf(seconds, sizeof seconds, "%.0f s", to_seconds(keeper_.kept()));
  const bool is_saved = !has_errors(problems);
  news_ = {is_saved ? std::string{"The last "} + seconds + " are saved"
                    : "The last seconds could not be saved"};
  if (is_saved) {
    std::printf("the last %s are saved in %s\n", seconds, path.c_str());
    news_.push_back(printable(path));
    news_.push_back("next-move explain tells which presses did nothing, and why");
  }
  for (const Diagnostic& it : problems) {
    std::fprintf(stderr, "%s\n", to_string(it).c_str());
    news_.push_back(printable(it.message));
  }
  std::fflush(stdout);
  until_ = hub_.now() + shown_for;
}

std::vector<std::string> Reports::news(Time now) const {
  return now < until_ ? news_ : std::vector<std::string>{};
}

}  // namespace tidewater
