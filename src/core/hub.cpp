#include <algorithm>

#include <nextmove/hub.hpp>

#include "adopt.hpp"
#include "event_queue.hpp"
#include "event_range.hpp"
#include "playbook_data.hpp"
#include "require.hpp"
#include "seat_state.hpp"
#include "seating.hpp"

namespace nextmove {
namespace core {
namespace {

// The queue holds plain events. What else must wait for its time is told by a control of its own.
constexpr Control unplugging{0xfffe};
constexpr Control releasing_all{0xffff};

}  // namespace

class HubState {
 public:
  explicit HubState(Playbook book)
      : playbook(std::move(book)), seating(playbook, journal, customs) {}

  // A step costs something to make, so it is made only where somebody listens.
  template <class What>
  void report(const What& what) const {
    if (journal.is_on()) [[unlikely]]
      tell(what);
  }
  template <class What>
  [[gnu::noinline]] void tell(const What& what) const {
    journal.listener(Step{what});
  }

  void work_off(const Event& event) {
    if (event.control >= unplugging) [[unlikely]]
      return work_off_more(event);
    const Listeners& listeners = seating.listeners(event.device);
    if (listeners.is_watched && !seating.lets_through(event)) return;
    const Listener* const end = listeners.first + listeners.count;
    for (const Listener* it = listeners.first; it != end; ++it) it->seat->hear(*it->slot, event);
  }

  [[gnu::noinline]] void work_off_more(const Event& event) {
    if (event.control == unplugging) {
      seating.unplug(event.device, event.time);
    } else {
      seating.release_all(event.time);
    }
  }

  Playbook playbook;
  Journal journal;
  Customs customs;
  Seating seating;
  EventQueue queue;
};

}  // namespace core

Hub::Hub(Playbook playbook) : state_(std::make_unique<core::HubState>(std::move(playbook))) {}

Hub::~Hub() = default;

const Playbook& Hub::playbook() const {
  return state_->playbook;
}

// ---- seats

Seat& Hub::add_seat(std::string_view name) {
  state_->report(SeatAdded{now(), std::string{name}});
  return state_->seating.add_seat(name);
}

std::span<const std::unique_ptr<Seat>> Hub::seats() const {
  return state_->seating.seats();
}

Seat* Hub::find_seat(std::string_view name) const {
  return state_->seating.find_seat(name);
}

void Hub::set_rules(const SeatingRules& rules) {
  const bool is_sound = rules.most_players >= 1;
  core::require(is_sound, "Hub::set_rules was given a table at which nobody may sit");
  if (!is_sound) return;
  state_->report(RulesSet{now(), rules});
  state_->seating.set_rules(rules);
}

const SeatingRules& Hub::rules() const {
  return state_->seating.rules();
}

JoinAnswer Hub::join(SchemeId scheme, DeviceId device, Seat* seat) {
  if (static_cast<std::size_t>(scheme) < playbook().schemes().size()) {
    const std::string name{seat != nullptr ? seat->name() : ""};
    state_->report(Joined{now(), playbook().scheme(scheme).name, device, name});
  }
  return state_->seating.join(scheme, device, seat);
}

JoinAnswer Hub::can_join(SchemeId scheme, DeviceId device, const Seat* seat) const {
  return state_->seating.can_join(scheme, device, seat);
}

void Hub::leave(Seat& seat) {
  state_->report(GotUp{now(), std::string{seat.name()}});
  state_->seating.leave(seat);
}

void Hub::hold_to(Seat& seat, SchemeId scheme) {
  const bool is_known =
      scheme == SchemeId::none || static_cast<std::size_t>(scheme) < playbook().schemes().size();
  core::require(is_known, "Hub::hold_to was given a scheme of another playbook");
  if (!is_known) return;
  const std::string name = scheme == SchemeId::none ? "" : playbook().scheme(scheme).name;
  state_->report(HeldTo{now(), std::string{seat.name()}, name});
  state_->seating.hold_to(seat, scheme);
}

void Hub::set_profile(Seat& seat, Profile profile) {
  state_->report(ProfileSet{now(), std::string{seat.name()}, profile});
  seat.state().set_profile(std::move(profile));
}

void Hub::capture(Seat& seat, const CaptureRequest& request) {
  const bool is_known = static_cast<std::size_t>(request.action) < playbook().actions().size();
  core::require(is_known, "Hub::capture was asked for an action of another playbook");
  if (!is_known) return;
  state_->report(CaptureBegun{now(), std::string{seat.name()},
                              playbook().action(request.action).name, request.part, request.device,
                              request.time_out, request.cancel});
  state_->seating.begin_capture(seat, request);
}

void Hub::stop_capture(Seat& seat) {
  state_->report(CaptureStopped{now(), std::string{seat.name()}});
  state_->seating.stop_capture(seat);
}

void Hub::reserve(Seat& seat, bool is_reserved) {
  state_->report(Reserved{now(), std::string{seat.name()}, is_reserved});
  state_->seating.reserve(seat, is_reserved);
}

// ---- devices

DeviceId Hub::plug(const Device& device, Time now) {
  state_->report(Plugged{now, static_cast<DeviceId>(state_->seating.device_count()), device});
  return state_->seating.plug(device, now);
}

void Hub::unplug(DeviceId device, Time now) {
  if (!state_->seating.is_plugged(device)) return;
  state_->report(Unplugged{now, device});
  state_->seating.begin_unplugging(device);
  state_->queue.push({now, device, core::unplugging});
}

void Hub::give(DeviceId device, Seat& seat) {
  const bool is_known = state_->seating.is_plugged(device);
  core::require(is_known, "Hub::give was given a device that is not plugged in");
  if (!is_known) return;
  state_->report(Given{now(), device, std::string{seat.name()}});
  state_->seating.give(device, seat);
}

void Hub::free(DeviceId device) {
  if (!state_->seating.is_plugged(device)) return;
  state_->report(Freed{now(), device});
  state_->seating.free(device);
}

void Hub::swap(Seat& a, Seat& b) {
  state_->report(Swapped{now(), std::string{a.name()}, std::string{b.name()}});
  state_->seating.swap(a, b);
}

std::vector<RecordedDevice> Hub::devices() const {
  std::vector<RecordedDevice> list;
  for (const DeviceId id : state_->seating.plugged()) {
    RecordedDevice recorded{id, *find_device(id), {}};
    for (const Seat* seat : owners(id)) recorded.seats.emplace_back(seat->name());
    list.push_back(std::move(recorded));
  }
  return list;
}

std::vector<DeviceId> Hub::free_devices() const {
  std::vector<DeviceId> ids = state_->seating.plugged();
  std::erase_if(ids, [&](DeviceId id) { return !owners(id).empty(); });
  return ids;
}

std::span<Seat* const> Hub::owners(DeviceId device) const {
  return state_->seating.owners(device);
}

std::vector<DeviceId> Hub::lost_devices(const Seat& seat) const {
  return state_->seating.lost_devices(seat);
}

const Device* Hub::find_device(DeviceId device) const {
  return device == DeviceId::none ? nullptr : state_->seating.device(device);
}

int Hub::number(DeviceId device) const {
  return state_->seating.number(device);
}

std::string Hub::label(DeviceId device) const {
  const Device* found = find_device(device);
  if (found == nullptr) return {};
  return std::string{to_string(found->kind)} + ' ' + std::to_string(number(device));
}

std::span<const Notice> Hub::notices() const {
  return state_->seating.notices();
}

// ---- events

void Hub::feed(const Event& event) {
  core::HubState& state = *state_;
  const bool fits = core::is_in_range(event);
  core::require(fits, "Hub::feed was given an event that is not valid (see is_valid)");
  if (!fits || !state.seating.knows(event.device)) return;
  state.report(event);
  state.queue.push(event);
}

void Hub::release_all(Time now) {
  state_->report(ReleasedAll{now});
  state_->queue.push({now, DeviceId::none, core::releasing_all});
}

void Hub::update(Time now) {
  core::HubState& state = *state_;
  state.journal.now = now;
  state.journal.is_running = true;
  state.report(Updated{now});
  const std::span<const Event> due = state.queue.until(now);
  for (const Event& event : due) state.work_off(event);
  state.queue.drop(due.size());
  state.seating.update_captures(now);
  for (const auto& seat : seats()) seat->state().update(now);
  state.seating.note_hands();
  state.seating.publish_notices();
  for (std::size_t i = 0; i < seats().size(); ++i) seats()[i]->state().call_handlers();
}

Time Hub::now() const {
  return state_->journal.now;
}

void Hub::set_window(float width, float height) {
  const bool has_size = width > 0 && height > 0;
  core::require(has_size, "Hub::set_window was given a window without a size");
  if (!has_size) return;
  state_->report(Resized{now(), width, height});
  state_->seating.set_window({width, height});
}

Vec2 Hub::window() const {
  return state_->seating.window();
}

void Hub::set_part(Seat& seat, Area part) {
  const bool has_size = part.width > 0 && part.height > 0;
  core::require(has_size, "Hub::set_part was given a part without a size");
  if (!has_size || rules().splits_screen) return;
  state_->report(PartSet{now(), std::string{seat.name()}, part});
  state_->seating.set_part(seat, part);
}

void Hub::adopt(const Playbook& playbook) {
  state_->playbook = core::keep_numbers(state_->playbook, playbook);
  for (const auto& seat : seats()) {
    seat->state().adopt(state_->playbook);
    seat->find_readings();
  }
}

void Hub::set_custom(std::string_view name, std::function<Vec2(Vec2)> shaping) {
  state_->customs.set(std::string{name}, std::move(shaping));
}

void Hub::set_wording(Wording wording) {
  state_->seating.set_wording(std::move(wording));
}

void Hub::set_key_labels(KeyLabels keys) {
  state_->seating.set_key_labels(std::move(keys));
}

void Hub::set_families(Families families) {
  state_->seating.set_families(std::move(families));
}

const Families& Hub::families() const {
  return state_->seating.families();
}

void Hub::on_step(std::function<void(const Step&)> listener) {
  state_->journal.listener = std::move(listener);
}

}  // namespace nextmove
