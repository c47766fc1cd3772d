// Texts as JSON.
#pragma once

#include <string>
#include <string_view>

namespace nextmove::files {

/// `text` in quotes, escaped; bytes that are no UTF-8 are replaced.
std::string json_text(std::string_view text);

}  // namespace nextmove::files
