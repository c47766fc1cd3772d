// From TOML to a profile. What an entry means for a playbook is found out by the core; here an
// entry is readable or it is kept as it stands.
#include <algorithm>
#include <fmt/format.h>
#include <string>
#include <vector>

#include <nextmove/profile_file.hpp>

#include "profile_keys.hpp"
#include "text_file.hpp"
#include "toml_document.hpp"
#include "toml_values.hpp"

namespace nextmove {
namespace {

using files::place_of;
using Entry = files::TomlEntry;

constexpr std::size_t most_entries = 10'000;
constexpr std::size_t most_in_a_list = 64;
constexpr std::size_t longest_name = 200;
constexpr std::int64_t profile_format = 1;

// One entry as a file of its own, to be read again by a library that knows more.
std::string as_toml(std::string_view key, const toml::node& node) {
  toml::table file;
  file.insert_or_assign(key, node);
  const std::string table = files::as_text(file);
  return table.substr(2, table.size() - 4);  // without its braces
}

std::string as_toml_in_list(std::string_view key, const toml::node& node) {
  toml::array list;
  list.push_back(node);
  return as_toml(key, list);
}

/// Reads one entry of a list; what is wrong with it is told to the values.
class EntryReader {
 public:
  explicit EntryReader(files::TomlValues& values) : values_(values) {}

  Remap remap(const toml::table& table) {
    Remap remap;
    remap.place = place_of(table);
    bool has_device = false;
    for (const Entry& entry : files::TomlEntries{table}) {
      if (entry.name() == "action") {
        remap.action = name(entry);
      } else if (entry.name() == "direction") {
        read_enum(entry, find_action_part, remap.part);
      } else if (entry.name() == "context") {
        remap.context = name(entry);
      } else if (entry.name() == "device") {
        has_device = true;
        read_enum(entry, find_device_kind, remap.device);
      } else if (entry.name() == "schemes") {
        for (const PlacedName& scheme : values_.names(entry, "scheme")) {
          remap.schemes.push_back(scheme.name);
        }
      } else if (entry.name() == "controls") {
        remap.controls = combinations(entry);
      } else if (entry.name() == "beside") {
        for (const PlacedName& action : values_.names(entry, "action")) {
          remap.beside.push_back(action.name);
        }
      } else {
        values_.unknown_key(
            entry, {"action", "direction", "context", "device", "schemes", "controls", "beside"});
      }
    }
    if (remap.action.empty()) values_.error(remap.place, "a remap needs an action");
    if (!has_device) values_.error(remap.place, "a remap needs a device, like \"keyboard\"");
    if (table.get("controls") == nullptr) {
      values_.error(remap.place, "a remap needs controls; [] takes them all away");
    }
    if (std::max({remap.schemes.size(), remap.controls.size(), remap.beside.size()}) >
        most_in_a_list) {
      values_.error(remap.place, "this list is too long");
    }
    return remap;
  }

  Tuning tuning(const toml::table& table) {
    Tuning tuning;
    tuning.place = place_of(table);
    for (const Entry& entry : files::TomlEntries{table}) {
      if (entry.name() == "action") {
        tuning.action = name(entry);
      } else if (entry.name() == "device") {
        DeviceKind kind = DeviceKind::keyboard;
        read_enum(entry, find_device_kind, kind);
        tuning.device = kind;
      } else if (auto* number = field_of(files::tuning_numbers, entry.name(), tuning)) {
        *number = values_.number(entry, 1);
      } else if (auto* truth = field_of(files::tuning_switches, entry.name(), tuning)) {
        *truth = values_.truth(entry);
      } else {
        values_.unknown_key(
            entry, {"action", "device", "sensitivity", "dead_zone", "outer_dead_zone", "invert_x",
                    "invert_y", "toggle", "hold_time", "tap_time", "repeat_delay", "repeat_rate"});
      }
    }
    return tuning;
  }

 private:
  template <class Fields, class Value = typename Fields::value_type::second_type>
  static auto field_of(const Fields& fields, std::string_view key, Tuning& tuning)
      -> decltype(&(tuning.*std::declval<Value>())) {
    for (const auto& [name, field] : fields) {
      if (name == key) return &(tuning.*field);
    }
    return nullptr;
  }

  std::string name(const Entry& entry) {
    std::string name = values_.text(entry);
    if (name.size() > longest_name) values_.error(place_of(*entry.node), "this name is too long");
    return name;
  }

  template <class Find, class Value>
  void read_enum(const Entry& entry, Find find, Value& value) {
    const std::string name = values_.text(entry);
    if (const auto found = find(name)) {
      value = *found;
    } else {
      values_.error(place_of(*entry.node), fmt::format("unknown {} \"{}\"", entry.name(), name));
    }
  }

  std::vector<Combination> combinations(const Entry& entry) {
    std::vector<Combination> read;
    for (const PlacedName& text : values_.names(entry, "control")) {
      if (auto combination = find_combination(text.name)) {
        read.push_back(std::move(*combination));
      } else {
        values_.error(text.place, fmt::format("unknown control \"{}\"{}", text.name,
                                              advice_on_control(text.name)));
      }
    }
    return read;
  }

  files::TomlValues& values_;
};

class ProfileReader {
 public:
  void read(const toml::table& root) {
    for (const Entry& entry : files::TomlEntries{root}) {
      if (entry.name() == "format") continue;
      if (entry.name() == "unread") {
        read_unread(entry);
      } else {
        read_entry(entry);
      }
    }
  }

  Result<Profile> result(std::string_view name, std::string_view text) {
    for (Diagnostic& problem : problems_) problem.severity = Severity::warning;
    files::arrange(problems_, name, text);
    profile_.file = name;
    return {std::move(profile_), std::move(problems_)};
  }

 private:
  void read_entry(const Entry& entry) {
    files::TomlValues values;
    if (entry.name() == "swap_sticks") {
      profile_.swaps_sticks = values.truth(entry);
    } else if (entry.name() == "remaps" && entry.node->is_array()) {
      return read_list(entry, [](EntryReader& reader, const toml::table& table, Profile& profile) {
        profile.remaps.push_back(reader.remap(table));
      });
    } else if (entry.name() == "tunings" && entry.node->is_array()) {
      return read_list(entry, [](EntryReader& reader, const toml::table& table, Profile& profile) {
        profile.tunings.push_back(reader.tuning(table));
      });
    } else {
      values.unknown_key(entry, {"format", "swap_sticks", "remaps", "tunings", "unread"});
    }
    if (!take(values)) profile_.unread.push_back(as_toml(entry.name(), *entry.node));
  }

  template <class Read>
  void read_list(const Entry& entry, Read read) {
    for (const toml::node& node : *entry.node->as_array()) {
      files::TomlValues values;
      EntryReader reader{values};
      Profile read_here;
      if (const auto* table = node.as_table()) {
        read(reader, *table, read_here);
      } else {
        values.error(place_of(node),
                     fmt::format("an entry of {} is a table in braces", entry.name()));
      }
      if (take(values)) {
        append(read_here.remaps, profile_.remaps);
        append(read_here.tunings, profile_.tunings);
      } else {
        profile_.unread.push_back(as_toml_in_list(entry.name(), node));
      }
    }
  }

  template <class List>
  static void append(const List& from, List& to) {
    to.insert(to.end(), from.begin(), from.end());
  }

  // What an older library could not read this one may.
  void read_unread(const Entry& entry) {
    const auto* list = entry.node->as_array();
    if (list == nullptr) return keep(as_toml(entry.name(), *entry.node), place_of(*entry.node));
    for (const toml::node& node : *list) {
      if (!node.is_string()) {
        keep(as_toml_in_list(entry.name(), node), place_of(node));
        continue;
      }
      const std::string text = node.value_or(std::string{});
      const Result<toml::table> parsed = files::parse_toml(text, files::mebibyte);
      const toml::table* table = parsed ? &*parsed : nullptr;
      if (table == nullptr || table->contains("unread")) {
        keep(text, place_of(node));
        continue;
      }
      ProfileReader again;
      again.read(*table);
      for (Diagnostic& problem : again.problems_) {
        problem.place = place_of(node);
        problems_.push_back(std::move(problem));
      }
      append(again.profile_.remaps, profile_.remaps);
      append(again.profile_.tunings, profile_.tunings);
      append(again.profile_.unread, profile_.unread);
      profile_.swaps_sticks = profile_.swaps_sticks || again.profile_.swaps_sticks;
    }
  }

  void keep(std::string text, Place place) {
    problems_.push_back({Severity::warning,
                         {},
                         place,
                         "this is nothing that can be read, and is kept as it stands",
                         {}});
    profile_.unread.push_back(std::move(text));
  }

  // Whether there was no problem.
  bool take(files::TomlValues& values) {
    std::vector<Diagnostic> problems = values.take_problems();
    append(problems, problems_);
    return problems.empty();
  }

  Profile profile_;
  std::vector<Diagnostic> problems_;
};

std::size_t entries_in(const toml::table& root) {
  std::size_t count = root.size();
  for (const auto& [key, node] : root) {
    if (const auto* list = node.as_array()) count += list->size();
  }
  return count;
}

}  // namespace

Result<Profile> parse_profile(std::string_view text, std::string_view name) {
  const auto failure = [&](Place place, std::string message) {
    std::vector<Diagnostic> problems = {{Severity::error, {}, place, std::move(message), {}}};
    files::arrange(problems, name, text);
    return Result<Profile>{std::nullopt, std::move(problems)};
  };
  Result<toml::table> parsed = files::parse_toml(text, files::mebibyte);
  if (!parsed) return failure(parsed.diagnostics[0].place, parsed.diagnostics[0].message);
  const toml::table& root = *parsed;
  const toml::node* version = root.get("format");
  if (version == nullptr) return failure({1, 1}, "a profile begins with format = 1");
  if (!version->is_integer() || version->value<std::int64_t>() != profile_format) {
    return failure(place_of(*version), "this library reads profiles of format = 1");
  }
  if (entries_in(root) > most_entries) {
    return failure({1, 1}, fmt::format("a profile has at most {} entries", most_entries));
  }
  ProfileReader reader;
  reader.read(root);
  return reader.result(name, text);
}

}  // namespace nextmove
