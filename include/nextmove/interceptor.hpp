// Interceptors: steps of the game between what the devices say and what the game reads.
#pragma once

#include <cstdint>
#include <functional>
#include <string>

#include <nextmove/action.hpp>
#include <nextmove/reading.hpp>
#include <nextmove/time.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove {

namespace core {
class SeatState;
}

/// What is about to become the readings of one seat. An interceptor may read it, hold some of it
/// back, replace it or add to it; presses and releases are reckoned afterwards, so what is held
/// back was never pressed, and what is invented is pressed and released like anything else. Mutes
/// come before: they silence what the player does, not what an interceptor makes up; is_muted asks.
/// A handle whose action the playbook does not have, or an empty one, reads as at rest and changes
/// nothing, and is a complaint, once; so is a value that is no finite number, every time.
class Incoming {
 public:
  Time now() const;             ///< of this update
  Duration since_last() const;  ///< from the update before

  /// Whether a mute silences the action: an aid that makes up presses mostly should not do so then.
  template <ActionKind kind>
  bool is_muted(Action<kind> action) const {
    return is_muted(action.id, action.hash, kind);
  }

  /// As it stands, after the interceptors before this one.
  ButtonReading read(Button action);
  AxisReading read(Axis action);  ///< its digit is reckoned later and reads 0, like a vector's
  VectorReading read(Vector action);
  MotionReading read(Motion action);
  TurnReading read(Turn action);
  PointerReading read(Pointer action);

  /// As if nobody did anything. A control of a button that is down stays unheard until it is
  /// pressed afresh; a toggle goes off.
  void hold_back(Button action);
  void hold_back(Axis action);
  void hold_back(Vector action);
  void hold_back(Motion action);
  void hold_back(Turn action);
  void hold_back(Pointer action);

  /// One press and its release, now.
  void press(Button action);
  /// Held in this update; ends with the first that does not say so.
  void hold(Button action);

  /// In place of what is there. Cut off to the range of the kind.
  void set(Axis action, float value);
  void set(Vector action, Vec2 value);
  void set(Motion action, Vec2 value);
  void set(Turn action, float value);
  void set(Pointer action, Vec2 position);

  /// On top of what is there. Cut off likewise.
  void add(Axis action, float value);
  void add(Vector action, Vec2 value);
  void add(Motion action, Vec2 value);
  void add(Turn action, float value);

  /// For the library's own modules.
  explicit Incoming(core::SeatState& seat) : seat_(seat) {}

 private:
  bool is_muted(ActionId id, std::uint32_t hash, ActionKind kind) const;

  core::SeatState& seat_;
};

/// Called in every update, whether anything happened or not. It may enter and leave contexts, mute,
/// and add or remove interceptors; all that counts from the next update on. The hub it must leave
/// alone, but for feeding it: whatever else changes a hub is a complaint from here, and does
/// nothing. It must not allocate where the game must not.
using Interceptor = std::function<void(Incoming&)>;

/// Names one interceptor of one seat. None is used twice.
enum class InterceptorId : std::uint32_t { none = 0 };

/// An interceptor as Seat::interceptors lists it.
struct InterceptorInfo {
  InterceptorId id = InterceptorId::none;
  std::string name{};  ///< as the game called it: "docking pilot"
  int order = 0;
};

}  // namespace nextmove
