#include "toml_values.hpp"

#include <algorithm>
#include <fmt/format.h>

#include <nextmove/nearest.hpp>

#include "duration.hpp"
#include "text_file.hpp"

namespace nextmove::files {

Place place_of(const toml::source_region& region) {
  const bool one_line = region.end.line == region.begin.line;
  const int length =
      one_line ? static_cast<int>(region.end.column) - static_cast<int>(region.begin.column) : 1;
  return {static_cast<int>(region.begin.line), static_cast<int>(region.begin.column),
          std::max(1, length)};
}

Place place_of(const toml::node& node) {
  return place_of(node.source());
}
Place place_of(const toml::key& key) {
  return place_of(key.source());
}

TomlEntries::TomlEntries(const toml::table& table) : size_(table.size()) {
  if (size_ > few_.size()) many_.resize(size_);
  TomlEntry* const first = many_.empty() ? few_.data() : many_.data();
  TomlEntry* next = first;
  for (const auto& [key, node] : table) *next++ = {&key, &node, key.source().begin};
  std::sort(first, next, [](const TomlEntry& a, const TomlEntry& b) { return a.begin < b.begin; });
}

namespace {

// "a, b or c". (fmt::join makes g++ 12 warn by mistake here.)
std::string listed(const std::vector<std::string_view>& names, std::string_view before_last) {
  std::string list;
  for (std::size_t i = 0; i < names.size(); ++i) {
    if (i > 0) list += i + 1 < names.size() ? ", " : before_last;
    list += names[i];
  }
  return list;
}

}  // namespace

void TomlValues::error(Place place, std::string message) {
  problems_.push_back({Severity::error, {}, place, std::move(message), {}});
}

void TomlValues::warn(Place place, std::string message) {
  problems_.push_back({Severity::warning, {}, place, std::move(message), {}});
}

void TomlValues::wrong_type(const TomlEntry& entry, std::string_view wanted) {
  error(place_of(*entry.node), fmt::format("{} must be {}", entry.name(), wanted));
}

void TomlValues::unknown_key(const TomlEntry& entry,
                             std::initializer_list<std::string_view> known) {
  const std::vector<std::string_view> names{known};
  std::string hint = did_you_mean(entry.name(), names);
  if (hint.empty()) hint = "; known here: " + listed(names, ", ");
  error(place_of(*entry.key), fmt::format("unknown key \"{}\"{}", entry.name(), hint));
}

bool TomlValues::seeks_nearest() const {
  return problems_.size() < most_told;
}

void TomlValues::unknown_name(Place place, std::string_view what, std::string_view name,
                              std::initializer_list<std::string_view> known) {
  const std::vector<std::string_view> names{known};
  std::string hint = did_you_mean(name, names);
  if (hint.empty()) {
    hint = "; it is " + listed(names, " or ");
  }
  error(place, fmt::format("unknown {} \"{}\"{}", what, name, hint));
}

std::string TomlValues::text(const TomlEntry& entry) {
  if (const auto* value = entry.node->as_string()) return value->get();
  wrong_type(entry, "a text in quotes");
  return {};
}

TomlEntries TomlValues::table(const TomlEntry& entry) {
  if (const auto* value = entry.node->as_table()) return TomlEntries{*value};
  wrong_type(entry, "a table");
  return {};
}

float TomlValues::number(const TomlEntry& entry, float otherwise) {
  if (const auto value = entry.node->value<double>()) return static_cast<float>(*value);
  wrong_type(entry, "a number");
  return otherwise;
}

bool TomlValues::truth(const TomlEntry& entry) {
  if (const auto* value = entry.node->as_boolean()) return value->get();
  wrong_type(entry, "true or false");
  return false;
}

int TomlValues::whole_number(const TomlEntry& entry) {
  constexpr std::int64_t largest = 1'000'000;
  const auto* value = entry.node->as_integer();
  if (value != nullptr && value->get() >= -largest && value->get() <= largest) {
    return static_cast<int>(value->get());
  }
  wrong_type(entry, "a whole number between -1000000 and 1000000");
  return 0;
}

Duration TomlValues::duration(const TomlEntry& entry) {
  return duration(entry, *entry.node);
}

Duration TomlValues::duration(const TomlEntry& entry, const toml::node& node) {
  if (const auto* value = node.as_string()) {
    if (const auto duration = parse_duration(value->get())) return *duration;
  }
  error(place_of(node), fmt::format("{} must be a time like \"800ms\" or \"1.5s\"", entry.name()));
  return std::chrono::seconds{1};  // which fits everywhere, so that nothing more is said of it
}

PlacedControl TomlValues::control(const TomlEntry& entry) {
  if (const auto* name = entry.node->as_string())
    return control(name->get(), place_of(*entry.node));
  wrong_type(entry, "a control's name in quotes");
  return {};
}

PlacedControl TomlValues::control(std::string_view name, Place place) {
  if (auto found = find_placed_control(name)) {
    found->place = place;
    return std::move(*found);
  }
  const std::string advice = seeks_nearest() ? advice_on_control(name) : "";
  error(place, fmt::format("unknown control \"{}\"{}", name, advice));
  return {Control::none, place};
}

std::vector<PlacedControl> TomlValues::controls(const TomlEntry& entry) {
  std::vector<PlacedControl> controls;
  const auto add = [&](const toml::node& node) {
    if (const auto* name = node.as_string()) {
      controls.push_back(control(name->get(), place_of(node)));
    } else {
      error(place_of(node), "a control's name in quotes is wanted here");
    }
  };
  if (const auto* list = entry.node->as_array()) {
    for (const toml::node& node : *list) add(node);
  } else {
    add(*entry.node);
  }
  return controls;
}

std::vector<PlacedName> TomlValues::names(const TomlEntry& entry, std::string_view wanted) {
  std::vector<PlacedName> names;
  const auto* list = entry.node->as_array();
  if (list == nullptr) {
    wrong_type(entry, "a list of " + std::string{wanted} + " names");
    return names;
  }
  for (const toml::node& node : *list) {
    if (const auto* name = node.as_string()) {
      names.emplace_back(name->get(), place_of(node));
    } else {
      const bool has_vowel = std::string_view{"aeiou"}.find(wanted.front()) != std::string::npos;
      error(place_of(node),
            (has_vowel ? "an " : "a ") + std::string{wanted} + "'s name in quotes is wanted here");
    }
  }
  return names;
}

}  // namespace nextmove::files
