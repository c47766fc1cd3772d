// The part of the window that is a seat's own.
#pragma once

#include <algorithm>

#include <nextmove/area.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove::core {

class ScreenPart {
 public:
  ScreenPart() = default;
  /// `window` in any unit.
  ScreenPart(Vec2 window, Area area)
      : area_(area), size_{window.x * area.width, window.y * area.height} {}

  /// In shares of the window.
  Area area() const { return area_; }
  /// In the window's unit.
  Vec2 size() const { return size_; }

  /// Whether this place of the window lies in it.
  bool contains(Vec2 place) const {
    constexpr float last = 0.9999999F;  // the far edges belong to the parts that touch them
    return area_.contains({std::min(place.x, last), std::min(place.y, last)});
  }
  /// From shares of the window to shares of the part.
  Vec2 from_window(Vec2 place) const {
    return {(place.x - area_.left) / area_.width, (place.y - area_.top) / area_.height};
  }
  /// And back.
  Vec2 to_window(Vec2 place) const {
    return {area_.left + place.x * area_.width, area_.top + place.y * area_.height};
  }
  /// From shares of the part, y down, to shares of its shorter side, y up.
  Vec2 in_shorter_sides(Vec2 way) const {
    constexpr float most_slender = 1e-6F;  // what is longer would make ways without an end
    const auto [shortest, longest] = std::minmax(size_.x, size_.y);
    const float shorter = std::max(shortest, longest * most_slender);
    return {way.x * size_.x / shorter, -way.y * size_.y / shorter};
  }

 private:
  Area area_{};
  Vec2 size_{};
};

}  // namespace nextmove::core
