#include "compiled/wiring.hpp"

#include <algorithm>
#include <string_view>
#include <tuple>

#include "model/binding_parts.hpp"

namespace nextmove::core {
namespace {

constexpr std::array<Vec2, 4> half_directions = {{{1, 0}, {-1, 0}, {0, 1}, {0, -1}}};

bool has_half(const ResolvedControl& control, std::size_t half) {
  return ((control.part >> half) & 1U) != 0;
}

// The control drives the whole action: a stick or an axis gives its own directions.
void map_whole(const ResolvedControl& control, ActionKind kind, Route& route) {
  const bool is_axis =
      control.form == ControlForm::stick_axis || control.form == ControlForm::displacement_axis;
  for (std::size_t half = 0; half < 4; ++half) {
    if (!has_half(control, half)) continue;
    if (kind != ActionKind::button && !has_one_value(kind)) {
      route.to_x[half] = half_directions[half].x;
      route.to_y[half] = half_directions[half].y;
    } else {
      route.to_x[half] = is_axis ? half_directions[half].x + half_directions[half].y : 1.0F;
    }
  }
}

// The control drives one direction of the action, by however much it is pushed.
void map_direction(const ResolvedControl& control, const Direction& direction, Route& route) {
  for (std::size_t half = 0; half < 4; ++half) {
    if (!has_half(control, half)) continue;
    route.to_x[half] = direction.x;
    route.to_y[half] = direction.y;
  }
}

RouteKind button_route(const ResolvedControl& control, const Gesture& gesture) {
  if (control.source_form == ControlForm::displacement) return RouteKind::detent;
  const bool is_plain = gesture.kind == GestureKind::press && has_single_value(control.source_form);
  return is_plain ? RouteKind::button : RouteKind::gesture;
}

RouteKind route_kind(const ResolvedControl& control, ActionKind kind,
                     const BindingDefinition& binding) {
  if (control.form == ControlForm::position) return RouteKind::place;
  if (kind == ActionKind::button) return button_route(control, binding.gesture);
  if (control.source_form == ControlForm::displacement) return RouteKind::displacement;
  const Shaping& shaping = binding.shaping;
  const bool takes_time = takes_rate(kind) || shaping.smoothing > Duration::zero();
  return takes_time ? RouteKind::flow : RouteKind::value;
}

float default_dead_zone(ControlForm form) {
  switch (form) {
    case ControlForm::stick:
    case ControlForm::stick_axis:
    case ControlForm::stick_half: return stick_dead_zone;
    case ControlForm::trigger: return trigger_dead_zone;
    default: return 0;
  }
}

void invert(const Shaping& shaping, Route& route) {
  for (float& weight : route.to_x) weight = shaping.invert_x ? -weight : weight;
  for (float& weight : route.to_y) weight = shaping.invert_y ? -weight : weight;
}

// A displacement with no custom function has nothing between its sign and its scale but smoothing,
// which does not mind.
void scale(float factor, Route& route) {
  for (float& weight : route.to_x) weight *= factor;
  for (float& weight : route.to_y) weight *= factor;
}

}  // namespace

/// A route before the sorting, with what it is sorted and grouped by.
struct Wiring::Draft {
  Route route;
  Written written;
  std::size_t number = 0;  // of the binding, counted over all contexts
  float dead_zone = 0;
  const BindingDefinition* binding = nullptr;
  bool is_direction = false;
  bool takes_last = false;

  /// Whether they are shaped together, on one kind of device. Displacements keep to their binding:
  /// what smoothing holds back of them goes with its context.
  bool is_shaped_with(const Draft& other) const {
    if (number == other.number && route.kind == other.route.kind) return true;
    const bool are_directions =
        is_direction && other.is_direction && is_live(route.kind) && is_live(other.route.kind);
    return are_directions && dead_zone == other.dead_zone && binding->rate == other.binding->rate &&
           with_dead_zone(binding->shaping) == with_dead_zone(other.binding->shaping);
  }
  Shaping with_dead_zone(Shaping shaping) const {
    shaping.dead_zone = dead_zone;
    return shaping;
  }

  bool is_of_live_binding() const {
    const Shaping& shaping = binding->shaping;
    const bool is_plain = shaping.custom.empty() && shaping.smoothing == Duration::zero();
    return is_live(route.kind) || (route.kind == RouteKind::displacement && !is_plain);
  }
};

class Wiring::Drafter {
 public:
  Drafter(const PlaybookDefinition& definition, const ActionNumbers& actions)
      : definition_(definition), actions_(actions) {}

  std::vector<Draft> drafts() {
    std::size_t count = 0;
    for (const ContextDefinition& it : definition_.contexts) count += it.bindings.size();
    drafts_.reserve(count);  // as many as there are without directions
    for (context_ = 0; context_ < definition_.contexts.size(); ++context_) {
      const auto& bindings = definition_.contexts[context_].bindings;
      for (index_ = 0; index_ < bindings.size(); ++index_) {
        draft(bindings[index_]);
        ++number_;
      }
    }
    return std::move(drafts_);
  }

 private:
  void draft(const BindingDefinition& binding) {
    action_ = *actions_.find(binding.action);
    add(binding, ActionPart::whole, [&](const ResolvedControl& control, Route& route) {
      map_whole(control, action().kind, route);
    });
    for (std::size_t i = 0; i < directions().size(); ++i) {
      const Direction& direction = directions()[i];
      add(binding, static_cast<ActionPart>(i + 1),
          [&](const ResolvedControl& control, Route& route) {
            map_direction(control, direction, route);
          });
    }
  }

  template <class Map>
  void add(const BindingDefinition& binding, ActionPart part, Map map) {
    const PlacedControl& placed = control_at(binding, part);
    const bool is_direction = part != ActionPart::whole;
    if (!placed.is_set()) return;
    const auto control = resolve(placed, definition_.zones);
    if (!control) return;
    Route route;
    route.kind = route_kind(*control, action().kind, binding);
    route.device = control->device;
    route.action = action_;
    route.parts = control->part;
    route.is_single = has_single_value(control->source_form);
    route.pass_on = binding.pass_on;
    route.has_detents = control->source == source_of(Control::Wheel);
    route.is_heard_while_typing = action().is_heard_while_typing;
    route.schemes = heard_under(binding, control->device, definition_.schemes);
    route.press_at = binding.thresholds.press_at;
    route.release_at = binding.thresholds.release_at;
    map(*control, route);
    invert(binding.shaping, route);
    const bool is_scaled_here =
        route.kind == RouteKind::displacement && binding.shaping.custom.empty();
    if (is_scaled_here) scale(binding.shaping.scale, route);
    const Written written{static_cast<ContextId>(context_), index_, part, control->source};
    drafts_.push_back({route, written, number_,
                       binding.shaping.dead_zone.value_or(default_dead_zone(control->form)),
                       &binding, is_direction,
                       is_direction && action().opposite == Opposite::last});
  }

  const ActionDefinition& action() const { return definition_.actions[index(action_)]; }

  const PlaybookDefinition& definition_;
  const ActionNumbers& actions_;
  std::vector<Draft> drafts_;
  std::size_t context_ = 0;
  Index index_ = 0;         // of the binding at hand, in its context
  std::size_t number_ = 0;  // likewise, counted over all contexts
  ActionId action_{};       // of the binding at hand
};

Wiring::Wiring(const PlaybookDefinition& definition, const ActionNumbers& actions)
    : source_count_(control_count + definition.zones.size()) {
  for (const ActionDefinition& action : definition.actions)
    actions_.push_back({0, 0, action.digital});
  for (const ContextDefinition& context : definition.contexts) {
    WiredContext compiled{.rank = context.rank};
    for (const DeviceKind kind : context.blocks) {
      compiled.blocked |= 1U << static_cast<unsigned>(kind);
    }
    if (context.releases.value_or(true)) compiled.released = compiled.blocked;
    compiled.releases_claims = context.releases.value_or(false);
    contexts_.push_back(compiled);
  }
  std::vector<Draft> drafts = Drafter{definition, actions}.drafts();
  agree_on_dead_zones(drafts);
  lay_routes(drafts);
  lay_live_bindings(drafts);
  lay_with_controls(definition, drafts);
}

void Wiring::lay_routes(std::vector<Draft>& drafts) {
  // Drafts are large, so what is sorted is where they stand.
  std::vector<std::pair<std::size_t, std::size_t>> order;  // by cell, then as they stand
  order.reserve(drafts.size());
  for (const Draft& draft : drafts) {
    order.emplace_back(cell(draft.written.context, draft.written.source), order.size());
  }
  std::sort(order.begin(), order.end());
  std::vector<Draft> sorted;
  sorted.reserve(drafts.size());
  for (const auto& [cell, at] : order) sorted.push_back(drafts[at]);
  drafts = std::move(sorted);
  routes_.reserve(drafts.size());
  first_route_.assign(contexts_.size() * source_count_ + 1, 0);
  for (const Draft& draft : drafts) {
    ++first_route_[cell(draft.written.context, draft.written.source) + 1];
    routes_.push_back(draft.route);
    written_.push_back(draft.written);
    devices_ |= 1U << static_cast<unsigned>(draft.route.device);
    if (draft.binding->gesture.kind == GestureKind::press) continue;
    routes_.back().gesture = static_cast<Index>(gestures_.size());
    gestures_.push_back(draft.binding->gesture);
  }
  to_running_starts(first_route_);
}

// Where the controls of a binding differ, the one that rests least calmly decides.
void Wiring::agree_on_dead_zones(std::vector<Draft>& drafts) {
  const std::size_t count = drafts.empty() ? 0 : drafts.back().number + 1;
  std::vector<float> widest(count * device_kind_count);
  const auto widest_of = [&](const Draft& draft) -> float& {
    return widest[draft.number * device_kind_count + static_cast<std::size_t>(draft.route.device)];
  };
  for (const Draft& draft : drafts) {
    widest_of(draft) = std::max(widest_of(draft), draft.dead_zone);
  }
  for (Draft& draft : drafts) draft.dead_zone = widest_of(draft);
}

// Its members' states begin with `first_state`.
LiveBinding Wiring::live_binding(const Draft& draft, Index first_state) {
  const Shaping& shaping = draft.binding->shaping;
  LiveBinding binding;
  binding.first_state = first_state;
  binding.shaping = {shaping, draft.dead_zone};
  binding.action = draft.route.action;
  binding.smoothing = static_cast<float>(to_seconds(shaping.smoothing));
  binding.takes_last = draft.takes_last;
  if (draft.binding->rate != 0) binding.rate = draft.binding->rate;
  if (shaping.custom.empty()) return binding;
  const auto known = std::find(custom_names_.begin(), custom_names_.end(), shaping.custom);
  binding.custom = static_cast<Index>(known - custom_names_.begin());
  if (known == custom_names_.end()) custom_names_.push_back(shaping.custom);
  return binding;
}

// By cell, then as written; those that are shaped together stand with the first of them.
std::vector<Wiring::Member> Wiring::members_of_live_bindings(
    const std::vector<Draft>& drafts) const {
  // Of those that are shaped together, the first stands for all.
  std::vector<std::vector<Index>> firsts(actions_.size() * device_kind_count);
  std::vector<Member> sorted;
  for (Index i = 0; i < drafts.size(); ++i) {
    if (!drafts[i].is_of_live_binding()) continue;
    const std::size_t cell = live_cell(drafts[i].route.action, drafts[i].route.device);
    std::vector<Index>& known = firsts[cell];
    const auto found = std::find_if(known.begin(), known.end(), [&](Index other) {
      return drafts[other].is_shaped_with(drafts[i]);
    });
    const Index first = found != known.end() ? *found : known.emplace_back(i);
    sorted.emplace_back(cell, drafts[first].number, first, i);
  }
  std::sort(sorted.begin(), sorted.end());
  return sorted;
}

// What sits on different kinds of device never meets: each device adds up its own.
void Wiring::lay_live_bindings(const std::vector<Draft>& drafts) {
  for (const Draft& draft : drafts) {
    actions_[index(draft.route.action)].drivers |= 1U << static_cast<unsigned>(draft.route.device);
  }
  first_binding_.assign(actions_.size() * device_kind_count + 1, 0);
  numbers_presses_.assign(source_count_, false);
  Index state = 0;
  for (const auto& [cell, number, first, member] : members_of_live_bindings(drafts)) {
    const Draft& draft = drafts[member];
    if (first == member) {
      bindings_.push_back(live_binding(draft, state));
      ++first_binding_[cell + 1];
    }
    LiveBinding& binding = bindings_.back();
    Route& route = routes_[member];
    route.binding = static_cast<Index>(bindings_.size() - 1);
    const bool takes_time = route.kind == RouteKind::flow || binding.smoothing > 0;
    if (takes_time && binding.flow == no_index) binding.flow = static_cast<Index>(flow_count_++);
    if (route.kind == RouteKind::displacement) continue;
    route.state = state++;
    controls_.push_back({draft.written.source, route.parts});
    if (binding.takes_last) numbers_presses_[draft.written.source] = true;
    ++binding.count;
    float& reach = actions_[index(binding.action)].reach;
    reach = std::max(reach, binding.reach());
  }
  to_running_starts(first_binding_);
  for (Route& route : routes_) {
    if (!is_live(route.kind)) route.state = state++;
  }
}

void Wiring::lay_with_controls(const PlaybookDefinition& definition,
                               const std::vector<Draft>& drafts) {
  std::vector<WithUse> uses;
  uses.reserve(drafts.size());
  for (const Draft& draft : drafts) uses.push_back({draft.written.source, draft.binding->with});
  withs_ = {uses, definition.zones, static_cast<Index>(routes_.size())};
  for (std::size_t i = 0; i < uses.size(); ++i) routes_[i].with_set = uses[i].set;
}

}  // namespace nextmove::core
