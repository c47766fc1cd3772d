// A TOML file as a whole: refused before the parser sees it where it would end the program, and
// what the parser says in plain words.
#pragma once

#include <string_view>

#include <nextmove/diagnostic.hpp>

#include "toml.hpp"

namespace nextmove::files {

/// The root table, or the one problem why there is none, without file name and source line.
Result<toml::table> parse_toml(std::string_view text);

}  // namespace nextmove::files
