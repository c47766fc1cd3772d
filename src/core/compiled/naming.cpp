// One rule for each sort of name, so that every call says the same of the same mistake.
#include "compiled/naming.hpp"

#include <array>
#include <vector>

#include <nextmove/complaint.hpp>
#include <nextmove/nearest.hpp>

#include "base/names.hpp"
#include "base/shown.hpp"

namespace nextmove::core {
namespace {

struct SortWords {
  std::string_view with_article;
  std::string_view name;
  std::string_view used_by;
};

constexpr std::array<SortWords, 4> words = {
    {{"an action", "action", "Playbook::button and its sisters"},
     {"a scheme", "scheme", "Hub::hold_to and Hub::join"},
     {"a context", "context", "Seat::enter"},
     {"a mute", "mute", "Seat::mute"}}};

const SortWords& words_for(Sort sort) {
  return words[static_cast<std::size_t>(sort)];
}

std::vector<std::string_view> names(const Playbook& playbook, Sort sort) {
  switch (sort) {
    case Sort::action: return names_of(playbook.actions());
    case Sort::scheme: return names_of(playbook.schemes());
    case Sort::context: return names_of(playbook.contexts());
    case Sort::mute: return names_of(playbook.mutes());
  }
  return {};
}

std::string a_or_an(ActionKind kind) {
  return (kind == ActionKind::axis ? "an " : "a ") + std::string{to_string(kind)};
}

// `; use playbook.vector("walk")`
std::string right_call(const ActionDefinition& action) {
  return "; use playbook." + std::string{to_string(action.kind)} + '(' + quoted(action.name) + ')';
}

}  // namespace

bool has(const Playbook& playbook, Sort sort, std::string_view name) {
  switch (sort) {
    case Sort::action: return playbook.find_action(name).has_value();
    case Sort::scheme: return playbook.find_scheme(name).has_value();
    case Sort::context: return playbook.find_context(name).has_value();
    case Sort::mute: return playbook.find_mute(name).has_value();
  }
  return false;
}

std::string no_such(const Playbook& playbook, Sort sort, std::string_view name) {
  std::string text =
      "the playbook has no " + std::string{words_for(sort).name} + ' ' + quoted(name);
  for (const Sort other : {Sort::action, Sort::scheme, Sort::context, Sort::mute}) {
    if (!has(playbook, other, name)) continue;
    return text + ", but " + std::string{words_for(other).with_article} + " of this name: see " +
           std::string{words_for(other).used_by};
  }
  return text + did_you_mean(name, names(playbook, sort));
}

std::string no_such_action(const Playbook& playbook, ActionKind kind, std::string_view name) {
  if (const auto id = playbook.find_action(name)) {
    const ActionDefinition& action = playbook.action(*id);
    return quoted(name) + " is " + a_or_an(action.kind) + right_call(action);
  }
  for (const Sort other : {Sort::scheme, Sort::context, Sort::mute}) {
    if (has(playbook, other, name)) return no_such(playbook, Sort::action, name);
  }
  std::vector<std::string_view> of_kind;
  for (const ActionDefinition& action : playbook.actions()) {
    if (action.kind == kind) of_kind.push_back(action.name);
  }
  std::string text = "the playbook has no " + std::string{to_string(kind)} + ' ' + quoted(name);
  if (!nearest_name(name, of_kind).empty()) return text + did_you_mean(name, of_kind);
  const std::string_view nearest = nearest_name(name, names_of(playbook.actions()));
  if (nearest.empty()) return text;
  const ActionDefinition& action = playbook.action(*playbook.find_action(nearest));
  return text + ", but " + a_or_an(action.kind) + ' ' + quoted(nearest) + right_call(action);
}

std::string no_such_part(const ActionDefinition& action, ActionPart part) {
  return quoted(action.name) + " is " + a_or_an(action.kind) + " and has no part " +
         quoted(to_string(part));
}

std::string no_such_id(std::string_view what, std::size_t number, std::size_t count) {
  const std::string has = "the playbook has " + std::to_string(count) + ", from 0";
  const bool is_none = number == static_cast<std::uint16_t>(ActionId::none);
  if (is_none) return "none is no " + std::string{what} + "; " + has;
  return "no " + std::string{what} + " has the number " + std::to_string(number) + "; " + has;
}

// ---- what a call was given

namespace {

template <class Id>
struct SortOf;
template <>
struct SortOf<ActionId> {
  static constexpr Sort sort = Sort::action;
  static std::size_t count(const Playbook& playbook) { return playbook.actions().size(); }
};
template <>
struct SortOf<SchemeId> {
  static constexpr Sort sort = Sort::scheme;
  static std::size_t count(const Playbook& playbook) { return playbook.schemes().size(); }
  static auto find(const Playbook& playbook, std::string_view name) {
    return playbook.find_scheme(name);
  }
};
template <>
struct SortOf<ContextId> {
  static constexpr Sort sort = Sort::context;
  static std::size_t count(const Playbook& playbook) { return playbook.contexts().size(); }
  static auto find(const Playbook& playbook, std::string_view name) {
    return playbook.find_context(name);
  }
};
template <>
struct SortOf<MuteId> {
  static constexpr Sort sort = Sort::mute;
  static std::size_t count(const Playbook& playbook) { return playbook.mutes().size(); }
  static auto find(const Playbook& playbook, std::string_view name) {
    return playbook.find_mute(name);
  }
};

}  // namespace

template <class Id>
Id find(const Playbook& playbook, Id id, std::string_view call) {
  const std::size_t count = SortOf<Id>::count(playbook);
  const auto number = static_cast<std::size_t>(id);
  if (number < count) return id;
  complain(ComplaintKind::unknown_id, call,
           no_such_id(words_for(SortOf<Id>::sort).name, number, count));
  return Id::none;
}
template ActionId find(const Playbook& playbook, ActionId id, std::string_view call);
template SchemeId find(const Playbook& playbook, SchemeId id, std::string_view call);
template ContextId find(const Playbook& playbook, ContextId id, std::string_view call);
template MuteId find(const Playbook& playbook, MuteId id, std::string_view call);

template <class Id>
Id find(const Playbook& playbook, std::string_view name, std::string_view call) {
  if (const auto id = SortOf<Id>::find(playbook, name)) return *id;
  complain(ComplaintKind::unknown_name, call, no_such(playbook, SortOf<Id>::sort, name));
  return Id::none;
}
template ContextId find(const Playbook& playbook, std::string_view name, std::string_view call);
template MuteId find(const Playbook& playbook, std::string_view name, std::string_view call);

template <class Id>
Id find(const Playbook& playbook, Named<Id> handle, std::string_view call) {
  if (const auto id = playbook.find(handle)) return *id;
  const std::string what{words_for(SortOf<Id>::sort).with_article};
  complain(ComplaintKind::unknown_handle, call,
           handle.hash == 0 ? "was given an empty handle of " + what
                            : "was given " + what +
                                  " that the playbook does not have; make the header again with "
                                  "next-move header");
  return Id::none;
}
template SchemeId find(const Playbook& playbook, Scheme handle, std::string_view call);
template ContextId find(const Playbook& playbook, Context handle, std::string_view call);
template MuteId find(const Playbook& playbook, Mute handle, std::string_view call);

}  // namespace nextmove::core
