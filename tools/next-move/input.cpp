#include "input.hpp"

#include <filesystem>
#include <fstream>
#include <optional>

using namespace nextmove;

namespace {

// No more than the largest file of all kinds may have; the parsers refuse a text that is larger.
constexpr std::size_t most_bytes = 256 * 1'048'576 + 1;

std::optional<std::string> text_of_pipe(const std::string& path) {
  std::error_code unknown;
  if (!std::filesystem::is_fifo(path, unknown)) return std::nullopt;
  std::ifstream pipe{path, std::ios::binary};
  std::string text;
  std::string chunk(65'536, '\0');
  while (
      text.size() < most_bytes &&
      (pipe.read(chunk.data(), static_cast<std::streamsize>(chunk.size())) || pipe.gcount() > 0)) {
    text.append(chunk, 0, static_cast<std::size_t>(pipe.gcount()));
  }
  return text;
}

template <class Value>
Result<Value> read(const std::string& path, Result<Value> (*load)(const std::string&),
                   Result<Value> (*parse)(std::string_view, std::string_view)) {
  const auto text = text_of_pipe(path);
  return text ? parse(*text, path) : load(path);
}

}  // namespace

Result<Playbook> read_playbook_file(const std::string& path) {
  return read(path, load_playbook, parse_playbook);
}

Result<Recording> read_recording_file(const std::string& path) {
  return read(path, load_recording, parse_recording);
}

Result<Profile> read_profile_file(const std::string& path) {
  return read(path, read_profile, parse_profile);
}

Result<Families> read_families_file(const std::string& path) {
  const auto text = text_of_pipe(path);
  return text ? parse_families(*text, path) : load_families(path);
}
