// The one place where toml++ itself is compiled.
#define TOML_IMPLEMENTATION
#include "toml.hpp"
