// From fingers to touch zones.
#include <algorithm>
#include <cmath>

#include "seat/seat_state.hpp"

namespace nextmove::core {
namespace {

using std::chrono::milliseconds;

constexpr Source first_finger = source_of(Control::Finger1);
constexpr Source first_position = source_of(Control::Finger1Position);

Vec2 difference(Vec2 a, Vec2 b) {
  return {a.x - b.x, a.y - b.y};
}

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

}  // namespace

// Fingers stay where they are on the screen, and in their zones until they lift.
void SeatState::set_screen(Vec2 window, Area part) {
  time_ = present();
  for (const auto& slot : slots_) move_fingers(*slot, part);
  const bool is_other = part != part_;
  part_ = part;
  part_size_ = {window.x * part.width, window.y * part.height};
  find_areas();
  if (is_other) {
    route_again(present());
  } else {
    take_up_fingers();
  }
}

// From shares of the seat's part to shares of another.
void SeatState::move_fingers(Slot& slot, Area part) const {
  const auto moved = [&](Vec2 place) {
    const Vec2 at = {part_.left + place.x * part_.width, part_.top + place.y * part_.height};
    return Vec2{(at.x - part.left) / part.width, (at.y - part.top) / part.height};
  };
  for (std::size_t i = 0; i < slot.fingers.size(); ++i) {
    Finger& finger = slot.fingers[i];
    if (finger.place == nowhere) continue;
    finger.place = moved(finger.place);
    if (finger.landed != nowhere) finger.landed = moved(finger.landed);
    slot.controls[first_position + i] = within(finger.place);
  }
}

void SeatState::find_areas() {
  areas_.clear();
  for (const ZoneDefinition& zone : playbook_.zones()) areas_.push_back(area_of(zone, part_size_));
}

// From shares of the window to shares of the seat's part of it.
Vec2 SeatState::in_part(Vec2 place) const {
  return {(place.x - part_.left) / part_.width, (place.y - part_.top) / part_.height};
}

// From shares of the part, y down, to shares of its shorter side, y up.
Vec2 SeatState::in_shorter_sides(Vec2 place) const {
  const float shorter = std::min(part_size_.x, part_size_.y);
  return {place.x * part_size_.x / shorter, -place.y * part_size_.y / shorter};
}

bool SeatState::is_in_part(Vec2 place) const {
  constexpr float last = 0.9999999F;  // the far edges belong to the parts that touch them
  return part_.contains({std::min(place.x, last), std::min(place.y, last)});
}

// A finger that lands in another seat's part of the screen is that seat's until it lifts.
void SeatState::hear_touch(Slot& slot, Source source, Vec2 value) {
  if (source >= first_position) return hear_place(slot, source, value);
  Finger& finger = slot.fingers[source - first_finger];
  if (value.x == 0) {
    if (!finger.is_foreign) lift_finger(slot, finger, source);
    finger.is_foreign = false;
    finger.is_down = false;
  } else if (!finger.is_down) {
    finger.is_down = true;
    if (finger.is_foreign) return;
    route(slot, source, value, Cause::operated);
    land_finger(slot, finger);
  }
}

void SeatState::hear_place(Slot& slot, Source source, Vec2 value) {
  Finger& finger = slot.fingers[source - first_position];
  if (!finger.is_down) finger.is_foreign = !is_in_part(value);
  if (finger.is_foreign) return;
  const Vec2 before = finger.place;
  finger.place = in_part(value);
  route(slot, source, within(finger.place), Cause::operated);
  if (finger.zone != no_index) move_finger(slot, finger, before);
}

// Zones that nobody hears let the finger through to those below.
bool SeatState::is_heard(Source zone) const {
  return std::any_of(wires_.bundle(zone).begin(), wires_.bundle(zone).end(),
                     [](const Wire& wire) { return wire.can_press; });
}

void SeatState::land_finger(Slot& slot, Finger& finger) {
  finger.landed = finger.place;
  finger.since = time_;
  finger.order = ++slot.fingers_ever;
  finger.is_spent = false;
  finger.is_late = false;
  finger.zone = zone_at(finger.place);
  if (finger.zone != no_index) operate_zone(slot, finger.zone, Cause::operated);
}

// The first that somebody hears; `no_index` for none.
std::uint32_t SeatState::zone_at(Vec2 place) const {
  for (std::size_t zone = 0; zone < areas_.size(); ++zone) {
    const bool is_there = areas_[zone].contains(place) && is_heard(source_of_zone(zone));
    if (is_there) return static_cast<std::uint32_t>(zone);
  }
  return no_index;
}

// What is under the fingers may be heard by others now, or again. What is down presses nothing, as
// everywhere; a finger that had no zone gets the one where it landed, and a stick does not jump.
void SeatState::take_up_fingers() {
  for (const auto& slot : slots_) {
    for (Finger& finger : slot->fingers) {
      if (!finger.is_down || finger.is_foreign) continue;
      if (finger.zone == no_index) {
        finger.zone = zone_at(finger.landed);
        if (finger.zone == no_index) continue;
        finger.landed = finger.place;
        finger.since = time_;
        finger.is_late = true;
        finger.is_spent = playbook_.zones()[finger.zone].kind == ZoneKind::tap;
      }
      operate_zone(*slot, finger.zone, Cause::rewired);
    }
  }
  settle_rewired_flows();
}

// The fingers as they are on a screen that was not listened to for a while.
void SeatState::find_fingers(Slot& slot, std::span<const Vec2> values) {
  for (std::size_t i = 0; i < slot.fingers.size(); ++i) {
    Finger& finger = slot.fingers[i];
    const bool was_down = finger.is_down;
    if (values[first_finger + i].x == 0) {
      finger = {};
      continue;
    }
    const Vec2 at = values[first_position + i];
    finger.is_down = true;
    if (!was_down) finger.is_foreign = !is_in_part(at);
    if (finger.is_foreign) continue;
    if (at != nowhere) finger.place = in_part(at);
    slot.controls[first_position + i] = within(finger.place);
    if (was_down) continue;
    finger.landed = finger.place;
    finger.order = ++slot.fingers_ever;
  }
}

// Zones are known by their names. A finger whose zone is gone belongs to none until it lifts.
void SeatState::keep_zones(std::array<Finger, 10>& fingers,
                           std::span<const ZoneDefinition> before) const {
  const auto zones = playbook_.zones();
  for (Finger& finger : fingers) {
    if (finger.zone == no_index) continue;
    const ZoneDefinition& old = before[finger.zone];
    const auto found = std::find_if(zones.begin(), zones.end(), [&](const ZoneDefinition& it) {
      return it.name == old.name && it.kind == old.kind;
    });
    finger.zone = static_cast<std::uint32_t>(found - zones.begin());
    if (found != zones.end()) continue;
    finger.zone = no_index;
    finger.landed = nowhere;  // no other zone gets it
  }
}

void SeatState::move_finger(Slot& slot, Finger& finger, Vec2 before) {
  const Vec2 way = in_shorter_sides(difference(finger.place, finger.landed));
  switch (playbook_.zones()[finger.zone].kind) {
    case ZoneKind::button: break;
    case ZoneKind::stick: operate_zone(slot, finger.zone, Cause::operated); break;
    case ZoneKind::tap: finger.is_spent = finger.is_spent || length(way) > tap_distance; break;
    case ZoneKind::swipe: swipe(slot, finger, before); break;
    case ZoneKind::two_fingers: move_two(slot, finger, before); break;
  }
}

// What counts is how fast it goes from where it rested: on landing or later, and anew wherever it
// has gone too slowly.
void SeatState::swipe(Slot& slot, Finger& finger, Vec2 before) {
  if (finger.is_spent) return;
  const bool rested = length(in_shorter_sides(difference(before, finger.landed))) <= tap_distance;
  const bool is_slow = !rested && time_ - finger.since > milliseconds{swipe_milliseconds};
  if (is_slow) finger.landed = before;
  if (rested || is_slow) finger.since = time_;
  const Vec2 way = in_shorter_sides(difference(finger.place, finger.landed));
  if (length(way) < swipe_distance) return;
  finger.is_spent = true;
  route(slot, source_of_zone(finger.zone), nearest_side(way), Cause::operated);
}

void SeatState::move_two(Slot& slot, const Finger& moved, Vec2 before) {
  const Finger* first = oldest_finger(slot, moved.zone, 0);
  const Finger* second = first != nullptr ? oldest_finger(slot, moved.zone, first->order) : nullptr;
  if (second == nullptr || (&moved != first && &moved != second)) return;
  const Vec2 other = (&moved == first ? second : first)->place;
  const Vec2 was = in_shorter_sides(difference(before, other));
  const Vec2 is = in_shorter_sides(difference(moved.place, other));
  route(slot, source_of_zone(moved.zone), {turn_between(was, is), length(is) - length(was)},
        Cause::operated);
}

void SeatState::lift_finger(Slot& slot, Finger& finger, Source source) {
  route(slot, source, {}, Cause::operated);
  if (finger.zone != no_index) leave_zone(slot, finger);
  finger.place = nowhere;
  route(slot, source + (first_position - first_finger), nowhere, Cause::operated);
}

void SeatState::leave_zone(Slot& slot, Finger& finger) {
  const std::uint32_t zone = finger.zone;
  finger.zone = no_index;
  const bool is_short = time_ - finger.since <= milliseconds{tap_milliseconds};
  if (playbook_.zones()[zone].kind == ZoneKind::tap && !finger.is_spent && is_short) {
    route(slot, source_of_zone(zone), {1, 0}, Cause::operated);
  }
  operate_zone(slot, zone, Cause::operated);
}

// Of the fingers in the zone, the oldest that is younger than `after`.
const Finger* SeatState::oldest_finger(const Slot& slot, std::uint32_t zone, std::uint32_t after) {
  const Finger* oldest = nullptr;
  for (const Finger& finger : slot.fingers) {
    const bool is_candidate = finger.zone == zone && finger.order > after;
    if (is_candidate && (oldest == nullptr || finger.order < oldest->order)) oldest = &finger;
  }
  return oldest;
}

// What the fingers that are in a button or a stick make of it. The oldest leads.
void SeatState::operate_zone(Slot& slot, std::uint32_t zone, Cause cause) {
  const ZoneDefinition& definition = playbook_.zones()[zone];
  const bool is_stick = definition.kind == ZoneKind::stick;
  if (!is_stick && definition.kind != ZoneKind::button) return;
  const Finger* finger = oldest_finger(slot, zone, 0);
  Vec2 value;
  if (finger != nullptr) value = is_stick ? stick_value(*finger, zone) : Vec2{1, 0};
  if (slot.controls[source_of_zone(zone)] != value) {
    route(slot, source_of_zone(zone), value, cause);
  }
}

Vec2 SeatState::stick_value(const Finger& finger, std::uint32_t zone) const {
  const Area& area = areas_[zone];
  const bool floats = playbook_.zones()[zone].is_floating;
  const Vec2 middle = {area.left + area.width / 2, area.top + area.height / 2};
  const Vec2 size = in_shorter_sides({area.width, area.height});
  const float radius = floats ? floating_radius : std::min(size.x, -size.y) / 2;
  const Vec2 way =
      in_shorter_sides(difference(finger.place, floats || finger.is_late ? finger.landed : middle));
  return at_most_one({way.x / radius, way.y / radius});
}

}  // namespace nextmove::core
