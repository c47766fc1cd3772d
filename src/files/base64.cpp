#include "base64.hpp"

#include <algorithm>
#include <cstdint>

namespace nextmove::files {
namespace {

constexpr std::string_view letters =
    "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/";

}  // namespace

std::string to_base64(std::span<const std::byte> bytes) {
  std::string text;
  text.reserve((bytes.size() + 2) / 3 * 4);
  for (; !bytes.empty(); bytes = bytes.subspan(std::min<std::size_t>(bytes.size(), 3))) {
    std::uint32_t three = 0;
    for (std::size_t i = 0; i < 3; ++i) {
      three = three << 8U | (i < bytes.size() ? std::to_integer<std::uint32_t>(bytes[i]) : 0U);
    }
    for (std::size_t i = 0; i < 4; ++i) {
      text += i <= bytes.size() ? letters[three >> (18 - 6 * i) & 63U] : '=';
    }
  }
  return text;
}

std::optional<std::vector<std::byte>> from_base64(std::string_view text) {
  if (text.size() % 4 != 0) return std::nullopt;
  std::vector<std::byte> bytes;
  bytes.reserve(text.size() / 4 * 3);
  for (; !text.empty(); text.remove_prefix(4)) {
    // Only the last four may end in one or two that stand for nothing.
    const std::size_t end = text.size() == 4 ? std::min(text.find('='), std::size_t{4}) : 4;
    const bool is_padded =
        end >= 2 && text.substr(end, 4 - end) == std::string_view{"=="}.substr(0, 4 - end);
    if (!is_padded) return std::nullopt;
    std::uint32_t three = 0;
    for (std::size_t i = 0; i < 4; ++i) {
      const std::size_t value = i < end ? letters.find(text[i]) : 0;
      if (value == std::string_view::npos) return std::nullopt;
      three = three << 6U | static_cast<std::uint32_t>(value);
    }
    for (std::size_t i = 0; i + 1 < end; ++i) {
      bytes.push_back(static_cast<std::byte>(three >> (16 - 8 * i) & 255U));
    }
    if ((three & ((1U << (8 * (4 - end))) - 1)) != 0) return std::nullopt;
  }
  return bytes;
}

}  // namespace nextmove::files
