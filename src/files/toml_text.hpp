// Values as they are written in TOML.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace nextmove::files {

/// A text in quotes.
std::string in_quotes(std::string_view text);

/// The shortest decimal that reads back as the same float.
std::string number(float value);

/// `["a", "b"]`.
std::string list_of(const std::vector<std::string_view>& texts);

}  // namespace nextmove::files
