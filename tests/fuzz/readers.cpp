// Every reader, fed with what anybody might have written.
#include <string>

#include <nextmove/files.hpp>
#include <nextmove/playbook_header.hpp>

#include "always.hpp"
#include "fuzzed.hpp"
#include "support/remaps.hpp"

namespace nextmove::fuzz {
namespace {

using namespace std::chrono_literals;

// In every context, every control once, down and up.
void play(const Playbook& playbook) {
  Hub hub{playbook};
  Seat& seat = hub.add_seat("port tug");
  for (std::size_t i = 0; i < playbook.contexts().size(); ++i) {
    seat.enter(static_cast<ContextId>(i));
  }
  std::vector<DeviceId> devices;
  for (const DeviceKind kind :
       {DeviceKind::keyboard, DeviceKind::mouse, DeviceKind::gamepad, DeviceKind::touch}) {
    devices.push_back(hub.plug({kind, "simulated"}, 0ms));
  }
  Time now{};
  for (const float value : {1.0F, 0.0F}) {
    for (const ControlInfo& it : all_controls()) {
      const Event event{now, devices[static_cast<std::size_t>(it.device)], it.control, value,
                        value};
      if (is_valid(event)) hub.feed(event);
    }
    hub.update(now += 400ms);
  }
  for (std::size_t i = 0; i < playbook.actions().size(); ++i) {
    require(!seat.prompts(static_cast<ActionId>(i)).empty(), "there is always a prompt");
  }
}

const Playbook& small_book() {
  static const Playbook book = *make_playbook(support::harbour_to_remap());
  return book;
}

}  // namespace

void playbook(std::string_view bytes) {
  const Listening strict{no_complaint};
  const Result<Playbook> read = parse_playbook(bytes, "fuzzed.toml");
  require_sound(read);
  if (!read) return;
  const std::string text = to_toml(read->definition());
  const Result<Playbook> again = parse_playbook(text, "written.toml");
  require(static_cast<bool>(again), "what was read can be written and read again", text);
  require(again->definition() == read->definition(), "it reads back equal", text);
  require(to_toml(again->definition()) == text, "it is written back equal", text);
  to_header(*read, namespace_for(read->title()), "fuzzed.toml");
  play(*read);
}

void profile(std::string_view bytes) {
  const Listening strict{no_complaint};
  const Result<Profile> read = parse_profile(bytes, "fuzzed.toml");
  require_sound(read);
  if (!read) return;
  const std::string text = to_toml(*read);
  if (text.size() > 100'000) return;
  const Result<Profile> again = parse_profile(text, "written.toml");
  require(static_cast<bool>(again), "what was read can be written and read again", text);
  require(*again == *read, "it reads back equal", text);
  misfits(*read, small_book());
  const Playbook played = remapped(small_book(), *read);
  const std::vector<Diagnostic> wrong = check(played.definition());
  const Draft draft{small_book(), *read};
  unwanted_clashes(draft);
  require(!has_errors(wrong) || !draft.clashes().empty(), "a remapped playbook passes the check",
          wrong.empty() ? "" : wrong.front().message);
}

// A playbook that is adopted may ask for a function that only the game has.
void none_but_of_functions(const Complaint& complaint) {
  if (complaint.sentence.find("Hub::set_custom") != 0) no_complaint(complaint);
}

void recording(std::string_view bytes) {
  const Listening strict{none_but_of_functions};
  const Result<Recording> read = parse_recording(bytes, "fuzzed.jsonl");
  if (!read) return require_sound(read);
  std::string text = to_json_line(read->header);
  for (const Step& step : read->steps) text += to_json_line(step);
  const Result<Recording> again = parse_recording(text, "written.jsonl");
  require(static_cast<bool>(again), "what was read can be written and read again", text);
  require(*again == *read, "it reads back equal", text);
  Hub hub{small_book()};
  Replay replay{*read, hub, bytes.size() % 4 == 0 ? DecidedBy::game : DecidedBy::recording};
  while (replay.advance()) {
  }
}

void families(std::string_view bytes) {
  const Listening strict{no_complaint};
  require_sound(parse_families(bytes, "fuzzed.toml"));
}

void icon_theme(std::string_view bytes) {
  const Listening strict{no_complaint};
  const Result<IconTheme> read = parse_icon_theme(bytes, "fuzzed.toml");
  require_sound(read);
  if (read) missing_icons(small_book(), *read);
}

}  // namespace nextmove::fuzz
