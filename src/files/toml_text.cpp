#include "toml_text.hpp"

#include <fmt/format.h>

namespace nextmove::files {

std::string in_quotes(std::string_view text) {
  std::string out = "\"";
  for (const char c : text) {
    const auto byte = static_cast<unsigned char>(c);
    if (c == '"' || c == '\\') {
      out += '\\';
      out += c;
    } else if (byte < 0x20 || byte == 0x7f) {
      out += fmt::format("\\u{:04X}", byte);
    } else {
      out += c;
    }
  }
  return out + '"';
}

// fmt writes the shortest such decimal; TOML wants a point in it.
std::string number(float value) {
  std::string text = fmt::format("{}", value);
  if (text.find_first_of(".en") == std::string::npos) text += ".0";
  return text;
}

std::string list_of(const std::vector<std::string_view>& texts) {
  std::vector<std::string> quoted_texts;
  quoted_texts.reserve(texts.size());
  for (const std::string_view text : texts) quoted_texts.push_back(in_quotes(text));
  return fmt::format("[{}]", fmt::join(quoted_texts, ", "));
}

}  // namespace nextmove::files
