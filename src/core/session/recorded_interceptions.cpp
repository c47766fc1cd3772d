#include "session/recorded_interceptions.hpp"

#include <algorithm>
#include <cmath>
#include <variant>

#include <nextmove/complaint.hpp>

#include "base/shown.hpp"
#include "seat/seat_state.hpp"

namespace nextmove::core {
namespace {

// What another kind of action cannot be is passed over: the playbook may be another.
void change(const Intercepted& it, ActionId action, ActionKind kind, Readout& readout) {
  const bool is_button = kind == ActionKind::button;
  const bool is_value = !is_button && std::isfinite(it.x) && std::isfinite(it.y);
  switch (it.as) {
    case InterceptedAs::held_back: return readout.hold_back(action);
    case InterceptedAs::pressed: return is_button ? readout.invent_press(action) : void();
    case InterceptedAs::held: return is_button ? readout.invent_hold(action) : void();
    case InterceptedAs::set: return is_value ? readout.set_value(action, {it.x, it.y}) : void();
  }
}

/// The names in the order in which they ran. One stands again where others ran between.
std::vector<std::string> runs_of(std::span<const Intercepted* const> changes) {
  std::vector<std::string> names;
  for (const Intercepted* it : changes) {
    if (names.empty() || names.back() != it->by) names.push_back(it->by);
  }
  return names;
}

bool is_part_of(const std::vector<std::string>& some, const std::vector<std::string>& all) {
  auto from = all.begin();
  return std::all_of(some.begin(), some.end(), [&](const std::string& name) {
    from = std::find(from, all.end(), name);
    return from != all.end() && (++from, true);
  });
}

}  // namespace

RecordedInterceptions::OfSeat& RecordedInterceptions::of(const std::string& seat) {
  const auto known =
      std::find_if(seats_.begin(), seats_.end(), [&](const OfSeat& it) { return it.seat == seat; });
  return known != seats_.end() ? *known : seats_.emplace_back(OfSeat{seat});
}

void RecordedInterceptions::expect(std::span<const Step> steps) {
  for (OfSeat& it : seats_) *it.plan = {};
  for (const Step& step : steps) {
    if (std::holds_alternative<Updated>(step)) break;
    const auto* it = std::get_if<Intercepted>(&step);
    if (it != nullptr) of(it->seat).plan->changes.push_back(it);
  }
  for (OfSeat& it : seats_) {
    if (!is_part_of(runs_of(it.plan->changes), it.names)) stand_in(it);
  }
}

// What the game's own do beside their stand-ins is done twice.
void RecordedInterceptions::look_for_doubles(const Seat& seat, const OfSeat& it) {
  for (const InterceptorInfo& there : seat.interceptors()) {
    if (std::find(it.names.begin(), it.names.end(), there.name) == it.names.end()) continue;
    complain(ComplaintKind::wrong_moment, "Replay",
             "the seat " + quoted(it.seat) + " has an interceptor " + quoted(there.name) +
                 ", which the recording plays as well, so that it counts twice; take it off the "
                 "seat, or let DecidedBy::game");
  }
}

// Their order is told by what they did, and may have changed.
void RecordedInterceptions::stand_in(OfSeat& it) {
  Seat* const seat = hub_.find_seat(it.seat);
  if (seat == nullptr) return;
  for (const InterceptorId id : it.ids) seat->remove_interceptor(id);
  it.ids.clear();
  it.names = runs_of(it.plan->changes);
  look_for_doubles(*seat, it);
  for (const std::string& name : it.names) {
    const auto run = [plan = std::weak_ptr{it.plan}, name, seat](Incoming& /*incoming*/) {
      const std::shared_ptr<Plan> todo = plan.lock();
      if (todo == nullptr) return;
      while (todo->next < todo->changes.size() && todo->changes[todo->next]->by == name) {
        const Intercepted& done = *todo->changes[todo->next++];
        const Playbook& playbook = seat->state().common().playbook;
        const auto action = playbook.find_action(done.action);
        if (action) change(done, *action, playbook.action(*action).kind, seat->state().readout());
      }
    };
    it.ids.push_back(seat->add_interceptor(name, run));
  }
}

}  // namespace nextmove::core
