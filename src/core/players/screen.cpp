#include "players/screen.hpp"

#include <algorithm>
#include <vector>

#include "seat/seat_state.hpp"

namespace nextmove::core {

void Screen::set_window(Vec2 size, Seats seats) {
  window_ = size;
  for (const auto& seat : seats) set_part(*seat, seat->part());
  lay(seats);
}

void Screen::split(bool is_split, Seats seats) {
  const bool is_joined = is_split_ && !is_split;
  is_split_ = is_split;
  if (is_joined) {
    for (const auto& seat : seats) set_part(*seat, {});
  }
}

void Screen::add(Seat& seat) const {
  set_part(seat, {});
}

void Screen::set_part(Seat& seat, Area part) const {
  seat.state().hearing().set_screen(window_, part);
}

void Screen::lay(Seats seats) const {
  if (!is_split_) return;
  const auto players =
      std::count_if(seats.begin(), seats.end(), [](const auto& seat) { return seat->is_taken(); });
  const std::vector<Area> parts = screen_parts(static_cast<std::size_t>(players), window_);
  auto part = parts.begin();
  for (const auto& seat : seats) {
    set_part(*seat, seat->is_taken() ? *part++ : Area{});
  }
}

}  // namespace nextmove::core
