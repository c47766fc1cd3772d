// Pictures of controls, drawn by the library (NextMove::draw): for games without art of their own.
#pragma once

#include <cstdint>
#include <string>
#include <vector>

#include <nextmove/diagnostic.hpp>
#include <nextmove/family.hpp>
#include <nextmove/prompt.hpp>

namespace nextmove {

/// What the pictures are to be seen on.
enum class IconGround : std::uint8_t { dark, light };

/// Which picture: what a PromptPart says.
struct Icon {
  std::string name{};    ///< see icon_name
  std::string family{};  ///< of a gamepad's lettering; empty for none
  std::string label{};   ///< what to write on a key; empty for what belongs there

  friend bool operator==(const Icon&, const Icon&) = default;
};

/// The picture for a part that is a control.
Icon icon_of(const PromptPart& part);

/// A square picture.
struct IconImage {
  int size = 0;                      ///< width and height in pixels
  std::vector<std::uint8_t> rgba{};  ///< four bytes a pixel, by rows from the top; alpha straight
};

/// Draws one. A name that is no control of ours becomes a key with its label. The size is 8 to 1024
/// pixels; another is a complaint, and gives an empty picture.
IconImage draw_icon(const Icon& icon, const Families& families, int size, IconGround ground);

/// Every control of the standard list, what several of them are together, and touches; and of each
/// family what it letters. In a fixed order.
std::vector<Icon> all_icons(const Families& families);

/// Writes all of them into `folder`: svg/ and png/ with a file each (a family's in a folder of its
/// name), and icons.png, which holds all in one, with icons.json, which tells the rectangle of
/// each. What went wrong; nothing where all is well.
std::vector<Diagnostic> write_icons(const std::string& folder, const Families& families, int size,
                                    IconGround ground);

}  // namespace nextmove
