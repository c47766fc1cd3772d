// Explanations in words.
#include <cstdio>
#include <optional>
#include <string>

#include <nextmove/explain.hpp>

#include "base/shown.hpp"
#include "seat/elsewhere.hpp"
#include "seat/seat_state.hpp"
#include "seat/told_way.hpp"

namespace nextmove {
namespace core {
namespace {

std::string shown(float value) {
  char text[32];
  std::snprintf(text, sizeof text, value < 100 ? "%.2g" : "%.0f", static_cast<double>(value));
  return text;
}

}  // namespace

std::string seconds_of(Duration duration) {
  return shown(static_cast<float>(to_seconds(duration))) + " s";
}

std::string ago(Duration duration) {
  return duration == Duration::zero() ? "just now" : seconds_of(duration) + " ago";
}

std::string since_pushed(bool is_pushed, std::optional<Duration> pushed_ago) {
  return is_pushed && pushed_ago ? "; it went down " + ago(*pushed_ago) : "";
}

std::string place_of(const ExplainedWay& way, const Playbook& playbook) {
  const std::string line = way.place.line > 0 ? ", line " + std::to_string(way.place.line) : "";
  return '(' + playbook.context(way.context).name + line + ')';
}

}  // namespace core

namespace {

using core::shown;

/// What the causes of one seat refer to, by name.
class Teller {
 public:
  explicit Teller(const Seat& seat) : seat_(seat), playbook_(seat.playbook()) {}

  std::string sentence(const ExplainedWay& way) const {
    switch (way.why) {
      case Why::gone: return "it went with a playbook that was adopted";
      case Why::remapped:
        return "the player has put " + to_string(way.by_control) + " in its place";
      case Why::unbound: return "the player has taken it off the action";
      case Why::other_scheme: return other_scheme(way);
      case Why::lost_device: return "the seat's own " + kind(way) + " is unplugged: " + device(way);
      case Why::others_device: return device(way) + " belongs to the seat " + way.by_seat;
      case Why::free_device:
        return device(way) + " is nobody's: Hub::give, or joining, gives it to a seat";
      case Why::no_device: return "no " + kind(way) + " is plugged in";
      case Why::not_entered: return "the context " + context(way.context) + " is not entered";
      case Why::captures: return "the seat is asked for a control, so it plays nothing";
      case Why::typing: return "the player types, so keys are text";
      case Why::muted:
        return "the mute " + mute(way) + often(way.mute_count) + " silences the action";
      case Why::claimed:
        return "the context " + context(way.by_context) + ", above, has it for " +
               action(way.by_action);
      case Why::blocked:
        return "the context " + context(way.by_context) + ", above, blocks every " + kind(way);
      case Why::with_missing: return to_string(way.by_control) + " is not held";
      case Why::with_more: return to_string(way.by_control) + " is held, and has it";
      case Why::never_sent: return "no event of it has ever come from " + device(way);
      case Why::other_zone: return "the finger there belongs to the touch zone " + way.by_zone;
      case Why::at_rest: return at_rest(way);
      case Why::let_go_early:
        return "it was let go after " + seconds(way.lasted) + " of the " + seconds(way.allowed) +
               " that it takes" + ago(way.let_go_ago);
      case Why::was_too_long:
        return "it was down for " + seconds(way.lasted) + ago(way.let_go_ago) +
               ": a tap takes less than " + seconds(way.allowed);
      case Why::next_missing:
        return std::to_string(way.taps) + (way.taps == 1 ? " tap" : " taps") +
               ", and no other within " + seconds(way.allowed);
      case Why::below_threshold:
        return "it is pushed " + shown(way.value) + " of the " + shown(way.limit) +
               " that press it";
      case Why::in_dead_zone:
        return "it is pushed " + shown(way.value) + ", within the dead zone of " + shown(way.limit);
      case Why::waits_for_fresh: return waits(way) + ": let go and press it again";
      case Why::too_long: return "it is down for longer than a tap may be: let go and tap again";
      case Why::turned_off: return "this press has turned it off; the next turns it on";
      case Why::under_way: return "it is under way: " + shown(way.value * 100) + " % of the time";
      case Why::cancelled: return "what pushes the other way cancels it";
      case Why::made_nothing:
        return "the custom function " + way.by_custom + " makes nothing of it";
      case Why::outdone: return device(way) + " pushes further";
      case Why::stamped_later:
        return "its event is stamped " + seconds(way.ahead) +
               " after the last update: is it of the adapter's clock?";
      case Why::not_updated: return "Hub::update has not been called since it was pushed";
      case Why::held_back: return held_back(way);
      case Why::turned_on: return "it is turned on; the next press turns it off";
      case Why::drives: return "it does it now";
    }
    return {};
  }

  /// "; it went down 0.01 s ago": what the first line says besides.
  static std::string history(const ExplainedWay& way) {
    std::string text = core::since_pushed(way.is_pushed, way.pushed_ago);
    if (way.late > Duration::zero()) text += "; its event came " + seconds(way.late) + " late";
    return text;
  }

  std::string place(const ExplainedWay& way) const { return core::place_of(way, playbook_); }

  std::string state(const Explanation& explanation) const {
    const bool is_done = explanation.is_done;
    switch (playbook_.action(explanation.action).kind) {
      case ActionKind::button: return is_done ? "is pressed" : "is not pressed";
      case ActionKind::pointer: return is_done ? "points" : "points nowhere";
      default: return is_done ? "moves" : "is at rest";
    }
  }

 private:
  static std::string seconds(Duration duration) { return core::seconds_of(duration); }
  /// ", 0.2 s ago".
  static std::string ago(std::optional<Duration> duration) {
    return duration ? ", " + core::ago(*duration) : "";
  }
  static std::string often(std::uint32_t times) {
    if (times < 2) return "";
    return times == 2 ? ", on twice," : ", on " + std::to_string(times) + " times,";
  }
  static std::string at_rest(const ExplainedWay& way) {
    if (!way.pushed_ago || !way.let_go_ago) return "nobody pushes it";
    return "nobody pushes it: let go" + ago(way.let_go_ago).substr(1);
  }
  std::string waits(const ExplainedWay& way) const {
    switch (way.after) {
      case Interruption::unknown: return "it was down before it counted";
      case Interruption::with_control:
        return "it was down before what must be held, here or there, went down or up";
      default: return "it was down before " + interruption(way) + ago(way.after_ago);
    }
  }
  std::string interruption(const ExplainedWay& way) const {
    switch (way.after) {
      case Interruption::entered: return "the context " + context(way.context) + " was entered";
      case Interruption::left: return "the context " + context(way.by_context) + " was left";
      case Interruption::unmuted: return "the mute " + mute(way) + " ended";
      case Interruption::capture: return "the seat's capture ended";
      case Interruption::typing: return "the player began or ended typing";
      case Interruption::profile: return "the player's changes were set";
      case Interruption::adopted: return "a playbook was adopted";
      case Interruption::scheme: return "the seat changed its scheme";
      case Interruption::focus: return "everything was released (Hub::release_all)";
      case Interruption::joined: return "the seat got the device";
      default: return "";
    }
  }
  static std::string kind(const ExplainedWay& way) {
    return way.device == DeviceKind::touch ? "touch screen" : std::string{to_string(way.device)};
  }
  std::string context(ContextId id) const { return playbook_.context(id).name; }
  std::string action(ActionId id) const { return playbook_.action(id).name; }
  std::string mute(const ExplainedWay& way) const {
    return way.by_mute == MuteId::none ? "" : playbook_.mute(way.by_mute).name;
  }
  std::string device(const ExplainedWay& way) const {
    return seat_.state().elsewhere().label(way.by_device);
  }
  static std::string list(const std::vector<std::string>& names) {
    std::string text;
    for (const std::string& name : names) text += (text.empty() ? "" : ", ") + name;
    return text;
  }
  std::string other_scheme(const ExplainedWay& way) const {
    const std::string its =
        way.by_scheme == SchemeId::none ? "none" : playbook_.scheme(way.by_scheme).name;
    const bool is_used =
        way.by_scheme != SchemeId::none && playbook_.scheme(way.by_scheme).uses_kind(way.device);
    if (way.schemes.empty() && !is_used) {
      return "the seat is held to " + its + ", which uses no " + kind(way);
    }
    const std::string meant =
        way.schemes.empty() ? "schemes that share no device" : list(way.schemes);
    return "it is for " + meant + "; the seat is held to " + its;
  }
  static std::string held_back(const ExplainedWay& way) {
    const std::string who =
        way.by_interceptor.empty() ? "an interceptor" : "the interceptor " + way.by_interceptor;
    return who + " makes something else of it";
  }

  const Seat& seat_;
  const Playbook& playbook_;
};

}  // namespace

std::string to_text(const ExplainedWay& way, const Seat& seat) {
  return Teller{seat}.sentence(way);
}

std::string to_text(const Explanation& explanation, const Seat& seat) {
  if (explanation.action == ActionId::none) return "there is no such action\n";
  const Teller teller{seat};
  std::string text = explanation.name + ' ' + teller.state(explanation);
  const ExplainedWay* best = likeliest(explanation);
  if (best == nullptr) return text + ": no context binds it\n";
  text += ": " + to_string(best->control) + ' ' + teller.place(*best) + ": " +
          teller.sentence(*best) + Teller::history(*best) + '\n';
  std::string before;
  for (const ExplainedWay& way : explanation.ways) {
    const std::string what = ' ' + teller.place(way) + ": " + teller.sentence(way) + '\n';
    // Controls of one binding that share their cause share a line.
    if (what == before) text.resize(text.size() - what.size());
    text += (what == before ? ", " : "  ") + to_string(way.control) + what;
    before = what;
  }
  return text;
}

}  // namespace nextmove
