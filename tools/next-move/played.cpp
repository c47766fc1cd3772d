#include "played.hpp"

#include <nextmove/files.hpp>

#include "input.hpp"
#include "output.hpp"
#include "profiles.hpp"

using namespace nextmove;

std::optional<Played> find_played_or_tell(const std::string& playbook, const PromptWish& wish) {
  const Result<Playbook> loaded = read_playbook_file(playbook);
  print_problems(loaded.diagnostics);
  if (!loaded) return std::nullopt;
  const auto labels = find_labels_or_tell(wish.labels);
  const auto scheme = find_scheme_or_tell(*loaded, wish.scheme);
  const auto profile = wish.profile.empty() ? Profile{} : read_profile_or_tell(wish.profile, false);
  if (!labels || !scheme || !profile) return std::nullopt;
  const std::size_t misfits = print_misfits(*profile, *loaded, *scheme);
  return Played{*loaded, remapped(*loaded, *profile, *scheme), *scheme, *labels, misfits};
}
