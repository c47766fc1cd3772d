// Wording: the words by which controls and gestures are called in one language.
#pragma once

#include <cstdint>
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/standard.hpp>

namespace nextmove {

/// The languages that come along.
enum class Language : std::uint8_t { english, german, french, spanish, japanese };

/// "en", "de", "fr", "es" or "ja".
std::string_view to_string(Language language);
std::optional<Language> find_language(std::string_view code);

/// A table from keys to words. Most keys are names of controls ("Enter", "PadSouth"); the others
/// are what can be said with one: "hold" is "hold {}", where {} stands for the control, and "taps"
/// has # for how often. A game in another language starts from the nearest and sets its own.
class Wording {
 public:
  Wording(Language language = Language::english) : language_(language) {}  // NOLINT: implicit

  /// The word, or an empty text for a key that has none. Valid until the next set.
  std::string_view find(std::string_view key) const;

  /// Says it in another way from here on. Any key will do.
  void set(std::string_view key, std::string words);

  Language language() const { return language_; }
  friend bool operator==(const Wording&, const Wording&) = default;

 private:
  Language language_;
  std::map<std::string, std::string, std::less<>> own_;
};

/// All keys that come along, in the order of the table: for translators. Lives for ever.
const std::vector<std::string_view>& wording_keys();

}  // namespace nextmove
