// What a game says of its players. What comes in is looked at here, so that nothing wrong gets
// further.
#include <utility>

#include <nextmove/hub.hpp>

#include "base/shown.hpp"
#include "compiled/naming.hpp"
#include "players/clashes.hpp"
#include "players/hub_state.hpp"
#include "remap/news.hpp"
#include "seat/capturing.hpp"

namespace nextmove {

Seat& Hub::add_seat(std::string_view name) {
  constexpr std::string_view call = "Hub::add_seat";
  if (Seat* seat = find_seat(name)) {
    core::complain(ComplaintKind::wrong_value, call,
                   "there is a seat " + core::quoted(name) +
                       " already, and that one is given back; see Hub::find_seat");
    return *seat;
  }
  if (!state_->is_open(call) && !seats().empty()) return *seats().front();
  state_->report(SeatAdded{now(), std::string{name}});
  return state_->table.add_seat(name);
}

std::span<const std::unique_ptr<Seat>> Hub::seats() const {
  return state_->table.seats();
}

Seat* Hub::find_seat(std::string_view name) const {
  return core::find_seat(seats(), name);
}

void Hub::set_rules(const SeatingRules& rules) {
  constexpr std::string_view call = "Hub::set_rules";
  if (!state_->is_open(call)) return;
  if (rules.most_players < 1) {
    return core::complain(ComplaintKind::wrong_value, call,
                          "most_players = 0 is a table at which nobody may sit; at least 1");
  }
  const Duration hold = rules.take_over_after;
  if (hold < Duration::zero() || hold > longest_take_over) {
    return core::complain(ComplaintKind::wrong_value, call,
                          "take_over_after = " + std::to_string(hold.count()) +
                              " us; it is 0, which takes over at once, to 60 s");
  }
  state_->report(RulesSet{now(), rules});
  state_->table.set_rules(rules);
}

const SeatingRules& Hub::rules() const {
  return state_->table.rules();
}

JoinAnswer Hub::join(SchemeId scheme, DeviceId device, Seat* seat) {
  constexpr std::string_view call = "Hub::join";
  if (seat != nullptr && !state_->is_ours(*seat, call)) return {nullptr, Refusal::no_scheme};
  const bool may = core::find(playbook(), scheme, call) != SchemeId::none && state_->is_open(call);
  if (!may) return {nullptr, Refusal::no_scheme};
  const std::string name{seat != nullptr ? seat->name() : ""};
  state_->report(Joined{now(), playbook().scheme(scheme).name, device, name});
  return state_->table.join(scheme, device, seat);
}

JoinAnswer Hub::join(Scheme scheme, DeviceId device, Seat* seat) {
  const SchemeId id = core::find(playbook(), scheme, "Hub::join");
  return id != SchemeId::none ? join(id, device, seat) : JoinAnswer{nullptr, Refusal::no_scheme};
}

JoinAnswer Hub::can_join(SchemeId scheme, DeviceId device, const Seat* seat) const {
  constexpr std::string_view call = "Hub::can_join";
  const bool is_ours = seat == nullptr || state_->is_ours(*seat, call);
  if (!is_ours || core::find(playbook(), scheme, call) == SchemeId::none) {
    return {nullptr, Refusal::no_scheme};
  }
  return state_->table.can_join(scheme, device, seat);
}

JoinAnswer Hub::can_join(Scheme scheme, DeviceId device, const Seat* seat) const {
  const SchemeId id = core::find(playbook(), scheme, "Hub::can_join");
  return id != SchemeId::none ? can_join(id, device, seat)
                              : JoinAnswer{nullptr, Refusal::no_scheme};
}

std::vector<PromptPart> Hub::join_prompt(SchemeId scheme) const {
  if (core::find(playbook(), scheme, "Hub::join_prompt") == SchemeId::none) return {};
  const SchemeDefinition& its = playbook().scheme(scheme);
  if (!its.join.is_set()) return {};
  DeviceId with = DeviceId::none;
  for (const DeviceId id : state_->devices.plugged()) {
    const bool is_on_it = state_->devices.at(id).device.kind == device_of(its.join);
    if (is_on_it && state_->table.can_join(scheme, id, nullptr)) with = id;
  }
  return prompt_parts(its.join, state_->lettering.labels(with), playbook().zones());
}

void Hub::leave(Seat& seat) {
  if (!state_->may_change(seat, "Hub::leave")) return;
  state_->report(GotUp{now(), std::string{seat.name()}});
  state_->table.leave(seat);
}

void Hub::hold_to(Seat& seat, SchemeId scheme) {
  constexpr std::string_view call = "Hub::hold_to";
  if (!state_->may_change(seat, call)) return;
  const bool is_free = scheme == SchemeId::none;
  if (!is_free && core::find(playbook(), scheme, call) == SchemeId::none) return;
  const std::string name = is_free ? "" : playbook().scheme(scheme).name;
  state_->report(HeldTo{now(), std::string{seat.name()}, name});
  state_->table.hold_to(seat, scheme);
}

void Hub::hold_to(Seat& seat, Scheme scheme) {
  const SchemeId id = core::find(playbook(), scheme, "Hub::hold_to");
  if (id != SchemeId::none) hold_to(seat, id);
}

std::vector<Diagnostic> Hub::set_profile(Seat& seat, Profile profile) {
  if (!state_->may_change(seat, "Hub::set_profile")) return {};
  state_->report(ProfileSet{now(), std::string{seat.name()}, profile});
  std::vector<Diagnostic> told = core::news_of(profile, playbook(), seat.scheme());
  seat.state().set_profile(std::move(profile));
  state_->table.tell_clashes();
  return told;
}

void Hub::capture(Seat& seat, const CaptureRequest& request) {
  constexpr std::string_view call = "Hub::capture";
  if (!state_->may_change(seat, call)) return;
  if (core::find(playbook(), request.action, call) == ActionId::none) return;
  const ActionDefinition& action = playbook().action(request.action);
  if (!has_part(action.kind, request.part)) {
    return core::complain(ComplaintKind::unknown_id, call,
                          core::no_such_part(action, request.part));
  }
  if (!core::can_be_captured(action.kind, request.part, request.device)) {
    const bool is_touch = request.device == DeviceKind::touch;
    return core::complain(
        ComplaintKind::unknown_id, call,
        is_touch ? "nothing on a touch screen can be captured; its zones are the playbook's"
                 : "no key drives the whole of the " + std::string{to_string(action.kind)} + " " +
                       core::quoted(action.name) + "; ask for one of its directions");
  }
  state_->report(CaptureBegun{now(), std::string{seat.name()}, action.name, request.part,
                              request.device, request.time_out, request.cancel});
  state_->captures.begin(seat, request, now());
}

void Hub::stop_capture(Seat& seat) {
  if (!state_->may_change(seat, "Hub::stop_capture")) return;
  state_->report(CaptureStopped{now(), std::string{seat.name()}});
  state_->captures.stop(seat, now());
}

void Hub::set_typing(Seat& seat, bool is_typing) {
  if (!state_->may_change(seat, "Hub::set_typing")) return;
  // Before it is told: what was typed before in this frame is text already.
  state_->set_typing(seat, is_typing);
  state_->report(TypingSet{now(), std::string{seat.name()}, is_typing});
}

void Hub::reserve(Seat& seat, bool is_reserved) {
  constexpr std::string_view call = "Hub::reserve";
  if (!state_->may_change(seat, call)) return;
  if (is_reserved && !state_->table.can_reserve(seat)) {
    return core::doubt(ComplaintKind::wrong_moment, call,
                       "somebody plays at the seat " + core::quoted(seat.name()) +
                           "; Hub::leave lets them get up first");
  }
  state_->report(Reserved{now(), std::string{seat.name()}, is_reserved});
  state_->table.reserve(seat, is_reserved);
}

std::vector<TakenControl> Hub::taken_controls(const Seat& seat) const {
  if (!state_->is_ours(seat, "Hub::taken_controls")) return {};
  return core::taken_controls(seat, playbook(), state_->devices, core::Drafts::counted);
}

std::vector<SharedClash> Hub::clashes() const {
  return core::shared_clashes(playbook(), state_->devices);
}

}  // namespace nextmove
