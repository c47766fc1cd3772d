#include "remap/placing.hpp"

#include <algorithm>
#include <optional>

#include "compiled/check_binding.hpp"
#include "model/binding_parts.hpp"
#include "model/scheme_set.hpp"

namespace nextmove::core {
namespace {

bool is_heard(const Spot& spot, const BindingDefinition& binding) {
  const PlacedControl& control = control_at(binding, spot.part);
  if (!control.is_set() || device_of(control) != spot.device) return false;
  return is_heard_under(spot.scheme, binding, spot.device, spot.playbook.schemes);
}

bool is_sound(const Spot& spot, const BindingDefinition& binding) {
  bool is_sound = true;
  BindingChecker checker{spot.playbook.zones, [&](Place, const std::string&) { is_sound = false; }};
  checker.check(binding, spot.action);
  return is_sound;
}

class Placer {
 public:
  Placer(const Spot& spot, std::vector<BindingDefinition> bindings,
         std::span<const BindingDefinition> usual)
      : spot_(spot), usual_(usual), before_(bindings), bindings_(std::move(bindings)) {
    for (std::size_t i = 0; i < bindings_.size(); ++i) {
      if (!is_heard(spot, bindings_[i])) continue;
      own_.push_back(i);
      control_at(bindings_[i], spot.part) = {};
    }
  }

  Placed run(std::span<const Combination> controls) {
    choose_models(controls);
    for (std::size_t i = 0; i < controls.size(); ++i) put(controls[i], models_[i]);
    tidy();
    return {std::move(bindings_), std::move(refused_)};
  }

 private:
  // Each control takes the place of the same one, else of those that are left over, in order.
  void choose_models(std::span<const Combination> controls) {
    models_.assign(controls.size(), std::nullopt);
    std::vector<std::size_t> left;
    for (const std::size_t own : own_) {
      const Combination was{control_at(before_[own], spot_.part), before_[own].with};
      const auto same = std::find(controls.begin(), controls.end(), was);
      if (same == controls.end()) {
        left.push_back(own);
      } else {
        models_[static_cast<std::size_t>(same - controls.begin())] = own;
      }
    }
    auto next = left.begin();
    for (auto& model : models_) {
      if (!model && next != left.end()) model = *next++;
    }
  }

  void put(const Combination& combination, std::optional<std::size_t> model) {
    if (model && is_same_with(before_[*model].with, combination.with)) {
      PlacedControl& control = control_at(bindings_[*model], spot_.part);
      control = combination.control;
      if (is_sound(spot_, bindings_[*model])) return;
      control = {};
    }
    if (auto binding = modelled(combination, model)) {
      bindings_.push_back(std::move(*binding));
    } else {
      refused_.push_back(combination);
    }
  }

  // A binding of its own, with gesture and shaping of its model; where there is none, of the last
  // that was there, else of whichever of the action's bindings has such as suit the control.
  std::optional<BindingDefinition> modelled(const Combination& combination,
                                            std::optional<std::size_t> model) const {
    if (!model && !own_.empty()) model = own_.back();
    if (model) return suited(before_[*model], combination);
    for (const BindingDefinition& other : usual_) {
      if (!has_control(other)) continue;
      if (auto found = suited(other, combination)) return found;
    }
    const bool has_gesture = std::any_of(usual_.begin(), usual_.end(), has_control);
    if (spot_.action.kind == ActionKind::button && has_gesture) return std::nullopt;
    BindingDefinition plain;
    plain.action = spot_.action.name;
    return suited(plain, combination);
  }

  std::optional<BindingDefinition> suited(const BindingDefinition& model,
                                          const Combination& combination) const {
    BindingDefinition binding = without_controls(model);
    control_at(binding, spot_.part) = combination.control;
    binding.with = combination.with;
    binding.schemes.clear();
    if (spot_.scheme != SchemeId::none) {
      binding.schemes.emplace_back(
          spot_.playbook.schemes[static_cast<std::size_t>(spot_.scheme)].name);
    }
    if (!is_sound(spot_, binding)) return std::nullopt;
    return binding;
  }

  void tidy() {
    std::erase_if(bindings_, [](const BindingDefinition& it) { return !has_control(it); });
    if (!bindings_.empty()) return;
    bindings_.emplace_back();
    bindings_.back().action = spot_.action.name;
  }

  const Spot& spot_;
  std::span<const BindingDefinition> usual_;
  std::vector<BindingDefinition> before_;
  std::vector<BindingDefinition> bindings_;
  std::vector<std::size_t> own_;  // of the bindings: those that the seat hears there
  std::vector<std::optional<std::size_t>> models_;  // by control
  std::vector<Combination> refused_;
};

}  // namespace

std::vector<Combination> controls_at(const Spot& spot,
                                     std::span<const BindingDefinition> bindings) {
  std::vector<Combination> controls;
  for (const BindingDefinition& binding : bindings) {
    if (is_heard(spot, binding))
      controls.emplace_back(control_at(binding, spot.part), binding.with);
  }
  return controls;
}

Placed placed(const Spot& spot, std::vector<BindingDefinition> bindings,
              std::span<const BindingDefinition> usual, std::span<const Combination> controls) {
  return Placer{spot, std::move(bindings), usual}.run(controls);
}

}  // namespace nextmove::core
