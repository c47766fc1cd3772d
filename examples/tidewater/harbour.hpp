// The game itself: a tug in a harbour, driven by the readings of a seat. Knows no window.
#pragma once

#include <string>
#include <vector>

#include <nextmove/nextmove.hpp>

namespace tidewater {

using nextmove::Vec2;

inline constexpr Vec2 harbour_size = {1280, 800};  // x to the right, y up
inline constexpr float quay_width = 250;           // at the right
inline constexpr Vec2 berth = {962, 425};
inline constexpr float fog_above = 560;  // y; north of here it is thick

struct Tug {
  Vec2 position = {480, 260};
  Vec2 velocity{};
  float heading = 1.5708F;  // radians, from the x axis towards y
  float engine = 0.6F;      // 0.2..1
  float light = 0;          // where the searchlight points, in degrees clockwise from the bow
};

struct Ring {  // of the horn's sound
  Vec2 centre;
  float age = 0;  // seconds
};

class Harbour;

/// There is one, on the quay, for all.
struct Crane {
  float angle = 180;    // of its jib, in degrees from the x axis towards y
  float height = 0.5F;  // of its hook, 0..1
  float slewing = 0;    // what the crane was told last, -1..1
  float hoisting = 0;
  const Harbour* worked_by = nullptr;
};

enum class Radio { silent, calling, talking };

/// What a player may choose besides the playbook.
struct Choices {
  bool auto_lamp = false;  // the searchlight goes on by itself in fog
  float call_after = 0;    // seconds until the radio calls; 0 for never
};

/// One player's side of it.
class Harbour {
 public:
  /// Enters the helm. Keeps references to the seat and the crane, and puts the docking pilot in
  /// between.
  Harbour(const nextmove::Playbook& playbook, nextmove::Seat& seat, Crane& crane,
          Choices choices = {}, Vec2 start = Tug{}.position);
  ~Harbour();
  Harbour(const Harbour&) = delete;
  Harbour& operator=(const Harbour&) = delete;

  /// The seat is back in the middle of a game: its contexts and mutes tell what was under way.
  /// Where the tug was, nothing tells.
  void go_on();

  /// One step of the game, with the readings of the last update. `dt` in seconds.
  void step(float dt);

  nextmove::Seat& seat() const { return seat_; }
  const Tug& tug() const { return tug_; }
  const Crane& crane() const { return crane_; }
  const std::vector<Ring>& rings() const { return rings_; }
  bool is_horn_sounding() const { return seat_.read(horn_).held; }
  bool is_lamp_on() const { return seat_.read(lamp_).held; }
  bool is_anchored() const { return seat_.read(anchor_).held; }
  bool is_chart_open() const { return seat_.is_in(chart_context_); }
  bool is_at_crane() const { return seat_.is_in(crane_context_); }
  bool is_piloted() const { return is_piloted_; }
  Radio radio() const { return radio_; }
  /// How far the line is hauled in, 0..1, and whether it slipped a moment ago.
  float hauling() const { return seat_.read(winch_).progress; }
  bool has_slipped() const { return since_slip_ < 1.5F; }
  unsigned hauls() const { return hauls_; }
  Vec2 chart_offset() const { return chart_offset_; }
  float chart_zoom() const { return chart_zoom_; }
  const std::vector<Vec2>& marks() const { return marks_; }
  Vec2 course() const { return seat_.read(steer_).value; }

  /// "tug at 480.0 260.0, heading 90, engine 60 %, 0 horns, chart closed, 0 marks", and what else
  /// there is to tell: ", anchored", ", 1 hauls" and so on.
  std::string report() const;

 private:
  void steer_to_berth(nextmove::Incoming& incoming);
  void light_in_fog(nextmove::Incoming& incoming);
  void step_tug(float dt);
  void step_horn(float dt);
  void step_line(float dt);
  void step_crane(float dt);
  void step_chart(float dt);
  void step_radio();

  nextmove::Seat& seat_;
  Crane& crane_;
  Choices choices_;
  nextmove::Vector steer_;
  nextmove::Axis throttle_;
  nextmove::Motion look_;
  nextmove::Button horn_;
  nextmove::Button lamp_;
  nextmove::Button winch_;
  nextmove::Button anchor_;
  nextmove::Button pilot_;
  nextmove::Button take_crane_;
  nextmove::Button leave_crane_;
  nextmove::Axis hoist_;
  nextmove::Axis slew_;
  nextmove::Button open_chart_;
  nextmove::Button close_chart_;
  nextmove::Vector pan_chart_;
  nextmove::Turn zoom_chart_;
  nextmove::Button mark_;
  nextmove::Button answer_;
  nextmove::Button hang_up_;
  nextmove::ContextId chart_context_;
  nextmove::ContextId crane_context_;

  // What the crane does about its actions; attached while somebody works it.
  nextmove::HandlerSet crane_handlers_;
  nextmove::InterceptorId pilot_step_{};
  nextmove::InterceptorId lamp_step_{};

  Tug tug_;
  std::vector<Ring> rings_;
  float until_next_ring_ = 0;
  unsigned horns_ = 0;
  unsigned hauls_ = 0;
  float since_slip_ = 1000;
  bool is_piloted_ = false;
  Radio radio_ = Radio::silent;
  float clock_ = 0;  // seconds
  bool has_called_ = false;
  Vec2 chart_offset_{};
  float chart_zoom_ = 1;
  std::vector<Vec2> marks_;
};

}  // namespace tidewater
