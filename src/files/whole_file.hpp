// Writing a file so that it is always whole.
#pragma once

#include <optional>
#include <string>
#include <string_view>

namespace nextmove::files {

/// Writes `text` beside the file, flushes it to the disk, keeps what was there as `path`.backup and
/// takes its place. At every moment there is the old file or the new one under `path`. What went
/// wrong; nothing when all is well.
std::optional<std::string> replace_file(const std::string& path, std::string_view text,
                                        bool keeps_backup);

/// Renames a file to `path`.damaged, or to the first of .damaged-2 and so on that is free. Its new
/// name; empty where that fails.
std::string set_aside(const std::string& path);

}  // namespace nextmove::files
