// How the commands call controls.
#pragma once

#include <optional>
#include <string>

#include <nextmove/nextmove.hpp>

/// What the command line says of it; empty for the usual.
struct LabelWish {
  std::string language;
  std::string layout;
  std::string family;    ///< of the gamepad
  std::string families;  ///< a file with more of them
};

/// Nothing, after printing what is wrong.
std::optional<nextmove::Labels> find_labels_or_tell(const LabelWish& wish);
