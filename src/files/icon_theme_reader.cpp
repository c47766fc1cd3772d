// From TOML to icon themes.
#include <algorithm>
#include <array>
#include <filesystem>
#include <fmt/format.h>
#include <map>
#include <tuple>

#include <nextmove/icon_theme_file.hpp>
#include <nextmove/nearest.hpp>

#include "text_file.hpp"
#include "toml_document.hpp"
#include "toml_values.hpp"

namespace nextmove {
namespace {

using files::place_of;
using Entry = files::TomlEntry;

constexpr std::int64_t theme_format = 1;
constexpr std::int64_t largest_picture = 1'000'000;  // pixels

// What prompts name besides controls; see icon_name.
constexpr std::array<std::string_view, 12> more_names = {
    "Key",        "Arrows",    "PadCross", "TouchButton", "TouchTap",  "TouchStick",
    "TouchPinch", "TouchTurn", "SwipeUp",  "SwipeDown",   "SwipeLeft", "SwipeRight"};

/// A grid of cells of one size.
struct Grid {
  int width = 0;
  int height = 0;
  int columns = 0;
  int rows = 0;  // 0: as many as there are
};

class ThemeReader {
 public:
  ThemeReader(const std::string& file, const Families& known)
      : folder_(std::filesystem::path{file}.parent_path()), known_(known) {}

  void read(const toml::table& file) {
    bool has_format = false;
    for (const Entry& entry : files::TomlEntries{file}) {
      if (entry.name() == "format") {
        has_format = true;
        const auto* number = entry.node->as_integer();
        if (number == nullptr || number->get() != theme_format) values_.wrong_type(entry, "1");
      } else if (entry.name() == "families") {
        for (const Entry& family : values_.table(entry)) {
          check_family(family);
          for (const Entry& way : values_.table(family)) {
            if (!read_way(std::string{family.name()}, way)) {
              values_.unknown_key(way, {"pictures", "atlas", "sheet"});
            }
          }
        }
      } else if (!read_way({}, entry)) {
        values_.unknown_key(entry, {"format", "pictures", "atlas", "sheet", "families"});
      }
    }
    if (!has_format) values_.error({1, 1}, "the file begins with format = 1");
  }

  Result<IconTheme> result() {
    Result<IconTheme> result;
    result.diagnostics = values_.take_problems();
    if (!has_errors(result.diagnostics)) result.value = std::move(theme_);
    return result;
  }

 private:
  void check_family(const Entry& family) {
    if (known_.find(family.name()) != nullptr) return;
    std::vector<std::string_view> names;
    for (const Family& it : known_.all()) names.push_back(it.name);
    values_.warn(place_of(*family.key), fmt::format("no family \"{}\" is known{}", family.name(),
                                                    did_you_mean(family.name(), names)));
  }

  bool read_way(const std::string& family, const Entry& entry) {
    if (entry.name() == "pictures") {
      for (const Entry& icon : values_.table(entry)) {
        if (is_icon(icon)) theme_.add(family, std::string{icon.name()}, {path_of(icon)});
      }
    } else if (entry.name() == "atlas") {
      read_atlas(family, entry);
    } else if (entry.name() == "sheet") {
      read_sheet(family, entry);
    } else {
      return false;
    }
    return true;
  }

  void read_atlas(const std::string& family, const Entry& atlas) {
    std::string image;
    files::TomlEntries icons;
    for (const Entry& entry : values_.table(atlas)) {
      if (entry.name() == "image") {
        image = path_of(entry);
      } else if (entry.name() == "icons") {
        icons = values_.table(entry);
      } else {
        values_.unknown_key(entry, {"image", "icons"});
      }
    }
    if (image.empty()) values_.error(place_of(*atlas.key), "an atlas needs an image");
    for (const Entry& icon : icons) {
      const std::vector<int> box = numbers(icon, 4);
      const bool has_size = box.size() == 4 && box[2] > 0 && box[3] > 0;
      if (!has_size) values_.wrong_type(icon, "left, top, width and height in pixels");
      if (!is_icon(icon) || !has_size) continue;
      add(family, icon, {image, box[0], box[1], box[2], box[3]});
    }
  }

  void read_sheet(const std::string& family, const Entry& sheet) {
    std::string image;
    Grid grid;
    files::TomlEntries icons;
    for (const Entry& entry : values_.table(sheet)) {
      if (entry.name() == "image") {
        image = path_of(entry);
      } else if (entry.name() == "cell") {
        const std::vector<int> cell = numbers(entry, 2);
        if (cell.size() == 2) {
          grid.width = cell[0];
          grid.height = cell[1];
        }
        if (grid.width <= 0 || grid.height <= 0)
          values_.wrong_type(entry, "width and height of a cell in pixels");
      } else if (entry.name() == "columns") {
        grid.columns = values_.whole_number(entry);
      } else if (entry.name() == "rows") {
        grid.rows = values_.whole_number(entry);
        if (grid.rows <= 0) values_.wrong_type(entry, "how many rows of cells there are");
      } else if (entry.name() == "icons") {
        icons = values_.table(entry);
      } else {
        values_.unknown_key(entry, {"image", "cell", "columns", "rows", "icons"});
      }
    }
    const bool is_whole = !image.empty() && grid.width > 0 && grid.height > 0 && grid.columns > 0;
    if (!is_whole) {
      values_.error(place_of(*sheet.key),
                    "a sheet needs an image, cell = [width, height] and columns");
    }
    for (const Entry& icon : icons) {
      const int cell = values_.whole_number(icon);
      if (cell < 0) values_.wrong_type(icon, "the number of a cell, from 0");
      if (!is_icon(icon) || cell < 0 || !is_whole) continue;
      const std::int64_t x = std::int64_t{cell % grid.columns} * grid.width;
      const std::int64_t y = std::int64_t{cell / grid.columns} * grid.height;
      if (x > largest_picture || y > largest_picture) {
        values_.error(place_of(*icon.node),
                      fmt::format("cell {} would lie at {}, {}, and no picture is larger than {} "
                                  "pixels",
                                  cell, x, y, largest_picture));
        continue;
      }
      if (grid.rows > 0 && cell / grid.columns >= grid.rows) {
        values_.error(
            place_of(*icon.node),
            fmt::format("there is no cell {}; {} columns and {} rows have 0 to {}", cell,
                        grid.columns, grid.rows, std::int64_t{grid.columns} * grid.rows - 1));
        continue;
      }
      add(family, icon, {image, static_cast<int>(x), static_cast<int>(y), grid.width, grid.height});
    }
  }

  // Of two controls with one picture one is probably mistaken; not so of left and right Shift.
  void add(const std::string& family, const Entry& icon, IconPlace place) {
    const std::string name{icon.name()};
    const auto [first, is_new] =
        firsts_.emplace(std::tuple{family, place.image, place.left, place.top}, name);
    if (!is_new && without_side(first->second) != without_side(name)) {
      values_.warn(place_of(*icon.key),
                   fmt::format("{} and {} have the same picture", first->second, name));
    }
    theme_.add(family, name, std::move(place));
  }

  static std::string_view without_side(std::string_view name) {
    for (const std::string_view held : {"Shift", "Control", "Alt", "Meta"}) {
      if (name.substr(0, held.size()) == held) return held;
    }
    return name;
  }

  std::string path_of(const Entry& entry) {
    const std::string path = values_.text(entry);
    return path.empty() ? path : (folder_ / path).string();
  }

  // All of them 0 or more; nothing where there are others, or another count.
  static std::vector<int> numbers(const Entry& entry, std::size_t count) {
    std::vector<int> read;
    const toml::array* list = entry.node->as_array();
    if (list == nullptr || list->size() != count) return {};
    for (const toml::node& node : *list) {
      const auto* number = node.as_integer();
      if (number == nullptr || number->get() < 0 || number->get() > largest_picture) return {};
      read.push_back(static_cast<int>(number->get()));
    }
    return read;
  }

  bool is_icon(const Entry& entry) {
    const std::string_view name = entry.name();
    const bool is_more = std::find(more_names.begin(), more_names.end(), name) != more_names.end();
    if (is_more || find_control(name)) return true;
    std::vector<std::string_view> names;
    if (values_.seeks_nearest()) {
      names.assign(more_names.begin(), more_names.end());
      for (const ControlInfo& control : all_controls()) names.push_back(control.name);
    }
    values_.error(place_of(*entry.key),
                  fmt::format("unknown icon \"{}\"{}", name, did_you_mean(name, names)));
    return false;
  }

  std::filesystem::path folder_;
  const Families& known_;
  std::map<std::tuple<std::string, std::string, int, int>, std::string> firsts_;  // of a place
  IconTheme theme_;
  files::TomlValues values_;
};

}  // namespace

Result<IconTheme> parse_icon_theme(std::string_view text, const std::string& file,
                                   const Families& known) {
  Result<toml::table> parsed = files::parse_toml(text, files::mebibyte);
  Result<IconTheme> result;
  if (parsed) {
    ThemeReader reader{file, known};
    reader.read(*parsed);
    result = reader.result();
  } else {
    result.diagnostics = std::move(parsed.diagnostics);
  }
  files::arrange(result.diagnostics, file, text);
  return result;
}

Result<IconTheme> load_icon_theme(const std::string& path, const Families& known) {
  const Result<std::string> text = files::read_text_file(path, files::mebibyte);
  if (!text) return {std::nullopt, text.diagnostics};
  return parse_icon_theme(*text, path, known);
}

}  // namespace nextmove
