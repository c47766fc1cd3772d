#include <algorithm>

#include <nextmove/hub.hpp>

#include "adopt.hpp"
#include "event_queue.hpp"
#include "event_range.hpp"
#include "playbook_data.hpp"
#include "require.hpp"
#include "seat_state.hpp"

namespace nextmove {
namespace core {
namespace {

// The queue holds plain events. What else must wait for its time is told by a control of its own.
constexpr Control unplugging{0xfffe};
constexpr Control releasing_all{0xffff};

struct PluggedDevice {
  DeviceId id;
  Device device;
  Seat* seat = nullptr;
};

/// Where the events of a device go; nowhere while no seat has it.
struct Destination {
  SeatState* seat = nullptr;
  Slot* slot = nullptr;
};

}  // namespace

class HubState {
 public:
  explicit HubState(Playbook book) : playbook(std::move(book)) {
    customs.number(playbook.data().wiring.custom_names());
  }

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

  PluggedDevice* find(DeviceId id) {
    const auto found = std::find_if(devices.begin(), devices.end(),
                                    [&](const PluggedDevice& d) { return d.id == id; });
    return found == devices.end() ? nullptr : &*found;
  }

  void assign(PluggedDevice& device, Seat* seat, Time time) {
    if (device.seat != nullptr) device.seat->state().remove_device(device.id, time);
    device.seat = seat;
    Destination& destination = destinations[static_cast<std::size_t>(device.id)];
    destination = {};
    if (seat == nullptr) return;
    destination = {&seat->state(), &seat->state().add_device(device.id, device.device.kind)};
  }

  void work_off(const Event& event) {
    const auto [seat, slot] = destinations[static_cast<std::size_t>(event.device)];
    if (event.control < unplugging) {
      if (seat != nullptr) seat->hear(*slot, event);
    } else if (event.control == unplugging) {
      remove(event.device, event.time);
    } else {
      for (const auto& one : seats) one->state().release_all(event.time);
    }
  }

  void remove(DeviceId id, Time time) {
    PluggedDevice* device = find(id);
    if (device == nullptr) return;  // unplugged twice
    assign(*device, nullptr, time);
    devices.erase(devices.begin() + (device - devices.data()));
  }

  Playbook playbook;
  Journal journal;
  Customs customs;
  Vec2 window = {16, 9};
  std::vector<std::unique_ptr<Seat>> seats;
  std::vector<PluggedDevice> devices;
  EventQueue queue;
  // By device id, with one for DeviceId::none. Ids are never used twice, so this grows by a few
  // bytes with each device that is ever plugged in.
  std::vector<Destination> destinations = std::vector<Destination>(1);
};

}  // namespace core

Hub::Hub(Playbook playbook) : state_(std::make_unique<core::HubState>(std::move(playbook))) {}

Hub::~Hub() = default;

const Playbook& Hub::playbook() const {
  return state_->playbook;
}

Seat& Hub::add_seat(std::string_view name) {
  auto seat = std::make_unique<Seat>(std::make_unique<core::SeatState>(
      std::string{name}, state_->playbook, state_->journal, state_->customs));
  state_->seats.push_back(std::move(seat));
  Seat& added = *state_->seats.back();
  added.state().set_window(state_->window);
  if (state_->seats.size() == 1) {
    for (core::PluggedDevice& device : state_->devices) state_->assign(device, &added, now());
  }
  return added;
}

std::span<const std::unique_ptr<Seat>> Hub::seats() const {
  return state_->seats;
}

Seat* Hub::find_seat(std::string_view name) const {
  for (const auto& seat : state_->seats) {
    if (seat->name() == name) return seat.get();
  }
  return nullptr;
}

DeviceId Hub::plug(const Device& device, Time now) {
  const auto id = static_cast<DeviceId>(state_->destinations.size());
  state_->destinations.emplace_back();
  state_->devices.push_back({id, device});
  state_->report(Plugged{now, id, device});
  if (!state_->seats.empty())
    state_->assign(state_->devices.back(), state_->seats.front().get(), now);
  return id;
}

void Hub::unplug(DeviceId device, Time now) {
  if (state_->find(device) == nullptr) return;
  state_->report(Unplugged{now, device});
  state_->queue.push({now, device, core::unplugging});
}

void Hub::give(DeviceId device, Seat& seat) {
  core::PluggedDevice* found = state_->find(device);
  core::require(found != nullptr, "Hub::give was given a device that is not plugged in");
  if (found == nullptr || found->seat == &seat) return;
  state_->assign(*found, &seat, now());
  state_->report(Given{now(), device, std::string{seat.name()}});
}

std::vector<RecordedDevice> Hub::devices() const {
  std::vector<RecordedDevice> list;
  for (const core::PluggedDevice& d : state_->devices) {
    list.push_back({d.id, d.device, std::string{d.seat != nullptr ? d.seat->name() : ""}});
  }
  return list;
}

void Hub::feed(const Event& event) {
  const bool fits = core::is_in_range(event);
  core::require(fits, "Hub::feed was given an event that is not valid (see is_valid)");
  const bool is_known = static_cast<std::size_t>(event.device) < state_->destinations.size();
  if (!fits || !is_known) return;
  state_->report(event);
  state_->queue.push(event);
}

void Hub::release_all(Time now) {
  state_->report(ReleasedAll{now});
  state_->queue.push({now, DeviceId::none, core::releasing_all});
}

void Hub::update(Time now) {
  state_->journal.now = now;
  state_->report(Updated{now});
  const std::span<const Event> due = state_->queue.until(now);
  for (const Event& event : due) state_->work_off(event);
  state_->queue.drop(due.size());
  for (const auto& seat : state_->seats) seat->state().update(now);
  for (const auto& seat : state_->seats) seat->state().call_handlers();
}

Time Hub::now() const {
  return state_->journal.now;
}

void Hub::set_window(float width, float height) {
  const bool has_size = width > 0 && height > 0;
  core::require(has_size, "Hub::set_window was given a window without a size");
  if (!has_size) return;
  state_->report(Resized{now(), width, height});
  state_->window = {width, height};
  for (const auto& seat : state_->seats) seat->state().set_window(state_->window);
}

Vec2 Hub::window() const {
  return state_->window;
}

void Hub::adopt(const Playbook& playbook) {
  state_->playbook = core::keep_numbers(state_->playbook, playbook);
  state_->customs.number(state_->playbook.data().wiring.custom_names());
  for (const auto& seat : state_->seats) {
    seat->state().adopt(state_->playbook);
    seat->find_readings();
  }
}

void Hub::set_custom(std::string_view name, std::function<Vec2(Vec2)> shaping) {
  state_->customs.set(std::string{name}, std::move(shaping));
}

void Hub::on_step(std::function<void(const Step&)> listener) {
  state_->journal.listener = std::move(listener);
}

}  // namespace nextmove
