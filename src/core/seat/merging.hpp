// What the devices of a seat come to together for an action other than a button: who drives it, and
// how far.
#pragma once

#include <cstdint>
#include <span>
#include <vector>

#include "compiled/digital.hpp"
#include "seat/bending.hpp"
#include "seat/common.hpp"

namespace nextmove::core {

/// An action other than a button, across the devices.
struct Drive {
  LiveState* driver = nullptr;   // of the device that drives
  LiveState* changed = nullptr;  // the only one that has changed; nullptr where several may have
  std::uint32_t pending = 0;     // the event whose changes are not weighed yet; 0 for none
  float others = 0;              // no other than the driver is pushed further than this
  Vec2 value{};                  // when it was weighed last
  Vec2 peak{};                   // the largest to which it changed since the last update
  float peak_size = 0;           // 0 for none
  const LiveState* peak_of = nullptr;
  Digital digits{};            // of what is pushed
  DirectionPresses presses{};  // since the last update
  bool is_operated = false;    // by the player: what changed is not only who hears what
  bool is_plain = false;       // smoothing does not come between what is pushed and the value
  /// Displacements since the last update, and what rates have come to. Of a pointer, what it has
  /// not been moved by yet.
  Vec2 way{};
};

class Merging {
 public:
  /// Both must outlive it.
  Merging(Common& common, const Bending& bending)
      : common_(common), bending_(bending), drives_(common.wiring->action_count()) {
    list_drivers();
  }

  /// To be called when a device has come or gone.
  void list_drivers();
  /// Nothing drives anything any more: there is another playbook.
  void forget_all() { drives_.assign(common_.wiring->action_count(), {}); }
  /// The device goes. Its values are no longer there.
  void forget(const Slot& slot);

  Drive& drive(ActionId action) { return drives_[Wiring::index(action)]; }
  const Drive& drive(ActionId action) const { return drives_[Wiring::index(action)]; }
  /// Those that are no buttons.
  std::span<const std::size_t> live_actions() const { return live_actions_; }
  /// The devices that may drive it, as they came to the seat.
  std::span<LiveState* const> drivers_of(ActionId action) const {
    const std::uint32_t* const first = &first_driver_[Wiring::index(action)];
    return {drivers_.data() + first[0], drivers_.data() + first[1]};
  }

  /// A value is about to change in the event at hand: those of the events before are weighed first.
  void expect_change(ActionId action, LiveState& live, Cause cause) {
    Drive& drive = drives_[Wiring::index(action)];
    common_.tally.mark(action);
    if (drive.pending == common_.event) {
      if (drive.changed != &live) drive.changed = nullptr;
    } else {
      if (drive.pending != 0) weigh(action);
      drive.pending = common_.event;
      drive.changed = &live;
    }
    live.is_stale = true;
    drive.is_operated |= cause == Cause::operated;
  }
  /// Likewise by time alone, which is no event.
  void expect_flow(ActionId action, LiveState& live);
  /// Who drives, and how far, after the changes so far.
  void weigh(ActionId action);
  void weigh(ActionId action, ActionKind kind);
  /// The same where only `live` has changed.
  void weigh_change(ActionId action, ActionKind kind, LiveState& live);

  /// What the action comes to in this update: takes what was moved since the last.
  Vec2 take_value(ActionId action, ActionKind kind);
  Digital digits_of(ActionId action, ActionKind kind, Vec2 value, const Digital& before) const;

  // The device is silent from here on: what it came to is not seen any more.
  void forget_peaks(const Slot& slot);
  void forget_peak(const Slot& slot, ActionId action);

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack);

 private:
  void reckon(LiveState& live, ActionKind kind) const;
  template <ActionKind kind>
  void reckon_value(LiveState& live) const;
  template <ActionKind kind>
  void reckon_sum(LiveState& live) const;
  void reckon_rate(LiveState& live) const;
  void choose_driver(ActionId action);
  void note_value(ActionId action, ActionKind kind);
  void note_digits(ActionId action, ActionKind kind);
  Vec2 driven(ActionId action) const;

  Common& common_;
  const Bending& bending_;
  std::vector<Drive> drives_;                // by action
  std::vector<std::size_t> live_actions_;    // those that are no buttons
  std::vector<LiveState*> drivers_;          // by action, then as plugged in
  std::vector<std::uint32_t> first_driver_;  // by action, one more at the end
};

}  // namespace nextmove::core
