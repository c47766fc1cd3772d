#include "session/recorded_interceptions.hpp"

#include <algorithm>
#include <variant>

#include <nextmove/complaint.hpp>

#include "base/shown.hpp"

namespace nextmove::core {
namespace {

template <ActionKind kind>
Action<kind> handle_of(const Intercepted& it, ActionId id) {
  return {it.action, id};
}

template <ActionKind kind>
void hold_back(const Intercepted& it, ActionId id, Incoming& incoming) {
  incoming.hold_back(handle_of<kind>(it, id));
}

template <ActionKind kind, class Value>
void set(const Intercepted& it, ActionId id, Value value, Incoming& incoming) {
  incoming.set(handle_of<kind>(it, id), value);
}

void change_button(const Intercepted& it, ActionId id, Incoming& incoming) {
  const Button button = handle_of<ActionKind::button>(it, id);
  switch (it.as) {
    case InterceptedAs::held_back: return incoming.hold_back(button);
    case InterceptedAs::pressed: return incoming.press(button);
    case InterceptedAs::held: return incoming.hold(button);
    case InterceptedAs::set: return;
  }
}

// What another kind of action cannot be is passed over: the playbook may be another.
void change(const Intercepted& it, const ActionDefinition& action, ActionId id,
            Incoming& incoming) {
  using enum ActionKind;
  if (action.kind == button) return change_button(it, id, incoming);
  if (it.as == InterceptedAs::held_back) {
    switch (action.kind) {
      case axis: return hold_back<axis>(it, id, incoming);
      case vector: return hold_back<vector>(it, id, incoming);
      case motion: return hold_back<motion>(it, id, incoming);
      case turn: return hold_back<turn>(it, id, incoming);
      default: return hold_back<pointer>(it, id, incoming);
    }
  }
  if (it.as != InterceptedAs::set) return;
  switch (action.kind) {
    case axis: return set<axis>(it, id, it.x, incoming);
    case vector: return set<vector>(it, id, Vec2{it.x, it.y}, incoming);
    case motion: return set<motion>(it, id, Vec2{it.x, it.y}, incoming);
    case turn: return set<turn>(it, id, it.x, incoming);
    default: return set<pointer>(it, id, Vec2{it.x, it.y}, incoming);
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
    const auto run = [plan = std::weak_ptr{it.plan}, name, hub = &hub_](Incoming& incoming) {
      const std::shared_ptr<Plan> todo = plan.lock();
      if (todo == nullptr) return;
      while (todo->next < todo->changes.size() && todo->changes[todo->next]->by == name) {
        const Intercepted& done = *todo->changes[todo->next++];
        const auto id = hub->playbook().find_action(done.action);
        if (id) change(done, hub->playbook().action(*id), *id, incoming);
      }
    };
    it.ids.push_back(seat->add_interceptor(name, run));
  }
}

}  // namespace nextmove::core
