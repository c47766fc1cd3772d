// What devices say, and what becomes of it, for the story.
#pragma once

#include <cstddef>
#include <cstdint>
#include <vector>

#include <nextmove/event.hpp>

#include "players/fate.hpp"
#include "players/story_book.hpp"
#include "players/table.hpp"

namespace nextmove::core {

/// Looks at each event before the seats hear it and after. Used only while the story is on.
class StoryWriter {
 public:
  /// All must outlive it.
  StoryWriter(StoryBook& book, const Table& table, DeviceList& devices, const Journal& journal);

  void begin(const Event& event);
  /// Seats heard the event that was begun, or something took it from them.
  void end(const Event& event, bool is_heard);
  /// An event that no device says.
  void pass_over(const Event& event);
  /// Interceptors have made readings of what was heard.
  void settle(Time now);

  /// What became of an open line up to now: of a hold, say, that has been reached meanwhile.
  void look_again(StoryLine& line) const;
  /// Whether its control is still pushed, or has moved a moment ago.
  bool is_open(const StoryLine& line, Time now) const;

 private:
  struct Seen;
  /// How often an action was pressed.
  struct Presses {
    const Seat* seat;
    ActionId action;
    std::uint32_t cursor;
  };

  StoryLine* find_open(Control control, const Event& event);
  StoryLine& begin_line(const Event& event);
  void take_over_fate(StoryLine& line) const;
  Seen look(DeviceId device, Control control) const;
  void count_presses(DeviceId device, Control control);
  bool is_pressed_since(const Seat& seat, ActionId action) const;
  static void take_in(const Event& event, StoryLine& line);
  static void tell(const Seen& seen, StoryLine& line);

  StoryBook& book_;
  const Table& table_;
  DeviceList& devices_;
  const Journal& journal_;
  Fate fate_{};                   // of the event at hand
  bool is_settled_ = true;        // all lines are
  std::vector<Presses> presses_;  // before it
};

}  // namespace nextmove::core
