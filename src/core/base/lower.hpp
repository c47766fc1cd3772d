// The small letters of a text.
#pragma once

#include <string>
#include <string_view>

namespace nextmove::core {

/// Turns A to Z into a to z, whatever the locale.
inline std::string lower(std::string_view text) {
  std::string out{text};
  for (char& c : out) {
    if (c >= 'A' && c <= 'Z') c = static_cast<char>(c - 'A' + 'a');
  }
  return out;
}

}  // namespace nextmove::core
