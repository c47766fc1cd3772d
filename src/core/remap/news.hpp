// What is told of a player's changes when a profile and a playbook meet.
#pragma once

#include <vector>

#include <nextmove/diagnostic.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/profile.hpp>

namespace nextmove::core {

/// What of the profile does not go with the playbook, for a seat that is held to this scheme.
std::vector<Diagnostic> news_of(const Profile& profile, const Playbook& playbook, SchemeId scheme);

/// Adds what is neither known nor told already.
void add_news(std::vector<Diagnostic>& told, std::vector<Diagnostic> news,
              const std::vector<Diagnostic>& known);

}  // namespace nextmove::core
