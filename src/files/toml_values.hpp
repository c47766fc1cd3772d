// Values of a TOML table, with a problem reported where one is not what it should be.
#pragma once

#include <array>
#include <initializer_list>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/binding.hpp>
#include <nextmove/diagnostic.hpp>
#include <nextmove/mute.hpp>
#include <nextmove/time.hpp>

#include "toml.hpp"

namespace nextmove::files {

Place place_of(const toml::source_region& region);
Place place_of(const toml::node& node);
Place place_of(const toml::key& key);

/// One line of a table.
struct TomlEntry {
  const toml::key* key = nullptr;
  const toml::node* node = nullptr;
  toml::source_position begin{};
  std::string_view name() const { return key->str(); }
};

/// The entries of a table in the order of the file; toml++ keeps them by name. Most tables are
/// small, and there are as many as there are actions: those take no memory of their own.
class TomlEntries {
 public:
  TomlEntries() = default;
  explicit TomlEntries(const toml::table& table);

  const TomlEntry* begin() const { return many_.empty() ? few_.data() : many_.data(); }
  const TomlEntry* end() const { return begin() + size_; }
  std::size_t size() const { return size_; }

 private:
  std::size_t size_ = 0;
  std::array<TomlEntry, 8> few_;
  std::vector<TomlEntry> many_;
};

/// Reads values; what is wrong is reported, and a harmless value given back.
class TomlValues {
 public:
  void error(Place place, std::string message);
  void warn(Place place, std::string message);
  void wrong_type(const TomlEntry& entry, std::string_view wanted);
  void unknown_key(const TomlEntry& entry, std::initializer_list<std::string_view> known);
  /// To look for the nearest of many names takes time: no more where nobody is told any more.
  bool seeks_nearest() const;
  /// What is named is not among these: unknown `what` "`name`", and which was probably meant.
  void unknown_name(Place place, std::string_view what, std::string_view name,
                    std::initializer_list<std::string_view> known);

  std::string text(const TomlEntry& entry);
  TomlEntries table(const TomlEntry& entry);
  float number(const TomlEntry& entry, float otherwise);
  bool truth(const TomlEntry& entry);
  int whole_number(const TomlEntry& entry);
  Duration duration(const TomlEntry& entry);
  Duration duration(const TomlEntry& entry, const toml::node& node);
  PlacedControl control(const TomlEntry& entry);
  PlacedControl control(std::string_view name, Place place);
  /// One of them, or a list.
  std::vector<PlacedControl> controls(const TomlEntry& entry);
  /// A list of names; `wanted` says of what.
  std::vector<PlacedName> names(const TomlEntry& entry, std::string_view wanted);

  std::vector<Diagnostic> take_problems() { return std::move(problems_); }

 private:
  std::vector<Diagnostic> problems_;
};

}  // namespace nextmove::files
