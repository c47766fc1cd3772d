#include "output.hpp"

#include <algorithm>
#include <cstdlib>
#include <filesystem>
#include <fmt/core.h>
#include <fstream>
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

bool is_picture(std::string_view head) {
  return head.rfind("\x89PNG", 0) == 0 || head.rfind("<?xml", 0) == 0 || head.rfind("<svg", 0) == 0;
}

// Something that a command writes: a header, a picture, a table of controls, or a list of icons.
bool is_written(std::string_view head, std::string_view extension) {
  if (extension == ".svg" || extension == ".png") return is_picture(head);
  if (extension == ".md") {
    return head.find("\n| action | controls |\n|---|---|\n") != std::string_view::npos;
  }
  if (extension == ".json") return head.rfind("{\n  \"image\": \"icons.png\"", 0) == 0;
  return head.rfind("// Made from ", 0) == 0;
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

bool may_write_or_tell(const std::string& path) {
  std::error_code unknown;
  const std::filesystem::file_status there = std::filesystem::status(path, unknown);
  if (!std::filesystem::is_regular_file(there))
    return true;  // a pipe, say; or whoever writes tells
  constexpr std::size_t enough = 4096;
  std::string head(enough, '\0');
  std::ifstream file{path, std::ios::binary};
  file.read(head.data(), static_cast<std::streamsize>(head.size()));
  head.resize(static_cast<std::size_t>(file.gcount()));
  if (head.empty() || is_written(head, std::filesystem::path{path}.extension().string())) {
    return true;
  }
  fmt::print(stderr,
             "next-move: {} is there already and is nothing that next-move wrote, so it stays; "
             "choose another name, or remove it first\n",
             nextmove::printable(path));
  return false;
}

std::string counted(std::size_t count, std::string_view what) {
  return fmt::format("{} {}{}", count, what, count == 1 ? "" : "s");
}

std::string printable_lines(std::string_view text) {
  std::string lines;
  while (!text.empty()) {
    const std::size_t end = std::min(text.find('\n'), text.size());
    lines += nextmove::printable(text.substr(0, end)) + '\n';
    text.remove_prefix(std::min(end + 1, text.size()));
  }
  return lines;
}

void print_answer(std::string_view text) {
  const std::string lines = printable_lines(text);
  const std::size_t end = lines.find('\n');
  fmt::print("{}{}", bold(std::string_view{lines}.substr(0, end)), lines.substr(end));
}
