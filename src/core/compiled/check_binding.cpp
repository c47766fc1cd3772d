#include "compiled/check_binding.hpp"

#include <algorithm>

#include <nextmove/nearest.hpp>

#include "base/names.hpp"
#include "base/shown.hpp"

namespace nextmove::core {
namespace {

using namespace std::chrono_literals;

std::string with_article(ActionKind kind) {
  return (kind == ActionKind::axis ? "an " : "a ") + std::string{to_string(kind)};
}

// What a kind takes instead of a control that cannot drive it.
std::string_view what_drives(ActionKind kind) {
  switch (kind) {
    case ActionKind::button:
      return "a button takes a key, a button, a trigger, or one direction of a stick or of the "
             "wheel";
    case ActionKind::axis:
      return "an axis takes an axis of a stick or of the wheel, a trigger, or more = and less =";
    case ActionKind::vector:
      return "a vector takes a stick, the wheel, or up =, down =, left = and right =";
    case ActionKind::motion:
      return "a motion takes MouseMotion, the wheel, a stick, or up =, down =, left = and right =";
    case ActionKind::turn:
      return "a turn takes MouseMotionX or MouseMotionY, WheelX or WheelY, an axis of a stick, a "
             "trigger, or more = and less =";
    case ActionKind::pointer:
      return "a pointer takes MousePosition, Finger1Position, a stick, or up =, down =, left = and "
             "right =";
  }
  return {};
}

// Where it is not the control that is wrong but the kind.
std::string_view way_out(ControlForm form, ActionKind kind) {
  const bool is_value = kind == ActionKind::axis || kind == ActionKind::vector;
  if (is_value && form == ControlForm::displacement) {
    return "; what is moved and not held drives a motion: kind = \"motion\"";
  }
  if (is_value && form == ControlForm::displacement_axis) {
    return "; what is moved and not held drives a turn: kind = \"turn\"";
  }
  if (kind == ActionKind::turn && form == ControlForm::displacement) {
    return "; for two values make it a motion: kind = \"motion\"";
  }
  return {};
}

bool can_drive_whole(const ResolvedControl& control, ActionKind kind) {
  const ControlForm form = control.form;
  const bool is_wheel = control.source == source_of(Control::Wheel);
  switch (kind) {
    case ActionKind::button: return can_be_down(form) || form == ControlForm::displacement_half;
    case ActionKind::axis:
      return form == ControlForm::stick_axis || form == ControlForm::trigger ||
             (is_wheel && form == ControlForm::displacement_axis);
    case ActionKind::vector:
      return form == ControlForm::stick || (is_wheel && form == ControlForm::displacement);
    case ActionKind::motion:
      return form == ControlForm::stick || form == ControlForm::stick_axis ||
             form == ControlForm::displacement || form == ControlForm::displacement_axis;
    case ActionKind::turn:
      return form == ControlForm::stick_axis || form == ControlForm::trigger ||
             form == ControlForm::displacement_axis;
    case ActionKind::pointer:
      return form == ControlForm::position || form == ControlForm::stick ||
             form == ControlForm::stick_axis;
  }
  return false;
}

bool is_curve(const std::vector<Vec2>& points) {
  if (points.front().x != 0 || points.back().x != 1) return false;
  for (std::size_t i = 0; i < points.size(); ++i) {
    if (!(points[i].y >= 0 && points[i].y <= 1)) return false;
    if (i > 0 && !(points[i].x > points[i - 1].x)) return false;
  }
  return true;
}

}  // namespace

bool has_control(const BindingDefinition& binding) {
  if (binding.control.is_set() || binding.control.place.line != 0) return true;
  return std::any_of(directions().begin(), directions().end(), [&](const Direction& direction) {
    const PlacedControl& placed = binding.*direction.control;
    return placed.is_set() || placed.place.line != 0;
  });
}

bool is_unbound(const BindingDefinition& binding) {
  if (has_control(binding)) return false;
  BindingDefinition unbound;
  unbound.action = binding.action;
  return binding == unbound;
}

std::span<const BindingChecker::Use> BindingChecker::check(const BindingDefinition& binding,
                                                           const ActionDefinition& action) {
  binding_ = &binding;
  action_ = &action;
  uses_.clear();
  check_controls();
  check_with();
  check_gesture();
  check_shaping();
  check_rate();
  return uses_;
}

// ---- controls

std::optional<ResolvedControl> BindingChecker::resolved(const PlacedControl& placed) {
  const auto control = resolve(placed, zones_);
  if (control || !placed.is_set()) return control;
  const std::vector<std::string_view> names = names_of(zones_);
  const auto zone = std::find(names.begin(), names.end(), placed.zone);
  if (zone == names.end()) {
    const bool seeks_nearest = unknown_zones_++ < most_told;  // it takes time
    const std::string advice = seeks_nearest ? did_you_mean(placed.zone, names) : "";
    report_(placed.place, "there is no touch zone " + quoted(placed.zone) +
                              (advice.empty() ? "; define it under [zones]" : advice));
    return control;
  }
  const ZoneKind kind = zones_[static_cast<std::size_t>(zone - names.begin())].kind;
  const std::string what = placed.part == ZonePart::whole
                               ? "no value as a whole"
                               : "no part " + quoted(to_string(placed.part));
  std::string has;
  for (int part = 0; part <= static_cast<int>(ZonePart::turn); ++part) {
    const auto its_part = static_cast<ZonePart>(part);
    if (!resolve(kind, its_part)) continue;
    has += (has.empty() ? "; it has " : ", ") + to_string(touch(placed.zone, its_part));
  }
  report_(placed.place, "the " + std::string{to_string(kind)} + " zone " + quoted(placed.zone) +
                            " has " + what + has);
  return control;
}

void BindingChecker::use(const PlacedControl& placed, const ResolvedControl& control) {
  uses_.push_back({control, &placed, binding_, action_});
}

void BindingChecker::check_controls() {
  bool has_directions = false;
  for (const Direction& direction : directions()) {
    if (!(binding_->*direction.control).is_set()) continue;
    has_directions = true;
    check_direction(direction);
  }
  if (binding_->control.is_set()) check_whole(has_directions);
}

void BindingChecker::check_direction(const Direction& direction) {
  const PlacedControl& placed = binding_->*direction.control;
  const auto control = resolved(placed);
  if (!control) return;
  if (!direction.fits(action_->kind)) {
    report_(placed.place, quoted(action_->name) + " is " + with_article(action_->kind) +
                              " and has no direction \"" + std::string{direction.name} + "\"; " +
                              std::string{what_drives(action_->kind)} +
                              (action_->kind == ActionKind::motion
                                   ? "; more = and less = are of one value: kind = \"turn\""
                                   : ""));
  } else if (action_->kind == ActionKind::pointer && is_displacement(control->form)) {
    report_(placed.place,
            to_string(placed) + " pushes no pointer; " + std::string{what_drives(action_->kind)});
  } else if (!can_be_down(control->form) && control->form != ControlForm::displacement_half) {
    report_(placed.place, to_string(placed) +
                              " has more than one direction of its own; one direction takes a key, "
                              "a button, a trigger or one half of a stick");
  } else {
    use(placed, *control);
  }
}

void BindingChecker::check_whole(bool has_directions) {
  const PlacedControl& whole = binding_->control;
  const auto control = resolved(whole);
  if (!control) return;
  if (has_directions) {
    report_(whole.place, "a binding has either a control or directions; write two bindings");
  } else if (!can_drive_whole(*control, action_->kind)) {
    report_(whole.place, to_string(whole) + " cannot drive the " +
                             std::string{to_string(action_->kind)} + " " + quoted(action_->name) +
                             "; " + std::string{what_drives(action_->kind)} +
                             std::string{way_out(control->form, action_->kind)});
  } else {
    use(whole, *control);
  }
}

void BindingChecker::check_with() {
  std::vector<ResolvedControl> seen;
  for (const PlacedControl& placed : binding_->with) {
    const auto control = resolved(placed);
    if (!control) continue;
    const auto overlaps = [&](const auto& other) { return overlap(*control, other); };
    if (!can_be_down(control->form)) {
      report_(placed.place, to_string(placed) +
                                " cannot be held; with = takes keys, buttons, triggers and halves "
                                "of sticks");
    } else if (std::any_of(uses_.begin(), uses_.end(),
                           [&](const Use& use) { return overlaps(use.control); })) {
      report_(placed.place, to_string(placed) + " cannot be held for itself");
    } else if (std::any_of(seen.begin(), seen.end(), overlaps)) {
      report_(placed.place, to_string(placed) + " stands twice in with =");
    }
    seen.push_back(*control);
  }
}

bool BindingChecker::has_displacement() const {
  return std::any_of(uses_.begin(), uses_.end(),
                     [](const Use& use) { return is_displacement(use.control.form); });
}

bool BindingChecker::has_live_control() const {
  return std::any_of(uses_.begin(), uses_.end(), [](const Use& use) {
    return !is_displacement(use.control.form) && use.control.form != ControlForm::position;
  });
}

bool BindingChecker::has_place() const {
  return std::any_of(uses_.begin(), uses_.end(),
                     [](const Use& use) { return use.control.form == ControlForm::position; });
}

void BindingChecker::check_reserved(const std::vector<PlacedControl>& reserved) {
  for (const PlacedControl& placed : reserved) resolved(placed);
}

// ---- numbers

void BindingChecker::check_thresholds(const Thresholds& thresholds) {
  const bool in_order = thresholds.release_at > 0 && thresholds.release_at <= thresholds.press_at &&
                        thresholds.press_at <= 1;
  if (!in_order) {
    report_(thresholds.place, "the thresholds must keep 0 < release_at <= press_at <= 1");
  }
}

void BindingChecker::check_gesture() {
  const Gesture& gesture = binding_->gesture;
  const Thresholds& thresholds = binding_->thresholds;
  if (action_->kind != ActionKind::button) {
    if (thresholds != Thresholds{}) {
      report_(thresholds.place, "press_at and release_at are for buttons; use dead_zone here");
    }
    if (gesture.kind != GestureKind::press) {
      report_(gesture.place, "gestures are for buttons; " + quoted(action_->name) + " is " +
                                 with_article(action_->kind));
    }
    return;
  }
  check_thresholds(thresholds);
  const bool has_time = gesture.kind != GestureKind::press && gesture.kind != GestureKind::toggle;
  if (has_time && !(gesture.time > 0s && gesture.time <= longest_gesture)) {
    report_(gesture.place, "the time of a gesture must be above 0 and at most 60s");
  }
  if (gesture.kind == GestureKind::repeat &&
      !(gesture.every >= shortest_repetition && gesture.every <= longest_gesture)) {
    report_(gesture.place, "a repetition comes every 5ms to 60s");
  }
  if (gesture.kind == GestureKind::taps && !(gesture.count >= 2 && gesture.count <= 10)) {
    report_(gesture.place, "taps must be 2 to 10; for a single one write tap = \"200ms\"");
  }
  const bool needs_holding =
      gesture.kind == GestureKind::hold || gesture.kind == GestureKind::repeat;
  if (needs_holding && has_displacement()) {
    report_(gesture.place, "neither the wheel nor a flick can be held");
  }
}

void BindingChecker::check_shaping() {
  const Shaping& shaping = binding_->shaping;
  const bool is_button = action_->kind == ActionKind::button;
  if (is_button || has_place()) {
    if (shaping == Shaping{}) return;
    report_(shaping.place,
            is_button ? "a button takes no shaping; press_at and release_at say when it is down"
                      : "a place takes no shaping; what a stick or a key pushes does");
    return;
  }
  const bool has_rate = takes_rate(action_->kind);
  const float most = has_rate ? most_scale_of_rates : most_scale;
  if (!(shaping.scale > 0 && shaping.scale <= most)) {
    report_(shaping.place, "scale must be above 0 and at most " + shown(most) +
                               "; to turn a direction round, use invert");
  }
  if (!(shaping.smoothing >= 0s && shaping.smoothing <= longest_smoothing)) {
    report_(shaping.place, "smoothing must lie between 0 and 10s");
  }
  if (has_one_value(action_->kind) && shaping.invert_y && !shaping.invert_x) {
    report_(shaping.place, quoted(action_->name) + " has one value; invert = true turns it round");
  }
  check_curve();
  if (!uses_.empty() && !has_live_control()) check_shaping_of_displacement();
}

void BindingChecker::check_shaping_of_displacement() {
  const Shaping& shaping = binding_->shaping;
  const bool has_curve = !shaping.curve.points.empty() || shaping.curve.power != 1;
  const bool has_dead_zone =
      shaping.dead_zone || shaping.axial_dead_zone != 0 || shaping.outer_dead_zone != 0;
  if (has_dead_zone || has_curve) {
    report_(shaping.place,
            "the mouse, the wheel and two fingers take no dead zone and no curve; "
            "invert, custom, smoothing and scale they take");
  }
}

void BindingChecker::check_curve() {
  const std::string limit = shown(most_dead_zone);
  const auto lies = [](float zone) { return zone >= 0 && zone <= most_dead_zone; };
  const Shaping& shaping = binding_->shaping;
  const float inner = shaping.dead_zone.value_or(0);
  const float outer = shaping.outer_dead_zone;
  if (!lies(inner)) {
    report_(shaping.place, "dead_zone must lie between 0 and " + limit);
  } else if (!lies(shaping.axial_dead_zone)) {
    report_(shaping.place, "axial_dead_zone must lie between 0 and " + limit);
  } else if (!lies(outer)) {
    report_(shaping.place, "outer_dead_zone must lie between 0 and " + limit);
  } else if (!(inner + outer <= most_dead_zone)) {
    report_(
        shaping.place,
        "dead_zone and outer_dead_zone leave nothing between them; together they may be " + limit);
  }
  if (!(shaping.curve.power >= 0.1F && shaping.curve.power <= 10)) {
    report_(shaping.place, "the power of a curve must lie between 0.1 and 10");
  }
  if (!shaping.curve.points.empty() && !is_curve(shaping.curve.points)) {
    report_(shaping.place,
            "the points of a curve run from x = 0 to x = 1, x growing from each to the next, y "
            "between 0 and 1");
  }
}

void BindingChecker::check_rate() {
  const float rate = binding_->rate;
  const Place place = uses_.empty() ? binding_->place : uses_.front().place();
  const std::string_view unit =
      action_->kind == ActionKind::pointer ? "how many shorter sides of the window" : "how much";
  if (!takes_rate(action_->kind)) {
    if (rate == 0) return;
    report_(place, "rate is for motions, turns and pointers; scale is for the rest");
  } else if (has_live_control() && !(rate > 0 && rate <= most_rate)) {
    report_(place, "the " + std::string{to_string(action_->kind)} + " " + quoted(action_->name) +
                       " needs rate = " + std::string{unit} +
                       " a second at full push (above 0, at most 1000000) from a stick "
                       "or a key");
  } else if (!has_live_control() && rate != 0) {
    report_(place, has_place() ? "rate is for sticks and keys; a place points by itself"
                               : "rate is for sticks and keys; the mouse and the wheel take scale");
  }
}

}  // namespace nextmove::core
