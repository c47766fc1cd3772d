// The table: who sits where, on which devices, and how that changes.
#pragma once

#include <cstddef>
#include <memory>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include <nextmove/event.hpp>
#include <nextmove/fingerprint.hpp>
#include <nextmove/neighbours.hpp>
#include <nextmove/notice.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/seat.hpp>
#include <nextmove/standing.hpp>

#include "players/captures.hpp"
#include "players/device_list.hpp"
#include "players/lettering.hpp"
#include "players/notices.hpp"
#include "players/reminders.hpp"
#include "players/screen.hpp"
#include "players/typing.hpp"
#include "seat/customs.hpp"
#include "seat/seat_state.hpp"
#include "steps/journal.hpp"

namespace nextmove::core {

/// When something happens: to readings, and as notices tell it. A device that is plugged in between
/// two updates may be told of later than what is worked off.
struct Moment {
  Time at{};
  Time told{};
};

/// What the table consists of beside the seats. All must outlive it; the playbook is read anew
/// whenever it is needed.
struct TableParts {
  const Playbook& playbook;
  Journal& journal;
  StoryBook& story;
  Customs& customs;
  DeviceList& devices;
  Captures& captures;
  Notices& notices;
  Typing& typing;
  Lettering& lettering;
  Screen& screen;
  const Elsewhere& elsewhere;
};

/// What a press of a join control comes to.
struct JoinPress {
  SchemeId scheme = SchemeId::none;
  JoinAnswer answer{};
};

/// What a snapshot says of a seat before all else.
struct SeatHead {
  std::string name{};
  SchemeId scheme = SchemeId::none;
  Fingerprint fingerprint{};
};

/// nullptr where no seat has the name.
Seat* find_seat(std::span<const std::unique_ptr<Seat>> seats, std::string_view name);

/// Every call and event does its own part and then lets the table settle: there, in one place,
/// stands what follows from how things are (table_settling.cpp).
class Table {
 public:
  explicit Table(const TableParts& parts) : its_(parts) {}

  const SeatingRules& rules() const { return rules_; }
  void set_rules(const SeatingRules& rules);

  Seat& add_seat(std::string_view name);
  /// From here on there are these, in this order. Any other is put away, as if it were new, until
  /// one of its name is added: whoever refers to it may go on doing so.
  void keep_seats(std::span<const SeatHead> heads);
  bool is_put_away(const Seat& seat) const;
  /// The handlers that were attached to such seats.
  std::vector<std::shared_ptr<Handlers>> take_orphans() { return std::exchange(orphans_, {}); }
  /// What has come back from a snapshot; nobody moves because of them.
  void restore_rules(const SeatingRules& rules) { rules_ = rules; }
  /// It has come back from a snapshot. Of one that somebody made up nothing is asserted.
  void come_back() {
#ifndef NDEBUG
    is_trusted_ = fault().empty();
#endif
  }
  std::span<const std::unique_ptr<Seat>> seats() const {
    return seats_;
  }

  DeviceId plug(const Device& device, Time now);
  void unplug(DeviceId id, Time time);
  /// Every control of the device goes to rest; for DeviceId::none, of all of them.
  void rest(DeviceId device, Time time);
  /// What the seat's keyboards say becomes text, or is heard again. They rest: text lets go of
  /// nothing.
  void set_typing(Seat& seat, bool is_typing);

  JoinAnswer can_join(SchemeId scheme, DeviceId device, const Seat* seat) const;
  JoinAnswer join(SchemeId scheme, DeviceId device, Seat* seat);
  /// Whom a press of the control would seat, or why nobody; nothing where it joins under no scheme,
  /// or is heard by who plays with it.
  std::optional<JoinPress> joined_by(DeviceId device, Control control) const;
  void leave(Seat& seat);
  void give(DeviceId device, Seat& seat);
  void free(DeviceId device);
  void swap(Seat& a, Seat& b);
  void hold_to(Seat& seat, SchemeId scheme);
  /// The playbook is another, under which schemes may need and share other devices.
  void play_on();
  /// Whether it may be reserved: nobody has sat down there of their own accord.
  bool can_reserve(const Seat& seat) const;
  void reserve(Seat& seat, bool is_reserved);

  /// Whether the seats may hear an event of a device that is watched. A press that seats somebody
  /// does nothing else, and one of a seat that captures goes there.
  bool lets_through(const Event& event);
  /// A control stands so, though nobody has operated it just now. See Hub::take_up.
  void take_up(const Event& event);
  /// Time passes.
  void update(Time now);

  std::vector<DeviceId> lost_devices(const Seat& seat) const;
  std::vector<Doubt> doubts() const;
  /// Tells of what players who share a device have begun to do to each other.
  void tell_clashes();
  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack, const PackLimits& limits);
  /// What is not as it always must be; empty while all is well.
  std::string fault() const;

 private:
  struct Lost {
    DeviceId device;
    Seat* seat;
  };
  /// A join press that makes a new player when it is let go, and takes over when it is held.
  struct HeldJoin {
    DeviceId device;
    Source source;
    SchemeId scheme;
    Time since;
  };

  /// Its part in rest.
  void let_go(DeviceId device, Time time);

  KnownDevice& at(DeviceId id) {
    return its_.devices.at(id);
  }
  const KnownDevice& at(DeviceId id) const {
    return its_.devices.at(id);
  }
  DeviceKind kind_of(DeviceId id) const {
    return at(id).device.kind;
  }
  bool is_keyboard(DeviceId id) const {
    return kind_of(id) == DeviceKind::keyboard;
  }
  Moment now() const {
    return {its_.journal.now, its_.journal.now};
  }
  void note(const Notice& notice) {
    its_.notices.note(notice);
  }
  const SchemeDefinition* scheme_of(const Seat& seat) const;
  bool has_kind(const Seat& seat, DeviceKind kind) const;
  std::size_t players_beside(const Seat* seat) const;

  // Who may have what (table_sharing.cpp)
  static bool can_share(const KnownDevice& known, const SchemeDefinition* one,
                        const SchemeDefinition* other);
  bool can_share(const KnownDevice& known, const Seat& a, const Seat& b) const;
  bool can_share_with_all(const KnownDevice& known, const Seat& seat) const;
  bool may_use(const KnownDevice& known, SchemeId scheme, const Seat* seat) const;
  DeviceId find_for(DeviceKind kind, SchemeId scheme, const Seat* seat) const;
  JoinAnswer choose(SchemeId scheme, DeviceId device, const Seat* seat,
                    std::vector<DeviceId>& chosen) const;

  // What every change is made of (table.cpp)
  void add_owner(DeviceId id, Seat& seat, Time time);
  void remove_owner(DeviceId id, Seat& seat, Time time);
  // The same, and told.
  void hand_to(DeviceId id, Seat& seat, Moment moment);
  void take_from(DeviceId id, Seat& seat, Moment moment);
  void change_scheme(Seat& seat, SchemeId scheme, Time time);
  Seat& seat_for_a_player();
  std::unique_ptr<SeatState> new_state(std::string_view name) const;
  Seat& new_seat(std::string_view name);
  void sit_down(Seat& seat, SchemeId scheme, std::span<const DeviceId> chosen, Time time);
  std::vector<DeviceId> devices_of_one(const Seat& seat, const Seat& other) const;

  // What follows (table_settling.cpp)
  void settle(Moment moment);
  void take_back(Moment moment);
  std::vector<DeviceId> lost_places() const;
  bool is_missed(DeviceId lost) const;
  std::vector<DeviceId> lost_like(DeviceId id) const;
  void drop_idle_claims(DeviceId id);
  void give_back(DeviceId id, DeviceId lost, Moment moment, bool is_guess);
  void doubt(DeviceId id, std::vector<DeviceId> lost, Moment moment);
  void bring_along(Moment moment);
  bool has_join_control(DeviceKind kind) const;
  Seat* who_lacks(DeviceKind kind) const;
  void renew_waits(Time time);
  static bool waits_for(const Seat& seat, DeviceKind kind);
  std::vector<Wait> waits_of(const Seat& seat, Time time) const;
  void tell_waits(Moment moment);
  void find_number(DeviceId id);
  std::vector<Seat*> seats_of(DeviceId lost) const;
  Doubt doubt_about(DeviceId id) const;
  Control claim_control(const std::vector<DeviceId>& lost, DeviceKind kind,
                        std::size_t number) const;
  Control join_control(DeviceId lost, DeviceKind kind) const;

  // By the rules (table_dealing.cpp)
  void deal(Moment moment, bool anew);
  void deal(DeviceId id, Seat* seat, Moment moment);
  Seat* dealt_to(DeviceId id, std::span<const Seat* const> has_pad) const;
  bool may_be_dealt(const Seat& seat, DeviceId id) const;

  // By a press (table_presses.cpp)
  bool is_swallowed(const Event& event);
  bool is_press(const Event& event) const;
  bool settle_by_press(const Event& event);
  bool is_join_control(Control control) const;
  bool join_by_press(const Event& event);
  bool is_heard_by_an_owner(DeviceId device, Control control) const;
  JoinAnswer can_join_by_press(SchemeId scheme, DeviceId device) const;
  void seat_by_press(SchemeId scheme, const Event& event);
  Seat* who_waits_for(SchemeId scheme, DeviceId device) const;
  JoinAnswer seat_newcomer(SchemeId scheme, DeviceId device, Time time);
  JoinAnswer take_over(Seat& seat, SchemeId scheme, DeviceId device, Time time);
  void decide(const HeldJoin& held, bool takes_over, Time time);
  void refuse(DeviceId device, SchemeId scheme, const JoinAnswer& answer, Time time);
  void time_out(Time until);
  Time due(const HeldJoin& held) const;

  TableParts its_;
  SeatingRules rules_;
  std::vector<std::unique_ptr<Seat>> seats_;
  std::vector<std::unique_ptr<Seat>> put_away_;     // see keep_seats
  std::vector<std::shared_ptr<Handlers>> orphans_;  // likewise
  std::vector<Lost> lost_;                          // the first that was lost in front
  std::vector<Seat*> waiting_;                      // the first that began to wait in front
  std::vector<Seat*> told_waiting_;                 // of whom it is known
  std::vector<HeldJoin> held_joins_;
  std::vector<SharedClash> told_clashes_;
  Reminders reminders_;
  [[maybe_unused]] bool is_trusted_ = true;  // in debug builds, see come_back
};

}  // namespace nextmove::core
