// A playbook compiled into flat tables: what an event of a control concerns, found by two
// indexings.
#pragma once

#include <array>
#include <cstdint>
#include <span>
#include <vector>

#include <nextmove/playbook.hpp>
#include <nextmove/reading.hpp>

#include "shaping.hpp"

namespace nextmove::core {

/// How a route turns the value of its control into what its action hears.
enum class RouteKind : std::uint8_t {
  press,       ///< a button, by a control with a single value
  press_part,  ///< a button, by part of a stick
  impulse,     ///< a button, by a displacement, which is never "down"
  push,        ///< an axis or vector, by a control with a single value
  lean,        ///< an axis or vector, by part of a stick
  lean_whole,  ///< a vector, by a whole stick
};

/// One control of one binding. Its value is a linear map of the control's four halves (right, left,
/// up, down), into which the compiler has folded axes, directions and signs. A control with a
/// single value has it in the first half.
struct Route {
  RouteKind kind = RouteKind::press;
  bool pass_on = false;
  std::uint8_t parts = 0;  ///< the halves it hears, as ControlPart bits
  ActionId action = ActionId::none;
  std::uint32_t state = 0;  ///< where a device keeps the state of this route, 0..routes - 1
  float press_at = 0;
  float release_at = 0;
  std::array<float, 4> to_x{};
  std::array<float, 4> to_y{};
};

inline bool is_live(RouteKind kind) {
  return kind == RouteKind::push || kind == RouteKind::lean || kind == RouteKind::lean_whole;
}

/// The routes of one axis or vector binding, whose sum is shaped together. Their states are
/// neighbours.
struct LiveBinding {
  std::uint32_t first_state = 0;
  std::uint32_t count = 0;
  LengthShaping shaping{};
};

class Wiring {
 public:
  explicit Wiring(const PlaybookDefinition& definition);

  using Index = std::uint32_t;
  struct Range {
    Index begin = 0;
    Index end = 0;
  };

  /// The starts of the context's routes by source control: those for `c` are row[c] to row[c + 1].
  const Index* row_of(ContextId context) const {
    return &first_route_[cell(context, Control::none)];
  }
  /// All routes of `context`.
  Range routes_of(ContextId context) const {
    return {first_route_[cell(context, Control::none)],
            first_route_[cell(context, Control::none) + control_count]};
  }
  const std::vector<Route>& routes() const { return routes_; }

  /// The bindings through which a device of this kind drives an axis or a vector.
  std::span<const LiveBinding> live_bindings(ActionId action, DeviceKind device) const {
    const Index* at = &first_binding_[live_cell(action, device)];
    return {bindings_.data() + at[0], bindings_.data() + at[1]};
  }
  int rank(ContextId context) const { return contexts_[index(context)].rank; }
  /// The kinds of device that no context below `context` hears: one bit per DeviceKind.
  unsigned blocked(ContextId context) const { return contexts_[index(context)].blocked; }
  std::size_t action_count() const { return action_count_; }
  std::size_t context_count() const { return contexts_.size(); }

  static std::size_t index(ActionId action) { return static_cast<std::size_t>(action); }
  static std::size_t index(ContextId context) { return static_cast<std::size_t>(context); }

 private:
  struct Context {
    int rank = 0;
    unsigned blocked = 0;
  };

  static std::size_t cell(ContextId context, Control source) {
    return index(context) * control_count + static_cast<std::size_t>(source);
  }
  static std::size_t live_cell(ActionId action, DeviceKind device) {
    return index(action) * device_kind_count + static_cast<std::size_t>(device);
  }

  std::vector<Route> routes_;          // by context, then by source control
  std::vector<Index> first_route_;     // by context and control, one more at the end
  std::vector<LiveBinding> bindings_;  // by action, then by device kind
  std::vector<Index> first_binding_;   // by action and device kind, one more at the end
  std::vector<Context> contexts_;
  std::size_t action_count_ = 0;
};

}  // namespace nextmove::core
