// Looking an enumerator up by its name, and the names that there are.
#pragma once

#include <array>
#include <cstddef>
#include <optional>
#include <string_view>
#include <vector>

namespace nextmove::core {

template <class Enum, std::size_t count>
std::optional<Enum> find_name(const std::array<std::string_view, count>& names,
                              std::string_view name) {
  for (std::size_t i = 0; i < count; ++i) {
    if (names[i] == name) return static_cast<Enum>(i);
  }
  return std::nullopt;
}

/// The names of definitions. Valid as long as they are.
template <class Definitions>
std::vector<std::string_view> names_of(const Definitions& definitions) {
  std::vector<std::string_view> names;
  names.reserve(definitions.size());
  for (const auto& it : definitions) names.push_back(it.name);
  return names;
}

}  // namespace nextmove::core
