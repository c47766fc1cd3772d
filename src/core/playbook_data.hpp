// What a Playbook shares among its copies.
#pragma once

#include <cstdint>
#include <map>
#include <string_view>
#include <unordered_map>
#include <vector>

#include <nextmove/playbook.hpp>

#include "wiring.hpp"

namespace nextmove::core {

/// What handles of the action are told apart by.
inline std::uint32_t hash_of(const ActionDefinition& action) {
  return nextmove::hash_of(action.name, static_cast<std::uint8_t>(action.kind));
}

struct PlaybookData {
  explicit PlaybookData(PlaybookDefinition checked);

  PlaybookDefinition definition;
  Wiring::Numbers actions;  // views into the definition
  Wiring wiring;
  std::unordered_map<std::uint32_t, ActionId> by_hash;  // see Action::hash
  std::map<std::string_view, SchemeId> schemes;         // views into the definition
  std::map<std::string_view, ContextId> contexts;       // views into the definition
  std::map<std::string_view, MuteId> mutes;             // views into the definition
  std::vector<std::vector<ActionId>> muted;             // by mute: the actions that it silences
  std::vector<std::vector<MuteId>> mutes_with;          // by context: on as long as it is entered

 private:
  static Wiring::Numbers numbers_of(const PlaybookDefinition& definition);
  std::vector<ActionId> actions_of(const MuteDefinition& mute) const;
};

}  // namespace nextmove::core
