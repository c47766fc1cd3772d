// Where devices, seats and the playbook meet. What comes in is looked at here, so that nothing
// wrong gets further.
#include <algorithm>
#include <cmath>
#include <utility>

#include <nextmove/hub.hpp>

#include "base/shown.hpp"
#include "compiled/adopt.hpp"
#include "compiled/naming.hpp"
#include "players/hub_state.hpp"
#include "remap/news.hpp"

namespace nextmove {

Hub::Hub(Playbook playbook) : state_(std::make_unique<core::HubState>(std::move(playbook))) {}

Hub::~Hub() = default;

const Playbook& Hub::playbook() const {
  return state_->playbook;
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
  state_->devices.begin_leaving(device);
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

std::vector<Event> Hub::pushed() const {
  std::vector<Event> found;
  for (const DeviceId id : state_->devices.plugged()) state_->devices.list_pushed(id, now(), found);
  return found;
}

void Hub::release_all(Time now) {
  if (!state_->is_open("Hub::release_all")) return;
  state_->report(ReleasedAll{now});
  state_->queue.push({now, DeviceId::none, core::resting});
}

void Hub::update(Time now) {
  core::HubState& state = *state_;
  if (!state.may_update(now)) return;
  state.journal.begin_update(now);
  if (state.journal.is_on()) state.journal.tell_update();
  state.phase = core::Phase::events;
  const std::span<const Event> due = state.queue.read_until(now);
  state.look_for_late(due);
  for (const Event& event : due) state.work_off(event);
  state.queue.drop(due.size());
  state.table.update(now);
  state.phase = core::Phase::readings;
  for (const auto& seat : seats()) seat->state().update(now);
  if (state.story.is_on()) state.story_writer.settle(now);
  state.lettering.note_hands(seats(), state.notices, now);
  state.notices.publish();
  state.phase = core::Phase::handlers;
  const std::uint32_t update = state.journal.updates;
  for (std::size_t i = 0; i < seats().size(); ++i) seats()[i]->state().handlers().call(update);
  state.phase = core::Phase::idle;
  if (state.journal.has_logs()) state.journal.end_update();
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
  const std::string size = core::shown(part.width) + " by " + core::shown(part.height);
  if (!(part.width > 0 && part.height > 0)) {
    return core::complain(ComplaintKind::wrong_value, call,
                          "a part of " + size + " of the window has no size");
  }
  if (!is_part_of_window(part)) {
    return core::complain(ComplaintKind::wrong_value, call,
                          "a part of " + size + " at " + core::shown(part.left) + ", " +
                              core::shown(part.top) +
                              " does not lie in the window; all are shares of its sides, 0..1");
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
  state_->report(Adopted{now(), playbook});
  if (state_->story.is_on()) state_->story.add(StoryKind::adopted, now());
  const Playbook before =
      std::exchange(state_->playbook, core::keep_numbers(state_->playbook, playbook));
  state_->forget_fingerprint();
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
  state_->report(CustomSet{now(), std::string{name}});
  state_->customs.set(std::string{name}, std::move(shaping));
}

std::vector<std::string> Hub::customs() const {
  return state_->customs.names();
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
