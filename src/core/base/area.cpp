#include <algorithm>
#include <cmath>

#include <nextmove/area.hpp>

namespace nextmove {
namespace {

// How wide a picture of 4 to 3 can be in a part of this size.
float room(float width, float height) {
  return std::min(width, height * 4 / 3);
}

}  // namespace

bool is_part_of_window(const Area& area) {
  constexpr float least = 1e-4F;
  constexpr float end = 1.001F;
  const bool has_size = area.width >= least && area.height >= least;
  return has_size && area.left >= 0 && area.top >= 0 && area.left + area.width <= end &&
         area.top + area.height <= end;
}

std::vector<Area> screen_parts(std::size_t players, Vec2 window) {
  const auto rows_for = [&](std::size_t columns) { return (players + columns - 1) / columns; };
  std::size_t columns = 1;
  float most_room = 0;
  for (std::size_t tried = 1; tried <= players; ++tried) {
    const float its_room =
        room(window.x / static_cast<float>(tried), window.y / static_cast<float>(rows_for(tried)));
    if (its_room <= most_room) continue;
    most_room = its_room;
    columns = tried;
  }
  std::vector<Area> parts;
  parts.reserve(players);
  const float width = 1 / static_cast<float>(columns);
  const float height = players == 0 ? 1 : 1 / static_cast<float>(rows_for(columns));
  for (std::size_t i = 0; i < players; ++i) {
    const std::size_t row = i / columns;
    const std::size_t column = i % columns;
    parts.push_back(
        {static_cast<float>(column) * width, static_cast<float>(row) * height, width, height});
  }
  return parts;
}

}  // namespace nextmove
