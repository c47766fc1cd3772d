// toml++, set up for this library. It asserts, and in release builds even assumes, that a table's
// header begins with a key, though a damaged file may begin it with anything. Where that does not
// hold its parser goes on to a proper error, so here neither is wanted.
#pragma once

#undef NDEBUG
#define TOML_ASSERT(expression) static_cast<void>(0)
// A name of this library's own: a game may compile the same parser, of another version or set up
// otherwise, and both are linked into one program.
#define toml nextmove_toml
#include <toml++/toml.h>
