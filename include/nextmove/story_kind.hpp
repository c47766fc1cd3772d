// What a story is made of.
#pragma once

#include <cstdint>
#include <string_view>

namespace nextmove {

/// Of what kind an entry is.
enum class StoryKind : std::uint8_t {
  said,           ///< a control was operated; until it rests, that is one entry
  passed_over,    ///< an event that no device says; it was a complaint as well
  entered,        ///< a context
  left,           ///< likewise
  muted,          ///< by Seat::mute
  unmuted,        ///< likewise
  capture_begun,  ///< the seat is asked for a control
  capture_ended,
  typing_begun,  ///< keys are text, and are not in the story
  typing_ended,
  profile_set,   ///< which changed something
  adopted,       ///< another playbook
  released_all,  ///< Hub::release_all
  notice,        ///< what the hub tells of seats and devices
};

/// "said", "passed_over" and so on.
std::string_view to_string(StoryKind kind);

}  // namespace nextmove
