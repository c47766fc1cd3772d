// Players who type into a text field.
#pragma once

#include <memory>
#include <span>

#include <nextmove/event.hpp>
#include <nextmove/seat.hpp>

#include "players/device_list.hpp"

namespace nextmove::core {

class Typing {
 public:
  /// Must outlive it.
  explicit Typing(DeviceList& devices) : devices_(devices) {}

  /// See Hub::set_typing; only where it changes.
  void set(Seat& seat, bool is_typing);
  bool is_anybody() const { return seats_ != 0; }
  /// Whether the event is text that a player types.
  bool is_text(const Event& event) const;
  /// Seats have come back from a snapshot.
  void count_again(std::span<const std::unique_ptr<Seat>> seats);

 private:
  DeviceList& devices_;
  int seats_ = 0;  // how many seats' players type
};

}  // namespace nextmove::core
