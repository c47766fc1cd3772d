#include "moments.hpp"

#include <charconv>

using namespace nextmove;

std::optional<Time> find_moment(const std::string& word) {
  constexpr double latest = 1e9;
  const char* const end = word.data() + word.size();
  double seconds = 0;
  const auto [rest, fault] = std::from_chars(word.data(), end, seconds);
  const std::string_view unit{rest, static_cast<std::size_t>(end - rest)};
  const bool is_moment =
      fault == std::errc{} && (unit.empty() || unit == "s") && seconds >= 0 && seconds <= latest;
  if (!is_moment) return std::nullopt;
  return std::chrono::duration_cast<Time>(std::chrono::duration<double>{seconds});
}
