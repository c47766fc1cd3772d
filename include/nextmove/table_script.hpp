// Players and devices that come and go, written down in a line: for tests and for next-move seats.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include <nextmove/hub.hpp>

namespace nextmove::testing {

/// How the table stands: a line for each seat that is not empty, and for each device that nobody
/// has: "seat 1 plays with gamepad 1", "gamepad 2 is free".
std::vector<std::string> standings(const Hub& hub);

/// Plays steps at a hub's table. Each updates the hub, once or more.
///
/// | step | what it does |
/// |---|---|
/// | `plug:gamepad` | plugs one in; `plug:gamepad#7` with a serial number, `plug:gamepad@left` at a
/// port | | `unplug:gamepad-1` | the one that Hub::label calls "gamepad 1" | |
/// `press:gamepad-1:PadStart` | presses and lets go at once; `hold:` after a second and a half | |
/// `join:pad`, `join:pad:gamepad-1` | Hub::join | | `leave:seat-1` | Hub::leave, of the seat named
/// "seat 1"; a space in a name is a `-` here | | `give:gamepad-1:seat-2`, `free:gamepad-1` |
/// Hub::give, Hub::free | | `swap:seat-1:seat-2`, `hold_to:seat-1:pad` | Hub::swap, Hub::hold_to;
/// `hold_to:seat-1` to none | | `seat:ferry`, `reserve:ferry`, `open:ferry` | Hub::add_seat,
/// Hub::reserve and back | | `joining:closed`, `devices:dealt`, `players:2`, `asks:no` |
/// SeatingRules | | `wait:3` | so many seconds pass, at most an hour |
class TableScript {
 public:
  /// The hub must outlive it.
  explicit TableScript(Hub& hub) : hub_(hub) {}

  /// Plays one step. What is wrong with it, which is then not done: "there is no gamepad 3; there
  /// is gamepad 1 and gamepad 2". Empty where all is well.
  std::string play(std::string_view step);
  /// What the notices of the last step say, in order.
  const std::vector<std::string>& news() const { return news_; }

 private:
  void update(Duration step);

  Hub& hub_;
  std::vector<std::string> news_;
};

}  // namespace nextmove::testing
