#include "remap/news.hpp"

#include <algorithm>
#include <utility>

#include <nextmove/draft.hpp>

namespace nextmove::core {
namespace {

bool is_among(const std::vector<Diagnostic>& told, const Diagnostic& news) {
  return std::any_of(told.begin(), told.end(), [&](const Diagnostic& it) {
    return it.message == news.message && it.place.line == news.place.line && it.file == news.file;
  });
}

}  // namespace

std::vector<Diagnostic> news_of(const Profile& profile, const Playbook& playbook, SchemeId scheme) {
  std::vector<Diagnostic> news = misfits(profile, playbook);
  if (profile.remaps.empty()) return news;  // what clashes then is the playbook's
  for (Diagnostic& it : unwanted_clashes(Draft{playbook, profile, scheme})) {
    news.push_back(std::move(it));
  }
  return news;
}

void add_news(std::vector<Diagnostic>& told, std::vector<Diagnostic> news,
              const std::vector<Diagnostic>& known) {
  for (Diagnostic& it : news) {
    if (!is_among(known, it) && !is_among(told, it)) told.push_back(std::move(it));
  }
}

}  // namespace nextmove::core
