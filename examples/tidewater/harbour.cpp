#include "harbour.hpp"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <numbers>

namespace tidewater {
namespace {

constexpr float half_turn = std::numbers::pi_v<float>;
constexpr float top_speed = 260;     // at full engine, per second
constexpr float turn_rate = 3;       // radians per second
constexpr float response = 4;        // how fast the hull follows the engine, per second
constexpr float engine_rate = 0.6F;  // per second
constexpr float ring_life = 1.6F;    // seconds
constexpr float ring_every = 0.35F;  // seconds, while the horn is held
constexpr float chart_speed = 300;
constexpr float hull = 60;          // the tug keeps this far from every edge
constexpr float slew_rate = 70;     // degrees per second
constexpr float hoist_rate = 0.5F;  // per second

// The shortest way round from one heading to another, -pi..pi.
float turn_between(float from, float to) {
  return std::remainder(to - from, 2 * half_turn);
}

}  // namespace

Harbour::Harbour(const nextmove::Playbook& playbook, nextmove::Seat& seat, Crane& crane,
                 Choices choices, Vec2 start)
    : seat_(seat),
      crane_(crane),
      choices_(choices),
      steer_(playbook.vector("steer")),
      throttle_(playbook.axis("throttle")),
      look_(playbook.motion("look")),
      horn_(playbook.button("horn")),
      lamp_(playbook.button("lamp")),
      winch_(playbook.button("winch")),
      anchor_(playbook.button("anchor")),
      pilot_(playbook.button("pilot")),
      take_crane_(playbook.button("take_crane")),
      leave_crane_(playbook.button("leave_crane")),
      hoist_(playbook.axis("hoist")),
      slew_(playbook.axis("slew")),
      open_chart_(playbook.button("open_chart")),
      close_chart_(playbook.button("close_chart")),
      pan_chart_(playbook.vector("pan_chart")),
      zoom_chart_(playbook.turn("zoom_chart")),
      mark_(playbook.button("mark")),
      answer_(playbook.button("answer")),
      hang_up_(playbook.button("hang_up")),
      chart_context_(playbook.find_context("chart").value_or(nextmove::ContextId::none)),
      crane_context_(playbook.find_context("crane").value_or(nextmove::ContextId::none)) {
  crane_handlers_
      .on(slew_, [this](const nextmove::AxisReading& slew) { crane_.slewing = slew.value; })
      .on(hoist_, [this](const nextmove::AxisReading& hoist) { crane_.hoisting = hoist.value; });
  pilot_step_ = seat_.add_interceptor("docking pilot",
                                      [this](nextmove::Incoming& it) { steer_to_berth(it); });
  if (choices_.auto_lamp) {
    lamp_step_ =
        seat_.add_interceptor("fog lamp", [this](nextmove::Incoming& it) { light_in_fog(it); });
  }
  seat_.enter("helm");
  tug_.position = start;
}

Harbour::~Harbour() {
  if (crane_.worked_by == this) crane_.worked_by = nullptr;
  seat_.remove_interceptor(pilot_step_);
  seat_.remove_interceptor(lamp_step_);
}

// The docking pilot steers to the berth. The player takes over by steering against it; with it, the
// player changes nothing.
void Harbour::steer_to_berth(nextmove::Incoming& incoming) {
  if (!is_piloted_) return;
  const Vec2 way = {berth.x - tug_.position.x, berth.y - tug_.position.y};
  const float distance = std::hypot(way.x, way.y);
  constexpr float arrived = 6;
  constexpr float slows_from = 120;
  if (distance < arrived) {
    is_piloted_ = false;
    return;
  }
  const float speed = std::min(1.0F, distance / slows_from);
  const Vec2 course = {way.x / distance * speed, way.y / distance * speed};
  const Vec2 player = incoming.read(steer_).value;
  constexpr float against = -0.2F;
  if (player.x * course.x + player.y * course.y < against * speed) {
    is_piloted_ = false;
    return;
  }
  incoming.set(steer_, course);
}

// For players to whom one key more is one too many.
void Harbour::light_in_fog(nextmove::Incoming& incoming) {
  if (tug_.position.y > fog_above) incoming.hold(lamp_);
}

void Harbour::go_on() {
  if (is_at_crane()) {
    crane_.worked_by = this;
    crane_handlers_.attach(seat_);
  }
  if (!seat_.is_in("radio")) return;
  has_called_ = true;
  radio_ = Radio::calling;
}

void Harbour::step(float dt) {
  clock_ += dt;
  step_radio();
  step_tug(dt);
  step_horn(dt);
  step_line(dt);
  step_crane(dt);
  step_chart(dt);
}

void Harbour::step_tug(float dt) {
  if (seat_.read(pilot_).pressed) is_piloted_ = !is_piloted_;
  tug_.engine =
      std::clamp(tug_.engine + seat_.read(throttle_).value * engine_rate * dt, 0.2F, 1.0F);
  tug_.light = std::remainder(tug_.light + seat_.read(look_).value.x, 360.0F);
  const Vec2 course = is_anchored() ? Vec2{} : seat_.read(steer_).value;
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

void Harbour::step_line(float dt) {
  const nextmove::ButtonReading winch = seat_.read(winch_);
  hauls_ += winch.presses;
  since_slip_ = winch.let_go_early ? 0 : since_slip_ + dt;
}

void Harbour::step_crane(float dt) {
  if (seat_.read(take_crane_).pressed && crane_.worked_by == nullptr) {
    crane_.worked_by = this;
    seat_.switch_to(crane_context_);
    crane_handlers_.attach(seat_);
  }
  if (seat_.read(leave_crane_).pressed) {
    crane_handlers_.detach();  // which stops the crane
    crane_.worked_by = nullptr;
    seat_.switch_to("helm");
  }
  if (crane_.worked_by != this) return;
  crane_.angle = std::clamp(crane_.angle - crane_.slewing * slew_rate * dt, 90.0F, 270.0F);
  crane_.height = std::clamp(crane_.height + crane_.hoisting * hoist_rate * dt, 0.0F, 1.0F);
}

// The same key opens and closes the chart. The press that opens it cannot close it again: it was
// heard at the helm, and the chart waits for a fresh one.
void Harbour::step_chart(float dt) {
  if (seat_.read(open_chart_).pressed) seat_.enter(chart_context_);
  if (seat_.read(close_chart_).pressed) seat_.leave(chart_context_);
  const Vec2 pan = seat_.read(pan_chart_).value;
  chart_offset_.x = std::clamp(chart_offset_.x + pan.x * chart_speed * dt, -300.0F, 300.0F);
  chart_offset_.y = std::clamp(chart_offset_.y + pan.y * chart_speed * dt, -200.0F, 200.0F);
  chart_zoom_ = std::clamp(chart_zoom_ + seat_.read(zoom_chart_).value, 1.0F, 2.5F);
  if (seat_.read(mark_).pressed) marks_.push_back(chart_offset_);
}

// A call takes the player's hands from the wheel: while it lasts, what is muted hears no control.
// The docking pilot, who needs none, goes on.
void Harbour::step_radio() {
  const bool is_due = choices_.call_after > 0 && clock_ >= choices_.call_after && !has_called_;
  if (is_due) {
    has_called_ = true;
    radio_ = Radio::calling;
    seat_.enter("radio");
    seat_.mute("radio_call");
  }
  if (radio_ == Radio::calling && seat_.read(answer_).pressed) radio_ = Radio::talking;
  if (radio_ != Radio::silent && seat_.read(hang_up_).pressed) {
    radio_ = Radio::silent;
    seat_.unmute("radio_call");
    seat_.leave("radio");
  }
}

std::string Harbour::report() const {
  const int degrees =
      static_cast<int>(std::lround(std::remainder(tug_.heading, 2 * half_turn) * 180 / half_turn));
  char text[160];
  std::snprintf(text, sizeof text,
                "tug at %.1f %.1f, heading %d, engine %.0f %%, %u horns, chart %s, %zu marks",
                static_cast<double>(tug_.position.x), static_cast<double>(tug_.position.y), degrees,
                static_cast<double>(tug_.engine * 100), horns_, is_chart_open() ? "open" : "closed",
                marks_.size());
  std::string all = text;
  if (hauls_ > 0) all += ", " + std::to_string(hauls_) + " hauls";
  if (is_anchored()) all += ", anchored";
  if (is_lamp_on()) all += ", lamp on";
  if (is_piloted_) all += ", piloted";
  if (is_at_crane()) all += ", at the crane";
  if (radio_ != Radio::silent) {
    all += radio_ == Radio::calling ? ", radio calling" : ", radio talking";
  }
  return all;
}

}  // namespace tidewater
