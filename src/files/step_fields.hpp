// What steps say besides their time, and the keys for it in recordings: writer and reader come from
// this.
#pragma once

#include <tuple>

#include <nextmove/step.hpp>

namespace nextmove::files {

template <class Kind, class Value>
struct StepField {
  using Step = Kind;
  const char* key;  // empty: the value's own keys stand beside those of the step
  Value Kind::*value;
  bool may_lack;
};

template <class Kind, class Value>
constexpr StepField<Kind, Value> field(const char* key, Value Kind::*value) {
  return {key, value, false};
}
/// One that is left out where it is empty.
template <class Kind, class Value>
constexpr StepField<Kind, Value> at_times(const char* key, Value Kind::*value) {
  return {key, value, true};
}

/// A line for each kind of step. The key that stands first tells which it is. Events are not here,
/// nor are the few that are spelt in a way of their own.
inline constexpr std::tuple step_fields{
    std::tuple{field("plug", &Plugged::id), field("", &Plugged::device)},
    std::tuple{field("unplug", &Unplugged::id)},
    std::tuple{field("give", &Given::id), field("seat", &Given::seat)},
    std::tuple{field("enter", &Entered::context), field("seat", &Entered::seat)},
    std::tuple{field("leave", &Left::context), field("seat", &Left::seat)},
    std::tuple{field("switch_to", &SwitchedTo::context), field("seat", &SwitchedTo::seat)},
    std::tuple{field("mute", &Muted::mute), field("seat", &Muted::seat)},
    std::tuple{field("unmute", &Unmuted::mute), field("seat", &Unmuted::seat)},
    std::tuple{field("add_seat", &SeatAdded::seat)},
    std::tuple{field("rules", &RulesSet::rules)},
    std::tuple{field("join", &Joined::scheme), field("with", &Joined::id),
               at_times("seat", &Joined::seat)},
    std::tuple{field("get_up", &GotUp::seat)},
    std::tuple{field("hold_to", &HeldTo::scheme), field("seat", &HeldTo::seat)},
    std::tuple{field("profile", &ProfileSet::profile), field("seat", &ProfileSet::seat)},
    std::tuple{field("capture", &CaptureBegun::action), field("direction", &CaptureBegun::part),
               field("kind", &CaptureBegun::device), field("time_out", &CaptureBegun::time_out),
               at_times("cancel", &CaptureBegun::cancel), field("seat", &CaptureBegun::seat)},
    std::tuple{field("stop_capture", &CaptureStopped::seat)},
    std::tuple{field("reserve", &Reserved::is_reserved), field("seat", &Reserved::seat)},
    std::tuple{field("free", &Freed::id)},
    std::tuple{field("swap", &Swapped::other), field("seat", &Swapped::seat)},
    std::tuple{field("part", &PartSet::part), field("seat", &PartSet::seat)},
    std::tuple{field("window", &Resized::size)},
    std::tuple{field("adopt", &Adopted::playbook)},
    std::tuple{field("intercepted", &Intercepted::action), field("as", &Intercepted::as),
               at_times("x", &Intercepted::x), at_times("y", &Intercepted::y),
               field("by", &Intercepted::by), field("seat", &Intercepted::seat)},
    std::tuple{field("custom", &CustomSet::name)},
    std::tuple{field("passed_over", &PassedOver::why), field("device", &PassedOver::device),
               at_times("control", &PassedOver::control)},
    std::tuple{field("restored", &Restored::snapshot)},
    std::tuple{field("typing", &TypingSet::is_typing), field("seat", &TypingSet::seat)}};

template <class Fields>
using StepOf = typename std::tuple_element_t<0, Fields>::Step;

/// Calls `then` with the fields of each kind of step.
template <class Do>
void for_each_step(Do then) {
  std::apply([&](const auto&... fields) { (then(fields), ...); }, step_fields);
}

/// The key that tells a step with these fields.
template <class Fields>
const char* first_key(const Fields& fields) {
  return std::get<0>(fields).key;
}

}  // namespace nextmove::files
