// next-move seats --steps: how the table stands after each step.
#include <fmt/format.h>
#include <nlohmann/json.hpp>
#include <sstream>

#include <nextmove/files.hpp>
#include <nextmove/table_script.hpp>

#include "commands.hpp"
#include "input.hpp"
#include "output.hpp"

using namespace nextmove;

namespace {

using Json = nlohmann::ordered_json;

Json seats_of(const Hub& hub) {
  Json list = Json::array();
  for (const auto& seat : hub.seats()) {
    Json devices = Json::array();
    for (const DeviceId id : seat->devices()) devices.push_back(hub.label(id));
    Json waits = Json::array();
    for (const Wait& wait : seat->waits()) waits.push_back(to_string(wait.kind));
    const SchemeId scheme = seat->scheme();
    list.push_back({{"name", seat->name()},
                    {"stands", to_string(seat->standing())},
                    {"scheme", scheme == SchemeId::none ? "" : hub.playbook().scheme(scheme).name},
                    {"devices", devices},
                    {"waits_for", waits}});
  }
  return list;
}

Json devices_of(const Hub& hub) {
  Json list = Json::array();
  for (const PluggedDevice& it : hub.devices()) {
    list.push_back({{"device", hub.label(it.id)}, {"stands", to_string(hub.standing(it.id))}});
  }
  return list;
}

// News and standings side by side, the step before the first.
void add_rows(Table& table, std::string step, const std::vector<std::string>& news,
              const std::vector<std::string>& standings) {
  for (std::size_t i = 0; i < std::max({news.size(), standings.size(), std::size_t{1}}); ++i) {
    const auto at = [&](const auto& list) { return i < list.size() ? list[i] : std::string{}; };
    table.add({std::exchange(step, ""), at(standings), at(news)});
  }
}

}  // namespace

int seat_steps_command(const std::string& playbook, const std::string& steps, bool json) {
  const Result<Playbook> loaded = read_playbook_file(playbook);
  print_problems(loaded.diagnostics);
  if (!loaded) return exit_problems;
  Hub hub{*loaded};
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open});
  testing::TableScript script{hub};
  Table table{{"STEP", "THEN", "WHAT IS TOLD"}};
  Json list = Json::array();
  std::string problem;
  std::istringstream words{steps};
  for (std::string step; problem.empty() && words >> step;) {
    problem = script.play(step);
    if (!problem.empty()) problem = fmt::format("next-move: {}: {}\n", printable(step), problem);
    if (!problem.empty()) break;
    add_rows(table, step, script.news(), testing::standings(hub));
    list.push_back({{"step", step},
                    {"seats", seats_of(hub)},
                    {"devices", devices_of(hub)},
                    {"told", script.news()}});
  }
  if (json) {
    fmt::print("{}\n", list.dump(2));
  } else if (!list.empty()) {
    table.print();
  }
  std::fflush(stdout);
  fmt::print(stderr, "{}", problem);
  return problem.empty() ? exit_fine : exit_problems;
}
