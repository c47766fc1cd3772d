// From contacts to presses.
#include <algorithm>

#include "seat/seat_state.hpp"

namespace nextmove::core {

void SeatState::begin_contact(Slot& slot, const Route& route, RouteState& state) {
  tally_.note_down(route.action);
  const auto hold = [&] {
    state.is_held = true;
    tally_.hold(route.action, time_);
  };
  if (route.gesture == no_index) return hold();
  const Gesture& gesture = wiring_->gesture(route);
  GestureState& at = slot.gestures[route.gesture];
  at.is_heard = true;
  switch (gesture.kind) {
    case GestureKind::press: hold(); break;
    case GestureKind::tap: at.since = time_; break;
    case GestureKind::hold:
      at.since = time_;
      list_gesture(slot, route, time_ + gesture.time);
      break;
    case GestureKind::repeat:
      hold();
      list_gesture(slot, route, time_ + gesture.time);
      break;
    case GestureKind::taps:
      at.count = at.count != 0 && time_ - at.since <= gesture.time
                     ? static_cast<std::uint16_t>(at.count + 1)
                     : std::uint16_t{1};
      at.since = time_;
      if (at.count < gesture.count) break;
      at.count = 0;
      hold();
      break;
    case GestureKind::toggle: turn_toggle(slot, route); break;
  }
}

// A toggle is the action's: any of its bindings turns it, and one event turns it once, however many
// of them hear it.
void SeatState::turn_toggle(const Slot& slot, const Route& route) {
  ToggleState& toggle = toggles_[Wiring::index(route.action)];
  if (toggle.event == event_ && toggle.route != &route) return;
  toggle.event = event_;
  toggle.route = &route;
  if (toggle.slot != nullptr) return end_toggle(route.action);
  toggle.slot = &slot;
  tally_.hold(route.action, time_);
}

void SeatState::end_toggle(ActionId action) {
  ToggleState& toggle = toggles_[Wiring::index(action)];
  if (toggle.slot == nullptr) return;
  toggle.slot = nullptr;
  tally_.let_go(action);
}

void SeatState::end_toggles_of(const Slot& slot) {
  for (std::size_t i = 0; i < toggles_.size(); ++i) {
    if (toggles_[i].slot == &slot) end_toggle(static_cast<ActionId>(i));
  }
}

// Where no toggle is left that could turn it off, it goes off.
void SeatState::end_unbound_toggles() {
  for (std::size_t i = 0; i < toggles_.size(); ++i) {
    const auto action = static_cast<ActionId>(i);
    if (toggles_[i].slot != nullptr && !has_toggle(action)) end_toggle(action);
  }
}

bool SeatState::has_toggle(ActionId action) const {
  const auto is_it = [&](const Route& route) {
    return route.action == action && route.gesture != no_index &&
           wiring_->gesture(route).kind == GestureKind::toggle &&
           (route.schemes & bit_of(scheme_)) != 0;
  };
  return std::any_of(entered_.begin(), entered_.end(), [&](ContextId context) {
    const auto [begin, end] = wiring_->routes_of(context);
    const auto first = wiring_->routes().begin();
    return std::any_of(first + begin, first + end, is_it);
  });
}

void SeatState::end_contact(Slot& slot, const Route& route, RouteState& state) {
  GestureState none;
  GestureState& at = route.gesture == no_index ? none : slot.gestures[route.gesture];
  const GestureKind kind =
      route.gesture == no_index ? GestureKind::press : wiring_->gesture(route).kind;
  const bool was_heard = at.is_heard;
  at.is_heard = false;
  if (kind == GestureKind::toggle) return;
  if (kind == GestureKind::hold || kind == GestureKind::repeat) unlist_gesture(slot, route);
  if (state.is_held) {
    state.is_held = false;
    tally_.let_go(route.action);
  } else if (kind == GestureKind::hold && was_heard) {
    tally_.let_go_early(route.action);
  } else if (kind == GestureKind::tap && was_heard &&
             time_ - at.since < wiring_->gesture(route).time) {
    tally_.hold(route.action, time_);
    tally_.let_go(route.action);
  }
}

// Ends it without effect: nobody let go.
void SeatState::cut_contact(Slot& slot, const Route& route, RouteState& state) {
  if (state.is_held) tally_.let_go(route.action);
  state.is_held = false;
  if (route.kind == RouteKind::impulse) slot.shares[route.state] = {};
  if (route.gesture == no_index) return;
  if (slot.gestures[route.gesture].is_heard) tally_.mark(route.action);
  unlist_gesture(slot, route);
  slot.gestures[route.gesture] = {};
}

void SeatState::list_gesture(Slot& slot, const Route& route, Time due) {
  slot.gestures[route.gesture].due = due;
  gestures_.push_back({&slot, &route});
  next_due_ = std::min(next_due_, due);
}

void SeatState::unlist_gesture(const Slot& slot, const Route& route) {
  const auto is_it = [&](const ActiveGesture& active) {
    return active.slot == &slot && active.route == &route;
  };
  const auto erased = std::erase_if(gestures_, is_it);
  if (erased != 0) find_next_due();
}

void SeatState::find_next_due() {
  next_due_ = never;
  for (const auto& [slot, route] : gestures_) {
    next_due_ = std::min(next_due_, slot->gestures[route->gesture].due);
  }
}

// In order of time, so that it does not matter how often the hub is updated.
void SeatState::complete_gestures(Time until) {
  for (const auto& [slot, route] : gestures_) {
    const Gesture& gesture = wiring_->gesture(*route);
    if (gesture.kind != GestureKind::repeat) continue;
    skip_repetitions(route->action, slot->gestures[route->gesture].due, gesture.every, until);
  }
  find_next_due();
  while (next_due_ <= until) {
    time_ = next_due_;
    for (const auto& [slot, route] : gestures_) {
      if (slot->gestures[route->gesture].due == time_) complete(*slot, *route);
    }
    find_next_due();
  }
}

// Those that are past do not count. Of those that do, only the last are told apart; the others are
// counted at once, since a long step may hold billions.
void SeatState::skip_repetitions(ActionId action, Time& due, Duration every, Time until) {
  if (const Duration missed = journal_.counts_from - due; missed > Duration::zero()) {
    due += every * ((missed + every - Duration{1}) / every);
  }
  const Duration::rep skipped = (until - due) / every - Tally::presses_told_apart;
  if (skipped <= 0) return;
  tally_.press_unseen(action, static_cast<std::uint32_t>(skipped));
  due += every * skipped;
}

void SeatState::complete(Slot& slot, const Route& route) {
  const Gesture& gesture = wiring_->gesture(route);
  GestureState& at = slot.gestures[route.gesture];
  if (gesture.kind == GestureKind::repeat) {
    tally_.press_again(route.action, time_);
    at.due += gesture.every;
    return;
  }
  slot.routes[route.state].is_held = true;
  tally_.hold(route.action, time_);
  at.due = never;
}

void SeatState::note_progress(Time now) {
  for (const auto& [slot, route] : gestures_) {
    const Gesture& gesture = wiring_->gesture(*route);
    if (gesture.kind != GestureKind::hold) continue;
    const Duration passed = now - slot->gestures[route->gesture].since;
    const float share =
        static_cast<float>(passed.count()) / static_cast<float>(gesture.time.count());
    tally_.add_progress(route->action, std::clamp(share, 0.0F, 1.0F));
  }
}

}  // namespace nextmove::core
