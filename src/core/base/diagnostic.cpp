#include <algorithm>
#include <cstdlib>

#include <nextmove/complaint.hpp>
#include <nextmove/diagnostic.hpp>

namespace nextmove {
namespace {

// The length of the UTF-8 character that `text` begins with; 0 where it begins with none.
std::size_t character_length(std::string_view text) {
  const auto byte = [&](std::size_t i) { return static_cast<unsigned char>(text[i]); };
  const unsigned first = byte(0);
  if (first < 0x80) return 1;
  const std::size_t length = first >= 0xf0 ? 4 : first >= 0xe0 ? 3 : 2;
  if (first < 0xc2 || first > 0xf4 || text.size() < length) return 0;
  for (std::size_t i = 1; i < length; ++i) {
    if ((byte(i) & 0xc0U) != 0x80) return 0;
  }
  // Longer than needed, a surrogate half, or past the last code point.
  const bool is_out_of_range =
      (first == 0xe0 && byte(1) < 0xa0) || (first == 0xed && byte(1) > 0x9f) ||
      (first == 0xf0 && byte(1) < 0x90) || (first == 0xf4 && byte(1) > 0x8f);
  return is_out_of_range ? 0 : length;
}

bool is_control(std::string_view character) {
  const auto first = static_cast<unsigned char>(character[0]);
  const bool is_second_set =
      first == 0xc2 && static_cast<unsigned char>(character[1]) < 0xa0;  // U+0080 to U+009F
  return first < 0x20 || first == 0x7f || is_second_set;
}

std::string position(const Diagnostic& diagnostic) {
  std::string text = printable(diagnostic.file);
  if (diagnostic.place.line > 0) {
    if (!text.empty()) text += ':';
    text += std::to_string(diagnostic.place.line) + ':' + std::to_string(diagnostic.place.column);
  }
  if (!text.empty()) text += ": ";
  return text;
}

std::string excerpt(const Diagnostic& diagnostic) {
  const std::string number = std::to_string(diagnostic.place.line);
  const std::string margin(number.size() + 2, ' ');
  // Of a long line only the beginning is shown, and the mark ends with it.
  const std::size_t shown = diagnostic.source_line.size();
  const auto column = static_cast<std::size_t>(std::max(0, diagnostic.place.column - 1));
  const std::size_t indent = std::min(column, shown);
  const auto length = static_cast<std::size_t>(std::max(1, diagnostic.place.length));
  const std::size_t marks = std::min(length, shown - indent + 1);
  return "\n  " + number + " | " + printable(diagnostic.source_line) + "\n" + margin + " | " +
         std::string(indent, ' ') + '^' + std::string(marks - 1, '~');
}

}  // namespace

std::string printable(std::string_view text) {
  std::string shown;
  while (!text.empty()) {
    const std::size_t length = character_length(text);
    const std::string_view character = text.substr(0, std::max<std::size_t>(1, length));
    if (character == "\t") {
      shown += ' ';
    } else if (length == 0 || is_control(character)) {
      shown += '?';
    } else {
      shown += character;
    }
    text.remove_prefix(character.size());
  }
  return shown;
}

std::string to_string(const Diagnostic& diagnostic) {
  std::string text = position(diagnostic);
  text += diagnostic.severity == Severity::error ? "error: " : "warning: ";
  text += printable(diagnostic.message);
  if (diagnostic.place.line > 0 && !diagnostic.source_line.empty()) text += excerpt(diagnostic);
  return text;
}

void core::stop_without_value(const std::vector<Diagnostic>& diagnostics) {
  const auto first = std::find_if(diagnostics.begin(), diagnostics.end(),
                                  [](const auto& it) { return it.severity == Severity::error; });
  complain(ComplaintKind::no_value, "Result",
           "there is no value to take; ask `if (result)` first" +
               (first == diagnostics.end()
                    ? std::string{}
                    : ". " + position(*first) + "error: " + printable(first->message)));
  std::abort();
}

bool has_errors(const std::vector<Diagnostic>& diagnostics) {
  return std::any_of(diagnostics.begin(), diagnostics.end(),
                     [](const Diagnostic& d) { return d.severity == Severity::error; });
}

}  // namespace nextmove
