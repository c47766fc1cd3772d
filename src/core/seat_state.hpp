// What a seat knows: its devices' values, who heard them, and what each action comes to.
#pragma once

#include <array>
#include <cstdint>
#include <functional>
#include <memory>
#include <span>
#include <string>
#include <vector>

#include <nextmove/event.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/reading.hpp>
#include <nextmove/recording.hpp>

#include "wiring.hpp"

namespace nextmove::core {

/// Where the hub and its seats tell what happened, for recordings.
struct Journal {
  std::function<void(const Step&)> listener;
  Time now{};  // of the last update

  bool is_on() const { return static_cast<bool>(listener); }
};

/// A device as a seat has it: what its controls say, and what the seat's routes make of them.
struct Slot {
  struct RouteState {
    Vec2 value;            // live routes: the contribution; impulses: the fraction left over
    bool is_down = false;  // buttons: the control is beyond the threshold
    bool is_held = false;  // ... and this route heard it go down, so it holds the action
  };

  /// What the device comes to for an axis or a vector.
  struct Live {
    Vec2 value{};
    bool is_stale = false;  // a route has changed since
  };

  DeviceId device;
  DeviceKind kind;
  std::vector<Vec2> controls;      // by source control
  std::vector<RouteState> routes;  // by Route::state
  std::vector<Live> live;          // by action; buttons leave theirs alone
};

class SeatState {
 public:
  SeatState(std::string name, Playbook playbook, Journal& journal);

  const std::string& name() const { return name_; }
  const Playbook& playbook() const { return playbook_; }

  /// The slot lives until remove_device.
  Slot& add_device(DeviceId device, DeviceKind kind);
  /// Releases what the device holds and forgets it.
  void remove_device(DeviceId device);

  /// A control of one of the seat's devices has a new value.
  void hear(Slot& slot, Control source, Vec2 value, Time time) {
    time_ = time;
    route(slot, source, value, true);
  }
  /// Every control of every device goes to rest.
  void release_all();

  void enter(ContextId context);
  void leave(ContextId context);
  void switch_to(ContextId context);
  bool is_in(ContextId context) const;
  /// How often each mute is on, by MuteId.
  std::span<const std::uint32_t> mutes() const { return mutes_; }
  std::span<const ContextId> contexts() const { return entered_; }

  void mute(MuteId mute);
  void unmute(MuteId mute);
  bool is_muted(ActionId action) const;

  bool take_press(ActionId action, Duration within);

  /// Makes what was heard since the last update into readings.
  void update();

  /// By action; in place for the life of the seat.
  std::span<const Reading> readings() const { return readings_; }
  std::span<const ActionId> changes() const { return changes_; }

 private:
  using RouteState = Slot::RouteState;

  /// A route of an entered context, with what the contexts above leave open to it. What most events
  /// need of the route stands here once more, close together.
  struct Wire {
    RouteKind kind;
    std::uint8_t open;  // ControlPart bits
    bool can_press;
    ActionId action;
    std::uint32_t state;
    float press_at;
    float release_at;
    Vec2 push;  // for a control with a single value; 0 where that is closed
    const Route* route;
  };
  /// What an action has heard since the last update.
  struct Heard {
    std::uint32_t presses = 0;
    std::uint32_t releases = 0;
    std::uint32_t holders = 0;  // routes that hold it now
    std::uint32_t mutes = 0;    // that silence it now
    bool is_dirty = false;
  };

  /// When the last presses of a button were, and which of them the game has taken. Presses are
  /// numbered by how many there were before.
  struct PressLog {
    std::array<Time, 8> times{};  // of press n in n % 8; the one to come has a place of its own
    std::uint32_t presses = 0;
    std::uint32_t taken = 0;  // all before this one
  };

  void route(Slot& slot, Control source, Vec2 value, bool is_event);
  void press(const Wire& wire, RouteState& state, float value, bool is_event);
  void impulse(const Wire& wire, RouteState& state, float amount);
  void lean(Slot& slot, ActionId action, RouteState& state, Vec2 value);
  void route_by_parts(Slot& slot, const Wire& wire, Vec2 value, bool is_event);
  void route_again();
  void rest(Slot& slot);

  void hold(ActionId action);
  void let_go(ActionId action);
  void mark_dirty(ActionId action);
  void silence(ActionId action);
  bool exists(MuteId mute) const;
  void rewire();
  void rewire(Control source);

  Vec2 merged_value(ActionId action, ActionKind kind);
  Vec2 device_value(const Slot& slot, ActionId action, ActionKind kind) const;

  std::string name_;
  Playbook playbook_;
  Journal& journal_;
  const Wiring& wiring_;
  Time time_{};  // of the event at hand
  std::vector<std::unique_ptr<Slot>> slots_;
  std::vector<Heard> heard_;          // by action
  std::vector<PressLog> press_logs_;  // by action
  std::vector<Reading> readings_;     // by action
  std::vector<std::uint32_t> mutes_;  // by mute: how often it is on
  std::vector<ContextId> entered_;    // the one that hears first in front
  std::vector<Wire> wires_;           // by source control, then as entered_
  std::vector<std::uint32_t> first_wire_ = std::vector<std::uint32_t>(control_count + 1);
  std::vector<ActionId> dirty_;  // the first dirty_count_; one more has room for a write in vain
  std::size_t dirty_count_ = 0;
  std::vector<ActionId> changes_;
};

}  // namespace nextmove::core
