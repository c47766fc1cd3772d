// From contacts to presses: what is under way, and when time alone completes it.
#pragma once

#include <vector>

#include "seat/common.hpp"

namespace nextmove::core {

class Gestures {
 public:
  explicit Gestures(Common& common) : common_(common), toggles_(common.wiring->action_count()) {}

  /// A control goes beyond its threshold, and it counts.
  void begin_contact(Slot& slot, const Route& route, RouteState& state);
  /// It comes back.
  void end_contact(Slot& slot, const Route& route, RouteState& state);
  /// Ends it without effect: nobody let go.
  void cut_contact(Slot& slot, const Route& route, RouteState& state);

  /// Whether a toggle has turned the action on.
  bool is_on(ActionId action) const { return toggles_[Wiring::index(action)].slot != nullptr; }
  void end_toggle(ActionId action);
  void end_toggles_of(const Slot& slot);
  void end_muted_toggles();
  /// Where no toggle is left that could turn it off, it goes off.
  void end_unbound_toggles();

  /// Completes what is due up to here, in order of time, so that it does not matter how often the
  /// hub is updated.
  void complete(Time until) {
    if (until >= next_due_) complete_due(until);
  }
  Time next_due() const { return next_due_; }
  /// Whether nothing is under way that time could complete.
  bool is_empty() const { return active_.empty(); }
  /// Tells how far holds are.
  void note_progress(Time now);

  /// There is another playbook, and nothing is under way.
  void forget_all();
  /// So that nothing grows while events come in.
  void make_room() { active_.reserve(common_.slots.size() * common_.wiring->gesture_count()); }

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack);

 private:
  struct Active {
    Slot* slot;
    const Route* route;
  };
  /// Of an action that toggles turn on and off.
  struct Toggle {
    const Slot* slot = nullptr;    // that turned it on; nullptr while it is off
    const Route* route = nullptr;  // that turned it last, at this event
    std::uint32_t event = 0;
  };

  void turn_toggle(const Slot& slot, const Route& route);
  bool has_toggle(ActionId action) const;
  void list(Slot& slot, const Route& route, Time due);
  void unlist(const Slot& slot, const Route& route);
  void complete_due(Time until);
  void complete(Slot& slot, const Route& route);
  void skip_repetitions(ActionId action, Time& due, Duration every, Time until);
  void find_next_due();

  Common& common_;
  std::vector<Toggle> toggles_;  // by action
  std::vector<Active> active_;   // in the order of beginning
  Time next_due_ = never;
};

}  // namespace nextmove::core
