// What a seat hears: its devices, and what becomes of what their controls do.
#pragma once

#include <span>

#include <nextmove/event.hpp>

#include "seat/common.hpp"
#include "seat/customs.hpp"
#include "seat/prompting.hpp"
#include "seat/router.hpp"
#include "seat/screen_part.hpp"
#include "seat/touch_zones.hpp"

namespace nextmove::core {

class Hearing {
 public:
  /// All must outlive it.
  Hearing(Common& common, Prompting& prompting, Customs& customs);

  Router& router() { return router_; }
  const Router& router() const { return router_; }
  const TouchZones& touch() const { return touch_; }
  Area part() const { return part_.area(); }

  // ---- devices

  /// The slot lives until it is removed. `values` are those of its controls, by source, as far as
  /// they are known: axes and vectors take them, buttons wait for a fresh press.
  Slot& add(DeviceId device, DeviceKind kind, std::span<const Vec2> values, Time time);
  /// Releases what the device holds and forgets it.
  void remove(DeviceId device, Time time);
  /// How large the window is, in any unit, and which part of it is the seat's own: there its touch
  /// zones lie, and there its places are.
  void set_screen(Vec2 window, Area part);

  // ---- what they do

  /// A control of one of them has a new value.
  void hear(Slot& slot, const Event& event);
  /// Likewise, but nobody has operated it just now: as when it comes to be heard.
  void take_up(Slot& slot, const Event& event);
  /// Every control of the device goes to rest; for DeviceId::none, of all of them.
  void rest(DeviceId device, Time time);
  /// Likewise for as long as the devices are listened to by others; fingers stay where they are
  /// until hear_again.
  void pause(Time time);
  /// A device is heard again after a silence, with these values of its controls. See add.
  void hear_again(DeviceId device, std::span<const Vec2> values, Time time);

  // ---- what they are heard by

  /// The routes have been laid anew: controls that are down go to whoever hears them now.
  void route_again(Time time);
  /// From here on another playbook is played, for which the rest of the seat is ready, and the
  /// slots are still laid out for the one of before.
  void play_on();
  /// Everything goes to rest, but the devices' values stay, for play_on.
  void rest_for_a_moment();

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack, Vec2 window);

 private:
  void rest_slots(DeviceId device, Time time);
  void hear_slowly(Slot& slot, const Event& event);
  void take_up_values(Slot& slot, std::span<const Vec2> values, Time time);

  Common& common_;
  Prompting& prompting_;
  ScreenPart part_;
  Router router_;
  TouchZones touch_;
};

}  // namespace nextmove::core
