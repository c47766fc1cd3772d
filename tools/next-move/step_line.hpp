// What a timeline says of a step.
#pragma once

#include <optional>

#include <nextmove/nextmove.hpp>

#include "playback.hpp"

/// Nothing where it shows in the readings, or in the notices of the hub.
std::optional<TimelineLine> line_of(const nextmove::Step& step);
