// Profiles as the commands read them.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include <nextmove/nextmove.hpp>

/// The profile in this file, and nothing where it cannot be read, after printing why. A file that
/// is not there is an empty profile where `may_be_new`.
std::optional<nextmove::Profile> read_profile_or_tell(const std::string& path, bool may_be_new);

/// Prints what of the profile does not fit the playbook; how many things that is. And what does two
/// things at once under the scheme, though nobody wanted it.
std::size_t print_misfits(const nextmove::Profile& profile, const nextmove::Playbook& playbook,
                          nextmove::SchemeId scheme = nextmove::SchemeId::none);

/// "SEAT=FILE" or "FILE": gives the seat of the recording, or all, what the player has changed.
/// False, after printing why, where the file cannot be read.
bool set_profile_or_tell(const std::string& word, const nextmove::Recording& recording,
                         nextmove::Hub& hub);

/// "steer.up": the action and the part of it, or nothing, after printing what is wrong.
struct NamedPart {
  nextmove::ActionId action;
  nextmove::ActionPart part;
};
std::optional<NamedPart> find_part_or_tell(const nextmove::Playbook& playbook,
                                           const std::string& name);

/// "steer.up" for a slot of it.
std::string part_name(const nextmove::Playbook& playbook, const nextmove::ControlSlot& slot);

/// Names of contexts and schemes; empty for none. Nothing, after printing what is wrong.
std::optional<nextmove::ContextId> find_context_or_tell(const nextmove::Playbook& playbook,
                                                        const std::string& name);
std::optional<nextmove::SchemeId> find_scheme_or_tell(const nextmove::Playbook& playbook,
                                                      const std::string& name);

/// The seat with this name, or where it is empty all of them; none, after printing what is wrong.
std::vector<nextmove::Seat*> find_seats_or_tell(const nextmove::Hub& hub, const std::string& name);

/// "KeyH, ShiftLeft+KeyS", or "nothing".
std::string listed(const std::vector<nextmove::Combination>& controls);
