// Files as text, and messages about places in them.
#pragma once

#include <cstddef>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/diagnostic.hpp>

namespace nextmove::files {

inline constexpr std::size_t mebibyte = 1'048'576;

/// The whole file; an error where it cannot be read, is larger than `most_bytes`, or is a pipe or a
/// device, which might never end.
Result<std::string> read_text_file(const std::string& path, std::size_t most_bytes);

/// Why a text of so many bytes is not read; nothing where it is.
std::optional<Diagnostic> find_excess(std::size_t bytes, std::size_t most_bytes);

/// The diagnostic for problems that are not told; an error where `has_error`.
Diagnostic told_in_short(std::size_t count, bool has_error);

/// Cuts what is longer than anybody reads.
void shorten(std::string& text);

/// Puts the diagnostics in the order of the file, with its name and the source lines; those beyond
/// most_told become one that says how many. Long messages and lines are cut.
void arrange(std::vector<Diagnostic>& diagnostics, std::string_view file, std::string_view text);

}  // namespace nextmove::files
