#include "labels.hpp"

#include <fmt/core.h>
#include <vector>

#include <nextmove/files.hpp>
#include <nextmove/xkb.hpp>

#include "input.hpp"
#include "output.hpp"

using namespace nextmove;

namespace {

bool tell_unknown(std::string_view what, const std::string& name,
                  const std::vector<std::string_view>& known) {
  std::string hint = did_you_mean(name, known);
  if (hint.empty()) {
    for (const std::string_view it : known)
      hint.append(hint.empty() ? "; known: " : ", ").append(it);
  }
  fmt::print(stderr, "next-move: unknown {} \"{}\"{}\n", what, printable(name), hint);
  return false;
}

bool find_language_or_tell(const std::string& code, Labels& labels) {
  if (code.empty()) return true;
  const auto language = find_language(code);
  if (!language) return tell_unknown("language", code, {"en", "de", "fr", "es", "ja"});
  labels.wording = Wording{*language};
  return true;
}

bool find_layout_or_tell(const std::string& layout, Labels& labels) {
  if (layout.empty()) return true;
  Result<KeyLabels> keys = xkb::key_labels(layout);
  print_problems(keys.diagnostics);
  if (keys) labels.keys = std::move(*keys);
  return static_cast<bool>(keys);
}

bool find_family_or_tell(const LabelWish& wish, Labels& labels) {
  Families families;
  if (!wish.families.empty()) {
    Result<Families> loaded = read_families_file(wish.families);
    print_problems(loaded.diagnostics);
    if (!loaded) return false;
    families = std::move(*loaded);
  }
  if (wish.family.empty()) return true;
  const Family* family = families.find(wish.family);
  if (family == nullptr) {
    std::vector<std::string_view> names;
    for (const Family& it : families.all()) names.push_back(it.name);
    return tell_unknown("family", wish.family, names);
  }
  labels.family = *family;
  return true;
}

}  // namespace

std::optional<Labels> find_labels_or_tell(const LabelWish& wish) {
  Labels labels;
  const bool is_fine = find_language_or_tell(wish.language, labels) &&
                       find_layout_or_tell(wish.layout, labels) &&
                       find_family_or_tell(wish, labels);
  return is_fine ? std::optional{std::move(labels)} : std::nullopt;
}
