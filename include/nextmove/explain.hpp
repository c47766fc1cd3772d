// Why an action is as it is: one cause for every way to do it. docs/why.md lists them with what to
// do.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/action.hpp>
#include <nextmove/combination.hpp>
#include <nextmove/context.hpp>
#include <nextmove/device.hpp>
#include <nextmove/diagnostic.hpp>
#include <nextmove/mute.hpp>
#include <nextmove/seat.hpp>
#include <nextmove/time.hpp>

namespace nextmove {

/// Why one way to do an action does it or does not. Where several hold, the one that comes first
/// here is told: what must be mended before the others matter. But what is held goes on, whoever
/// would hear the next press, and a toggle that is on stays on: then that is told.
enum class Why : std::uint8_t {
  gone,             ///< it went with an adopted playbook
  remapped,         ///< the player has put another control in its place
  unbound,          ///< the player has taken it off the action, and put nothing in its place
  other_scheme,     ///< the binding is for another scheme than the seat's
  no_device,        ///< no device of this kind is plugged in
  others_device,    ///< all devices of this kind are other seats'
  free_device,      ///< a device of this kind is there, and nobody has it
  lost_device,      ///< the seat's device of this kind is unplugged
  not_entered,      ///< the context
  captures,         ///< the seat is asked for a control
  typing,           ///< the player types into a text field
  muted,            ///< a mute silences the action
  claimed,          ///< a context above has the control
  blocked,          ///< a context above blocks the kind of device
  with_missing,     ///< a control that must be held is not
  with_more,        ///< another combination that is held has the control: one of more controls, or
                    ///< of as many that is written before
  never_sent,       ///< no event of the control has ever come from the device
  other_zone,       ///< a finger is down there, and belongs to another touch zone
  at_rest,          ///< nobody pushes the control
  let_go_early,     ///< likewise: the last hold was let go before its time
  was_too_long,     ///< likewise: the last tap was down for too long
  next_missing,     ///< likewise: of several taps, one did not come in time
  below_threshold,  ///< it is pushed, but not far enough for a button
  in_dead_zone,     ///< it is pushed, but no further than the dead zone
  waits_for_fresh,  ///< it was down before it counted: up and down again
  too_long,         ///< it is down for longer than a tap may be
  turned_off,       ///< it is a toggle, which this press has turned off
  under_way,        ///< a hold, a tap or taps that are not complete
  cancelled,        ///< what pushes the other way is as far
  made_nothing,     ///< a custom function of the game gives 0 for it
  outdone,          ///< another device of the seat pushes further
  stamped_later,    ///< it is pushed from a moment on that no update has reached, a second away or
                    ///< more
  not_updated,      ///< it is pushed, or done, but Hub::update has not been called since
  held_back,        ///< it is pushed, but an interceptor has made something else of it
  turned_on,        ///< it is a toggle, which has been turned on
  drives,           ///< it does it now
};

/// "remapped", "other_scheme" and so on.
std::string_view to_string(Why why);

/// What happened while a control was down, so that it waits for a fresh press. Of several the last
/// is told.
enum class Interruption : std::uint8_t {
  unknown,       ///< not known any more
  entered,       ///< the context of the binding was entered
  left,          ///< a context that had the control was left
  unmuted,       ///< a mute ended
  capture,       ///< a capture ended
  typing,        ///< the player began or ended typing
  profile,       ///< the player's changes were set
  adopted,       ///< a playbook was adopted
  scheme,        ///< the seat was held to another scheme
  focus,         ///< Hub::release_all
  joined,        ///< the seat got the device
  with_control,  ///< a control that must be held for this, or for something else, went down or up
};

/// "unknown", "entered" and so on.
std::string_view to_string(Interruption interruption);

/// Why, with the numbers and ids that it refers to. What a cause does not need is none or 0.
struct Reason {
  Why why = Why::at_rest;

  ContextId by_context = ContextId::none;      ///< claimed, blocked: which context has it.
                                               ///< waits_for_fresh: which was left
  ActionId by_action = ActionId::none;         ///< claimed: what it does there
  MuteId by_mute = MuteId::none;               ///< muted: by this one, perhaps among others.
                                               ///< waits_for_fresh: which ended
  std::uint32_t mute_count = 0;                ///< muted: how often that one is on by itself
  DeviceId by_device = DeviceId::none;         ///< lost, others', free, outdone: which
  SchemeId by_scheme = SchemeId::none;         ///< other_scheme: what the seat is held to
  Duration ahead{};                            ///< stamped_later: how long after the last update
  Interruption after = Interruption::unknown;  ///< waits_for_fresh: what came between
  Duration after_ago{};                        ///< likewise: how long before the last update
  Duration lasted{};                           ///< let_go_early, was_too_long: how long it was down
  Duration allowed{};  ///< likewise, and next_missing: the time of the gesture
  int taps = 0;        ///< next_missing: how many there were
  float value = 0;  ///< how far it is pushed, 0..1; under_way: the share of the hold that is done
  float limit = 0;  ///< below_threshold, in_dead_zone: what it must come to, or exceed

  /// How long before the last update the control began to be pushed, and was at rest again, by the
  /// stamps of its events; none where it never was. Of several devices of the seat, on the one that
  /// was pushed last. Told of controls, whoever hears them, and not of touch zones.
  std::optional<Duration> pushed_ago{};
  std::optional<Duration> let_go_ago{};
  bool is_pushed = false;  ///< since then
  Duration late{};  ///< by how much its last event missed the update that it belongs to; 0: not
};

/// A control that a binding joins to the action, and why it does it now or not. Names that a cause
/// does not need are empty.
struct ExplainedWay : Reason {
  Combination control{};  ///< with what must be held
  ActionPart part = ActionPart::whole;
  ContextId context = ContextId::none;
  DeviceKind device = DeviceKind::keyboard;
  Place place{};  ///< of the binding, in the playbook's file

  std::string by_seat{};               ///< others_device: whose it is
  std::string by_interceptor{};        ///< held_back: its name; empty where it is gone
  std::string by_zone{};               ///< other_zone: the name of that zone
  std::string by_custom{};             ///< made_nothing: the name of the function
  std::vector<std::string> schemes{};  ///< other_scheme: those that it is for
  Combination by_control{};            ///< with_missing: which. with_more: what has it. remapped:
                                       ///< what is in its place
};

/// What there is to say about an action of a seat. Plain data: it stays as it was.
struct Explanation {
  ActionId action = ActionId::none;
  std::string name{};                ///< of the action
  bool is_done = false;              ///< it is pressed, or has a value other than 0, by its reading
  std::vector<ExplainedWay> ways{};  ///< in the order of the playbook, then those taken away
};

/// The way that is the likeliest to be asked about: of those that are pushed the one that is
/// nearest to doing it, else the one with the least in its way. nullptr where there is none. Valid
/// as long as the explanation is.
const ExplainedWay* likeliest(const Explanation& explanation);

/// A sentence without a full stop: "the context chart, above, has it for mark".
std::string to_text(const ExplainedWay& way, const Seat& seat);

/// A first line that sums up, then one for each way, each with its end of line.
std::string to_text(const Explanation& explanation, const Seat& seat);

template <ActionKind kind>
Explanation Seat::explain(Action<kind> action) const {
  const ActionId id = find(action, "Seat::explain");
  return id == ActionId::none ? Explanation{} : explain(id);
}

}  // namespace nextmove
