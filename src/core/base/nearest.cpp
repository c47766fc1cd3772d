#include <algorithm>
#include <array>
#include <cstddef>
#include <utility>
#include <vector>

#include <nextmove/nearest.hpp>

#include "base/lower.hpp"

namespace nextmove {
namespace {

constexpr std::size_t longest = 64;  // nobody mistypes a name of this length

// The optimal string alignment distance (edits and swaps of neighbours), by rows; or `limit`, where
// it is not less. Both are at most `longest`.
int distance(std::string_view a, std::string_view b, int limit) {
  const std::size_t width = b.size() + 1;
  std::array<std::array<int, longest + 1>, 3> rows{};
  int* before = rows[0].data();
  int* above = rows[1].data();
  int* row = rows[2].data();
  for (std::size_t j = 0; j < width; ++j) row[j] = static_cast<int>(j);
  for (std::size_t i = 1; i <= a.size(); ++i) {
    std::swap(before, above);
    std::swap(above, row);
    row[0] = static_cast<int>(i);
    int least = row[0];
    for (std::size_t j = 1; j < width; ++j) {
      row[j] = std::min(std::min(above[j], row[j - 1]) + 1,
                        above[j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1));
      const bool swapped = i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1];
      if (swapped) row[j] = std::min(row[j], before[j - 2] + 1);
      least = std::min(least, row[j]);
    }
    // No row to come has less. A swap goes by the row above, which has one less at most, and costs
    // one.
    if (least >= limit) return limit;
  }
  return std::min(row[width - 1], limit);
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
  if (word.empty() || word.size() > longest) return {};
  const std::string plain_word = core::lower(word);
  const int most_edits = static_cast<int>(std::max<std::size_t>(1, word.size() / 3));
  int best = most_edits + 1;
  std::string_view nearest;
  const std::vector<std::string> words = words_of(word);
  for (const std::string_view name : names) {
    if (name.size() > longest) continue;
    if (words.size() > 1 && name.size() == word.size() && words_of(name) == words) return name;
    const int edits = distance(plain_word, core::lower(name), best);
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
