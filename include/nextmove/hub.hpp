// The hub: where devices plug in, and where events become readings.
#pragma once

#include <functional>
#include <memory>
#include <span>
#include <string_view>
#include <vector>

#include <nextmove/device.hpp>
#include <nextmove/event.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/recording.hpp>
#include <nextmove/seat.hpp>
#include <nextmove/time.hpp>

namespace nextmove {

namespace core {
class HubState;
}

/// Routes the events of all devices to the seats. Several hubs can live side by side; one hub and
/// its seats belong to one thread at a time. Nothing but plug, add_seat, give, adopt and
/// Seat::add_interceptor allocates, once the queue of events has grown to its working size.
class Hub {
 public:
  explicit Hub(Playbook playbook);
  ~Hub();
  Hub(const Hub&) = delete;
  Hub& operator=(const Hub&) = delete;

  const Playbook& playbook() const;

  /// A new seat, in no context. The first seat gets every device, plugged in now or later. The
  /// reference is good for the life of the hub.
  Seat& add_seat(std::string_view name);

  /// The seats in the order of adding. Valid until the next add_seat.
  std::span<const std::unique_ptr<Seat>> seats() const;

  /// The seat with this name, or nullptr.
  Seat* find_seat(std::string_view name) const;

  /// Takes a device in and gives it to the first seat, if there is one. Returns its id.
  DeviceId plug(const Device& device, Time now);

  /// The device is gone: at `now`, everything it holds is released. An unknown id does nothing.
  void unplug(DeviceId device, Time now);

  /// Takes the device from the seat that has it, releasing what it holds there, and gives it to
  /// `seat`.
  void give(DeviceId device, Seat& seat);

  /// The devices in the order of plugging. One that was unplugged leaves the list in the next
  /// update.
  std::vector<RecordedDevice> devices() const;

  /// Takes an event in; update works it off. Requires is_valid(event); one that is out of range is
  /// passed over, and so is one of a device that is not plugged in. Events may come in any order of
  /// time.
  void feed(const Event& event);

  /// At `now`, everything that any device holds is released: the window lost the focus, say. A
  /// control counts again when it is next operated.
  void release_all(Time now);

  /// Works off the events up to and including `now` in order of time, and renews all readings.
  /// Events of later times wait for a later update.
  void update(Time now);

  /// The time of the last update.
  Time now() const;

  /// How large the window is that touches and positions are in, in any unit, so that touch zones
  /// keep their shapes. Until it is told, 16 to 9.
  void set_window(float width, float height);
  Vec2 window() const;

  /// Goes on with a changed playbook, at once and without a restart: to tune it while the game
  /// runs. Seats, devices, interceptors and handlers stay, and so do the contexts and mutes that
  /// are on; handles and ids stay good, by name. Buttons that are held are released, and wait for a
  /// fresh press; axes and vectors go on with their live values. Names that the new playbook lacks
  /// remain in playbook(), driven by nothing. Allocates. A recording does not hold it. Not for
  /// interceptors, in whose middle it would come; a handler may.
  void adopt(const Playbook& playbook);

  /// Gives the hub the shaping that bindings call for with custom = "name": from a value after dead
  /// zones and curve (length at most 1) or a displacement to what comes of it. It must always give
  /// the same for the same. A playbook may name one that is given later; until one is used without
  /// having been given, which stops a debug build, and in a release build changes nothing.
  void set_custom(std::string_view name, std::function<Vec2(Vec2)> shaping);

  /// Calls `listener` with everything that happens to the hub from here on, in order: for
  /// recordings. An empty function stops it.
  void on_step(std::function<void(const Step&)> listener);

 private:
  std::unique_ptr<core::HubState> state_;
};

}  // namespace nextmove
