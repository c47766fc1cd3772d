// From controls to actions: which routes are in force, and what each makes of a control's value.
#pragma once

#include <span>
#include <vector>

#include <nextmove/event.hpp>

#include "seat/active_routes.hpp"
#include "seat/bending.hpp"
#include "seat/common.hpp"
#include "seat/flows.hpp"
#include "seat/gestures.hpp"
#include "seat/hand.hpp"
#include "seat/merging.hpp"
#include "seat/pointers.hpp"
#include "seat/screen_part.hpp"

namespace nextmove::core {

class Router {
 public:
  /// All must outlive it.
  Router(Common& common, Customs& customs, const ScreenPart& part);
  Router(const Router&) = delete;
  Router& operator=(const Router&) = delete;

  // ---- what is heard

  /// Whether hear_plain is right for a control of this source: it is a key, a button, a trigger or
  /// a stick that only gives its value on, and no gesture is due before.
  bool is_plain(Source source, Time time) const {
    return active_.of(source).is_plain && time < gestures_.next_due();
  }
  /// The path of most events. Begins the event.
  void hear_plain(Slot& slot, Source source, const Event& event) {
    const ActiveRoutes::OfSource& routes = active_.of(source);
    common_.begin_event(event.time);
    const Vec2 value = {event.x, event.y};
    note_use(slot, slot.controls[source], event);
    slot.controls[source] = value;
    if (routes.is_quick) return push_quickly(slot, routes, value);
    operate(slot, routes, value, Cause::operated);
  }
  /// A control has a new value in the event at hand.
  void route(Slot& slot, Source source, Vec2 value, Cause cause);
  /// Likewise, but nobody has operated it just now: as when it comes to be heard.
  void take_up(Slot& slot, Source source, Vec2 value);
  /// Time goes on to here: gestures complete, and what moves moves.
  void advance(Time now) {
    gestures_.complete(now);
    if (!flows_.is_empty()) flows_.advance_all(now);
    if (!gestures_.is_empty()) gestures_.note_progress(now);
  }
  /// Everything of the device goes to rest. Look for pointers when all that rests does.
  void rest(Slot& slot);
  /// What the controls that are down hold of this action waits for a fresh press.
  void cut(ActionId action);
  /// Whatever is muted lets go. Axes and vectors keep their values, unread; a button's controls
  /// stay down, unheard, until they are up.
  void cut_muted();

  // ---- who hears it

  /// The routes that are in force.
  const ActiveRoutes& active_routes() const { return active_; }

  // After one of these, or several, lay.
  void list(ContextId context);    // before all others of its rank
  void unlist(ContextId context);  // releases what it holds
  /// Releases what only the other schemes hear.
  void hold_to(SchemeId scheme);
  /// The values of devices are others than were heard.
  void take_up_with_controls();
  /// The playbook is another, and the slots are laid out for it. Nothing is held.
  void play_on();

  /// Lays the routes anew. Toggles that nothing could turn off any more go off.
  void lay();
  /// What the context takes from those below is let go there, where it says so: a gun does not go
  /// on firing under a dialog. The routes must be laid.
  void let_go_below(ContextId context);
  /// Contexts have changed under controls that are down: live values move to whoever hears them
  /// now, and buttons only take note of what is down. Look for pointers afterwards.
  void route_again(Time time);
  /// Others may hear now what pushed them; then a place that is known counts.
  void look_for_pointers();

  // ---- its parts

  Gestures& gestures() { return gestures_; }
  Flows& flows() { return flows_; }
  Merging& merging() { return merging_; }
  const Pointers& pointers() const { return pointers_; }

  /// Devices have come or gone, or the playbook is another: nothing grows while events come in.
  void make_room();
  /// The device is about to go, and is at rest.
  void forget(const Slot& slot);
  /// It has gone. What another device points at is there again, before anybody pushes on.
  void go_on_without();

  /// Its part of a snapshot. What has come back is laid anew where contexts or the like are others.
  template <class Pack>
  void pack(Pack& pack, bool is_other);

 private:
  void operate(Slot& slot, const ActiveRoutes::OfSource& routes, Vec2 value, Cause cause);
  void operate(Slot& slot, const ActiveRoute& active, Vec2 value, Cause cause);
  void press_button(const ActiveRoute& active, RouteState& state, float value, Cause cause);
  void press_by_gesture(Slot& slot, const ActiveRoute& active, RouteState& state, float value,
                        Cause cause);
  void press_detents(Slot& slot, const ActiveRoute& active, RouteState& state, Vec2 value);
  void push(Slot& slot, ActionId action, std::uint32_t state, Vec2 value, Cause cause);
  void push_quickly(Slot& slot, const ActiveRoutes::OfSource& routes, Vec2 value);
  void displace(Slot& slot, const ActiveRoute& active, Vec2 value);
  void press_direction_by_detents(Slot& slot, const ActiveRoute& active, Vec2 value);
  void point(Slot& slot, const ActiveRoute& active, Vec2 value, Cause cause);
  void release_first(Slot& slot, Source source, Vec2 value, Cause cause);
  void number_press(Slot& slot, Source source, const ActiveRoutes::OfSource& routes, Vec2 value);
  void operate_with_controls(Slot& slot, Source source, Vec2 value);
  void operate_with_control(Slot& slot, const Route& with, Vec2 value);
  void release(Slot& slot, const Route& route);
  void route_again(Source source);
  void hear_later(Source source);
  void hear_places();
  void fall_back(ActionId action);
  unsigned claimed_by(ContextId context, Source source) const;

  Common& common_;
  Bending bending_;
  Merging merging_;
  Gestures gestures_;
  ActiveRoutes active_;
  Pointers pointers_;
  Flows flows_;
  std::vector<std::size_t> flipped_;    // with-controls, in the event at hand
  bool is_resting_ = false;             // see rest
  std::vector<Source> places_to_hear_;  // when it is over
};

}  // namespace nextmove::core
