// Lengths of time as they are written in files: "800ms", "1.5s".
#pragma once

#include <optional>
#include <string>
#include <string_view>

#include <nextmove/time.hpp>

namespace nextmove::files {

/// Exact to the microsecond; nothing for anything else, or for more than a day.
std::optional<Duration> parse_duration(std::string_view text);

/// In ms, or in s where that is a whole number. parse_duration reads it back.
std::string to_text(Duration duration);

}  // namespace nextmove::files
