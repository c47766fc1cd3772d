// Files as text, and messages about places in them.
#pragma once

#include <cstddef>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/diagnostic.hpp>

namespace nextmove::files {

inline constexpr std::size_t mebibyte = 1'048'576;

/// The whole file; an error where it cannot be read or is larger than `most_bytes`.
Result<std::string> read_text_file(const std::string& path, std::size_t most_bytes);

/// Line `number` (from 1) of the text without its line break; empty where there is none. Longer
/// lines than a screen shows are cut.
std::string line_of(std::string_view text, int number);

/// Puts the file's name and the source lines into the diagnostics.
void locate(std::vector<Diagnostic>& diagnostics, std::string_view file, std::string_view text);

}  // namespace nextmove::files
