#include "wires.hpp"

#include <algorithm>
#include <array>

namespace nextmove::core {

/// Which set of with-controls each half of a source is left to in one context: of those that are
/// satisfied, the largest, and of equals the one written first.
struct Wires::Winners {
  std::array<std::uint16_t, 4> sets{};
  std::array<int, 4> sizes = {-1, -1, -1, -1};

  unsigned open_to(const Route& route) const {
    unsigned open = 0;
    for (unsigned half = 0; half < 4; ++half) {
      const bool has_half = ((route.parts >> half) & 1U) != 0;
      if (has_half && sizes[half] >= 0 && sets[half] == route.with_set) open |= 1U << half;
    }
    return open;
  }
};

Wires::Wires(const Wiring& wiring)
    : wiring_(&wiring),
      wires_(wiring.state_count()),
      bundles_(wiring.source_count()),
      down_(wiring.with_count()) {
  lay({}, no_scheme_bit);
}

void Wires::lay(std::span<const ContextId> entered, SchemeSet scheme) {
  scheme_ = scheme;
  Wire* out = wires_.data();
  for (Source source = 0; source < wiring_->source_count(); ++source) {
    Wire* const begin = out;
    out = lay(source, entered, begin);
    const auto at = [&](const Wire* wire) {
      return static_cast<std::uint32_t>(wire - wires_.data());
    };
    const bool has_rivals = std::any_of(begin, out, [](const Wire& wire) {
      return wire.kind == RouteKind::contact && wire.route->parts != part_right;
    });
    bundles_[source] = {at(begin), at(out), !wiring_->with_routes(source).empty(), has_rivals};
  }
}

void Wires::lay_again(Source source, std::span<const ContextId> entered) {
  lay(source, entered, wires_.data() + bundles_[source].begin);
}

bool Wires::count_with(std::size_t with, int devices) {
  const bool was_down = down_[with] != 0;
  down_[with] += static_cast<std::uint32_t>(devices);
  return was_down != (down_[with] != 0);
}

bool Wires::is_satisfied(std::size_t with_set) const {
  const auto set = wiring_->with_set(with_set);
  return std::all_of(set.begin(), set.end(), [&](std::uint16_t with) { return down_[with] != 0; });
}

Wires::Winners Wires::winners(const Route* begin, const Route* end) const {
  Winners found;
  for (const Route* route = begin; route != end; ++route) {
    if ((route->schemes & scheme_) == 0 || !is_satisfied(route->with_set)) continue;
    const int size = static_cast<int>(wiring_->with_set(route->with_set).size());
    for (unsigned half = 0; half < 4; ++half) {
      if (((route->parts >> half) & 1U) == 0 || size <= found.sizes[half]) continue;
      found.sizes[half] = size;
      found.sets[half] = route->with_set;
    }
  }
  return found;
}

// Walks down the entered contexts. What one of them binds it claims, half by half, from those
// below.
Wire* Wires::lay(Source source, std::span<const ContextId> entered, Wire* out) {
  const auto add = [&](const Route& route, unsigned open) {
    const bool is_open = (route.parts & open) != 0;
    const Vec2 push = is_open ? Vec2{route.to_x[0], route.to_y[0]} : Vec2{};
    *out++ = {route.kind,
              static_cast<std::uint8_t>(open),
              is_open,
              route.action,
              route.state,
              route.press_at,
              route.release_at,
              push,
              &route};
  };
  const unsigned device = 1U << static_cast<unsigned>(Wiring::device_of(source));
  unsigned open = part_all;
  for (const ContextId context : entered) {
    const Wiring::Index* row = wiring_->row_of(context);
    const Route* const routes = wiring_->routes().data();
    const Route* const begin = routes + row[source];
    const Route* const end = routes + row[source + 1];
    const Winners left_to = winners(begin, end);
    unsigned claimed = 0;
    for (const Route* route = begin; route != end; ++route) {
      if ((route->schemes & scheme_) == 0) continue;
      const unsigned heard = left_to.open_to(*route);
      add(*route, open & heard);
      if (!route->pass_on) claimed |= heard;
    }
    open &= ~claimed;
    if ((wiring_->blocked(context) & device) != 0) open = 0;
  }
  return out;
}

}  // namespace nextmove::core
