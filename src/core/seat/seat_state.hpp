// A seat: its parts, and what goes through several of them.
#pragma once

#include <span>
#include <string>
#include <utility>

#include <nextmove/capture.hpp>
#include <nextmove/event.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/profile.hpp>

#include "seat/common.hpp"
#include "seat/customs.hpp"
#include "seat/handler_list.hpp"
#include "seat/handles.hpp"
#include "seat/kept_presses.hpp"
#include "seat/mutes.hpp"
#include "seat/prompting.hpp"
#include "seat/readout.hpp"
#include "seat/router.hpp"
#include "seat/screen_part.hpp"
#include "seat/touch_zones.hpp"
#include "steps/journal.hpp"

namespace nextmove::core {

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

  // ---- its parts

  const Common& common() const { return common_; }
  const Router& router() const { return router_; }
  const Profile& profile() const { return profile_; }
  Area part() const { return part_.area(); }
  Mutes& mutes() { return mutes_; }
  const Mutes& mutes() const { return mutes_; }
  Readout& readout() { return readout_; }
  KeptPresses& presses() { return presses_; }
  const KeptPresses& presses() const { return presses_; }
  const Handles& handles() const { return handles_; }
  Prompting& prompting() { return prompting_; }
  const Prompting& prompting() const { return prompting_; }
  HandlerList& handlers() { return handlers_; }

  // ---- what the seating says

  const Sitting& sitting() const { return sitting_; }
  void set_taken(bool is_taken) { sitting_.is_taken = is_taken; }
  void set_waiting(bool is_waiting) { sitting_.is_waiting = is_waiting; }
  void set_reserved(bool is_reserved) { sitting_.is_reserved = is_reserved; }
  const Capture& capture() const { return capture_; }
  void set_capture(Capture capture) { capture_ = std::move(capture); }

  // ---- devices

  /// The slot lives until remove_device. `values` are those of its controls, by source, as far as
  /// they are known: axes and vectors take them, buttons wait for a fresh press.
  Slot& add_device(DeviceId device, DeviceKind kind, std::span<const Vec2> values, Time time);
  /// Releases what the device holds and forgets it.
  void remove_device(DeviceId device, Time time);
  /// A control of one of the seat's devices has a new value.
  void hear(Slot& slot, const Event& event);
  /// Likewise, but nobody has operated it just now: as when it comes to be heard.
  void take_up(Slot& slot, const Event& event);
  /// Every control of every device goes to rest.
  void release_all(Time time);
  /// Likewise for as long as its devices are listened to by others; its fingers stay where they are
  /// until hear_again.
  void pause(Time time);
  /// The same for one device of the seat.
  void release_device(DeviceId device, Time time);
  /// A device is heard again after a silence, with these values of its controls, by source. See
  /// add_device.
  void hear_again(DeviceId device, std::span<const Vec2> values, Time time);
  /// How large the window is, in any unit, and which part of it is the seat's own: there its touch
  /// zones lie, and there its places are.
  void set_screen(Vec2 window, Area part);

  // ---- who hears them

  // `none` does nothing.
  void enter(ContextId context);
  void leave(ContextId context);
  void switch_to(ContextId context);
  /// From here on, only the bindings of this scheme are heard; of `none`, all.
  void hold_to(SchemeId scheme);
  /// From here on, only actions that are heard while typing hear keys. The keyboards must be at
  /// rest.
  void set_typing(bool is_typing);
  /// Goes on with another playbook, in which the numbers of this one still hold (see
  /// keep_numbers).
  void adopt(const Playbook& playbook);
  /// Goes on with what the player has changed.
  void set_profile(Profile profile);

  /// Makes what was heard since the last update into readings.
  void update(Time now);

 private:
  void hear_slowly(Slot& slot, const Event& event);
  void take_up_values(Slot& slot, std::span<const Vec2> values, Time time);
  void play_by(Playbook playbook);
  void list_context(ContextId context);
  void unlist_context(ContextId context);
  void route_again(Time time);

  Common common_;
  Playbook given_;  // without the player's changes
  Profile profile_;
  ScreenPart part_;
  Router router_;
  TouchZones touch_;
  Mutes mutes_;
  Readout readout_;
  KeptPresses presses_;
  Handles handles_;
  Prompting prompting_;
  HandlerList handlers_;
  Sitting sitting_;
  Capture capture_;
};

}  // namespace nextmove::core
