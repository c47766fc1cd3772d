#include <algorithm>

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
  for (std::size_t i = 0; i < definition.schemes.size(); ++i) {
    schemes.emplace(definition.schemes[i].name, static_cast<SchemeId>(i));
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
Motion Playbook::motion(std::string_view name) const {
  return typed_handle<Motion>(*this, name);
}
Pointer Playbook::pointer(std::string_view name) const {
  return typed_handle<Pointer>(*this, name);
}

std::optional<ActionId> Playbook::find_action(std::string_view name) const {
  return find(data_->actions, name);
}

std::optional<SchemeId> Playbook::find_scheme(std::string_view name) const {
  return find(data_->schemes, name);
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

const SchemeDefinition& Playbook::scheme(SchemeId id) const {
  return schemes()[static_cast<std::size_t>(id)];
}

const ContextDefinition& Playbook::context(ContextId id) const {
  return contexts()[static_cast<std::size_t>(id)];
}

const MuteDefinition& Playbook::mute(MuteId id) const {
  return mutes()[static_cast<std::size_t>(id)];
}

namespace {

bool is_unbound(const BindingDefinition& binding) {
  BindingDefinition unbound;
  unbound.action = binding.action;
  return binding == unbound;
}

// The bindings of an action stand together, as in a file, where the action is named once; and one
// that is bound is not said to be unbound.
void tidy_bindings(std::vector<BindingDefinition>& bindings) {
  std::map<std::string, std::size_t, std::less<>> first;
  for (const BindingDefinition& binding : bindings) first.emplace(binding.action, first.size());
  std::stable_sort(bindings.begin(), bindings.end(),
                   [&](const BindingDefinition& a, const BindingDefinition& b) {
                     return first.at(a.action) < first.at(b.action);
                   });
  for (std::size_t i = bindings.size(); i-- > 0;) {
    const auto is_of_same = [&](std::size_t j) {
      return j < bindings.size() && bindings[j].action == bindings[i].action;
    };
    const bool is_superfluous =
        is_unbound(bindings[i]) && (is_of_same(i + 1) || (i > 0 && is_of_same(i - 1)));
    if (is_superfluous) bindings.erase(bindings.begin() + static_cast<std::ptrdiff_t>(i));
  }
}

}  // namespace

Result<Playbook> make_playbook(PlaybookDefinition definition) {
  Result<Playbook> result;
  result.diagnostics = check(definition);
  if (!has_errors(result.diagnostics)) {
    for (ContextDefinition& context : definition.contexts) tidy_bindings(context.bindings);
    result.value.emplace(std::make_shared<core::PlaybookData>(std::move(definition)));
  }
  return result;
}

}  // namespace nextmove
