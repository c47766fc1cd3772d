#include "report.hpp"

#include <algorithm>
#include <cstdio>
#include <utility>

namespace {

using Times = std::map<std::string, double>;

void print_line(const std::string& label, double ours, const char* other, double theirs) {
  std::printf("%-28s %9.1f ns  %-8s %9.1f ns  ratio %.2f\n", label.c_str(), ours, other, theirs,
              ours / theirs);
}

void print_ratio(const Times& times, const std::string& name, const std::string& seats,
                 const std::string& label, double units) {
  const auto ours = times.find(name + "_next_move/" + seats);
  const auto theirs = times.find(name + "_by_hand/" + seats);
  if (ours == times.end() || theirs == times.end()) return;
  print_line(label, ours->second / units, "by hand", theirs->second / units);
}

/// Beside the same work without it.
void print_beside(const Times& times, const std::string& name, const char* title) {
  std::printf("%s\n", title);
  for (const auto& [seats, count] : {std::pair{"1", 1.0}, std::pair{"4", 4.0}}) {
    const auto with = times.find(name + '/' + seats);
    const auto without = times.find(std::string{"frames_next_move/"} + seats);
    if (with == times.end() || without == times.end()) continue;
    const double events = count * frames * events_a_frame;
    print_line(std::string{seats} + (count > 1 ? " seats" : " seat"), with->second / events,
               "without", without->second / events);
  }
}

void print_snapshots(const Times& times) {
  const auto four = times.find("frames_next_move/4");
  if (four == times.end()) return;
  std::printf("A snapshot of 4 seats taken and restored, beside an event of theirs:\n");
  for (const auto& [name, label] :
       {std::pair{"snapshot_of_four", "taken"}, std::pair{"restore_of_four", "restored"}}) {
    const auto found = times.find(std::string{name} + "/");
    if (found == times.end()) continue;
    print_line(label, found->second, "an event", four->second / (4.0 * frames * events_a_frame));
  }
}

void print_growth(const Times& times) {
  const auto small = times.find("events_in_large_playbook/10");
  const auto large = times.find("events_in_large_playbook/10000");
  if (small == times.end() || large == times.end()) return;
  constexpr double events = 20;
  std::printf(
      "An event with its share of the update, in a playbook of 10000 bindings and of 10:\n");
  print_line("10000 bindings", large->second / events, "of 10", small->second / events);
}

void print_loading(const Times& times) {
  std::printf("A playbook loaded, and its TOML only parsed:\n");
  for (const auto& [actions, label] :
       {std::pair{"0", "the demo's"}, std::pair{"1000", "1000 actions"}}) {
    const auto ours = times.find(std::string{"load_playbook_next_move/"} + actions);
    const auto parsed = times.find(std::string{"load_playbook_toml_alone/"} + actions);
    if (ours == times.end() || parsed == times.end()) continue;
    print_line(label, ours->second, "parsed", parsed->second);
  }
}

void print_seats(const Times& times) {
  const auto one = times.find("frames_next_move/1");
  const auto four = times.find("frames_next_move/4");
  if (one == times.end() || four == times.end()) return;
  print_line("4 seats, an update", four->second / frames, "of 1", one->second / frames);
}

}  // namespace

void Report::ReportRuns(const std::vector<Run>& runs) {
  for (const Run& run : runs) {
    if (run.run_type != Run::RT_Iteration) continue;
    const auto [fastest, is_new] = times_.emplace(
        run.run_name.function_name + '/' + run.run_name.args, run.GetAdjustedCPUTime());
    if (!is_new) fastest->second = std::min(fastest->second, run.GetAdjustedCPUTime());
  }
}

void Report::print() const {
  std::printf(
      "An event with its share of the update, and an update with its %d events a seat (all "
      "readings read):\n",
      events_a_frame);
  print_ratio(times_, "frames", "1", "1 seat, an event", 1.0 * frames * events_a_frame);
  print_ratio(times_, "frames", "1", "1 seat, an update", frames);
  print_ratio(times_, "frames", "4", "4 seats, an event", 4.0 * frames * events_a_frame);
  print_ratio(times_, "frames", "4", "4 seats, an update", frames);
  print_seats(times_);
  std::printf("An update in which nothing happened:\n");
  print_ratio(times_, "idle_update", "1", "1 seat", 1);
  print_ratio(times_, "idle_update", "4", "4 seats", 1);
  print_ratio(times_, "idle_update", "16", "16 seats", 1);
  print_beside(times_, "frames_with_story",
               "An event with its share of the update, with a story of 200 entries and without:");
  print_beside(times_, "frames_with_keeper", "The same with a keeper of 30 s and without:");
  print_snapshots(times_);
  print_growth(times_);
  print_loading(times_);
}
