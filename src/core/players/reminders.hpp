// What at a table is seldom meant, told once.
#pragma once

#include <memory>
#include <span>
#include <vector>

#include <nextmove/event.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/seat.hpp>
#include <nextmove/seating_rules.hpp>

#include "players/device_list.hpp"

namespace nextmove::core {

class Reminders {
 public:
  /// The rules are these from now on.
  void look_at_rules() { is_new_rules_ = true; }
  /// A player has sat down.
  void look_at(const Seat& seat) { newcomers_.push_back({&seat, 0}); }
  /// Somebody pressed on a device that nobody has, while nobody may join.
  void hear_idle_press(const Event& event, const Playbook& playbook, const DeviceList& devices);
  /// Players have come back from a snapshot.
  void forget_newcomers() { newcomers_.clear(); }
  void update(const SeatingRules& rules, std::span<const std::unique_ptr<Seat>> seats);

 private:
  struct Newcomer {
    const Seat* seat;
    int updates;
  };

  bool is_new_rules_ = true;
  bool is_told_of_joining_ = false;
  std::vector<Newcomer> newcomers_;  // who are in no context
};

}  // namespace nextmove::core
