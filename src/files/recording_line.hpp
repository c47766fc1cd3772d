// The fields of one line of a recording.
#pragma once

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <fmt/format.h>
#include <limits>
#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <tuple>
#include <vector>

#include <nextmove/playbook_file.hpp>
#include <nextmove/profile_file.hpp>
#include <nextmove/recording.hpp>

#include "base64.hpp"
#include "step_fields.hpp"

namespace nextmove::files {

using Json = nlohmann::ordered_json;

/// Reads the fields of one line. The first thing that does not fit is kept as the problem.
class LineReader {
 public:
  /// To look for the nearest name takes time: not where nobody is told any more.
  explicit LineReader(const Json& json, bool seeks_nearest = true)
      : json_(json), seeks_nearest_(seeks_nearest) {}

  const std::string& problem() const { return problem_; }

  bool has(const char* key) const { return json_.contains(key); }

  std::string text(const char* key) {
    const auto it = json_.find(key);
    if (it == json_.end()) return {};
    if (it->is_string()) return it->get<std::string>();
    fail(fmt::format("\"{}\" must be a text", key));
    return {};
  }

  template <class Number>
  Number whole(const char* key) {
    const auto it = json_.find(key);
    if (it == json_.end()) return 0;
    if (it->is_number_unsigned() &&
        it->get<std::uint64_t>() <= std::numeric_limits<Number>::max()) {
      return it->get<Number>();
    }
    fail(fmt::format("\"{}\" must be a whole number from 0 to {}", key,
                     std::numeric_limits<Number>::max()));
    return 0;
  }

  float value(const char* key) {
    const auto it = json_.find(key);
    if (it == json_.end()) return 0;
    if (it->is_number()) return it->get<float>();
    fail(fmt::format("\"{}\" must be a number", key));
    return 0;
  }

  Time time(const char* key = "t") {
    constexpr double longest_recording = 1e9;  // seconds
    const auto it = json_.find(key);
    if (it != json_.end() && it->is_number()) {
      const double seconds = it->get<double>();
      if (seconds >= 0 && seconds < longest_recording) return Time{std::llround(seconds * 1e6)};
    }
    fail(fmt::format("a line needs \"{}\", its time in seconds", key));
    return {};
  }

  DeviceKind device_kind() {
    const std::string kind = text("kind");
    const auto found = find_device_kind(kind);
    if (!found) {
      fail(
          fmt::format("unknown device kind \"{}\"; it is keyboard, mouse, gamepad or touch", kind));
    }
    return found.value_or(DeviceKind::keyboard);
  }

  Device device() {
    Device device;
    device.kind = device_kind();
    device.name = text("name");
    device.vendor = whole<std::uint16_t>("vendor");
    device.product = whole<std::uint16_t>("product");
    device.serial = text("serial");
    device.port = text("port");
    return device;
  }

  /// Width and height, above 0; {} where it is missing.
  Vec2 window() {
    const auto it = json_.find("window");
    if (it == json_.end()) return {};
    const auto is_size = [](const Json& json) {
      return json.is_number() && json.get<float>() > 0 && json.get<float>() <= 1e6F;
    };
    if (it->is_array() && it->size() == 2 && is_size((*it)[0]) && is_size((*it)[1])) {
      return {(*it)[0].get<float>(), (*it)[1].get<float>()};
    }
    fail("window must be a width and a height, like [1280, 800]");
    return {};
  }

  /// In seconds, 0 for no limit; the usual where it is missing.
  Duration longest_step() {
    if (!has("longest_step")) return usual_longest_step;
    const Duration longest = time("longest_step");
    return longest == Duration::zero() ? Duration::max() : longest;
  }

  /// A part of the window; all of it where it is missing.
  Area part() {
    const auto it = json_.find("part");
    if (it == json_.end()) return {};
    const auto is_share = [](const Json& json) {
      return json.is_number() && json.get<double>() >= 0 && json.get<double>() <= 1;
    };
    const bool is_area =
        it->is_array() && it->size() == 4 && std::all_of(it->begin(), it->end(), is_share);
    if (is_area) {
      const auto at = [&](std::size_t i) { return (*it)[i].get<float>(); };
      const Area area{at(0), at(1), at(2), at(3)};
      if (is_part_of_window(area)) return area;
    }
    fail("part must be left, top, width and height in shares of the window, like [0.5, 0, 0.5, 1]");
    return {};
  }

  SeatingRules rules() {
    const auto it = json_.find("rules");
    if (it == json_.end()) return {};
    SeatingRules rules;
    LineReader line{*it};
    const auto free_devices = find_free_devices(line.text("free_devices"));
    const auto joining = find_joining(line.text("joining"));
    rules.free_devices = free_devices.value_or(rules.free_devices);
    rules.joining = joining.value_or(rules.joining);
    rules.first_pad = line.whole<std::uint16_t>("first_pad");
    rules.most_players = line.whole<std::uint16_t>("most_players");
    rules.splits_screen = line.truth("splits_screen");
    if (line.has("pad_comes_to_hand")) {
      rules.pad_comes_to_hand = line.truth("pad_comes_to_hand");
    }
    // Recordings of before were made without them.
    rules.asks_whose = line.has("asks_whose") && line.truth("asks_whose");
    rules.take_over_after =
        line.has("take_over_after") ? line.time("take_over_after") : Duration::zero();
    const bool is_sound = free_devices && joining && rules.most_players != 0 &&
                          rules.take_over_after <= longest_take_over && line.problem().empty();
    if (is_sound) return rules;
    fail(
        "rules must have free_devices (to_first_seat, dealt or kept), joining (off, closed or "
        "open), first_pad, most_players (1 or more) and splits_screen; take_over_after is at most "
        "60 seconds");
    return {};
  }

  /// A profile file in one text; an empty one where it is missing.
  Profile profile() {
    const std::string file = text("profile");
    if (file.empty()) return {};
    Result<Profile> read = parse_profile(file);
    for (const Diagnostic& it : read.diagnostics) note("profile: " + it.message);
    if (read) return std::move(*read);
    fail("profile: " + read.diagnostics.front().message);
    return {};
  }

  /// A playbook file in one text; nothing where it is missing or cannot be read, which is noted.
  std::optional<Playbook> playbook(const char* key) {
    if (!has(key)) return std::nullopt;
    Result<Playbook> read = parse_playbook(text(key));
    if (!read) note(fmt::format("{}: {}", key, read.diagnostics.front().message));
    return std::move(read.value);
  }

  /// 0 where it is missing.
  Fingerprint fingerprint() {
    if (!has("fingerprint")) return Fingerprint::none;
    const auto found = find_fingerprint(text("fingerprint"));
    if (!found) fail("fingerprint must be 16 digits and letters from a to f");
    return found.value_or(Fingerprint::none);
  }

  /// None where they are missing.
  std::vector<std::byte> bytes(const char* key) {
    std::optional<std::vector<std::byte>> found = from_base64(text(key));
    if (!found) fail(fmt::format("\"{}\" must be bytes as base64", key));
    return std::move(found).value_or(std::vector<std::byte>{});
  }

  bool truth(const char* key) {
    const auto it = json_.find(key);
    if (it == json_.end()) return false;
    if (it->is_boolean()) return it->get<bool>();
    fail(fmt::format("\"{}\" must be true or false", key));
    return false;
  }

  DeviceId id(const char* key) { return DeviceId{whole<std::uint32_t>(key)}; }

  Step step() {
    const Time at = time();
    if (has("control") && !has("passed_over")) return event(at);
    if (has("update")) return Updated{at};
    if (has("release")) return ReleasedAll{at};
    if (has("longest_step")) return LongestStepSet{at, longest_step()};
    if (auto step = step_with_fields(at)) return *std::move(step);
    fail(
        fmt::format("this line is unknown; expected control, update, release, "
                    "longest_step{}",
                    first_keys()));
    return Updated{at};
  }

  /// How a control stands, without a moment.
  Event standing() {
    need("control", "device");
    const Step step = event({});
    const auto* it = std::get_if<Event>(&step);
    const bool can_be =
        it != nullptr && it->control != Control::none && can_be_taken_up(it->control);
    if (!can_be) fail("only buttons, triggers and sticks stand somewhere");
    return can_be ? *it : Event{};
  }

  /// What is left out, and does no harm.
  const std::vector<std::string>& notes() const { return notes_; }

 private:
  void note(std::string message) { notes_.push_back(std::move(message)); }
  void fail(std::string message) {
    if (problem_.empty()) problem_ = std::move(message);
  }

  // A line that lacks it would do nothing, in silence.
  void need(const char* key, const char* word) {
    if (!has(key)) fail(fmt::format("a line with \"{}\" needs \"{}\"", word, key));
  }

  Step event(Time at) {
    need("device", "control");
    Event event{at, id("device"), Control::none, value("x"), value("y")};
    const std::string name = text("control");
    if (const auto control = find_control(name)) {
      event.control = *control;
      if (!is_valid(event)) {
        fail(fmt::format("{} cannot have the value x = {}, y = {}", name, event.x, event.y));
      }
    } else {
      const std::string advice = seeks_nearest_ ? advice_on_control(name) : "";
      fail(fmt::format("unknown control \"{}\"{}", name, advice));
    }
    if (!truth("taken_up")) return event;
    if (event.control != Control::none && !can_be_taken_up(event.control)) {
      fail(fmt::format("{} cannot be taken up, only buttons, triggers and sticks", name));
    }
    return TakenUp{at, event.device, event.control, event.x, event.y};
  }

  // ---- the fields of a step

  void read(const char* key, DeviceId& it) { it = id(key); }
  void read(const char* key, std::string& it) { it = text(key); }
  void read(const char* key, std::vector<std::byte>& it) { it = bytes(key); }
  void read(const char* key, bool& it) { it = truth(key); }
  void read(const char* key, Duration& it) { it = time(key); }
  void read(const char* /*key*/, Device& it) { it = device(); }
  void read(const char* /*key*/, DeviceKind& it) { it = device_kind(); }
  void read(const char* /*key*/, SeatingRules& it) { it = rules(); }
  void read(const char* /*key*/, Profile& it) { it = profile(); }
  void read(const char* /*key*/, Area& it) { it = part(); }
  void read(const char* /*key*/, Vec2& it) { it = window(); }
  void read(const char* key, float& it) {
    it = value(key);
    if (!std::isfinite(it)) fail(fmt::format("\"{}\" must be a finite number", key));
  }
  void read(const char* key, std::optional<Playbook>& it) { it = playbook(key); }
  void read(const char* key, Control& it) {
    const auto control = find_control(text(key));
    if (has(key) && !control) fail(fmt::format("{} must be a control", key));
    it = control.value_or(Control::none);
  }
  void read(const char* key, InterceptedAs& it) {
    const auto as = find_intercepted_as(text(key));
    if (!as) fail(fmt::format("{} must be held_back, pressed, held or set", key));
    it = as.value_or(InterceptedAs::held_back);
  }
  void read(const char* key, ActionPart& it) {
    const auto part = find_action_part(text(key));
    if (!part) fail(fmt::format("{} must be whole, up, down, left, right, more or less", key));
    it = part.value_or(ActionPart::whole);
  }
  void read(const char* key, std::vector<Control>& it) {
    const auto list = json_.find(key);
    if (list == json_.end() || !list->is_array()) return;
    for (const Json& each : *list) {
      const auto control = find_control(each.is_string() ? each.get<std::string>() : "");
      if (control) it.push_back(*control);
      if (!control) fail(fmt::format("{} must be a list of controls", key));
    }
  }

  // The step whose first key stands in the line, if there is one.
  std::optional<Step> step_with_fields(Time at) {
    std::optional<Step> found;
    for_each_step([&](const auto& fields) {
      const char* const first = first_key(fields);
      if (found || !has(first)) return;
      StepOf<std::decay_t<decltype(fields)>> step;
      step.time = at;
      const auto read_field = [&](const auto& it) {
        if (it.key[0] != '\0' && !it.may_lack) need(it.key, first);
        read(it.key, step.*it.value);
      };
      std::apply([&](const auto&... each) { (read_field(each), ...); }, fields);
      found.emplace(std::move(step));
    });
    return found;
  }

  static std::string first_keys() {
    std::string keys;
    for_each_step([&](const auto& fields) { keys += fmt::format(", {}", first_key(fields)); });
    return keys;
  }

  const Json& json_;
  bool seeks_nearest_;
  std::string problem_;
  std::vector<std::string> notes_;
};

}  // namespace nextmove::files
