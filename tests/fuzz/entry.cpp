// Where a fuzzer enters; which reader it drives is told by NEXTMOVE_FUZZED.
#include <cstddef>
#include <cstdint>

#include "fuzzed.hpp"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* bytes, std::size_t size) {
  nextmove::fuzz::NEXTMOVE_FUZZED({reinterpret_cast<const char*>(bytes), size});
  return 0;
}
