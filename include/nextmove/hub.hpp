// The hub: where devices plug in, and where events become readings.
#pragma once

#include <cstddef>
#include <functional>
#include <memory>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/device.hpp>
#include <nextmove/event.hpp>
#include <nextmove/family.hpp>
#include <nextmove/labels.hpp>
#include <nextmove/neighbours.hpp>
#include <nextmove/notice.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/seat.hpp>
#include <nextmove/snapshot.hpp>
#include <nextmove/step.hpp>
#include <nextmove/time.hpp>
#include <nextmove/wording.hpp>

namespace nextmove {

namespace core {
class HubState;
class Keeping;
}  // namespace core

struct Trace;
struct StoryEntry;

/// Routes the events of all devices to the seats. Several hubs can live side by side; one hub and
/// its seats belong to one thread at a time. Nothing but plug, add_seat, join, give, swap, adopt,
/// set_profile, capturing, what players join and leave by, and Seat::add_interceptor allocates,
/// once the queue of events has grown to its working size.
///
/// What a call is given and cannot be right is a complaint (see complaint.hpp), and the call then
/// has no effect: an id or a handle that the playbook does not have, a seat of another hub, a
/// device that was never plugged in (of one that is unplugged it is a doubt). So is a call that
/// changes the hub from a custom function, an interceptor or a listener to steps; a handler may
/// call all but update.
class Hub {
 public:
  explicit Hub(Playbook playbook);
  ~Hub();
  Hub(const Hub&) = delete;
  Hub& operator=(const Hub&) = delete;

  const Playbook& playbook() const;

  // ---- seats

  /// A new seat, in no context. The reference is good for the life of the hub. A name that a seat
  /// has already is a complaint, and gives that one.
  Seat& add_seat(std::string_view name);

  /// The seats in the order of adding. Valid until the next add_seat or update.
  std::span<const std::unique_ptr<Seat>> seats() const;

  /// The seat with this name, or nullptr.
  Seat* find_seat(std::string_view name) const;

  /// How players come to their seats. Takes effect at once: a device of which neither a player nor
  /// the game has said whose it is goes where the new rules want it. A table for nobody is a
  /// complaint.
  void set_rules(const SeatingRules& rules);
  const SeatingRules& rules() const;

  /// Seats a player under a scheme, as a join press does, but whether joining is open or not: with
  /// `device`, or where that is none with what is free, and with whatever else the scheme needs.
  /// In `seat`, moving who sits there; or, where that is nullptr, in the first that is empty, or a
  /// new one named "seat 3" or so. Refused, nothing changes.
  JoinAnswer join(SchemeId scheme, DeviceId device = DeviceId::none, Seat* seat = nullptr);
  JoinAnswer join(Scheme scheme, DeviceId device = DeviceId::none, Seat* seat = nullptr);

  /// What join would answer, without doing it; `seat` stays nullptr.
  JoinAnswer can_join(SchemeId scheme, DeviceId device = DeviceId::none,
                      const Seat* seat = nullptr) const;
  JoinAnswer can_join(Scheme scheme, DeviceId device = DeviceId::none,
                      const Seat* seat = nullptr) const;

  /// What to press to join under this scheme, for a lobby where nobody sits: "Start", in the
  /// lettering of a gamepad with which somebody could join now. Empty where only the game seats
  /// anybody under it. Allocates.
  std::vector<PromptPart> join_prompt(SchemeId scheme) const;

  /// The player gets up, and what is theirs goes with them: the seat's devices are free, what they
  /// held is released, a capture ends, the profile is empty, and the seat is held to no scheme. Its
  /// contexts and mutes are the game's and stay as they are. Nothing where nobody plays.
  void leave(Seat& seat);

  /// Holds the seat to a scheme, or with SchemeId::none to none. A device that it shares with
  /// others who could then not be told apart from it is taken from it. Who lacks what the scheme
  /// needs waits for it; who is held to none, and has nothing and waits for nothing, has left.
  void hold_to(Seat& seat, SchemeId scheme);
  void hold_to(Seat& seat, Scheme scheme);

  /// From now on the seat's player plays with what he has changed, in every scheme and over every
  /// adopted playbook; an empty profile takes all back. The very next press obeys. Where that
  /// changes a binding, buttons that are held are released and wait for a fresh press, and axes and
  /// vectors go on with their live values. Returned as warnings: what has no place and counts for
  /// nothing (see misfits), and what does two things at once under the seat's scheme (see
  /// unwanted_clashes). Allocates.
  std::vector<Diagnostic> set_profile(Seat& seat, Profile profile);

  /// Asks the seat's player for a control; see Seat::capture for what comes of it. Until that is
  /// over, nothing of the seat's devices reaches the game: what was held is released, and what was
  /// pressed meanwhile is heard when it has been released and pressed afresh. The others play on.
  /// What it may be goes by the player's profile. A part that the action does not have is a
  /// complaint. Allocates.
  void capture(Seat& seat, const CaptureRequest& request);
  void stop_capture(Seat& seat);  ///< cancels it; does nothing where the seat does not capture

  /// While a player types into a text field, which only the game knows, their keys are text: no
  /// action hears the seat's keyboards, what these held is released, no press of theirs joins, and
  /// their events reach neither recordings nor listeners. Only an action of the seat's entered
  /// contexts that is_heard_while_typing hears its keys: to send, to cancel. Where a keyboard is
  /// shared, its keys are text for all. Afterwards each key counts when it is next pressed. A
  /// player who leaves types no more.
  void set_typing(Seat& seat, bool is_typing = true);

  /// The seat is for a player that is no person: nobody joins there, no rule deals it anything, and
  /// give and swap complain of it. Where somebody plays of their own accord, it is a doubt and does
  /// nothing; a device that is there by the rules goes elsewhere.
  void reserve(Seat& seat, bool is_reserved = true);

  /// What others have on devices that the seat shares: their controls, by what they have changed
  /// and are about to change, and what joins under the other schemes that share. For
  /// Draft::keep_off; RemapMenu does it by itself. Allocates.
  std::vector<TakenControl> taken_controls(const Seat& seat) const;

  /// Where players who share a device get into each other's way, by what they have changed. Each is
  /// a notice when it comes up: at joining, say, or at set_profile. Allocates.
  std::vector<SharedClash> clashes() const;

  // ---- devices

  /// Takes a device in. One that a seat has lost goes back there: the one with the same serial
  /// number; where there is none, one of the same model (kind, numbers and name) at the same port,
  /// else one of the same model. Where that may be several, which none tells apart, there is a
  /// doubt (see doubts). One by which nobody joins, a mouse mostly, comes along to who lacks one.
  /// A new one goes where the rules say. Returns its id.
  DeviceId plug(const Device& device, Time now);

  /// The device is gone: at `now`, everything it holds is released. Its seat keeps its place. One
  /// that is gone already is left alone.
  void unplug(DeviceId device, Time now);

  /// The device is the seat's from now on, and what it holds elsewhere is released. Seats keep it
  /// beside this one where all of them are held to schemes that share it; others who cannot play
  /// without it wait. It also says whose a doubtful device is.
  void give(DeviceId device, Seat& seat);

  /// Nobody has the device from now on, until the game gives it or somebody joins with it.
  void free(DeviceId device);

  /// Who plays at the two seats change places, with their devices, schemes, profiles and what they
  /// wait for; captures end. One of the seats may be empty.
  void swap(Seat& a, Seat& b);

  /// The devices in the order of plugging. One that was unplugged leaves the list in the next
  /// update.
  std::vector<PluggedDevice> devices() const;

  /// Those that no seat has.
  std::vector<DeviceId> free_devices() const;

  /// How a device stands; free where it is not plugged in.
  DeviceStanding standing(DeviceId device) const;

  /// The devices that may be one of several that were lost. A game shows what each player presses
  /// to have theirs; give says it in another way.
  std::vector<Doubt> doubts() const;

  /// Whose a device is: one seat, or several who share it. Valid until the next change.
  std::span<Seat* const> owners(DeviceId device) const;

  /// What the seat has lost and would get back, the one that is gone longest in front.
  std::vector<DeviceId> lost_devices(const Seat& seat) const;

  /// What is known of a device, also of one that is gone; nullptr for an unknown id. Valid until
  /// the next plug.
  const Device* find_device(DeviceId device) const;

  /// Tells the devices of one kind apart, from 1. One that comes back to its seat has its number
  /// again; others get the lowest that nobody has or waits for. 0 for an unknown id.
  int number(DeviceId device) const;

  /// The kind and the number: "gamepad 2". Empty for an unknown id.
  std::string label(DeviceId device) const;

  /// What happened to seats and devices in the last update, and before it since the one before, in
  /// order. Valid until the next update.
  std::span<const Notice> notices() const;

  /// What becomes of a control of a device now: who hears it, in order, or why nobody does. Include
  /// trace.hpp to use it. A device that was never plugged in and a control that its kind does not
  /// have are complaints. Allocates; for when somebody wonders.
  Trace trace(DeviceId device, Control control) const;

  /// From here on, the last so many things that happen are kept: what devices said and what became
  /// of each, what was passed over, contexts, mutes, captures, notices. Movements of one control
  /// are one thing until it rests. What is typed is never kept. 0 stops, and forgets them; as many
  /// as before changes nothing. Allocates now, and never later. An event then costs ten times as
  /// much (scripts/bench), and nothing more where it is off.
  void keep_story(std::size_t entries);
  /// What is kept, the oldest first; asked where nothing is, it is a doubt. Include story.hpp to
  /// use it. Allocates.
  std::vector<StoryEntry> story() const;

  // ---- events

  /// Takes an event in; update works it off. Events may come in any order of time. One that no
  /// device says is passed over, and is a complaint that names the part at fault: a control that
  /// does not come in events or that a device of this kind does not have, a value out of range, a
  /// device that was never plugged in; of one that is unplugged it is a doubt.
  void feed(const Event& event);

  /// Takes in how a button, a trigger or a stick stands that nobody operated just now: when its
  /// device is plugged in, or when the window has the focus again. update works it off in its turn.
  /// Axes and vectors go on with it; a button that is down waits for a fresh press, seats nobody
  /// and is not captured. What cannot be is a complaint, as for feed; so are other controls: what
  /// moves is nowhere, places are told as events, and a finger counts when it lands.
  void take_up(const Event& standing);

  /// How each button, trigger and stick of the devices that are plugged in stands that is not at
  /// rest, as of the last update, for a hub that is to go on with it by take_up. Allocates.
  std::vector<Event> pushed() const;

  /// At `now`, everything that any device holds is released: the window lost the focus, say. A
  /// control counts again when it is next operated or taken up.
  void release_all(Time now);

  /// Works off the events up to and including `now` in order of time, and renews all readings.
  /// Events of later times wait for a later update. `now` is a moment, not the length of a step, of
  /// the clock that the events go by, and only grows: one before the last is a complaint, and no
  /// update. It is a doubt that an event is still ahead after 120 updates.
  void update(Time now);

  /// The time of the last update.
  Time now() const;

  /// How much of one update counts, at most, for what goes on by itself while a control is down:
  /// rates and repetitions. What was earlier is past, so that a game that stood still for a night,
  /// or in a debugger, neither spins round nor repeats 300,000 times. Holds are reached all the
  /// same. Updates that are closer together all count whole, and how time is split into them makes
  /// no difference. 250 ms until it is told; Duration::max() for no limit. 0 or less is a
  /// complaint.
  void set_longest_step(Duration longest);
  Duration longest_step() const;

  /// How large the window is that touches and positions are in, in any unit, so that touch zones
  /// keep their shapes. Until it is told, 16 to 9. One without a size is a complaint.
  void set_window(float width, float height);
  Vec2 window() const;

  /// Gives a seat a part of the window, for a game that divides it in its own way. A complaint
  /// where the part has no size or reaches out of the window, and where the rules split the screen
  /// by themselves.
  void set_part(Seat& seat, Area part);

  /// Goes on with a changed playbook, at once and without a restart: to tune it while the game
  /// runs. Seats, devices, interceptors and handlers stay, and so do the contexts and mutes that
  /// are on; handles and ids stay good, by name. Buttons that are held are released, and wait for a
  /// fresh press; axes and vectors go on with their live values. Names that the new playbook lacks
  /// remain in playbook(), driven by nothing; they are returned as warnings, and so are actions
  /// that are of another kind now, whose handles read as at rest, and what set_profile would return
  /// of the seats' profiles now and not before. Allocates.
  std::vector<Diagnostic> adopt(const Playbook& playbook);

  /// Gives the hub the shaping that bindings call for with custom = "name": from a value after dead
  /// zones and curve (length at most 1) or a displacement to what comes of it. It must always give
  /// the same for the same. A playbook may name one that is given later. To use one that was not
  /// given is a complaint, and so are an empty function and a result that is no finite number;
  /// values then stay as they are.
  void set_custom(std::string_view name, std::function<Vec2(Vec2)> shaping);
  /// The names of those that it was given.
  std::vector<std::string> customs() const;

  /// What controls are called in prompts: the game's language, and what is printed on the keys.
  /// Adapters tell the latter by themselves.
  void set_wording(Wording wording);
  void set_key_labels(KeyLabels keys);

  /// Which lettering which gamepads carry, for prompts: what comes along, and what the game adds.
  void set_families(Families families);
  const Families& families() const;

  // ---- snapshots

  /// The whole state of play, to come back to with restore: devices and who has them, values,
  /// contexts, mutes, gestures under way, counters, captures, events that wait. `bytes` holds
  /// nothing else afterwards. Equal states give equal bytes, on machines of one byte order. Not in
  /// the middle of an update. Allocates where the room in `bytes` does not do, and at the first
  /// after adopt or set_profile.
  void snapshot(std::vector<std::byte>& bytes) const;

  /// Goes on from there: from here on the same calls and events give the same readings, bit for
  /// bit. Refused, nothing changes. The hub, which may be a new one, must play by the same
  /// playbook, and each seat by the same changes of its player. Seats that were added since are no
  /// longer there, and are again when they are added; their references stay good. Devices that were
  /// plugged in since were not. What is the game's stays: interceptors, handlers, custom functions,
  /// words, listeners. A Reader begins anew, and the story is empty. Not in the middle of an
  /// update, so not from a handler either. Allocates only where seats, devices or captures are
  /// others than now.
  RestoreAnswer restore(std::span<const std::byte> bytes);

  /// Calls `listener` with everything that happens to the hub from here on, in order: for
  /// recordings. There may be several; each is told until it is removed. An empty function is a
  /// complaint.
  ListenerId on_step(std::function<void(const Step&)> listener);
  void remove_listener(ListenerId id);  ///< does nothing where it is gone

 private:
  friend class core::Keeping;
  std::unique_ptr<core::HubState> state_;
};

/// Why somebody was not seated: "as many play as may". Empty where he was.
std::string reason(const JoinAnswer& answer);

/// A notice as a sentence: "port tug has lost gamepad 1".
std::string to_text(const Notice& notice, const Hub& hub);

}  // namespace nextmove
