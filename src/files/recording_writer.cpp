// From a recording to JSON Lines, one for each step.
#include <fmt/format.h>
#include <string>
#include <tuple>
#include <type_traits>
#include <vector>

#include <nextmove/keeper.hpp>
#include <nextmove/playbook_file.hpp>
#include <nextmove/profile_file.hpp>
#include <nextmove/recording_file.hpp>

#include "base64.hpp"
#include "json_text.hpp"
#include "step_fields.hpp"
#include "whole_file.hpp"

namespace nextmove {
namespace {

using files::json_text;

unsigned number(DeviceId id) {
  return static_cast<unsigned>(id);
}

std::string device_fields(const Device& device) {
  std::string text =
      fmt::format(R"("kind":"{}","name":{})", to_string(device.kind), json_text(device.name));
  if (device.vendor != 0) text += fmt::format(R"(,"vendor":{})", device.vendor);
  if (device.product != 0) text += fmt::format(R"(,"product":{})", device.product);
  if (!device.port.empty()) text += fmt::format(R"(,"port":{})", json_text(device.port));
  if (!device.serial.empty()) text += fmt::format(R"(,"serial":{})", json_text(device.serial));
  return text;
}

std::string json_list(const std::vector<std::string>& texts) {
  std::vector<std::string> quoted;
  quoted.reserve(texts.size());
  for (const std::string& text : texts) quoted.push_back(json_text(text));
  return fmt::format("[{}]", fmt::join(quoted, ","));
}

// How each kind of value is written. fmt writes the shortest digits that read back as the same
// float, which JSON libraries, with their doubles, do not.
std::string json(DeviceId id) {
  return std::to_string(number(id));
}
std::string json(bool truth) {
  return truth ? "true" : "false";
}
std::string json(Vec2 size) {
  return fmt::format("[{},{}]", size.x, size.y);
}
std::string json(const Area& area) {
  return fmt::format("[{},{},{},{}]", area.left, area.top, area.width, area.height);
}
std::string json(Duration duration) {
  return fmt::format("{}", to_seconds(duration));
}
std::string json(const std::string& text) {
  return json_text(text);
}
std::string json(float number) {
  return fmt::format("{}", number);
}
std::string json(Control control) {
  return json_text(std::string{to_string(control)});
}
std::string json(InterceptedAs as) {
  return json_text(std::string{to_string(as)});
}
std::string json(Fingerprint fingerprint) {
  return json_text(to_string(fingerprint));
}
std::string json(const std::optional<Playbook>& playbook) {
  return json_text(playbook ? to_toml(playbook->definition()) : "");
}
std::string json(ActionPart part) {
  return json_text(std::string{to_string(part)});
}
std::string json(DeviceKind kind) {
  return json_text(std::string{to_string(kind)});
}
std::string json(const std::vector<Control>& controls) {
  std::vector<std::string> names;
  names.reserve(controls.size());
  for (const Control control : controls) names.emplace_back(to_string(control));
  return json_list(names);
}
std::string json(const Profile& profile) {
  return json_text(to_toml(profile));
}
std::string json(const std::vector<std::byte>& bytes) {
  return json_text(files::to_base64(bytes));
}
std::string json(const SeatingRules& rules) {
  return fmt::format(
      R"({{"free_devices":"{}","first_pad":{},"joining":"{}","most_players":{},"splits_screen":{},"pad_comes_to_hand":{},"asks_whose":{},"take_over_after":{}}})",
      to_string(rules.free_devices), rules.first_pad, to_string(rules.joining), rules.most_players,
      rules.splits_screen, rules.pad_comes_to_hand, rules.asks_whose,
      to_seconds(rules.take_over_after));
}

// A key and its value.
template <class Value>
std::string field(const char* key, const Value& value) {
  return fmt::format(R"("{}":{})", key, json(value));
}
std::string field(const char* /*key*/, const Device& device) {
  return device_fields(device);
}

// 0 stands for no limit.
std::string longest_step_text(Duration longest) {
  return field("longest_step", longest == Duration::max() ? Duration::zero() : longest);
}

// What a line may lack is left out where it says nothing.
template <class Value>
bool says_nothing(const Value& value) {
  if constexpr (requires { value.empty(); }) {
    return value.empty();
  } else if constexpr (std::is_scalar_v<Value>) {
    return value == Value{};
  } else {
    return false;
  }
}

std::string event_text(DeviceId device, Control control, float x, float y) {
  std::string text =
      fmt::format(R"("device":{},"control":"{}","x":{})", number(device), to_string(control), x);
  if (y != 0) text += fmt::format(R"(,"y":{})", y);
  return text;
}

template <class Kind, class Fields>
std::string text_of(const Kind& step, const Fields& fields) {
  std::vector<std::string> texts;
  const auto add = [&](const auto& it) {
    const auto& value = step.*it.value;
    if (it.may_lack && says_nothing(value)) return;
    texts.push_back(field(it.key, value));
  };
  std::apply([&](const auto&... each) { (add(each), ...); }, fields);
  return fmt::format("{}", fmt::join(texts, ","));
}

// What a step says besides its time.
std::string text_of(const Step& step) {
  if (const auto* it = std::get_if<Event>(&step)) {
    return event_text(it->device, it->control, it->x, it->y);
  }
  if (const auto* it = std::get_if<TakenUp>(&step)) {
    return event_text(it->device, it->control, it->x, it->y) + R"(,"taken_up":true)";
  }
  if (const auto* it = std::get_if<LongestStepSet>(&step)) return longest_step_text(it->longest);
  if (std::holds_alternative<ReleasedAll>(step)) return R"("release":"all")";
  if (std::holds_alternative<Updated>(step)) return R"("update":true)";
  std::string text;
  files::for_each_step([&](const auto& fields) {
    using Kind = files::StepOf<std::decay_t<decltype(fields)>>;
    if (const auto* it = std::get_if<Kind>(&step)) text = text_of(*it, fields);
  });
  return text;
}

// Which playbook it was made with, as the head tells it.
std::string playbook_text(const RecordingHeader& header) {
  std::string text;
  if (header.fingerprint != Fingerprint::none) {
    text += ',' + field("fingerprint", header.fingerprint);
  }
  if (!header.customs.empty()) text += fmt::format(R"(,"customs":{})", json_list(header.customs));
  if (header.playbook) text += ',' + field("playbook", header.playbook);
  return text;
}

// What was under way, as the head tells it.
std::string pushed_text(const RecordingHeader& header) {
  std::string snapshot = header.snapshot.empty() ? "" : ',' + field("snapshot", header.snapshot);
  if (header.is_thinned) snapshot += R"(,"thinned":true)";
  std::vector<std::string> pushed;
  for (const Event& it : header.pushed) {
    pushed.push_back(fmt::format("{{{}}}", event_text(it.device, it.control, it.x, it.y)));
  }
  if (pushed.empty()) return snapshot;
  return fmt::format(R"(,"pushed":[{}]{})", fmt::join(pushed, ","), snapshot);
}

}  // namespace

std::string to_json_line(const RecordingHeader& header) {
  std::vector<std::string> devices;
  for (const PluggedDevice& it : header.devices) {
    const std::string seat =
        it.seats.empty() ? "" : fmt::format(R"(,"seats":{})", json_list(it.seats));
    devices.push_back(
        fmt::format(R"({{"id":{},{}{}}})", number(it.id), device_fields(it.device), seat));
  }
  std::vector<std::string> seats;
  for (const RecordedSeat& it : header.seats) {
    const std::string mutes =
        it.mutes.empty() ? "" : fmt::format(R"(,"mutes":{})", json_list(it.mutes));
    const std::string scheme = it.scheme.empty() ? "" : ',' + field("scheme", it.scheme);
    const std::string part = it.part == Area{} ? "" : ',' + field("part", it.part);
    const std::string profile = it.profile.is_empty() ? "" : ',' + field("profile", it.profile);
    seats.push_back(fmt::format(R"({{"name":{},"contexts":{}{}{}{}{}{}{}}})", json_text(it.name),
                                json_list(it.contexts), mutes, scheme, profile,
                                it.is_reserved ? R"(,"reserved":true)" : "", part,
                                it.is_typing ? R"(,"typing":true)" : ""));
  }
  const std::string window = header.window == Vec2{} ? "" : ',' + field("window", header.window);
  const std::string longest_step =
      header.longest_step == usual_longest_step ? "" : ',' + longest_step_text(header.longest_step);
  const std::string rules =
      header.rules == SeatingRules{} ? "" : ',' + field("rules", header.rules);
  return fmt::format(
      R"({{"format":"nextmove-recording","version":1,"meaning":{},"title":{}{}{}{}{},"devices":[{}],"seats":[{}]{}}})"
      "\n",
      header.meaning, json_text(header.title), playbook_text(header), window, longest_step, rules,
      fmt::join(devices, ","), fmt::join(seats, ","), pushed_text(header));
}

std::string to_json_line(const Step& step) {
  return fmt::format("{{\"t\":{},{}}}\n", to_seconds(time_of(step)), text_of(step));
}

std::vector<Diagnostic> save_recording(const std::string& path, const Recording& recording) {
  if (path.empty()) return {{.message = "the recording is not saved: there is no path"}};
  std::string text = to_json_line(recording.header);
  for (const Step& step : recording.steps) text += to_json_line(step);
  const auto problem = files::replace_file(path, text, false);
  if (!problem) return {};
  return {{.file = path, .message = "the recording is not saved: " + *problem}};
}

std::vector<Diagnostic> Keeper::save(const std::string& path) const {
  const Recording kept = recording();
  if (!kept.header.playbook) {
    return {{.file = path,
             .message =
                 "the recording is not saved: this keeper keeps nothing; it was moved from, or "
                 "made in the middle of an update that has not ended"}};
  }
  std::vector<Diagnostic> told = save_recording(path, kept);
  const auto warn = [&](std::string message) {
    told.push_back({.severity = Severity::warning, .file = path, .message = std::move(message)});
  };
  if (kept.header.is_thinned) warn(std::string{thinned_movements});
  if (falls_short()) {
    warn(fmt::format("only the last {:.1f} s are there; there was no room for more",
                     to_seconds(this->kept())));
  }
  return told;
}

RecordingWriter::RecordingWriter(const std::string& path, const RecordingHeader& header)
    : file_(path, std::ios::binary) {
  file_ << to_json_line(header) << std::flush;
}

void RecordingWriter::write(const Step& step) {
  file_ << to_json_line(step);
  const bool is_of_update =
      std::holds_alternative<Updated>(step) || std::holds_alternative<Intercepted>(step);
  if (is_of_update) file_.flush();
}

}  // namespace nextmove
