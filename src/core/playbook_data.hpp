// What a Playbook shares among its copies.
#pragma once

#include <map>
#include <string_view>
#include <vector>

#include <nextmove/playbook.hpp>

#include "wiring.hpp"

namespace nextmove::core {

struct PlaybookData {
  explicit PlaybookData(PlaybookDefinition checked);

  PlaybookDefinition definition;
  Wiring wiring;
  std::map<std::string_view, ActionId> actions;    // views into the definition
  std::map<std::string_view, SchemeId> schemes;    // views into the definition
  std::map<std::string_view, ContextId> contexts;  // views into the definition
  std::map<std::string_view, MuteId> mutes;        // views into the definition
  std::vector<std::vector<ActionId>> muted;        // by mute: the actions that it silences

 private:
  std::vector<ActionId> actions_of(const MuteDefinition& mute) const;
};

}  // namespace nextmove::core
