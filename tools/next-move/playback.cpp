#include "playback.hpp"

#include <algorithm>
#include <fmt/core.h>
#include <set>

#include "json_output.hpp"
#include "output.hpp"

using namespace nextmove;

namespace {

// Fixed digits, and no "-0.00".
std::string decimal(float value) {
  return fmt::format("{:6.2f}", value == 0 ? 0.0F : value);
}

std::string press_words(const ButtonReading& reading) {
  if (reading.presses > 1) return fmt::format("pressed {} times", reading.presses);
  if (reading.pressed && reading.released) return "pressed and released";
  if (reading.pressed) return "pressed";
  if (reading.released) return "released";
  if (reading.let_go_early) return "let go too early";
  return fmt::format("held {:.0f} %", static_cast<double>(reading.progress) * 100);
}

template <class... Parts>
struct Overloaded : Parts... {
  using Parts::operator()...;
};
template <class... Parts>
Overloaded(Parts...) -> Overloaded<Parts...>;

}  // namespace

Playback::Playback(Playbook playbook, const Recording& recording)
    : recording_(recording),
      hub_(std::move(playbook)),
      replay_(recording, hub_, ContextsFrom::recording),
      summaries_(hub_.playbook().actions().size()) {
  check_names();
}

void Playback::check_names() {
  std::set<std::string> contexts;
  for (const RecordedSeat& seat : recording_.header.seats) {
    contexts.insert(seat.contexts.begin(), seat.contexts.end());
  }
  for (const Step& step : recording_.steps) {
    if (const auto* entered = std::get_if<Entered>(&step)) contexts.insert(entered->context);
  }
  for (const std::string& name : contexts) {
    if (hub_.playbook().find_context(name)) continue;
    problems_.push_back(fmt::format(
        "the recording enters the context \"{}\", which the playbook does not have", name));
  }
}

void Playback::run(const std::function<void(const TimelineLine&)>& tell) {
  bool more = true;
  while (more) {
    const Time before = hub_.now();
    more = replay_.advance();
    for (const Step& step : replay_.played()) tell_step(step, tell);
    if (!more) break;
    for (const auto& seat : hub_.seats()) {
      tell_changes(*seat, tell);
      add_up(*seat, hub_.now() - before);
    }
  }
}

void Playback::tell_step(const Step& step, const std::function<void(const TimelineLine&)>& tell) {
  const auto name = [&](DeviceId id) {
    return fmt::format("device {}", static_cast<unsigned>(id));
  };
  std::visit(Overloaded{
                 [&](const Plugged& it) {
                   tell({it.time, "", "",
                         fmt::format("{} plugged: {} {}", name(it.id), to_string(it.device.kind),
                                     json_text(it.device.name)),
                         fmt::format(R"("plugged":{})", static_cast<unsigned>(it.id))});
                 },
                 [&](const Unplugged& it) {
                   tell({it.time, "", "", name(it.id) + " unplugged",
                         fmt::format(R"("unplugged":{})", static_cast<unsigned>(it.id))});
                 },
                 [&](const Given& it) {
                   tell({it.time, it.seat, "", "gets " + name(it.id),
                         fmt::format(R"("given":{})", static_cast<unsigned>(it.id))});
                 },
                 [&](const ReleasedAll& it) {
                   tell({it.time, "", "", "everything released", R"("released":"all")"});
                 },
                 [&](const Entered& it) {
                   tell({it.time, it.seat, "", "enters " + it.context,
                         fmt::format(R"("entered":{})", json_text(it.context))});
                 },
                 [&](const Left& it) {
                   tell({it.time, it.seat, "", "leaves " + it.context,
                         fmt::format(R"("left":{})", json_text(it.context))});
                 },
                 [&](const Muted& it) {
                   tell({it.time, it.seat, "", "mutes " + it.mute,
                         fmt::format(R"("muted":{})", json_text(it.mute))});
                 },
                 [&](const Unmuted& it) {
                   tell({it.time, it.seat, "", "unmutes " + it.mute,
                         fmt::format(R"("unmuted":{})", json_text(it.mute))});
                 },
                 [&](const Resized& it) {
                   tell({it.time, "", "", fmt::format("window {} x {}", it.width, it.height),
                         fmt::format(R"("window":[{},{}])", it.width, it.height)});
                 },
                 [](const Event&) {},
                 [](const Updated&) {},
             },
             step);
}

void Playback::tell_changes(Seat& seat, const std::function<void(const TimelineLine&)>& tell) {
  std::vector<ActionId> changes{seat.changes().begin(), seat.changes().end()};
  std::sort(changes.begin(), changes.end());
  for (const ActionId id : changes) {
    const ActionDefinition& action = hub_.playbook().action(id);
    TimelineLine line{hub_.now(), std::string{seat.name()}, action.name};
    const Reading& reading = seat.read(id);
    const auto& [x, y] = reading.value;
    switch (action.kind) {
      case ActionKind::button:
        line.what = press_words(reading.button);
        line.fields = fmt::format(R"("presses":{},"releases":{},"held":{})", reading.button.presses,
                                  reading.button.releases, reading.button.held);
        if (reading.button.progress != 0) {
          line.fields += fmt::format(R"(,"progress":{})", reading.button.progress);
        }
        if (reading.button.let_go_early) line.fields += R"(,"let_go_early":true)";
        break;
      case ActionKind::axis:
        line.what = decimal(x);
        line.fields = fmt::format(R"("x":{})", x);
        break;
      case ActionKind::pointer:
        line.what = reading.is_present ? decimal(x) + ' ' + decimal(y) : "nowhere";
        line.fields = fmt::format(R"("x":{},"y":{},"present":{})", x, y, reading.is_present);
        break;
      case ActionKind::vector:
      case ActionKind::motion:
        line.what = decimal(x) + ' ' + decimal(y);
        line.fields = fmt::format(R"("x":{},"y":{})", x, y);
        break;
    }
    tell(line);
  }
}

void Playback::add_up(const Seat& seat, Duration since_last) {
  for (std::size_t i = 0; i < summaries_.size(); ++i) {
    const Reading& reading = seat.read(ActionId{static_cast<std::uint16_t>(i)});
    summaries_[i].presses += reading.button.presses;
    const bool is_active = reading.kind == ActionKind::pointer
                               ? reading.is_present
                               : reading.button.held || reading.value != Vec2{};
    if (is_active) summaries_[i].active += since_last;
  }
}

namespace {

std::string columns(std::string_view time, std::string_view seat, std::string_view action,
                    std::string_view what) {
  return fmt::format("{:>9}  {:<14}  {:<12}  {}", time, seat, action, what);
}

}  // namespace

void print_timeline_heading() {
  fmt::print("{}\n", bold(columns("SECONDS", "SEAT", "ACTION", "READING")));
}

std::string to_text(const TimelineLine& line) {
  return columns(fmt::format("{:.3f}", to_seconds(line.time)), printable(line.seat), line.action,
                 printable(line.what));
}

std::string to_json(const TimelineLine& line) {
  std::string text = fmt::format(R"({{"t":{})", to_seconds(line.time));
  if (!line.seat.empty()) text += fmt::format(R"(,"seat":{})", json_text(line.seat));
  if (!line.action.empty()) text += fmt::format(R"(,"action":{})", json_text(line.action));
  return text + ',' + line.fields + '}';
}
