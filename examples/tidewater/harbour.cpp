#include "harbour.hpp"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace tidewater {
namespace {

constexpr float pi = 3.14159265F;
constexpr float top_speed = 260;     // at full engine, per second
constexpr float turn_rate = 3;       // radians per second
constexpr float response = 4;        // how fast the hull follows the engine, per second
constexpr float engine_rate = 0.6F;  // per second
constexpr float ring_life = 1.6F;    // seconds
constexpr float ring_every = 0.35F;  // seconds, while the horn is held
constexpr float chart_speed = 300;
constexpr float hull = 60;  // the tug keeps this far from every edge

// The shortest way round from one heading to another, -pi..pi.
float turn_between(float from, float to) {
  return std::remainder(to - from, 2 * pi);
}

}  // namespace

Harbour::Harbour(const nextmove::Playbook& playbook, nextmove::Seat& seat)
    : seat_(seat),
      steer_(playbook.vector("steer")),
      throttle_(playbook.axis("throttle")),
      horn_(playbook.button("horn")),
      open_chart_(playbook.button("open_chart")),
      close_chart_(playbook.button("close_chart")),
      pan_chart_(playbook.vector("pan_chart")),
      mark_(playbook.button("mark")),
      chart_context_(playbook.find_context("chart").value_or(nextmove::ContextId::none)) {
  seat_.enter("helm");
}

void Harbour::step(float dt) {
  step_tug(dt);
  step_horn(dt);
  step_chart(dt);
}

void Harbour::step_tug(float dt) {
  tug_.engine =
      std::clamp(tug_.engine + seat_.read(throttle_).value * engine_rate * dt, 0.2F, 1.0F);
  const Vec2 course = seat_.read(steer_).value;
  const float speed = top_speed * tug_.engine;
  const float follow = 1 - std::exp(-response * dt);
  tug_.velocity.x += (course.x * speed - tug_.velocity.x) * follow;
  tug_.velocity.y += (course.y * speed - tug_.velocity.y) * follow;
  tug_.position.x =
      std::clamp(tug_.position.x + tug_.velocity.x * dt, hull, harbour_size.x - quay_width - hull);
  tug_.position.y = std::clamp(tug_.position.y + tug_.velocity.y * dt, hull, harbour_size.y - hull);
  if (course != Vec2{}) {
    const float turn = turn_between(tug_.heading, std::atan2(course.y, course.x));
    tug_.heading += std::clamp(turn, -turn_rate * dt, turn_rate * dt);
  }
}

void Harbour::step_horn(float dt) {
  for (Ring& ring : rings_) ring.age += dt;
  std::erase_if(rings_, [](const Ring& ring) { return ring.age > ring_life; });

  const nextmove::ButtonReading horn = seat_.read(horn_);
  horns_ += horn.presses;
  until_next_ring_ -= dt;
  if (horn.pressed || (horn.held && until_next_ring_ <= 0)) {
    rings_.push_back({tug_.position});
    until_next_ring_ = ring_every;
  }
}

// The same key opens and closes the chart. The press that opens it cannot close it again: it was
// heard at the helm, and the chart waits for a fresh one.
void Harbour::step_chart(float dt) {
  if (seat_.read(open_chart_).pressed) seat_.enter(chart_context_);
  if (seat_.read(close_chart_).pressed) seat_.leave(chart_context_);
  const Vec2 pan = seat_.read(pan_chart_).value;
  chart_offset_.x = std::clamp(chart_offset_.x + pan.x * chart_speed * dt, -300.0F, 300.0F);
  chart_offset_.y = std::clamp(chart_offset_.y + pan.y * chart_speed * dt, -200.0F, 200.0F);
  if (seat_.read(mark_).pressed) marks_.push_back(chart_offset_);
}

std::string Harbour::report() const {
  const int degrees =
      static_cast<int>(std::lround(std::remainder(tug_.heading, 2 * pi) * 180 / pi));
  char text[160];
  std::snprintf(text, sizeof text,
                "tug at %.1f %.1f, heading %d, engine %.0f %%, %u horns, chart %s, %zu marks",
                static_cast<double>(tug_.position.x), static_cast<double>(tug_.position.y), degrees,
                static_cast<double>(tug_.engine * 100), horns_, is_chart_open() ? "open" : "closed",
                marks_.size());
  return text;
}

}  // namespace tidewater
