#include "duration.hpp"

#include <cstdint>
#include <fmt/format.h>

namespace nextmove::files {
namespace {

constexpr std::int64_t a_day = 86'400'000'000;

bool is_digit(char c) {
  return c >= '0' && c <= '9';
}

bool take_suffix(std::string_view& text, std::string_view suffix) {
  if (text.size() <= suffix.size()) return false;
  if (text.substr(text.size() - suffix.size()) != suffix) return false;
  text.remove_suffix(suffix.size());
  return true;
}

// "1.5" in thousandths to the power of `places` / 3, exactly.
std::optional<std::int64_t> parse_decimal(std::string_view text, int places) {
  std::int64_t value = 0;
  int behind_point = -1;
  bool has_digit = false;
  for (const char c : text) {
    if (c == '.' && behind_point < 0 && has_digit) {
      behind_point = 0;
    } else if (is_digit(c) && behind_point < places) {
      value = value * 10 + (c - '0');
      has_digit = true;
      if (behind_point >= 0) ++behind_point;
      if (value > a_day) return std::nullopt;
    } else {
      return std::nullopt;
    }
  }
  if (!has_digit || behind_point == 0) return std::nullopt;
  for (int i = std::max(behind_point, 0); i < places; ++i) {
    value *= 10;
    if (value > a_day) return std::nullopt;
  }
  return value;
}

}  // namespace

std::optional<Duration> parse_duration(std::string_view text) {
  int places = 0;
  if (take_suffix(text, "ms")) {
    places = 3;
  } else if (take_suffix(text, "s")) {
    places = 6;
  } else {
    return std::nullopt;
  }
  const auto microseconds = parse_decimal(text, places);
  if (!microseconds) return std::nullopt;
  return Duration{*microseconds};
}

std::string to_text(Duration duration) {
  const std::int64_t microseconds = duration.count();
  if (microseconds != 0 && microseconds % 1'000'000 == 0) {
    return fmt::format("{}s", microseconds / 1'000'000);
  }
  std::string text = fmt::format("{}", microseconds / 1000);
  if (const std::int64_t rest = microseconds % 1000; rest != 0) {
    text += fmt::format(".{:03}", rest);
    text.erase(text.find_last_not_of('0') + 1);
  }
  return text + "ms";
}

}  // namespace nextmove::files
