// next-move demo: the bundled recording, and what happened in it.
#include <fmt/core.h>

#include <nextmove/files.hpp>

#include "commands.hpp"
#include "demo_data.hpp"
#include "output.hpp"
#include "playback.hpp"

using namespace nextmove;

namespace {

void print_opening(const Recording& recording) {
  fmt::print("{}: one player steers a harbour tug, first with the keyboard, then with a gamepad.\n",
             bold(recording.header.title));
  fmt::print(
      "This recording was made once; it is now played through the playbook, and these are the\n"
      "readings that the game sees.\n\n");
}

void print_summary(const Playbook& playbook, const Playback& playback) {
  fmt::print("\n{}\n\n", bold(fmt::format("In {:.1f} seconds", to_seconds(playback.length()))));
  Table table{{"ACTION", "KIND", "PRESSES", "AT WORK"}};
  std::size_t idle = 0;
  for (std::size_t i = 0; i < playback.summaries().size(); ++i) {
    const ActionSummary& summary = playback.summaries()[i];
    const ActionDefinition& action = playbook.actions()[i];
    if (summary.presses == 0 && summary.active == Duration::zero()) {
      ++idle;
      continue;
    }
    const bool is_button = action.kind == ActionKind::button;
    table.add({action.name, std::string{to_string(action.kind)},
               is_button ? std::to_string(summary.presses) : "",
               fmt::format("{:.2f} s", to_seconds(summary.active))});
  }
  table.print();
  if (idle > 0) fmt::print("({} not used)\n", counted(idle, "other action"));
  fmt::print(
      "\nNext: `next-move show FILE` for a playbook of your own, `next-move --help` for the "
      "rest.\n");
}

}  // namespace

int demo_command(bool json) {
  const Result<Playbook> playbook = parse_playbook(demo_playbook, "tidewater.toml");
  const Result<Recording> recording = parse_recording(demo_recording, "harbour.jsonl");
  print_problems(playbook.diagnostics);
  print_problems(recording.diagnostics);
  if (!playbook || !recording) return exit_problems;

  Playback playback{*playbook, *recording};
  if (!json) {
    print_opening(*recording);
    print_timeline_heading();
  }
  for (const TimelineLine& line : playback.run()) {
    fmt::print("{}\n", json ? to_json(line) : to_text(line));
  }
  if (!json) print_summary(*playbook, playback);
  return exit_fine;
}
