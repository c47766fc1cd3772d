// What an interceptor may do, on what its handles mean in the seat's playbook.
#include <cmath>

#include <nextmove/complaint.hpp>
#include <nextmove/interceptor.hpp>

#include "seat/seat_state.hpp"

namespace nextmove {
namespace {

// Calls `use` with the number of the action, where the playbook has it.
template <ActionKind kind, class Use>
void with_action(core::SeatState& seat, Action<kind> handle, std::string_view call,
                 const Use& use) {
  const ActionId action = seat.handles().find(handle, call);
  if (action != ActionId::none) use(action);
}

template <ActionKind kind>
core::Intake read_intake(core::SeatState& seat, Action<kind> handle) {
  core::Intake intake;
  with_action(seat, handle, "Incoming::read",
              [&](ActionId it) { intake = seat.readout().intake(it); });
  return intake;
}

bool is_finite(Vec2 value, std::string_view call) {
  if (std::isfinite(value.x) && std::isfinite(value.y)) return true;
  core::complain(ComplaintKind::wrong_value, call, "was given a value that is no finite number");
  return false;
}

template <ActionKind kind>
void set_value(core::SeatState& seat, Action<kind> handle, Vec2 value, std::string_view call) {
  if (!is_finite(value, call)) return;
  with_action(seat, handle, call, [&](ActionId it) { seat.readout().set_value(it, value); });
}

template <ActionKind kind>
void hold_back_any(core::SeatState& seat, Action<kind> handle) {
  with_action(seat, handle, "Incoming::hold_back",
              [&](ActionId it) { seat.readout().hold_back(it); });
}

}  // namespace

Time Incoming::now() const {
  return seat_.common().journal.now;
}
Duration Incoming::since_last() const {
  return seat_.common().since_last;
}

bool Incoming::is_muted(ActionId id, std::uint32_t hash, ActionKind kind) const {
  return seat_.mutes().is_muted(seat_.handles().find(id, hash, kind, "Incoming::is_muted"));
}

ButtonReading Incoming::read(Button action) {
  return read_intake(seat_, action).button;
}
AxisReading Incoming::read(Axis action) {
  return {read_intake(seat_, action).value.x};
}
VectorReading Incoming::read(Vector action) {
  return {read_intake(seat_, action).value};
}
MotionReading Incoming::read(Motion action) {
  return {read_intake(seat_, action).value};
}
TurnReading Incoming::read(Turn action) {
  return {read_intake(seat_, action).value.x};
}
PointerReading Incoming::read(Pointer action) {
  const core::Intake intake = read_intake(seat_, action);
  return {intake.value, intake.is_present};
}

void Incoming::hold_back(Button action) {
  hold_back_any(seat_, action);
}
void Incoming::hold_back(Axis action) {
  hold_back_any(seat_, action);
}
void Incoming::hold_back(Vector action) {
  hold_back_any(seat_, action);
}
void Incoming::hold_back(Motion action) {
  hold_back_any(seat_, action);
}
void Incoming::hold_back(Turn action) {
  hold_back_any(seat_, action);
}
void Incoming::hold_back(Pointer action) {
  hold_back_any(seat_, action);
}

void Incoming::press(Button action) {
  with_action(seat_, action, "Incoming::press",
              [&](ActionId it) { seat_.readout().invent_press(it); });
}
void Incoming::hold(Button action) {
  with_action(seat_, action, "Incoming::hold",
              [&](ActionId it) { seat_.readout().invent_hold(it); });
}

void Incoming::set(Axis action, float value) {
  set_value(seat_, action, {value, 0}, "Incoming::set");
}
void Incoming::set(Vector action, Vec2 value) {
  set_value(seat_, action, value, "Incoming::set");
}
void Incoming::set(Motion action, Vec2 value) {
  set_value(seat_, action, value, "Incoming::set");
}
void Incoming::set(Turn action, float value) {
  set_value(seat_, action, {value, 0}, "Incoming::set");
}
void Incoming::set(Pointer action, Vec2 position) {
  set_value(seat_, action, position, "Incoming::set");
}

void Incoming::add(Axis action, float value) {
  set_value(seat_, action, {read(action).value + value, 0}, "Incoming::add");
}
void Incoming::add(Vector action, Vec2 value) {
  set_value(seat_, action, core::sum(read(action).value, value), "Incoming::add");
}
void Incoming::add(Motion action, Vec2 value) {
  set_value(seat_, action, core::sum(read(action).value, value), "Incoming::add");
}
void Incoming::add(Turn action, float value) {
  set_value(seat_, action, {read(action).value + value, 0}, "Incoming::add");
}

}  // namespace nextmove
