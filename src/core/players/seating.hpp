// Who sits where, on which devices, and by which rules that changes.
#pragma once

#include <cstddef>
#include <memory>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/event.hpp>
#include <nextmove/labels.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/seat.hpp>
#include <nextmove/seating.hpp>

#include "model/event_range.hpp"
#include "seat/capturing.hpp"
#include "seat/customs.hpp"
#include "seat/seat_state.hpp"
#include "steps/journal.hpp"

namespace nextmove::core {

/// A seat that hears a device.
struct Listener {
  Hearing* hearing;
  Slot* slot;
};

/// Where the events of a device go.
struct Listeners {
  const Listener* first = nullptr;
  std::uint32_t count = 0;
  bool is_watched = true;       // they must pass Seating::lets_through first
  DeviceKind kind = no_device;  // while it is plugged in
};

inline std::vector<Vec2> copy_of(std::span<const Vec2> values) {
  return {values.begin(), values.end()};
}

class Seating {
 public:
  /// All must outlive it; the playbook is read anew whenever it is needed.
  Seating(const Playbook& playbook, Journal& journal, Customs& customs)
      : playbook_(playbook), journal_(journal), customs_(customs) {
    constexpr std::size_t many_in_an_update = 64;
    pending_.reserve(many_in_an_update);
    notices_.reserve(many_in_an_update);
  }

  const SeatingRules& rules() const { return rules_; }
  void set_rules(const SeatingRules& rules);
  void set_window(Vec2 size);
  Vec2 window() const { return window_; }
  void set_part(Seat& seat, Area part);

  Seat& add_seat(std::string_view name);
  std::span<const std::unique_ptr<Seat>> seats() const { return seats_; }
  Seat* find_seat(std::string_view name) const;

  DeviceId plug(const Device& device, Time now);
  /// The device will be unplugged when its time comes.
  void begin_unplugging(DeviceId id);
  void unplug(DeviceId id, Time time);
  /// Every control of every device goes to rest.
  void release_all(Time time);

  /// Of all that were ever plugged in, and one for DeviceId::none.
  std::size_t device_count() const { return devices_.size(); }
  /// There are listeners for each device, and they are quicker to count.
  bool knows(DeviceId id) const { return static_cast<std::size_t>(id) < listeners_.size(); }
  /// What may be heard of it; no_device where it is not plugged in.
  DeviceKind kind_of(DeviceId id) const {
    const auto index = static_cast<std::size_t>(id);
    return index < listeners_.size() ? listeners_[index].kind : no_device;
  }
  bool is_plugged(DeviceId id) const { return knows(id) && at(id).is_plugged; }
  const Device* device(DeviceId id) const { return knows(id) ? &at(id).device : nullptr; }
  int number(DeviceId id) const { return knows(id) ? at(id).number : 0; }
  std::span<Seat* const> owners(DeviceId id) const;
  std::vector<DeviceId> lost_devices(const Seat& seat) const;
  /// In the order of plugging.
  std::vector<DeviceId> plugged() const;

  JoinAnswer can_join(SchemeId scheme, DeviceId device, const Seat* seat) const;
  JoinAnswer join(SchemeId scheme, DeviceId device, Seat* seat);
  void leave(Seat& seat);
  void give(DeviceId device, Seat& seat);
  void free(DeviceId device);
  void swap(Seat& a, Seat& b);
  void hold_to(Seat& seat, SchemeId scheme);
  void reserve(Seat& seat, bool is_reserved);
  /// See Hub::set_typing.
  void set_typing(Seat& seat, bool is_typing);
  bool is_anybody_typing() const { return typing_ != 0; }
  /// Whether the event is text that a player types.
  bool is_text(const Event& event) const;

  /// Where the events of this device go. Requires that it is known.
  const Listeners& listeners(DeviceId id) const { return listeners_[static_cast<std::size_t>(id)]; }
  /// Whether the seats may hear an event of a device that is watched. One that is a join press
  /// seats somebody instead, and one of a seat that captures goes there.
  bool lets_through(const Event& event);
  /// A control stands so, though nobody has operated it just now. See Hub::take_up.
  void take_up(const Event& event);

  void begin_capture(Seat& seat, CaptureRequest request);
  void stop_capture(Seat& seat);
  /// Time passes for all that capture.
  void update_captures(Time now);

  /// Tells of those who have another device in hand.
  void note_hands();
  void set_wording(Wording wording);
  void set_key_labels(KeyLabels keys);
  void set_families(Families families);
  const Families& families() const { return families_; }

  void publish_notices();
  std::span<const Notice> notices() const { return notices_; }

 private:
  struct KnownDevice {
    Device device{};
    int number = 0;  // among the devices of its kind, from 1
    bool is_plugged = false;
    bool is_leaving = false;          // about to be unplugged
    bool is_replaced = false;         // it has come back before its leaving was worked off
    bool is_by_rules = true;          // neither a player nor the game has said whose it is
    std::vector<Source> swallowed{};  // what joined somebody or was captured, until it is released
    std::vector<Seat*> owners{};
    std::vector<Listener> listeners{};
    std::vector<Vec2> values{};  // of its controls, by source, while nobody has it
  };
  struct Lost {
    DeviceId device;
    Seat* seat;
  };
  struct ActiveCapture {
    Seat* seat;
    Capturing capturing;
  };

  KnownDevice& at(DeviceId id) { return devices_[static_cast<std::size_t>(id)]; }
  const KnownDevice& at(DeviceId id) const { return devices_[static_cast<std::size_t>(id)]; }
  static bool has(const KnownDevice& place, const Seat* seat);
  const SchemeDefinition* scheme_of(const Seat& seat) const;

  // Whose a device may be (seating.cpp)
  bool may_use(const KnownDevice& place, SchemeId scheme, const Seat* seat) const;
  static bool can_share(const KnownDevice& place, const SchemeDefinition* one,
                        const SchemeDefinition* other);
  bool can_share(const KnownDevice& place, const Seat& a, const Seat& b) const;
  std::size_t players_beside(const Seat* seat) const;
  JoinAnswer choose(SchemeId scheme, DeviceId device, const Seat* seat,
                    std::vector<DeviceId>& chosen) const;
  DeviceId find_for(DeviceKind kind, SchemeId scheme, const Seat* seat) const;
  Seat& seat_for_a_player();
  void sit_down(Seat& seat, SchemeId scheme, std::span<const DeviceId> chosen, Time time);
  void stand_up(Seat& seat);

  void add_owner(DeviceId id, Seat& seat, Time time);
  void remove_owner(DeviceId id, Seat& seat, Time time);
  void change_scheme(Seat& seat, SchemeId scheme, Time time);
  void watch(DeviceId id);
  void note(Notice notice) { pending_.push_back(notice); }

  // By the rules (seating_rules.cpp)
  void deal(Time time);
  void deal(DeviceId id, Seat* seat, Time time);
  Seat* dealt_to(DeviceId id, std::span<const Seat* const> has_pad) const;
  void lay_screen();

  // In hand (seating_hands.cpp)
  void find_family(Seat& seat);
  void tell_words();

  // Coming and going (seating_devices.cpp)
  std::vector<Seat*> take_back_place(DeviceId id);
  void find_number(DeviceId id);
  void find_waiting(Seat& seat);
  Seat* longest_waiting() const;
  bool is_swallowed(const Event& event);

  // Capturing (seating_captures.cpp)
  Capturing* capturing(const Seat& seat);
  const Capturing* capturing(const Seat& seat) const;
  bool is_capturing(const Hearing& hearing) const;
  /// Those of the seat that the other does not have too.
  std::vector<DeviceId> devices_of_one(const Seat& seat, const Seat& other) const;
  bool hear_captures(const Event& event);
  void time_out_captures(Time until);
  void end_captures(Time time);
  void watch_all();
  std::span<const Vec2> values_of(DeviceId id) const;

  // Joining by a press (seating_devices.cpp)
  bool is_join_press(const Event& event) const;
  bool join_by_press(const Event& event);
  JoinAnswer seat_by_press(SchemeId scheme, DeviceId device, Time time);

  const Playbook& playbook_;
  Journal& journal_;
  Customs& customs_;
  SeatingRules rules_;
  Vec2 window_ = {16, 9};
  std::vector<std::unique_ptr<Seat>> seats_;
  // By device id, with one for DeviceId::none. Ids are never used twice, so these grow a little
  // with each device that is ever plugged in.
  std::vector<KnownDevice> devices_ = std::vector<KnownDevice>(1);
  std::vector<Listeners> listeners_ = std::vector<Listeners>(1);
  std::vector<ActiveCapture> captures_;
  int typing_ = 0;  // how many seats' players type
  Wording wording_;
  KeyLabels keys_;
  Families families_;
  std::vector<DeviceId> in_hand_;  // by seat, as told
  std::vector<Lost> lost_;         // the one that waits longest in front
  std::vector<Notice> pending_;
  std::vector<Notice> notices_;
};

}  // namespace nextmove::core
