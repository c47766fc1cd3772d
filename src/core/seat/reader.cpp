#include <nextmove/reader.hpp>

#include "seat/seat_state.hpp"

namespace nextmove {

Reader::Reader(const Seat& seat)
    : seat_(seat), before_(seat.readings().size()), now_(seat.readings().size()) {
  begin();
}

void Reader::begin() {
  restores_ = seat_.state().common().restores;
  taken_.clear();
  step();
  step();
}

void Reader::step() {
  if (restores_ != seat_.state().common().restores) return begin();
  before_.swap(now_);
  // A playbook that was adopted since may have more actions.
  before_.resize(seat_.readings().size());
  now_.resize(seat_.readings().size());
  for (std::size_t i = taken_.size(); i < now_.size(); ++i) {
    taken_.push_back(seat_.state().presses().cursor(static_cast<ActionId>(i)));
  }
  for (std::size_t i = 0; i < now_.size(); ++i) {
    const Reading& reading = seat_.readings()[i];
    now_[i] = {reading.presses_ever, reading.releases_ever, reading.early_ever, reading.downs_ever,
               reading.ways_ever,    reading.x_ever,        reading.y_ever};
  }
}

ButtonReading Reader::read(Button action) const {
  const auto index = static_cast<std::size_t>(seat_.state().handles().find(action, "Reader::read"));
  if (index >= now_.size()) return {};
  const Counts& now = now_[index];
  const Counts& before = before_[index];
  ButtonReading reading = seat_.read(action);
  reading.presses = now.presses - before.presses;
  reading.releases = now.releases - before.releases;
  reading.pressed = reading.presses != 0;
  reading.released = reading.releases != 0;
  reading.early = now.early - before.early;
  reading.let_go_early = reading.early != 0;
  reading.downs = now.downs - before.downs;
  reading.went_down = reading.downs != 0;
  return reading;
}

DirectionPresses Reader::ways_of(ActionId action) const {
  const auto index = static_cast<std::size_t>(action);
  if (index >= now_.size()) return {};
  const DirectionPresses& now = now_[index].ways;
  const DirectionPresses& before = before_[index].ways;
  return {now.right - before.right, now.left - before.left, now.up - before.up,
          now.down - before.down};
}

AxisReading Reader::read(Axis action) const {
  AxisReading reading = seat_.read(action);
  const DirectionPresses ways = ways_of(seat_.state().handles().find(action, "Reader::read"));
  reading.more_presses = ways.right;
  reading.less_presses = ways.left;
  return reading;
}

VectorReading Reader::read(Vector action) const {
  VectorReading reading = seat_.read(action);
  reading.presses = ways_of(seat_.state().handles().find(action, "Reader::read"));
  return reading;
}

bool Reader::take_press(Button action, Duration within) {
  const ActionId id = seat_.state().handles().find(action, "Reader::take_press");
  const auto index = static_cast<std::size_t>(id);
  return index < taken_.size() && seat_.state().presses().take(id, within, taken_[index]);
}

MotionReading Reader::read(Motion action) const {
  return {way_of(seat_.state().handles().find(action, "Reader::read"))};
}
TurnReading Reader::read(Turn action) const {
  return {way_of(seat_.state().handles().find(action, "Reader::read")).x};
}

Vec2 Reader::way_of(ActionId action) const {
  const auto index = static_cast<std::size_t>(action);
  if (index >= now_.size()) return {};
  return {static_cast<float>(now_[index].x - before_[index].x),
          static_cast<float>(now_[index].y - before_[index].y)};
}

}  // namespace nextmove
