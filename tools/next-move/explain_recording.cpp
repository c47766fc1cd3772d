// next-move explain --recording: why an action was done or not, and which presses did nothing.
#include <algorithm>
#include <fmt/core.h>
#include <fmt/ranges.h>
#include <map>

#include <nextmove/files.hpp>

#include "commands.hpp"
#include "explained.hpp"
#include "json_output.hpp"
#include "output.hpp"
#include "playback.hpp"
#include "profiles.hpp"
#include "recorded.hpp"

using namespace nextmove;
using namespace std::chrono_literals;

namespace {

// How much of the story is shown around a moment.
constexpr Duration before_it = 2s;
constexpr Duration after_it = 500ms;

/// A recording in a hub that keeps its story.
class Past {
 public:
  Past(const Playbook& playbook, const Recording& recording)
      : recording_(recording), hub_(playbook), replay_(recording, hub_, DecidedBy::recording) {
    keep_story_of(recording, hub_);
  }

  Hub& hub() { return hub_; }
  /// Up to the first update from there on. False where there is none.
  bool play_until(Time time) {
    while (hub_.now() < time || !has_begun_) {
      if (!advance()) return false;
      has_begun_ = true;
    }
    return true;
  }
  void play_all() {
    while (advance()) continue;
  }
  /// Of all that was played, from before the game went back too.
  std::vector<StoryEntry> story() const {
    std::vector<StoryEntry> all = before_;
    add_story_to(all);
    return all;
  }

 private:
  bool advance() {
    if (goes_back_next(recording_, replay_)) add_story_to(before_);
    return replay_.advance();
  }
  void add_story_to(std::vector<StoryEntry>& entries) const {
    for (StoryEntry& it : hub_.story()) entries.push_back(std::move(it));
  }

  const Recording& recording_;
  Hub hub_;
  Replay replay_;
  std::vector<StoryEntry> before_;
  bool has_begun_ = false;
};

bool is_of(const StoryEntry& entry, const std::string& seat) {
  return seat.empty() || entry.seat.empty() || entry.seat == seat;
}

// ---- an action, at a moment

// A press of one of its controls, or one that drove it.
bool concerns(const StoryEntry& entry, const Explanation& explanation) {
  if (entry.kind != StoryKind::said) return false;
  if (entry.way.name == explanation.name) return true;
  return std::any_of(explanation.ways.begin(), explanation.ways.end(), [&](const ExplainedWay& it) {
    return info(it.control.control.control).source == entry.control;
  });
}

std::vector<StoryEntry> around(std::vector<StoryEntry> entries, const Explanation& explanation,
                               Time at, const std::string& seat) {
  std::erase_if(entries, [&](const StoryEntry& it) {
    const bool is_near = std::max(it.time, it.until) >= at - before_it && it.time <= at + after_it;
    return !is_near || (!is_of(it, seat) && !concerns(it, explanation));
  });
  return entries;
}

void print_at(const Explanation& explanation, const std::string& text,
              const std::vector<StoryEntry>& entries, Time at) {
  print_answer(fmt::format("At {:.3f} s: {}", to_seconds(at), text));
  fmt::print("Around it{}:\n", entries.empty() ? " nothing happened" : ", > is of this action");
  for (const StoryEntry& it : entries) {
    fmt::print("{}{}", concerns(it, explanation) ? '>' : ' ', printable_lines(to_text(it)));
  }
}

void print_at_as_json(const std::string& explanation, const std::vector<StoryEntry>& entries,
                      const Hub& hub, Time at) {
  fmt::print("{{\"at\":{},\"explanation\":{},\"story\":[", to_seconds(at), explanation);
  for (const StoryEntry& it : entries) {
    fmt::print("{}{}", &it == &entries.front() ? "" : ",", to_json(it, hub));
  }
  fmt::print("]}}\n");
}

int explain_moment(Past& past, const ExplainRecordingWish& wish, ActionId action) {
  const Hub& hub = past.hub();
  if (!past.play_until(*wish.at)) {
    fmt::print(stderr, "next-move: the recording ends at {:.3f} s\n", to_seconds(hub.now()));
    return exit_problems;
  }
  const std::vector<Seat*> seats = find_seats_or_tell(hub, wish.seat);
  const Time at = hub.now();
  std::vector<Explanation> explanations;
  std::vector<std::string> texts;  // while it is so
  for (const Seat* seat : seats) {
    explanations.push_back(seat->explain(action));
    texts.push_back(wish.json ? to_json(explanations.back(), *seat, hub)
                              : to_text(explanations.back(), *seat));
  }
  past.play_until(at + after_it);
  for (std::size_t i = 0; i < seats.size(); ++i) {
    const std::vector<StoryEntry> entries =
        around(past.story(), explanations[i], at, std::string{seats[i]->name()});
    if (wish.json) {
      print_at_as_json(texts[i], entries, hub, at);
      continue;
    }
    if (seats.size() > 1) fmt::print("{}\n", bold(printable(seats[i]->name())));
    print_at(explanations[i], texts[i], entries, at);
  }
  return seats.empty() ? exit_problems : exit_fine;
}

// ---- what did nothing

/// Presses of one control that came to nothing for one cause.
struct Fruitless {
  std::string cause;
  std::string what;  // "Space, keyboard 1"
  std::string why;   // of the first
  std::vector<Time> times;
};

std::vector<Fruitless> fruitless(Past& past, const std::string& seat) {
  std::vector<Fruitless> found;
  for (const StoryEntry& it : past.story()) {
    if (it.kind != StoryKind::said || it.is_done || !is_of(it, seat)) continue;
    if (it.outcome == Outcome::captured || it.outcome == Outcome::joins) continue;
    const std::string what =
        std::string{to_string(it.control)} + ", " + past.hub().label(it.device);
    const std::string cause = cause_of(it);
    auto known = std::find_if(found.begin(), found.end(), [&](const Fruitless& other) {
      return other.cause == cause && other.what == what;
    });
    if (known == found.end()) {
      const std::string why = it.text.substr(it.text.find(": ") + 2);
      known = found.insert(found.end(), {cause, what, why, {}});
    }
    known->times.push_back(it.time);
  }
  return found;
}

// By cause, the commonest first; so are the controls of one cause.
void sort_by_cause(std::vector<Fruitless>& list) {
  std::map<std::string, std::size_t> totals;
  for (const Fruitless& it : list) totals[it.cause] += it.times.size();
  std::stable_sort(list.begin(), list.end(), [&](const Fruitless& a, const Fruitless& b) {
    if (a.cause != b.cause && totals[a.cause] != totals[b.cause]) {
      return totals[a.cause] > totals[b.cause];
    }
    if (a.cause != b.cause) return a.cause < b.cause;
    return a.times.size() > b.times.size();
  });
}

// "1.250 2.500 4.000 and 7 more".
std::string moments(const std::vector<Time>& times) {
  constexpr std::size_t most = 3;
  std::string text;
  for (std::size_t i = 0; i < std::min(times.size(), most); ++i) {
    text += fmt::format("{}{:.3f}", i == 0 ? "" : " ", to_seconds(times[i]));
  }
  return times.size() <= most ? text : fmt::format("{} and {} more", text, times.size() - most);
}

void print_fruitless(const std::vector<Fruitless>& list) {
  if (list.empty()) {
    fmt::print("every press did something\n");
    return;
  }
  Table table{{"PRESSES", "CAUSE", "CONTROL", "SECONDS", "WHY"}};
  for (const Fruitless& it : list) {
    table.add(
        {std::to_string(it.times.size()), it.cause, it.what, moments(it.times), printable(it.why)});
  }
  table.print();
}

void print_fruitless_as_json(const std::vector<Fruitless>& list) {
  for (const Fruitless& it : list) {
    std::vector<double> times;
    for (const Time time : it.times) times.push_back(to_seconds(time));
    fmt::print("{{\"cause\":{},\"control\":{},\"presses\":{},\"times\":[{}],\"text\":{}}}\n",
               json_text(it.cause), json_text(it.what), times.size(), fmt::join(times, ","),
               json_text(it.why));
  }
}

}  // namespace

int explain_recording_command(const ExplainRecordingWish& wish) {
  const std::optional<Recorded> recorded = read_recorded_or_tell(wish.playbook, wish.recording);
  if (!recorded) return exit_problems;
  const auto& [playbook, recording, is_damaged] = *recorded;
  const auto part = wish.action.empty() ? NamedPart{} : find_part_or_tell(playbook, wish.action);
  if (!part) return exit_problems;
  Past past{playbook, recording};
  if (!print_differences(differences(recording, past.hub()), wish.is_strict, wish.json)) {
    return exit_problems;
  }
  for (const std::string& word : wish.profiles) {
    if (!set_profile_or_tell(word, recording, past.hub())) return exit_problems;
  }
  if (wish.at) return explain_moment(past, wish, part->action);
  past.play_all();
  if (find_seats_or_tell(past.hub(), wish.seat).empty()) return exit_problems;
  std::vector<Fruitless> list = fruitless(past, wish.seat);
  sort_by_cause(list);
  wish.json ? print_fruitless_as_json(list) : print_fruitless(list);
  return exit_fine;
}
