#include "text_file.hpp"

#include <cerrno>
#include <cstring>
#include <filesystem>
#include <fmt/core.h>
#include <fstream>

namespace nextmove::files {
namespace {

Result<std::string> failure(const std::string& path, std::string message) {
  return {std::nullopt, {{Severity::error, path, {}, std::move(message), {}}}};
}

}  // namespace

Result<std::string> read_text_file(const std::string& path, std::size_t most_bytes) {
  std::error_code problem;
  if (std::filesystem::is_directory(path, problem)) {
    return failure(path, "this is a folder; name a file in it");
  }
  std::ifstream file{path, std::ios::binary};
  if (!file) return failure(path, fmt::format("cannot be opened: {}", std::strerror(errno)));
  std::string text;
  constexpr std::size_t chunk_size = 65'536;
  std::string chunk(chunk_size, '\0');
  while (file.read(chunk.data(), static_cast<std::streamsize>(chunk.size())) || file.gcount() > 0) {
    text.append(chunk, 0, static_cast<std::size_t>(file.gcount()));
    if (text.size() > most_bytes) {
      return failure(path, fmt::format("is larger than {} MiB, which no file of this kind is",
                                       most_bytes / mebibyte));
    }
  }
  if (file.bad()) return failure(path, fmt::format("cannot be read: {}", std::strerror(errno)));
  return {std::move(text), {}};
}

std::string line_of(std::string_view text, int number) {
  constexpr std::size_t longest = 300;
  for (int line = 1; line < number; ++line) {
    const std::size_t end = text.find('\n');
    if (end == std::string_view::npos) return {};
    text.remove_prefix(end + 1);
  }
  text = text.substr(0, text.find('\n'));
  if (!text.empty() && text.back() == '\r') text.remove_suffix(1);
  return std::string{text.substr(0, longest)};
}

void locate(std::vector<Diagnostic>& diagnostics, std::string_view file, std::string_view text) {
  for (Diagnostic& diagnostic : diagnostics) {
    diagnostic.file = file;
    if (diagnostic.place.line > 0) diagnostic.source_line = line_of(text, diagnostic.place.line);
  }
}

}  // namespace nextmove::files
