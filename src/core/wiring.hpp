// A playbook compiled into flat tables: what an event of a control concerns, found by two indexings.
#pragma once

#include <array>
#include <cstdint>
#include <span>
#include <vector>

#include <nextmove/playbook.hpp>
#include <nextmove/reading.hpp>

namespace nextmove::core {

/// One control of one binding. Its value is a linear map of the control's four halves (right, left,
/// up, down), into which the compiler has folded axes, directions and signs.
struct Route {
  std::array<float, 4> to_x{};
  std::array<float, 4> to_y{};
  float press_at = 0;
  float release_at = 0;
  ActionId action = ActionId::none;
  std::uint8_t parts = 0;  ///< the halves it hears, as ControlPart bits
  bool is_button = false;
  bool is_impulse = false;  ///< the control tells displacements, which are never "down"
  bool pass_on = false;
};

/// The routes of one axis or vector binding, whose sum is shaped together.
struct LiveBinding {
  std::uint32_t first = 0;  ///< into Wiring::live_routes
  std::uint32_t count = 0;
  float dead_zone = 0;
};

class Wiring {
 public:
  explicit Wiring(const PlaybookDefinition& definition);

  using Index = std::uint32_t;
  struct Range {
    Index begin = 0;
    Index end = 0;
  };

  /// The routes that `context` has for `source`; neighbours in routes().
  Range routes_of(ContextId context, Control source) const {
    const std::size_t at = cell(context, source);
    return {first_route_[at], first_route_[at + 1]};
  }
  /// All routes of `context`.
  Range routes_of(ContextId context) const {
    return {first_route_[cell(context, Control::none)],
            first_route_[cell(context, Control::none) + control_count]};
  }
  const std::vector<Route>& routes() const { return routes_; }

  /// The bindings through which a device of this kind drives an axis or a vector.
  std::span<const LiveBinding> live_bindings(ActionId action, DeviceKind device) const;
  /// Route indices of a live binding.
  std::span<const Index> routes_of(const LiveBinding& binding) const {
    return std::span{live_routes_}.subspan(binding.first, binding.count);
  }

  int rank(ContextId context) const { return contexts_[index(context)].rank; }
  /// Whether no context below `context` hears devices of this kind.
  bool blocks(ContextId context, DeviceKind device) const {
    return ((contexts_[index(context)].blocked >> static_cast<unsigned>(device)) & 1U) != 0;
  }
  ActionKind kind(ActionId action) const { return kinds_[index(action)]; }
  std::size_t action_count() const { return kinds_.size(); }
  std::size_t context_count() const { return contexts_.size(); }

  static std::size_t index(ActionId action) { return static_cast<std::size_t>(action); }
  static std::size_t index(ContextId context) { return static_cast<std::size_t>(context); }

 private:
  struct Context {
    int rank = 0;
    unsigned blocked = 0;  // one bit per DeviceKind
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
  std::vector<Index> live_routes_;
  std::vector<Context> contexts_;
  std::vector<ActionKind> kinds_;
};

}  // namespace nextmove::core
