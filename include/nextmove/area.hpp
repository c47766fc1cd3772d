// Areas: rectangles in the window, and how players share it.
#pragma once

#include <cstddef>
#include <vector>

#include <nextmove/vec2.hpp>

namespace nextmove {

/// A rectangle in the window, in shares of its width and height, y down from the top.
struct Area {
  float left = 0;
  float top = 0;
  float width = 1;
  float height = 1;

  bool contains(Vec2 place) const {
    return place.x >= left && place.x < left + width && place.y >= top && place.y < top + height;
  }
  friend bool operator==(const Area&, const Area&) = default;
};

/// Whether it may be a seat's part of the window: it has a size, at least 0.0001 of each side, and
/// does not reach out of the window, but for roundings of up to 0.001.
bool is_part_of_window(const Area& area);

/// The part of a window for each of so many players: rows and columns of equal parts, from the top
/// left, in the arrangement that leaves most room for a picture of 4 to 3 in each. So two sit side
/// by side in a wide window and one above the other in a tall one; three and four have a quarter
/// each, or a column each where the window is very wide. What three leave of four quarters is the
/// game's. `window` is its size in any unit, above 0.
std::vector<Area> screen_parts(std::size_t players, Vec2 window);

}  // namespace nextmove
