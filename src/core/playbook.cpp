#include <nextmove/nearest.hpp>
#include <nextmove/playbook.hpp>

#include "playbook_data.hpp"
#include "require.hpp"

namespace nextmove {
namespace core {

PlaybookData::PlaybookData(PlaybookDefinition checked)
    : definition(std::move(checked)), wiring(definition) {
  for (std::size_t i = 0; i < definition.actions.size(); ++i) {
    actions.emplace(definition.actions[i].name, static_cast<ActionId>(i));
  }
  for (std::size_t i = 0; i < definition.contexts.size(); ++i) {
    contexts.emplace(definition.contexts[i].name, static_cast<ContextId>(i));
  }
  for (std::size_t i = 0; i < definition.mutes.size(); ++i) {
    mutes.emplace(definition.mutes[i].name, static_cast<MuteId>(i));
    muted.push_back(actions_of(definition.mutes[i]));
  }
}

std::vector<ActionId> PlaybookData::actions_of(const MuteDefinition& mute) const {
  std::vector<bool> is_silent(definition.actions.size(), mute.is_everything_but);
  for (const PlacedName& action : mute.actions) {
    is_silent[static_cast<std::size_t>(actions.at(action.name))] = !mute.is_everything_but;
  }
  std::vector<ActionId> silent;
  for (std::size_t i = 0; i < is_silent.size(); ++i) {
    if (is_silent[i]) silent.push_back(static_cast<ActionId>(i));
  }
  return silent;
}

}  // namespace core

namespace {

template <class Id>
std::optional<Id> find(const std::map<std::string_view, Id>& names, std::string_view name) {
  const auto found = names.find(name);
  if (found == names.end()) return std::nullopt;
  return found->second;
}

[[maybe_unused]] std::string no_such_action(const Playbook& playbook, ActionKind kind,
                                            std::string_view name) {
  std::vector<std::string_view> names;
  for (const ActionDefinition& action : playbook.actions()) {
    if (action.kind == kind) names.push_back(action.name);
  }
  return "the playbook has no " + std::string{to_string(kind)} + " action \"" + std::string{name} +
         "\"" + did_you_mean(name, names);
}

template <class Handle>
Handle typed_handle(const Playbook& playbook, std::string_view name) {
  const auto id = playbook.find_action(name);
  if (id && playbook.action(*id).kind == Handle::kind) return Handle{*id};
#ifndef NDEBUG
  core::require(false, no_such_action(playbook, Handle::kind, name));
#endif
  return {};
}

}  // namespace

Playbook::Playbook(std::shared_ptr<const core::PlaybookData> data) : data_(std::move(data)) {}

const PlaybookDefinition& Playbook::definition() const {
  return data_->definition;
}

Button Playbook::button(std::string_view name) const {
  return typed_handle<Button>(*this, name);
}
Axis Playbook::axis(std::string_view name) const {
  return typed_handle<Axis>(*this, name);
}
Vector Playbook::vector(std::string_view name) const {
  return typed_handle<Vector>(*this, name);
}

std::optional<ActionId> Playbook::find_action(std::string_view name) const {
  return find(data_->actions, name);
}

std::optional<ContextId> Playbook::find_context(std::string_view name) const {
  return find(data_->contexts, name);
}

std::optional<MuteId> Playbook::find_mute(std::string_view name) const {
  return find(data_->mutes, name);
}

const ActionDefinition& Playbook::action(ActionId id) const {
  return actions()[static_cast<std::size_t>(id)];
}

const ContextDefinition& Playbook::context(ContextId id) const {
  return contexts()[static_cast<std::size_t>(id)];
}

const MuteDefinition& Playbook::mute(MuteId id) const {
  return mutes()[static_cast<std::size_t>(id)];
}

Result<Playbook> make_playbook(PlaybookDefinition definition) {
  Result<Playbook> result;
  result.diagnostics = check(definition);
  if (!has_errors(result.diagnostics)) {
    result.value.emplace(std::make_shared<core::PlaybookData>(std::move(definition)));
  }
  return result;
}

}  // namespace nextmove
