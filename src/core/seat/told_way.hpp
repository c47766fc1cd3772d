// Reasons with names, as they are given out.
#pragma once

#include <optional>
#include <string>

#include <nextmove/explain.hpp>

#include "seat/causes.hpp"

namespace nextmove::core {

/// A control of a binding of this context, without a reason. Requires one that can be resolved.
ExplainedWay way_of(const BindingDefinition& binding, ActionPart part, ContextId context);

/// Why a route does its action or not. `playbook` is the seat's, or was when the reason was found.
ExplainedWay told_way(const Playbook& playbook, const SeatState& seat, const Wired& wired,
                      const FoundReason& reason);

/// "(helm, line 12)".
std::string place_of(const ExplainedWay& way, const Playbook& playbook);
/// "; it went down 0.01 s ago"; empty where it is not pushed.
std::string since_pushed(bool is_pushed, std::optional<Duration> pushed_ago);
/// "0.01 s ago", "just now".
std::string ago(Duration duration);
/// "0.01 s".
std::string seconds_of(Duration duration);

}  // namespace nextmove::core
