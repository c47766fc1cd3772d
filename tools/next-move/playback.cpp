#include "playback.hpp"

#include <algorithm>
#include <fmt/core.h>
#include <fmt/ranges.h>
#include <map>
#include <set>
#include <span>
#include <utility>

#include <nextmove/files.hpp>

#include "explained.hpp"
#include "json_output.hpp"
#include "output.hpp"
#include "step_line.hpp"

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
  if (reading.went_down && reading.progress == 0) return "went down";
  return fmt::format("held {:.0f} %", static_cast<double>(reading.progress) * 100);
}

}  // namespace

Playback::Playback(Playbook playbook, const Recording& recording)
    : recording_(recording),
      hub_(std::move(playbook)),
      replay_(recording, hub_, DecidedBy::recording),
      summaries_(hub_.playbook().actions().size()) {
  check_names();
}

void Playback::check_names() {
  std::set<std::string> contexts;
  std::set<std::string> schemes;
  for (const RecordedSeat& seat : recording_.header.seats) {
    contexts.insert(seat.contexts.begin(), seat.contexts.end());
    schemes.insert(seat.scheme);
  }
  for (const Step& step : recording_.steps) {
    if (const auto* entered = std::get_if<Entered>(&step)) contexts.insert(entered->context);
    if (const auto* switched = std::get_if<SwitchedTo>(&step)) contexts.insert(switched->context);
    if (const auto* joined = std::get_if<Joined>(&step)) schemes.insert(joined->scheme);
    if (const auto* held = std::get_if<HeldTo>(&step)) schemes.insert(held->scheme);
  }
  for (const std::string& name : contexts) {
    if (hub_.playbook().find_context(name)) continue;
    problems_.push_back(fmt::format(
        "the recording enters the context \"{}\", which the playbook does not have", name));
  }
  for (const std::string& name : schemes) {
    if (name.empty() || hub_.playbook().find_scheme(name)) continue;
    problems_.push_back(fmt::format(
        "the recording seats a player under \"{}\", a scheme that the playbook does not have",
        name));
  }
}

void keep_story_of(const Recording& recording, Hub& hub) {
  constexpr std::size_t most = 200'000;
  constexpr std::size_t besides = 1000;  // seats and devices of the head, and what follows a step
  const auto count =
      std::count_if(recording.steps.begin(), recording.steps.end(),
                    [](const Step& it) { return !std::holds_alternative<Updated>(it); });
  const std::size_t wanted = 2 * static_cast<std::size_t>(count) + besides;
  hub.keep_story(std::min(wanted, most));
  if (wanted <= most) return;
  fmt::print(stderr, "next-move: the recording is long; presses before the last {} are not told\n",
             most);
}

bool goes_back_next(const Recording& recording, const Replay& replay) {
  const std::span<const Step> played = replay.played();
  const Step* const next = played.data() + played.size();
  const Step* const end = recording.steps.data() + recording.steps.size();
  const Step* const found = std::find_if(next, end, [](const Step& it) {
    return std::holds_alternative<Updated>(it) || std::holds_alternative<Restored>(it);
  });
  return found != end && std::holds_alternative<Restored>(*found);
}

std::vector<TimelineLine> Playback::run(bool with_all_events) {
  keep_story_of(recording_, hub_);
  bool more = true;
  while (more) {
    const Time before = hub_.now();
    const bool goes_back = goes_back_next(recording_, replay_);
    if (goes_back) add_presses(with_all_events);
    more = replay_.advance();
    for (const Step& step : replay_.played()) {
      if (std::optional<TimelineLine> line = line_of(step)) lines_.push_back(*std::move(line));
      if (std::holds_alternative<Restored>(step)) end_stretch();
    }
    if (!more) break;
    take_interceptions();
    add_notices();
    for (const auto& seat : hub_.seats()) {
      add_changes(*seat);
      // How long it was since the moment that the game went back to is not recorded.
      add_up(*seat, goes_back ? Duration{} : hub_.now() - before);
    }
  }
  add_presses(with_all_events);
  end_stretch();
  return std::move(lines_);
}

// A game that goes back is at the same times twice: each time in turn is in order.
void Playback::end_stretch() {
  std::stable_sort(lines_.begin() + stretch_, lines_.end(),
                   [](const TimelineLine& a, const TimelineLine& b) { return a.time < b.time; });
  stretch_ = static_cast<std::ptrdiff_t>(lines_.size());
}

// They follow the update that they belong to. Who holds back in every update says so once.
void Playback::take_interceptions() {
  const std::vector<Intercepted> before = std::exchange(intercepted_, {});
  const std::span<const Step> played = replay_.played();
  const Step* const end = recording_.steps.data() + recording_.steps.size();
  for (const Step* step = played.data() + played.size(); step != end; ++step) {
    if (std::holds_alternative<Updated>(*step)) break;
    if (const auto* it = std::get_if<Intercepted>(step)) intercepted_.push_back(*it);
  }
  for (const Intercepted& it : intercepted_) {
    const bool is_news = std::none_of(before.begin(), before.end(), [&](const Intercepted& other) {
      return other.as == it.as && other.seat == it.seat && other.action == it.action;
    });
    if (it.as != InterceptedAs::held_back || !is_news) continue;
    lines_.push_back({it.time, it.seat, it.action, "held back by " + it.by,
                      fmt::format(R"("held_back_by":{})", json_text(it.by))});
  }
}

// Whose doing a reading is besides the player's.
void Playback::name_interceptors(TimelineLine& line) const {
  std::vector<std::string> names;
  for (const Intercepted& it : intercepted_) {
    const bool is_of_it = it.seat == line.seat && it.action == line.action;
    if (is_of_it && std::find(names.begin(), names.end(), it.by) == names.end()) {
      names.push_back(it.by);
    }
  }
  if (names.empty()) return;
  line.what += fmt::format(", by {}", fmt::join(names, " and "));
  for (std::string& name : names) name = json_text(name);
  line.fields += fmt::format(R"(,"by":[{}])", fmt::join(names, ","));
}

// What became of a press is known when it is over. It stands before what it led to.
void Playback::add_presses(bool with_all_events) {
  std::vector<TimelineLine> presses;
  for (const StoryEntry& it : hub_.story()) {
    const bool is_press = it.kind == StoryKind::said && (with_all_events || !it.is_done);
    if (!is_press && it.kind != StoryKind::passed_over) continue;
    presses.push_back({it.time, it.seat, it.way.name, it.text, members_of(it, hub_)});
  }
  lines_.insert(lines_.begin() + stretch_, presses.begin(), presses.end());
}

void Playback::add_notices() {
  for (const Notice& notice : hub_.notices()) {
    TimelineLine line{notice.time, notice.seat != nullptr ? std::string{notice.seat->name()} : ""};
    line.what = to_text(notice, hub_);
    // The seat has a column of its own.
    if (notice.seat != nullptr) line.what.erase(0, line.seat.size() + 1);
    line.fields = fmt::format(R"("notice":"{}")", to_string(notice.kind));
    if (notice.device != DeviceId::none) {
      const Device& device = *hub_.find_device(notice.device);
      line.fields += fmt::format(R"(,"device":"{}","name":{})", hub_.label(notice.device),
                                 json_text(device.name));
    }
    if (notice.scheme != SchemeId::none) {
      line.fields +=
          fmt::format(R"(,"scheme":{})", json_text(hub_.playbook().scheme(notice.scheme).name));
    }
    if (notice.refusal != Refusal::none) {
      line.fields += fmt::format(R"(,"refusal":"{}")", to_string(notice.refusal));
    }
    lines_.push_back(std::move(line));
  }
}

void Playback::add_changes(const Seat& seat) {
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
        if (reading.button.downs > reading.button.presses) line.fields += R"(,"went_down":true)";
        break;
      case ActionKind::axis:
      case ActionKind::turn:
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
    name_interceptors(line);
    lines_.push_back(std::move(line));
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

// "keyboard 1, mouse 1; in helm; mutes radio_call; under desk; 2 changes of the controls".
std::string state_of(const RecordedSeat& seat, const RecordingHeader& head) {
  std::vector<std::string> parts;
  std::map<DeviceKind, int> numbers;
  std::string devices;
  for (const PluggedDevice& it : head.devices) {
    const int number = ++numbers[it.device.kind];
    if (std::find(it.seats.begin(), it.seats.end(), seat.name) == it.seats.end()) continue;
    devices +=
        fmt::format("{}{} {}", devices.empty() ? "" : ", ", to_string(it.device.kind), number);
  }
  parts.push_back(devices.empty() ? "no device" : devices);
  if (!seat.contexts.empty()) parts.push_back(fmt::format("in {}", fmt::join(seat.contexts, ", ")));
  if (!seat.mutes.empty()) parts.push_back(fmt::format("mutes {}", fmt::join(seat.mutes, ", ")));
  if (!seat.scheme.empty()) parts.push_back("under " + seat.scheme);
  if (!seat.profile.is_empty()) parts.emplace_back("with other controls");
  if (seat.is_reserved) parts.emplace_back("reserved");
  if (seat.is_typing) parts.emplace_back("typing");
  return fmt::format("{}", fmt::join(parts, "; "));
}

std::string columns(std::string_view time, std::string_view seat, std::string_view action,
                    std::string_view what) {
  return fmt::format("{:>9}  {:<14}  {:<12}  {}", time, seat, action, what);
}

}  // namespace

void print_head(const RecordingHeader& head, bool json) {
  if (!json) {
    fmt::print("{}, by version {} of the rules\n",
               bold(head.title.empty() ? "A playbook without a title" : printable(head.title)),
               head.meaning);
  }
  if (json)
    fmt::print(R"({{"title":{},"meaning":{},"seats":[)", json_text(head.title), head.meaning);
  for (const RecordedSeat& seat : head.seats) {
    const std::string state = state_of(seat, head);
    if (!json) fmt::print("  {}: {}\n", printable(seat.name), printable(state));
    if (json) {
      fmt::print(R"({}{{"name":{},"at_start":{}}})", &seat == &head.seats.front() ? "" : ",",
                 json_text(seat.name), json_text(state));
    }
  }
  fmt::print("{}\n", json ? "]}" : "");
}

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
