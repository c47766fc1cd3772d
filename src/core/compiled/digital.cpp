#include "compiled/digital.hpp"

#include <algorithm>
#include <array>
#include <cmath>
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

// What comes within this much of a threshold has reached it, since a diagonal of keys and a stick
// at its edge have a length of 1 but for rounding.
constexpr float nearly = 1e-3F;

// What is past a threshold stays so down to the lower one. Without branches, as all that follows,
// since a stick is on its way through all ways; see Tally.
float enough(const Thresholds& thresholds, bool is_past) {
  return std::array{thresholds.press_at, thresholds.release_at}[is_past] - nearly;
}

std::int8_t digit_of(float value, std::int8_t before, const Thresholds& thresholds) {
  const float right = enough(thresholds, before > 0);
  const float left = enough(thresholds, before < 0);
  return static_cast<std::int8_t>((value >= right ? 1 : 0) - (value <= -left ? 1 : 0));
}

float along(Vec2 value, Way way) {
  const Vec2 unit = towards[static_cast<std::size_t>(way)];
  return value.x * unit.x + value.y * unit.y;
}

// What lies further ahead; of equals, but for rounding, the first in the order of ways.
Way further(float reach, Way way, float other_reach, Way other) {
  constexpr float equal = 1e-4F;
  const bool is_other =
      (other_reach > reach + equal) | ((other_reach >= reach - equal) & (other < way));
  return is_other ? other : way;
}

Way kept_or(Way nearest, Way before, Vec2 value, float kept_square) {
  const float ahead = along(value, before);
  const bool keeps = (before != Way::none) & (ahead > 0) & (ahead * ahead >= kept_square);
  return keeps ? before : nearest;
}

// Of a way: whether it leads to the right or up, to the left or down, or neither.
std::int8_t digit_towards(Way way, float Vec2::*axis) {
  const float ahead = towards[static_cast<std::size_t>(way)].*axis;
  return static_cast<std::int8_t>((ahead > 0 ? 1 : 0) - (ahead < 0 ? 1 : 0));
}

float square(float value) {
  return value * value;
}

}  // namespace

Digital digits_of_axis(float value, const Digital& before, const Thresholds& thresholds) {
  constexpr std::array ways = {Way::left, Way::none, Way::right};
  Digital digits;
  digits.x = digit_of(value, before.x, thresholds);
  digits.four = digits.eight = ways[static_cast<std::size_t>(digits.x + 1)];
  return digits;
}

Digital digits_of_vector(Vec2 value, const Digital& before, const Thresholds& thresholds) {
  Digital digits;
  const float length_square = square(value.x) + square(value.y);
  if (length_square < square(enough(thresholds, before.four != Way::none))) return digits;
  const bool is_left = value.x < 0;
  const bool is_down = value.y < 0;
  const Way beside = is_left ? Way::left : Way::right;
  const Way above = is_down ? Way::down : Way::up;
  const Way between = is_down ? (is_left ? Way::down_left : Way::down_right)
                              : (is_left ? Way::up_left : Way::up_right);
  const float x = std::abs(value.x);
  const float y = std::abs(value.y);
  const Way four = further(x, beside, y, above);
  const Way eight = further(std::max(x, y), four, x * diagonal + y * diagonal, between);
  digits.four = kept_or(four, before.four, value, length_square * kept_of_four);
  digits.eight = kept_or(eight, before.eight, value, length_square * kept_of_eight);
  digits.x = digit_towards(digits.eight, &Vec2::x);
  digits.y = digit_towards(digits.eight, &Vec2::y);
  return digits;
}

}  // namespace nextmove::core
