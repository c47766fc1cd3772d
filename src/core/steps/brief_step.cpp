#include "steps/brief_step.hpp"

#include <string>

namespace nextmove::core {

Step whole(const BriefStep& brief) {
  const Time time = brief.time;
  std::string seat{brief.seat};
  std::string name{brief.name};
  switch (brief.kind) {
    case BriefKind::entered: return Entered{time, std::move(seat), std::move(name)};
    case BriefKind::left: return Left{time, std::move(seat), std::move(name)};
    case BriefKind::switched_to: return SwitchedTo{time, std::move(seat), std::move(name)};
    case BriefKind::muted: return Muted{time, std::move(seat), std::move(name)};
    case BriefKind::unmuted: return Unmuted{time, std::move(seat), std::move(name)};
    case BriefKind::intercepted: break;
  }
  return Intercepted{time,     std::move(seat), std::move(name), std::string{brief.by},
                     brief.as, brief.value.x,   brief.value.y};
}

}  // namespace nextmove::core
