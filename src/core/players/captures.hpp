// The seats that capture a control.
#pragma once

#include <span>
#include <vector>

#include <nextmove/playbook.hpp>
#include <nextmove/seat.hpp>

#include "players/device_list.hpp"
#include "seat/capturing.hpp"

namespace nextmove::core {

struct PackLimits;

/// On a device that seats share one of them captures at a time: whoever asked first.
class Captures {
 public:
  /// Both must outlive it; the playbook is read anew whenever it is needed.
  Captures(const Playbook& playbook, DeviceList& devices)
      : playbook_(playbook), devices_(devices) {}
  Captures(const Captures&) = delete;
  Captures& operator=(const Captures&) = delete;

  void begin(Seat& seat, CaptureRequest request, Time now);
  /// Does nothing where the seat does not capture.
  void stop(const Seat& seat, Time now);

  bool are_none() const { return entries_.empty(); }
  bool is_capturing(const Seat& seat) const { return find(seat) != nullptr; }

  /// Whether the event is still to be heard by the others: none of these has the device.
  bool hear(const Event& event);
  /// A control of a device stands so. See Hub::take_up.
  void take_up(const Event& event);
  /// Every control of the device goes to rest; for DeviceId::none, of all of them.
  void rest(DeviceId device);
  /// Devices have other owners: somebody's turn may have come.
  void look_again(Time time);

  /// When the next of them times out; Time::max() for never.
  Time due() const;
  /// Ends those that are due then.
  void time_out(Time due);
  /// Tells how much time is left.
  void update(Time now);

  /// What the device's controls say, by source; nothing for a touch screen that nobody has.
  std::span<const Vec2> values_of(DeviceId id) const;
  /// The seat gets a device or is about to lose one. True where it captures.
  bool add_device(const Seat& seat, DeviceId id, std::span<const Vec2> values);
  void remove_device(const Seat& seat, DeviceId id);

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack, const PackLimits& limits);

 private:
  struct Entry {
    Seat* seat;
    Capturing capturing;
  };

  Capturing capturing_of(Seat& seat, CaptureRequest request, Time now) const;
  const Entry* find(const Seat& seat) const;
  Entry* find(const Seat& seat);
  /// Whoever asked earlier at one of the seat's devices.
  const Seat* before(const Entry& entry) const;
  bool is_heard_by_another(const Event& event, const Seat* self) const;
  void end(Time time);
  void let_others_begin(Time time);

  const Playbook& playbook_;
  DeviceList& devices_;
  std::vector<Entry> entries_;  // in the order of asking
};

}  // namespace nextmove::core
