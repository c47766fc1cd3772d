#include "compiled/adopt.hpp"

#include <algorithm>

#include "base/names.hpp"
#include "compiled/playbook_data.hpp"

namespace nextmove::core {
namespace {

// What is left of a definition that is no longer there.
ActionDefinition rest_of(const ActionDefinition& action) {
  return action;
}
ContextDefinition rest_of(const ContextDefinition& context) {
  return {.name = context.name, .rank = context.rank};
}
SchemeDefinition rest_of(const SchemeDefinition& scheme) {
  return {.name = scheme.name};
}
MuteDefinition rest_of(const MuteDefinition& mute) {
  return {.name = mute.name};
}

template <class Definition>
std::vector<Definition> merged(std::span<const Definition> before,
                               std::span<const Definition> next) {
  const auto find = [](std::span<const Definition> list, const std::string& name) {
    return std::find_if(list.begin(), list.end(),
                        [&](const Definition& it) { return it.name == name; });
  };
  std::vector<Definition> all;
  all.reserve(before.size() + next.size());
  for (const Definition& old : before) {
    const auto found = find(next, old.name);
    all.push_back(found != next.end() ? *found : rest_of(old));
  }
  for (const Definition& it : next) {
    if (find(before, it.name) == before.end()) all.push_back(it);
  }
  return all;
}

}  // namespace

Playbook keep_numbers(const Playbook& before, const Playbook& next) {
  PlaybookDefinition definition = next.definition();
  definition.actions = merged(before.actions(), next.actions());
  definition.schemes = merged(before.schemes(), next.schemes());
  definition.contexts = merged(before.contexts(), next.contexts());
  definition.mutes = merged(before.mutes(), next.mutes());
  return Playbook{std::make_shared<PlaybookData>(std::move(definition))};
}

std::vector<Diagnostic> no_longer_there(const Playbook& before, const Playbook& next) {
  std::vector<CountedOn> actions;
  for (const ActionDefinition& it : before.actions()) actions.push_back({it.name, it.kind});
  return misfits(next, actions, names_of(before.schemes()), names_of(before.contexts()),
                 names_of(before.mutes()));
}

}  // namespace nextmove::core
