#include "toml_alone.hpp"

#include "files/toml.hpp"

std::size_t parse_toml_alone(std::string_view text) {
  const toml::parse_result parsed = toml::parse(text);
  return parsed ? parsed.table().size() : 0;
}
