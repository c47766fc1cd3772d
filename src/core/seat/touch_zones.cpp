// From fingers to touch zones.
#include "seat/touch_zones.hpp"

#include <algorithm>
#include <cmath>

namespace nextmove::core {
namespace {

using std::chrono::milliseconds;

constexpr Source first_finger = source_of(Control::Finger1);
constexpr Source first_position = source_of(Control::Finger1Position);

Vec2 at_most_one(Vec2 v) {
  const float l = length(v);
  return l > 1 ? Vec2{v.x / l, v.y / l} : v;
}

Vec2 within(Vec2 place) {
  return {std::clamp(place.x, 0.0F, 1.0F), std::clamp(place.y, 0.0F, 1.0F)};
}

// The way of a flick: right, left, up or down.
Vec2 nearest_side(Vec2 v) {
  if (std::abs(v.x) >= std::abs(v.y)) return {v.x > 0 ? 1.0F : -1.0F, 0};
  return {0, v.y > 0 ? 1.0F : -1.0F};
}

// The arc tangent for 0..1, to 1e-5 radians (Abramowitz and Stegun, Handbook of Mathematical
// Functions, 4.4.49), with the same bits on every machine.
double arc_tangent(double x) {
  const double s = x * x;
  return x * (0.9998660 + s * (-0.3302995 + s * (0.1801410 + s * (-0.0851330 + s * 0.0208351))));
}

// By how many degrees `b` is turned against `a`, clockwise positive.
float turn_between(Vec2 a, Vec2 b) {
  const double cross = static_cast<double>(a.y) * static_cast<double>(b.x) -
                       static_cast<double>(a.x) * static_cast<double>(b.y);
  const double dot = static_cast<double>(a.x) * static_cast<double>(b.x) +
                     static_cast<double>(a.y) * static_cast<double>(b.y);
  const double across = std::abs(cross);
  const double along = std::abs(dot);
  if (across + along == 0) return 0;
  constexpr double degrees = 57.29577951308232;
  double angle = across <= along ? arc_tangent(across / along) * degrees
                                 : 90 - arc_tangent(along / across) * degrees;
  if (dot < 0) angle = 180 - angle;
  return static_cast<float>(cross < 0 ? -angle : angle);
}

// Of the fingers in the zone, the oldest that is younger than `after`.
const Finger* oldest_finger(const Slot& slot, std::uint32_t zone, std::uint32_t after) {
  const Finger* oldest = nullptr;
  for (const Finger& finger : slot.fingers) {
    const bool is_candidate = finger.zone == zone && finger.order > after;
    if (is_candidate && (oldest == nullptr || finger.order < oldest->order)) oldest = &finger;
  }
  return oldest;
}

}  // namespace

void TouchZones::move_fingers(const ScreenPart& to) const {
  const auto moved = [&](Vec2 place) { return to.from_window(part_.to_window(place)); };
  for (const auto& slot : common_.slots) {
    for (std::size_t i = 0; i < slot->fingers.size(); ++i) {
      Finger& finger = slot->fingers[i];
      if (finger.place == nowhere) continue;
      finger.place = moved(finger.place);
      if (finger.landed != nowhere) finger.landed = moved(finger.landed);
      slot->controls[first_position + i] = within(finger.place);
    }
  }
}

void TouchZones::lay_out() {
  areas_.clear();
  for (const ZoneDefinition& zone : zones_) areas_.push_back(area_of(zone, part_.size()));
}

// A finger that lands in another seat's part of the screen is that seat's until it lifts.
void TouchZones::hear(Slot& slot, Source source, Vec2 value) {
  if (source >= first_position) return hear_place(slot, source, value);
  Finger& finger = slot.fingers[source - first_finger];
  if (value.x == 0) {
    if (!finger.is_foreign) lift(slot, finger, source);
    finger.is_foreign = false;
    finger.is_down = false;
  } else if (!finger.is_down) {
    finger.is_down = true;
    if (finger.is_foreign) return;
    router_.route(slot, source, value, Cause::operated);
    land(slot, finger);
  }
}

void TouchZones::hear_place(Slot& slot, Source source, Vec2 value) {
  Finger& finger = slot.fingers[source - first_position];
  if (!finger.is_down) finger.is_foreign = !part_.contains(value);
  if (finger.is_foreign) return;
  const Vec2 before = finger.place;
  finger.place = part_.from_window(value);
  router_.route(slot, source, within(finger.place), Cause::operated);
  if (finger.zone != no_index) move(slot, finger, before);
}

void TouchZones::land(Slot& slot, Finger& finger) {
  finger.landed = finger.place;
  finger.since = common_.time;
  finger.order = ++slot.fingers_ever;
  finger.is_spent = false;
  finger.is_late = false;
  finger.zone = zone_at(finger.place);
  if (finger.zone != no_index) operate(slot, finger.zone, Cause::operated);
}

std::uint32_t TouchZones::catcher(const Slot& slot, std::uint32_t zone) const {
  for (const Finger& finger : slot.fingers) {
    const bool is_caught = finger.is_down && finger.zone != no_index && finger.zone != zone;
    if (is_caught && areas_[zone].contains(finger.landed)) return finger.zone;
  }
  return no_index;
}

// The first that somebody hears, since the others let the finger through; `no_index` for none.
std::uint32_t TouchZones::zone_at(Vec2 place) const {
  for (std::size_t zone = 0; zone < areas_.size(); ++zone) {
    const bool is_there =
        areas_[zone].contains(place) && router_.active_routes().is_heard(source_of_zone(zone));
    if (is_there) return static_cast<std::uint32_t>(zone);
  }
  return no_index;
}

void TouchZones::take_up_fingers() {
  for (const auto& slot : common_.slots) {
    for (Finger& finger : slot->fingers) {
      if (!finger.is_down || finger.is_foreign) continue;
      if (finger.zone == no_index) {
        finger.zone = zone_at(finger.landed);
        if (finger.zone == no_index) continue;
        finger.landed = finger.place;
        finger.since = common_.time;
        finger.is_late = true;
        finger.is_spent = zones_[finger.zone].kind == ZoneKind::tap;
      }
      operate(*slot, finger.zone, Cause::rewired);
    }
  }
  router_.flows().settle_rewired();
}

void TouchZones::find_fingers(Slot& slot, std::span<const Vec2> values) const {
  for (std::size_t i = 0; i < slot.fingers.size(); ++i) {
    Finger& finger = slot.fingers[i];
    const bool was_down = finger.is_down;
    if (values[first_finger + i].x == 0) {
      finger = {};
      continue;
    }
    const Vec2 at = values[first_position + i];
    finger.is_down = true;
    if (!was_down) finger.is_foreign = !part_.contains(at);
    if (finger.is_foreign) continue;
    if (at != nowhere) finger.place = part_.from_window(at);
    slot.controls[first_position + i] = within(finger.place);
    if (was_down) continue;
    finger.landed = finger.place;
    finger.order = ++slot.fingers_ever;
  }
}

void TouchZones::keep_zones(std::span<const ZoneDefinition> zones) {
  const auto keep = [&](Finger& finger) {
    if (finger.zone == no_index) return;
    const ZoneDefinition& old = zones_[finger.zone];
    const auto found = std::find_if(zones.begin(), zones.end(), [&](const ZoneDefinition& it) {
      return it.name == old.name && it.kind == old.kind;
    });
    finger.zone = static_cast<std::uint32_t>(found - zones.begin());
    if (found != zones.end()) return;
    finger.zone = no_index;
    finger.landed = nowhere;  // no other zone gets it
  };
  for (const auto& slot : common_.slots) {
    for (Finger& finger : slot->fingers) keep(finger);
  }
  zones_ = zones;
  lay_out();
}

void TouchZones::move(Slot& slot, Finger& finger, Vec2 before) {
  const Vec2 way = part_.in_shorter_sides(difference(finger.place, finger.landed));
  switch (zones_[finger.zone].kind) {
    case ZoneKind::button: break;
    case ZoneKind::stick: operate(slot, finger.zone, Cause::operated); break;
    case ZoneKind::tap: finger.is_spent = finger.is_spent || length(way) > tap_distance; break;
    case ZoneKind::swipe: swipe(slot, finger, before); break;
    case ZoneKind::two_fingers: move_two(slot, finger, before); break;
  }
}

// What counts is how fast it goes from where it rested: on landing or later, and anew wherever it
// has gone too slowly.
void TouchZones::swipe(Slot& slot, Finger& finger, Vec2 before) {
  if (finger.is_spent) return;
  const bool rested =
      length(part_.in_shorter_sides(difference(before, finger.landed))) <= tap_distance;
  const bool is_slow = !rested && common_.time - finger.since > milliseconds{swipe_milliseconds};
  if (is_slow) finger.landed = before;
  if (rested || is_slow) finger.since = common_.time;
  const Vec2 way = part_.in_shorter_sides(difference(finger.place, finger.landed));
  if (length(way) < swipe_distance) return;
  finger.is_spent = true;
  router_.route(slot, source_of_zone(finger.zone), nearest_side(way), Cause::operated);
}

void TouchZones::move_two(Slot& slot, const Finger& moved, Vec2 before) {
  const Finger* first = oldest_finger(slot, moved.zone, 0);
  const Finger* second = first != nullptr ? oldest_finger(slot, moved.zone, first->order) : nullptr;
  if (second == nullptr || (&moved != first && &moved != second)) return;
  const Vec2 other = (&moved == first ? second : first)->place;
  const Vec2 was = part_.in_shorter_sides(difference(before, other));
  const Vec2 is = part_.in_shorter_sides(difference(moved.place, other));
  router_.route(slot, source_of_zone(moved.zone), {turn_between(was, is), length(is) - length(was)},
                Cause::operated);
}

void TouchZones::lift(Slot& slot, Finger& finger, Source source) {
  router_.route(slot, source, {}, Cause::operated);
  if (finger.zone != no_index) leave_zone(slot, finger);
  finger.place = nowhere;
  router_.route(slot, source + (first_position - first_finger), nowhere, Cause::operated);
}

void TouchZones::leave_zone(Slot& slot, Finger& finger) {
  const std::uint32_t zone = finger.zone;
  finger.zone = no_index;
  const bool is_short = common_.time - finger.since <= milliseconds{tap_milliseconds};
  if (zones_[zone].kind == ZoneKind::tap && !finger.is_spent && is_short) {
    router_.route(slot, source_of_zone(zone), {1, 0}, Cause::operated);
  }
  operate(slot, zone, Cause::operated);
}

// What the fingers that are in a button or a stick make of it. The oldest leads.
void TouchZones::operate(Slot& slot, std::uint32_t zone, Cause cause) {
  const ZoneDefinition& definition = zones_[zone];
  const bool is_stick = definition.kind == ZoneKind::stick;
  if (!is_stick && definition.kind != ZoneKind::button) return;
  const Finger* finger = oldest_finger(slot, zone, 0);
  Vec2 value;
  if (finger != nullptr) value = is_stick ? stick_value(*finger, zone) : Vec2{1, 0};
  if (slot.controls[source_of_zone(zone)] != value) {
    router_.route(slot, source_of_zone(zone), value, cause);
  }
}

Vec2 TouchZones::stick_value(const Finger& finger, std::uint32_t zone) const {
  const Area& area = areas_[zone];
  const bool floats = zones_[zone].is_floating;
  const Vec2 middle = {area.left + area.width / 2, area.top + area.height / 2};
  const Vec2 size = part_.in_shorter_sides({area.width, area.height});
  const float radius = floats ? floating_radius : std::min(size.x, -size.y) / 2;
  const Vec2 way = part_.in_shorter_sides(
      difference(finger.place, floats || finger.is_late ? finger.landed : middle));
  return at_most_one({way.x / radius, way.y / radius});
}

}  // namespace nextmove::core
