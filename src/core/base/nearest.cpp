#include <algorithm>
#include <cstddef>
#include <vector>

#include <nextmove/nearest.hpp>

#include "base/lower.hpp"

namespace nextmove {
namespace {

// The optimal string alignment distance (edits and swaps of neighbours), by rows.
int distance(std::string_view a, std::string_view b) {
  const std::size_t width = b.size() + 1;
  std::vector<int> before(width);
  std::vector<int> above(width);
  std::vector<int> row(width);
  for (std::size_t j = 0; j < width; ++j) row[j] = static_cast<int>(j);
  for (std::size_t i = 1; i <= a.size(); ++i) {
    before.swap(above);
    above.swap(row);
    row[0] = static_cast<int>(i);
    for (std::size_t j = 1; j < width; ++j) {
      row[j] =
          std::min({above[j] + 1, row[j - 1] + 1, above[j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1)});
      const bool swapped = i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1];
      if (swapped) row[j] = std::min(row[j], before[j - 2] + 1);
    }
  }
  return row[b.size()];
}

// The words of "ArrowRight" or "arrow_right", whatever their order.
std::vector<std::string> words_of(std::string_view name) {
  std::vector<std::string> words;
  bool begins = true;
  for (const char c : name) {
    const bool is_capital = c >= 'A' && c <= 'Z';
    if (c == '_') {
      begins = true;
      continue;
    }
    if (begins || is_capital) words.emplace_back();
    words.back() += core::lower(std::string_view{&c, 1});
    begins = false;
  }
  std::sort(words.begin(), words.end());
  return words;
}

}  // namespace

std::string_view nearest_name(std::string_view word, std::span<const std::string_view> names) {
  constexpr std::size_t longest = 64;  // nobody mistypes a name of this length
  if (word.empty() || word.size() > longest) return {};
  const std::string plain_word = core::lower(word);
  const int most_edits = static_cast<int>(std::max<std::size_t>(1, word.size() / 3));
  int best = most_edits + 1;
  std::string_view nearest;
  const std::vector<std::string> words = words_of(word);
  for (const std::string_view name : names) {
    if (name.size() > longest) continue;
    if (words.size() > 1 && name.size() == word.size() && words_of(name) == words) return name;
    const int edits = distance(plain_word, core::lower(name));
    if (edits < best) {
      best = edits;
      nearest = name;
    }
  }
  return nearest;
}

std::string did_you_mean(std::string_view word, std::span<const std::string_view> names) {
  const std::string_view nearest = nearest_name(word, names);
  return nearest.empty() ? std::string{} : "; did you mean \"" + std::string{nearest} + "\"?";
}

}  // namespace nextmove
