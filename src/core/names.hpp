// Looking an enumerator up by its name.
#pragma once

#include <array>
#include <cstddef>
#include <optional>
#include <string_view>

namespace nextmove::core {

template <class Enum, std::size_t count>
std::optional<Enum> find_name(const std::array<std::string_view, count>& names,
                              std::string_view name) {
  for (std::size_t i = 0; i < count; ++i) {
    if (names[i] == name) return static_cast<Enum>(i);
  }
  return std::nullopt;
}

}  // namespace nextmove::core
