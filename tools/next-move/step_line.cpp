#include "step_line.hpp"

#include <fmt/core.h>

#include <nextmove/files.hpp>

#include "json_output.hpp"

using namespace nextmove;

namespace {

using Line = std::optional<TimelineLine>;

// What happens to seats and devices is told by the hub's notices.
struct LineOf {
  Line operator()(const ReleasedAll& it) const {
    return TimelineLine{it.time, "", "", "everything released", R"("released":"all")"};
  }

  Line operator()(const Entered& it) const {
    return TimelineLine{it.time, it.seat, "", "enters " + it.context,
                        fmt::format(R"("entered":{})", json_text(it.context))};
  }

  Line operator()(const Left& it) const {
    return TimelineLine{it.time, it.seat, "", "leaves " + it.context,
                        fmt::format(R"("left":{})", json_text(it.context))};
  }

  Line operator()(const SwitchedTo& it) const {
    return TimelineLine{it.time, it.seat, "", "switches to " + it.context,
                        fmt::format(R"("switched_to":{})", json_text(it.context))};
  }

  Line operator()(const Muted& it) const {
    return TimelineLine{it.time, it.seat, "", "mutes " + it.mute,
                        fmt::format(R"("muted":{})", json_text(it.mute))};
  }

  Line operator()(const Unmuted& it) const {
    return TimelineLine{it.time, it.seat, "", "unmutes " + it.mute,
                        fmt::format(R"("unmuted":{})", json_text(it.mute))};
  }

  Line operator()(const ProfileSet& it) const {
    return TimelineLine{it.time, it.seat, "", "plays by another profile",
                        fmt::format(R"("profile":{})", json_text(to_toml(it.profile)))};
  }

  Line operator()(const CaptureBegun& it) const {
    return TimelineLine{it.time, it.seat, "", "is asked for a control for " + it.action,
                        fmt::format(R"("capture":{})", json_text(it.action))};
  }

  Line operator()(const Resized& it) const {
    return TimelineLine{it.time, "", "", fmt::format("window {} x {}", it.size.x, it.size.y),
                        fmt::format(R"("window":[{},{}])", it.size.x, it.size.y)};
  }

  Line operator()(const TypingSet& it) const {
    return TimelineLine{it.time, it.seat, "", it.is_typing ? "types" : "types no more",
                        fmt::format(R"("typing":{})", it.is_typing)};
  }

  Line operator()(const TakenUp& it) const {
    const std::string_view name = to_string(it.control);
    const bool is_stick = info(it.control).form == ControlForm::stick;
    return TimelineLine{it.time, "", "",
                        is_stick ? fmt::format("{} is at {:.2f} {:.2f} already", name, it.x, it.y)
                        : it.x != 0 ? fmt::format("{} is down already", name)
                                    : fmt::format("{} is up", name),
                        fmt::format(R"("taken_up":"{}","x":{},"y":{})", name, it.x, it.y)};
  }

  Line operator()(const LongestStepSet& it) const {
    const bool is_limited = it.longest != Duration::max();
    const double seconds = is_limited ? to_seconds(it.longest) : 0;
    return TimelineLine{
        it.time, "", "",
        is_limited ? fmt::format("of an update, {} s count", seconds) : "all of an update counts",
        fmt::format(R"("longest_step":{})", seconds)};
  }

  Line operator()(const Adopted& it) const {
    const std::string number =
        it.playbook ? json_text(to_string(fingerprint(*it.playbook))) : "null";
    return TimelineLine{it.time, "", "", "another playbook is adopted",
                        fmt::format(R"("adopted":{})", number)};
  }

  Line operator()(const PassedOver& it) const {
    const std::string control{to_string(it.control)};
    return TimelineLine{
        it.time, "", "",
        fmt::format("{} of device {} is passed over: {}", control.empty() ? "an event" : control,
                    static_cast<unsigned>(it.device), it.why),
        fmt::format(R"("passed_over":{},"why":{})", json_text(control), json_text(it.why))};
  }

  Line operator()(const Restored& it) const {
    return TimelineLine{it.time, "", "", "the game goes back to a snapshot", R"("restored":true)"};
  }

  Line operator()(const RulesSet& it) const {
    return TimelineLine{it.time, "", "", fmt::format("joining is {}", to_string(it.rules.joining)),
                        fmt::format(R"("joining":"{}")", to_string(it.rules.joining))};
  }

  template <class Other>
  Line operator()(const Other& /*it*/) const {
    return std::nullopt;
  }
};

}  // namespace

std::optional<TimelineLine> line_of(const Step& step) {
  return std::visit(LineOf{}, step);
}
