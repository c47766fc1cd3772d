// What a caller must keep to. Breaking it stops a debug build with a sentence; a release build goes
// on with the harmless fallback that follows each use.
#pragma once

#include <string_view>

namespace nextmove::core {

#ifdef NDEBUG
inline void require(bool /*kept*/, std::string_view /*sentence*/) {}
#else
void require(bool kept, std::string_view sentence);
#endif

}  // namespace nextmove::core
