// From what was heard to readings, by way of the interceptors.
#pragma once

#include <span>

#include <nextmove/step.hpp>

#include "seat/common.hpp"
#include "seat/intake.hpp"
#include "seat/interception.hpp"
#include "seat/router.hpp"

namespace nextmove::core {

class Readout {
 public:
  /// Both must outlive it.
  Readout(Common& common, Router& router) : common_(common), router_(router) {}

  /// Makes what was heard since the last update into readings. `seat` is what interceptors look at.
  void update(SeatState& seat);

  InterceptorId add_interceptor(std::string name, Interceptor interceptor, int order);
  void remove_interceptor(InterceptorId id) { interception_.remove(id); }
  std::vector<InterceptorInfo> interceptors() const { return interception_.list(); }
  Interception::Change last_change(ActionId action) const {
    return interception_.last_change(action);
  }
  bool is_intercepted() const { return !interception_.is_empty(); }
  /// The playbook is another.
  void play_on();

  // For interceptors, while an update runs. Requires an action of this playbook.
  Intake& intake(ActionId action);
  // What they change is told to who listens to steps.
  void hold_back(ActionId action);
  void invent_press(ActionId action);
  void invent_hold(ActionId action);
  void set_value(ActionId action, Vec2 value);

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack);

 private:
  void intercept(SeatState& seat, std::span<const ActionId> dirty);
  Intake& change(ActionId action, InterceptedAs as, Vec2 value = {});
  void hold_back_button(ActionId action, Intake& intake);
  Intake collect(ActionId action);
  ButtonReading take_button(ActionId action);
  void commit(ActionId action, const Intake& intake);
  void commit_value(ActionId action, Vec2 value, bool is_changed);

  Common& common_;
  Router& router_;
  Interception interception_;
};

}  // namespace nextmove::core
