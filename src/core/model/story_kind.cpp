#include <array>
#include <cstddef>

#include <nextmove/story_kind.hpp>

namespace nextmove {
namespace {

constexpr std::array<std::string_view, 14> story_kind_names = {
    "said",        "passed_over",   "entered",       "left",         "muted",
    "unmuted",     "capture_begun", "capture_ended", "typing_begun", "typing_ended",
    "profile_set", "adopted",       "released_all",  "notice"};
static_assert(story_kind_names.size() == static_cast<std::size_t>(StoryKind::notice) + 1);

}  // namespace

std::string_view to_string(StoryKind kind) {
  return story_kind_names[static_cast<std::size_t>(kind)];
}

}  // namespace nextmove
