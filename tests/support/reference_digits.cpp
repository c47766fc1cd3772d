// The reference model: axes and vectors as digits, and the presses of their directions.
#include <algorithm>
#include <array>
#include <cmath>

#include "support/reference_model.hpp"

namespace nextmove::support {
namespace {

constexpr double nearly = 1e-3;
constexpr double degrees = 57.29577951308232;

// The nearest of `count` ways, from right on; of two, the first of right, up_right, up ...
Way nearest_of(int count, double x, double y) {
  Way nearest = Way::right;
  double furthest = -1;
  for (int i = 0; i < count; ++i) {
    const double angle = 2 * std::acos(-1.0) * i / count;
    const double ahead = x * std::cos(angle) + y * std::sin(angle);
    if (ahead <= furthest + 1e-4) continue;
    furthest = ahead;
    nearest = static_cast<Way>(1 + i * (8 / count));
  }
  return nearest;
}

// Unless it points past the border of the way before and 5 degrees more.
Way next_way(Way before, int count, double x, double y) {
  const double angle = 45 * (static_cast<double>(before) - 1);
  const double off = std::remainder(std::atan2(y, x) * degrees - angle, 360);
  const bool is_kept = before != Way::none && std::abs(off) <= 180.0 / count + 5;
  return is_kept ? before : nearest_of(count, x, y);
}

}  // namespace

Digital ReferenceModel::digits_of(std::size_t a, Point value, const Digital& before) const {
  const Thresholds& thresholds = book_.actions[a].digital;
  const auto enough = [&](bool was) {
    return static_cast<double>(was ? thresholds.release_at : thresholds.press_at) - nearly;
  };
  if (book_.actions[a].kind == ActionKind::axis) {
    if (value.x >= enough(before.x > 0)) return {1, 0, Way::right, Way::right};
    if (value.x <= -enough(before.x < 0)) return {-1, 0, Way::left, Way::left};
    return {};
  }
  if (std::hypot(value.x, value.y) < enough(before.eight != Way::none)) return {};
  Digital digits;
  digits.four = next_way(before.four, 4, value.x, value.y);
  digits.eight = next_way(before.eight, 8, value.x, value.y);
  constexpr std::array<int, 9> xs = {0, 1, 1, 0, -1, -1, -1, 0, 1};
  constexpr std::array<int, 9> ys = {0, 0, 1, 1, 1, 0, -1, -1, -1};
  digits.x = static_cast<std::int8_t>(xs[static_cast<std::size_t>(digits.eight)]);
  digits.y = static_cast<std::int8_t>(ys[static_cast<std::size_t>(digits.eight)]);
  return digits;
}

// By what is pushed, whatever smoothing lets through.
void ReferenceModel::note_digits(std::size_t a) {
  Action& action = actions_[a];
  const Device* const driver = find_device(action.driver);
  const bool is_pushed = driver != nullptr && driver->sizes[a] > 0;
  const Digital before = action.digits;
  const Digital now = digits_of(a, is_pushed ? sum_of(*driver, a, false) : Point{}, before);
  action.digits = now;
  if (action.operated && action.mutes == 0) {
    action.ways.right += now.x > 0 && before.x <= 0 ? 1 : 0;
    action.ways.left += now.x < 0 && before.x >= 0 ? 1 : 0;
    action.ways.up += now.y > 0 && before.y <= 0 ? 1 : 0;
    action.ways.down += now.y < 0 && before.y >= 0 ? 1 : 0;
  }
  action.operated = false;
}

// A detent of the wheel is a press of the direction that it drives.
void ReferenceModel::press_by_detents(Contact& contact, const Item& item, Vec2 value) {
  Action& action = actions_[item.action];
  if (item.control.source != Control::Wheel || action.mutes > 0) return;
  for (const bool is_x : {true, false}) {
    double& turned = is_x ? contact.turned.x : contact.turned.y;
    turned = std::clamp(turned + static_cast<double>(is_x ? value.x : value.y), -100.0, 100.0);
    for (; std::abs(turned) >= 0.999; turned -= std::copysign(1.0, turned)) {
      const float way = turned > 0 ? 1 : -1;
      const auto [right, left, up, down] = contribution(item, is_x ? Vec2{way, 0} : Vec2{0, way});
      action.ways.right += right > left ? 1 : 0;
      action.ways.left += left > right ? 1 : 0;
      action.ways.up += up > down ? 1 : 0;
      action.ways.down += down > up ? 1 : 0;
    }
  }
}

}  // namespace nextmove::support
