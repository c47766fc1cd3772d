#include "toml_document.hpp"

#include <algorithm>
#include <fmt/format.h>
#include <optional>
#include <sstream>
#include <string>
#include <vector>

#include "text_file.hpp"
#include "toml_text.hpp"
#include "toml_values.hpp"

namespace nextmove::files {
namespace {

constexpr int most_parts = 16;

/// Looks for a key of so many parts that there would be more tables in tables than a thread may
/// have stack for. It knows of TOML only where texts and comments begin and end.
class KeyCheck {
 public:
  explicit KeyCheck(std::string_view text) : text_(text) {}

  std::optional<Diagnostic> problem() {
    if (!has_line_of_many_dots()) return std::nullopt;  // as good as always
    while (at_ < text_.size() && parts_ <= most_parts) step();
    if (parts_ <= most_parts) return std::nullopt;
    return Diagnostic{.place = {line_, static_cast<int>(at_ - line_begin_)},
                      .message = fmt::format("a key has more than {} parts", most_parts)};
  }

 private:
  bool has_line_of_many_dots() const {
    int dots = 0;
    std::size_t before = 0;
    for (std::size_t at = text_.find('.'); at < text_.size(); at = text_.find('.', at + 1)) {
      if (text_.substr(before, at - before).find('\n') < text_.size()) dots = 0;
      if (++dots >= most_parts) return true;
      before = at;
    }
    return false;
  }

  void step() {
    const char c = text_[at_++];
    switch (c) {
      case '"':
      case '\'': return skip_text(c);
      case '#': at_ = std::min(text_.find('\n', at_), text_.size()); return;
      case '.': ++parts_; return;
      case '\n': begin_line(); break;
      case '=':
      case ',':
      case '[':
      case ']':
      case '{':
      case '}': break;
      default: return;
    }
    parts_ = 1;
  }

  void begin_line() {
    ++line_;
    line_begin_ = at_;
  }

  // After its first quote. It ends with its line where it is not closed; in three quotes it goes
  // on.
  void skip_text(char quote) {
    if (is_three(quote, at_ - 1)) return skip_long_text(quote);
    while (at_ < text_.size() && text_[at_] != '\n') {
      const char c = text_[at_++];
      if (c == quote) return;
      if (c == '\\') skip_escaped(quote);
    }
  }

  void skip_long_text(char quote) {
    at_ += 2;
    while (at_ < text_.size()) {
      if (is_three(quote, at_)) {
        at_ += 3;
        // It may end in two quotes of its own.
        for (int i = 0; i < 2 && at_ < text_.size() && text_[at_] == quote; ++i) ++at_;
        return;
      }
      const char c = text_[at_++];
      if (c == '\n') begin_line();
      if (c == '\\') skip_escaped(quote);
    }
  }

  void skip_escaped(char quote) {
    if (quote == '"' && at_ < text_.size() && text_[at_] != '\n') ++at_;
  }

  bool is_three(char quote, std::size_t at) const {
    return text_.substr(at, 3) == (quote == '"' ? R"(""")" : "'''");
  }

  std::string_view text_;
  std::size_t at_ = 0;
  std::size_t line_begin_ = 0;
  int line_ = 1;
  int parts_ = 1;
};

// toml++ speaks of a name that stands twice as a redefinition, and of depth by the name of its
// limit; the rest of what it says is plain enough.
std::string in_plain_words(const toml::parse_error& problem) {
  std::string text{problem.description()};
  const std::string_view redefinition = "cannot redefine existing ";
  if (const auto at = text.find(redefinition); at != std::string::npos) {
    const auto name = text.find('\'', at);
    return "this name is defined twice: " + text.substr(name == std::string::npos ? at : name);
  }
  if (text.find("nested value depth") != std::string::npos) {
    return fmt::format("brackets stand in brackets, more than {} deep; is one not closed?",
                       most_brackets);
  }
  return "this is no TOML: " + text;
}

std::string key_text(std::string_view key) {
  const bool is_bare = !key.empty() && std::all_of(key.begin(), key.end(), [](char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '_' ||
           c == '-';
  });
  return is_bare ? std::string{key} : in_quotes(key);
}

std::string in_brackets(char open, const std::vector<std::string>& parts, char close) {
  if (parts.empty()) return {open, close};
  return fmt::format("{} {} {}", open, fmt::join(parts, ", "), close);
}

}  // namespace

Result<toml::table> parse_toml(std::string_view text, std::size_t most_bytes) {
  if (auto excess = find_excess(text.size(), most_bytes)) return {std::nullopt, {*excess}};
  if (auto problem = KeyCheck{text}.problem()) return {std::nullopt, {std::move(*problem)}};
  toml::parse_result parsed = toml::parse(text);
  if (parsed) return {std::move(parsed).table(), {}};
  return {
      std::nullopt,
      {{.place = place_of(parsed.error().source()), .message = in_plain_words(parsed.error())}}};
}

// The formatter of toml++ measures lists to break them into lines, and is undefined for numbers
// below 1 in them: it only writes single values here.
std::string as_text(const toml::node& node) {
  std::vector<std::string> parts;
  if (const auto* table = node.as_table()) {
    for (const auto& [key, value] : *table) {
      parts.push_back(key_text(key.str()) + " = " + as_text(value));
    }
    return in_brackets('{', parts, '}');
  }
  if (const auto* list = node.as_array()) {
    for (const toml::node& value : *list) parts.push_back(as_text(value));
    return in_brackets('[', parts, ']');
  }
  if (const auto* text = node.as_string()) return in_quotes(text->get());
  std::ostringstream out;
  out << toml::toml_formatter{node};
  return out.str();
}

}  // namespace nextmove::files
