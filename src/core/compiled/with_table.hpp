// The with-controls of a playbook, compiled: what each opens and closes.
#pragma once

#include <cstddef>
#include <cstdint>
#include <span>
#include <vector>

#include <nextmove/binding.hpp>

#include "compiled/route.hpp"

namespace nextmove::core {

/// A control of a binding, and what must be held for it.
struct WithUse {
  Source source = 0;
  std::span<const PlacedControl> with{};
  std::uint16_t set = 0;  ///< the number of the set of these, which the table finds; 0 for nothing
};

class WithTable {
 public:
  WithTable() = default;
  /// A device keeps the states of the with-controls from `first_state` on.
  WithTable(std::span<WithUse> uses, std::span<const ZoneDefinition> zones,
            std::uint32_t first_state);

  std::size_t count() const { return routes_.size(); }
  /// The with-controls of a source, as routes, whose `action` is the number of the with-control.
  std::span<const Route> routes_of(Source source) const {
    return {routes_.data() + first_route_[source], routes_.data() + first_route_[source + 1]};
  }
  /// The sources that the with-control opens and closes.
  std::span<const Source> sources_of(std::size_t with) const { return sources_[with]; }
  /// The with-controls of Route::with_set.
  std::span<const std::uint16_t> set(std::size_t number) const { return sets_[number]; }

 private:
  std::vector<Route> routes_;                     // by source
  std::vector<std::uint32_t> first_route_;        // by source, one more at the end
  std::vector<std::vector<Source>> sources_;      // by with-control
  std::vector<std::vector<std::uint16_t>> sets_;  // sorted; the first is empty
};

}  // namespace nextmove::core
