// What a seat knows: its devices' values, who heard them, and what each action comes to.
#pragma once

#include <memory>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/capture.hpp>
#include <nextmove/event.hpp>
#include <nextmove/interceptor.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/reading.hpp>

#include "base/told_once.hpp"
#include "compiled/wiring.hpp"
#include "seat/customs.hpp"
#include "seat/hand.hpp"
#include "seat/handlers.hpp"
#include "seat/intake.hpp"
#include "seat/prompting.hpp"
#include "seat/slot.hpp"
#include "seat/tally.hpp"
#include "seat/wires.hpp"
#include "steps/journal.hpp"

namespace nextmove::core {

/// Why a route hears a value.
enum class Cause : std::uint8_t {
  operated,  ///< the player did something
  rewired,   ///< who hears the control has changed
  cut_off,   ///< the device is gone, or the window has lost the focus
};

/// How a seat stands at the table.
struct Sitting {
  bool is_taken = false;     // somebody plays here
  bool is_waiting = false;   // for a device that was lost
  bool is_reserved = false;  // not for those who join
};

class SeatState {
 public:
  /// The journal and the customs must outlive the seat.
  SeatState(std::string name, Playbook playbook, Journal& journal, Customs& customs);
  ~SeatState();
  SeatState(const SeatState&) = delete;
  SeatState& operator=(const SeatState&) = delete;

  const std::string& name() const { return name_; }
  /// The one it was given, with the player's changes.
  const Playbook& playbook() const { return playbook_; }

  /// The slot lives until remove_device. `values` are those of its controls, by source, as far as
  /// they are known: axes and vectors take them, buttons wait for a fresh press.
  Slot& add_device(DeviceId device, DeviceKind kind, std::span<const Vec2> values, Time time);
  /// Releases what the device holds and forgets it.
  void remove_device(DeviceId device, Time time);
  /// Those of the seat, in the order of coming to it.
  std::span<const DeviceId> devices() const { return devices_; }
  /// The values of a device's controls, by source. Requires a device of the seat.
  std::span<const Vec2> values(DeviceId device) const;

  /// A control of one of the seat's devices has a new value.
  void hear(Slot& slot, const Event& event);
  /// Likewise, but nobody has operated it just now: as when it comes to be heard.
  void take_up(Slot& slot, const Event& event);
  /// How large the window is, in any unit, and which part of it is the seat's own: there its touch
  /// zones lie, and there its places are.
  void set_screen(Vec2 window, Area part);
  Area part() const { return part_; }
  /// Whether an entered context hears this zone.
  bool is_heard(Source zone) const;
  /// Every control of every device goes to rest.
  void release_all(Time time);
  /// Likewise for as long as its devices are listened to by others; its fingers stay where they are
  /// until hear_again.
  void pause(Time time);
  /// The same for one device of the seat.
  void release_device(DeviceId device, Time time);
  /// From here on, only actions that are heard while typing hear keys. The keyboards must be at
  /// rest.
  void set_typing(bool is_typing);
  bool is_typing() const { return wires_.is_typing(); }
  /// Whether a key of this source is no text: an action hears it, or needs it held for another key.
  bool hears_while_typing(Source source) const;
  /// A device is heard again after a silence, with these values of its controls, by source. See
  /// add_device.
  void hear_again(DeviceId device, std::span<const Vec2> values, Time time);
  /// Whether an entered context binds the control.
  bool has_bound(Source source) const {
    return wires_.bundle(source).begin() != wires_.bundle(source).end();
  }

  // For contexts and mutes, `none` does nothing.
  void enter(ContextId context);
  void leave(ContextId context);
  void switch_to(ContextId context);
  Sitting sitting;  // as the seating says

  /// From here on, only the bindings of this scheme are heard; of `none`, all.
  void hold_to(SchemeId scheme);
  SchemeId scheme() const { return scheme_; }
  bool is_in(ContextId context) const;
  std::span<const ContextId> contexts() const { return entered_; }

  void mute(MuteId mute);
  void unmute(MuteId mute);
  bool is_muted(ActionId action) const;
  /// How often each mute is on, by MuteId.
  std::span<const std::uint32_t> mutes() const { return mutes_; }

  bool take_press(ActionId action, Duration within);
  /// For a reader with a cursor of its own; see Tally.
  bool take_press(ActionId action, Duration within, std::uint32_t& cursor) const;
  std::uint32_t press_cursor(ActionId action) const { return tally_.press_cursor(action); }
  /// Nobody takes what was pressed so far any more.
  void drop_presses();

  InterceptorId add_interceptor(std::string name, Interceptor interceptor, int order);
  void remove_interceptor(InterceptorId id);
  std::vector<InterceptorInfo> interceptors() const;

  /// Makes what was heard since the last update into readings.
  void update(Time now);
  Time now() const { return journal_.now; }
  Duration since_last() const { return since_last_; }

  /// By action; in place until another playbook is adopted.
  std::span<const Reading> readings() const { return readings_; }
  std::span<const ActionId> changes() const { return {changes_.data(), change_count_}; }

  void attach(std::shared_ptr<Handlers> handlers);
  void detach(const Handlers& handlers);
  void call_handlers();

  /// Goes on with another playbook, in which the numbers of this one still hold (see
  /// keep_numbers).
  void adopt(const Playbook& playbook);
  /// Goes on with what the player has changed.
  void set_profile(Profile profile);
  Capture capture;  // as the seating says
  const Profile& profile() const { return profile_; }

  // Prompts (seat_prompts.cpp)
  /// What the player uses; none where the seat has no device.
  DeviceId device_in_hand() const {
    return hand_.slot() != nullptr ? hand_.slot()->device : DeviceId::none;
  }
  void take_in_hand(DeviceId device);
  std::span<const Prompt> prompts(ActionId action, ActionPart part) const;
  Caption caption(std::string_view text) const;
  Prompting& prompting() { return prompting_; }
  const Prompting& prompting() const { return prompting_; }

  /// The number of the action that a handle means here, by its number or else by its hash. Where
  /// there is none it is `none`, and a complaint about `call`, once for each handle.
  ActionId find(ActionId id, std::uint32_t hash, ActionKind kind, std::string_view call) const {
    const auto index = static_cast<std::size_t>(id);
    const bool fits = index < readings_.size() && readings_[index].hash == hash;
    return fits ? id : find_slowly(hash, kind, call);
  }
  template <ActionKind kind>
  ActionId find(Action<kind> handle, std::string_view call) const {
    return find(handle.id, handle.hash, kind, call);
  }
  ActionId find_slowly(std::uint32_t hash, ActionKind kind, std::string_view call) const;

  // For interceptors, while an update runs. Requires an action of this playbook.
  Intake& intake(ActionId action);
  Intake& change(ActionId action);
  void hold_back(ActionId action);
  void invent_press(ActionId action);

 private:
  struct ActiveGesture {
    Slot* slot;
    const Route* route;
  };
  struct ActiveFlow {
    Slot* slot;
    const LiveBinding* binding;
  };
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
  struct PointerState {
    Vec2 position = middle_of_part;  // in shares of the part
    const Slot* slot = nullptr;      // the device that pointed last; nullptr while nothing points
    const Route* route = nullptr;    // of a place; nullptr where a stick or keys moved it
    Time until{};                    // up to here it has been moved
  };
  /// Of an action that toggles turn on and off.
  struct ToggleState {
    const Slot* slot = nullptr;    // that turned it on; nullptr while it is off
    const Route* route = nullptr;  // that turned it last, at this event
    std::uint32_t event = 0;
  };
  struct ListedInterceptor {
    InterceptorInfo info;
    Interceptor call;
  };

  // Routing (seat_routing.cpp)
  void route(Slot& slot, Source source, Vec2 value, Cause cause);
  void hear_slowly(Slot& slot, const Event& event);
  void release_first(Slot& slot, Source source, Vec2 value, Cause cause);
  void number_press(Slot& slot, Source source, const Wires::Bundle& bundle, Vec2 value);
  void operate(Slot& slot, const Wires::Bundle& bundle, Vec2 value, Cause cause);
  void operate(Slot& slot, const Wire& wire, Vec2 value, Cause cause);
  void route_again(Time time);
  void route_again(Source source);
  void rest(Slot& slot);
  void press(const Wire& wire, RouteState& state, float value, Cause cause);
  void contact(Slot& slot, const Wire& wire, RouteState& state, float value, Cause cause);
  void impulse(Slot& slot, const Wire& wire, RouteState& state, Vec2 value);
  void lean(Slot& slot, ActionId action, std::uint32_t state, Vec2 value, Cause cause);
  void lean_quickly(Slot& slot, const Wires::Bundle& bundle, Vec2 value);
  void nudge(Slot& slot, const Wire& wire, Vec2 value);
  void press_by_detents(Slot& slot, const Wire& wire, Vec2 value);
  void operate_with_controls(Slot& slot, Source source, Vec2 value);
  void operate_with_control(Slot& slot, const Route& with, Vec2 value);
  void release(Slot& slot, const Route& route);

  // Touch (seat_touch.cpp)
  void hear_touch(Slot& slot, Source source, Vec2 value);
  void hear_place(Slot& slot, Source source, Vec2 value);
  bool is_in_part(Vec2 place) const;
  Vec2 in_part(Vec2 place) const;
  void land_finger(Slot& slot, Finger& finger);
  void move_finger(Slot& slot, Finger& finger, Vec2 before);
  void swipe(Slot& slot, Finger& finger, Vec2 before);
  void move_two(Slot& slot, const Finger& moved, Vec2 before);
  void lift_finger(Slot& slot, Finger& finger, Source source);
  void leave_zone(Slot& slot, Finger& finger);
  void operate_zone(Slot& slot, std::uint32_t zone, Cause cause);
  std::uint32_t zone_at(Vec2 place) const;
  void move_fingers(Slot& slot, Area part) const;
  void take_up_fingers();
  void find_fingers(Slot& slot, std::span<const Vec2> values);
  void keep_zones(std::array<Finger, 10>& fingers, std::span<const ZoneDefinition> before) const;
  Vec2 stick_value(const Finger& finger, std::uint32_t zone) const;
  Vec2 in_shorter_sides(Vec2 place) const;
  static const Finger* oldest_finger(const Slot& slot, std::uint32_t zone, std::uint32_t after);

  // Pointers (seat_pointers.cpp)
  void point(Slot& slot, const Wire& wire, Vec2 value, Cause cause);
  void move_pointer(ActionId action, Time until);
  void push_pointer(ActionId action);
  bool is_smoothing(ActionId action) const;
  bool is_pointed(ActionId action) const;
  bool may_be_pushed(ActionId action, const Slot& slot) const;
  void look_for_pointers();
  void hear_places();
  void hear_later(Source source);
  void fall_back(PointerState& pointer);
  void end_pushes(ActionId action);
  void keep_pointers();

  // Gestures (seat_gestures.cpp)
  void begin_contact(Slot& slot, const Route& route, RouteState& state);
  void end_contact(Slot& slot, const Route& route, RouteState& state);
  void cut_contact(Slot& slot, const Route& route, RouteState& state);
  void turn_toggle(const Slot& slot, const Route& route);
  void end_toggle(ActionId action);
  void end_toggles_of(const Slot& slot);
  void end_unbound_toggles();
  bool has_toggle(ActionId action) const;
  void list_gesture(Slot& slot, const Route& route, Time due);
  void unlist_gesture(const Slot& slot, const Route& route);
  void complete_gestures(Time until);
  void complete(Slot& slot, const Route& route);
  void skip_repetitions(ActionId action, Time& due, Duration every, Time until);
  void find_next_due();
  void note_progress(Time now);

  // Flows (seat_flows.cpp)
  void flow(Slot& slot, const Wire& wire, Vec2 value, Cause cause);
  void retarget(Slot& slot, const LiveBinding& binding, Cause cause);
  void settle_rewired_flows();
  void list_flow(Slot& slot, const LiveBinding& binding);
  void advance(ActionId action, Time until);
  void advance_all(ActionId action, Time until);
  void advance(Slot& slot, const LiveBinding& binding, Time until);
  void advance(Slot& slot, const LiveBinding& binding, Time until, bool counts);
  bool comes_to_rest(Slot& slot, const LiveBinding& binding);
  void advance_flows(Time until);
  Vec2 pushed_on(const Slot& slot, const LiveBinding& binding) const {
    return binding.takes_last ? pushed_last(*wiring_, binding, slot)
                              : pushed(binding, slot.shares.data());
  }
  Vec2 bent(const LiveBinding& binding, Vec2 value) const {
    const Vec2 curved = binding.shaping.bent(value);
    if (binding.custom == no_index) return curved;
    return custom(binding, clamped(curved, ActionKind::vector));
  }
  Vec2 custom(const LiveBinding& binding, Vec2 value) const;

  // Readings (seat_readings.cpp)
  Intake collect(ActionId action);
  ButtonReading take_button(ActionId action);
  Intake collect_button(ActionId action);
  void commit(ActionId action, const Intake& intake);
  void list_change(ActionId action, bool is_changed) {
    changes_[change_count_] = action;
    change_count_ += is_changed ? 1 : 0;
  }
  void commit_button(ActionId action, Reading& reading, const ButtonReading& button);
  void commit_value(ActionId action, Reading& reading, Vec2 value, bool is_changed);
  void commit_motion(ActionId action, Reading& reading, Vec2 value);
  void commit_pointer(ActionId action, Reading& reading, Vec2 position, bool is_present);
  void intercept(std::span<const ActionId> dirty);
  void list_interceptor(ListedInterceptor interceptor);
  void let_go_unheard(ActionId action);

  // Merging (seat_merging.cpp)
  Vec2 merged_value(ActionId action, ActionKind kind);
  /// The devices that may drive it, as they came to the seat.
  std::span<LiveState* const> drivers_of(ActionId action) const {
    const std::uint32_t* const first = &first_driver_[Wiring::index(action)];
    return {drivers_.data() + first[0], drivers_.data() + first[1]};
  }
  /// A value is about to change in the event at hand: those of the events before are weighed first.
  void expect_change(ActionId action, LiveState& live, Cause cause) {
    Drive& drive = drives_[Wiring::index(action)];
    tally_.mark(action);
    if (drive.pending == event_) {
      if (drive.changed != &live) drive.changed = nullptr;
    } else {
      if (drive.pending != 0) weigh(action);
      drive.pending = event_;
      drive.changed = &live;
    }
    live.is_stale = true;
    drive.is_operated |= cause == Cause::operated;
  }
  void weigh(ActionId action);
  void weigh(ActionId action, ActionKind kind);
  void weigh_change(ActionId action, ActionKind kind, LiveState& live);
  void reckon(LiveState& live, ActionKind kind) const;
  template <ActionKind kind>
  void reckon_value(LiveState& live) const;
  template <ActionKind kind>
  void reckon_sum(LiveState& live) const;
  void reckon_rate(LiveState& live) const;
  void choose_driver(ActionId action);
  void note_value(ActionId action, ActionKind kind);
  void note_digits(ActionId action, ActionKind kind);
  Digital digits_of(ActionId action, ActionKind kind, Vec2 value, const Digital& before) const;
  Vec2 driven(ActionId action) const;
  void forget_peaks(const Slot& slot);
  void forget_peak(const Slot& slot, ActionId action);

  std::vector<std::vector<DeviceKind>> hands() const;
  void note_hands();
  template <class Use>
  auto with_prompt_setting(Use use) const;

  void let_go_below(ContextId context);
  unsigned claimed_by(ContextId context, Source source) const;
  void silence(MuteId mute, int times);
  void list_context(ContextId context);
  void unlist_context(ContextId context);
  void play_by(Playbook playbook);
  void make_room();
  void find_custom_functions();
  void find_areas();
  void take_up_values(Slot& slot, std::span<const Vec2> values, Time time);
  void take_up_with_controls();
  void list_drivers();
  void cut_muted();
  bool exists(MuteId mute) const;
  bool can_take(ActionId action) const;
  std::string what_is_wrong(std::uint32_t hash, ActionKind kind) const;
  /// From here on, what changes is of another event than before.
  void begin_event(Time time) {
    time_ = time;
    ++event_;
  }
  /// An event that comes late moves things from the last update on: what was before is told.
  Time flow_time() const { return time_ > last_update_ ? time_ : last_update_; }
  Time present() const { return time_ > journal_.now ? time_ : journal_.now; }

  std::string name_;
  Playbook given_;
  Profile profile_;
  Playbook playbook_;
  Journal& journal_;
  Customs& customs_;
  const Wiring* wiring_;
  Wires wires_;
  Time time_{};              // of the event at hand
  std::uint32_t event_ = 1;  // its number
  Time next_due_ = never;    // of the gestures that time completes
  std::vector<std::unique_ptr<Slot>> slots_;
  std::vector<DeviceId> devices_;  // of the slots
  Hand hand_;
  unsigned hands_ = 0;           // what prompts go by; see note_hands
  mutable Prompting prompting_;  // what it keeps is no part of the seat's state
  mutable ToldOnce told_handles_;
  Tally tally_;
  std::vector<const Customs::Function*> custom_functions_;  // by number in the wiring
  std::vector<LiveState*> drivers_;                         // by action, then as plugged in
  std::vector<std::uint32_t> first_driver_;                 // by action, one more at the end
  std::vector<Drive> drives_;                               // by action
  std::vector<PointerState> pointers_;                      // by action
  bool is_resting_ = false;                                 // see rest()
  std::vector<Source> places_to_hear_;                      // when it is over
  std::vector<ToggleState> toggles_;                        // by action
  std::vector<ActiveGesture> gestures_;                     // under way, in the order of beginning
  std::vector<ActiveFlow> flows_;                           // moving
  std::vector<ActiveFlow> rewired_flows_;  // to be reckoned when all of the wiring is done
  std::vector<std::size_t> flipped_;       // with-controls, in the event at hand
  std::vector<std::uint32_t> mutes_;       // by mute: how often it is on
  std::vector<ContextId> entered_;         // the one that hears first in front
  std::vector<Reading> readings_;          // by action
  std::vector<ActionId> changes_;  // the first change_count_; one more has room for a write in vain
  std::size_t change_count_ = 0;
  std::vector<ListedInterceptor> interceptors_;      // in order
  std::vector<ListedInterceptor> new_interceptors_;  // added by an interceptor
  std::uint32_t interceptors_ever_ = 0;
  bool is_intercepting_ = false;
  bool is_intercepted_ = false;     // something is other in the readings than the player made it
  std::vector<Intake> intakes_;     // by action, where there are interceptors
  std::vector<ActionId> taken_in_;  // in this update
  /// nullptr where one was detached while they are called.
  std::vector<std::shared_ptr<Handlers>> handler_sets_;
  bool is_calling_ = false;
  SchemeId scheme_ = SchemeId::none;
  Area part_{};              // of the window
  Vec2 part_size_{};         // in the window's unit
  std::vector<Area> areas_;  // by zone
  Time last_update_{};
  Duration since_last_{};
};

}  // namespace nextmove::core
