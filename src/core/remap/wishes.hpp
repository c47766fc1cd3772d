// Which clashes a player wants: they stand in the remaps, as the actions that one goes beside.
#pragma once

#include "remap/draft_state.hpp"

namespace nextmove::core {

/// Whether the state has this clash.
bool has(const DraftState& state, const ClashingPair& clash);

/// Whether a remap of either side says that the clash, one of this state, is wanted.
bool is_wanted(const ClashingPair& clash, const DraftState& state);

/// Notes in the remaps of either side that the clash, one of this state, is wanted.
void wish(Profile& profile, const ClashingPair& clash, const DraftState& state);

/// What the player wants after a change: of the clashes before, those that are still there, and all
/// new ones, since the change would have been refused otherwise.
Profile with_wishes(const DraftState& before, const DraftState& after);

}  // namespace nextmove::core
