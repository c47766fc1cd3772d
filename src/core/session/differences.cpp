// What makes the readings of a recording other than they were.
#include <algorithm>
#include <set>
#include <string>

#include <nextmove/hub.hpp>
#include <nextmove/recording.hpp>

#include "base/shown.hpp"

namespace nextmove {
namespace {

// That title and fingerprint are another's: a new version of the playbook has the same title.
std::string other_playbook(const RecordingHeader& head, const Hub& hub) {
  const std::string title{hub.playbook().title()};
  if (head.title == title) {
    return "the recording was made with another version of the playbook " + core::quoted(title) +
           " (" + to_string(head.fingerprint) + ", and this one is " +
           to_string(fingerprint(hub.playbook())) + ")";
  }
  return "the recording was made with the playbook " + core::quoted(head.title) +
         ", and this one is " + core::quoted(title);
}

std::set<std::string> customs_of(const Playbook& playbook) {
  std::set<std::string> names;
  for (const ContextDefinition& context : playbook.contexts()) {
    for (const BindingDefinition& binding : context.bindings) names.insert(binding.shaping.custom);
  }
  names.erase("");
  return names;
}

// Those that played a part: of the recording's own playbooks and of the hub's.
std::set<std::string> missing_customs(const Recording& recording, const Hub& hub) {
  std::set<std::string> names = customs_of(hub.playbook());
  std::set<std::string> given{recording.header.customs.begin(), recording.header.customs.end()};
  for (const Step& step : recording.steps) {
    if (const auto* it = std::get_if<CustomSet>(&step)) given.insert(it->name);
    const auto* adopted = std::get_if<Adopted>(&step);
    if (adopted != nullptr && adopted->playbook) names.merge(customs_of(*adopted->playbook));
  }
  for (const std::string& name : hub.customs()) names.erase(name);
  // Recordings of before do not tell which there were.
  const bool tells = recording.header.fingerprint != Fingerprint::none;
  std::erase_if(names, [&](const std::string& name) { return tells && !given.contains(name); });
  return names;
}

// "Space was down on keyboard 1". A stick that only leans goes on as it was.
std::string held_at_start(const RecordingHeader& head, const Event& pushed) {
  constexpr float held = 0.5F;
  if (pushed.x * pushed.x + pushed.y * pushed.y < held * held) return {};
  int number = 0;
  for (const PluggedDevice& it : head.devices) {
    if (it.device.kind == info(pushed.control).device) ++number;
    if (it.id == pushed.device) break;
  }
  return std::string{to_string(pushed.control)} + " was down on " +
         std::string{to_string(info(pushed.control).device)} + ' ' + std::to_string(number);
}

}  // namespace

std::vector<Diagnostic> differences(const Recording& recording, const Hub& hub) {
  const RecordingHeader& head = recording.header;
  std::vector<Diagnostic> found;
  const auto add = [&](std::string message) {
    found.push_back({.severity = Severity::warning, .message = std::move(message)});
  };
  const bool is_other = head.fingerprint == Fingerprint::none
                            ? !head.title.empty() && head.title != hub.playbook().title()
                            : head.fingerprint != fingerprint(hub.playbook());
  if (is_other) add(other_playbook(head, hub) + "; readings may differ");
  if (head.meaning != version_of_rules) {
    add("the recording was made under version " + std::to_string(head.meaning) +
        " of the rules, and is played under version " + std::to_string(version_of_rules) +
        "; some readings may differ (docs/meaning.md)");
  }
  const bool has_snapshot = !head.snapshot.empty();
  const RestoreRefusal refusal =
      is_other ? RestoreRefusal::other_playbook : look_at_snapshot(head.snapshot);
  const bool goes_on = has_snapshot && refusal == RestoreRefusal::none;
  if (has_snapshot && !goes_on && !is_other) {
    add("the recording begins in the middle of a game, of which what was under way is lost: " +
        reason({refusal}));
  }
  for (const Event& pushed : goes_on ? std::vector<Event>{} : head.pushed) {
    const std::string what = held_at_start(head, pushed);
    if (what.empty()) continue;
    add("the recording began while " + what +
        "; a button that it held is not held here, and waits for a fresh press");
  }
  if (head.is_thinned) add(std::string{thinned_movements});
  for (const std::string& name : missing_customs(recording, hub)) {
    add("the game shaped values by its function " + core::quoted(name) +
        ", which is not here; what it shaped is played unshaped");
  }
  for (const Step& step : recording.steps) {
    const auto* it = std::get_if<Adopted>(&step);
    if (it != nullptr && !it->playbook) {
      add("the game adopted another playbook at " + core::in_seconds(it->time) +
          ", which cannot be read; it is not adopted here");
    }
  }
  return found;
}

}  // namespace nextmove
