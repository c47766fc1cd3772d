// Where a seat tells what is done to it.
#pragma once

#include <string_view>

#include <nextmove/context.hpp>
#include <nextmove/mute.hpp>
#include <nextmove/story_kind.hpp>
#include <nextmove/time.hpp>

namespace nextmove::core {

struct SeatNews {
  StoryKind kind = StoryKind::entered;
  Time time{};
  std::string_view seat{};  // its name, which lives as long as the hub
  ContextId context = ContextId::none;
  MuteId mute = MuteId::none;
};

class Chronicle {
 public:
  /// Whether anybody wants to know.
  virtual bool is_on() const = 0;
  virtual void tell(const SeatNews& news) = 0;

 protected:
  Chronicle() = default;
  Chronicle(const Chronicle&) = default;
  Chronicle& operator=(const Chronicle&) = default;
  ~Chronicle() = default;
};

}  // namespace nextmove::core
