#include <nextmove/profile.hpp>

#include "remap/remapping.hpp"

namespace nextmove {

bool operator==(const Profile& a, const Profile& b) {
  return a.remaps == b.remaps && a.tunings == b.tunings && a.swaps_sticks == b.swaps_sticks &&
         a.unread == b.unread;
}

std::vector<Diagnostic> misfits(const Profile& profile, const Playbook& playbook) {
  std::vector<Diagnostic> told;
  const core::Remapping judged{playbook, profile, SchemeId::none, &told};
  return told;
}

Playbook remapped(const Playbook& playbook, const Profile& profile, SchemeId scheme) {
  return core::Remapping{playbook, profile, scheme}.playbook();
}

}  // namespace nextmove
