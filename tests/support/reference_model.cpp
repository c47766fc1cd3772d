#include "support/reference_model.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

namespace nextmove::support {
namespace {

using namespace std::chrono_literals;

std::set<Control> with_of(const BindingDefinition& binding) {
  std::set<Control> with;
  for (const PlacedControl& control : binding.with) with.insert(control.control);
  return with;
}

std::array<float, 4> halves_of(Vec2 v) {
  return {std::max(v.x, 0.0F), std::max(-v.x, 0.0F), std::max(v.y, 0.0F), std::max(-v.y, 0.0F)};
}

// How far a control that has one value is pushed.
float push(const ControlInfo& control, Vec2 value) {
  float sum = 0;
  for (int half = 0; half < 4; ++half) {
    if ((control.part >> half & 1) != 0) sum += halves_of(value)[static_cast<std::size_t>(half)];
  }
  return sum;
}

bool is_moved(ControlForm form) {
  return form == ControlForm::displacement || form == ControlForm::displacement_axis ||
         form == ControlForm::displacement_half;
}

double usual_dead_zone(ControlForm form) {
  if (form == ControlForm::trigger) return 0.05;
  const bool is_stick = form == ControlForm::stick || form == ControlForm::stick_axis ||
                        form == ControlForm::stick_half;
  return is_stick ? 0.15 : 0;
}

}  // namespace

ReferenceModel::ReferenceModel(const PlaybookDefinition& book)
    : book_(book), actions_(book.actions.size()) {
  for (std::size_t c = 0; c < book_.contexts.size(); ++c) {
    for (const BindingDefinition& binding : book_.contexts[c].bindings) {
      const auto action = std::find_if(book_.actions.begin(), book_.actions.end(),
                                       [&](const auto& a) { return a.name == binding.action; });
      const auto number = static_cast<std::size_t>(action - book_.actions.begin());
      const auto add = [&](Control control, const Direction* direction) {
        if (control == Control::none) return;
        items_.push_back({c, bindings_.size(), &binding, number, info(control), direction});
      };
      add(binding.control.control, nullptr);
      for (const Direction& direction : directions()) {
        add((binding.*direction.control).control, &direction);
      }
      bindings_.push_back(&binding);
      binding_actions_.push_back(number);
      binding_contexts_.push_back(c);
    }
  }
}

// ---- who hears what

bool ReferenceModel::is_entered(std::size_t context) const {
  return std::find(entered_.begin(), entered_.end(), context) != entered_.end();
}

// Whether the binding is one of the scheme's.
bool ReferenceModel::plays(const Item& item) const {
  if (scheme_.empty()) return true;
  const std::vector<PlacedName>& named = item.definition->schemes;
  if (!named.empty()) {
    return std::any_of(named.begin(), named.end(),
                       [&](const PlacedName& name) { return name.name == scheme_; });
  }
  const auto scheme = std::find_if(book_.schemes.begin(), book_.schemes.end(),
                                   [&](const auto& it) { return it.name == scheme_; });
  return scheme->uses_kind(item.control.device) && !scheme->shares_devices;
}

bool ReferenceModel::is_down(Control with) const {
  return std::any_of(devices_.begin(), devices_.end(), [&](const Device& device) {
    const auto found = device.with_down.find(with);
    return found != device.with_down.end() && found->second;
  });
}

bool ReferenceModel::has_all(const BindingDefinition& binding) const {
  const std::set<Control> with = with_of(binding);
  return std::all_of(with.begin(), with.end(), [&](Control control) { return is_down(control); });
}

// From the context that hears first down to the item's own: is this half of its source claimed, or
// left to a binding of the same context with more with-controls?
bool ReferenceModel::hears(const Item& item, int half) const {
  if (!plays(item)) return false;
  for (const std::size_t context : entered_) {
    const Item* best = nullptr;  // of those that have what they need, the first that needs most
    for (const Item& other : items_) {
      const bool covers = other.context == context && other.control.source == item.control.source &&
                          (other.control.part >> half & 1) != 0;
      if (!covers || !plays(other) || !has_all(*other.definition)) continue;
      if (best == nullptr ||
          with_of(*other.definition).size() > with_of(*best->definition).size()) {
        best = &other;
      }
    }
    if (context == item.context) {
      return best != nullptr && has_all(*item.definition) &&
             with_of(*item.definition) == with_of(*best->definition);
    }
    for (const Item& other : items_) {
      const bool claims = best != nullptr && other.context == context && plays(other) &&
                          other.control.source == item.control.source &&
                          (other.control.part >> half & 1) != 0 && !other.definition->pass_on &&
                          with_of(*other.definition) == with_of(*best->definition);
      if (claims) return false;
    }
    const auto& blocks = book_.contexts[context].blocks;
    if (std::find(blocks.begin(), blocks.end(), item.control.device) != blocks.end()) return false;
  }
  return false;
}

bool ReferenceModel::hears_any(const Item& item) const {
  for (int half = 0; half < 4; ++half) {
    if ((item.control.part >> half & 1) != 0 && hears(item, half)) return true;
  }
  return false;
}

bool ReferenceModel::hears_all(const Item& item) const {
  for (int half = 0; half < 4; ++half) {
    if ((item.control.part >> half & 1) != 0 && !hears(item, half)) return false;
  }
  return true;
}

// ---- what goes in

void ReferenceModel::plug(DeviceId id, DeviceKind kind) {
  devices_.push_back({id,
                      kind,
                      {},
                      std::vector<Contact>(items_.size()),
                      {},
                      std::vector<Flow>(bindings_.size()),
                      std::vector<Point>(actions_.size())});
}

void ReferenceModel::feed(const Event& event) {
  queue_.push_back({event, Queued::operating});
}
void ReferenceModel::unplug(DeviceId id, Time time) {
  queue_.push_back({{time, id}, Queued::unplugging});
}
void ReferenceModel::release_all(Time time) {
  queue_.push_back({{time}, Queued::releasing});
}

void ReferenceModel::update(Time now) {
  std::stable_sort(queue_.begin(), queue_.end(),
                   [](const Queued& a, const Queued& b) { return a.event.time < b.event.time; });
  std::size_t done = 0;
  for (; done < queue_.size() && queue_[done].event.time <= now; ++done) work_off(queue_[done]);
  queue_.erase(queue_.begin(), queue_.begin() + static_cast<std::ptrdiff_t>(done));
  complete(now);
  move_flows(now);
  now_ = now;
  read();
}

void ReferenceModel::work_off(const Queued& queued) {
  const Event& event = queued.event;
  complete(event.time);
  move_flows(std::max(event.time, now_));
  const auto device = std::find_if(devices_.begin(), devices_.end(),
                                   [&](const Device& d) { return d.id == event.device; });
  if (queued.what == Queued::releasing) {
    for (Device& each : devices_) cut(each);
    find_pointers();
    retarget(nullptr, Control::none);
  } else if (device == devices_.end()) {
    return;
  } else if (queued.what == Queued::unplugging) {
    cut(*device);
    for (Action& action : actions_) {
      if (action.pointer == device->id) action.pointer = DeviceId::none;
    }
    devices_.erase(device);
    find_pointers();
    retarget(nullptr, Control::none);
  } else {
    operate(*device, event.control, {event.x, event.y}, event.time);
  }
}

void ReferenceModel::operate(Device& device, Control source, Vec2 value, Time time) {
  // First what the control opens and closes for others, then what it does itself.
  std::set<Control> with_controls;
  for (const BindingDefinition* binding : bindings_) with_controls.merge(with_of(*binding));
  for (const Control with : with_controls) {
    if (info(with).source != source) continue;
    bool& down = device.with_down[with];
    down = push(info(with), value) >= (down ? 0.4F : 0.5F);
  }
  find_pointers();
  retarget(nullptr, Control::none);

  device.values[source] = value;
  const std::vector<std::size_t> items = items_on(source);
  // A stick that swings over lets go of one side before it pushes the other.
  for (const std::size_t i : items) {
    const bool is_button = action_of(items_[i]).kind == ActionKind::button;
    if (!is_button || !device.contacts[i].down) continue;
    if (push(items_[i].control, value) < items_[i].definition->thresholds.release_at) {
      operate_button(device, i, value, time);
    }
  }
  for (const std::size_t i : items) {
    const Item& item = items_[i];
    const ActionKind kind = action_of(item).kind;
    if (kind == ActionKind::button) {
      operate_button(device, i, value, time);
    } else if (is_moved(item.control.form)) {
      Point amount = contribution(item, value);
      const double scale = static_cast<double>(item.definition->shaping.scale);
      amount = {amount.x * scale, amount.y * scale};
      Point& sum = item.definition->shaping.smoothing > 0us ? device.flows[item.binding].pending
                                                            : device.nudges[item.action];
      sum = {sum.x + amount.x, sum.y + amount.y};
    }
  }
  find_pointers();
  retarget(&device, source);
}

// Of the entered contexts, the one that hears first in front; in each, as it is written.
std::vector<std::size_t> ReferenceModel::items_on(Control source) const {
  std::vector<std::size_t> found;
  for (const std::size_t context : entered_) {
    for (std::size_t i = 0; i < items_.size(); ++i) {
      const Item& item = items_[i];
      const bool is_on_it = item.context == context && item.control.source == source;
      if (is_on_it && plays(item)) found.push_back(i);
    }
  }
  return found;
}

// The device is gone, or the window has lost the focus: everything is let go, without effect.
void ReferenceModel::cut(Device& device) {
  for (auto& [control, value] : device.values) {
    if (info(control).form != ControlForm::position) value = {};
  }
  for (auto& [control, down] : device.with_down) down = false;
  for (std::size_t i = 0; i < items_.size(); ++i) {
    cut(device.contacts[i], items_[i]);
    device.contacts[i].down = false;
  }
  for (Flow& flow : device.flows) flow = {};
}

// ---- buttons

void ReferenceModel::press(Action& action, Time time) {
  if (action.holders++ > 0) return;
  ++action.presses;
  action.log.push_back(time);
}

void ReferenceModel::let_go(Action& action) {
  if (--action.holders == 0) ++action.releases;
}

void ReferenceModel::operate_button(Device& device, std::size_t i, Vec2 value, Time time) {
  const Item& item = items_[i];
  Contact& contact = device.contacts[i];
  const bool may_press = hears_any(item) && actions_[item.action].mutes == 0;
  const float amount = push(item.control, value);
  if (is_moved(item.control.form)) {
    if (!may_press) return;
    contact.detents = std::min(contact.detents + amount, 100.0F);
    for (; contact.detents >= 1; contact.detents -= 1) {
      begin(contact, item, time);
      end(contact, item, time);
    }
    return;
  }
  const Thresholds& thresholds = item.definition->thresholds;
  const bool down = amount >= (contact.down ? thresholds.release_at : thresholds.press_at);
  if (down == contact.down) return;
  contact.down = down;
  if (!down) {
    end(contact, item, time);
  } else if (may_press) {
    begin(contact, item, time);
  }
}

void ReferenceModel::begin(Contact& contact, const Item& item, Time time) {
  const Gesture& gesture = item.definition->gesture;
  Action& action = actions_[item.action];
  contact.heard = true;
  const bool is_in_time = contact.taps > 0 && time - contact.since <= gesture.time;
  contact.since = time;
  if (gesture.kind == GestureKind::hold || gesture.kind == GestureKind::tap) return;
  if (gesture.kind == GestureKind::toggle && contact.holds) {
    contact.holds = false;
    return let_go(action);
  }
  if (gesture.kind == GestureKind::taps) {
    contact.taps = is_in_time ? contact.taps + 1 : 1;
    if (contact.taps < gesture.count) return;
    contact.taps = 0;
  }
  if (gesture.kind == GestureKind::repeat) contact.next = time + gesture.time;
  contact.holds = true;
  press(action, time);
}

void ReferenceModel::end(Contact& contact, const Item& item, Time time) {
  const Gesture& gesture = item.definition->gesture;
  Action& action = actions_[item.action];
  const bool heard = contact.heard;
  contact.heard = contact.fired = false;
  if (gesture.kind == GestureKind::toggle) return;
  if (contact.holds) {
    contact.holds = false;
    let_go(action);
  } else if (heard && gesture.kind == GestureKind::hold) {
    action.early = true;
  } else if (heard && gesture.kind == GestureKind::tap && time - contact.since <= gesture.time) {
    press(action, time);
    let_go(action);
  }
}

void ReferenceModel::cut(Contact& contact, const Item& item) {
  if (contact.holds) let_go(actions_[item.action]);
  const bool down = contact.down;
  const float detents = contact.detents;
  contact = {};
  contact.down = down;
  contact.detents = detents;
}

// Holds that are long enough, and repetitions, each at its own time.
void ReferenceModel::complete(Time until) {
  for (;;) {
    Time first = Time::max();
    for (const Device& device : devices_) {
      for (std::size_t i = 0; i < items_.size(); ++i) {
        const Gesture& gesture = items_[i].definition->gesture;
        const Contact& contact = device.contacts[i];
        if (!contact.heard) continue;
        if (gesture.kind == GestureKind::hold && !contact.fired) {
          first = std::min(first, contact.since + gesture.time);
        }
        if (gesture.kind == GestureKind::repeat) first = std::min(first, contact.next);
      }
    }
    if (first > until) return;
    for (Device& device : devices_) {
      for (std::size_t i = 0; i < items_.size(); ++i) {
        const Gesture& gesture = items_[i].definition->gesture;
        Contact& contact = device.contacts[i];
        Action& action = actions_[items_[i].action];
        if (!contact.heard) continue;
        if (gesture.kind == GestureKind::hold && !contact.fired &&
            contact.since + gesture.time == first) {
          contact.fired = contact.holds = true;
          press(action, first);
        }
        if (gesture.kind == GestureKind::repeat && contact.next == first) {
          ++action.presses;
          action.log.push_back(first);
          contact.next += gesture.every;
        }
      }
    }
  }
}

bool ReferenceModel::take_press(const std::string& name, Duration within) {
  const auto found = std::find_if(book_.actions.begin(), book_.actions.end(),
                                  [&](const auto& a) { return a.name == name; });
  Action& action = actions_[static_cast<std::size_t>(found - book_.actions.begin())];
  const std::size_t size = action.log.size();
  for (std::size_t i = std::max(action.taken, size - std::min<std::size_t>(size, 4)); i < size;
       ++i) {
    if (now_ - action.log[i] > within) continue;
    action.taken = i + 1;
    return true;
  }
  return false;
}

// ---- contexts and mutes

void ReferenceModel::enter(const std::string& name) {
  const auto found = std::find_if(book_.contexts.begin(), book_.contexts.end(),
                                  [&](const auto& c) { return c.name == name; });
  const auto context = static_cast<std::size_t>(found - book_.contexts.begin());
  if (!is_entered(context)) list(context);
  settle_contexts();
}

void ReferenceModel::list(std::size_t context) {
  const int rank = book_.contexts[context].rank;
  const auto below = std::find_if(entered_.begin(), entered_.end(), [&](std::size_t other) {
    return book_.contexts[other].rank <= rank;
  });
  entered_.insert(below, context);
}

void ReferenceModel::settle_contexts() {
  note_what_is_down();
  find_pointers();
  retarget(nullptr, Control::none);
}

void ReferenceModel::leave(const std::string& name) {
  const auto found = std::find_if(book_.contexts.begin(), book_.contexts.end(),
                                  [&](const auto& c) { return c.name == name; });
  const auto context = static_cast<std::size_t>(found - book_.contexts.begin());
  if (!is_entered(context)) return;
  unlist(context);
  settle_contexts();
}

void ReferenceModel::unlist(std::size_t context) {
  for (Device& device : devices_) {
    for (std::size_t i = 0; i < items_.size(); ++i) {
      if (items_[i].context != context) continue;
      cut(device.contacts[i], items_[i]);
      device.contacts[i] = {};
      device.flows[items_[i].binding] = {};
    }
  }
  entered_.erase(std::find(entered_.begin(), entered_.end(), context));
}

// What the new scheme does not play is over, as if its context had been left.
void ReferenceModel::hold_to(const std::string& scheme) {
  if (scheme == scheme_) return;
  std::vector<bool> played;
  for (const Item& item : items_) played.push_back(plays(item));
  scheme_ = scheme;
  for (Device& device : devices_) {
    for (std::size_t i = 0; i < items_.size(); ++i) {
      const bool is_over = played[i] && !plays(items_[i]);
      if (!is_over || items_[i].control.device != device.kind) continue;
      cut(device.contacts[i], items_[i]);
      device.contacts[i] = {};
      device.flows[items_[i].binding] = {};
    }
  }
  settle_contexts();
}

void ReferenceModel::switch_to(const std::string& name) {
  const auto found = std::find_if(book_.contexts.begin(), book_.contexts.end(),
                                  [&](const auto& c) { return c.name == name; });
  const auto context = static_cast<std::size_t>(found - book_.contexts.begin());
  const std::vector<std::size_t> before = entered_;
  for (const std::size_t other : before) {
    if (other != context && book_.contexts[other].rank == found->rank) unlist(other);
  }
  if (!is_entered(context)) list(context);
  settle_contexts();
}

// What is down when its context is entered is no press of it, now or later.
void ReferenceModel::note_what_is_down() {
  for (Device& device : devices_) {
    for (std::size_t i = 0; i < items_.size(); ++i) {
      const Item& item = items_[i];
      const bool is_button = action_of(item).kind == ActionKind::button;
      if (!is_entered(item.context) || !is_button || is_moved(item.control.form)) continue;
      if (!plays(item)) continue;
      if (device.contacts[i].down) continue;
      const auto value = device.values.find(item.control.source);
      if (value == device.values.end()) continue;
      device.contacts[i].down =
          push(item.control, value->second) >= item.definition->thresholds.press_at;
    }
  }
}

void ReferenceModel::mute(const std::string& name) {
  ++mutes_[name];
  for (const MuteDefinition& mute : book_.mutes) {
    if (mute.name != name) continue;
    for (std::size_t a = 0; a < actions_.size(); ++a) {
      const bool is_named =
          std::any_of(mute.actions.begin(), mute.actions.end(),
                      [&](const auto& n) { return n.name == book_.actions[a].name; });
      if (is_named == mute.is_everything_but || actions_[a].mutes++ > 0) continue;
      for (Device& device : devices_) {
        for (std::size_t i = 0; i < items_.size(); ++i) {
          if (items_[i].action == a) cut(device.contacts[i], items_[i]);
        }
      }
    }
  }
}

void ReferenceModel::unmute(const std::string& name) {
  if (mutes_[name] == 0) return;
  --mutes_[name];
  for (const MuteDefinition& mute : book_.mutes) {
    if (mute.name != name) continue;
    for (std::size_t a = 0; a < actions_.size(); ++a) {
      const bool is_named =
          std::any_of(mute.actions.begin(), mute.actions.end(),
                      [&](const auto& n) { return n.name == book_.actions[a].name; });
      if (is_named != mute.is_everything_but) --actions_[a].mutes;
    }
  }
}

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

ReferenceModel::Point ReferenceModel::contribution(const Item& item, Vec2 value) const {
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
  return point;
}

// The sum of what one binding has on this device, shaped, but neither smoothed nor scaled.
ReferenceModel::Point ReferenceModel::shaped(const Device& device, std::size_t binding) const {
  const Shaping& shaping = bindings_[binding]->shaping;
  Point sum;
  double inner = 0;
  for (const Item& item : items_) {
    if (item.binding != binding || item.control.device != device.kind) continue;
    const double own = usual_dead_zone(item.control.form);
    inner = std::max(inner, shaping.dead_zone ? static_cast<double>(*shaping.dead_zone) : own);
    if (is_moved(item.control.form)) continue;
    const auto value = device.values.find(item.control.source);
    if (value == device.values.end() || !is_entered(item.context)) continue;
    const Point add = contribution(item, value->second);
    sum = {sum.x + add.x, sum.y + add.y};
  }
  double length = std::hypot(sum.x, sum.y);
  if (length > 1) sum = {sum.x / length, sum.y / length};
  const auto beyond = [](double v, double edge) {
    return std::copysign(std::max(std::abs(v) - edge, 0.0) / (1 - edge), v);
  };
  const auto axial = static_cast<double>(shaping.axial_dead_zone);
  sum = {beyond(sum.x, axial), beyond(sum.y, axial)};
  length = std::hypot(sum.x, sum.y);
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
  return binding.rate > 0 || binding.shaping.smoothing > 0us;
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
      flow.target = is_entered(binding_contexts_[b]) ? shaped(device, b) : Point{};
      const bool is_changed = before.x != flow.target.x || before.y != flow.target.y;
      const bool is_own =
          &device == operated && std::any_of(items_.begin(), items_.end(), [&](const Item& item) {
            return item.binding == b && item.control.source == source;
          });
      const bool is_smoothed = bindings_[b]->shaping.smoothing > 0us && is_own;
      if (is_changed && !is_smoothed) flow.smooth = flow.target;
    }
  }
}

ReferenceModel::Point ReferenceModel::value_of(const Device& device, std::size_t action) const {
  const ActionKind kind = book_.actions[action].kind;
  Point value;
  for (std::size_t b = 0; kind != ActionKind::motion && b < bindings_.size(); ++b) {
    if (binding_actions_[b] != action || !is_entered(binding_contexts_[b])) continue;
    const Point part = takes_time(*bindings_[b]) ? device.flows[b].smooth : shaped(device, b);
    const auto scale = static_cast<double>(bindings_[b]->shaping.scale);
    value = {value.x + part.x * scale, value.y + part.y * scale};
  }
  const auto clamp = [&] {
    const double length = std::hypot(value.x, value.y);
    if (length > 1 && kind != ActionKind::motion) value = {value.x / length, value.y / length};
  };
  clamp();
  const Point nudge = device.nudges[action];
  value = {value.x + nudge.x, value.y + nudge.y};
  clamp();
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
