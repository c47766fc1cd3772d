// A game that compiles the parser of TOML itself, set up as it is usually: with exceptions.
#define TOML_IMPLEMENTATION
#define TOML_HEADER_ONLY 0
#include <toml++/toml.h>

bool reads_its_own_file() {
  return toml::parse("volume = 0.8")["volume"] == 0.8;
}
