// Names and numbers as messages show them.
#pragma once

#include <cstdio>
#include <string>
#include <string_view>

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

}  // namespace nextmove::core
