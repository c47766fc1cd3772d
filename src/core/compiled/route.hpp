// One control of one binding, as it is played.
#pragma once

#include <array>
#include <cstdint>
#include <limits>
#include <vector>

#include <nextmove/action.hpp>
#include <nextmove/device.hpp>

#include "compiled/shaping.hpp"
#include "model/scheme_set.hpp"
#include "model/source.hpp"

namespace nextmove::core {

/// Whether a control that is pushed so far is down: what was down before stays so until it falls
/// below `release_at`. Without a branch, since a player may push it any way.
inline bool is_pushed(float amount, bool was_down, float press_at, float release_at) {
  return amount >= std::array{press_at, release_at}[was_down];
}

/// How a route turns the value of its control into what its action hears. The first two are what
/// most events need.
enum class RouteKind : std::uint8_t {
  button,        ///< a button, pressed by a control with a single value
  gesture,       ///< a button, by part of a stick or with a gesture
  detent,        ///< a button, by a displacement, which is never "down"
  value,         ///< an axis or vector, by a key, a trigger or a stick
  flow,          ///< a rate of a stick or a key, or whatever is smoothed: a value over time
  displacement,  ///< an axis, vector or motion, by a displacement
  place,         ///< a pointer, by a place
};

/// Whether a route of this kind adds to the value of an axis or a vector, or to the flow of one.
inline bool is_live(RouteKind kind) {
  return kind == RouteKind::value || kind == RouteKind::flow;
}

inline constexpr std::uint32_t no_index = std::numeric_limits<std::uint32_t>::max();

/// One control of one binding. Its value is a linear map of the control's four halves (right, left,
/// up, down), into which the compiler has folded axes, directions and signs. A control with a
/// single value has it in the first half.
struct Route {
  RouteKind kind = RouteKind::button;
  DeviceKind device = DeviceKind::keyboard;  ///< that has its control
  bool pass_on = false;
  bool is_single = false;  ///< its control has a single value
  bool is_heard_while_typing = false;
  bool has_detents = false;          ///< it is the wheel
  std::uint8_t parts = 0;            ///< the halves it hears, as ControlPart bits
  std::uint16_t with_set = 0;        ///< what must be down; 0 for nothing
  SchemeSet schemes = every_scheme;  ///< under which it is heard
  ActionId action = ActionId::none;
  std::uint32_t state = 0;           ///< where a device keeps its state, 0..routes - 1
  std::uint32_t gesture = no_index;  ///< of a gesture or a detent: where its gesture's state is
  std::uint32_t binding = no_index;  ///< of a flow or a displacement: its LiveBinding
  float press_at = 0;
  float release_at = 0;
  std::array<float, 4> to_x{};
  std::array<float, 4> to_y{};
};

/// The routes of an action other than a button on one kind of device that are shaped together: that
/// of a control which drives the whole action, or those of all directions with equal shaping, in
/// whichever binding and context they stand. Their states are neighbours.
struct LiveBinding {
  std::uint32_t first_state = 0;
  std::uint32_t count = 0;
  LengthShaping shaping{};
  std::uint32_t custom = no_index;  ///< the number of its custom function
  bool takes_last = false;          ///< of opposite directions, the one that was pressed last
  std::uint32_t flow = no_index;    ///< where a device keeps its flow, where it takes time
  ActionId action = ActionId::none;
  float smoothing = 0;  ///< time constant in seconds
  float rate = 1;       ///< of what takes one

  /// Likewise: the largest rate that comes of it.
  float reach() const { return shaping.scale() * rate; }
};

/// Turns the counts in [1..] into the running starts of a table of ranges.
inline void to_running_starts(std::vector<std::uint32_t>& starts) {
  for (std::size_t i = 1; i < starts.size(); ++i) starts[i] += starts[i - 1];
}

}  // namespace nextmove::core
