// Names, handles and numbers that a call was given, and what is said where the playbook does not
// have them.
#pragma once

#include <cstddef>
#include <string>
#include <string_view>

#include <nextmove/combination.hpp>
#include <nextmove/playbook.hpp>

namespace nextmove::core {

/// What a playbook gives names to.
enum class Sort : unsigned char { action, scheme, context, mute };

/// Whether the playbook has something of this sort and name.
bool has(const Playbook& playbook, Sort sort, std::string_view name);

/// `the playbook has no context "hlem"; did you mean "helm"?` Where it has something else of this
/// name, that and what it is for.
std::string no_such(const Playbook& playbook, Sort sort, std::string_view name);

/// The same of an action that should be of this kind: `"walk" is a vector; use
/// playbook.vector("walk")`.
std::string no_such_action(const Playbook& playbook, ActionKind kind, std::string_view name);

/// `"horn" is a button and has no part "up"`.
std::string no_such_part(const ActionDefinition& action, ActionPart part);

/// `no context has the number 7; the playbook has 5, from 0`.
std::string no_such_id(std::string_view what, std::size_t number, std::size_t count);

/// The number itself, of an action, a scheme, a context or a mute. Where the playbook has no such
/// number it is `none`, and `call` is complained of.
template <class Id>
Id find(const Playbook& playbook, Id id, std::string_view call);

/// The number of the context or mute with this name; likewise.
template <class Id>
Id find(const Playbook& playbook, std::string_view name, std::string_view call);

/// The number of the scheme, context or mute that a generated header names; likewise.
template <class Id>
Id find(const Playbook& playbook, Named<Id> handle, std::string_view call);

}  // namespace nextmove::core
