#include "compiled/shaping.hpp"

#include <algorithm>
#include <cmath>

namespace nextmove::core {
namespace {

constexpr int power_steps = 256;  // a power of two, so that no x is rounded

// A power as a fine line of points. Rounded to millionths, since the last digits of pow differ
// between standard libraries and a recording must play back the same everywhere.
std::vector<Vec2> points_of_power(float power) {
  std::vector<Vec2> points;
  for (int i = 0; i <= power_steps; ++i) {
    const double x = static_cast<double>(i) / power_steps;
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
  for (; small > 0.125; ++halvings) small *= 0.5;
  // Its first eight terms, grouped so that they need not wait for each other. The first that is
  // left out is below 2e-12.
  const double square = small * small;
  const double low = (1 - small) + (1.0 / 2 - small * (1.0 / 6)) * square;
  const double high =
      (1.0 / 24 - small * (1.0 / 120)) + (1.0 / 720 - small * (1.0 / 5040)) * square;
  double sum = low + high * (square * square);
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
    is_power_ = true;
  }
  is_straight_ = axial_ == 0 && from_ == 0 && to_ == 1 && points_.empty();
}

// The last point that does not lie beyond `length`, which is less than that of the last of all.
std::size_t LengthShaping::piece(float length) const {
  if (is_power_) return static_cast<std::size_t>(length * power_steps);
  const auto beyond = std::upper_bound(points_.begin(), points_.end(), length,
                                       [](float x, Vec2 point) { return x < point.x; });
  return static_cast<std::size_t>(beyond - points_.begin()) - 1;
}

float LengthShaping::curved(float length) const {
  if (!(length < points_.back().x)) return points_.back().y;  // nor where it is no number
  const Vec2* const before = &points_[piece(length)];
  const Vec2 a = before[0];
  const Vec2 b = before[1];
  return a.y + (b.y - a.y) * ((length - a.x) / (b.x - a.x));
}

}  // namespace nextmove::core
