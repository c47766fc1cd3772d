#include "compiled/with_table.hpp"

#include <algorithm>
#include <map>
#include <utility>

namespace nextmove::core {
namespace {

using ControlHalves = std::pair<Source, std::uint8_t>;  // of a control

ControlHalves halves_of(const PlacedControl& placed, std::span<const ZoneDefinition> zones) {
  const ResolvedControl control = resolve(placed, zones).value_or(ResolvedControl{});
  return {control.source, control.part};
}

Route route_of(ControlHalves control, std::uint32_t number, std::uint32_t state) {
  Route route;
  route.parts = control.second;
  route.action = static_cast<ActionId>(number);
  route.state = state;
  route.press_at = Thresholds{}.press_at;
  route.release_at = Thresholds{}.release_at;
  for (std::size_t half = 0; half < 4; ++half) {
    route.to_x[half] = static_cast<float>((control.second >> half) & 1U);
  }
  return route;
}

}  // namespace

WithTable::WithTable(std::span<WithUse> uses, std::span<const ZoneDefinition> zones,
                     std::uint32_t first_state)
    : first_route_(control_count + zones.size() + 1), sets_(1) {
  std::map<ControlHalves, std::uint16_t> numbers;  // in the order of sources
  for (const WithUse& use : uses) {
    for (const PlacedControl& placed : use.with) numbers[halves_of(placed, zones)] = 0;
  }
  for (auto& [control, number] : numbers) {
    number = static_cast<std::uint16_t>(routes_.size());
    routes_.push_back(route_of(control, number, first_state + number));
    ++first_route_[control.first + 1];
  }
  to_running_starts(first_route_);

  sources_.resize(routes_.size());
  std::map<std::vector<std::uint16_t>, std::uint16_t> sets;
  for (WithUse& use : uses) {
    if (use.with.empty()) continue;
    std::vector<std::uint16_t> set;
    for (const PlacedControl& placed : use.with)
      set.push_back(numbers.at(halves_of(placed, zones)));
    std::sort(set.begin(), set.end());
    set.erase(std::unique(set.begin(), set.end()), set.end());
    for (const std::uint16_t with : set) {
      std::vector<Source>& sources = sources_[with];
      const bool is_listed = std::find(sources.begin(), sources.end(), use.source) != sources.end();
      if (!is_listed) sources.push_back(use.source);
    }
    const auto [found, is_new] = sets.emplace(set, static_cast<std::uint16_t>(sets_.size()));
    if (is_new) sets_.push_back(std::move(set));
    use.set = found->second;
  }
}

}  // namespace nextmove::core
