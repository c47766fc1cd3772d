#include "wiring.hpp"

#include <algorithm>
#include <map>
#include <string_view>

namespace nextmove::core {
namespace {

constexpr std::array<Vec2, 4> half_directions = {{{1, 0}, {-1, 0}, {0, 1}, {0, -1}}};

bool has_half(const ControlInfo& control, std::size_t half) {
  return ((control.part >> half) & 1U) != 0;
}

// The control drives the whole action: a stick or an axis gives its own directions.
void map_whole(const ControlInfo& control, ActionKind kind, Route& route) {
  for (std::size_t half = 0; half < 4; ++half) {
    if (!has_half(control, half)) continue;
    if (kind == ActionKind::vector) {
      route.to_x[half] = half_directions[half].x;
      route.to_y[half] = half_directions[half].y;
    } else {
      const bool is_axis = control.form == ControlForm::stick_axis;
      route.to_x[half] = is_axis ? half_directions[half].x + half_directions[half].y : 1.0F;
    }
  }
}

// The control drives one direction of the action, by however much it is pushed.
void map_direction(const ControlInfo& control, Vec2 direction, Route& route) {
  for (std::size_t half = 0; half < 4; ++half) {
    if (!has_half(control, half)) continue;
    route.to_x[half] = direction.x;
    route.to_y[half] = direction.y;
  }
}

RouteKind route_kind(const ControlInfo& control, ActionKind kind, const Shaping& shaping) {
  const ControlForm source = info(control.source).form;
  const bool is_single = source == ControlForm::button || source == ControlForm::trigger;
  if (kind == ActionKind::button) {
    if (source == ControlForm::displacement) return RouteKind::impulse;
    return is_single ? RouteKind::press : RouteKind::press_part;
  }
  const bool is_inverted = shaping.invert_x || shaping.invert_y;
  if (control.form == ControlForm::stick && !is_inverted) return RouteKind::lean_whole;
  return is_single ? RouteKind::push : RouteKind::lean;
}

Route make_route(const ControlInfo& control, const BindingDefinition& binding, ActionId action,
                 ActionKind kind) {
  Route route;
  route.action = action;
  route.parts = control.part;
  route.kind = route_kind(control, kind, binding.shaping);
  route.pass_on = binding.pass_on;
  route.press_at = binding.thresholds.press_at;
  route.release_at = binding.thresholds.release_at;
  return route;
}

float default_dead_zone(const ControlInfo& control) {
  switch (control.form) {
    case ControlForm::stick:
    case ControlForm::stick_axis:
    case ControlForm::stick_half: return stick_dead_zone;
    case ControlForm::trigger: return trigger_dead_zone;
    default: return 0;
  }
}

// A route before the sorting, with what it is sorted and grouped by.
struct Draft {
  Route route;
  std::size_t context = 0;
  Control source = Control::none;
  std::size_t binding = 0;  // counted over all contexts
  DeviceKind device = DeviceKind::keyboard;
  float dead_zone = 0;
  const Shaping* shaping = nullptr;
};

void invert(const Shaping& shaping, Route& route) {
  for (float& weight : route.to_x) weight = shaping.invert_x ? -weight : weight;
  for (float& weight : route.to_y) weight = shaping.invert_y ? -weight : weight;
}

std::vector<Draft> draft_routes(const PlaybookDefinition& definition) {
  std::map<std::string_view, std::size_t> actions;
  for (std::size_t i = 0; i < definition.actions.size(); ++i) {
    actions.emplace(definition.actions[i].name, i);
  }
  std::vector<Draft> drafts;
  std::size_t binding_number = 0;
  for (std::size_t c = 0; c < definition.contexts.size(); ++c) {
    for (const BindingDefinition& binding : definition.contexts[c].bindings) {
      const std::size_t action = actions.at(binding.action);
      const ActionKind kind = definition.actions[action].kind;
      const auto add = [&](PlacedControl placed, auto map) {
        if (placed.control == Control::none) return;
        const ControlInfo& control = info(placed.control);
        Draft draft{make_route(control, binding, static_cast<ActionId>(action), kind),
                    c,
                    control.source,
                    binding_number,
                    control.device,
                    binding.shaping.dead_zone.value_or(default_dead_zone(control)),
                    &binding.shaping};
        map(control, draft.route);
        invert(binding.shaping, draft.route);
        drafts.push_back(draft);
      };
      add(binding.control,
          [&](const ControlInfo& control, Route& route) { map_whole(control, kind, route); });
      for (const Direction& direction : directions()) {
        add(binding.*direction.control, [&](const ControlInfo& control, Route& route) {
          map_direction(control, {direction.x, direction.y}, route);
        });
      }
      ++binding_number;
    }
  }
  return drafts;
}

// Turns the counts in [1..] into the running starts of a table of ranges.
void accumulate(std::vector<Wiring::Index>& starts) {
  for (std::size_t i = 1; i < starts.size(); ++i) starts[i] += starts[i - 1];
}

}  // namespace

Wiring::Wiring(const PlaybookDefinition& definition) : action_count_(definition.actions.size()) {
  for (const ContextDefinition& context : definition.contexts) {
    Context compiled{context.rank, 0};
    for (const DeviceKind kind : context.blocks)
      compiled.blocked |= 1U << static_cast<unsigned>(kind);
    contexts_.push_back(compiled);
  }

  std::vector<Draft> drafts = draft_routes(definition);
  std::stable_sort(drafts.begin(), drafts.end(), [](const Draft& a, const Draft& b) {
    return a.context != b.context ? a.context < b.context : a.source < b.source;
  });
  first_route_.assign(contexts_.size() * control_count + 1, 0);
  for (const Draft& draft : drafts) {
    ++first_route_[cell(static_cast<ContextId>(draft.context), draft.source) + 1];
    routes_.push_back(draft.route);
  }
  accumulate(first_route_);

  // The parts of a binding that sit on different kinds of device never meet: each device adds up
  // its own. So a live binding is what one binding has on one kind of device.
  std::vector<Index> live;
  for (Index i = 0; i < drafts.size(); ++i) {
    if (is_live(drafts[i].route.kind)) live.push_back(i);
  }
  const auto group = [&](Index i) { return live_cell(drafts[i].route.action, drafts[i].device); };
  std::stable_sort(live.begin(), live.end(), [&](Index a, Index b) {
    return group(a) != group(b) ? group(a) < group(b) : drafts[a].binding < drafts[b].binding;
  });
  first_binding_.assign(action_count_ * device_kind_count + 1, 0);
  float dead_zone = 0;
  for (std::size_t i = 0; i < live.size(); ++i) {
    const Draft& draft = drafts[live[i]];
    routes_[live[i]].state = static_cast<Index>(i);
    const bool same_binding = i > 0 && group(live[i - 1]) == group(live[i]) &&
                              drafts[live[i - 1]].binding == draft.binding;
    if (!same_binding) {
      bindings_.push_back({static_cast<Index>(i), 0, {}});
      ++first_binding_[group(live[i]) + 1];
      dead_zone = 0;
    }
    // Where the controls of a binding differ, the one that rests least calmly decides.
    dead_zone = std::max(dead_zone, draft.dead_zone);
    ++bindings_.back().count;
    bindings_.back().shaping = {*draft.shaping, dead_zone};
  }
  accumulate(first_binding_);
  auto state = static_cast<Index>(live.size());
  for (Route& route : routes_) {
    if (!is_live(route.kind)) route.state = state++;
  }
}

}  // namespace nextmove::core
