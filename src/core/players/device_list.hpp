// The devices of a hub: what is known of each, and where its events go.
#pragma once

#include <array>
#include <cstddef>
#include <cstdint>
#include <memory>
#include <span>
#include <string>
#include <vector>

#include <nextmove/device.hpp>
#include <nextmove/seat.hpp>
#include <nextmove/time.hpp>

#include "model/event_range.hpp"
#include "seat/hearing.hpp"

namespace nextmove::core {

/// A seat that hears a device.
struct Listener {
  Hearing* hearing;
  Slot* slot;
};

/// Where the events of a device go.
struct Listeners {
  const Listener* first = nullptr;
  Contact* contacts = nullptr;  // of the device
  std::uint32_t count = 0;
  bool is_watched = true;       // they must pass Table::lets_through first
  DeviceKind kind = no_device;  // while it is plugged in
};

/// Who has said whose a device is.
enum class SaidBy : std::uint8_t {
  nobody,    ///< it goes where the rules of the table want it
  somebody,  ///< a player, or the game
  freed,     ///< the game, which wants nobody to have it unasked
};

struct KnownDevice {
  Device device{};
  Time plugged_at{};
  int number = 0;  // among the devices of its kind, from 1
  bool is_plugged = false;
  bool is_leaving = false;   // about to be unplugged
  bool is_replaced = false;  // it has come back before its leaving was worked off
  bool is_new = true;        // nobody has had it since it was plugged in
  SaidBy said_by = SaidBy::nobody;
  DeviceId gone_before = DeviceId::none;  // of one that left: only from here on may one be it
  std::vector<DeviceId> may_be{};         // the lost devices among which there is a doubt
  std::vector<Source> swallowed{};  // what joined somebody or was captured, until it is released
  std::vector<Seat*> owners{};
  std::vector<Listener> listeners{};
  std::vector<Vec2> values{};  // of its controls, by source, while nobody has it
  LateEvent last_late{};
  std::vector<Contact> contacts = std::vector<Contact>(control_count);  // of all, by source

  bool has_owner(const Seat* seat) const;
  /// Whether anybody may get it who asks.
  bool is_there() const { return is_plugged && !is_leaving && may_be.empty(); }
};

/// Why all devices are watched: some press may seat somebody, or be captured; or all are told.
enum class Watched : std::uint8_t { joining, captures, story };

class DeviceList {
 public:
  /// Of all that were ever plugged in, and one for DeviceId::none.
  std::size_t count() const { return devices_.size(); }
  /// There are listeners for each device, and they are quicker to count.
  bool knows(DeviceId id) const { return static_cast<std::size_t>(id) < listeners_.size(); }
  KnownDevice& at(DeviceId id) { return devices_[static_cast<std::size_t>(id)]; }
  const KnownDevice& at(DeviceId id) const { return devices_[static_cast<std::size_t>(id)]; }
  /// What may be heard of it; no_device where it is not plugged in.
  DeviceKind kind_of(DeviceId id) const {
    const auto index = static_cast<std::size_t>(id);
    return index < listeners_.size() ? listeners_[index].kind : no_device;
  }
  bool is_plugged(DeviceId id) const { return knows(id) && at(id).is_plugged; }
  /// In the order of plugging.
  std::vector<DeviceId> plugged() const;
  /// "gamepad 2"; empty for an unknown id.
  std::string label(DeviceId id) const;

  DeviceId add(const Device& device, Time now);
  /// It will be unplugged when its time comes.
  void begin_leaving(DeviceId id);
  /// The device holds nothing any more; for DeviceId::none, none does.
  void rest(DeviceId id, Time time);

  /// Where the events of this device go. Requires that it is known.
  const Listeners& listeners(DeviceId id) const { return listeners_[static_cast<std::size_t>(id)]; }
  /// Its owners, or what is swallowed, have changed.
  void watch(DeviceId id);
  /// See Hub::pushed.
  void list_pushed(DeviceId id, Time now, std::vector<Event>& out) const;
  /// Whether all devices are watched for this reason.
  void watch_all(Watched why, bool is_on);

  /// Its part of a snapshot; see pack.hpp. True where devices have come back that are others than
  /// those of these ids were. Listen again when the seats have come back.
  template <class Pack>
  bool pack(Pack& pack, std::span<const std::unique_ptr<Seat>> seats);
  /// Where events go follows from who has what.
  void listen_again();

 private:
  // By device id, with one for DeviceId::none. Ids are never used twice, so these grow a little
  // with each device that is ever plugged in.
  std::vector<KnownDevice> devices_ = std::vector<KnownDevice>(1);
  std::vector<Listeners> listeners_ = std::vector<Listeners>(1);
  std::array<bool, 3> is_all_watched_{};  // by reason
};

/// How sure it is that `back` is the device that was lost; 0 where it is another.
enum class Likeness : std::uint8_t { none, model, port, serial };
Likeness likeness(const Device& lost, const Device& back);

}  // namespace nextmove::core
