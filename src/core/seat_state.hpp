// What a seat knows: its devices' values, who heard them, and what each action comes to.
#pragma once

#include <array>
#include <cstdint>
#include <functional>
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

class SeatState {
 public:
  SeatState(std::string name, Playbook playbook, Journal& journal);

  const std::string& name() const { return name_; }
  const Playbook& playbook() const { return playbook_; }

  void add_device(DeviceId device, DeviceKind kind);
  /// Releases what the device holds and forgets it.
  void remove_device(DeviceId device);

  /// A control of one of the seat's devices has a new value.
  void hear(DeviceId device, Control source, Vec2 value);
  /// Every control of every device goes to rest.
  void release_all();

  void enter(ContextId context);
  void leave(ContextId context);
  bool is_in(ContextId context) const;
  std::span<const ContextId> contexts() const { return entered_; }

  /// Makes what was heard since the last update into readings.
  void update();

  ButtonReading button(ActionId action) const;
  Vec2 value(ActionId action) const;
  std::span<const ActionId> changes() const { return changes_; }

 private:
  /// What one route does for one device.
  struct RouteState {
    Vec2 value;            // live routes: the contribution; impulses: the fraction left over
    bool is_down = false;  // button routes: the control is beyond the threshold
    bool is_held = false;  // ... and this route heard it go down, so it holds the action
  };
  struct Slot {
    DeviceId device;
    DeviceKind kind;
    std::vector<Vec2> controls;  // by source control
    std::vector<RouteState> routes;
  };
  struct Counts {
    std::uint32_t presses = 0;
    std::uint32_t releases = 0;
  };
  struct ActionState {
    // as heard so far
    Counts heard;
    std::uint32_t holders = 0;
    bool is_dirty = false;
    // as of the last update
    Counts shown;
    Counts before;  // as of the one before
    Vec2 value;
  };

  /// The four halves of a control's value: right, left, up, down.
  using Halves = std::array<float, 4>;

  void route(Slot& slot, Control source, Vec2 value, bool is_event);
  void route_button(const Route& route, RouteState& state, float value, bool may_press);
  void route_impulse(const Route& route, RouteState& state, float amount);
  void route_live(const Route& route, RouteState& state, Vec2 value);
  void route_again();
  void rest(Slot& slot);

  void hold(ActionId action);
  void let_go(ActionId action);
  void mark_dirty(ActionId action);
  ActionState& state(ActionId action) { return actions_[Wiring::index(action)]; }
  const ActionState* find_state(ActionId action, bool is_button) const;

  Vec2 merged_value(ActionId action) const;
  Vec2 device_value(const Slot& slot, ActionId action) const;
  Vec2 binding_value(const Slot& slot, const LiveBinding& binding, ActionKind kind) const;

  std::string name_;
  Playbook playbook_;
  Journal& journal_;
  const Wiring& wiring_;
  std::vector<Slot> slots_;
  std::vector<ActionState> actions_;
  std::vector<ContextId> entered_;  // the one that hears first in front
  std::vector<ActionId> dirty_;
  std::vector<ActionId> changes_;
};

}  // namespace nextmove::core
