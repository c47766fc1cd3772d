// Clashes that a player wants, noted in the remaps; and those that came without being wanted.
#include "remap/wishes.hpp"

#include <algorithm>

#include "base/shown.hpp"

namespace nextmove {
namespace core {
namespace {

bool counts(const Remap& remap, const DraftState& state) {
  const Playbook& playbook = state.playbook();
  const SchemeId scheme = state.scheme();
  if (remap.schemes.empty()) return takes_unnamed(playbook.definition(), scheme, remap.device);
  return scheme != SchemeId::none && std::find(remap.schemes.begin(), remap.schemes.end(),
                                               playbook.scheme(scheme).name) != remap.schemes.end();
}

bool is_of(const Remap& remap, const Use& use, const DraftState& state) {
  const Playbook& playbook = state.playbook();
  const bool is_here =
      remap.context.empty() || remap.context == playbook.context(use.cell.context).name;
  return is_here && remap.action == playbook.action(use.cell.action).name &&
         remap.part == use.cell.part && remap.device == use.cell.device && counts(remap, state);
}

const std::string& action_of(const Use& use, const DraftState& state) {
  return state.playbook().action(use.cell.action).name;
}

bool goes_beside(const Remap& remap, const std::string& action) {
  return std::find(remap.beside.begin(), remap.beside.end(), action) != remap.beside.end();
}

// Calls `visit(remap, other side)` for each remap that has a part in the clash.
template <class Remaps, class Visit>
void for_each_side(Remaps& remaps, const ClashingPair& clash, const DraftState& state,
                   const Visit& visit) {
  for (auto& remap : remaps) {
    if (is_of(remap, clash.first, state)) visit(remap, clash.second);
    if (is_of(remap, clash.second, state)) visit(remap, clash.first);
  }
}

// Whether the remap and the action clash anywhere.
bool do_clash(const DraftState& state, const Remap& remap, const std::string& action) {
  return std::any_of(state.clashes().begin(), state.clashes().end(),
                     [&](const ClashingPair& clash) {
                       const auto are = [&](const Use& one, const Use& other) {
                         return is_of(remap, one, state) && action_of(other, state) == action;
                       };
                       return are(clash.first, clash.second) || are(clash.second, clash.first);
                     });
}

}  // namespace

bool has(const DraftState& state, const ClashingPair& clash) {
  return std::any_of(state.clashes().begin(), state.clashes().end(), [&](const ClashingPair& it) {
    return it.first.cell == clash.first.cell && it.second.cell == clash.second.cell &&
           it.first.combination == clash.first.combination &&
           it.second.combination == clash.second.combination;
  });
}

bool is_wanted(const ClashingPair& clash, const DraftState& state) {
  bool is_said = false;
  for_each_side(state.profile().remaps, clash, state, [&](const Remap& remap, const Use& other) {
    is_said |= goes_beside(remap, action_of(other, state));
  });
  return is_said;
}

void wish(Profile& profile, const ClashingPair& clash, const DraftState& state) {
  for_each_side(profile.remaps, clash, state, [&](Remap& remap, const Use& other) {
    const std::string& action = action_of(other, state);
    if (!goes_beside(remap, action)) remap.beside.push_back(action);
  });
}

Profile with_wishes(const DraftState& before, const DraftState& after) {
  Profile profile = after.profile();
  for (Remap& remap : profile.remaps) {
    std::erase_if(remap.beside, [&](const std::string& action) {
      return do_clash(before, remap, action) && !do_clash(after, remap, action);
    });
  }
  for (const ClashingPair& clash : after.clashes()) {
    if (!has(before, clash)) wish(profile, clash, after);
  }
  return profile;
}

}  // namespace core

std::vector<Diagnostic> unwanted_clashes(const Draft& draft) {
  std::vector<Diagnostic> told;
  const core::DraftState& state = draft.state();
  const auto tell = [&](const Remap& remap, const core::Use& other) {
    std::string message = "remap of " + core::quoted(remap.action) + ": " +
                          to_string(other.combination) + " is on " +
                          core::quoted(core::action_of(other, state)) +
                          " as well, so it does both; change one of the two, or keep both";
    const bool is_told = std::any_of(told.begin(), told.end(), [&](const Diagnostic& it) {
      return it.message == message && it.place.line == remap.place.line;
    });
    if (is_told) return;
    told.push_back({Severity::warning, draft.profile().file, remap.place, std::move(message), {}});
  };
  for (const core::ClashingPair& clash : state.clashes()) {
    if (core::is_wanted(clash, state)) continue;
    const Remap* last = nullptr;  // of two remaps that clash, one is told
    const core::Use* other = nullptr;
    core::for_each_side(draft.profile().remaps, clash, state,
                        [&](const Remap& remap, const core::Use& use) {
                          last = &remap;
                          other = &use;
                        });
    if (last != nullptr) tell(*last, *other);
  }
  return told;
}

}  // namespace nextmove
