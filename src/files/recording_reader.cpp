// From JSON Lines to a recording. A line that cannot be read is told and left out.
#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <limits>
#include <nlohmann/json.hpp>
#include <optional>
#include <tuple>

#include <nextmove/profile_file.hpp>
#include <nextmove/recording_file.hpp>

#include "step_fields.hpp"
#include "text_file.hpp"

namespace nextmove {
namespace {

using Json = nlohmann::ordered_json;

constexpr std::size_t most_recording_bytes = 256 * files::mebibyte;
constexpr double longest_recording = 1e9;  // seconds

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
    if (has("control")) return event(at);
    if (has("update")) return Updated{at};
    if (has("release")) return ReleasedAll{at};
    if (has("longest_step")) return LongestStepSet{at, longest_step()};
    if (auto step = step_with_fields(at)) return *std::move(step);
    fail(
        fmt::format("this line tells nothing known; expected control, update, release, "
                    "longest_step{}",
                    first_keys()));
    return Updated{at};
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
  void read(const char* key, bool& it) { it = truth(key); }
  void read(const char* key, Duration& it) { it = time(key); }
  void read(const char* /*key*/, Device& it) { it = device(); }
  void read(const char* /*key*/, DeviceKind& it) { it = device_kind(); }
  void read(const char* /*key*/, SeatingRules& it) { it = rules(); }
  void read(const char* /*key*/, Profile& it) { it = profile(); }
  void read(const char* /*key*/, Area& it) { it = part(); }
  void read(const char* /*key*/, Vec2& it) { it = window(); }
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
    files::for_each_step([&](const auto& fields) {
      const char* const first = files::first_key(fields);
      if (found || !has(first)) return;
      files::StepOf<std::decay_t<decltype(fields)>> step;
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
    files::for_each_step(
        [&](const auto& fields) { keys += fmt::format(", {}", files::first_key(fields)); });
    return keys;
  }

  const Json& json_;
  bool seeks_nearest_;
  std::string problem_;
  std::vector<std::string> notes_;
};

class RecordingReader {
 public:
  RecordingReader(std::string_view text, std::string_view name) : text_(text), name_(name) {}

  Result<Recording> read() {
    if (text_.empty()) {
      error("the recording is empty");
      return {std::nullopt, std::move(problems_)};
    }
    while (next_line()) {
      if (number_ == 1) {
        if (!read_header()) return {std::nullopt, std::move(problems_)};
      } else if (!line_.empty()) {
        read_step();
      }
    }
    if (untold_ > 0) {
      problems_.push_back(files::told_in_short(untold_, true));
      problems_.back().file = name_;
    }
    return {std::move(recording_), std::move(problems_)};
  }

 private:
  bool next_line() {
    if (rest_ >= text_.size()) return false;
    const std::size_t end = std::min(text_.find('\n', rest_), text_.size());
    line_ = text_.substr(rest_, end - rest_);
    if (!line_.empty() && line_.back() == '\r') line_.remove_suffix(1);
    is_whole_ = end < text_.size();
    rest_ = end + 1;
    ++number_;
    return true;
  }

  void error(std::string message) { tell(Severity::error, std::move(message)); }
  void warn(std::string message) { tell(Severity::warning, std::move(message)); }

  void tell(Severity severity, std::string message) {
    if (problems_.size() == most_told) {
      ++untold_;
      return;
    }
    std::string line{line_};
    files::shorten(message);
    files::shorten(line);
    problems_.push_back({severity,
                         std::string{name_},
                         {std::max(1, number_), 1},
                         std::move(message),
                         std::move(line)});
  }

  // The line as an object; reports and returns nothing where it is none.
  std::optional<Json> object() {
    if (line_.size() > files::mebibyte) {
      error("this line is longer than 1 MiB, and left out");
      return std::nullopt;
    }
    Json json = Json::parse(line_, nullptr, false);
    if (json.is_object()) return json;
    error(is_whole_ ? "this line is damaged and left out"
                    : "the recording breaks off in this line, which is left out");
    return std::nullopt;
  }

  bool read_header() {
    const auto json = object();
    if (!json) return false;
    LineReader head{*json};
    if (head.text("format") != "nextmove-recording") {
      error("this is no recording; its first line has \"format\":\"nextmove-recording\"");
      return false;
    }
    if (head.whole<unsigned>("version") != 1) {
      error("this library reads recordings of version 1");
      return false;
    }
    // Those of version 1 did not say so.
    recording_.header.meaning = head.has("meaning") ? head.whole<std::uint16_t>("meaning") : 1;
    if (recording_.header.meaning != version_of_rules) {
      warn(
          fmt::format("this recording was made under version {} of the rules, and is played under "
                      "version {}; some readings may differ (docs/meaning.md)",
                      recording_.header.meaning, version_of_rules));
    }
    recording_.header.title = head.text("title");
    recording_.header.window = head.window();
    recording_.header.longest_step = head.longest_step();
    recording_.header.rules = head.rules();
    keep(head, "");
    for (const Json& it : list(*json, "devices")) {
      LineReader line{it};
      recording_.header.devices.push_back({line.id("id"), line.device(), texts(it, "seats")});
      keep(line, "devices: ");
    }
    for (const Json& it : list(*json, "seats")) {
      LineReader line{it};
      recording_.header.seats.push_back(
          {line.text("name"), texts(it, "contexts"), texts(it, "mutes"), line.text("scheme"),
           line.profile(), line.truth("reserved"), line.part(), line.truth("typing")});
      keep(line, "seats: ");
    }
    return true;
  }

  // The objects and texts of a list; an empty list where there is none.
  static Json list(const Json& json, const char* key) {
    const auto it = json.find(key);
    return it != json.end() && it->is_array() ? *it : Json::array();
  }

  static std::vector<std::string> texts(const Json& json, const char* key) {
    std::vector<std::string> found;
    for (const Json& it : list(json, key)) {
      if (it.is_string()) found.push_back(it.get<std::string>());
    }
    return found;
  }

  void read_step() {
    const auto json = object();
    if (!json) return;
    LineReader line{*json, problems_.size() < most_told};
    Step step = line.step();
    if (keep(line, "")) recording_.steps.push_back(std::move(step));
  }

  bool keep(const LineReader& line, std::string_view where) {
    for (const std::string& it : line.notes()) warn(std::string{where} + it);
    if (line.problem().empty()) return true;
    error(std::string{where} + line.problem());
    return false;
  }

  std::string_view text_;
  std::string_view name_;
  std::string_view line_;
  std::size_t rest_ = 0;
  int number_ = 0;
  bool is_whole_ = true;
  Recording recording_;
  std::vector<Diagnostic> problems_;
  std::size_t untold_ = 0;  // of them
};

}  // namespace

Result<Recording> parse_recording(std::string_view text, std::string_view name) {
  if (auto excess = files::find_excess(text.size(), most_recording_bytes)) {
    excess->file = name;
    return {std::nullopt, {std::move(*excess)}};
  }
  return RecordingReader{text, name}.read();
}

Result<Recording> load_recording(const std::string& path) {
  Result<std::string> text = files::read_text_file(path, most_recording_bytes);
  if (!text) return {std::nullopt, std::move(text.diagnostics)};
  return parse_recording(*text, path);
}

}  // namespace nextmove
