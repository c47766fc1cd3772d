// The reference model: axes, vectors, motions and pointers, and what is read.
#include <algorithm>
#include <array>
#include <cmath>

#include "support/reference_controls.hpp"
#include "support/reference_model.hpp"

namespace nextmove::support {
namespace {

double usual_dead_zone(ControlForm form) {
  if (form == ControlForm::trigger) return 0.05;
  const bool is_stick = form == ControlForm::stick || form == ControlForm::stick_axis ||
                        form == ControlForm::stick_half;
  return is_stick ? 0.15 : 0;
}

}  // namespace

// ---- values

// Who points stays, as long as it is heard; where nobody does, a place that is known counts.
void ReferenceModel::find_pointers() {
  for (std::size_t a = 0; a < actions_.size(); ++a) {
    Action& action = actions_[a];
    if (book_.actions[a].kind != ActionKind::pointer) continue;
    action.pointer = DeviceId::none;
    for (const Device& device : devices_) {
      for (const Item& item : items_) {
        const auto value = device.values.find(item.control.source);
        if (item.action != a || value == device.values.end() || !is_entered(item.context)) continue;
        if (!hears_all(item)) continue;
        action.pointer = device.id;
        action.place = value->second;
      }
    }
  }
}

// How far right, left, up and down.
std::array<double, 4> ReferenceModel::contribution(const Item& item, Vec2 value) const {
  std::array<float, 4> halves = halves_of(value);
  for (int half = 0; half < 4; ++half) {
    const bool is_heard = (item.control.part >> half & 1) != 0 && hears(item, half);
    if (!is_heard) halves[static_cast<std::size_t>(half)] = 0;
  }
  const auto& [right, left, up, down] = halves;
  Point point{static_cast<double>(right - left), static_cast<double>(up - down)};
  const ActionKind kind = action_of(item).kind;
  if (item.direction != nullptr) {
    const auto pushed = static_cast<double>(right + left + up + down);
    point = {pushed * static_cast<double>(item.direction->x),
             pushed * static_cast<double>(item.direction->y)};
  } else if (kind == ActionKind::axis) {
    point = {point.x + point.y, 0};
  }
  const Shaping& shaping = item.definition->shaping;
  if (shaping.invert_x) point.x = -point.x;
  if (shaping.invert_y) point.y = -point.y;
  return {std::max(point.x, 0.0), std::max(-point.x, 0.0), std::max(point.y, 0.0),
          std::max(-point.y, 0.0)};
}

// As it is written, with the dead zone that its controls on this kind of device have.
Shaping ReferenceModel::shaping_on(DeviceKind kind, std::size_t binding) const {
  Shaping shaping = bindings_[binding]->shaping;
  double widest = 0;
  for (const Item& item : items_) {
    if (item.binding != binding || item.control.device != kind) continue;
    widest = std::max(widest, usual_dead_zone(item.control.form));
  }
  if (!shaping.dead_zone) shaping.dead_zone = static_cast<float>(widest);
  return shaping;
}

bool ReferenceModel::has_directions(std::size_t binding) const {
  return std::any_of(items_.begin(), items_.end(), [&](const Item& item) {
    return item.binding == binding && item.direction != nullptr;
  });
}

// Bindings of directions that are shaped alike are one: the first of them.
std::size_t ReferenceModel::find_group(DeviceKind kind, std::size_t binding) const {
  if (!has_directions(binding)) return binding;
  for (std::size_t other = 0; other < binding; ++other) {
    const bool is_alike = binding_actions_[other] == binding_actions_[binding] &&
                          has_directions(other) &&
                          bindings_[other]->rate == bindings_[binding]->rate &&
                          shaping_on(kind, other) == shaping_on(kind, binding);
    if (is_alike) return other;
  }
  return binding;
}

// What one group has on this device, shaped, but neither smoothed nor scaled.
ReferenceModel::Point ReferenceModel::shaped(const Device& device, std::size_t group) const {
  const Shaping shaping = shaping_on(device.kind, group);
  const auto inner = static_cast<double>(*shaping.dead_zone);
  std::array<double, 4> furthest{};
  for (const Item& item : items_) {
    if (item.action != binding_actions_[group] || item.control.device != device.kind) continue;
    if (group_of(device.kind, item.binding) != group || is_moved(item.control.form)) continue;
    const auto value = device.values.find(item.control.source);
    if (value == device.values.end() || !is_entered(item.context)) continue;
    const std::array<double, 4> push = contribution(item, value->second);
    for (std::size_t i = 0; i < 4; ++i) furthest[i] = std::max(furthest[i], push[i]);
  }
  const auto [right, left, up, down] = furthest;
  Point sum = {right - left, up - down};
  double length = std::hypot(sum.x, sum.y);
  const bool is_motion = book_.actions[binding_actions_[group]].kind == ActionKind::motion;
  if (length > 1 && is_motion) sum = {sum.x / length, sum.y / length};
  const auto beyond = [](double v, double edge) {
    return std::copysign(std::max(std::abs(v) - edge, 0.0) / (1 - edge), v);
  };
  const auto axial = static_cast<double>(shaping.axial_dead_zone);
  sum = {beyond(sum.x, axial), beyond(sum.y, axial)};
  length = std::hypot(sum.x, sum.y);
  const bool is_straight = axial == 0 && inner == 0 && shaping.outer_dead_zone == 0 &&
                           shaping.curve.points.empty() && shaping.curve.power == 1;
  if (is_straight) return sum;
  const double outer = 1 - static_cast<double>(shaping.outer_dead_zone);
  if (length <= inner) return {};
  double reached = std::min((length - inner) / (outer - inner), 1.0);
  if (!shaping.curve.points.empty()) {
    for (std::size_t i = 1; i < shaping.curve.points.size(); ++i) {
      const Vec2 a = shaping.curve.points[i - 1];
      const Vec2 b = shaping.curve.points[i];
      if (reached > static_cast<double>(b.x)) continue;
      const double share = (reached - static_cast<double>(a.x)) / static_cast<double>(b.x - a.x);
      reached = static_cast<double>(a.y) + share * static_cast<double>(b.y - a.y);
      break;
    }
  } else {
    reached = std::pow(reached, static_cast<double>(shaping.curve.power));
  }
  return {sum.x / length * reached, sum.y / length * reached};
}

bool ReferenceModel::takes_time(const BindingDefinition& binding) const {
  return binding.rate > 0 || binding.shaping.smoothing > Duration::zero();
}

void ReferenceModel::move_flows(Time until) {
  if (until <= moved_until_) return;
  const double dt = to_seconds(until - moved_until_);
  moved_until_ = until;
  for (Device& device : devices_) {
    for (std::size_t b = 0; b < bindings_.size(); ++b) {
      const BindingDefinition& binding = *bindings_[b];
      if (!takes_time(binding)) continue;
      Flow& flow = device.flows[b];
      Point& nudge = device.nudges[binding_actions_[b]];
      const double tau = to_seconds(binding.shaping.smoothing);
      const double kept = tau > 0 ? std::exp(-dt / tau) : 0;
      const Point behind = {flow.smooth.x - flow.target.x, flow.smooth.y - flow.target.y};
      const double rate =
          static_cast<double>(binding.rate) * static_cast<double>(binding.shaping.scale);
      nudge.x += rate * (flow.target.x * dt + behind.x * tau * (1 - kept));
      nudge.y += rate * (flow.target.y * dt + behind.y * tau * (1 - kept));
      flow.smooth = {flow.target.x + behind.x * kept, flow.target.y + behind.y * kept};
      nudge.x += flow.pending.x * (1 - kept);
      nudge.y += flow.pending.y * (1 - kept);
      flow.pending = {flow.pending.x * kept, flow.pending.y * kept};
    }
  }
}

// Smoothing is for what the player does with the binding's own controls; whatever else changes its
// value (contexts, with-controls, a lost focus) does so at once.
void ReferenceModel::retarget(const Device* operated, Control source) {
  for (Device& device : devices_) {
    for (std::size_t b = 0; b < bindings_.size(); ++b) {
      if (!takes_time(*bindings_[b])) continue;
      Flow& flow = device.flows[b];
      const Point before = flow.target;
      flow.target = group_of(device.kind, b) == b ? shaped(device, b) : Point{};
      const bool is_changed = before.x != flow.target.x || before.y != flow.target.y;
      const bool is_own =
          &device == operated && std::any_of(items_.begin(), items_.end(), [&](const Item& item) {
            return item.action == binding_actions_[b] && item.control.source == source &&
                   group_of(device.kind, item.binding) == b;
          });
      const bool is_smoothed = bindings_[b]->shaping.smoothing > Duration::zero() && is_own;
      if (is_changed && !is_smoothed) flow.smooth = flow.target;
    }
  }
}

ReferenceModel::Point ReferenceModel::value_of(const Device& device, std::size_t action) const {
  const ActionKind kind = book_.actions[action].kind;
  Point value;
  double reach = 0;
  for (std::size_t b = 0; kind != ActionKind::motion && b < bindings_.size(); ++b) {
    if (binding_actions_[b] != action || group_of(device.kind, b) != b) continue;
    const Point part = takes_time(*bindings_[b]) ? device.flows[b].smooth : shaped(device, b);
    const auto scale = static_cast<double>(bindings_[b]->shaping.scale);
    value = {value.x + part.x * scale, value.y + part.y * scale};
    if (part.x != 0 || part.y != 0) reach += scale;
  }
  const auto limit = [&](double most) {
    const double length = std::hypot(value.x, value.y);
    if (length <= most || kind == ActionKind::motion) return;
    value = {value.x / length * most, value.y / length * most};
  };
  limit(std::min(reach, 1.0));
  const Point nudge = device.nudges[action];
  value = {value.x + nudge.x, value.y + nudge.y};
  limit(1);
  return value;
}

// ---- readings

void ReferenceModel::read() {
  for (std::size_t a = 0; a < actions_.size(); ++a) {
    Action& action = actions_[a];
    float progress = 0;
    for (const Device& device : devices_) {
      for (std::size_t i = 0; i < items_.size(); ++i) {
        const Contact& contact = device.contacts[i];
        const Gesture& gesture = items_[i].definition->gesture;
        const bool is_hold = items_[i].action == a && gesture.kind == GestureKind::hold;
        if (!is_hold || !contact.heard) continue;
        const double share = to_seconds(now_ - contact.since) / to_seconds(gesture.time);
        progress = std::max(progress, static_cast<float>(std::clamp(share, 0.0, 1.0)));
      }
    }
    action.button = {action.holders > 0, action.presses > 0, action.releases > 0, action.early,
                     progress,           action.presses,     action.releases};
    action.presses = action.releases = 0;
    action.early = false;
    action.present = action.pointer != DeviceId::none && action.mutes == 0;

    std::vector<Point> values = {{0, 0}};
    for (Device& device : devices_) {
      values.push_back(value_of(device, a));
      device.nudges[a] = {};
    }
    double largest = 0;
    for (const Point& v : values) largest = std::max(largest, std::hypot(v.x, v.y));
    action.candidates.clear();
    for (const Point& v : values) {
      if (std::hypot(v.x, v.y) >= largest - 1e-3 && action.mutes == 0) {
        action.candidates.push_back(v);
      }
    }
    if (action.mutes > 0) action.candidates = {{0, 0}};
  }
}

std::string ReferenceModel::difference(std::size_t a, const Reading& reading) const {
  const Action& action = actions_[a];
  const auto number = [](double value) { return std::to_string(value); };
  switch (book_.actions[a].kind) {
    case ActionKind::button: {
      ButtonReading expected = action.button;
      if (std::abs(expected.progress - reading.button.progress) < 1e-4F) {
        expected.progress = reading.button.progress;
      }
      if (expected == reading.button) return {};
      const auto words = [&](const ButtonReading& it) {
        return "held " + std::to_string(it.held) + " presses " + std::to_string(it.presses) +
               " releases " + std::to_string(it.releases) + " early " +
               std::to_string(it.let_go_early) + " progress " +
               number(static_cast<double>(it.progress));
      };
      return "expected " + words(expected) + ", read " + words(reading.button);
    }
    case ActionKind::pointer:
      if (action.present == reading.is_present &&
          (!action.present || action.place == reading.value)) {
        return {};
      }
      return "expected a pointer " + std::to_string(action.present) + ", read " +
             std::to_string(reading.is_present);
    default: break;
  }
  std::string expected;
  for (const Point& v : action.candidates) {
    const double tolerance = 2e-3 * (1 + std::hypot(v.x, v.y));
    const bool is_near = std::abs(v.x - static_cast<double>(reading.value.x)) < tolerance &&
                         std::abs(v.y - static_cast<double>(reading.value.y)) < tolerance;
    if (is_near) return {};
    expected += " (" + number(v.x) + ", " + number(v.y) + ")";
  }
  return "expected" + expected + ", read (" + number(static_cast<double>(reading.value.x)) + ", " +
         number(static_cast<double>(reading.value.y)) + ")";
}

}  // namespace nextmove::support
