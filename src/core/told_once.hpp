// What was complained of, so that it is not told again.
#pragma once

#include <algorithm>
#include <array>
#include <cstddef>
#include <cstdint>

namespace nextmove::core {

/// Remembers as many as it has room for, by their hashes; what comes later counts as told.
template <class Hash, std::size_t room>
class ToldOnce {
 public:
  /// Whether this one is to be told: it is new, and there is room for it.
  bool add(Hash hash) {
    const auto end = hashes_.begin() + static_cast<std::ptrdiff_t>(count_);
    if (is_full() || std::find(hashes_.begin(), end, hash) != end) return false;
    hashes_[count_++] = hash;
    return true;
  }
  bool is_full() const { return count_ == room; }

 private:
  std::array<Hash, room> hashes_{};
  std::size_t count_ = 0;
};

}  // namespace nextmove::core
