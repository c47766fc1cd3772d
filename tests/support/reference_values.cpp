// The reference model: axes, vectors, motions and pointers, and what is read.
#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

#include "support/reference_controls.hpp"
#include "support/reference_model.hpp"

namespace nextmove::support {
namespace {

using namespace std::chrono_literals;

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
    // What smoothing still holds back is lost with who may push.
    for (Device& device : devices_) {
      if (may_push(device.id, a)) continue;
      for (std::size_t b = 0; b < bindings_.size(); ++b) {
        if (binding_actions_[b] == a) device.flows[b].smooth = device.flows[b].target;
      }
    }
    action.pointer = may_push(action.pusher, a) ? action.pusher : DeviceId::none;
    if (action.pointer != DeviceId::none) continue;
    for (const Device& device : devices_) {
      for (const Item& item : items_) {
        const auto value = device.values.find(item.control.source);
        const bool is_place = item.control.form == ControlForm::position;
        if (item.action != a || !is_place || value == device.values.end()) continue;
        if (!is_entered(item.context) || !hears_all(item)) continue;
        // A second mouse may be there, and its place known, before the first is unplugged.
        if (action.pointer != DeviceId::none && device.id != action.pointed) continue;
        action.pointer = device.id;
        action.pusher = DeviceId::none;
        const Vec2 place = value->second;
        action.place = {static_cast<double>(place.x), static_cast<double>(place.y)};
      }
    }
  }
}

// Somebody points at a place: whoever pushed before does not count any more.
void ReferenceModel::point(const Device& device, const std::vector<std::size_t>& items) {
  for (const std::size_t i : items) {
    const Item& item = items_[i];
    const bool is_place = item.control.form == ControlForm::position;
    if (!is_place || !hears_all(item)) continue;
    actions_[item.action].pusher = DeviceId::none;
    actions_[item.action].pointed = device.id;
  }
}

bool ReferenceModel::may_push(DeviceId id, std::size_t action) const {
  const Device* device = find_device(id);
  return device != nullptr && std::any_of(items_.begin(), items_.end(), [&](const Item& item) {
           return item.action == action && item.control.device == device->kind &&
                  item.control.form != ControlForm::position && is_entered(item.context) &&
                  hears_any(item);
         });
}

// What the rates have come to moves them on, in a window of 16 by 9.
void ReferenceModel::push_pointers() {
  for (std::size_t a = 0; a < actions_.size(); ++a) {
    Action& action = actions_[a];
    if (book_.actions[a].kind != ActionKind::pointer) continue;
    const Point way = std::exchange(action.way, {});
    const bool is_still = way.x == 0 && way.y == 0;
    if (is_still || action.mutes > 0) continue;
    action.place = {std::clamp(action.place.x + way.x * 9 / 16, 0.0, 1.0),
                    std::clamp(action.place.y - way.y, 0.0, 1.0)};
    action.pointer = action.pusher = action.driver;
  }
}

// Whether smoothing bends the way of a pointer.
bool ReferenceModel::is_bending() const {
  return std::any_of(devices_.begin(), devices_.end(), [&](const Device& device) {
    for (std::size_t b = 0; b < bindings_.size(); ++b) {
      const Flow& flow = device.flows[b];
      const bool is_off =
          std::hypot(flow.smooth.x - flow.target.x, flow.smooth.y - flow.target.y) > 1e-4;
      const bool is_pointer = book_.actions[binding_actions_[b]].kind == ActionKind::pointer;
      if (is_pointer && is_off && takes_time(*bindings_[b])) return true;
    }
    return false;
  });
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
  } else if (has_one_value(kind)) {
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
  std::array<int, 4> last{};  // which of the presses of each direction was the last
  for (const Item& item : items_) {
    if (item.action != binding_actions_[group] || item.control.device != device.kind) continue;
    if (group_of(device.kind, item.binding) != group || is_moved(item.control.form)) continue;
    const auto value = device.values.find(item.control.source);
    if (value == device.values.end() || !is_entered(item.context)) continue;
    const std::array<double, 4> push = contribution(item, value->second);
    const auto pressed = device.pressed.find(item.control.source);
    int press = 0;
    for (int half = 0; half < 4 && pressed != device.pressed.end(); ++half) {
      const bool is_its = (item.control.part >> half & 1) != 0;
      if (is_its) press = std::max(press, pressed->second[static_cast<std::size_t>(half)]);
    }
    for (std::size_t i = 0; i < 4; ++i) {
      furthest[i] = std::max(furthest[i], push[i]);
      if (push[i] > 0) last[i] = std::max(last[i], press);
    }
  }
  const bool takes_last =
      has_directions(group) && book_.actions[binding_actions_[group]].opposite == Opposite::last;
  for (std::size_t i = 0; takes_last && i < 4; i += 2) {
    if (furthest[i] == 0 || furthest[i + 1] == 0 || last[i] == last[i + 1]) continue;
    furthest[last[i] > last[i + 1] ? i + 1 : i] = 0;
  }
  const auto [right, left, up, down] = furthest;
  Point sum = {right - left, up - down};
  const auto beyond = [](double v, double edge) {
    return std::copysign(std::max(std::abs(v) - edge, 0.0) / (1 - edge), v);
  };
  const auto axial = static_cast<double>(shaping.axial_dead_zone);
  sum = {beyond(sum.x, axial), beyond(sum.y, axial)};
  const double length = std::hypot(sum.x, sum.y);
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

// At the edge of the window it matters when a pointer turns round, so it goes there in small steps.
void ReferenceModel::move_flows(Time until) {
  while (until - moved_until_ > 1ms && is_bending()) move_all_flows(moved_until_ + 1ms);
  move_all_flows(until);
}

void ReferenceModel::move_all_flows(Time until) {
  if (until <= moved_until_) return;
  if (moved_until_ < counts_from_ && until > counts_from_) move_all_flows(counts_from_);
  const bool counts = moved_until_ >= counts_from_;
  const double dt = to_seconds(until - moved_until_);
  moved_until_ = until;
  for (Device& device : devices_) {
    for (std::size_t b = 0; b < bindings_.size(); ++b) {
      const BindingDefinition& binding = *bindings_[b];
      if (!takes_time(binding)) continue;
      Flow& flow = device.flows[b];
      Action& action = actions_[binding_actions_[b]];
      const double tau = to_seconds(binding.shaping.smoothing);
      const double kept = tau > 0 ? std::exp(-dt / tau) : 0;
      const Point behind = {flow.smooth.x - flow.target.x, flow.smooth.y - flow.target.y};
      const double rate =
          static_cast<double>(binding.rate) * static_cast<double>(binding.shaping.scale);
      if (counts && action.driver == device.id) {
        const double share = rate * share_of(device, binding_actions_[b]);
        action.way.x += share * (flow.target.x * dt + behind.x * tau * (1 - kept));
        action.way.y += share * (flow.target.y * dt + behind.y * tau * (1 - kept));
      }
      flow.smooth = {flow.target.x + behind.x * kept, flow.target.y + behind.y * kept};
      action.way.x += flow.pending.x * (1 - kept);
      action.way.y += flow.pending.y * (1 - kept);
      flow.pending = {flow.pending.x * kept, flow.pending.y * kept};
    }
  }
  push_pointers();
}

// Of what the rates on a device add up to, how much is within the largest of them.
double ReferenceModel::share_of(const Device& device, std::size_t action) const {
  const double length = size_of_rates(device, action);
  const double most = largest_rate(&device, action);
  return length > most ? most / length : 1;
}

double ReferenceModel::size_of_rates(const Device& device, std::size_t action) const {
  Point sum;
  for (std::size_t b = 0; b < bindings_.size(); ++b) {
    if (binding_actions_[b] != action) continue;
    const double rate = rate_of(b);
    sum = {sum.x + device.flows[b].target.x * rate, sum.y + device.flows[b].target.y * rate};
  }
  return std::hypot(sum.x, sum.y);
}

double ReferenceModel::rate_of(std::size_t b) const {
  return static_cast<double>(bindings_[b]->rate) * static_cast<double>(bindings_[b]->shaping.scale);
}

// As far as they are pushed on this device, or of all there are.
double ReferenceModel::largest_rate(const Device* device, std::size_t action) const {
  double most = 0;
  for (const Item& item : items_) {
    if (item.action != action || is_moved(item.control.form)) continue;
    const Point target = device != nullptr ? device->flows[item.binding].target : Point{1, 0};
    most = std::max(most, rate_of(item.binding) * std::min(std::hypot(target.x, target.y), 1.0));
  }
  return most;
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

ReferenceModel::Point ReferenceModel::sum_of(const Device& device, std::size_t action,
                                             bool is_smooth) const {
  Point value;
  double reach = 0;
  for (std::size_t b = 0; b < bindings_.size(); ++b) {
    if (binding_actions_[b] != action || group_of(device.kind, b) != b) continue;
    const Flow& flow = device.flows[b];
    const Point part = !takes_time(*bindings_[b]) ? shaped(device, b)
                       : is_smooth                ? flow.smooth
                                                  : flow.target;
    const auto scale = static_cast<double>(bindings_[b]->shaping.scale);
    value = {value.x + part.x * scale, value.y + part.y * scale};
    reach += scale * std::min(std::hypot(part.x, part.y), 1.0);
  }
  return limited(value, std::min(reach, 1.0));
}

ReferenceModel::Point ReferenceModel::limited(Point value, double most) {
  const double length = std::hypot(value.x, value.y);
  return length <= most ? value : Point{value.x / length * most, value.y / length * most};
}

bool ReferenceModel::is_smoothed(const Device& device, std::size_t action) const {
  return std::any_of(items_.begin(), items_.end(), [&](const Item& item) {
    return item.action == action && item.control.device == device.kind &&
           takes_time(*item.definition);
  });
}

double ReferenceModel::size_of(const Device& device, std::size_t action) const {
  double size = 0;
  if (takes_rate(book_.actions[action].kind)) {
    const double most = largest_rate(&device, action);
    if (most > 0)
      size = std::min(size_of_rates(device, action), most) / largest_rate(nullptr, action);
  } else {
    const Point value = sum_of(device, action, false);
    size = std::hypot(value.x, value.y);
  }
  return size > 1e-5 ? size : 0;
}

// ---- who drives

void ReferenceModel::weigh() {
  for (std::size_t a = 0; a < actions_.size(); ++a) {
    const ActionKind kind = book_.actions[a].kind;
    if (kind == ActionKind::button) continue;
    choose_driver(a);
    Action& action = actions_[a];
    const auto driver = std::find_if(devices_.begin(), devices_.end(),
                                     [&](const Device& it) { return it.id == action.driver; });
    if (takes_rate(kind)) continue;
    note_digits(a);
    const bool is_pushed =
        driver != devices_.end() && driver->sizes[a] > 0 && !is_smoothed(*driver, a);
    const Point value = is_pushed ? sum_of(*driver, a, true) : Point{};
    const Point before = action.weighed;
    action.weighed = value;
    if (std::hypot(value.x - before.x, value.y - before.y) < 1e-5) continue;
    if (std::hypot(value.x, value.y) + 1e-6 < std::hypot(action.peak.x, action.peak.y)) continue;
    action.peak = value;
    action.peak_of = action.driver;
  }
}

void ReferenceModel::choose_driver(std::size_t a) {
  Action& action = actions_[a];
  std::vector<double> before;
  double driving = 0;
  double largest = 0;
  for (Device& device : devices_) {
    before.push_back(device.sizes[a]);
    device.sizes[a] = size_of(device, a);
    if (device.id == action.driver) driving = device.sizes[a];
    largest = std::max(largest, device.sizes[a]);
  }
  const auto beyond = [&](double size, double limit) {
    is_in_doubt_ = is_in_doubt_ || std::abs(size - limit) < 1e-5;
    return size > limit;
  };
  double most = 0;
  DeviceId next = action.driver;
  for (std::size_t i = 0; i < devices_.size(); ++i) {
    const double size = devices_[i].sizes[a];
    if (devices_[i].id == action.driver || size == 0) continue;
    const bool is_larger = driving == 0 || beyond(size, driving + 0.0501);
    const bool comes_up = beyond(driving - 0.0501, before[i]) && !beyond(largest - 0.0501, size);
    if (!is_larger && !comes_up) continue;
    // Equal, but not in a number that floats hold: there their rounding decides.
    const bool is_exact = std::abs(size * 1024 - std::round(size * 1024)) < 1e-9;
    is_in_doubt_ = is_in_doubt_ || (!is_exact && std::abs(size - most) < 1e-5);
    if (size <= most + 1e-6) continue;
    most = size;
    next = devices_[i].id;
  }
  action.driver = next;
}

ReferenceModel::Point ReferenceModel::driven(std::size_t a) const {
  Point largest;
  for (const Device& device : devices_) {
    const Point value = sum_of(device, a, true);
    if (device.id == actions_[a].driver && device.sizes[a] > 0) return value;
    if (std::hypot(value.x, value.y) > std::hypot(largest.x, largest.y) + 1e-6) largest = value;
  }
  return largest;
}

const ReferenceModel::Device* ReferenceModel::find_device(DeviceId id) const {
  const auto found =
      std::find_if(devices_.begin(), devices_.end(), [&](const Device& it) { return it.id == id; });
  return found == devices_.end() ? nullptr : &*found;
}

void ReferenceModel::forget_peaks(const Device& device) {
  for (Action& action : actions_) {
    if (action.peak_of == device.id) action.peak = {};
  }
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
    action.button = {action.holders > 0, action.presses > 0, action.releases > 0, action.early > 0,
                     action.downs > 0,   progress,           action.presses,      action.releases,
                     action.early,       action.downs};
    action.presses = action.releases = action.early = action.downs = 0;
    action.present = action.pointer != DeviceId::none && action.mutes == 0;

    const ActionKind kind = book_.actions[a].kind;
    action.value = {};
    if (is_displacement(kind)) {
      action.value = action.way;
    } else if (kind != ActionKind::button && kind != ActionKind::pointer) {
      action.value = driven(a);
      // Smoothing is over where so little is left.
      if (std::hypot(action.value.x, action.value.y) < 1e-4) action.value = action.peak;
      action.value = limited({action.value.x + action.way.x, action.value.y + action.way.y}, 1);
    }
    if (action.mutes > 0) action.value = {};
    const bool is_live =
        std::hypot(action.value.x - action.weighed.x, action.value.y - action.weighed.y) < 1e-9;
    action.read_digits = is_live ? action.digits : digits_of(a, action.value, action.read_digits);
    action.read_ways = std::exchange(action.ways, {});
    action.way = {};
  }
  weigh();
  settle_pushes();
  for (Action& action : actions_) action.peak = {};
}

// Smoothing is over where so little is left.
void ReferenceModel::settle_pushes() {
  for (Device& device : devices_) {
    for (std::size_t b = 0; b < bindings_.size(); ++b) {
      Flow& flow = device.flows[b];
      const bool is_off = std::max(std::abs(flow.smooth.x - flow.target.x),
                                   std::abs(flow.smooth.y - flow.target.y)) >= 1e-4;
      const bool is_pointer = book_.actions[binding_actions_[b]].kind == ActionKind::pointer;
      if (is_pointer && !is_off) flow.smooth = flow.target;
    }
  }
}

// Neither smoothed nor moved by a wheel.
bool ReferenceModel::is_plain(std::size_t action) const {
  return std::none_of(items_.begin(), items_.end(), [&](const Item& item) {
    return item.action == action && (is_moved(item.control.form) || takes_time(*item.definition));
  });
}

void ReferenceModel::follow(std::size_t action, const Reading& reading) {
  if (reading.kind != ActionKind::pointer) return;
  actions_[action].place = {static_cast<double>(reading.value.x),
                            static_cast<double>(reading.value.y)};
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
               " releases " + std::to_string(it.releases) + " early " + std::to_string(it.early) +
               " downs " + std::to_string(it.downs) + " progress " +
               number(static_cast<double>(it.progress));
      };
      return "expected " + words(expected) + ", read " + words(reading.button);
    }
    case ActionKind::pointer:
      if (action.present == reading.is_present &&
          std::abs(action.place.x - static_cast<double>(reading.value.x)) < 2e-3 &&
          std::abs(action.place.y - static_cast<double>(reading.value.y)) < 2e-3) {
        return {};
      }
      return "expected a pointer " + std::to_string(action.present) + " at " +
             number(action.place.x) + ' ' + number(action.place.y) + ", read " +
             std::to_string(reading.is_present) + " at " +
             number(static_cast<double>(reading.value.x)) + ' ' +
             number(static_cast<double>(reading.value.y));
    default: break;
  }
  const auto words = [](const Digital& digits, const DirectionPresses& ways) {
    return "way " + std::to_string(static_cast<int>(digits.eight)) + " of eight, " +
           std::to_string(static_cast<int>(digits.four)) + " of four, presses " +
           std::to_string(ways.right) + ' ' + std::to_string(ways.left) + ' ' +
           std::to_string(ways.up) + ' ' + std::to_string(ways.down);
  };
  const Digital& digits = is_plain(a) ? action.read_digits : reading.digital;
  if (!is_displacement(book_.actions[a].kind) &&
      (digits != reading.digital || action.read_ways != reading.ways)) {
    return "expected " + words(digits, action.read_ways) + ", read " +
           words(reading.digital, reading.ways);
  }
  const Point& v = action.value;
  const double tolerance = 2e-3 * (1 + std::hypot(v.x, v.y));
  const bool is_near = std::abs(v.x - static_cast<double>(reading.value.x)) < tolerance &&
                       std::abs(v.y - static_cast<double>(reading.value.y)) < tolerance;
  if (is_near) return {};
  return "expected (" + number(v.x) + ", " + number(v.y) + "), read (" +
         number(static_cast<double>(reading.value.x)) + ", " +
         number(static_cast<double>(reading.value.y)) + ")";
}

}  // namespace nextmove::support
