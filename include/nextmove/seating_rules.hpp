// The rules by which players come to their seats and devices.
#pragma once

#include <cstddef>
#include <cstdint>
#include <optional>
#include <string_view>

#include <nextmove/time.hpp>

namespace nextmove {

/// Where a device goes that nobody has.
enum class FreeDevices : std::uint8_t {
  to_first_seat,  ///< one player has everything
  dealt,          ///< one gamepad to each seat in turn; all other devices to the first seat
  kept,           ///< nowhere, until somebody joins with it or the game gives it
};

/// What a join control does (see SchemeDefinition::join) on a device that is free.
enum class Joining : std::uint8_t {
  off,     ///< nothing
  closed,  ///< it is turned away, with a notice; but one who waits for a device may go on with it
  open,    ///< it seats a player
};

/// "to_first_seat", "dealt" or "kept"; "off", "closed" or "open".
std::string_view to_string(FreeDevices free_devices);
std::string_view to_string(Joining joining);
std::optional<FreeDevices> find_free_devices(std::string_view name);
std::optional<Joining> find_joining(std::string_view name);

inline constexpr Duration longest_take_over = std::chrono::seconds{60};

/// The rules of the table. Plain data; the defaults are those of a game for one player.
struct SeatingRules {
  FreeDevices free_devices = FreeDevices::to_first_seat;
  std::size_t first_pad = 0;  ///< of dealt gamepads, the number of the seat that gets the first
  Joining joining = Joining::off;
  std::size_t most_players = 4;  ///< who may sit at the same time
  bool splits_screen = false;    ///< each player gets a part of the window; see screen_parts
  /// A gamepad that is plugged in while the game runs is at once the device in hand.
  bool pad_comes_to_hand = true;
  /// A device that may be one of several that were lost serves nobody until somebody says whose it
  /// is; see Doubt. Without this, it goes to whoever lost theirs first.
  bool asks_whose = true;
  /// While joining is open, a join press on a free device makes a new player. Where somebody waits
  /// who could use it, a tap does so, and holding it for this long gives it to them instead. At 0 a
  /// press gives it to them at once. At most longest_take_over.
  Duration take_over_after = std::chrono::seconds{1};

  friend bool operator==(const SeatingRules&, const SeatingRules&) = default;
};

}  // namespace nextmove
