#include "seat/active_routes.hpp"

#include <algorithm>
#include <array>

namespace nextmove::core {

namespace {

// What each half of the control comes to. A button follows also what is closed to it.
std::array<Vec2, 4> weights_of(const Route& route, unsigned open) {
  const bool is_masked = is_live(route.kind) || route.kind == RouteKind::displacement;
  std::array<Vec2, 4> weights;
  for (std::size_t half = 0; half < 4; ++half) {
    if (is_masked && ((open >> half) & 1U) == 0) continue;
    weights[half] = {route.to_x[half], route.to_y[half]};
  }
  return weights;
}

// A finger goes through the zones first, and a displacement is over as soon as it is heard.
bool has_plain_value(Source source) {
  if (source >= control_count) return false;
  const ControlInfo& control = info(static_cast<Control>(source));
  return control.device != DeviceKind::touch &&
         (has_single_value(control.form) || control.form == ControlForm::stick);
}

bool is_quick(const ActiveRoute& active) {
  return active.kind == RouteKind::value && active.is_linear;
}

bool are_opposite(Vec2 a, Vec2 b) {
  return a == Vec2{-b.x, -b.y};
}

}  // namespace

/// Which set of with-controls each half of a source is left to in one context: of those that are
/// satisfied, the largest, and of equals the one written first.
struct ActiveRoutes::Winners {
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

ActiveRoutes::ActiveRoutes(const Wiring& wiring)
    : wiring_(&wiring),
      routes_(wiring.state_count()),
      by_source_(wiring.source_count()),
      down_(wiring.withs().count()) {
  lay({}, no_scheme_bit, false);
}

void ActiveRoutes::lay(std::span<const ContextId> entered, SchemeSet scheme, bool is_typing) {
  scheme_ = scheme;
  is_typing_ = is_typing;
  ActiveRoute* first = routes_.data();
  for (Source source = 0; source < wiring_->source_count(); ++source) {
    lay(source, entered, first);
    first = by_source_[source].last;
  }
}

void ActiveRoutes::lay_again(Source source, std::span<const ContextId> entered) {
  lay(source, entered, by_source_[source].first);
}

void ActiveRoutes::lay(Source source, std::span<const ContextId> entered, ActiveRoute* first) {
  OfSource routes{first, lay_routes(source, entered, first)};
  routes.has_with_controls = !wiring_->withs().routes_of(source).empty();
  routes.has_rivals = std::any_of(routes.begin(), routes.end(), [](const ActiveRoute& active) {
    return active.kind == RouteKind::gesture && active.route->parts != part_right;
  });
  routes.numbers_presses = wiring_->numbers_presses(source);
  routes.is_plain = has_plain_value(source) && !routes.has_with_controls && !routes.has_rivals &&
                    !routes.numbers_presses;
  routes.is_quick = routes.is_plain && std::all_of(routes.begin(), routes.end(), is_quick);
  by_source_[source] = routes;
}

bool ActiveRoutes::count_with(std::size_t with, int devices) {
  const bool was_down = down_[with] != 0;
  down_[with] += static_cast<std::uint32_t>(devices);
  return was_down != (down_[with] != 0);
}

bool ActiveRoutes::is_satisfied(std::size_t with_set) const {
  const auto set = wiring_->withs().set(with_set);
  return std::all_of(set.begin(), set.end(), [&](std::uint16_t with) { return down_[with] != 0; });
}

bool ActiveRoutes::plays(const Route& route) const {
  const bool is_key = route.device == DeviceKind::keyboard;
  const bool is_text = is_typing_ && is_key && !route.is_heard_while_typing;
  return (route.schemes & scheme_) != 0 && !is_text;
}

ActiveRoutes::Winners ActiveRoutes::winners(const Route* begin, const Route* end) const {
  Winners found;
  for (const Route* route = begin; route != end; ++route) {
    if (!plays(*route) || !is_satisfied(route->with_set)) continue;
    const int size = static_cast<int>(wiring_->withs().set(route->with_set).size());
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
ActiveRoute* ActiveRoutes::lay_routes(Source source, std::span<const ContextId> entered,
                                      ActiveRoute* out) const {
  const auto add = [&](const Route& route, unsigned open) {
    const std::array<Vec2, 4> weights = weights_of(route, open);
    *out++ = {route.kind,
              static_cast<std::uint8_t>(open),
              (route.parts & open) != 0,
              route.is_single ||
                  (are_opposite(weights[0], weights[1]) && are_opposite(weights[2], weights[3])),
              route.action,
              route.state,
              route.press_at,
              route.release_at,
              weights[0],
              weights[2],
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
      if (!plays(*route)) continue;
      const unsigned heard = left_to.open_to(*route);
      add(*route, open & heard);
      if (!route->pass_on) claimed |= heard;
    }
    open &= ~claimed;
    if ((wiring_->context(context).blocked & device) != 0) open = 0;
  }
  return out;
}

bool ActiveRoutes::is_heard(Source source) const {
  return std::any_of(of(source).begin(), of(source).end(),
                     [](const ActiveRoute& active) { return active.can_press; });
}

bool ActiveRoutes::hears_while_typing(Source source) const {
  if (has(source)) return true;
  const auto withs = wiring_->withs().routes_of(source);
  return std::any_of(withs.begin(), withs.end(), [&](const Route& with) {
    const auto concerned = wiring_->withs().sources_of(Wiring::index(with.action));
    return std::any_of(concerned.begin(), concerned.end(), [&](Source other) {
      return Wiring::device_of(other) == DeviceKind::keyboard && has(other);
    });
  });
}

}  // namespace nextmove::core
