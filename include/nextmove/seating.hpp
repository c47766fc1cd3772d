// Seating: how players come to their seats and devices, and what the hub tells of it.
#pragma once

#include <cstddef>
#include <cstdint>
#include <optional>
#include <string_view>

#include <nextmove/device.hpp>
#include <nextmove/scheme.hpp>
#include <nextmove/time.hpp>

namespace nextmove {

class Seat;

/// What counts as using a device, so that prompts do not flicker: a button pressed, a detent of the
/// wheel, a stick or trigger pushed past this,
inline constexpr float hand_push = 0.3F;
/// or a mouse moved by so many counts without a pause.
inline constexpr float hand_mouse_counts = 24;
/// And so long a device stays in hand, whatever else is used meanwhile.
inline constexpr Duration hand_calm = std::chrono::milliseconds{250};

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

/// The rules of the table. Plain data; the defaults are those of a game for one player.
struct SeatingRules {
  FreeDevices free_devices = FreeDevices::to_first_seat;
  std::size_t first_pad = 0;  ///< of dealt gamepads, the number of the seat that gets the first
  Joining joining = Joining::off;
  std::size_t most_players = 4;  ///< who may sit at the same time
  bool splits_screen = false;    ///< each player gets a part of the window; see screen_parts
  /// A gamepad that is plugged in while the game runs is at once the device in hand.
  bool pad_comes_to_hand = true;

  friend bool operator==(const SeatingRules&, const SeatingRules&) = default;
};

/// Why nobody was seated.
enum class Refusal : std::uint8_t {
  none,         ///< it was done
  closed,       ///< joining is closed
  full,         ///< as many play as may
  no_scheme,    ///< the playbook has no such scheme
  not_plugged,  ///< there is no such device
  not_needed,   ///< the scheme needs no device of this kind
  taken,        ///< the device is somebody else's
  missing,      ///< a device that the scheme needs is not there, or not free
};

/// "closed", "full" and so on.
std::string_view to_string(Refusal refusal);

/// What came of an attempt to join.
struct JoinAnswer {
  Seat* seat = nullptr;  ///< where the player sits now; nullptr where refused
  Refusal refusal = Refusal::none;
  DeviceKind missing = DeviceKind::keyboard;  ///< what is missing, where that is the reason

  explicit operator bool() const { return refusal == Refusal::none; }
  friend bool operator==(const JoinAnswer&, const JoinAnswer&) = default;
};

enum class NoticeKind : std::uint8_t {
  plugged,    ///< a device is there
  unplugged,  ///< it is gone
  given,      ///< a device is now this seat's, by the rules or by the game
  taken,      ///< it no longer is
  lost,       ///< a seat's device is gone; its place is kept
  regained,   ///< it is back with its seat
  took_over,  ///< a seat that waited for a device goes on with another
  joined,     ///< a player sits down, with the devices of the scheme
  refused,    ///< a join press seated nobody
  left,       ///< a player has got up; the seat's devices are free
  held_to,    ///< the seat is held to another scheme now, or to none
  in_hand,    ///< the player uses another device now: prompts are about this one
};

/// "plugged", "unplugged" and so on.
std::string_view to_string(NoticeKind kind);

/// One thing that happened to seats and devices. Fields that have nothing to say are empty.
struct Notice {
  NoticeKind kind = NoticeKind::plugged;
  Time time{};
  Seat* seat = nullptr;
  DeviceId device = DeviceId::none;  ///< still known to Hub::find_device when it is gone
  SchemeId scheme = SchemeId::none;
  Refusal refusal = Refusal::none;            ///< of a refused press
  DeviceKind missing = DeviceKind::keyboard;  ///< where that is the reason

  friend bool operator==(const Notice&, const Notice&) = default;
};

}  // namespace nextmove
