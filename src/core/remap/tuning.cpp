#include "remap/tuning.hpp"

#include <algorithm>
#include <array>

#include <nextmove/nearest.hpp>

#include "base/names.hpp"
#include "base/shown.hpp"
#include "compiled/check_binding.hpp"
#include "model/binding_parts.hpp"

namespace nextmove::core {
namespace {

using namespace std::chrono_literals;

struct Factor {
  std::string_view name;
  std::optional<float> Tuning::*field;
  float least;
  float most;
};

constexpr std::array<Factor, 7> ranges = {{
    {"sensitivity", &Tuning::sensitivity, 0.05F, 20},
    {"dead_zone", &Tuning::dead_zone, 0, most_dead_zone},
    {"outer_dead_zone", &Tuning::outer_dead_zone, 0, most_dead_zone},
    {"hold_time", &Tuning::hold_time, 0.1F, 10},
    {"tap_time", &Tuning::tap_time, 0.1F, 10},
    {"repeat_delay", &Tuning::repeat_delay, 0.1F, 10},
    {"repeat_rate", &Tuning::repeat_rate, 0.1F, 10},
}};

std::vector<PlacedControl> controls_of(const BindingDefinition& binding) {
  std::vector<PlacedControl> controls;
  for (int part = 0; part < action_part_count; ++part) {
    const PlacedControl& control = control_at(binding, static_cast<ActionPart>(part));
    if (control.is_set()) controls.push_back(control);
  }
  return controls;
}

bool applies(const Tuning& tuning, const BindingDefinition& binding) {
  if (!tuning.action.empty() && tuning.action != binding.action) return false;
  if (!tuning.device) return true;
  const auto controls = controls_of(binding);
  return std::any_of(controls.begin(), controls.end(), [&](const PlacedControl& control) {
    return device_of(control) == *tuning.device;
  });
}

/// Of the tunings that apply to a binding, the one that counts for each field.
class Wishes {
 public:
  Wishes(const BindingDefinition& binding, std::span<const Tuning> tunings) {
    for (const Tuning& tuning : tunings) {
      if (applies(tuning, binding)) applying_.push_back(&tuning);
    }
    std::stable_sort(applying_.begin(), applying_.end(),
                     [](const Tuning* a, const Tuning* b) { return weight(*a) < weight(*b); });
  }

  template <class T>
  std::optional<T> find(std::optional<T> Tuning::*field) const {
    std::optional<T> found;
    for (const Tuning* tuning : applying_) {
      if (tuning->*field) found = tuning->*field;
    }
    return found;
  }

 private:
  static int weight(const Tuning& tuning) {
    return (tuning.action.empty() ? 0 : 2) + (tuning.device ? 1 : 0);
  }

  std::vector<const Tuning*> applying_;  // the one that counts comes last
};

Duration times(Duration time, std::optional<float> factor, Duration least) {
  if (!factor) return time;
  const auto scaled = std::chrono::duration_cast<Duration>(
      std::chrono::duration<double, Duration::period>(time) * static_cast<double>(*factor));
  return std::clamp(scaled, least, longest_gesture);
}

void tune_gesture(const Wishes& wishes, Gesture& gesture) {
  const std::optional<bool> toggle = wishes.find(&Tuning::toggle);
  const bool is_held = gesture.kind == GestureKind::press || gesture.kind == GestureKind::hold;
  if (toggle == true && is_held) gesture = toggled();
  if (toggle == false && gesture.kind == GestureKind::toggle) gesture = {};
  constexpr Duration least = 1ms;
  switch (gesture.kind) {
    case GestureKind::hold:
      gesture.time = times(gesture.time, wishes.find(&Tuning::hold_time), least);
      break;
    case GestureKind::tap:
    case GestureKind::taps:
      gesture.time = times(gesture.time, wishes.find(&Tuning::tap_time), least);
      break;
    case GestureKind::repeat: {
      gesture.time = times(gesture.time, wishes.find(&Tuning::repeat_delay), least);
      std::optional<float> every = wishes.find(&Tuning::repeat_rate);
      if (every) every = 1 / *every;
      gesture.every = times(gesture.every, every, shortest_repetition);
      break;
    }
    default: break;
  }
}

bool has_dead_zone(const PlacedControl& control) {
  return control.zone.empty() && is_analogue(info(control.control).form);
}

// The one value of an action may be the y of a stick or a mouse.
bool stands_upright(const PlacedControl& control) {
  constexpr unsigned across = part_right | part_left;
  const unsigned part = control.zone.empty() ? info(control.control).part : 0U;
  return part != 0 && (part & across) == 0;
}

void tune_shaping(const Wishes& wishes, const BindingDefinition& binding, ActionKind kind,
                  Shaping& shaping) {
  const float most = takes_rate(kind) ? most_scale_of_rates : most_scale;
  const float factor = wishes.find(&Tuning::sensitivity).value_or(1);
  shaping.scale = std::min(shaping.scale * factor, most);
  const auto invert_x = wishes.find(&Tuning::invert_x);
  const auto invert_y = wishes.find(&Tuning::invert_y);
  const bool is_upright = has_one_value(kind) && stands_upright(binding.control);
  if ((is_upright && invert_y ? invert_y : invert_x) == true) shaping.invert_x = !shaping.invert_x;
  if (!has_one_value(kind) && invert_y == true) shaping.invert_y = !shaping.invert_y;
  const auto controls = controls_of(binding);
  if (!std::any_of(controls.begin(), controls.end(), has_dead_zone)) return;
  const auto dead_zone = wishes.find(&Tuning::dead_zone);
  const auto outer = wishes.find(&Tuning::outer_dead_zone);
  if (dead_zone) shaping.dead_zone = dead_zone;
  if (outer) shaping.outer_dead_zone = *outer;
  shaping.outer_dead_zone =
      std::min(shaping.outer_dead_zone, most_dead_zone - shaping.dead_zone.value_or(0));
}

std::string range_of(const Factor& factor) {
  const auto text = [](float value) {
    std::string digits = std::to_string(value);
    digits.erase(digits.find_last_not_of('0') + 1);
    if (digits.back() == '.') digits.pop_back();
    return digits;
  };
  return std::string{factor.name}
      .append(" must lie between ")
      .append(text(factor.least))
      .append(" and ")
      .append(text(factor.most));
}

Control other_stick(Control control) {
  const std::string name{to_string(control)};
  constexpr std::string_view left = "PadLeftStick";
  constexpr std::string_view right = "PadRightStick";
  const auto swapped = [&](std::string_view from, std::string_view to) {
    const std::string other = std::string{to}.append(name.substr(from.size()));
    return find_control(other).value_or(control);
  };
  if (info(control).form == ControlForm::button) return control;  // the press of a stick
  if (name.compare(0, left.size(), left) == 0) return swapped(left, right);
  if (name.compare(0, right.size(), right) == 0) return swapped(right, left);
  return control;
}

}  // namespace

BindingDefinition tuned(BindingDefinition binding, ActionKind kind,
                        std::span<const Tuning> tunings) {
  if (controls_of(binding).empty()) return binding;  // it says that the action starts out unbound
  const Wishes wishes{binding, tunings};
  if (kind == ActionKind::button) {
    tune_gesture(wishes, binding.gesture);
  } else if (kind != ActionKind::pointer || binding.rate != 0) {
    tune_shaping(wishes, binding, kind, binding.shaping);
  }
  return binding;
}

std::vector<std::string> problems_of(const Tuning& tuning, const Playbook& playbook) {
  std::vector<std::string> problems;
  if (!tuning.action.empty() && !playbook.find_action(tuning.action)) {
    problems.push_back("there is no action " + quoted(tuning.action) +
                       did_you_mean(tuning.action, names_of(playbook.actions())));
  }
  for (const Factor& factor : ranges) {
    const std::optional<float> value = tuning.*factor.field;
    if (value && !(*value >= factor.least && *value <= factor.most))
      problems.push_back(range_of(factor));
  }
  if (!(tuning.dead_zone.value_or(0) + tuning.outer_dead_zone.value_or(0) <= most_dead_zone)) {
    problems.push_back("dead_zone and outer_dead_zone together may be " + shown(most_dead_zone));
  }
  return problems;
}

void swap_sticks(BindingDefinition& binding) {
  for (int part = 0; part < action_part_count; ++part) {
    PlacedControl& control = control_at(binding, static_cast<ActionPart>(part));
    control.control = other_stick(control.control);
  }
  for (PlacedControl& with : binding.with) with.control = other_stick(with.control);
}

}  // namespace nextmove::core
