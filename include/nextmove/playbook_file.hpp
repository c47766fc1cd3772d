// Playbook files: TOML, with every problem told by line and column.
#pragma once

#include <string>
#include <string_view>

#include <nextmove/diagnostic.hpp>
#include <nextmove/playbook.hpp>

namespace nextmove {

/// Reads and checks a playbook file. All problems are reported at once, in the order of the file;
/// of more than 100 the last says how many more there are. With any error there is no value. A file
/// is at most 4 MiB of UTF-8, no pipe and no device; a key has at most 16 parts, and brackets stand
/// at most 16 deep. All of this holds for every TOML file of the library. Throws nothing; keeps the
/// file open no longer than the call.
Result<Playbook> load_playbook(const std::string& path);

/// The same for a text that is already in memory; `name` stands for the file in messages.
Result<Playbook> parse_playbook(std::string_view text, std::string_view name = "playbook");

/// The definition as a playbook file, which reads back equal. Requires a definition that passes
/// check().
std::string to_toml(const PlaybookDefinition& definition);

}  // namespace nextmove
