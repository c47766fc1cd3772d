// A playbook compiled into flat tables: what an event of a control concerns, found by two
// indexings.
#pragma once

#include <cstdint>
#include <span>
#include <string>
#include <tuple>
#include <vector>

#include <nextmove/combination.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/reading.hpp>

#include "compiled/route.hpp"
#include "compiled/with_table.hpp"
#include "model/action_numbers.hpp"
#include "model/source.hpp"

namespace nextmove::core {

/// A context, beside its routes.
struct WiredContext {
  int rank = 0;
  unsigned blocked = 0;   ///< kinds of device that none below it hears: a bit for each DeviceKind
  unsigned released = 0;  ///< those on which entering it lets go of what is held below
  bool releases_claims = false;  ///< entering it lets go of what is held below on what it claims
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

  /// Where a route stands in the playbook.
  struct Written {
    ContextId context = ContextId::none;
    Index binding = 0;  ///< among those of the context
    ActionPart part = ActionPart::whole;
    Source source = 0;
  };
  /// Of one of `routes`.
  const Written& written(const Route& route) const {
    return written_[static_cast<std::size_t>(&route - routes_.data())];
  }

  /// Those through which a device of this kind drives an action other than a button.
  std::span<const LiveBinding> live_bindings(ActionId action, DeviceKind device) const {
    const Index* at = &first_binding_[live_cell(action, device)];
    return {bindings_.data() + at[0], bindings_.data() + at[1]};
  }
  const LiveBinding& binding(Index index) const { return bindings_[index]; }
  std::span<const LiveBinding> bindings() const { return bindings_; }
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

  const WithTable& withs() const { return withs_; }
  const WiredContext& context(ContextId id) const { return contexts_[index(id)]; }

  std::size_t action_count() const { return actions_.size(); }
  std::size_t context_count() const { return contexts_.size(); }
  std::size_t source_count() const { return source_count_; }
  /// The kinds of device that have a route, a bit for each DeviceKind.
  unsigned devices() const { return devices_; }
  std::size_t state_count() const { return routes_.size() + withs_.count(); }
  std::size_t gesture_count() const { return gestures_.size(); }
  std::size_t flow_count() const { return flow_count_; }
  const std::vector<std::string>& custom_names() const { return custom_names_; }

  static DeviceKind device_of(Source source) {
    return source < control_count ? info(static_cast<Control>(source)).device : DeviceKind::touch;
  }
  static std::size_t index(ActionId action) { return static_cast<std::size_t>(action); }
  static std::size_t index(ContextId context) { return static_cast<std::size_t>(context); }

 private:
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

  std::vector<Route> routes_;          // by context, then by source
  std::vector<Written> written_;       // by route
  std::vector<Index> first_route_;     // by context and source, one more at the end
  std::vector<LiveBinding> bindings_;  // by action, then by device kind
  std::vector<Index> first_binding_;   // by action and device kind, one more at the end
  std::vector<bool> numbers_presses_;  // by source
  std::vector<Parts> controls_;        // by state, of live routes
  std::vector<Gesture> gestures_;      // one for each route that has one
  WithTable withs_;
  std::vector<std::string> custom_names_;
  std::vector<WiredContext> contexts_;
  std::vector<Action> actions_;
  std::size_t source_count_ = 0;
  unsigned devices_ = 0;
  std::size_t flow_count_ = 0;
};

}  // namespace nextmove::core
