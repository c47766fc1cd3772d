#include "shaping.hpp"

#include <algorithm>
#include <cmath>

namespace nextmove::core {
namespace {

// A power as a fine line of points. Rounded to millionths, since the last digits of pow differ
// between standard libraries and a recording must play back the same everywhere.
std::vector<Vec2> points_of_power(float power) {
  constexpr int count = 256;
  std::vector<Vec2> points;
  for (int i = 0; i <= count; ++i) {
    const double x = static_cast<double>(i) / count;
    const double y = std::round(std::pow(x, static_cast<double>(power)) * 1e6) / 1e6;
    points.push_back({static_cast<float>(x), static_cast<float>(y)});
  }
  return points;
}

}  // namespace

// By Taylor's series where x is small, and by squaring where it is not: exp(-x) = exp(-x / 2)^2.
float decay(float x) {
  constexpr float nothing_left_from = 40;
  if (!(x < nothing_left_from)) return 0;
  double small = static_cast<double>(x);
  int halvings = 0;
  for (; small > 0.125; ++halvings) small /= 2;
  double term = 1;
  double sum = 1;
  for (int i = 1; i <= 9; ++i) {
    term *= -small / i;
    sum += term;
  }
  for (; halvings > 0; --halvings) sum *= sum;
  return static_cast<float>(sum);
}

LengthShaping::LengthShaping(const Shaping& shaping, float dead_zone)
    : axial_(shaping.axial_dead_zone),
      from_(dead_zone),
      to_(1 - shaping.outer_dead_zone),
      scale_(shaping.scale) {
  if (!shaping.curve.points.empty()) {
    points_ = shaping.curve.points;
  } else if (shaping.curve.power != 1) {
    points_ = points_of_power(shaping.curve.power);
  }
  is_straight_ = axial_ == 0 && from_ == 0 && to_ == 1 && points_.empty();
}

float LengthShaping::curved(float length) const {
  const auto after = std::upper_bound(points_.begin(), points_.end(), length,
                                      [](float x, Vec2 point) { return x < point.x; });
  if (after == points_.end()) return points_.back().y;
  const Vec2 a = *(after - 1);
  const Vec2 b = *after;
  return a.y + (b.y - a.y) * ((length - a.x) / (b.x - a.x));
}

}  // namespace nextmove::core
