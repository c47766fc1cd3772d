// From JSON Lines to a recording. A line that cannot be read is told and left out.
#include <algorithm>
#include <optional>
#include <utility>

#include <nextmove/recording_file.hpp>

#include "recording_line.hpp"
#include "text_file.hpp"

namespace nextmove {
namespace {

using files::Json;
using files::LineReader;

constexpr std::size_t most_recording_bytes = 256 * files::mebibyte;
constexpr std::size_t most_line_bytes = 8 * files::mebibyte;  // with a playbook in it

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
    if (line_.size() > most_line_bytes) {
      error("this line is longer than 8 MiB, and left out");
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
    recording_.header.title = head.text("title");
    recording_.header.fingerprint = head.fingerprint();
    recording_.header.playbook = head.playbook("playbook");
    recording_.header.customs = texts(*json, "customs");
    recording_.header.window = head.window();
    recording_.header.longest_step = head.longest_step();
    recording_.header.rules = head.rules();
    recording_.header.snapshot = head.bytes("snapshot");
    recording_.header.is_thinned = head.truth("thinned");
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
    for (const Json& it : list(*json, "pushed")) {
      LineReader line{it};
      const Event standing = line.standing();
      if (keep(line, "pushed: ")) recording_.header.pushed.push_back(standing);
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
