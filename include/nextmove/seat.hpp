// Seats: one local player, with the contexts entered and the readings of every action.
#pragma once

#include <cstddef>
#include <cstdint>
#include <memory>
#include <span>
#include <string>
#include <string_view>

#include <nextmove/action.hpp>
#include <nextmove/area.hpp>
#include <nextmove/capture.hpp>
#include <nextmove/context.hpp>
#include <nextmove/device.hpp>
#include <nextmove/interceptor.hpp>
#include <nextmove/mute.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/prompt.hpp>
#include <nextmove/reading.hpp>
#include <nextmove/scheme.hpp>
#include <nextmove/standing.hpp>
#include <nextmove/time.hpp>

namespace nextmove {

namespace core {
class SeatState;
}
struct Explanation;

/// One local player. Made and owned by a Hub, lives as long as it. Not for several threads at once.
class Seat {
 public:
  std::string_view name() const;

  /// The scheme it is held to; `none` where it hears all bindings of its devices.
  SchemeId scheme() const;
  /// Its devices, in the order of coming to it. Valid until the next update or change.
  std::span<const DeviceId> devices() const;
  /// Whether somebody plays here: from joining, or the first device, until Hub::leave.
  bool is_taken() const;
  /// Whether somebody plays here who lacks what their scheme needs; or, held to none, has lost the
  /// last device they had.
  bool is_waiting() const;
  /// What they lack. Valid until the next update or change.
  std::span<const Wait> waits() const;
  /// How the seat stands: in one word what is_taken, is_waiting and is_reserved tell.
  SeatStanding standing() const;
  /// Whether no person sits down here; see Hub::reserve.
  bool is_reserved() const;
  /// Whether its player types into a text field; see Hub::set_typing.
  bool is_typing() const;
  /// Its part of the window. Touch zones lie in it, and the positions of pointers are counted in
  /// it.
  Area part() const;

  /// The hub's playbook with what this player has changed; see Hub::set_profile. Its numbers and
  /// handles are the hub's.
  const Playbook& playbook() const;
  const Profile& profile() const;

  /// How capturing stands, or how the last one ended; see Hub::capture.
  const Capture& capture() const;

  /// What the action does, as of the last update. A handle whose action this playbook does not
  /// have, or an empty one, reads as at rest and is a complaint, once. Constant time, no
  /// allocation, where the handle is of this playbook; see Action.
  ButtonReading read(Button action) const { return reading_of(action).button; }
  AxisReading read(Axis action) const {
    const Reading& reading = reading_of(action);
    return {reading.value.x, reading.digital.x, reading.ways.right, reading.ways.left};
  }
  VectorReading read(Vector action) const {
    const Reading& reading = reading_of(action);
    return {reading.value, reading.digital, reading.ways};
  }
  MotionReading read(Motion action) const { return {reading_of(action).value}; }
  TurnReading read(Turn action) const { return {reading_of(action).value.x}; }
  PointerReading read(Pointer action) const {
    const Reading& reading = reading_of(action);
    return {reading.value, reading.is_present};
  }

  /// The same for an action that is known by number. An id that the hub's playbook does not have
  /// reads as at rest, and is a complaint.
  const Reading& read(ActionId action) const;

  /// All readings, by ActionId. In place until another playbook is adopted.
  std::span<const Reading> readings() const { return readings_; }

  /// True once for a press that is at most `within` older than the last update and was not taken
  /// yet: a jump pressed just before landing still counts. Of several, the oldest is taken; the
  /// last four are kept. To read `pressed` takes nothing: ask for a jump in one way or the other.
  /// Nothing is taken while no entered context binds the action (unless the seat has interceptors,
  /// which may press it), and what was pressed before a mute, a capture, another profile or an
  /// adopted playbook is lost. A wrong handle is a complaint, as in read.
  bool take_press(Button action, Duration within);

  /// The actions of which the last update had something new to tell: pressed, released, let go
  /// early, moved, another value. Each once. Valid until the next update.
  std::span<const ActionId> changes() const;

  /// Puts the context's bindings to work. Controls that are down already press no button of it
  /// until they are pressed afresh; axes and vectors take their live values at once. Entering a
  /// context again that is entered does nothing. Its mutes are on until it is left. What is held
  /// below may be released; see ContextDefinition::releases. The game sees the effect after the
  /// next update. Contexts and mutes are said by name, by a constant of a generated header, or by
  /// number. One that the playbook does not have is a complaint, and does nothing.
  void enter(std::string_view context);
  void enter(Context context);
  void enter(ContextId context);

  /// Releases all that the context's bindings hold. One that is not entered is left alone.
  void leave(std::string_view context);
  void leave(Context context);
  void leave(ContextId context);

  bool is_in(std::string_view context) const;
  bool is_in(Context context) const;
  bool is_in(ContextId context) const;

  /// The contexts entered now, the one that hears first in front. Valid until the next enter or
  /// leave.
  std::span<const ContextId> contexts() const;

  /// Leaves all contexts of this rank and enters `context`, which has it: from the helm to the
  /// crane. It is one step: nothing else hears a control in between.
  void switch_to(std::string_view context);
  void switch_to(Context context);
  void switch_to(ContextId context);

  /// Silences the mute's actions: what they hold is released, buttons hear no press, axes and
  /// vectors read 0. Their bindings claim controls all the same. Muted twice needs unmuting twice.
  /// A button that is down when its last mute ends waits for a fresh press; axes and vectors come
  /// back at once.
  void mute(std::string_view mute);
  void mute(Mute mute);
  void mute(MuteId mute);

  /// Does nothing where `mute` has not put it on: a context's own mutes go with it.
  void unmute(std::string_view mute);
  void unmute(Mute mute);
  void unmute(MuteId mute);

  /// Takes an id of the hub's playbook; another is a complaint.
  bool is_muted(ActionId action) const;

  /// Whether a finger that lands in this zone (an index into Playbook::zones) is caught there now:
  /// whether an entered context has bound it. To draw the zones that are of use. An index beyond
  /// them is a complaint.
  bool hears_zone(std::size_t zone) const;

  /// Why the action is as it is: one cause for every way to do it. Include <nextmove/explain.hpp>.
  /// An id or a handle that the playbook does not have is a complaint. Allocates; meant for people
  /// who wonder, not for every frame.
  Explanation explain(ActionId action) const;
  template <ActionKind kind>
  Explanation explain(Action<kind> action) const;

  // ---- prompts

  /// The device that the player used last, as of the last update; none where the seat has none.
  /// What counts as using one, and for how long it stays, stands in seating.hpp. Keyboard and mouse
  /// are in hand together.
  DeviceId device_in_hand() const;

  /// How to do the action now, on the device in hand, by the scheme, the entered contexts and the
  /// player's remaps: the best way; see `prompts` in prompt.hpp. Valid, and free of cost to ask
  /// again, as long as prompt_version stays the same. A handle or an id that the playbook does not
  /// have is bound to nothing, and is a complaint.
  const Prompt& prompt(ActionId action, ActionPart part = ActionPart::whole) const {
    return prompts(action, part).front();
  }
  template <ActionKind kind>
  const Prompt& prompt(Action<kind> action, ActionPart part = ActionPart::whole) const {
    return best_prompt(find(action, "Seat::prompt"), part);
  }
  /// All ways to do it; at least one.
  std::span<const Prompt> prompts(ActionId action, ActionPart part = ActionPart::whole) const;

  /// A text with prompts in it: "Press {horn} to warn the ferry". See `caption` in prompt.hpp.
  /// Allocates: keep it while prompt_version stays the same.
  Caption caption(std::string_view text) const;

  /// Grows when a prompt or a caption may be other than before, and at no other time.
  std::uint32_t prompt_version() const;

  /// What the player's controls are called, for menus.
  const Labels& labels() const;

  /// Puts a step between what the devices say and the readings of this seat; see Incoming. Those of
  /// lower order come first, and of equals the one that was added first. A seat without any device
  /// can be played by interceptors alone. The name is for people who ask what changes a reading. An
  /// empty function is a complaint, and is not added.
  InterceptorId add_interceptor(std::string name, Interceptor interceptor, int order = 0);
  void remove_interceptor(InterceptorId id);  ///< does nothing where it is gone
  void remove_interceptors();                 ///< all of them
  /// In the order in which they run. Allocates.
  std::vector<InterceptorInfo> interceptors() const;

  /// For the library's own modules.
  explicit Seat(std::unique_ptr<core::SeatState> state);
  ~Seat();
  Seat(const Seat&) = delete;
  Seat& operator=(const Seat&) = delete;
  void find_readings();  // after they have moved
  void start_over(std::unique_ptr<core::SeatState> state);
  core::SeatState& state() { return *state_; }
  const core::SeatState& state() const { return *state_; }

 private:
  template <ActionKind kind>
  const Reading& reading_of(Action<kind> action) const {
    const auto index = static_cast<std::size_t>(action.id);
    const bool fits = index < readings_.size() && readings_[index].hash == action.hash;
    return fits ? readings_[index] : read_slowly(action.hash, kind);
  }
  template <ActionKind kind>
  ActionId find(Action<kind> action, std::string_view call) const {
    const auto index = static_cast<std::size_t>(action.id);
    const bool fits = index < readings_.size() && readings_[index].hash == action.hash;
    return fits ? action.id : find_slowly(action.hash, kind, call);
  }
  const Prompt& best_prompt(ActionId action, ActionPart part) const;
  const Reading& read_slowly(std::uint32_t hash, ActionKind kind) const;
  ActionId find_slowly(std::uint32_t hash, ActionKind kind, std::string_view call) const;

  std::unique_ptr<core::SeatState> state_;
  std::span<const Reading> readings_;  // by action
};

}  // namespace nextmove
