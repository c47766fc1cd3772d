#include <nextmove/interceptor.hpp>

#include "seat_state.hpp"

namespace nextmove {
namespace {

template <ActionKind kind>
bool knows(const core::SeatState& seat, Action<kind> action) {
  return seat.has(action.id, kind);
}

template <ActionKind kind>
void set_value(core::SeatState& seat, Action<kind> action, Vec2 value) {
  if (knows(seat, action)) seat.change(action.id).value = core::clamped(value, kind);
}

template <ActionKind kind>
Vec2 value_of(core::SeatState& seat, Action<kind> action) {
  return knows(seat, action) ? seat.intake(action.id).value : Vec2{};
}

}  // namespace

Time Incoming::now() const {
  return seat_.now();
}
Duration Incoming::since_last() const {
  return seat_.since_last();
}

ButtonReading Incoming::read(Button action) {
  return knows(seat_, action) ? seat_.intake(action.id).button : ButtonReading{};
}
AxisReading Incoming::read(Axis action) {
  return {value_of(seat_, action).x};
}
VectorReading Incoming::read(Vector action) {
  return {value_of(seat_, action)};
}
MotionReading Incoming::read(Motion action) {
  return {value_of(seat_, action)};
}
PointerReading Incoming::read(Pointer action) {
  if (!knows(seat_, action)) return {};
  const core::Intake& intake = seat_.intake(action.id);
  return {intake.value, intake.is_present};
}

void Incoming::hold_back(Button action) {
  if (knows(seat_, action)) seat_.hold_back(action.id);
}
void Incoming::hold_back(Pointer action) {
  if (knows(seat_, action)) seat_.change(action.id).is_present = false;
}

void Incoming::press(Button action) {
  if (knows(seat_, action)) seat_.invent_press(action.id);
}
void Incoming::hold(Button action) {
  if (knows(seat_, action)) seat_.change(action.id).button.held = true;
}

void Incoming::set(Axis action, float value) {
  set_value(seat_, action, {value, 0});
}
void Incoming::set(Vector action, Vec2 value) {
  set_value(seat_, action, value);
}
void Incoming::set(Motion action, Vec2 value) {
  set_value(seat_, action, value);
}
void Incoming::set(Pointer action, Vec2 position) {
  set_value(seat_, action, position);
  if (knows(seat_, action)) seat_.change(action.id).is_present = true;
}

void Incoming::add(Vector action, Vec2 value) {
  const Vec2 before = read(action).value;
  set(action, {before.x + value.x, before.y + value.y});
}
void Incoming::add(Motion action, Vec2 value) {
  const Vec2 before = read(action).value;
  set(action, {before.x + value.x, before.y + value.y});
}

}  // namespace nextmove
