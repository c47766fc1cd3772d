// A TOML file as a whole: refused before the parser sees it where it would end the program, and
// what the parser says in plain words.
#pragma once

#include <cstddef>
#include <string>
#include <string_view>

#include <nextmove/diagnostic.hpp>

#include "toml.hpp"

namespace nextmove::files {

/// The root table of a text of at most `most_bytes`, or the one problem why there is none, without
/// file name and source line.
Result<toml::table> parse_toml(std::string_view text, std::size_t most_bytes);

/// A value as it stands in a file, on one line.
std::string as_text(const toml::node& node);

}  // namespace nextmove::files
