// Why one control of a binding does its action now, or does not.
#pragma once

#include <vector>

#include <nextmove/explain.hpp>

#include "model/source.hpp"
#include "seat/seat_state.hpp"

namespace nextmove::core {

/// One control of one binding, as the seat plays it.
struct Wired {
  const BindingDefinition& binding;
  ResolvedControl control;
  ContextId context;
  const Route* route;
};

class Causes {
 public:
  /// Of an action of the seat's playbook.
  Causes(SeatState& seat, ActionId action)
      : seat_(seat),
        common_(seat.common()),
        wiring_(*common_.wiring),
        routes_(seat.hearing().router().active_routes()),
        action_(action) {}

  /// Whether the action is pressed, or has a value, by its reading.
  bool is_done() const;
  /// Says why, and what the cause refers to. The way must have its device.
  void find(const Wired& wired, ExplainedWay& way) const;

 private:
  static float pushed_on(const Slot& slot, const Wired& wired);
  bool is_kept_from_it(const Wired& wired, ExplainedWay& way) const;
  /// Always true.
  static bool tell(ExplainedWay& way, Why why);
  bool has_device(ExplainedWay& way) const;
  MuteId mute() const;
  std::vector<MuteId> silencers() const;
  std::vector<ContextId> contexts_with(const Wired& wired) const;
  Time last_with_change(const Wired& wired) const;
  bool is_turned_on(const Route& route) const;
  bool is_held(const Wired& wired) const;
  bool is_taken_from_it(const Wired& wired, ExplainedWay& way) const;
  const Route* taker_in(ContextId context, Source source, unsigned part) const;
  Combination missing(const Wired& wired) const;
  bool is_with_down(const ResolvedControl& control) const;
  bool is_left_to_more(const Wired& wired, ExplainedWay& way) const;
  Contact contact(const Slot& slot, const Wired& wired) const;
  void note_contact(const Wired& wired, ExplainedWay& way) const;
  Duration ago(Time time) const;
  void look_at_rest(const Slot& slot, const Wired& wired, ExplainedWay& way) const;
  void look_at_last(const GestureState& state, const Gesture& gesture, Time pushed_at,
                    ExplainedWay& way) const;
  void look_at_touch(const Slot& slot, const Wired& wired, ExplainedWay& way) const;
  void look_at_wait(const Slot& slot, const Wired& wired, ExplainedWay& way) const;
  void look_at(const Slot& slot, const Wired& wired, ExplainedWay& way) const;
  void look_at_queue(const Slot& slot, const Wired& wired, ExplainedWay& way) const;
  void look_at_button(const Slot& slot, const Wired& wired, ExplainedWay& way) const;
  void look_at_gesture(const GestureState& state, const Gesture& gesture, ExplainedWay& way) const;
  void look_at_value(const Slot& slot, const Wired& wired, ExplainedWay& way) const;
  void look_at_reading(ExplainedWay& way) const;
  void tell_interceptor(ExplainedWay& way) const;

  SeatState& seat_;
  const Common& common_;
  const Wiring& wiring_;
  const ActiveRoutes& routes_;
  ActionId action_;
};

}  // namespace nextmove::core
