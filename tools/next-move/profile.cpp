// next-move profile: what a player has changed, and what no longer fits.
#include <algorithm>
#include <fmt/core.h>
#include <nlohmann/json.hpp>

#include <nextmove/files.hpp>

#include "commands.hpp"
#include "input.hpp"
#include "output.hpp"
#include "profiles.hpp"

using namespace nextmove;

namespace {

using Json = nlohmann::ordered_json;

// What a remap replaces, as a seat under its first scheme hears it.
std::vector<Combination> usual_of(const Remap& remap, const Playbook& playbook) {
  const auto action = playbook.find_action(remap.action);
  const auto context = playbook.find_context(remap.context);
  if (!action || (!remap.context.empty() && !context)) return {};
  SchemeId scheme = SchemeId::none;
  for (const std::string& name : remap.schemes) {
    if (const auto found = playbook.find_scheme(name)) scheme = *found;
  }
  return Draft{playbook, {}, scheme}.usual_controls(
      {*action, remap.part, context.value_or(ContextId::none), remap.device});
}

std::string joined(const std::vector<std::string>& names) {
  std::string list;
  for (const std::string& name : names) list.append(list.empty() ? "" : ", ").append(name);
  return list;
}

void print_remaps(const Profile& profile, const Playbook& playbook) {
  if (profile.remaps.empty()) return;
  const std::vector<Diagnostic> strangers = misfits(profile, playbook);
  Table table{{"ACTION", "DEVICE", "WHERE", "NOW", "PLAYBOOK"}};
  for (const Remap& remap : profile.remaps) {
    std::string action = printable(remap.action);
    if (remap.part != ActionPart::whole) action.append(".").append(to_string(remap.part));
    std::string where = printable(remap.context);
    if (!remap.schemes.empty()) {
      where.append(where.empty() ? "" : ", ").append("under " + printable(joined(remap.schemes)));
    }
    const bool is_stranger =
        std::any_of(strangers.begin(), strangers.end(),
                    [&](const Diagnostic& it) { return it.place.line == remap.place.line; });
    if (is_stranger) where.append(where.empty() ? "" : ", ").append("does not fit");
    table.add({std::move(action), std::string{to_string(remap.device)}, std::move(where),
               listed(remap.controls), listed(usual_of(remap, playbook))});
  }
  table.print();
}

std::string in_words(const Tuning& tuning) {
  std::string words;
  const auto add = [&](const std::string& text) {
    words.append(words.empty() ? "" : ", ").append(text);
  };
  const auto times = [&](std::string_view what, const std::optional<float>& factor) {
    if (factor) add(fmt::format("{} x {}", what, *factor));
  };
  const auto set = [&](std::string_view what, const std::optional<float>& value) {
    if (value) add(fmt::format("{} {}", what, *value));
  };
  times("sensitivity", tuning.sensitivity);
  set("dead zone", tuning.dead_zone);
  set("outer dead zone", tuning.outer_dead_zone);
  if (tuning.invert_x == true) add("inverted in x");
  if (tuning.invert_y == true) add("inverted in y");
  if (tuning.toggle) add(*tuning.toggle ? "toggles" : "no toggle");
  times("hold time", tuning.hold_time);
  times("tap time", tuning.tap_time);
  times("repeat delay", tuning.repeat_delay);
  times("repeat rate", tuning.repeat_rate);
  return words;
}

void print_tunings(const Profile& profile) {
  if (!profile.remaps.empty() && (profile.swaps_sticks || !profile.tunings.empty())) {
    fmt::print("\n");
  }
  if (profile.swaps_sticks) fmt::print("The sticks are swapped.\n");
  if (profile.tunings.empty()) return;
  Table table{{"ACTION", "DEVICE", "TUNED"}};
  for (const Tuning& tuning : profile.tunings) {
    table.add({tuning.action.empty() ? "all" : printable(tuning.action),
               tuning.device ? std::string{to_string(*tuning.device)} : "all", in_words(tuning)});
  }
  table.print();
}

void print_clashes(const Draft& draft) {
  for (const Clash& clash : draft.clashes()) {
    fmt::print("note: {} is on {} and on {}\n", to_string(clash.combination),
               part_name(draft.playbook(), clash.slot), part_name(draft.playbook(), clash.with));
  }
}

Json as_json(const Profile& profile, const Playbook& playbook) {
  const auto texts = [](const std::vector<Combination>& controls) {
    Json list = Json::array();
    for (const Combination& it : controls) list.push_back(to_string(it));
    return list;
  };
  Json json = {{"remaps", Json::array()}, {"tunings", Json::array()}, {"misfits", Json::array()}};
  for (const Remap& remap : profile.remaps) {
    json["remaps"].push_back({{"action", remap.action},
                              {"direction", to_string(remap.part)},
                              {"context", remap.context},
                              {"device", to_string(remap.device)},
                              {"schemes", remap.schemes},
                              {"controls", texts(remap.controls)},
                              {"playbook", texts(usual_of(remap, playbook))}});
  }
  for (const Tuning& tuning : profile.tunings) {
    json["tunings"].push_back({{"action", tuning.action},
                               {"device", tuning.device ? to_string(*tuning.device) : ""},
                               {"tuned", in_words(tuning)}});
  }
  json["swap_sticks"] = profile.swaps_sticks;
  json["unread"] = profile.unread;
  for (const Diagnostic& it : misfits(profile, playbook)) {
    json["misfits"].push_back({{"line", it.place.line}, {"message", it.message}});
  }
  return json;
}

// Takes back what was named; false, after printing why, where that cannot be.
bool reset(Draft& draft, const std::string& what) {
  if (what == "all") {
    draft.reset();
    return true;
  }
  DraftAnswer answer;
  if (const auto device = find_device_kind(what)) {
    answer = draft.reset(*device, OnClash::take_over);
  } else {
    const auto part = find_part_or_tell(draft.playbook(), what);
    if (!part) return false;
    answer = draft.reset(part->action, OnClash::take_over);
  }
  for (const Clash& clash : answer.clashes) {
    fmt::print("{} loses {}\n", part_name(draft.playbook(), clash.slot),
               to_string(clash.combination));
  }
  if (!answer) fmt::print(stderr, "next-move: {}: {}\n", what, reason(answer.refusal));
  return static_cast<bool>(answer);
}

}  // namespace

int profile_command(const std::string& playbook, const std::string& path,
                    const std::string& to_reset, bool json) {
  const Result<Playbook> book = read_playbook_file(playbook);
  print_problems(book.diagnostics);
  const auto profile = read_profile_or_tell(path, false);
  if (!book || !profile) return exit_problems;
  Draft draft{*book, *profile};
  if (!to_reset.empty()) {
    if (!reset(draft, to_reset)) return exit_problems;
    const std::vector<Diagnostic> problems = save_profile(path, draft.profile());
    print_problems(problems);
    if (has_errors(problems)) return exit_problems;
  }
  const std::size_t strangers =
      draft.profile().unread.size() + misfits(draft.profile(), *book).size();
  if (json) {
    fmt::print("{}\n", as_json(draft.profile(), *book).dump(2));
  } else {
    if (draft.profile() == Profile{}) fmt::print("Everything is as the playbook has it.\n");
    print_remaps(draft.profile(), *book);
    print_tunings(draft.profile());
    print_clashes(draft);
    print_misfits(draft.profile(), *book);
  }
  return strangers == 0 ? exit_fine : exit_problems;
}
