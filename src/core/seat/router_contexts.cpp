// Which contexts a seat has entered, and who hears a control because of it.
#include <algorithm>

#include "seat/router.hpp"

namespace nextmove::core {

void Router::list(ContextId context) {
  const int rank = common_.wiring->context(context).rank;
  const auto below =
      std::find_if(common_.entered.begin(), common_.entered.end(),
                   [&](ContextId other) { return common_.wiring->context(other).rank <= rank; });
  common_.entered.insert(below, context);
}

void Router::unlist(ContextId context) {
  const auto [begin, end] = common_.wiring->routes_of(context);
  for (const auto& slot : common_.slots) {
    for (Wiring::Index i = begin; i < end; ++i) release(*slot, common_.wiring->routes()[i]);
  }
  std::erase(common_.entered, context);
}

void Router::hold_to(SchemeId scheme) {
  const SchemeSet before = bit_of(common_.scheme);
  const SchemeSet after = bit_of(scheme);
  for (const auto& slot : common_.slots) {
    for (const Route& route : common_.wiring->routes()) {
      const bool goes_silent = (route.schemes & before) != 0 && (route.schemes & after) == 0;
      if (goes_silent) release(*slot, route);
    }
  }
  common_.scheme = scheme;
}

void Router::lay() {
  gestures_.end_unbound_toggles();
  active_.lay(common_.entered, bit_of(common_.scheme), common_.is_typing);
}

// Of the contexts that are entered some may rank otherwise now.
void Router::play_on() {
  gestures_.forget_all();
  flows_.forget_all();
  merging_.forget_all();
  pointers_.play_on();
  bending_.find_custom_functions();
  active_ = ActiveRoutes{*common_.wiring};
  std::stable_sort(common_.entered.begin(), common_.entered.end(), [&](ContextId a, ContextId b) {
    return common_.wiring->context(a).rank > common_.wiring->context(b).rank;
  });
  make_room();
}

void Router::let_go_below(ContextId context) {
  const auto below = std::find(common_.entered.begin(), common_.entered.end(), context) + 1;
  const auto is_below = [&](const Route* route) {
    const auto number = static_cast<Wiring::Index>(route - common_.wiring->routes().data());
    return std::any_of(below, common_.entered.end(), [&](ContextId other) {
      const auto [begin, end] = common_.wiring->routes_of(other);
      return number >= begin && number < end;
    });
  };
  for (Source source = 0; source < common_.wiring->source_count(); ++source) {
    const unsigned device = 1U << static_cast<unsigned>(Wiring::device_of(source));
    const bool is_released = (common_.wiring->context(context).released & device) != 0;
    const unsigned claimed = claimed_by(context, source);
    for (const ActiveRoute& active : active_.of(source)) {
      const bool is_claimed = (active.route->parts & claimed) != 0;
      const bool is_button = common_.board.kind(active.action) == ActionKind::button;
      if (!is_button || !(is_released || is_claimed) || !is_below(active.route)) continue;
      for (const auto& slot : common_.slots)
        gestures_.cut_contact(*slot, *active.route, slot->routes[active.state]);
    }
  }
}

// The parts of a control that the context lets go of because it claims them.
unsigned Router::claimed_by(ContextId context, Source source) const {
  unsigned claimed = 0;
  if (!common_.wiring->context(context).releases_claims) return claimed;
  const auto [begin, end] = common_.wiring->routes_of(context);
  for (const ActiveRoute& active : active_.of(source)) {
    const auto number = static_cast<Wiring::Index>(active.route - common_.wiring->routes().data());
    const bool is_its = number >= begin && number < end;
    if (is_its && !active.route->pass_on) claimed |= active.open;
  }
  return claimed;
}

// ---- what is cut

void Router::cut_muted() {
  gestures_.end_muted_toggles();
  for (const auto& slot : common_.slots) {
    for (const Route& route : common_.wiring->routes()) {
      const bool is_button = common_.board.kind(route.action) == ActionKind::button;
      if (!common_.is_muted(route.action)) continue;
      if (is_button) gestures_.cut_contact(*slot, route, slot->routes[route.state]);
      if (route.kind == RouteKind::displacement) slot->shares[route.state] = {};
    }
  }
}

void Router::cut(ActionId action) {
  gestures_.end_toggle(action);
  for (const Route& route : common_.wiring->routes()) {
    if (route.action != action) continue;
    for (const auto& slot : common_.slots) {
      gestures_.cut_contact(*slot, route, slot->routes[route.state]);
    }
  }
}

// ---- places

// The last to point wins, so whatever time moves is moved first.
void Router::point(Slot& slot, const ActiveRoute& active, Vec2 value, Cause cause) {
  flows_.move_pointer(active.action, common_.flow_time());
  pointers_.point(slot, active, value, cause);
}

void Router::look_for_pointers() {
  is_resting_ = false;
  for (const Source source : places_to_hear_) route_again(source);
  places_to_hear_.clear();  // and keeps its room, since nothing allocates in a running game
  for (std::size_t i = 0; i < common_.wiring->action_count(); ++i) {
    const auto action = static_cast<ActionId>(i);
    flows_.end_pushes(action);
    if (!pointers_.is_pushed(action)) continue;
    common_.tally.mark(action);
    if (!pointers_.is_pointed(action)) fall_back(action);
  }
}

// Where there is no place to fall back on, whoever pushed may push on later.
void Router::fall_back(ActionId action) {
  const Slot* const pusher = pointers_.let_go(action);
  hear_places();
  pointers_.give_back(action, pusher);
}

void Router::hear_later(Source source) {
  const auto end = places_to_hear_.end();
  if (std::find(places_to_hear_.begin(), end, source) == end) places_to_hear_.push_back(source);
}

void Router::hear_places() {
  is_resting_ = false;
  for (Source source = 0; source < control_count; ++source) {
    if (is_position(source)) route_again(source);
  }
}

}  // namespace nextmove::core
