#include "digital.hpp"

#include <array>
#include <cstddef>

namespace nextmove::core {
namespace {

constexpr float diagonal = 0.70710678F;
constexpr std::array<Vec2, 9> towards = {{{0, 0},
                                          {1, 0},
                                          {diagonal, diagonal},
                                          {0, 1},
                                          {-diagonal, diagonal},
                                          {-1, 0},
                                          {-diagonal, -diagonal},
                                          {0, -1},
                                          {diagonal, -diagonal}}};

// A way is kept until the value points more than 5 degrees past the border to the next: the squares
// of the cosines of 90 / 2 + 5 and of 45 / 2 + 5 degrees.
constexpr float kept_of_four = 0.41317591F;
constexpr float kept_of_eight = 0.78678822F;

std::int8_t digit_of(float value, std::int8_t before, const Thresholds& thresholds) {
  const float right = before > 0 ? thresholds.release_at : thresholds.press_at;
  const float left = before < 0 ? thresholds.release_at : thresholds.press_at;
  if (value >= right) return 1;
  return value <= -left ? std::int8_t{-1} : std::int8_t{0};
}

float along(Vec2 value, std::size_t way) {
  return value.x * towards[way].x + value.y * towards[way].y;
}

// Every `step`-th of the eight ways.
Way nearest_way(Vec2 value, std::size_t step) {
  std::size_t nearest = 1;
  for (std::size_t way = 1 + step; way < towards.size(); way += step) {
    if (along(value, way) > along(value, nearest)) nearest = way;
  }
  return static_cast<Way>(nearest);
}

Way way_of(Vec2 value, float square, Way before, float kept, std::size_t step) {
  const float ahead = along(value, static_cast<std::size_t>(before));
  const bool keeps = before != Way::none && ahead > 0 && ahead * ahead >= square * kept;
  return keeps ? before : nearest_way(value, step);
}

}  // namespace

Digital digits_of(Vec2 value, const Digital& before, const Thresholds& thresholds) {
  Digital digits;
  digits.x = digit_of(value.x, before.x, thresholds);
  digits.y = digit_of(value.y, before.y, thresholds);
  const float square = value.x * value.x + value.y * value.y;
  const float enough = before.four != Way::none ? thresholds.release_at : thresholds.press_at;
  if (square < enough * enough) return digits;
  digits.four = way_of(value, square, before.four, kept_of_four, 2);
  digits.eight = way_of(value, square, before.eight, kept_of_eight, 1);
  return digits;
}

}  // namespace nextmove::core
