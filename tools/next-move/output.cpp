#include "output.hpp"

#include <algorithm>
#include <cstdlib>
#include <fmt/core.h>
#include <unistd.h>

namespace {

bool has_variable(const char* name) {
  const char* value = std::getenv(name);
  return value != nullptr && *value != '\0';
}

bool has_colour() {
  static const bool colour = isatty(STDOUT_FILENO) == 1 && !has_variable("NO_COLOR") &&
                             has_variable("TERM") &&
                             std::string_view{std::getenv("TERM")} != "dumb";
  return colour;
}

std::string styled(std::string_view text, std::string_view code) {
  return has_colour() ? fmt::format("\x1b[{}m{}\x1b[0m", code, text) : std::string{text};
}

// Columns a text takes: UTF-8 continuation bytes take none.
std::size_t width(std::string_view text) {
  return static_cast<std::size_t>(std::count_if(text.begin(), text.end(), [](char c) {
    return (static_cast<unsigned char>(c) & 0xc0U) != 0x80;
  }));
}

}  // namespace

std::string bold(std::string_view text) {
  return styled(text, "1");
}
void Table::print() const {
  std::vector<std::size_t> widths(rows_.front().size(), 0);
  for (const auto& row : rows_) {
    for (std::size_t i = 0; i < row.size(); ++i) widths[i] = std::max(widths[i], width(row[i]));
  }
  for (const auto& row : rows_) {
    std::string line;
    for (std::size_t i = 0; i < row.size(); ++i) {
      line += row[i];
      if (i + 1 < row.size()) line.append(widths[i] - width(row[i]) + 2, ' ');
    }
    const std::size_t end = line.find_last_not_of(' ');
    line.resize(end == std::string::npos ? 0 : end + 1);
    fmt::print("{}\n", &row == rows_.data() ? bold(line) : line);
  }
}

void print_problems(const std::vector<nextmove::Diagnostic>& problems) {
  for (const auto& problem : problems) fmt::print(stderr, "{}\n", to_string(problem));
}

std::string counted(std::size_t count, std::string_view what) {
  return fmt::format("{} {}{}", count, what, count == 1 ? "" : "s");
}
