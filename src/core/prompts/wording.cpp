#include <algorithm>
#include <array>
#include <utility>

#include <nextmove/wording.hpp>

#include "base/names.hpp"

namespace nextmove {
namespace {

constexpr std::array<std::string_view, 5> codes = {"en", "de", "fr", "es", "ja"};

struct Word {
  std::string_view key;
  std::array<std::string_view, codes.size()> in;  // by language
};

constexpr std::array words = {
#define NEXTMOVE_WORD(key, en, de, fr, es, ja) Word{key, {en, de, fr, es, ja}},
#include "prompts/words.inc"
#undef NEXTMOVE_WORD
};

}  // namespace

std::string_view to_string(Language language) {
  return codes[static_cast<std::size_t>(language)];
}

std::optional<Language> find_language(std::string_view code) {
  return core::find_name<Language>(codes, code);
}

std::string_view Wording::find(std::string_view key) const {
  if (const auto own = own_.find(key); own != own_.end()) return own->second;
  const auto* const found =
      std::find_if(words.begin(), words.end(), [&](const Word& word) { return word.key == key; });
  return found == words.end() ? std::string_view{} : found->in[static_cast<std::size_t>(language_)];
}

void Wording::set(std::string_view key, std::string text) {
  own_.insert_or_assign(std::string{key}, std::move(text));
}

const std::vector<std::string_view>& wording_keys() {
  static const std::vector<std::string_view> keys = [] {
    std::vector<std::string_view> list;
    list.reserve(words.size());
    for (const Word& word : words) list.push_back(word.key);
    return list;
  }();
  return keys;
}

}  // namespace nextmove
