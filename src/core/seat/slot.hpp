// A device as a seat has it: what its controls say, and what the seat's routes make of them.
#pragma once

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <span>
#include <vector>

#include <nextmove/device.hpp>
#include <nextmove/time.hpp>
#include <nextmove/vec2.hpp>

#include "base/arithmetic.hpp"
#include "compiled/wiring.hpp"
#include "seat/contact.hpp"

namespace nextmove::core {

struct Slot;

inline constexpr Vec2 middle_of_part = {0.5F, 0.5F};  // where a pointer stands at first

/// Of a route to a button.
struct RouteState {
  bool is_down = false;  // the control is beyond the threshold
  bool is_held = false;  // ... and this route holds the action
};

/// How a contact ended that did nothing.
enum class GestureEnd : std::uint8_t { none, too_early, too_late };

struct GestureState {
  Time since{};                       // when the contact, or the last of several taps, began
  Time due = never;                   // when time alone makes it fire next
  std::uint16_t count = 0;            // of taps so far
  bool is_heard = false;              // there is a contact, and it counts
  GestureEnd end = GestureEnd::none;  // of the last
  Duration lasted{};                  // that contact
};

/// Whether smoothing is over, since so little is left.
inline bool is_over(Vec2 left) {
  return std::max(std::abs(left.x), std::abs(left.y)) < 1e-4F;
}

/// A contribution that changes with time alone.
struct FlowState {
  Vec2 target{};           // shaped, but not smoothed
  Vec2 smooth{};           // what smoothing lets through of it
  Vec2 pending{};          // of a smoothed displacement: what has not come through yet
  Time until{};            // up to here it has been reckoned
  bool is_listed = false;  // among those that are moving

  /// Whether smoothing has let everything through, but for what nobody would see.
  bool is_settled() const { return is_over(difference(smooth, target)) && is_over(pending); }
};

/// What a device comes to for an action other than a button.
struct LiveState {
  Vec2 value{};              // of axes and vectors
  Vec2 push{};               // likewise, without smoothing
  float size = 0;            // how far it is pushed, smoothed or not: who drives goes by this
  float size_before = 0;     // before the change at hand
  float share = 1;           // of rates: how much of what they add up to is within the limit
  bool is_smoothed = false;  // some of it is
  bool is_simple = false;    // one binding, whose opposites cancel, and nothing is smoothed
  bool is_stale = false;     // a route has changed since it was reckoned
  // What it is reckoned from; see Merging::list_drivers.
  std::span<const LiveBinding> bindings;
  Slot* slot = nullptr;
};

/// How far the controls of `binding` are pushed, whose shares begin at `shares` with state 0: each
/// direction as far as the furthest of its controls; opposite directions cancel.
inline Vec2 pushed(const LiveBinding& binding, const Vec2* shares) {
  const Vec2* share = shares + binding.first_state;
  if (binding.count == 1) return *share;
  Vec2 most;
  Vec2 least;
  for (const Vec2* end = share + binding.count; share != end; ++share) {
    most = {std::max(most.x, share->x), std::max(most.y, share->y)};
    least = {std::min(least.x, share->x), std::min(least.y, share->y)};
  }
  return {most.x + least.x, most.y + least.y};
}

/// A finger on a touch screen.
struct Finger {
  Vec2 place = nowhere;
  Vec2 landed = nowhere;          // for a swipe, where it rested last
  Time since{};                   // it is down; for a swipe, it left that place
  std::uint32_t order = 0;        // grows from one landing to the next
  std::uint32_t zone = no_index;  // the one it belongs to until it lifts
  bool is_down = false;
  bool is_foreign = false;  // it went down in another seat's part of the screen
  bool is_spent = false;    // it has flicked, or gone too far for a tap
  bool is_late = false;     // its zone opened under it: a stick has its middle where it was then
};

struct Slot {
  Slot(DeviceId id, DeviceKind device_kind, const Wiring& wiring)
      : device(id),
        kind(device_kind),
        presses(wiring.source_count()),
        routes(wiring.state_count()),
        shares(wiring.state_count()),
        gestures(wiring.gesture_count()),
        flows(wiring.flow_count()),
        live(wiring.action_count()) {
    grow(controls, wiring.source_count());
  }

  DeviceId device;
  DeviceKind kind;
  std::vector<Vec2> controls;  // by source
  /// By source, where Opposite::last needs it: of each half, the number of the press that holds it
  /// down; 0 while it is up.
  std::vector<std::array<std::uint32_t, 4>> presses;
  std::uint32_t presses_ever = 0;
  std::vector<RouteState> routes;  // by Route::state
  std::vector<Vec2> shares;        // likewise: what live routes add, and impulses have left over
  std::vector<GestureState> gestures;  // by Route::gesture
  std::vector<FlowState> flows;        // by LiveBinding::flow
  std::vector<LiveState> live;         // by action
  std::array<Finger, 10> fingers;
  std::uint32_t fingers_ever = 0;
  Time used_at{};    // on purpose, the last time; see Hand
  float nudged = 0;  // how far a mouse has come in one movement
  Time nudged_at{};
  Time came_at{};  // to the seat
};

}  // namespace nextmove::core
