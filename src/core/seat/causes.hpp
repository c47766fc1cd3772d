// Why one control of a binding does its action now, or does not.
#pragma once

#include <nextmove/explain.hpp>

#include "compiled/wiring.hpp"
#include "model/source.hpp"
#include "seat/found_reason.hpp"
#include "seat/seat_state.hpp"

namespace nextmove::core {

/// One control of one binding, as the seat plays it.
struct Wired {
  const BindingDefinition& binding;
  Source source;
  ContextId context;
  const Route* route;
};
Wired wired(const Playbook& playbook, const Route& route);

/// How far the halves of a control with these bits are pushed.
float pushed_in(Vec2 value, unsigned parts);

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
  /// Why a route of the action does it or not: on one device of the seat, or for DeviceId::none on
  /// the one that is nearest to doing it. Does not allocate.
  FoundReason find(const Wired& wired, DeviceId device = DeviceId::none) const;
  /// Likewise, of what has been heard so far: whether it has come to a reading, and what waits,
  /// does not matter.
  FoundReason find_heard(const Wired& wired, DeviceId device);
  /// How far a control is pushed that no route of the action hears, and when it was.
  void note_push(const PlacedControl& placed, Reason& reason) const;

 private:
  FoundReason nearest(const Wired& wired, DeviceId device, const FoundReason& common) const;
  static bool is_asked(const Slot& slot, const Wired& wired, DeviceId device);
  static float pushed_on(const Slot& slot, const Wired& wired);
  bool is_kept_from_it(const Wired& wired, FoundReason& reason) const;
  /// Always true.
  static bool tell(FoundReason& reason, Why why);
  bool has_device(const Wired& wired, FoundReason& reason) const;
  MuteId mute() const;
  bool silences(MuteId mute) const;
  bool can_take(ContextId context, const Wired& wired) const;
  Time last_with_change(const Wired& wired) const;
  bool is_turned_on(const Route& route) const;
  bool is_taken_from_it(const Slot& slot, const Wired& wired, FoundReason& reason) const;
  bool has_taker(unsigned half, const Wired& wired, FoundReason& reason) const;
  const PlacedControl* missing(const Wired& wired) const;
  bool is_with_down(const ResolvedControl& control) const;
  bool is_left_to_more(const Wired& wired, unsigned left, FoundReason& reason) const;
  Contact contact(DeviceId device, Source source) const;
  void note_contact(DeviceKind kind, Source source, DeviceId device, Reason& reason) const;
  void note_contact(const Contact& last, Reason& reason) const;
  Duration ago(Time time) const;
  void look_at_rest(const Slot& slot, const Wired& wired, FoundReason& reason) const;
  void look_at_last(const GestureState& state, const Gesture& gesture, Time pushed_at,
                    FoundReason& reason) const;
  void look_at_touch(const Slot& slot, const Wired& wired, FoundReason& reason) const;
  void look_at_wait(const Slot& slot, const Wired& wired, FoundReason& reason) const;
  void look_at(const Slot& slot, const Wired& wired, FoundReason& reason) const;
  void look_at_queue(const Slot& slot, const Wired& wired, FoundReason& reason) const;
  void look_at_button(const Slot& slot, const Wired& wired, FoundReason& reason) const;
  void look_at_gesture(const GestureState& state, const Gesture& gesture,
                       FoundReason& reason) const;
  void look_at_value(const Slot& slot, const Wired& wired, FoundReason& reason) const;
  void look_at_reading(FoundReason& reason) const;
  void tell_interceptor(FoundReason& reason) const;

  SeatState& seat_;
  const Common& common_;
  const Wiring& wiring_;
  const ActiveRoutes& routes_;
  ActionId action_;
  bool is_of_readings_ = true;
};

}  // namespace nextmove::core
