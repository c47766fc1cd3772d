// Icon themes in TOML.
#pragma once

#include <string>
#include <string_view>

#include <nextmove/diagnostic.hpp>
#include <nextmove/icon_theme.hpp>

namespace nextmove {

/// Reads a theme like this; each of the three ways to give pictures may be left out:
///
///     format = 1
///
///     [pictures]                      # a file each
///     Space = "keys/space.png"
///
///     [atlas]                         # one image, with rectangles: left, top, width, height
///     image = "atlas.png"
///     icons = { KeyW = [0, 0, 64, 64] }
///
///     [sheet]                         # a plain grid, with cell numbers from 0, row by row
///     image = "sheet.png"
///     cell = [32, 32]
///     columns = 16
///     rows = 8                        # may be left out; then no cell is too far down
///     icons = { PadSouth = 17 }
///
///     [families.shapes.sheet]         # all of it for one family of gamepads as well
///     ...
///
/// Paths count from the folder of `file`. With any error there is no value. A name that no icon has
/// is an error with the nearest, and so is a cell beyond the last row, or more than 1 000 000
/// pixels away. A family that is not `known` is a warning, and so are two controls with one picture
/// of an atlas or a sheet, unless both are Shift, or Control, Alt or Meta. At most 1 MiB.
Result<IconTheme> parse_icon_theme(std::string_view text, const std::string& file = {},
                                   const Families& known = {});

/// The same from a file. The images are not looked at; `next-move check --icons` does.
Result<IconTheme> load_icon_theme(const std::string& path, const Families& known = {});

}  // namespace nextmove
