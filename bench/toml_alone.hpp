// What reading a TOML file takes before anything is made of it.
#pragma once

#include <cstddef>
#include <string_view>

/// Parses the text with the library's own parser; how many tables and values stand at its top.
std::size_t parse_toml_alone(std::string_view text);
