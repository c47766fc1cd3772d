// A playbook compiled into flat tables: what an event of a control concerns, found by two
// indexings.
#pragma once

#include <array>
#include <cstdint>
#include <limits>
#include <span>
#include <string>
#include <tuple>
#include <vector>

#include <nextmove/playbook.hpp>
#include <nextmove/reading.hpp>

#include "compiled/shaping.hpp"
#include "model/action_numbers.hpp"
#include "model/scheme_set.hpp"
#include "model/source.hpp"

namespace nextmove::core {

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

class Wiring {
 public:
  Wiring(const PlaybookDefinition& definition, const ActionNumbers& actions);

  using Index = std::uint32_t;
  struct Range {
    Index begin = 0;
    Index end = 0;
  };

  /// The starts of the context's routes by source: those for `s` are row[s] to row[s + 1].
  const Index* row_of(ContextId context) const { return &first_route_[cell(context, 0)]; }
  /// All routes of `context`.
  Range routes_of(ContextId context) const {
    return {first_route_[cell(context, 0)], first_route_[cell(context, 0) + source_count_]};
  }
  const std::vector<Route>& routes() const { return routes_; }
  const Gesture& gesture(const Route& route) const { return gestures_[route.gesture]; }

  /// Those through which a device of this kind drives an action other than a button.
  std::span<const LiveBinding> live_bindings(ActionId action, DeviceKind device) const {
    const Index* at = &first_binding_[live_cell(action, device)];
    return {bindings_.data() + at[0], bindings_.data() + at[1]};
  }
  const LiveBinding& binding(Index index) const { return bindings_[index]; }
  /// Whether devices of this kind drive the action.
  bool drives(DeviceKind device, ActionId action) const {
    return ((actions_[index(action)].drivers >> static_cast<unsigned>(device)) & 1U) != 0;
  }
  /// The largest rate of a stick or a key; 0 without one.
  float reach(ActionId action) const { return actions_[index(action)].reach; }
  /// How the action is read digitally.
  const Thresholds& digital(ActionId action) const { return actions_[index(action)].digital; }

  /// Whether presses of the source are numbered, for LiveBinding::takes_last.
  bool numbers_presses(Source source) const { return numbers_presses_[source]; }
  /// The control of a live route, by Route::state.
  struct Parts {
    Source source = 0;
    std::uint8_t parts = 0;
  };
  const Parts& control_of_state(Index state) const { return controls_[state]; }

  /// The with-controls of a source, as routes, whose `action` is the number of the with-control.
  /// And of each with-control, what it opens and closes.
  std::span<const Route> with_routes(Source source) const {
    return {with_routes_.data() + first_with_[source],
            with_routes_.data() + first_with_[source + 1]};
  }
  std::span<const Source> sources_with(std::size_t with) const { return sources_with_[with]; }
  /// The with-controls of Route::with_set.
  std::span<const std::uint16_t> with_set(std::size_t set) const { return with_sets_[set]; }
  std::size_t with_count() const { return with_routes_.size(); }

  int rank(ContextId context) const { return contexts_[index(context)].rank; }
  /// The kinds of device that no context below `context` hears: one bit per DeviceKind.
  unsigned blocked(ContextId context) const { return contexts_[index(context)].blocked; }
  /// Likewise those on which entering it lets go of what is held below.
  unsigned released(ContextId context) const { return contexts_[index(context)].released; }
  /// Whether entering it lets go of what is held below on controls that it claims.
  bool releases_claims(ContextId context) const {
    return contexts_[index(context)].releases_claims;
  }

  std::size_t action_count() const { return actions_.size(); }
  std::size_t context_count() const { return contexts_.size(); }
  std::size_t source_count() const { return source_count_; }
  /// The kinds of device that have a route, a bit for each DeviceKind.
  unsigned devices() const { return devices_; }
  std::size_t state_count() const { return routes_.size() + with_routes_.size(); }
  std::size_t gesture_count() const { return gestures_.size(); }
  std::size_t flow_count() const { return flow_count_; }
  const std::vector<std::string>& custom_names() const { return custom_names_; }

  static DeviceKind device_of(Source source) {
    return source < control_count ? info(static_cast<Control>(source)).device : DeviceKind::touch;
  }
  static std::size_t index(ActionId action) { return static_cast<std::size_t>(action); }
  static std::size_t index(ContextId context) { return static_cast<std::size_t>(context); }

 private:
  struct Context {
    int rank = 0;
    unsigned blocked = 0;
    unsigned released = 0;
    bool releases_claims = false;
  };
  struct Action {
    unsigned drivers = 0;  // one bit per DeviceKind
    float reach = 0;
    Thresholds digital{};
  };
  struct Draft;
  class Drafter;

  std::size_t cell(ContextId context, Source source) const {
    return index(context) * source_count_ + source;
  }
  static std::size_t live_cell(ActionId action, DeviceKind device) {
    return index(action) * device_kind_count + static_cast<std::size_t>(device);
  }
  static void agree_on_dead_zones(std::vector<Draft>& drafts);
  void lay_routes(std::vector<Draft>& drafts);
  void lay_live_bindings(const std::vector<Draft>& drafts);
  LiveBinding live_binding(const Draft& draft, Index first_state);
  /// Cell, number, the first of the binding, and the member itself, by their index in the drafts.
  using Member = std::tuple<std::size_t, std::size_t, Index, Index>;
  std::vector<Member> members_of_live_bindings(const std::vector<Draft>& drafts) const;
  void lay_with_controls(const PlaybookDefinition& definition, const std::vector<Draft>& drafts);

  std::vector<Route> routes_;                      // by context, then by source
  std::vector<Index> first_route_;                 // by context and source, one more at the end
  std::vector<LiveBinding> bindings_;              // by action, then by device kind
  std::vector<Index> first_binding_;               // by action and device kind, one more at the end
  std::vector<bool> numbers_presses_;              // by source
  std::vector<Parts> controls_;                    // by state, of live routes
  std::vector<Gesture> gestures_;                  // one for each route that has one
  std::vector<Route> with_routes_;                 // by source
  std::vector<Index> first_with_;                  // by source, one more at the end
  std::vector<std::vector<Source>> sources_with_;  // by with-control
  std::vector<std::vector<std::uint16_t>> with_sets_;  // sorted; the first is empty
  std::vector<std::string> custom_names_;
  std::vector<Context> contexts_;
  std::vector<Action> actions_;
  std::size_t source_count_ = 0;
  unsigned devices_ = 0;
  std::size_t flow_count_ = 0;
};

}  // namespace nextmove::core
