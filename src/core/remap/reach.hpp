// Whether a player can still do what he must be able to do.
#pragma once

#include <span>
#include <vector>

#include <nextmove/playbook.hpp>

namespace nextmove::core {

/// The sets of device kinds, one bit per DeviceKind, on each of which a seat can be played alone:
/// what its scheme uses. Held to none, what each scheme uses that shares nothing; in a playbook
/// without schemes, keyboard and mouse, gamepad, and touch.
std::vector<unsigned> ways_to_play(const PlaybookDefinition& playbook, SchemeId scheme);

/// Whether a seat under `scheme` reaches with `after` all that it reaches with `before`: bindings
/// of one action in one context.
bool reaches_as_much(const PlaybookDefinition& playbook, SchemeId scheme,
                     std::span<const BindingDefinition> before,
                     std::span<const BindingDefinition> after);

}  // namespace nextmove::core
