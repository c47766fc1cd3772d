// Moments on the command line.
#pragma once

#include <optional>
#include <string>

#include <nextmove/time.hpp>

/// "12.3" or "12.3s": seconds since the start. Nothing where it is neither, or before the start.
std::optional<nextmove::Time> find_moment(const std::string& word);
