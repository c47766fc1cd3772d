// How seats and devices stand at the table. docs/seats.md has the table of what leads where.
#pragma once

#include <cstdint>
#include <string_view>
#include <vector>

#include <nextmove/control.hpp>
#include <nextmove/device.hpp>
#include <nextmove/time.hpp>

namespace nextmove {

class Seat;

/// A seat is in exactly one of these.
enum class SeatStanding : std::uint8_t {
  empty,     ///< nobody plays here; who joins may
  reserved,  ///< for no person; see Hub::reserve
  playing,   ///< somebody plays, and has what their scheme needs
  waiting,   ///< somebody plays, and lacks something: see Seat::waits
};

/// "empty", "reserved", "playing" or "waiting".
std::string_view to_string(SeatStanding standing);

/// A device that is plugged in is in exactly one of these.
enum class DeviceStanding : std::uint8_t {
  free,      ///< nobody has it
  owned,     ///< one seat has it
  shared,    ///< several seats have it, under schemes that share it
  doubtful,  ///< it may be one of several that were lost: see Hub::doubts
};

/// "free", "owned", "shared" or "doubtful".
std::string_view to_string(DeviceStanding standing);

/// What a seat waits for. Any device of the kind will do.
struct Wait {
  DeviceKind kind = DeviceKind::keyboard;
  DeviceId lost = DeviceId::none;  ///< its own, that comes back by itself; none where it lost none
  Time since{};

  friend bool operator==(const Wait&, const Wait&) = default;
};

/// Whose a doubtful device may be, and what they press on it to have it.
struct Claim {
  DeviceId lost = DeviceId::none;   ///< the device that it may be
  std::vector<Seat*> seats{};       ///< who lost that; several shared it. They live with the hub
  Control control = Control::none;  ///< none where there are too many: then the game must ask

  friend bool operator==(const Claim&, const Claim&) = default;
};

/// A device that was plugged in and may be one of several that were lost and are equal in every
/// respect. It serves nobody until one of the claims is pressed on it, or the game says whose it is
/// (Hub::give).
struct Doubt {
  DeviceId device = DeviceId::none;
  std::vector<Claim> claims{};  ///< at least two; of who lost theirs first in front

  friend bool operator==(const Doubt&, const Doubt&) = default;
};

}  // namespace nextmove
