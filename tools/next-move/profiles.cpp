#include "profiles.hpp"

#include <algorithm>
#include <filesystem>
#include <fmt/core.h>
#include <fmt/ranges.h>
#include <fstream>

#include <nextmove/files.hpp>

#include "input.hpp"
#include "output.hpp"

using namespace nextmove;

namespace {

// A profile keeps what it cannot read, and so would keep a whole playbook.
bool is_playbook(const std::string& path) {
  std::error_code unknown;
  if (!std::filesystem::is_regular_file(path, unknown)) return false;  // a pipe is read once
  std::ifstream file{path};
  for (std::string line; std::getline(file, line);) {
    if (line.rfind("[actions", 0) == 0 || line.rfind("[contexts", 0) == 0) return true;
  }
  return false;
}

}  // namespace

std::optional<Profile> read_profile_or_tell(const std::string& path, bool may_be_new) {
  std::error_code unknown;
  if (may_be_new && !std::filesystem::exists(path, unknown)) return Profile{};
  if (is_playbook(path)) {
    fmt::print(stderr,
               "next-move: {} is a playbook, not a profile; a profile is a file of its own, which "
               "`next-move remap` makes where there is none\n",
               printable(path));
    return std::nullopt;
  }
  Result<Profile> read = read_profile_file(path);
  print_problems(read.diagnostics);
  return std::move(read.value);
}

std::size_t print_misfits(const Profile& profile, const Playbook& playbook, SchemeId scheme) {
  std::vector<Diagnostic> told = misfits(profile, playbook);
  const std::size_t count = told.size();
  for (Diagnostic& it : unwanted_clashes(Draft{playbook, profile, scheme})) {
    told.push_back(std::move(it));
  }
  print_problems(told);
  return count;
}

bool set_profile_or_tell(const std::string& word, const Recording& recording, Hub& hub) {
  std::string name;
  std::string path = word;
  for (const RecordedSeat& seat : recording.header.seats) {
    if (word.rfind(seat.name + '=', 0) != 0) continue;
    name = seat.name;
    path = word.substr(seat.name.size() + 1);
  }
  const auto profile = read_profile_or_tell(path, false);
  if (!profile) return false;
  print_misfits(*profile, hub.playbook());
  for (const auto& seat : hub.seats()) {
    if (name.empty() || seat->name() == name) hub.set_profile(*seat, *profile);
  }
  return true;
}

namespace {

template <class Definition>
std::string nearest_of(std::span<const Definition> definitions, const std::string& name) {
  std::vector<std::string_view> names;
  names.reserve(definitions.size());
  for (const Definition& definition : definitions) names.push_back(definition.name);
  return did_you_mean(name, names);
}

void tell_unknown(std::string_view what, const std::string& name, const std::string& advice) {
  fmt::print(stderr, "next-move: the playbook has no {} \"{}\"{}\n", what, printable(name), advice);
}

}  // namespace

std::optional<NamedPart> find_part_or_tell(const Playbook& playbook, const std::string& name) {
  const std::size_t dot = name.find('.');
  const std::string action_name = name.substr(0, dot);
  const auto action = playbook.find_action(action_name);
  if (!action) {
    tell_unknown("action", action_name, nearest_of(playbook.actions(), action_name));
    return std::nullopt;
  }
  if (dot == std::string::npos) return NamedPart{*action, ActionPart::whole};
  const auto part = find_action_part(name.substr(dot + 1));
  if (part && *part != ActionPart::whole && has_part(playbook.action(*action).kind, *part)) {
    return NamedPart{*action, *part};
  }
  fmt::print(stderr, "next-move: the {} \"{}\" has no direction \"{}\"\n",
             to_string(playbook.action(*action).kind), action_name,
             printable(name.substr(dot + 1)));
  return std::nullopt;
}

std::string part_name(const Playbook& playbook, const ControlSlot& slot) {
  std::string name = playbook.action(slot.action).name;
  if (slot.part != ActionPart::whole) name.append(".").append(to_string(slot.part));
  return name;
}

std::optional<ContextId> find_context_or_tell(const Playbook& playbook, const std::string& name) {
  if (name.empty()) return ContextId::none;
  const auto context = playbook.find_context(name);
  if (!context) tell_unknown("context", name, nearest_of(playbook.contexts(), name));
  return context;
}

std::optional<SchemeId> find_scheme_or_tell(const Playbook& playbook, const std::string& name) {
  if (name.empty()) return SchemeId::none;
  const auto scheme = playbook.find_scheme(name);
  if (!scheme) tell_unknown("scheme", name, nearest_of(playbook.schemes(), name));
  return scheme;
}

std::vector<Seat*> find_seats_or_tell(const Hub& hub, const std::string& name) {
  std::vector<Seat*> seats;
  std::vector<std::string_view> names;
  for (const auto& seat : hub.seats()) {
    names.push_back(seat->name());
    if (name.empty() || seat->name() == name) seats.push_back(seat.get());
  }
  if (seats.empty()) {
    const std::string advice = did_you_mean(name, names);
    fmt::print(stderr, "next-move: the recording has no seat \"{}\"{}\n", printable(name),
               advice.empty() ? fmt::format("; it has {}", fmt::join(names, ", ")) : advice);
  }
  return seats;
}

std::string listed(const std::vector<Combination>& controls) {
  std::string list;
  for (const Combination& combination : controls) {
    list.append(list.empty() ? "" : ", ").append(to_string(combination));
  }
  return list.empty() ? "nothing" : list;
}
