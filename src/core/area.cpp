#include <cmath>

#include <nextmove/area.hpp>

namespace nextmove {
namespace {

// How far a part of this shape is from 4 to 3, in either direction.
float misshape(float width, float height) {
  constexpr float best = 4.0F / 3.0F;
  const float shape = width / height / best;
  return shape > 1 ? shape : 1 / shape;
}

}  // namespace

std::vector<Area> screen_parts(std::size_t players, Vec2 window) {
  const auto rows_for = [&](std::size_t columns) { return (players + columns - 1) / columns; };
  std::size_t columns = 1;
  float best = 0;
  for (std::size_t tried = 1; tried <= players; ++tried) {
    const float shape = misshape(window.x / static_cast<float>(tried),
                                 window.y / static_cast<float>(rows_for(tried)));
    if (tried > 1 && shape >= best) continue;
    best = shape;
    columns = tried;
  }
  std::vector<Area> parts;
  parts.reserve(players);
  const float width = 1 / static_cast<float>(columns);
  const float height = players == 0 ? 1 : 1 / static_cast<float>(rows_for(columns));
  for (std::size_t i = 0; i < players; ++i) {
    parts.push_back({static_cast<float>(i % columns) * width,
                     static_cast<float>(i / columns) * height, width, height});
  }
  return parts;
}

}  // namespace nextmove
