// From a recording to JSON Lines, one for each step.
#include <fmt/format.h>
#include <string>
#include <vector>

#include <nextmove/profile_file.hpp>
#include <nextmove/recording_file.hpp>

#include "json_text.hpp"

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

// What each step says besides its time. fmt writes the shortest digits that read back as the same
// float, which JSON libraries, with their doubles, do not.
std::string fields(const Event& it) {
  std::string text = fmt::format(R"("device":{},"control":"{}","x":{})", number(it.device),
                                 to_string(it.control), it.x);
  if (it.y != 0) text += fmt::format(R"(,"y":{})", it.y);
  return text;
}
std::string fields(const Plugged& it) {
  return fmt::format(R"("plug":{},{})", number(it.id), device_fields(it.device));
}
std::string fields(const Unplugged& it) {
  return fmt::format(R"("unplug":{})", number(it.id));
}
std::string fields(const Given& it) {
  return fmt::format(R"("give":{},"seat":{})", number(it.id), json_text(it.seat));
}
std::string fields(const ReleasedAll& /*it*/) {
  return R"("release":"all")";
}
std::string fields(const Entered& it) {
  return fmt::format(R"("enter":{},"seat":{})", json_text(it.context), json_text(it.seat));
}
std::string fields(const Left& it) {
  return fmt::format(R"("leave":{},"seat":{})", json_text(it.context), json_text(it.seat));
}
std::string fields(const SwitchedTo& it) {
  return fmt::format(R"("switch_to":{},"seat":{})", json_text(it.context), json_text(it.seat));
}
std::string fields(const Muted& it) {
  return fmt::format(R"("mute":{},"seat":{})", json_text(it.mute), json_text(it.seat));
}
std::string fields(const Unmuted& it) {
  return fmt::format(R"("unmute":{},"seat":{})", json_text(it.mute), json_text(it.seat));
}
std::string rules_text(const SeatingRules& rules) {
  return fmt::format(
      R"({{"free_devices":"{}","first_pad":{},"joining":"{}","most_players":{},"splits_screen":{},"pad_comes_to_hand":{}}})",
      to_string(rules.free_devices), rules.first_pad, to_string(rules.joining), rules.most_players,
      rules.splits_screen, rules.pad_comes_to_hand);
}
std::string area_text(const Area& area) {
  return fmt::format("[{},{},{},{}]", area.left, area.top, area.width, area.height);
}
std::string fields(const SeatAdded& it) {
  return fmt::format(R"("add_seat":{})", json_text(it.seat));
}
std::string fields(const RulesSet& it) {
  return fmt::format(R"("rules":{})", rules_text(it.rules));
}
std::string fields(const Joined& it) {
  const std::string seat = it.seat.empty() ? "" : fmt::format(R"(,"seat":{})", json_text(it.seat));
  return fmt::format(R"("join":{},"with":{}{})", json_text(it.scheme), number(it.id), seat);
}
std::string fields(const GotUp& it) {
  return fmt::format(R"("get_up":{})", json_text(it.seat));
}
std::string fields(const HeldTo& it) {
  return fmt::format(R"("hold_to":{},"seat":{})", json_text(it.scheme), json_text(it.seat));
}
std::string fields(const ProfileSet& it) {
  return fmt::format(R"("profile":{},"seat":{})", json_text(to_toml(it.profile)),
                     json_text(it.seat));
}
// 0 stands for no limit.
std::string longest_step_text(Duration longest) {
  const double seconds = longest == Duration::max() ? 0 : to_seconds(longest);
  return fmt::format(R"("longest_step":{})", seconds);
}

std::string fields(const CaptureBegun& it) {
  std::vector<std::string> cancel;
  for (const Control control : it.cancel) cancel.emplace_back(to_string(control));
  return fmt::format(
      R"("capture":{},"direction":"{}","kind":"{}","time_out":{},"cancel":{},"seat":{})",
      json_text(it.action), to_string(it.part), to_string(it.device), to_seconds(it.time_out),
      json_list(cancel), json_text(it.seat));
}
std::string fields(const CaptureStopped& it) {
  return fmt::format(R"("stop_capture":{})", json_text(it.seat));
}
std::string fields(const Reserved& it) {
  return fmt::format(R"("reserve":{},"seat":{})", it.is_reserved, json_text(it.seat));
}
std::string fields(const Freed& it) {
  return fmt::format(R"("free":{})", number(it.id));
}
std::string fields(const Swapped& it) {
  return fmt::format(R"("swap":{},"seat":{})", json_text(it.other), json_text(it.seat));
}
std::string fields(const PartSet& it) {
  return fmt::format(R"("part":{},"seat":{})", area_text(it.part), json_text(it.seat));
}
std::string fields(const Resized& it) {
  return fmt::format(R"("window":[{},{}])", it.width, it.height);
}
std::string fields(const TypingSet& it) {
  return fmt::format(R"("typing":{},"seat":{})", it.is_typing, json_text(it.seat));
}
std::string fields(const TakenUp& it) {
  return fields(Event{it.time, it.device, it.control, it.x, it.y}) + R"(,"taken_up":true)";
}
std::string fields(const LongestStepSet& it) {
  return longest_step_text(it.longest);
}
std::string fields(const Updated& /*it*/) {
  return R"("update":true)";
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
    const std::string scheme =
        it.scheme.empty() ? "" : fmt::format(R"(,"scheme":{})", json_text(it.scheme));
    const std::string part =
        it.part == Area{} ? "" : fmt::format(R"(,"part":{})", area_text(it.part));
    const std::string profile =
        it.profile.is_empty() ? ""
                              : fmt::format(R"(,"profile":{})", json_text(to_toml(it.profile)));
    seats.push_back(fmt::format(R"({{"name":{},"contexts":{}{}{}{}{}{}{}}})", json_text(it.name),
                                json_list(it.contexts), mutes, scheme, profile,
                                it.is_reserved ? R"(,"reserved":true)" : "", part,
                                it.is_typing ? R"(,"typing":true)" : ""));
  }
  const Vec2 size = header.window;
  const std::string window =
      size == Vec2{} ? "" : fmt::format(R"(,"window":[{},{}])", size.x, size.y);
  const std::string longest_step =
      header.longest_step == usual_longest_step ? "" : ',' + longest_step_text(header.longest_step);
  const std::string rules =
      header.rules == SeatingRules{} ? "" : fmt::format(R"(,"rules":{})", rules_text(header.rules));
  return fmt::format(
      R"({{"format":"nextmove-recording","version":1,"meaning":{},"title":{}{}{}{},"devices":[{}],"seats":[{}]}})"
      "\n",
      header.meaning, json_text(header.title), window, longest_step, rules, fmt::join(devices, ","),
      fmt::join(seats, ","));
}

std::string to_json_line(const Step& step) {
  const std::string rest = std::visit([](const auto& it) { return fields(it); }, step);
  return fmt::format("{{\"t\":{},{}}}\n", to_seconds(time_of(step)), rest);
}

RecordingWriter::RecordingWriter(const std::string& path, const RecordingHeader& header)
    : file_(path, std::ios::binary) {
  file_ << to_json_line(header) << std::flush;
}

void RecordingWriter::write(const Step& step) {
  file_ << to_json_line(step);
  if (std::holds_alternative<Updated>(step)) file_.flush();
}

}  // namespace nextmove
