#include "toml_document.hpp"

#include <algorithm>
#include <array>
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

/// Looks for what the parser, which calls itself for every level, would need more stack for than a
/// thread may have: keys of very many parts, and brackets in brackets. It knows of TOML only where
/// texts and comments begin and end.
class DepthCheck {
 public:
  explicit DepthCheck(std::string_view text) : text_(text) {}

  std::optional<Diagnostic> problem() {
    while (at_ < text_.size() && message_.empty()) step();
    if (message_.empty()) return std::nullopt;
    return Diagnostic{.place = {line_, static_cast<int>(at_ - line_begin_)},
                      .message = std::move(message_)};
  }

 private:
  static constexpr int most_parts = 16;
  static constexpr int most_brackets = 16;

  // Letters, digits, _ and spaces, of which most of a file is made, mean nothing here.
  static constexpr std::array<bool, 256> plain = [] {
    std::array<bool, 256> is{};
    for (const char c : std::string_view{"abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ"
                                         "0123456789_ "}) {
      is[static_cast<unsigned char>(c)] = true;
    }
    return is;
  }();

  void skip_plain() {
    while (at_ < text_.size() && plain[static_cast<unsigned char>(text_[at_])]) ++at_;
  }

  void step() {
    skip_plain();
    if (at_ == text_.size()) return;
    const char c = text_[at_];
    switch (c) {
      case '"':
      case '\'': return skip_text(c);
      case '#': at_ = std::min(text_.find('\n', at_), text_.size()); return;
      case '.': ++parts_; break;
      case '[':
      case '{':
        ++brackets_;
        parts_ = 1;
        break;
      case ']':
      case '}':
        brackets_ = std::max(0, brackets_ - 1);
        parts_ = 1;
        break;
      case '=':
      case ',': parts_ = 1; break;
      default: break;
    }
    next();
    if (parts_ > most_parts) message_ = fmt::format("a key has more than {} parts", most_parts);
    if (brackets_ > most_brackets) {
      message_ = fmt::format("brackets stand in brackets, more than {} deep; is one not closed?",
                             most_brackets);
    }
  }

  void next() {
    if (text_[at_++] != '\n') return;
    ++line_;
    line_begin_ = at_;
    parts_ = 1;
  }

  // A text ends with its line where it is not closed; one in three quotes goes on.
  void skip_text(char quote) {
    const std::string three(3, quote);
    const bool is_long = text_.substr(at_, 3) == three;
    at_ += is_long ? 3 : 1;
    while (true) {
      skip_plain();
      if (at_ == text_.size()) return;
      const char c = text_[at_];
      if (is_long ? text_.substr(at_, 3) == three : c == quote) {
        at_ += is_long ? 3 : 1;
        // A long text may end in two quotes of its own.
        for (int i = 0; is_long && i < 2 && text_.substr(at_, 1) == three.substr(0, 1); ++i) ++at_;
        return;
      }
      if (c == '\n' && !is_long) return;
      if (c == '\\' && quote == '"' && at_ + 1 < text_.size()) next();
      next();
    }
  }

  std::string_view text_;
  std::size_t at_ = 0;
  std::size_t line_begin_ = 0;
  int line_ = 1;
  int parts_ = 1;
  int brackets_ = 0;
  std::string message_;
};

// toml++ speaks of a name that stands twice as a redefinition; the rest of what it says is plain
// enough.
std::string in_plain_words(const toml::parse_error& problem) {
  std::string text{problem.description()};
  const std::string_view redefinition = "cannot redefine existing ";
  if (const auto at = text.find(redefinition); at != std::string::npos) {
    const auto name = text.find('\'', at);
    return "this name is defined twice: " + text.substr(name == std::string::npos ? at : name);
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
  if (auto problem = DepthCheck{text}.problem()) return {std::nullopt, {std::move(*problem)}};
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
