// Who plays: first the table where players sit down, then a tug for each. Knows no window.
#pragma once

#include <memory>
#include <span>
#include <string>
#include <utility>
#include <vector>

#include <nextmove/nextmove.hpp>

#include "harbour.hpp"

namespace tidewater {

/// How many sit down, and what they see.
struct Table {
  std::size_t players = 1;     // 1: nobody joins, the one player has everything
  bool shares_screen = false;  // one picture for all, not a part for each
  /// In the middle of a game: the seats, and which of them have a tug. Empty at the start of one.
  std::vector<std::pair<std::string, bool>> under_way{};
};

/// The seats of a recording that begins in the middle of a game; none of one that begins at its
/// start.
std::vector<std::pair<std::string, bool>> under_way(const nextmove::RecordingHeader& head);

class Party {
 public:
  /// Adds its seats to the hub and sets its rules. Keeps references.
  Party(nextmove::Hub& hub, Choices choices, const Table& table);

  /// The hub is back in the middle of a game: goes on with what was under way there.
  void go_on();

  /// One step of the game, with the readings of the last update. `dt` in seconds.
  void step(float dt);

  /// Still sitting down.
  bool is_at_table() const { return is_at_table_; }
  bool is_ready(const nextmove::Seat& seat) const;
  /// The player holds a button at the table, to see which device is theirs.
  bool is_here(const nextmove::Seat& seat) const { return seat.read(here_).held; }
  bool can_be_here(const nextmove::Seat& seat) const { return seat.prompt(here_).is_bound; }
  std::span<nextmove::Seat* const> seats() const { return seats_; }

  /// Those who play, each with a tug. Empty at the table.
  const std::vector<std::unique_ptr<Harbour>>& tugs() const { return tugs_; }
  /// The seats for which the game stands still, since they have lost what they play with.
  std::vector<const nextmove::Seat*> waited_for() const;

  /// A line for each tug; with its name before it where there are several.
  std::string report() const;

 private:
  void step_table();
  void cast_off();
  void add_tug(nextmove::Seat& seat);

  nextmove::Hub& hub_;
  Choices choices_;
  Table table_;
  nextmove::Button ready_;
  nextmove::Button here_;
  nextmove::Button get_up_;
  std::vector<nextmove::Seat*> seats_;
  std::vector<const nextmove::Seat*> ready_seats_;
  Crane crane_;
  std::vector<std::unique_ptr<Harbour>> tugs_;
  bool is_at_table_;
};

}  // namespace tidewater
