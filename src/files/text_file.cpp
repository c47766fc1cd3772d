#include "text_file.hpp"

#include <algorithm>
#include <cerrno>
#include <cstring>
#include <filesystem>
#include <fmt/core.h>
#include <fstream>
#include <utility>

namespace nextmove::files {
namespace {

constexpr std::size_t longest_shown = 300;

Result<std::string> failure(const std::string& path, std::string message) {
  return {std::nullopt, {{Severity::error, path, {}, std::move(message), {}}}};
}

}  // namespace

Result<std::string> read_text_file(const std::string& path, std::size_t most_bytes) {
  std::error_code problem;
  const std::filesystem::file_status there = std::filesystem::status(path, problem);
  if (std::filesystem::is_directory(there)) {
    return failure(path, "this is a folder; name a file in it");
  }
  if (std::filesystem::exists(there) && !std::filesystem::is_regular_file(there)) {
    return failure(path, "this is a pipe or a device, which might never end; name a file");
  }
  const std::uintmax_t size = std::filesystem::file_size(path, problem);
  if (const auto excess = find_excess(problem ? 0 : size, most_bytes)) {
    return failure(path, excess->message);
  }
  std::ifstream file{path, std::ios::binary};
  if (!file) return failure(path, fmt::format("cannot be opened: {}", std::strerror(errno)));
  std::string text;
  constexpr std::size_t chunk_size = 65'536;
  std::string chunk(chunk_size, '\0');
  while (file.read(chunk.data(), static_cast<std::streamsize>(chunk.size())) || file.gcount() > 0) {
    text.append(chunk, 0, static_cast<std::size_t>(file.gcount()));
    if (const auto excess = find_excess(text.size(), most_bytes)) {
      return failure(path, excess->message);
    }
  }
  if (file.bad()) return failure(path, fmt::format("cannot be read: {}", std::strerror(errno)));
  return {std::move(text), {}};
}

std::optional<Diagnostic> find_excess(std::size_t bytes, std::size_t most_bytes) {
  if (bytes <= most_bytes) return std::nullopt;
  return Diagnostic{.message = fmt::format("is larger than {} MiB, which no file of this kind is",
                                           most_bytes / mebibyte)};
}

Diagnostic told_in_short(std::size_t count, bool has_error) {
  return {.severity = has_error ? Severity::error : Severity::warning,
          .message = fmt::format("there {} {} more problem{}", count == 1 ? "is" : "are", count,
                                 count == 1 ? "" : "s")};
}

void shorten(std::string& text) {
  if (text.size() <= longest_shown) return;
  text.resize(longest_shown);
  text += " ...";
}

namespace {

// Tells those beyond most_told in one, which is an error where one of them is.
void cut_short(std::vector<Diagnostic>& diagnostics) {
  if (diagnostics.size() <= most_told) return;
  const auto rest = diagnostics.begin() + static_cast<std::ptrdiff_t>(most_told);
  const bool has_error = std::any_of(
      rest, diagnostics.end(), [](const Diagnostic& it) { return it.severity == Severity::error; });
  const std::size_t count = diagnostics.size() - most_told;
  diagnostics.resize(most_told);
  diagnostics.push_back(told_in_short(count, has_error));
}

// The lines of a text, from the first on.
class Lines {
 public:
  explicit Lines(std::string_view text) : rest_(text) {}

  // Line `number` without its line break; empty where there is none. None before an earlier one.
  std::string_view find(int number) {
    for (; number_ < number; ++number_) {
      const std::size_t end = rest_.find('\n');
      rest_.remove_prefix(end == std::string_view::npos ? rest_.size() : end + 1);
    }
    std::string_view line = rest_.substr(0, rest_.find('\n'));
    if (!line.empty() && line.back() == '\r') line.remove_suffix(1);
    return line.substr(0, longest_shown);
  }

 private:
  std::string_view rest_;
  int number_ = 1;
};

}  // namespace

void arrange(std::vector<Diagnostic>& diagnostics, std::string_view file, std::string_view text) {
  std::stable_sort(
      diagnostics.begin(), diagnostics.end(), [](const Diagnostic& a, const Diagnostic& b) {
        return std::pair{a.place.line, a.place.column} < std::pair{b.place.line, b.place.column};
      });
  cut_short(diagnostics);
  Lines lines{text};
  for (Diagnostic& diagnostic : diagnostics) {
    diagnostic.file = file;
    shorten(diagnostic.message);
    if (diagnostic.place.line > 0) diagnostic.source_line = lines.find(diagnostic.place.line);
  }
}

}  // namespace nextmove::files
