// next-move play: the readings that a recording gives under a playbook.
#include <algorithm>
#include <fmt/core.h>
#include <map>
#include <utility>

#include <nextmove/files.hpp>

#include "commands.hpp"
#include "output.hpp"
#include "playback.hpp"
#include "profiles.hpp"
#include "recorded.hpp"

using namespace nextmove;

namespace {

bool is_wanted(const TimelineLine& line, const PlayWish& wish) {
  const auto& actions = wish.actions;
  if (line.time < wish.from || line.time > wish.to) return false;
  if (!wish.seat.empty() && !line.seat.empty() && line.seat != wish.seat) return false;
  return actions.empty() || std::find(actions.begin(), actions.end(), line.action) != actions.end();
}

// A value that changes by less than is shown says nothing new to people. Of a button every press is
// news.
class Shown {
 public:
  explicit Shown(const Playbook& playbook) : playbook_(playbook) {}

  bool is_news(const TimelineLine& line) {
    const auto action = playbook_.find_action(line.action);
    if (!action || playbook_.action(*action).kind == ActionKind::button) return true;
    std::string& last = last_[{line.seat, line.action}];
    return std::exchange(last, line.what) != line.what;
  }

 private:
  const Playbook& playbook_;
  std::map<std::pair<std::string, std::string>, std::string> last_;
};

// False after printing which name is none of the playbook's or of the recording's.
bool are_known_or_tell(const PlayWish& wish, const Hub& hub) {
  const bool are_actions = std::all_of(
      wish.actions.begin(), wish.actions.end(),
      [&](const std::string& name) { return find_part_or_tell(hub.playbook(), name).has_value(); });
  return are_actions && (wish.seat.empty() || !find_seats_or_tell(hub, wish.seat).empty());
}

}  // namespace

int play_command(const PlayWish& wish) {
  const std::optional<Recorded> recorded = read_recorded_or_tell(wish.playbook, wish.recording);
  if (!recorded) return exit_problems;
  const Recording& recording = recorded->recording;
  Playback playback{recorded->playbook, recording};
  const std::vector<Diagnostic> differences = nextmove::differences(recording, playback.hub());
  if (!print_differences(differences, wish.is_strict, wish.json)) return exit_problems;
  for (const std::string& word : wish.profiles) {
    if (!set_profile_or_tell(word, recording, playback.hub())) return exit_problems;
  }
  for (const std::string& problem : playback.problems()) {
    fmt::print(stderr, "{}: error: {}\n", wish.recording, printable(problem));
  }
  const std::vector<TimelineLine> lines = playback.run(wish.with_events);
  if (!are_known_or_tell(wish, playback.hub())) return exit_problems;
  print_head(recording.header, wish.json);
  if (!wish.json) print_timeline_heading();
  Shown shown{playback.hub().playbook()};
  for (const TimelineLine& line : lines) {
    if (!is_wanted(line, wish) || (!wish.json && !shown.is_news(line))) continue;
    fmt::print("{}\n", wish.json ? to_json(line) : to_text(line));
  }
  const bool fine = !recorded->is_damaged && playback.problems().empty();
  return fine ? exit_fine : exit_problems;
}
