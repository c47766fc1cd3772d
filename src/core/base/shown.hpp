// Names and numbers as messages show them.
#pragma once

#include <cstdio>
#include <string>
#include <string_view>

#include <nextmove/time.hpp>

namespace nextmove::core {

/// `"name"`.
inline std::string quoted(std::string_view name) {
  return '"' + std::string{name} + '"';
}

/// `0.5`, `-1`.
inline std::string shown(double value) {
  char text[32];
  std::snprintf(text, sizeof text, "%g", value);
  return text;
}

/// `3.25 s`.
inline std::string in_seconds(Time time) {
  return shown(to_seconds(time)) + " s";
}

}  // namespace nextmove::core
