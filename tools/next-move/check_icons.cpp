// What `check --icons` looks at and prints.
#include "check_icons.hpp"

#include <array>
#include <filesystem>
#include <fmt/format.h>
#include <fstream>
#include <map>
#include <optional>

#include <nextmove/files.hpp>

#include "commands.hpp"
#include "input.hpp"
#include "output.hpp"

using namespace nextmove;

namespace {

/// Width and height in pixels.
using Size = std::pair<std::uint32_t, std::uint32_t>;

// As they stand at the head of a PNG file; nothing for other files.
std::optional<Size> size_of_png(const std::string& path) {
  std::array<unsigned char, 24> head{};
  std::ifstream file{path, std::ios::binary};
  file.read(reinterpret_cast<char*>(head.data()), static_cast<std::streamsize>(head.size()));
  const std::string_view signature = "\x89PNG\r\n\x1a\n";
  if (!file ||
      !std::equal(signature.begin(), signature.end(), head.begin(),
                  [](char a, unsigned char b) { return static_cast<unsigned char>(a) == b; })) {
    return std::nullopt;
  }
  const auto number = [&](std::size_t at) {
    return static_cast<std::uint32_t>(head[at] << 24U | head[at + 1] << 16U | head[at + 2] << 8U |
                                      head[at + 3]);
  };
  return Size{number(16), number(20)};
}

// Images that are not there, and pictures that lie beyond theirs. How many.
std::size_t tell_of_images(const std::string& theme, const IconTheme& icons) {
  std::size_t count = 0;
  std::map<std::string, std::optional<Size>> images;
  for (const auto& [family, places] : icons.places()) {
    for (const auto& [name, place] : places) {
      const auto [image, is_new] = images.try_emplace(place.image);
      std::error_code unknown;
      if (is_new && !std::filesystem::exists(place.image, unknown)) {
        fmt::print(stderr, "{}: error: there is no image {}\n", printable(theme),
                   printable(place.image));
        ++count;
      } else if (is_new) {
        image->second = size_of_png(place.image);
      }
      if (!image->second) continue;
      const auto [width, height] = *image->second;
      const auto right =
          static_cast<std::uint64_t>(place.left) + static_cast<std::uint64_t>(place.width);
      const auto bottom =
          static_cast<std::uint64_t>(place.top) + static_cast<std::uint64_t>(place.height);
      if (right <= width && bottom <= height) continue;
      fmt::print(stderr, "{}: error: the picture of {} lies beyond {}, which is {} x {} pixels\n",
                 printable(theme), name, printable(place.image), width, height);
      ++count;
    }
  }
  return count;
}

std::string among(const std::vector<std::string>& families) {
  if (families.empty()) return {};
  return fmt::format(" ({})", fmt::join(families, ", "));
}

}  // namespace

int check_icons(const std::string& theme, const std::string& families_file,
                const Playbook& playbook, bool is_strict) {
  Families families;
  if (!families_file.empty()) {
    Result<Families> read = read_families_file(families_file);
    print_problems(read.diagnostics);
    if (!read) return exit_problems;
    families = std::move(*read);
  }
  const Result<IconTheme> loaded = load_icon_theme(theme, families);
  print_problems(loaded.diagnostics);
  if (!loaded) return exit_problems;
  const std::size_t errors = tell_of_images(theme, *loaded);

  const std::vector<MissingIcon> missing = missing_icons(playbook, *loaded, families);
  std::size_t needed = 0;
  std::string choosable;
  for (const MissingIcon& icon : missing) {
    if (icon.actions.empty()) {
      choosable.append(choosable.empty() ? "" : ", ").append(icon.name + among(icon.families));
      continue;
    }
    ++needed;
    fmt::print("{}: no icon {}{}, for {}\n", printable(theme), icon.name, among(icon.families),
               fmt::join(icon.actions, ", "));
  }
  if (!choosable.empty()) {
    fmt::print("{}: no icons for what players may choose: {}\n", printable(theme), choosable);
  }
  if (missing.empty()) {
    fmt::print("{}: has an icon for every control that is used or may be chosen\n",
               printable(theme));
  }
  const bool is_warned = !choosable.empty() || !loaded.diagnostics.empty();
  return errors + needed > 0 || (is_strict && is_warned) ? exit_problems : exit_fine;
}
