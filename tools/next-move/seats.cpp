// next-move seats: who could play how with some devices.
#include <algorithm>
#include <charconv>
#include <fmt/format.h>
#include <nlohmann/json.hpp>

#include <nextmove/files.hpp>

#include "commands.hpp"
#include "describe.hpp"
#include "input.hpp"
#include "output.hpp"

using namespace nextmove;

namespace {

using Json = nlohmann::ordered_json;

constexpr int most_of_a_kind = 16;
constexpr std::size_t most_players = 4;

std::string joined(const Playbook& playbook, std::span<const SchemeId> schemes) {
  std::vector<std::string> names;
  names.reserve(schemes.size());
  for (const SchemeId scheme : schemes) names.push_back(playbook.scheme(scheme).name);
  return fmt::format("{}", fmt::join(names, " + "));
}

// How many could play under this scheme at the same time.
std::size_t seats_under(const Playbook& playbook, SchemeId scheme,
                        std::span<const DeviceKind> devices) {
  std::size_t seats = 0;
  for (; seats < most_players; ++seats) {
    const std::vector<SchemeId> all_alike(seats + 1, scheme);
    const auto ways = seatings(playbook, devices, seats + 1);
    if (std::find(ways.begin(), ways.end(), all_alike) == ways.end()) break;
  }
  return seats;
}

std::string missing_for(const SchemeDefinition& scheme, std::span<const DeviceKind> devices) {
  std::vector<DeviceKind> missing;
  for (const DeviceKind kind : scheme.needs) {
    if (std::count(devices.begin(), devices.end(), kind) == 0) missing.push_back(kind);
  }
  return missing.empty() ? "" : "0, no " + listed(missing);
}

void print_schemes(const Playbook& playbook, std::span<const DeviceKind> devices) {
  Table table{{"SCHEME", "NEEDS", "SHARES", "JOIN", "SEATS"}};
  for (std::size_t i = 0; i < playbook.schemes().size(); ++i) {
    const SchemeDefinition& scheme = playbook.schemes()[i];
    std::string seats = missing_for(scheme, devices);
    if (seats.empty()) {
      seats = std::to_string(seats_under(playbook, static_cast<SchemeId>(i), devices));
    }
    table.add({scheme.name, listed(scheme.needs), scheme.shares_devices ? "yes" : "",
               scheme.join.is_set() ? to_string(scheme.join) : "(by the game)", std::move(seats)});
  }
  table.print();
}

void print_seatings(const Playbook& playbook, std::span<const DeviceKind> devices) {
  Table table{{"PLAYERS", "COULD SIT DOWN AS"}};
  for (std::size_t players = 1; players <= most_players; ++players) {
    std::string count = std::to_string(players);
    const auto ways = seatings(playbook, devices, players);
    if (ways.empty()) table.add({std::exchange(count, ""), "(not with these devices)"});
    for (const auto& way : ways) {
      table.add({std::exchange(count, ""), joined(playbook, way)});
    }
    if (ways.empty()) break;
  }
  table.print();
}

void print_as_json(const Playbook& playbook, std::span<const DeviceKind> devices) {
  Json json = {{"schemes", Json::array()}, {"seatings", Json::array()}};
  for (std::size_t i = 0; i < playbook.schemes().size(); ++i) {
    json["schemes"].push_back(
        {{"name", playbook.schemes()[i].name},
         {"seats", seats_under(playbook, static_cast<SchemeId>(i), devices)}});
  }
  for (std::size_t players = 1; players <= most_players; ++players) {
    for (const auto& way : seatings(playbook, devices, players)) {
      Json names = Json::array();
      for (const SchemeId scheme : way) names.push_back(playbook.scheme(scheme).name);
      json["seatings"].push_back(names);
    }
  }
  fmt::print("{}\n", json.dump(2));
}

}  // namespace

std::string parse_devices(const std::vector<std::string>& words, std::vector<DeviceKind>& devices) {
  constexpr std::array<std::string_view, 4> kinds = {"keyboard", "mouse", "gamepad", "touch"};
  for (const std::string& word : words) {
    const std::size_t colon = std::min(word.find(':'), word.size());
    const std::string_view name = std::string_view{word}.substr(0, colon);
    const auto kind = find_device_kind(name);
    if (!kind) {
      const std::string advice = did_you_mean(name, kinds);
      return fmt::format("there is no device kind \"{}\"{}", printable(name),
                         advice.empty() ? "; it is keyboard, mouse, gamepad or touch" : advice);
    }
    int count = 1;
    if (colon < word.size()) {
      const char* const end = word.data() + word.size();
      const auto read = std::from_chars(word.data() + colon + 1, end, count);
      if (read.ec != std::errc{} || read.ptr != end || count < 0 || count > most_of_a_kind) {
        return fmt::format("\"{}\" is no number of devices; write {}:2, with at most {}",
                           printable(word), name, most_of_a_kind);
      }
    }
    devices.insert(devices.end(), static_cast<std::size_t>(count), *kind);
  }
  return {};
}

int seats_command(const std::string& playbook, const std::vector<DeviceKind>& devices, bool json) {
  const Result<Playbook> loaded = read_playbook_file(playbook);
  print_problems(loaded.diagnostics);
  if (!loaded) return exit_problems;
  if (json) {
    print_as_json(*loaded, devices);
  } else if (loaded->schemes().empty()) {
    fmt::print("{} has no schemes: one player has every device, with no set-up.\n",
               printable(loaded->title()));
  } else {
    print_schemes(*loaded, devices);
    fmt::print("\n");
    print_seatings(*loaded, devices);
  }
  return exit_fine;
}
