#include <algorithm>
#include <vector>

#include <nextmove/nearest.hpp>

namespace nextmove {
namespace {

constexpr int edit = 2;  // costs are counted in halves, so that a wrong case can cost half an edit

char lower(char c) { return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c; }

int change_cost(char a, char b) {
  if (a == b) return 0;
  return lower(a) == lower(b) ? 1 : edit;
}

// The optimal string alignment distance (edits and swaps of neighbours), by rows.
int distance(std::string_view a, std::string_view b) {
  const std::size_t width = b.size() + 1;
  std::vector<int> before(width);
  std::vector<int> above(width);
  std::vector<int> row(width);
  for (std::size_t j = 0; j < width; ++j) row[j] = static_cast<int>(j) * edit;
  for (std::size_t i = 1; i <= a.size(); ++i) {
    before.swap(above);
    above.swap(row);
    row[0] = static_cast<int>(i) * edit;
    for (std::size_t j = 1; j < width; ++j) {
      row[j] = std::min({above[j] + edit, row[j - 1] + edit,
                         above[j - 1] + change_cost(a[i - 1], b[j - 1])});
      const bool swapped = i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1];
      if (swapped) row[j] = std::min(row[j], before[j - 2] + edit);
    }
  }
  return row[b.size()];
}

}  // namespace

std::string_view nearest_name(std::string_view word, std::span<const std::string_view> names) {
  constexpr std::size_t longest = 64;  // nobody mistypes a name of this length
  if (word.empty() || word.size() > longest) return {};
  const int slips = static_cast<int>(std::max<std::size_t>(1, word.size() / 3)) * edit;
  int best = slips + 1;
  std::string_view nearest;
  for (const std::string_view name : names) {
    const int d = name.size() > longest ? best : distance(word, name);
    if (d < best) {
      best = d;
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
