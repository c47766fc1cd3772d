// What was complained of, so that it is not told again.
#pragma once

#include <algorithm>
#include <array>
#include <cstddef>
#include <cstdint>

namespace nextmove::core {

/// Remembers as many as it has room for, by their hashes; what comes later counts as told.
class ToldOnce {
 public:
  /// Whether this one is to be told: it is new, and there is room for it.
  bool add(std::uint32_t hash) {
    const auto end = hashes_.begin() + static_cast<std::ptrdiff_t>(count_);
    if (count_ == hashes_.size() || std::find(hashes_.begin(), end, hash) != end) return false;
    hashes_[count_++] = hash;
    return true;
  }

 private:
  std::array<std::uint32_t, 32> hashes_{};
  std::size_t count_ = 0;
};

}  // namespace nextmove::core
