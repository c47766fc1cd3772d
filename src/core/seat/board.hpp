// What the game reads of a seat, and what of it the last update has changed.
#pragma once

#include <span>
#include <vector>

#include <nextmove/playbook.hpp>
#include <nextmove/reading.hpp>

#include "compiled/wiring.hpp"

namespace nextmove::core {

class Board {
 public:
  explicit Board(const Playbook& playbook) { play_by(playbook); }

  /// Readings of actions that are of the same kind in this playbook go on.
  void play_by(const Playbook& playbook);

  /// By action; in place until play_by.
  std::span<const Reading> readings() const { return readings_; }
  const Reading& reading(ActionId action) const { return readings_[Wiring::index(action)]; }
  ActionKind kind(ActionId action) const { return readings_[Wiring::index(action)].kind; }
  std::span<const ActionId> changes() const { return {changes_.data(), change_count_}; }

  /// What was news in the update before is none any more.
  void begin_update();
  // What an action came to in this update, each at most once.
  void set_button(ActionId action, const ButtonReading& button) {
    Reading& reading = readings_[Wiring::index(action)];
    const bool is_changed = (button.presses + button.releases + button.early + button.downs != 0) |
                            (button.progress != reading.button.progress);
    reading.button = button;
    reading.presses_ever += button.presses;
    reading.releases_ever += button.releases;
    reading.early_ever += button.early;
    reading.downs_ever += button.downs;
    list_change(action, is_changed);
  }
  void set_value(ActionId action, Vec2 value, const Digital& digital,
                 const DirectionPresses& ways) {
    Reading& reading = readings_[Wiring::index(action)];
    if (value == reading.value && digital == reading.digital && ways == DirectionPresses{}) return;
    reading.value = value;
    reading.digital = digital;
    reading.ways = ways;
    reading.ways_ever.right += ways.right;
    reading.ways_ever.left += ways.left;
    reading.ways_ever.up += ways.up;
    reading.ways_ever.down += ways.down;
    list_change(action, true);
  }
  void set_motion(ActionId action, Vec2 value) {
    Reading& reading = readings_[Wiring::index(action)];
    if (value == reading.value && value == Vec2{}) return;
    reading.value = value;
    list_change(action, true);
    reading.x_ever += static_cast<double>(value.x);
    reading.y_ever += static_cast<double>(value.y);
  }
  void set_pointer(ActionId action, Vec2 position, bool is_present);

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack);

 private:
  // Without a branch; see Tally.
  void list_change(ActionId action, bool is_changed) {
    changes_[change_count_] = action;
    change_count_ += is_changed ? 1 : 0;
  }

  std::vector<Reading> readings_;  // by action
  std::vector<ActionId> changes_;  // the first change_count_; one more has room for a write in vain
  std::size_t change_count_ = 0;
};

}  // namespace nextmove::core
