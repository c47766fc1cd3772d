// Where devices, seats and the playbook meet. What comes in is looked at here, so that nothing
// wrong gets further.
#include <algorithm>
#include <cmath>
#include <utility>

#include <nextmove/hub.hpp>

#include "base/shown.hpp"
#include "compiled/adopt.hpp"
#include "compiled/naming.hpp"
#include "players/clashes.hpp"
#include "players/hub_state.hpp"
#include "remap/news.hpp"
#include "seat/capturing.hpp"

namespace nextmove {
Hub::Hub(Playbook playbook) : state_(std::make_unique<core::HubState>(std::move(playbook))) {}

Hub::~Hub() = default;

const Playbook& Hub::playbook() const {
  return state_->playbook;
}

// ---- seats

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
  return state_->table.find_seat(name);
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
  state_->report(TypingSet{now(), std::string{seat.name()}, is_typing});
  state_->typing.set(seat, is_typing, now());
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

// ---- devices

DeviceId Hub::plug(const Device& device, Time now) {
  if (!state_->is_open("Hub::plug")) return DeviceId::none;
  state_->report(Plugged{now, static_cast<DeviceId>(state_->devices.count()), device});
  return state_->table.plug(device, now);
}

void Hub::unplug(DeviceId device, Time now) {
  constexpr std::string_view call = "Hub::unplug";
  if (!state_->is_known(device, call)) return;
  if (!state_->devices.is_plugged(device) || !state_->is_open(call)) return;
  state_->report(Unplugged{now, device});
  state_->table.begin_unplugging(device);
  state_->queue.push({now, device, core::unplugging});
}

void Hub::give(DeviceId device, Seat& seat) {
  constexpr std::string_view call = "Hub::give";
  if (!state_->may_change(seat, call) || !state_->is_plugged(device, call)) return;
  if (!state_->is_for_persons(seat, call)) return;
  state_->report(Given{now(), device, std::string{seat.name()}});
  state_->table.give(device, seat);
}

void Hub::free(DeviceId device) {
  constexpr std::string_view call = "Hub::free";
  if (!state_->is_open(call) || !state_->is_plugged(device, call)) return;
  state_->report(Freed{now(), device});
  state_->table.free(device);
}

void Hub::swap(Seat& a, Seat& b) {
  constexpr std::string_view call = "Hub::swap";
  if (!state_->may_change(a, call) || !state_->is_ours(b, call)) return;
  if (!state_->is_for_persons(a, call) || !state_->is_for_persons(b, call)) return;
  state_->report(Swapped{now(), std::string{a.name()}, std::string{b.name()}});
  state_->table.swap(a, b);
}

std::vector<PluggedDevice> Hub::devices() const {
  std::vector<PluggedDevice> list;
  for (const DeviceId id : state_->devices.plugged()) {
    PluggedDevice recorded{id, *find_device(id), {}};
    for (const Seat* seat : owners(id)) recorded.seats.emplace_back(seat->name());
    list.push_back(std::move(recorded));
  }
  return list;
}

std::vector<DeviceId> Hub::free_devices() const {
  std::vector<DeviceId> ids = state_->devices.plugged();
  std::erase_if(ids, [&](DeviceId id) { return !owners(id).empty(); });
  return ids;
}

DeviceStanding Hub::standing(DeviceId device) const {
  if (!state_->devices.is_plugged(device)) return DeviceStanding::free;
  const core::KnownDevice& known = state_->devices.at(device);
  if (!known.may_be.empty()) return DeviceStanding::doubtful;
  if (known.owners.empty()) return DeviceStanding::free;
  return known.owners.size() == 1 ? DeviceStanding::owned : DeviceStanding::shared;
}

std::vector<Doubt> Hub::doubts() const {
  return state_->table.doubts();
}

std::span<Seat* const> Hub::owners(DeviceId device) const {
  if (!state_->devices.knows(device)) return {};
  return state_->devices.at(device).owners;
}

std::vector<DeviceId> Hub::lost_devices(const Seat& seat) const {
  return state_->table.lost_devices(seat);
}

const Device* Hub::find_device(DeviceId device) const {
  const bool is_known = device != DeviceId::none && state_->devices.knows(device);
  return is_known ? &state_->devices.at(device).device : nullptr;
}

int Hub::number(DeviceId device) const {
  return state_->devices.knows(device) ? state_->devices.at(device).number : 0;
}

std::string Hub::label(DeviceId device) const {
  return state_->devices.label(device);
}

std::span<const Notice> Hub::notices() const {
  return state_->notices.published();
}

// ---- events

void Hub::feed(const Event& event) {
  state_->feed(event);
}

void Hub::take_up(const Event& standing) {
  state_->take_up(standing);
}

void Hub::release_all(Time now) {
  if (!state_->is_open("Hub::release_all")) return;
  state_->report(ReleasedAll{now});
  state_->queue.push({now, DeviceId::none, core::releasing_all});
}

void Hub::update(Time now) {
  core::HubState& state = *state_;
  if (!state.may_update(now)) return;
  state.journal.begin_update(now);
  state.report(Updated{now});
  state.phase = core::Phase::events;
  const std::span<const Event> due = state.queue.read_until(now);
  for (const Event& event : due) state.work_off(event);
  state.queue.drop(due.size());
  state.table.update(now);
  state.phase = core::Phase::readings;
  for (const auto& seat : seats()) seat->state().update(now);
  state.lettering.note_hands(seats(), state.notices, now);
  state.notices.publish();
  state.phase = core::Phase::handlers;
  const std::uint32_t update = state.journal.updates;
  for (std::size_t i = 0; i < seats().size(); ++i) seats()[i]->state().handlers().call(update);
  state.phase = core::Phase::idle;
  state.look_at_clocks(now);
}

Time Hub::now() const {
  return state_->journal.now;
}

void Hub::set_longest_step(Duration longest) {
  constexpr std::string_view call = "Hub::set_longest_step";
  if (longest <= Duration::zero()) {
    return core::complain(ComplaintKind::wrong_value, call,
                          "a longest step of " + std::to_string(longest.count()) +
                              " us would let nothing count; Duration::max() is no limit");
  }
  if (!state_->is_open(call)) return;
  state_->report(LongestStepSet{now(), longest});
  state_->journal.longest_step = longest;
}

Duration Hub::longest_step() const {
  return state_->journal.longest_step;
}

void Hub::set_window(float width, float height) {
  constexpr std::string_view call = "Hub::set_window";
  if (!(width > 0 && height > 0 && std::isfinite(width) && std::isfinite(height))) {
    return core::complain(
        ComplaintKind::wrong_value, call,
        "a window of " + core::shown(width) + " by " + core::shown(height) + " has no size");
  }
  if (!state_->is_open(call)) return;
  state_->report(Resized{now(), {width, height}});
  state_->screen.set_window({width, height}, seats());
}

Vec2 Hub::window() const {
  return state_->screen.window();
}

void Hub::set_part(Seat& seat, Area part) {
  constexpr std::string_view call = "Hub::set_part";
  if (!state_->may_change(seat, call)) return;
  if (!(part.width > 0 && part.height > 0)) {
    return core::complain(ComplaintKind::wrong_value, call,
                          "a part of " + core::shown(part.width) + " by " +
                              core::shown(part.height) + " of the window has no size");
  }
  if (rules().splits_screen) {
    return core::complain(ComplaintKind::wrong_moment, call,
                          "SeatingRules::splits_screen is on, and gives out the parts by itself");
  }
  state_->report(PartSet{now(), std::string{seat.name()}, part});
  state_->screen.set_part(seat, part);
}

std::vector<Diagnostic> Hub::adopt(const Playbook& playbook) {
  if (!state_->is_open("Hub::adopt")) return {};
  const Playbook before =
      std::exchange(state_->playbook, core::keep_numbers(state_->playbook, playbook));
  std::vector<Diagnostic> told = core::no_longer_there(before, playbook);
  for (const auto& seat : seats()) {
    const auto known = core::news_of(seat->profile(), before, seat->scheme());
    core::add_news(told, core::news_of(seat->profile(), state_->playbook, seat->scheme()), known);
    seat->state().adopt(state_->playbook);
    seat->find_readings();
  }
  state_->table.play_on();
  return told;
}

void Hub::set_custom(std::string_view name, std::function<Vec2(Vec2)> shaping) {
  constexpr std::string_view call = "Hub::set_custom";
  if (!shaping) {
    return core::complain(ComplaintKind::empty_function, call,
                          "was given an empty function for " + core::quoted(name));
  }
  if (!state_->is_open(call)) return;
  state_->customs.set(std::string{name}, std::move(shaping));
}

void Hub::set_wording(Wording wording) {
  if (!state_->is_open("Hub::set_wording")) return;
  state_->lettering.set_wording(std::move(wording), seats());
}

void Hub::set_key_labels(KeyLabels keys) {
  if (!state_->is_open("Hub::set_key_labels")) return;
  state_->lettering.set_key_labels(std::move(keys), seats());
}

void Hub::set_families(Families families) {
  if (!state_->is_open("Hub::set_families")) return;
  state_->lettering.set_families(std::move(families), seats());
}

const Families& Hub::families() const {
  return state_->lettering.families();
}

ListenerId Hub::on_step(std::function<void(const Step&)> listener) {
  constexpr std::string_view call = "Hub::on_step";
  if (!listener) {
    core::complain(ComplaintKind::empty_function, call,
                   "was given an empty function, which is not called; see Hub::remove_listener");
    return ListenerId::none;
  }
  if (!state_->is_open(call)) return ListenerId::none;
  return state_->journal.add(std::move(listener));
}

void Hub::remove_listener(ListenerId id) {
  if (state_->is_open("Hub::remove_listener")) state_->journal.remove(id);
}

}  // namespace nextmove
