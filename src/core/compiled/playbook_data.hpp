// What a Playbook shares among its copies.
#pragma once

#include <map>
#include <mutex>
#include <optional>
#include <string_view>
#include <vector>

#include <nextmove/playbook.hpp>

#include "compiled/wiring.hpp"
#include "model/action_numbers.hpp"

namespace nextmove::core {

struct PlaybookData {
  explicit PlaybookData(PlaybookDefinition checked);
  /// `its_actions` has the numbers of its actions.
  PlaybookData(PlaybookDefinition checked, ActionNumbers its_actions);

  /// Laid for the first seat that plays with it: who only reads, remaps or shows a playbook needs
  /// none. From any thread.
  const Wiring& wiring() const;

  PlaybookDefinition definition;
  ActionNumbers actions;                           // views into the definition
  std::map<std::string_view, SchemeId> schemes;    // views into the definition
  std::map<std::string_view, ContextId> contexts;  // views into the definition
  std::map<std::string_view, MuteId> mutes;        // views into the definition
  std::vector<std::vector<ActionId>> muted;        // by mute: the actions that it silences
  std::vector<std::vector<MuteId>> mutes_with;     // by context: on as long as it is entered

 private:
  void number_names();
  std::vector<ActionId> actions_of(const MuteDefinition& mute) const;

  mutable std::once_flag is_wired_;
  mutable std::optional<Wiring> wiring_;
};

}  // namespace nextmove::core
