// A playbook as one player plays it, for the commands that show him something.
#pragma once

#include <cstddef>
#include <optional>
#include <string>
#include <vector>

#include <nextmove/nextmove.hpp>

#include "labels.hpp"

/// What the command line says of the player.
struct PromptWish {
  std::optional<nextmove::DeviceKind> device;  ///< in hand; else whatever there is
  LabelWish labels;
  std::string scheme;                 ///< empty for none
  std::vector<std::string> contexts;  ///< entered
  std::string profile;                ///< a file, or empty
};

struct Played {
  nextmove::Playbook given;
  nextmove::Playbook playbook;  ///< with what the player has changed
  nextmove::SchemeId scheme;
  nextmove::Labels labels;
  std::size_t misfits = 0;  ///< of the profile; they have been printed
};

/// Nothing, after printing what is wrong.
std::optional<Played> find_played_or_tell(const std::string& playbook, const PromptWish& wish);
