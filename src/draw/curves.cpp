// Curves are measured, not reckoned: what the picture shows is what a game reads.
#include <algorithm>
#include <cmath>

#include <nextmove/curve_picture.hpp>
#include <nextmove/hub.hpp>

namespace nextmove {
namespace {

constexpr int steps = 100;

/// A playbook that has only this binding, with nothing in it that takes time.
PlaybookDefinition only(BindingDefinition binding, const ActionDefinition& action,
                        std::span<const ZoneDefinition> zones) {
  ActionDefinition still = action;
  if (takes_rate(action.kind)) {
    still.kind = has_one_value(action.kind) ? ActionKind::axis : ActionKind::vector;
    binding.shaping.scale = 1;
  }
  binding.rate = 0;
  binding.with.clear();
  binding.shaping.smoothing = {};
  binding.shaping.custom.clear();
  binding.shaping.invert_x = binding.shaping.invert_y = false;
  PlaybookDefinition definition{.actions = {still},
                                .contexts = {{.name = "only", .bindings = {binding}}}};
  definition.zones.assign(zones.begin(), zones.end());
  return definition;
}

/// The first control of the binding that can be pushed by so much.
PlacedControl pushed_control(const BindingDefinition& binding) {
  if (binding.control.is_set()) return binding.control;
  for (const Direction& direction : directions()) {
    if ((binding.*direction.control).is_set()) return binding.*direction.control;
  }
  return {};
}

std::string names_of(const BindingDefinition& binding) {
  std::string names = to_string(binding.control);
  for (const Direction& direction : directions()) {
    const PlacedControl& control = binding.*direction.control;
    if (control.is_set()) names += (names.empty() ? "" : ", ") + to_string(control);
  }
  return names;
}

std::string note_of(const BindingDefinition& binding) {
  std::string note;
  const auto add = [&](const std::string& words) { note += (note.empty() ? "" : "; ") + words; };
  const Shaping& shaping = binding.shaping;
  if (shaping.smoothing > Duration::zero()) {
    add("smoothed over " + std::to_string(shaping.smoothing.count() / 1000) + " ms");
  }
  if (!shaping.custom.empty()) add("before the custom shaping " + shaping.custom);
  return note;
}

/// A push of `amount` along the control's own direction.
Vec2 push(Control control, float amount) {
  switch (info(control).part) {
    case part_left: return {-amount, 0};
    case part_up:
    case part_up | part_down: return {0, amount};
    case part_down: return {0, -amount};
    default: return {amount, 0};
  }
}

/// Pushes one control and reads what comes of it.
class Probe {
 public:
  Probe(const Playbook& playbook, Control control)
      : hub_(playbook), seat_(hub_.add_seat("probe")), control_(control) {
    seat_.enter("only");
    device_ = hub_.plug({info(control).device, "probe"}, {});
  }

  float read_at(float amount) {
    const Vec2 value = push(control_, amount);
    now_ += Duration{1};
    hub_.feed({now_, device_, info(control_).source, value.x, value.y});
    hub_.update(now_);
    const Vec2 read = seat_.read(ActionId{0}).value;
    return std::max(std::abs(read.x), std::abs(read.y));
  }

  /// The longest push that reads 0.
  float dead_zone() {
    float rest = 0;
    float moves = 1;
    for (int i = 0; i < 20; ++i) {
      const float middle = (rest + moves) / 2;
      (read_at(middle) == 0 ? rest : moves) = middle;
    }
    return rest < 1e-4F ? 0 : rest;
  }

 private:
  Hub hub_;
  Seat& seat_;
  Control control_;
  DeviceId device_{};
  Time now_{};
};

}  // namespace

std::vector<ShapedCurve> curves_of(const Playbook& playbook, ActionId id) {
  const ActionDefinition& action = playbook.action(id);
  std::vector<ShapedCurve> curves;
  if (action.kind == ActionKind::button) return curves;
  for (const ContextDefinition& context : playbook.contexts()) {
    for (const BindingDefinition& binding : context.bindings) {
      const PlacedControl control = pushed_control(binding);
      if (binding.action != action.name || !is_analogue(info(control.control).form)) continue;
      const Result<Playbook> alone = make_playbook(only(binding, action, playbook.zones()));
      if (!alone) continue;
      ShapedCurve curve{context.name, names_of(binding), note_of(binding)};
      Probe probe{*alone, control.control};
      for (int i = 0; i <= steps; ++i) {
        const float amount = static_cast<float>(i) / steps;
        curve.samples.push_back({amount, probe.read_at(amount)});
      }
      curve.dead_zone = probe.dead_zone();
      curve.outer_dead_zone = binding.shaping.outer_dead_zone;
      curves.push_back(std::move(curve));
    }
  }
  return curves;
}

}  // namespace nextmove
