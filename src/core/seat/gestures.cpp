#include "seat/gestures.hpp"

#include <algorithm>

namespace nextmove::core {

void Gestures::begin_contact(Slot& slot, const Route& route, RouteState& state) {
  common_.tally.note_down(route.action);
  const auto hold = [&] {
    state.is_held = true;
    common_.tally.hold(route.action, common_.time);
  };
  if (route.gesture == no_index) return hold();
  const Gesture& gesture = common_.wiring->gesture(route);
  GestureState& at = slot.gestures[route.gesture];
  at.is_heard = true;
  at.end = GestureEnd::none;
  switch (gesture.kind) {
    case GestureKind::press: hold(); break;
    case GestureKind::tap: at.since = common_.time; break;
    case GestureKind::hold:
      at.since = common_.time;
      list(slot, route, common_.time + gesture.time);
      break;
    case GestureKind::repeat:
      hold();
      list(slot, route, common_.time + gesture.time);
      break;
    case GestureKind::taps:
      at.count = at.count != 0 && common_.time - at.since <= gesture.time
                     ? static_cast<std::uint16_t>(at.count + 1)
                     : std::uint16_t{1};
      at.since = common_.time;
      if (at.count < gesture.count) break;
      at.count = 0;
      hold();
      break;
    case GestureKind::toggle: turn_toggle(slot, route); break;
  }
}

// A toggle is the action's: any of its bindings turns it, and one event turns it once, however many
// of them hear it.
void Gestures::turn_toggle(const Slot& slot, const Route& route) {
  Toggle& toggle = toggles_[Wiring::index(route.action)];
  if (toggle.event == common_.event && toggle.route != &route) return;
  toggle.event = common_.event;
  toggle.route = &route;
  if (toggle.slot != nullptr) return end_toggle(route.action);
  toggle.slot = &slot;
  common_.tally.hold(route.action, common_.time);
}

void Gestures::end_toggle(ActionId action) {
  Toggle& toggle = toggles_[Wiring::index(action)];
  if (toggle.slot == nullptr) return;
  toggle.slot = nullptr;
  common_.tally.let_go(action);
}

void Gestures::end_toggles_of(const Slot& slot) {
  for (std::size_t i = 0; i < toggles_.size(); ++i) {
    if (toggles_[i].slot == &slot) end_toggle(static_cast<ActionId>(i));
  }
}

void Gestures::end_muted_toggles() {
  for (std::size_t i = 0; i < toggles_.size(); ++i) {
    if (common_.is_muted(static_cast<ActionId>(i))) end_toggle(static_cast<ActionId>(i));
  }
}

void Gestures::end_unbound_toggles() {
  for (std::size_t i = 0; i < toggles_.size(); ++i) {
    const auto action = static_cast<ActionId>(i);
    if (toggles_[i].slot != nullptr && !has_toggle(action)) end_toggle(action);
  }
}

bool Gestures::has_toggle(ActionId action) const {
  const auto is_it = [&](const Route& route) {
    return route.action == action && route.gesture != no_index &&
           common_.wiring->gesture(route).kind == GestureKind::toggle &&
           (route.schemes & bit_of(common_.scheme)) != 0;
  };
  return std::any_of(common_.entered.begin(), common_.entered.end(), [&](ContextId context) {
    const auto [begin, end] = common_.wiring->routes_of(context);
    const auto first = common_.wiring->routes().begin();
    return std::any_of(first + begin, first + end, is_it);
  });
}

void Gestures::end_contact(Slot& slot, const Route& route, RouteState& state) {
  GestureState none;
  GestureState& at = route.gesture == no_index ? none : slot.gestures[route.gesture];
  const GestureKind kind =
      route.gesture == no_index ? GestureKind::press : common_.wiring->gesture(route).kind;
  const bool was_heard = at.is_heard;
  at.is_heard = false;
  if (kind == GestureKind::toggle) return;
  if (kind == GestureKind::hold || kind == GestureKind::repeat) unlist(slot, route);
  if (state.is_held) {
    state.is_held = false;
    common_.tally.let_go(route.action);
    return;
  }
  if (!was_heard) return;
  at.lasted = common_.time - at.since;
  if (kind == GestureKind::hold) {
    at.end = GestureEnd::too_early;
    common_.tally.let_go_early(route.action);
  } else if (kind == GestureKind::tap && at.lasted < common_.wiring->gesture(route).time) {
    common_.tally.hold(route.action, common_.time);
    common_.tally.let_go(route.action);
  } else if (kind == GestureKind::tap) {
    at.end = GestureEnd::too_late;
  }
}

void Gestures::cut_contact(Slot& slot, const Route& route, RouteState& state) {
  if (state.is_held) common_.tally.let_go(route.action);
  state.is_held = false;
  if (route.kind == RouteKind::detent) slot.shares[route.state] = {};
  if (route.gesture == no_index) return;
  if (slot.gestures[route.gesture].is_heard) common_.tally.mark(route.action);
  unlist(slot, route);
  slot.gestures[route.gesture] = {};
}

void Gestures::list(Slot& slot, const Route& route, Time due) {
  slot.gestures[route.gesture].due = due;
  active_.push_back({&slot, &route});
  next_due_ = std::min(next_due_, due);
}

void Gestures::unlist(const Slot& slot, const Route& route) {
  const auto is_it = [&](const Active& active) {
    return active.slot == &slot && active.route == &route;
  };
  const auto erased = std::erase_if(active_, is_it);
  if (erased != 0) find_next_due();
}

void Gestures::find_next_due() {
  next_due_ = never;
  for (const auto& [slot, route] : active_) {
    next_due_ = std::min(next_due_, slot->gestures[route->gesture].due);
  }
}

void Gestures::complete_due(Time until) {
  for (const auto& [slot, route] : active_) {
    const Gesture& gesture = common_.wiring->gesture(*route);
    if (gesture.kind != GestureKind::repeat) continue;
    skip_repetitions(route->action, slot->gestures[route->gesture].due, gesture.every, until);
  }
  find_next_due();
  while (next_due_ <= until) {
    common_.time = next_due_;
    for (const auto& [slot, route] : active_) {
      if (slot->gestures[route->gesture].due == common_.time) complete(*slot, *route);
    }
    find_next_due();
  }
}

// Those that are past do not count. Of those that do, only the last are told apart; the others are
// counted at once, since a long step may hold billions.
void Gestures::skip_repetitions(ActionId action, Time& due, Duration every, Time until) {
  if (const Duration missed = common_.journal.counts_from - due; missed > Duration::zero()) {
    due += every * ((missed + every - Duration{1}) / every);
  }
  const Duration::rep skipped = (until - due) / every - Tally::presses_told_apart;
  if (skipped <= 0) return;
  common_.tally.press_unseen(action, static_cast<std::uint32_t>(skipped));
  due += every * skipped;
}

void Gestures::complete(Slot& slot, const Route& route) {
  const Gesture& gesture = common_.wiring->gesture(route);
  GestureState& at = slot.gestures[route.gesture];
  if (gesture.kind == GestureKind::repeat) {
    common_.tally.press_again(route.action, common_.time);
    at.due += gesture.every;
    return;
  }
  slot.routes[route.state].is_held = true;
  common_.tally.hold(route.action, common_.time);
  at.due = never;
}

void Gestures::note_progress(Time now) {
  for (const auto& [slot, route] : active_) {
    const Gesture& gesture = common_.wiring->gesture(*route);
    if (gesture.kind != GestureKind::hold) continue;
    const Duration passed = now - slot->gestures[route->gesture].since;
    const float share =
        static_cast<float>(passed.count()) / static_cast<float>(gesture.time.count());
    common_.tally.add_progress(route->action, std::clamp(share, 0.0F, 1.0F));
  }
}

void Gestures::forget_all() {
  active_.clear();
  toggles_.assign(common_.wiring->action_count(), {});
  next_due_ = never;
}

}  // namespace nextmove::core
