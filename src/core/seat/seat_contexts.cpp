// A seat's contexts and mutes, its scheme, and whether its player types.
#include <algorithm>

#include "compiled/playbook_data.hpp"
#include "seat/seat_state.hpp"

namespace nextmove::core {

// ---- contexts

bool SeatState::is_in(ContextId context) const {
  return std::find(entered_.begin(), entered_.end(), context) != entered_.end();
}

// Comes to stand before all others of its rank. The wires must be laid anew afterwards.
void SeatState::list_context(ContextId context) {
  const int rank = wiring_->rank(context);
  const auto below = std::find_if(entered_.begin(), entered_.end(),
                                  [&](ContextId other) { return wiring_->rank(other) <= rank; });
  entered_.insert(below, context);
  const auto& mutes = playbook_.data().mutes_with[Wiring::index(context)];
  for (const MuteId mute : mutes) silence(mute, 1);
  if (!mutes.empty()) cut_muted();
  prompting_.renew();
}

// Releases what it holds. The wires must be laid anew afterwards.
void SeatState::unlist_context(ContextId context) {
  time_ = present();
  const auto [begin, end] = wiring_->routes_of(context);
  for (const auto& slot : slots_) {
    for (Wiring::Index i = begin; i < end; ++i) release(*slot, wiring_->routes()[i]);
  }
  std::erase(entered_, context);
  for (const MuteId mute : playbook_.data().mutes_with[Wiring::index(context)]) silence(mute, -1);
  prompting_.renew();
}

// What the context takes from those below is let go there, where it says so: a gun does not go on
// firing under a dialog. The wires must be laid.
void SeatState::let_go_below(ContextId context) {
  const auto below = std::find(entered_.begin(), entered_.end(), context) + 1;
  const auto is_below = [&](const Route* route) {
    const auto number = static_cast<Wiring::Index>(route - wiring_->routes().data());
    return std::any_of(below, entered_.end(), [&](ContextId other) {
      const auto [begin, end] = wiring_->routes_of(other);
      return number >= begin && number < end;
    });
  };
  for (Source source = 0; source < wiring_->source_count(); ++source) {
    const unsigned device = 1U << static_cast<unsigned>(Wiring::device_of(source));
    const bool is_released = (wiring_->released(context) & device) != 0;
    const unsigned claimed = claimed_by(context, source);
    for (const Wire& wire : wires_.bundle(source)) {
      const bool is_claimed = (wire.route->parts & claimed) != 0;
      const bool is_button = readings_[Wiring::index(wire.action)].kind == ActionKind::button;
      if (!is_button || !(is_released || is_claimed) || !is_below(wire.route)) continue;
      for (const auto& slot : slots_) cut_contact(*slot, *wire.route, slot->routes[wire.state]);
    }
  }
}

// The parts of a control that the context lets go of because it claims them.
unsigned SeatState::claimed_by(ContextId context, Source source) const {
  unsigned claimed = 0;
  if (!wiring_->releases_claims(context)) return claimed;
  const auto [begin, end] = wiring_->routes_of(context);
  for (const Wire& wire : wires_.bundle(source)) {
    const auto number = static_cast<Wiring::Index>(wire.route - wiring_->routes().data());
    const bool is_its = number >= begin && number < end;
    if (is_its && !wire.route->pass_on) claimed |= wire.open;
  }
  return claimed;
}

void SeatState::enter(ContextId context) {
  if (context == ContextId::none || is_in(context)) return;
  list_context(context);
  wires_.lay(entered_, bit_of(scheme_));
  let_go_below(context);
  route_again(present());
  if (journal_.is_on()) {
    journal_.tell(Entered{journal_.now, name_, playbook_.context(context).name});
  }
}

void SeatState::leave(ContextId context) {
  if (!is_in(context)) return;
  unlist_context(context);
  end_unbound_toggles();
  wires_.lay(entered_, bit_of(scheme_));
  route_again(present());
  if (journal_.is_on()) {
    journal_.tell(Left{journal_.now, name_, playbook_.context(context).name});
  }
}

void SeatState::hold_to(SchemeId scheme) {
  if (scheme == scheme_) return;
  if (!profile_.is_empty()) {
    scheme_ = scheme;
    return play_by(remapped(given_, profile_, scheme_));
  }
  time_ = present();
  const SchemeSet before = bit_of(scheme_);
  const SchemeSet after = bit_of(scheme);
  for (const auto& slot : slots_) {
    for (const Route& route : wiring_->routes()) {
      const bool goes_silent = (route.schemes & before) != 0 && (route.schemes & after) == 0;
      if (goes_silent) release(*slot, route);
    }
  }
  scheme_ = scheme;
  prompting_.renew();
  end_unbound_toggles();
  wires_.lay(entered_, after);
  route_again(present());
}

// In one step: values that come out the same before and after do not move in between.
void SeatState::switch_to(ContextId context) {
  if (context == ContextId::none) return;
  const auto is_rival = [&](ContextId other) {
    return other != context && wiring_->rank(other) == wiring_->rank(context);
  };
  const bool has_rivals = std::any_of(entered_.begin(), entered_.end(), is_rival);
  if (is_in(context) && !has_rivals) return;
  for (std::size_t i = entered_.size(); i-- > 0;) {
    if (is_rival(entered_[i])) unlist_context(entered_[i]);
  }
  const bool is_new = !is_in(context);
  if (is_new) list_context(context);
  end_unbound_toggles();
  wires_.lay(entered_, bit_of(scheme_));
  if (is_new) let_go_below(context);
  route_again(present());
  if (journal_.is_on()) {
    journal_.tell(SwitchedTo{journal_.now, name_, playbook_.context(context).name});
  }
}

// ---- mutes

bool SeatState::exists(MuteId mute) const {
  return static_cast<std::size_t>(mute) < mutes_.size();
}

bool SeatState::is_muted(ActionId action) const {
  return tally_.knows(action) && tally_.heard(action).mutes != 0;
}

void SeatState::mute(MuteId mute) {
  if (!exists(mute)) return;
  const auto index = static_cast<std::size_t>(mute);
  ++mutes_[index];
  silence(mute, 1);
  cut_muted();
  if (journal_.is_on()) journal_.tell(Muted{journal_.now, name_, playbook_.mute(mute).name});
}

// So many times more, or fewer. What is silent then must be cut.
void SeatState::silence(MuteId mute, int times) {
  for (const ActionId action : playbook_.data().muted[static_cast<std::size_t>(mute)]) {
    tally_.heard(action).mutes += static_cast<std::uint32_t>(times);
    if (times > 0) tally_.drop_presses(action);
    tally_.mark(action);
  }
}

void SeatState::unmute(MuteId mute) {
  if (!exists(mute) || mutes_[static_cast<std::size_t>(mute)] == 0) return;
  const auto index = static_cast<std::size_t>(mute);
  --mutes_[index];
  silence(mute, -1);
  if (journal_.is_on()) journal_.tell(Unmuted{journal_.now, name_, playbook_.mute(mute).name});
}

// Axes and vectors keep their values, unread; a button's controls stay down, unheard, until they
// are up.
void SeatState::cut_muted() {
  for (std::size_t i = 0; i < toggles_.size(); ++i) {
    if (is_muted(static_cast<ActionId>(i))) end_toggle(static_cast<ActionId>(i));
  }
  for (const auto& slot : slots_) {
    for (const Route& route : wiring_->routes()) {
      const bool is_button = readings_[Wiring::index(route.action)].kind == ActionKind::button;
      if (!is_muted(route.action)) continue;
      if (is_button) cut_contact(*slot, route, slot->routes[route.state]);
      if (route.kind == RouteKind::nudge) slot->shares[route.state] = {};
    }
  }
}

// ---- typing

bool SeatState::hears_while_typing(Source source) const {
  if (has_bound(source)) return true;
  const auto withs = wiring_->with_routes(source);
  return std::any_of(withs.begin(), withs.end(), [&](const Route& with) {
    const auto concerned = wiring_->sources_with(Wiring::index(with.action));
    return std::any_of(concerned.begin(), concerned.end(), [&](Source other) {
      return Wiring::device_of(other) == DeviceKind::keyboard && has_bound(other);
    });
  });
}

void SeatState::set_typing(bool is_typing) {
  wires_.set_typing(is_typing);
  wires_.lay(entered_, bit_of(scheme_));
  look_for_pointers();
}

}  // namespace nextmove::core
