#include "require.hpp"

#ifndef NDEBUG
#include <cstdio>
#include <cstdlib>

namespace nextmove::core {

void require(bool kept, std::string_view sentence) {
  if (kept) return;
  std::fprintf(stderr, "next move: %.*s\n", static_cast<int>(sentence.size()), sentence.data());
  std::abort();
}

}  // namespace nextmove::core
#endif
