// The C++ standard that the library needs. A compiler that goes by an older one says this sentence
// and no other.
#pragma once

#if (defined(_MSVC_LANG) ? _MSVC_LANG : __cplusplus) < 202002L
#include "Next Move needs C++20: compile with -std=c++20"
#endif
