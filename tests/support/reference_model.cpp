#include "support/reference_model.hpp"

#include <algorithm>
#include <cmath>
#include <set>

#include "support/reference_controls.hpp"

namespace nextmove::support {
namespace {

using namespace std::chrono_literals;

std::set<Control> with_of(const BindingDefinition& binding) {
  std::set<Control> with;
  for (const PlacedControl& control : binding.with) with.insert(control.control);
  return with;
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
        items_.push_back(
            {c, bindings_.size(), &binding, number, info(control), direction, with_of(binding)});
      };
      add(binding.control.control, nullptr);
      for (const Direction& direction : directions()) {
        add((binding.*direction.control).control, &direction);
      }
      with_controls_.merge(with_of(binding));
      bindings_.push_back(&binding);
      binding_actions_.push_back(number);
      binding_contexts_.push_back(c);
    }
  }
  hearing_changes();
  for (std::size_t kind = 0; kind < groups_.size(); ++kind) {
    for (std::size_t b = 0; b < bindings_.size(); ++b) {
      groups_[kind].push_back(find_group(static_cast<DeviceKind>(kind), b));
    }
  }
}

// ---- who hears what

void ReferenceModel::hearing_changes() {
  heard_.assign(items_.size(), {});
}

bool ReferenceModel::is_entered(std::size_t context) const {
  return std::find(entered_.begin(), entered_.end(), context) != entered_.end();
}

// Whether the binding is one of the scheme's, and no text.
bool ReferenceModel::plays(const Item& item) const {
  const bool is_key = item.control.device == DeviceKind::keyboard;
  const bool is_text = is_typing_ && is_key && !action_of(item).is_heard_while_typing;
  return is_of_scheme(item) && !is_text;
}

bool ReferenceModel::is_of_scheme(const Item& item) const {
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

// A key that neither drives what is heard while typing nor is needed for that.
bool ReferenceModel::is_text(const Event& event) const {
  const Control source = event.control;
  if (!is_typing_ || info(source).device != DeviceKind::keyboard) return false;
  const auto is_heard = [&](Control it) { return !items_on(it).empty(); };
  return !is_heard(source) && std::none_of(items_.begin(), items_.end(), [&](const Item& item) {
    return item.control.device == DeviceKind::keyboard && is_heard(item.control.source) &&
           std::any_of(item.with.begin(), item.with.end(),
                       [&](Control it) { return info(it).source == source; });
  });
}

bool ReferenceModel::is_down(Control with) const {
  return std::any_of(devices_.begin(), devices_.end(), [&](const Device& device) {
    const auto found = device.with_down.find(with);
    return found != device.with_down.end() && found->second;
  });
}

bool ReferenceModel::has_all(const Item& item) const {
  return std::all_of(item.with.begin(), item.with.end(),
                     [&](Control control) { return is_down(control); });
}

bool ReferenceModel::hears(const Item& item, int half) const {
  auto& known = heard_[static_cast<std::size_t>(&item - items_.data())];
  std::optional<bool>& is_heard = known[static_cast<std::size_t>(half)];
  if (!is_heard) is_heard = works_out_to_hear(item, half);
  return *is_heard;
}

// From the context that hears first down to the item's own: is this half of its source claimed, or
// left to a binding of the same context with more with-controls?
bool ReferenceModel::works_out_to_hear(const Item& item, int half) const {
  if (!plays(item)) return false;
  for (const std::size_t context : entered_) {
    const Item* best = nullptr;  // of those that have what they need, the first that needs most
    for (const Item& other : items_) {
      const bool covers = other.context == context && other.control.source == item.control.source &&
                          (other.control.part >> half & 1) != 0;
      if (!covers || !plays(other) || !has_all(other)) continue;
      if (best == nullptr || other.with.size() > best->with.size()) {
        best = &other;
      }
    }
    if (context == item.context) {
      return best != nullptr && has_all(item) && item.with == best->with;
    }
    for (const Item& other : items_) {
      const bool claims = best != nullptr && other.context == context && plays(other) &&
                          other.control.source == item.control.source &&
                          (other.control.part >> half & 1) != 0 && !other.definition->pass_on &&
                          other.with == best->with;
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
  devices_.push_back({.id = id,
                      .kind = kind,
                      .contacts = std::vector<Contact>(items_.size()),
                      .flows = std::vector<Flow>(bindings_.size()),
                      .sizes = std::vector<double>(actions_.size())});
}

void ReferenceModel::feed(const Event& event) {
  if (!is_text(event)) queue_.push_back({event, Queued::operating});
}
void ReferenceModel::take_up(const Event& standing) {
  if (!is_text(standing)) queue_.push_back({standing, Queued::standing});
}
void ReferenceModel::unplug(DeviceId id, Time time) {
  queue_.push_back({{time, id}, Queued::unplugging});
}
void ReferenceModel::release_all(Time time) {
  queue_.push_back({{time}, Queued::releasing});
}

void ReferenceModel::update(Time now) {
  counts_from_ = std::max(Time{}, now - 250ms);
  std::stable_sort(queue_.begin(), queue_.end(),
                   [](const Queued& a, const Queued& b) { return a.event.time < b.event.time; });
  std::size_t done = 0;
  for (; done < queue_.size() && queue_[done].event.time <= now; ++done) work_off(queue_[done]);
  queue_.erase(queue_.begin(), queue_.begin() + static_cast<std::ptrdiff_t>(done));
  weigh();
  complete(now);
  move_flows(now);
  now_ = now;
  read();
}

void ReferenceModel::work_off(const Queued& queued) {
  const Event& event = queued.event;
  ++event_;
  weigh();
  complete(event.time);
  move_flows(std::max(event.time, now_));
  const auto device = std::find_if(devices_.begin(), devices_.end(),
                                   [&](const Device& d) { return d.id == event.device; });
  if (queued.what == Queued::releasing) {
    for (Device& each : devices_) {
      cut(each);
      retarget(nullptr, Control::none);
      weigh();
      forget_peaks(each);
    }
    find_pointers();
  } else if (device == devices_.end()) {
    return;
  } else if (queued.what == Queued::unplugging) {
    cut(*device);
    retarget(nullptr, Control::none);
    weigh();
    forget_peaks(*device);
    for (std::size_t a = 0; a < actions_.size(); ++a) {
      Action& action = actions_[a];
      if (action.pusher == device->id) action.pusher = DeviceId::none;
      if (action.driver == device->id) action.driver = DeviceId::none;
    }
    devices_.erase(device);
    hearing_changes();
    find_pointers();
    retarget(nullptr, Control::none);
  } else if (queued.what == Queued::standing) {
    take_up(*device, event.control, {event.x, event.y}, event.time);
  } else {
    operate(*device, event.control, {event.x, event.y}, event.time);
  }
}

// First what the control opens and closes for others, then what it does itself.
void ReferenceModel::open_and_close(Device& device, Control source, Vec2 value) {
  for (const Control with : with_controls_) {
    if (info(with).source != source) continue;
    bool& down = device.with_down[with];
    down = push(info(with), value) >= (down ? 0.4F : 0.5F);
    hearing_changes();
  }
  find_pointers();
  retarget(nullptr, Control::none);
}

void ReferenceModel::number_presses(Device& device, Control source, Vec2 value) {
  const std::array<float, 4> halves = halves_of(value);
  for (std::size_t half = 0; half < 4; ++half) {
    int& press = device.pressed[source][half];
    press = halves[half] < 0.5F ? 0 : press != 0 ? press : ++pressed_;
  }
}

void ReferenceModel::release_what_is_up(Device& device, const std::vector<std::size_t>& items,
                                        Vec2 value, Time time) {
  for (const std::size_t i : items) {
    const bool is_button = action_of(items_[i]).kind == ActionKind::button;
    if (!is_button || !device.contacts[i].down) continue;
    if (push(items_[i].control, value) < items_[i].definition->thresholds.release_at) {
      operate_button(device, i, value, time);
    }
  }
}

// Live values go on at once; what is down is no press, what is up holds nothing any more.
void ReferenceModel::take_up(Device& device, Control source, Vec2 value, Time time) {
  open_and_close(device, source, value);
  device.values[source] = value;
  number_presses(device, source, value);
  release_what_is_up(device, items_on(source), value, time);
  note_what_is_down();
  find_pointers();
  retarget(nullptr, Control::none);
}

void ReferenceModel::operate(Device& device, Control source, Vec2 value, Time time) {
  open_and_close(device, source, value);
  const std::vector<std::size_t> items = items_on(source);
  note_what_is_operated(items, device.values[source], value);
  device.values[source] = value;
  point(device, items);
  number_presses(device, source, value);
  // A stick that swings over lets go of one side before it pushes the other.
  release_what_is_up(device, items, value, time);
  for (const std::size_t i : items) {
    const Item& item = items_[i];
    const ActionKind kind = action_of(item).kind;
    if (kind == ActionKind::button) {
      operate_button(device, i, value, time);
    } else if (is_moved(item.control.form)) {
      const auto [right, left, up, down] = contribution(item, value);
      const double scale = static_cast<double>(item.definition->shaping.scale);
      const Point amount = {(right - left) * scale, (up - down) * scale};
      Point& sum = item.definition->shaping.smoothing > 0us ? device.flows[item.binding].pending
                                                            : actions_[item.action].way;
      sum = {sum.x + amount.x, sum.y + amount.y};
      const bool is_nothing = amount.x == 0 && amount.y == 0;
      if (!is_displacement(kind) && !is_nothing) {
        press_by_detents(device.contacts[i], item, value);
      }
    }
  }
  find_pointers();
  retarget(&device, source);
}

// What changes with the control, and not only because others hear it now.
void ReferenceModel::note_what_is_operated(const std::vector<std::size_t>& items, Vec2 before,
                                           Vec2 value) {
  for (const std::size_t i : items) {
    const Item& item = items_[i];
    if (action_of(item).kind == ActionKind::button || is_moved(item.control.form)) continue;
    Action& action = actions_[item.action];
    const bool is_other = contribution(item, before) != contribution(item, value);
    action.operated = action.operated || is_other;
  }
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
  device.pressed.clear();
  for (auto& [control, value] : device.values) {
    if (info(control).form != ControlForm::position) value = {};
  }
  for (auto& [control, down] : device.with_down) down = false;
  hearing_changes();
  for (Action& action : actions_) {
    if (action.toggled_by == device.id) end_toggle(action);
  }
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
  if (is_moved(item.control.form)) {
    if (!may_press) return;
    for (const bool is_x : {true, false}) {
      double& turned = is_x ? contact.turned.x : contact.turned.y;
      turned = std::clamp(turned + static_cast<double>(is_x ? value.x : value.y), -100.0, 100.0);
      for (; std::abs(turned) >= 0.999; turned -= std::copysign(1.0, turned)) {
        const int half = (is_x ? 0 : 2) + (turned > 0 ? 0 : 1);
        if ((item.control.part >> half & 1) == 0 || !hears(item, half)) continue;
        begin(device, contact, i, time);
        end(contact, item, time);
      }
    }
    return;
  }
  const Thresholds& thresholds = item.definition->thresholds;
  const float amount = push(item.control, value);
  const bool down = amount >= (contact.down ? thresholds.release_at : thresholds.press_at);
  if (down == contact.down) return;
  contact.down = down;
  if (!down) {
    end(contact, item, time);
  } else if (may_press) {
    begin(device, contact, i, time);
  }
}

void ReferenceModel::begin(const Device& device, Contact& contact, std::size_t i, Time time) {
  const Item& item = items_[i];
  const Gesture& gesture = item.definition->gesture;
  Action& action = actions_[item.action];
  contact.heard = true;
  ++action.downs;
  const bool is_in_time = contact.taps > 0 && time - contact.since <= gesture.time;
  contact.since = time;
  if (gesture.kind == GestureKind::hold || gesture.kind == GestureKind::tap) return;
  if (gesture.kind == GestureKind::toggle) return turn_toggle(device, i, time);
  if (gesture.kind == GestureKind::taps) {
    contact.taps = is_in_time ? contact.taps + 1 : 1;
    if (contact.taps < gesture.count) return;
    contact.taps = 0;
  }
  if (gesture.kind == GestureKind::repeat) contact.next = time + gesture.time;
  contact.holds = true;
  press(action, time);
}

// It is the action's; of the bindings that hear one event, one turns it.
void ReferenceModel::turn_toggle(const Device& device, std::size_t i, Time time) {
  Action& action = actions_[items_[i].action];
  if (action.toggled_at == event_ && action.toggled_through != i) return;
  action.toggled_at = event_;
  action.toggled_through = i;
  if (action.toggled_by != DeviceId::none) return end_toggle(action);
  action.toggled_by = device.id;
  press(action, time);
}

void ReferenceModel::end_toggle(Action& action) {
  if (action.toggled_by == DeviceId::none) return;
  action.toggled_by = DeviceId::none;
  let_go(action);
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
    ++action.early;
  } else if (heard && gesture.kind == GestureKind::tap && time - contact.since < gesture.time) {
    press(action, time);
    let_go(action);
  }
}

void ReferenceModel::cut(Contact& contact, const Item& item) {
  if (contact.holds) let_go(actions_[item.action]);
  const bool down = contact.down;
  contact = {};
  contact.down = down;
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
          if (first >= counts_from_) {
            ++action.presses;
            action.log.push_back(first);
          }
          contact.next += gesture.every;
        }
      }
    }
  }
}

bool ReferenceModel::take_press(const std::string& name, Duration within) {
  const auto found = std::find_if(book_.actions.begin(), book_.actions.end(),
                                  [&](const auto& a) { return a.name == name; });
  const auto number = static_cast<std::size_t>(found - book_.actions.begin());
  Action& action = actions_[number];
  const bool is_bound = std::any_of(items_.begin(), items_.end(), [&](const Item& item) {
    return item.action == number && is_entered(item.context);
  });
  if (!is_bound) return false;
  const std::size_t size = action.log.size();
  for (std::size_t i = std::max(action.taken, size - std::min<std::size_t>(size, 4)); i < size;
       ++i) {
    if (now_ - action.log[i] > within) continue;
    action.taken = i + 1;
    return true;
  }
  return false;
}

}  // namespace nextmove::support
