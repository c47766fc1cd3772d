#include <algorithm>
#include <fmt/format.h>
#include <map>

#include <nextmove/files.hpp>
#include <nextmove/rollover.hpp>

#include "commands.hpp"
#include "input.hpp"
#include "json_output.hpp"
#include "output.hpp"

using namespace nextmove;

namespace {

constexpr std::size_t most_shown = 10;

std::string key_list(std::span<const Control> keys) {
  std::vector<std::string_view> names;
  names.reserve(keys.size());
  for (const Control key : keys) names.push_back(to_string(key));
  return fmt::format("{}", fmt::join(names, " "));
}

std::string held_keys(const HeldKeys& set) {
  if (set.modifiers.empty()) return key_list(set.keys);
  return fmt::format("{} (+ {})", key_list(set.keys), key_list(set.modifiers));
}

std::size_t worst(const std::vector<std::uint64_t>& counts) {
  return counts.empty() ? 0 : counts.size() - 1;
}

std::uint64_t sets_beyond(const std::vector<std::uint64_t>& counts, std::size_t keys) {
  std::uint64_t sum = 0;
  for (std::size_t i = keys + 1; i < counts.size(); ++i) sum += counts[i];
  return sum;
}

void print_counts(const RolloverStudy& study) {
  Table table{{"KEYS", "SETS", "EVERY KEYBOARD", "ONE THAT REPORTS SIX", "ONE THAT REPORTS ALL"}};
  for (std::size_t keys = study.counts.size(); keys-- > 0;) {
    if (study.counts[keys] == 0) continue;
    table.add({std::to_string(keys), std::to_string(study.counts[keys]),
               keys <= keys_every_keyboard_reports ? "hears it" : "may miss some",
               keys <= keys_boot_keyboards_report ? "hears it" : "misses some", "hears it"});
  }
  table.print();
}

/// Sets in which everybody does the same, and which are of the same size.
struct Group {
  const HeldKeys* example;
  std::size_t count;
};

std::vector<Group> grouped(const std::vector<HeldKeys>& sets) {
  std::vector<Group> groups;
  std::map<std::pair<std::size_t, std::vector<std::string>>, std::size_t> known;
  for (const HeldKeys& set : sets) {
    const auto [found, is_new] =
        known.emplace(std::pair{set.keys.size(), set.doing}, groups.size());
    if (is_new) groups.push_back({&set, 0});
    ++groups[found->second].count;
  }
  return groups;
}

void print_worst(const Playbook& playbook, const RolloverStudy& study,
                 std::span<const SchemeId> players) {
  std::vector<std::string> heading = {"KEYS", "SETS"};
  for (const SchemeId player : players) heading.push_back(playbook.scheme(player).name);
  heading.emplace_back("FOR EXAMPLE");
  Table table{std::move(heading)};
  const std::vector<Group> groups = grouped(study.sets);
  const std::size_t shown = std::min(groups.size(), most_shown);
  for (const Group& group : std::span{groups}.first(shown)) {
    const HeldKeys& set = *group.example;
    std::vector<std::string> row = {std::to_string(set.keys.size()), std::to_string(group.count)};
    row.insert(row.end(), set.doing.begin(), set.doing.end());
    row.push_back(held_keys(set));
    table.add(std::move(row));
  }
  table.print();
  if (groups.size() > shown) {
    fmt::print("({} more lines, down to three keys; --json lists every set)\n",
               groups.size() - shown);
  }
}

void print_moves(const Playbook& playbook, const RolloverStudy& study,
                 std::span<const SchemeId> players) {
  if (study.moves.empty()) {
    fmt::print("\nNo modifier key is left that would make it calmer.\n");
    return;
  }
  fmt::print("\nCalmer, since every keyboard reports modifiers besides:\n");
  Table table{{"SCHEME", "ACTIONS", "FROM", "TO"}};
  for (const KeyMove& move : study.moves) {
    table.add({playbook.scheme(players[move.player]).name, move.actions,
               std::string{to_string(move.from)}, std::string{to_string(move.to)}});
  }
  table.print();
  const auto& calmer = study.calmer_counts;
  fmt::print("Then {} are held at most, not {}, and {} sets are of more than six, not {}.\n",
             counted(worst(calmer), "ordinary key"), worst(study.counts),
             sets_beyond(calmer, keys_boot_keyboards_report),
             sets_beyond(study.counts, keys_boot_keyboards_report));
}

void print_alone(const Playbook& playbook, std::span<const SchemeId> players) {
  if (players.size() < 2) return;
  fmt::print("\nWith the others on gamepads:");
  for (const SchemeId player : players) {
    const RolloverStudy alone = study_rollover(playbook, std::span{&player, 1});
    fmt::print(" {} {}{}", playbook.scheme(player).name,
               counted(worst(alone.counts), "ordinary key"),
               player == players.back() ? ".\n" : ",");
  }
}

std::string json_names(std::span<const Control> keys) {
  std::vector<std::string> names;
  names.reserve(keys.size());
  for (const Control key : keys) names.push_back(fmt::format(R"("{}")", to_string(key)));
  return fmt::format("[{}]", fmt::join(names, ","));
}

// Written out, and not collected first: there may be tens of thousands of sets.
void print_as_json(const Playbook& playbook, const RolloverStudy& study,
                   std::span<const SchemeId> players) {
  fmt::print(R"({{"counts":[{}],"calmer_counts":[{}],"heard_by_several":{},"moves":[)",
             fmt::join(study.counts, ","), fmt::join(study.calmer_counts, ","),
             json_names(study.heard_by_several));
  std::string_view between;
  for (const KeyMove& move : study.moves) {
    fmt::print(R"({}{{"scheme":{},"actions":{},"from":"{}","to":"{}"}})", between,
               json_text(playbook.scheme(players[move.player]).name), json_text(move.actions),
               to_string(move.from), to_string(move.to));
    between = ",";
  }
  fmt::print(R"(],"sets":[)");
  between = "";
  for (const HeldKeys& set : study.sets) {
    std::vector<std::string> doing;
    for (const std::string& it : set.doing) doing.push_back(json_text(it));
    fmt::print(R"({}{{"keys":{},"modifiers":{},"doing":[{}]}})", between, json_names(set.keys),
               json_names(set.modifiers), fmt::join(doing, ","));
    between = ",";
  }
  fmt::print("]}}\n");
}

// What is wrong, or an empty text.
std::string find_players(const Playbook& playbook, const std::vector<std::string>& names,
                         std::vector<SchemeId>& players) {
  std::vector<std::string_view> known;
  for (const SchemeDefinition& scheme : playbook.schemes()) {
    if (scheme.needs_kind(DeviceKind::keyboard)) known.push_back(scheme.name);
  }
  for (const std::string& name : names) {
    const auto scheme = playbook.find_scheme(name);
    if (!scheme) {
      return fmt::format("the playbook has no scheme \"{}\"{}", printable(name),
                         did_you_mean(name, known));
    }
    if (!playbook.scheme(*scheme).needs_kind(DeviceKind::keyboard)) {
      return fmt::format("scheme \"{}\" is not played on a keyboard", name);
    }
    players.push_back(*scheme);
  }
  return {};
}

// Those who sit at one keyboard: all that share it.
std::vector<std::string> sharing_keyboard(const Playbook& playbook) {
  std::vector<std::string> names;
  for (const SchemeDefinition& scheme : playbook.schemes()) {
    if (scheme.shares_devices && scheme.needs_kind(DeviceKind::keyboard)) {
      names.push_back(scheme.name);
    }
  }
  return names;
}

}  // namespace

int rollover_command(const std::string& playbook, const std::vector<std::string>& schemes,
                     bool json) {
  const Result<Playbook> loaded = read_playbook_file(playbook);
  print_problems(loaded.diagnostics);
  if (!loaded) return exit_problems;
  std::vector<SchemeId> players;
  const auto names = schemes.empty() ? sharing_keyboard(*loaded) : schemes;
  const std::string problem = find_players(*loaded, names, players);
  if (!problem.empty() || players.empty()) {
    fmt::print(stderr, "next-move: {}\n",
               problem.empty() ? "no schemes share a keyboard; name some with --schemes" : problem);
    return exit_problems;
  }
  const RolloverStudy study = study_rollover(*loaded, players);
  if (json) {
    print_as_json(*loaded, study, players);
    return exit_fine;
  }
  fmt::print("{}\n\n", bold(fmt::format("{}: ordinary keys that {} may hold at one keyboard",
                                        printable(loaded->title()), fmt::join(names, " and "))));
  print_counts(study);
  fmt::print("\n");
  print_worst(*loaded, study, players);
  if (!study.heard_by_several.empty()) {
    fmt::print("\nHeard by more than one of them: {}\n", key_list(study.heard_by_several));
  }
  print_moves(*loaded, study, players);
  print_alone(*loaded, players);
  return exit_fine;
}
