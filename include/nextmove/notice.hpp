// Notices: what the hub tells of seats and devices; and what comes of an attempt to join.
#pragma once

#include <cstdint>
#include <string_view>

#include <nextmove/device.hpp>
#include <nextmove/hand.hpp>
#include <nextmove/scheme.hpp>
#include <nextmove/seating_rules.hpp>
#include <nextmove/time.hpp>

namespace nextmove {

class Seat;

/// Why nobody was seated.
enum class Refusal : std::uint8_t {
  none,         ///< it was done
  closed,       ///< joining is closed
  full,         ///< as many play as may
  no_scheme,    ///< the playbook has no such scheme
  not_plugged,  ///< there is no such device
  not_needed,   ///< the scheme needs no device of this kind
  taken,        ///< the device is somebody else's
  missing,      ///< a device that the scheme needs is not there
  none_free,    ///< it is there, and somebody else's
  reserved,     ///< the seat is for no person
  doubtful,     ///< the device may be one that others wait for; see Hub::doubts
};

/// "closed", "full" and so on.
std::string_view to_string(Refusal refusal);

/// What came of an attempt to join.
struct JoinAnswer {
  Seat* seat = nullptr;  ///< where the player sits now; nullptr where refused
  Refusal refusal = Refusal::none;
  DeviceKind missing = DeviceKind::keyboard;  ///< what is missing or not free

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
  waits,      ///< a seat cannot be played from now on, for lack of a device of a kind
  clash,      ///< the seat and another that shares its device have one control; see Hub::clashes
  doubted,    ///< nobody can tell which of several lost devices this is; see Hub::doubts
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
  DeviceKind missing = DeviceKind::keyboard;  ///< where that is the reason; what is waited for
  bool is_guess = false;  ///< of what is regained: several that were lost are equal

  friend bool operator==(const Notice&, const Notice&) = default;
};

}  // namespace nextmove
