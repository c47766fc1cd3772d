// Bytes as text, as RFC 4648 has it.
#pragma once

#include <cstddef>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace nextmove::files {

std::string to_base64(std::span<const std::byte> bytes);

/// Nothing where the text is not written like this to the last letter.
std::optional<std::vector<std::byte>> from_base64(std::string_view text);

}  // namespace nextmove::files
