// From fingers to touch zones.
#pragma once

#include <array>
#include <span>
#include <vector>

#include <nextmove/area.hpp>
#include <nextmove/zone.hpp>

#include "seat/common.hpp"
#include "seat/router.hpp"
#include "seat/screen_part.hpp"

namespace nextmove::core {

class TouchZones {
 public:
  /// All must outlive it, the zones until others are laid out.
  TouchZones(Common& common, Router& router, const ScreenPart& part,
             std::span<const ZoneDefinition> zones)
      : common_(common), router_(router), part_(part), zones_(zones) {
    lay_out();
  }

  /// A finger, or the place of one, has a new value in the event at hand.
  void hear(Slot& slot, Source source, Vec2 value);
  /// What is under the fingers may be heard by others now, or again. What is down presses nothing,
  /// as everywhere; a finger that had no zone gets the one where it landed, and a stick does not
  /// jump.
  void take_up_fingers();
  /// The fingers as they are on a screen that was not listened to for a while.
  void find_fingers(Slot& slot, std::span<const Vec2> values) const;

  /// Of a finger that landed where this zone lies, the other zone that caught it; no_index for
  /// none.
  std::uint32_t catcher(const Slot& slot, std::uint32_t zone) const;

  /// The part is about to be this one: fingers stay where they are on the screen, and in their
  /// zones until they lift. Lay out afterwards.
  void move_fingers(const ScreenPart& to) const;
  /// The part or the zones are others.
  void lay_out();
  /// Zones are known by their names. A finger whose zone is gone belongs to none until it lifts.
  void keep_zones(std::span<const ZoneDefinition> zones);

 private:
  void hear_place(Slot& slot, Source source, Vec2 value);
  void land(Slot& slot, Finger& finger);
  void move(Slot& slot, Finger& finger, Vec2 before);
  void swipe(Slot& slot, Finger& finger, Vec2 before);
  void move_two(Slot& slot, const Finger& moved, Vec2 before);
  void lift(Slot& slot, Finger& finger, Source source);
  void leave_zone(Slot& slot, Finger& finger);
  void operate(Slot& slot, std::uint32_t zone, Cause cause);
  std::uint32_t zone_at(Vec2 place) const;
  Vec2 stick_value(const Finger& finger, std::uint32_t zone) const;

  Common& common_;
  Router& router_;
  const ScreenPart& part_;
  std::span<const ZoneDefinition> zones_;
  std::vector<Area> areas_;  // by zone
};

}  // namespace nextmove::core
