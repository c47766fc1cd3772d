#include "binding_reader.hpp"

namespace nextmove::files {
namespace {

using namespace std::chrono_literals;

constexpr Duration usual_between_taps = 300ms;

}  // namespace

BindingDefinition unbound(const TomlEntry& action) {
  BindingDefinition binding;
  binding.action = action.name();
  binding.place = place_of(*action.key);
  return binding;
}

void BindingReader::read_all(const TomlEntry& action, std::vector<BindingDefinition>& bindings) {
  const std::size_t before = bindings.size();
  const auto* list = action.node->as_array();
  if (list == nullptr) {
    read(action, *action.node, bindings);
  } else {
    for (const toml::node& node : *list) read(action, node, bindings);
  }
  if (bindings.size() == before) bindings.push_back(unbound(action));
}

// A direction with several controls makes several bindings, which are shaped alike: they count as
// one.
void BindingReader::read(const TomlEntry& action, const toml::node& node,
                         std::vector<BindingDefinition>& bindings) {
  const std::size_t first = bindings.size();
  BindingDefinition& binding = bindings.emplace_back();
  binding.action = action.name();
  binding.place = place_of(*action.key);
  further_.clear();
  if (const auto* name = node.as_string()) {
    binding.control = values_.control(name->get(), place_of(node));
  } else if (const auto* table = node.as_table()) {
    has_gesture_ = false;
    within_ = nullptr;
    const TomlEntries entries{*table};
    for (const TomlEntry& entry : entries) read_key(entry, binding);
    if (within_ != nullptr && binding.gesture.kind == GestureKind::taps) {
      binding.gesture.time = values_.duration(*within_);
    } else if (within_ != nullptr) {
      values_.error(place_of(*within_->key), "within = is the time between taps; write taps = too");
    }
    if (table->empty()) values_.error(place_of(node), "a binding needs a control");
  } else {
    values_.error(place_of(node),
                  "a binding is a control's name in quotes, or a table like "
                  "{ control = \"PadLeftStick\" }");
  }
  for (const BindingDefinition& further : further_) {
    bindings.push_back(BindingDefinition{bindings[first]});
    bindings.back().control = {};
    for (const Direction& direction : directions()) {
      bindings.back().*direction.control = further.*direction.control;
    }
  }
}

void BindingReader::read_key(const TomlEntry& entry, BindingDefinition& binding) {
  if (read_direction(entry, binding) || read_shaping(entry, binding.shaping) ||
      read_threshold(entry, binding.thresholds) || read_gesture(entry, binding.gesture)) {
    return;
  }
  if (entry.name() == "control") {
    binding.control = values_.control(entry);
  } else if (entry.name() == "with") {
    binding.with = values_.controls(entry);
  } else if (entry.name() == "rate") {
    binding.rate = values_.number(entry, 1);
  } else if (entry.name() == "pass_on") {
    binding.pass_on = values_.truth(entry);
  } else if (entry.name() == "schemes") {
    binding.schemes = values_.names(entry, "scheme");
  } else {
    values_.unknown_key(entry, {"control",
                                "up",
                                "down",
                                "left",
                                "right",
                                "more",
                                "less",
                                "with",
                                "hold",
                                "tap",
                                "taps",
                                "within",
                                "toggle",
                                "repeat",
                                "dead_zone",
                                "axial_dead_zone",
                                "outer_dead_zone",
                                "curve",
                                "custom",
                                "smoothing",
                                "scale",
                                "invert",
                                "rate",
                                "press_at",
                                "release_at",
                                "pass_on",
                                "schemes"});
  }
}

bool BindingReader::read_direction(const TomlEntry& entry, BindingDefinition& binding) {
  for (const Direction& direction : directions()) {
    if (entry.name() != direction.name) continue;
    const bool is_list = entry.node->is_array();
    const std::vector<PlacedControl> controls =
        is_list ? values_.controls(entry) : std::vector{values_.control(entry)};
    if (controls.empty()) {
      values_.error(place_of(*entry.node),
                    "a direction needs a control; leave it out where it has none");
      return true;
    }
    binding.*direction.control = controls.front();
    if (further_.size() + 1 < controls.size()) further_.resize(controls.size() - 1);
    for (std::size_t i = 1; i < controls.size(); ++i) {
      further_[i - 1].*direction.control = controls[i];
    }
    return true;
  }
  return false;
}

bool BindingReader::read_threshold(const TomlEntry& entry, Thresholds& thresholds) {
  if (entry.name() == "press_at") {
    thresholds.press_at = values_.number(entry, thresholds.press_at);
  } else if (entry.name() == "release_at") {
    thresholds.release_at = values_.number(entry, thresholds.release_at);
  } else {
    return false;
  }
  thresholds.place = place_of(*entry.node);
  return true;
}

bool BindingReader::read_gesture(const TomlEntry& entry, Gesture& gesture) {
  if (entry.name() == "within") {
    within_ = &entry;
    return true;
  }
  Gesture read;
  if (entry.name() == "hold") {
    read = hold_for(values_.duration(entry));
  } else if (entry.name() == "tap") {
    read = tap_within(values_.duration(entry));
  } else if (entry.name() == "taps") {
    read = taps_within(values_.whole_number(entry), usual_between_taps);
  } else if (entry.name() == "toggle") {
    if (!values_.truth(entry)) return true;
    read = toggled();
  } else if (entry.name() == "repeat") {
    read_repeat(entry, read);
  } else {
    return false;
  }
  if (has_gesture_) {
    values_.error(place_of(*entry.key), "a binding has one gesture; write two bindings");
  }
  has_gesture_ = true;
  gesture = read;
  gesture.place = place_of(*entry.node);
  return true;
}

void BindingReader::read_repeat(const TomlEntry& entry, Gesture& gesture) {
  const auto* times = entry.node->as_array();
  if (times == nullptr || times->size() != 2) {
    values_.wrong_type(entry, "the delay and the interval, like [\"400ms\", \"100ms\"]");
    return;
  }
  gesture =
      repeated(values_.duration(entry, *times->get(0)), values_.duration(entry, *times->get(1)));
}

bool BindingReader::read_shaping(const TomlEntry& entry, Shaping& shaping) {
  if (entry.name() == "dead_zone") {
    shaping.dead_zone = values_.number(entry, 0);
  } else if (entry.name() == "axial_dead_zone") {
    shaping.axial_dead_zone = values_.number(entry, 0);
  } else if (entry.name() == "outer_dead_zone") {
    shaping.outer_dead_zone = values_.number(entry, 0);
  } else if (entry.name() == "scale") {
    shaping.scale = values_.number(entry, 1);
  } else if (entry.name() == "curve") {
    read_curve(entry, shaping.curve);
  } else if (entry.name() == "custom") {
    shaping.custom = values_.text(entry);
  } else if (entry.name() == "smoothing") {
    shaping.smoothing = values_.duration(entry);
  } else if (entry.name() == "invert") {
    read_invert(entry, shaping);
  } else {
    return false;
  }
  shaping.place = place_of(*entry.node);
  return true;
}

void BindingReader::read_invert(const TomlEntry& entry, Shaping& shaping) {
  const auto* both = entry.node->as_boolean();
  const std::string axis = entry.node->value_or(std::string{});
  if (both == nullptr && axis != "x" && axis != "y") {
    values_.wrong_type(entry, "true, false, \"x\" or \"y\"");
    return;
  }
  shaping.invert_x = both != nullptr ? both->get() : axis == "x";
  shaping.invert_y = both != nullptr ? both->get() : axis == "y";
}

void BindingReader::read_curve(const TomlEntry& entry, Curve& curve) {
  const auto* points = entry.node->as_array();
  if (points == nullptr) {
    if (entry.node->is_number()) {
      curve.power = values_.number(entry, 1);
    } else {
      values_.wrong_type(entry, "a power, or points like [[0, 0], [0.5, 0.2], [1, 1]]");
    }
    return;
  }
  for (const toml::node& node : *points) {
    const auto* pair = node.as_array();
    const bool is_pair = pair != nullptr && pair->size() == 2 && pair->get(0)->is_number() &&
                         pair->get(1)->is_number();
    if (!is_pair) {
      values_.error(place_of(node), "a point of a curve is a pair of numbers, like [0.5, 0.2]");
      curve.points.clear();
      return;
    }
    curve.points.push_back({static_cast<float>(*pair->get(0)->value<double>()),
                            static_cast<float>(*pair->get(1)->value<double>())});
  }
  if (points->empty())
    values_.wrong_type(entry, "a power, or points like [[0, 0], [0.5, 0.2], [1, 1]]");
}

}  // namespace nextmove::files
