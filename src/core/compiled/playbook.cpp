#include <algorithm>
#include <unordered_map>

#include <nextmove/complaint.hpp>
#include <nextmove/playbook.hpp>

#include "compiled/check.hpp"
#include "compiled/check_binding.hpp"
#include "compiled/naming.hpp"
#include "compiled/playbook_data.hpp"
#include "model/action_numbers.hpp"

namespace nextmove {
namespace core {

PlaybookData::PlaybookData(PlaybookDefinition checked)
    : definition(std::move(checked)), actions(definition.actions) {
  number_names();
}

PlaybookData::PlaybookData(PlaybookDefinition checked, ActionNumbers its_actions)
    : definition(std::move(checked)), actions(std::move(its_actions)) {
  number_names();
}

void PlaybookData::number_names() {
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
  for (const ContextDefinition& context : definition.contexts) {
    auto& with = mutes_with.emplace_back();
    for (const PlacedName& mute : context.mutes) with.push_back(mutes.at(mute.name));
  }
}

const Wiring& PlaybookData::wiring() const {
  std::call_once(is_wired_, [&] { wiring_.emplace(definition, actions); });
  return *wiring_;
}

std::vector<ActionId> PlaybookData::actions_of(const MuteDefinition& mute) const {
  std::vector<bool> is_silent(definition.actions.size(), mute.is_everything_but);
  for (const PlacedName& action : mute.actions) {
    is_silent[static_cast<std::size_t>(*actions.find(action.name))] = !mute.is_everything_but;
  }
  std::vector<ActionId> silent;
  for (std::size_t i = 0; i < is_silent.size(); ++i) {
    if (is_silent[i]) silent.push_back(static_cast<ActionId>(i));
  }
  return silent;
}

}  // namespace core

namespace {

template <class Names>
std::optional<typename Names::mapped_type> find_in(const Names& names, std::string_view name) {
  const auto found = names.find(name);
  if (found == names.end()) return std::nullopt;
  return found->second;
}

template <class Handle>
std::optional<Handle> find_typed(const Playbook& playbook, std::string_view name) {
  const auto id = playbook.find_action(name);
  if (!id || playbook.action(*id).kind != Handle::kind) return std::nullopt;
  return Handle{name, *id};
}

template <class Handle>
Handle typed_handle(const Playbook& playbook, std::string_view name) {
  if (const auto handle = find_typed<Handle>(playbook, name)) return *handle;
  core::complain(ComplaintKind::unknown_name, "Playbook::" + std::string{to_string(Handle::kind)},
                 core::no_such_action(playbook, Handle::kind, name));
  return Handle{name, ActionId::none};
}

// The definition with this number, or one without a name.
template <class Id, class Definition>
const Definition& at(std::span<const Definition> definitions, Id id, std::string_view what) {
  static const Definition none{};
  const auto index = static_cast<std::size_t>(id);
  if (index < definitions.size()) return definitions[index];
  core::complain(ComplaintKind::unknown_id, "Playbook::" + std::string{what},
                 core::no_such_id(what, index, definitions.size()));
  return none;
}

template <class Id, class Definition>
std::optional<Id> find_named(std::span<const Definition> definitions, Named<Id> handle) {
  const auto fits = [&](const Definition& it) { return hash_of(it.name) == handle.hash; };
  const auto index = static_cast<std::size_t>(handle.id);
  if (index < definitions.size() && fits(definitions[index])) return handle.id;
  const auto found = std::find_if(definitions.begin(), definitions.end(), fits);
  if (found == definitions.end()) return std::nullopt;
  return static_cast<Id>(found - definitions.begin());
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
Turn Playbook::turn(std::string_view name) const {
  return typed_handle<Turn>(*this, name);
}
Pointer Playbook::pointer(std::string_view name) const {
  return typed_handle<Pointer>(*this, name);
}

std::optional<ActionId> Playbook::find_action(std::string_view name) const {
  return data_->actions.find(name);
}

std::optional<SchemeId> Playbook::find_scheme(std::string_view name) const {
  return find_in(data_->schemes, name);
}

std::optional<ContextId> Playbook::find_context(std::string_view name) const {
  return find_in(data_->contexts, name);
}

std::optional<MuteId> Playbook::find_mute(std::string_view name) const {
  return find_in(data_->mutes, name);
}

std::optional<Button> Playbook::find_button(std::string_view name) const {
  return find_typed<Button>(*this, name);
}
std::optional<Axis> Playbook::find_axis(std::string_view name) const {
  return find_typed<Axis>(*this, name);
}
std::optional<Vector> Playbook::find_vector(std::string_view name) const {
  return find_typed<Vector>(*this, name);
}
std::optional<Motion> Playbook::find_motion(std::string_view name) const {
  return find_typed<Motion>(*this, name);
}
std::optional<Turn> Playbook::find_turn(std::string_view name) const {
  return find_typed<Turn>(*this, name);
}
std::optional<Pointer> Playbook::find_pointer(std::string_view name) const {
  return find_typed<Pointer>(*this, name);
}

std::optional<ActionId> Playbook::find(ActionId id, std::uint32_t hash) const {
  const auto index = static_cast<std::size_t>(id);
  if (index < actions().size() && core::hash_of(actions()[index]) == hash) return id;
  return data_->actions.find(hash);
}

std::optional<SchemeId> Playbook::find(Scheme handle) const {
  return find_named(schemes(), handle);
}
std::optional<ContextId> Playbook::find(Context handle) const {
  return find_named(contexts(), handle);
}
std::optional<MuteId> Playbook::find(Mute handle) const {
  return find_named(mutes(), handle);
}

const ActionDefinition& Playbook::action(ActionId id) const {
  return at(actions(), id, "action");
}
const SchemeDefinition& Playbook::scheme(SchemeId id) const {
  return at(schemes(), id, "scheme");
}
const ContextDefinition& Playbook::context(ContextId id) const {
  return at(contexts(), id, "context");
}
const MuteDefinition& Playbook::mute(MuteId id) const {
  return at(mutes(), id, "mute");
}

std::vector<Diagnostic> misfits(const Playbook& playbook, std::span<const CountedOn> actions,
                                std::span<const std::string_view> schemes,
                                std::span<const std::string_view> contexts,
                                std::span<const std::string_view> mutes) {
  std::vector<Diagnostic> found;
  const auto tell = [&](std::string message) {
    found.push_back({Severity::warning, {}, {}, std::move(message), {}});
  };
  for (const CountedOn& it : actions) {
    const auto id = playbook.find_action(it.name);
    if (id && playbook.action(*id).kind == it.kind) continue;
    tell(core::no_such_action(playbook, it.kind, it.name));
  }
  const auto look = [&](core::Sort sort, std::span<const std::string_view> names) {
    for (const std::string_view name : names) {
      if (!core::has(playbook, sort, name)) tell(core::no_such(playbook, sort, name));
    }
  };
  look(core::Sort::scheme, schemes);
  look(core::Sort::context, contexts);
  look(core::Sort::mute, mutes);
  return found;
}

namespace {

bool stand_together(const std::vector<BindingDefinition>& bindings,
                    const core::ActionNumbers& actions) {
  std::vector<bool> was_seen(actions.size());
  for (std::size_t i = 0; i < bindings.size(); ++i) {
    if (i > 0 && bindings[i].action == bindings[i - 1].action) continue;
    const auto action = static_cast<std::size_t>(*actions.find(bindings[i].action));
    if (was_seen[action]) return false;
    was_seen[action] = true;
  }
  return true;
}

void bring_together(std::vector<BindingDefinition>& bindings) {
  std::unordered_map<std::string, std::size_t> first;
  for (const BindingDefinition& binding : bindings) first.emplace(binding.action, first.size());
  std::stable_sort(bindings.begin(), bindings.end(),
                   [&](const BindingDefinition& a, const BindingDefinition& b) {
                     return first.at(a.action) < first.at(b.action);
                   });
}

// The bindings of an action stand together, as in a file, where the action is named once; and one
// that is bound is not said to be unbound.
void tidy_bindings(std::vector<BindingDefinition>& bindings, const core::ActionNumbers& actions) {
  if (!stand_together(bindings, actions)) bring_together(bindings);
  for (std::size_t i = bindings.size(); i-- > 0;) {
    const auto is_of_same = [&](std::size_t j) {
      return j < bindings.size() && bindings[j].action == bindings[i].action;
    };
    const bool is_superfluous =
        core::is_unbound(bindings[i]) && (is_of_same(i + 1) || (i > 0 && is_of_same(i - 1)));
    if (is_superfluous) bindings.erase(bindings.begin() + static_cast<std::ptrdiff_t>(i));
  }
}

}  // namespace

Result<Playbook> make_playbook(PlaybookDefinition definition) {
  Result<Playbook> result;
  core::ActionNumbers actions{definition.actions};
  result.diagnostics = core::check(definition, actions);
  if (!has_errors(result.diagnostics)) {
    for (ContextDefinition& context : definition.contexts) tidy_bindings(context.bindings, actions);
    result.value.emplace(
        std::make_shared<core::PlaybookData>(std::move(definition), std::move(actions)));
  }
  return result;
}

}  // namespace nextmove
