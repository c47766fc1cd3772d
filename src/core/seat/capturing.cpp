#include "seat/capturing.hpp"

#include <algorithm>
#include <array>
#include <cmath>

#include "base/names.hpp"

namespace nextmove {

std::string_view to_string(CaptureState state) {
  static constexpr std::array<std::string_view, 6> names = {"idle",      "waiting",   "captured",
                                                            "cancelled", "timed_out", "queued"};
  return names[static_cast<std::size_t>(state)];
}

namespace core {
namespace {

// A stick that rests a little off its middle is not pushed, nor is a trigger with a loose spring.
constexpr float push_at = 0.6F;
constexpr float at_rest = 0.35F;
// A mouse that is bumped into moves less than this.
constexpr float mouse_travel = 60;
constexpr float one_detent = 1;

float size_of(Vec2 value) {
  return std::max(std::abs(value.x), std::abs(value.y));
}

// The parts of a stick or a displacement, in the order of the standard list.
Control part_of(Source source, std::uint8_t part) {
  const auto all = all_controls();
  const auto found = std::find_if(all.begin(), all.end(), [&](const ControlInfo& it) {
    return source_of(it.source) == source && it.part == part;
  });
  return found == all.end() ? Control::none : found->control;
}

std::uint8_t half_of(Vec2 value) {
  if (std::abs(value.x) > std::abs(value.y)) return value.x > 0 ? part_right : part_left;
  return value.y > 0 ? part_up : part_down;
}

std::uint8_t axis_of(Vec2 value) {
  return std::abs(value.x) > std::abs(value.y) ? part_right | part_left : part_up | part_down;
}

// What is meant by operating a source like this, of an action of this kind.
Control meant(Source source, Vec2 value, ActionKind kind, ActionPart part) {
  const auto control = static_cast<Control>(source);
  const ControlForm form = info(control).form;
  if (form == ControlForm::button || form == ControlForm::trigger) return control;
  if (part != ActionPart::whole || kind == ActionKind::button) {
    return part_of(source, half_of(value));
  }
  const bool is_wheel_of_motion = kind == ActionKind::motion && control == Control::Wheel;
  if (has_one_value(kind) || is_wheel_of_motion) return part_of(source, axis_of(value));
  return control;
}

}  // namespace

Capturing::Capturing(const ActionDefinition& action, CaptureRequest request, MakeDraft draft,
                     Time now)
    : draft_(std::move(draft)), takes_with_(action.takes_with), kind_(action.kind), began_(now) {
  capture_.state = CaptureState::waiting;
  capture_.left = request.time_out;
  capture_.request = std::move(request);
}

// ---- devices

void Capturing::add_device(DeviceId device, Values values) {
  grow(values, control_count);
  devices_.push_back({device, std::move(values), {}, Values(control_count)});
  arm(devices_.back());
}

void Capturing::arm(Known& known) {
  known.is_armed.resize(control_count);
  for (std::size_t source = 0; source < known.values.size(); ++source) {
    known.is_armed[source] = size_of(known.values[source]) < at_rest;
  }
}

void Capturing::wait_for(const Seat& other) {
  capture_.state = CaptureState::queued;
  capture_.behind = &other;
}

void Capturing::begin(Time now) {
  began_ = now;
  capture_.state = CaptureState::waiting;
  capture_.behind = nullptr;
  for (Known& known : devices_) arm(known);
}

void Capturing::remove_device(DeviceId device) {
  std::erase_if(devices_, [&](const Known& it) { return it.device == device; });
  std::erase_if(pressed_, [&](const Pressed& it) { return it.device == device; });
}

Capturing::Known* Capturing::find(DeviceId device) {
  const auto found = std::find_if(devices_.begin(), devices_.end(),
                                  [&](const Known& it) { return it.device == device; });
  return found == devices_.end() ? nullptr : &*found;
}

const Capturing::Values& Capturing::values(DeviceId device) const {
  return std::find_if(devices_.begin(), devices_.end(),
                      [&](const Known& it) { return it.device == device; })
      ->values;
}

void Capturing::rest(DeviceId device) {
  std::erase_if(pressed_, [&](const Pressed& it) { return is_meant(device, it.device); });
  for (Known& known : devices_) {
    if (!is_meant(device, known.device)) continue;
    core::rest(known.values);
    arm(known);
  }
}

std::vector<std::pair<DeviceId, Source>> Capturing::held() const {
  std::vector<std::pair<DeviceId, Source>> held;
  for (const Pressed& it : pressed_) held.emplace_back(it.device, it.source);
  return held;
}

// ---- events

void Capturing::hear(const Event& event) {
  Known* const known = find(event.device);
  const Source source = source_of(event.control);
  const ControlInfo& its = info(event.control);
  const Vec2 value = {event.x, event.y};
  if (its.form == ControlForm::displacement) {
    if (!is_over()) hear_displacement(*known, source, value);
    return;
  }
  const bool is_operated = its.form != ControlForm::position && its.device != DeviceKind::touch;
  if (is_operated && !is_over()) hear_level(*known, source, value);
  known->values[source] = value;
}

void Capturing::note(const Event& event) {
  Known& known = *find(event.device);
  const Vec2 value = {event.x, event.y};
  if (info(event.control).form == ControlForm::displacement) return;
  known.values[source_of(event.control)] = value;
  if (size_of(value) < at_rest) known.is_armed[source_of(event.control)] = true;
}

void Capturing::take_up(const Event& event) {
  const Vec2 value = {event.x, event.y};
  if (is_queued()) return note(event);
  if (size_of(value) < at_rest) return hear(event);
  Known& known = *find(event.device);
  known.values[source_of(event.control)] = value;
  known.is_armed[source_of(event.control)] = false;
}

bool Capturing::holds(DeviceId device, Source source) const {
  return std::any_of(pressed_.begin(), pressed_.end(),
                     [&](const Pressed& it) { return it.device == device && it.source == source; });
}

void Capturing::hear_level(Known& known, Source source, Vec2 value) {
  const bool is_down = holds(known.device, source);
  const float size = size_of(value);
  if (size < at_rest) {
    known.is_armed[source] = true;
    if (is_down) release(known.device, source);
  } else if (size >= push_at && known.is_armed[source] && !is_down) {
    press(known.device, source, value);
  }
}

void Capturing::hear_displacement(Known& known, Source source, Vec2 amount) {
  Vec2& travelled = known.travelled[source];
  travelled = {travelled.x + amount.x, travelled.y + amount.y};
  const bool is_wheel = static_cast<Control>(source) == Control::Wheel;
  const bool is_whole_motion = is_displacement(kind_) && capture_.request.part == ActionPart::whole;
  if (!is_wheel && !is_whole_motion) return;  // the hand that reaches for a button
  if (size_of(travelled) < (is_wheel ? one_detent : mouse_travel)) return;
  const Control control = meant(source, travelled, kind_, capture_.request.part);
  travelled = {};
  Combination combination{control};
  if (takes_with_) {
    for (const Pressed& it : pressed_) combination.with.emplace_back(it.control);
  }
  offer(std::move(combination));
}

void Capturing::press(DeviceId device, Source source, Vec2 value) {
  const CaptureRequest& request = capture_.request;
  pressed_.push_back({device, source, meant(source, value, kind_, request.part)});
  const auto& cancel = request.cancel;
  if (std::find(cancel.begin(), cancel.end(), pressed_.back().control) != cancel.end()) {
    return finish(CaptureState::cancelled);
  }
  if (takes_with_) {
    capture_.combination = combination_so_far();
    refuse(DraftRefusal::none, {});  // what was wrong before is over
  } else {
    offer(Combination{pressed_.back().control});
  }
}

// Of a combination, the first that goes up says that it is complete.
void Capturing::release(DeviceId device, Source source) {
  if (takes_with_) {
    offer(combination_so_far());
    if (is_over()) {
      std::erase_if(pressed_,
                    [&](const Pressed& it) { return it.device == device && it.source == source; });
      return;
    }
    pressed_.clear();
  }
  std::erase_if(pressed_,
                [&](const Pressed& it) { return it.device == device && it.source == source; });
  capture_.combination = combination_so_far();
}

// The last that was pressed on the device that is asked for, while the others are held.
Combination Capturing::combination_so_far() const {
  if (!takes_with_ || pressed_.empty()) return {};
  std::size_t last = pressed_.size() - 1;
  for (std::size_t i = pressed_.size(); i-- > 0;) {
    if (info(pressed_[i].control).device != capture_.request.device) continue;
    last = i;
    break;
  }
  Combination combination{pressed_[last].control};
  for (std::size_t i = 0; i < pressed_.size(); ++i) {
    if (i != last) combination.with.emplace_back(pressed_[i].control);
  }
  return combination;
}

void Capturing::offer(Combination combination) {
  const CaptureRequest& request = capture_.request;
  const Draft draft = draft_();
  if (draft.whose(combination.control) != nullptr) {
    return refuse(DraftRefusal::somebody_elses, std::move(combination));
  }
  const ControlSlot slot{request.action, request.part, ContextId::none, request.device};
  const DraftAnswer answer = draft.can_put(slot, combination, OnClash::keep_both);
  // What the action has already may stand in the very slot that is being filled.
  if (answer || answer.refusal == DraftRefusal::already_there) {
    capture_.combination = std::move(combination);
    finish(CaptureState::captured);
  } else {
    refuse(answer.refusal, std::move(combination));
  }
}

void Capturing::refuse(DraftRefusal refusal, Combination what) {
  capture_.refusal = refusal;
  capture_.refused = std::move(what);
  capture_.somebody_elses = DeviceId::none;
}

void Capturing::hear_somebody_else(const Event& event) {
  const ControlInfo& its = info(event.control);
  const bool can_be_pressed = its.form == ControlForm::button || its.form == ControlForm::trigger ||
                              its.form == ControlForm::stick;
  if (is_over() || is_queued() || !can_be_pressed || size_of({event.x, event.y}) < push_at) return;
  refuse(DraftRefusal::none, {});
  capture_.somebody_elses = event.device;
}

Time Capturing::due() const {
  const Duration time_out = capture_.request.time_out;
  const bool is_never =
      is_queued() || time_out == Duration::zero() || time_out > Time::max() - began_;
  return is_never ? Time::max() : began_ + time_out;
}

void Capturing::update(Time now) {
  if (due() != Time::max()) capture_.left = due() - now;
}

void Capturing::finish(CaptureState state) {
  capture_.state = state;
  capture_.left = {};
  if (state != CaptureState::captured) capture_.combination = {};
}

}  // namespace core
}  // namespace nextmove
