// The window, and which part of it is whose.
#pragma once

#include <memory>
#include <span>

#include <nextmove/area.hpp>
#include <nextmove/seat.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove::core {

class Screen {
 public:
  using Seats = std::span<const std::unique_ptr<Seat>>;

  Vec2 window() const { return window_; }
  void set_window(Vec2 size, Seats seats);
  /// Whether each who plays gets a part.
  void split(bool is_split, Seats seats);
  /// A seat is new.
  void add(Seat& seat) const;
  void set_part(Seat& seat, Area part) const;
  /// Others play than did.
  void lay(Seats seats) const;

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack);

 private:
  Vec2 window_ = {16, 9};
  bool is_split_ = false;
};

}  // namespace nextmove::core
