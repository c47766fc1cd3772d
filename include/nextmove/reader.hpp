// Readers: for loops that run at another rate than the updates.
#pragma once

#include <cstdint>
#include <vector>

#include <nextmove/seat.hpp>

namespace nextmove {

/// Reads a seat with a cursor of its own: a fixed-step loop that steps several times between two
/// updates, or not at all, neither misses a press nor sees one twice.
///
///     Reader reader{seat};
///     for (; behind >= step; behind -= step) {
///       reader.step();
///       if (reader.read(jump).pressed) ...
///     }
///
/// Begins anew where its hub has gone back to a snapshot.
///
/// Allocates when made and in the first step after Hub::adopt. The seat must outlive it. Wrong
/// handles are complaints, as in Seat::read.
class Reader {
 public:
  /// What was pressed before the reader was made is not seen.
  explicit Reader(const Seat& seat);

  /// Begins a step: from now on `read` tells what happened since the step before.
  void step();

  ButtonReading read(Button action) const;
  /// The value of the last update, and what was pressed since the step before.
  AxisReading read(Axis action) const;
  VectorReading read(Vector action) const;
  PointerReading read(Pointer action) const { return seat_.read(action); }
  MotionReading read(Motion action) const;  ///< what it moved since the step before
  TurnReading read(Turn action) const;      ///< likewise

  /// Seat::take_press with what this reader has taken: others may take the same press.
  bool take_press(Button action, Duration within);

 private:
  struct Counts {
    std::uint32_t presses = 0;
    std::uint32_t releases = 0;
    std::uint32_t early = 0;
    std::uint32_t downs = 0;
    DirectionPresses ways{};
    double x = 0;
    double y = 0;
  };

  DirectionPresses ways_of(ActionId action) const;
  Vec2 way_of(ActionId action) const;

  void begin();

  const Seat& seat_;
  std::uint32_t restores_ = 0;        // of the seat, when it was begun
  std::vector<Counts> before_;        // by action
  std::vector<Counts> now_;           // by action
  std::vector<std::uint32_t> taken_;  // by action: how many presses there were at the last it took
};

}  // namespace nextmove
