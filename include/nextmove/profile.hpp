// Profiles: what one player has changed of a playbook: remaps and tuning.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/binding.hpp>
#include <nextmove/combination.hpp>
#include <nextmove/device.hpp>
#include <nextmove/diagnostic.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/scheme.hpp>

namespace nextmove {

/// The controls of one kind of device for one action, or one of its directions, in place of those
/// that the playbook gives it there. With none, the player has taken them away. Gesture and shaping
/// stay those of the playbook's bindings: of the one with the same control, else of those that are
/// left, in order.
struct Remap {
  std::string action{};
  ActionPart part = ActionPart::whole;
  std::string context{};  ///< empty: in every context that binds the action
  DeviceKind device = DeviceKind::keyboard;
  /// For seats that are held to these. Empty: for all others than those whose scheme shares its
  /// devices (on a touch screen, for these as well).
  std::vector<std::string> schemes{};
  std::vector<Combination> controls{};
  /// Actions that have one of these controls as well, as the player wants it (OnClash::keep_both).
  std::vector<std::string> beside{};
  Place place{};  ///< in the profile file

  friend bool operator==(const Remap&, const Remap&) = default;
};

/// How the player wants bindings to behave. What is not set stays as the playbook has it; where
/// several tunings set the same, the one that names an action counts, then the one that names a
/// device.
struct Tuning {
  std::string action{};                    ///< empty: all to which it applies
  std::optional<DeviceKind> device{};      ///< bindings with a control on such a device
  std::optional<float> sensitivity{};      ///< times the scale; 0.05..20
  std::optional<float> dead_zone{};        ///< of sticks and triggers; 0..0.95
  std::optional<float> outer_dead_zone{};  ///< likewise; with dead_zone at most 0.95
  /// Turned round against the playbook. Of one value, invert_y goes for a control that stands
  /// upright (PadLeftStickY), and invert_x where that says nothing.
  std::optional<bool> invert_x{};
  std::optional<bool> invert_y{};
  std::optional<bool> toggle{};  ///< true: presses and holds become toggles; false: the other way
  std::optional<float> hold_time{};     ///< times that of a hold; 0.1..10
  std::optional<float> tap_time{};      ///< times that of a tap, or between several; 0.1..10
  std::optional<float> repeat_delay{};  ///< times the first of a repeat; 0.1..10
  std::optional<float> repeat_rate{};   ///< how much more often it repeats; 0.1..10
  Place place{};

  friend bool operator==(const Tuning&, const Tuning&) = default;
};

/// All that one player has changed. Plain data, of use with any version of the playbook: what does
/// not fit one stays where it is and counts for nothing there.
struct Profile {
  std::vector<Remap> remaps{};  ///< of two for the same, the later counts
  std::vector<Tuning> tunings{};
  bool swaps_sticks = false;  ///< what the playbook gives the left stick is on the right one
  /// Entries of a profile file that this version of the library cannot read, as they stand there:
  /// they are written back.
  std::vector<std::string> unread{};
  /// What it was read from, for messages. Two that differ in it alone are equal.
  std::string file{};

  bool is_empty() const {
    return remaps.empty() && tunings.empty() && !swaps_sticks && unread.empty();
  }
  friend bool operator==(const Profile& a, const Profile& b);
};

/// What of the profile has no place in this playbook, and why, as warnings: an action that is no
/// longer there, say, or is fixed, or would be left without a control that it must keep.
std::vector<Diagnostic> misfits(const Profile& profile, const Playbook& playbook);

/// The playbook as this player plays it, in a seat that is held to this scheme. Numbers and handles
/// are those of `playbook`. Allocates; made anew when the profile changes, not while playing.
Playbook remapped(const Playbook& playbook, const Profile& profile,
                  SchemeId scheme = SchemeId::none);

}  // namespace nextmove
