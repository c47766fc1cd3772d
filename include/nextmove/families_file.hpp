// Families and devices that a game adds, in TOML.
#pragma once

#include <string>
#include <string_view>

#include <nextmove/diagnostic.hpp>
#include <nextmove/family.hpp>

namespace nextmove {

/// Reads a file like this into `known`, over what stands there:
///
///     format = 1
///     [families.harbour_pad]
///     PadSouth = "I"
///     PadEast = "cross"        # a key of the wording is said in the game's language
///
///     [[devices]]
///     vendor = 0x1209
///     product = 0x0001         # left out: all of the vendor's
///     family = "harbour_pad"
///
/// With any error there is no value. At most 1 MiB. `file` is for the diagnostics.
Result<Families> parse_families(std::string_view text, std::string_view file = {},
                                Families known = {});

/// The same from a file.
Result<Families> load_families(const std::string& path, Families known = {});

}  // namespace nextmove
