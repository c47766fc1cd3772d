// The game itself: one tug in a harbour, driven by the readings of a seat. Knows no window.
#pragma once

#include <string>
#include <vector>

#include <nextmove/nextmove.hpp>

namespace tidewater {

using nextmove::Vec2;

inline constexpr Vec2 harbour_size = {1280, 800};  // x to the right, y up
inline constexpr float quay_width = 250;           // at the right

struct Tug {
  Vec2 position = {480, 260};
  Vec2 velocity{};
  float heading = 1.5708F;  // radians, from the x axis towards y
  float engine = 0.6F;      // 0.2..1
};

struct Ring {  // of the horn's sound
  Vec2 centre;
  float age = 0;  // seconds
};

class Harbour {
 public:
  /// Enters the helm. Keeps a reference to the seat.
  Harbour(const nextmove::Playbook& playbook, nextmove::Seat& seat);

  /// One step of the game, with the readings of the last update. `dt` in seconds.
  void step(float dt);

  const Tug& tug() const { return tug_; }
  const std::vector<Ring>& rings() const { return rings_; }
  bool is_horn_sounding() const { return seat_.read(horn_).held; }
  bool is_chart_open() const { return seat_.is_in(chart_context_); }
  Vec2 chart_offset() const { return chart_offset_; }
  const std::vector<Vec2>& marks() const { return marks_; }
  Vec2 course() const { return seat_.read(steer_).value; }

  /// "tug at 480.0 260.0, heading 90, engine 60 %, 0 horns, chart closed, 0 marks"
  std::string report() const;

 private:
  void step_tug(float dt);
  void step_horn(float dt);
  void step_chart(float dt);

  nextmove::Seat& seat_;
  nextmove::Vector steer_;
  nextmove::Axis throttle_;
  nextmove::Button horn_;
  nextmove::Button open_chart_;
  nextmove::Button close_chart_;
  nextmove::Vector pan_chart_;
  nextmove::Button mark_;
  nextmove::ContextId chart_context_;

  Tug tug_;
  std::vector<Ring> rings_;
  float until_next_ring_ = 0;
  unsigned horns_ = 0;
  Vec2 chart_offset_{};
  std::vector<Vec2> marks_;
};

}  // namespace tidewater
