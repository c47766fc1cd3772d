// Capturing: "press the control that you want", heard by nobody else.
#pragma once

#include <cstdint>
#include <string_view>
#include <vector>

#include <nextmove/action.hpp>
#include <nextmove/control.hpp>
#include <nextmove/device.hpp>
#include <nextmove/draft.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/time.hpp>

namespace nextmove {

class Seat;

/// What a seat is asked for. A button takes a key, a button, a trigger, one half of a stick or the
/// wheel one way; a direction takes the same; a whole vector takes a stick, a whole axis an axis of
/// one or a trigger, a whole motion a stick, the wheel or the mouse. An action that takes
/// combinations may be given one: then what counts is what is held when the first of them goes up.
struct CaptureRequest {
  ActionId action = ActionId::none;
  ActionPart part = ActionPart::whole;
  DeviceKind device = DeviceKind::keyboard;
  Duration time_out = std::chrono::seconds{5};  ///< 0: never
  /// Whoever presses one of these wants nothing; they cannot be captured.
  std::vector<Control> cancel = {Control::Escape, Control::PadStart};

  friend bool operator==(const CaptureRequest&, const CaptureRequest&) = default;
};

enum class CaptureState : std::uint8_t {
  idle,
  waiting,  ///< for the player to press
  captured,
  cancelled,
  timed_out,
  queued,  ///< another seat captures on a shared device; this one's time begins after that
};

/// "idle", "waiting" and so on.
std::string_view to_string(CaptureState state);

/// How capturing stands. What went wrong is that of the last press that did not count.
struct Capture {
  CaptureState state = CaptureState::idle;
  CaptureRequest request{};
  Combination combination{};                  ///< captured; while waiting, what is held so far
  Duration left{};                            ///< until it times out; 0 where it never does
  DraftRefusal refusal = DraftRefusal::none;  ///< why the last press did not count
  Combination refused{};                      ///< what it was
  const Seat* behind = nullptr;  ///< queued: whose turn it is. As long as the hub lives
  /// A device on which somebody else pressed: it is not this seat's, or the press belongs to
  /// another who shares it. DeviceId::none while nobody has.
  DeviceId somebody_elses = DeviceId::none;

  friend bool operator==(const Capture&, const Capture&) = default;
};

}  // namespace nextmove
