// Rollover: which keys players at one keyboard may hold together, and whether the game hears them.
#pragma once

#include <cstddef>
#include <cstdint>
#include <span>
#include <string>
#include <vector>

#include <nextmove/playbook.hpp>

namespace nextmove {

/// What keyboards report of keys that are held together, besides the modifiers, which have lines of
/// their own: every keyboard two; one that speaks the boot protocol of USB (HID 1.11, appendix B)
/// with a full matrix six; others all.
inline constexpr std::size_t keys_every_keyboard_reports = 2;
inline constexpr std::size_t keys_boot_keyboards_report = 6;

/// Shift, Control, Alt and Meta.
bool is_modifier(Control key);

/// Keys that are held at the same time.
struct HeldKeys {
  std::vector<Control> keys{};       ///< ordinary ones
  std::vector<Control> modifiers{};  ///< reported whatever else is held
  /// What each player does with them: "steer, throttle, horn". By player.
  std::vector<std::string> doing{};

  friend bool operator==(const HeldKeys&, const HeldKeys&) = default;
};

/// Another key for what a player does.
struct KeyMove {
  std::size_t player = 0;
  Control from = Control::none;
  Control to = Control::none;
  std::string actions{};  ///< "horn, mark"

  friend bool operator==(const KeyMove&, const KeyMove&) = default;
};

struct RolloverStudy {
  /// How many sets there are of so many ordinary keys, by their number.
  std::vector<std::uint64_t> counts{};
  /// Those of more than two ordinary keys, the largest first.
  std::vector<HeldKeys> sets{};
  /// Keys that more than one of the players hears.
  std::vector<Control> heard_by_several{};
  /// A calmer choice of keys: ordinary ones make room for modifiers that lie on the player's side
  /// and serve nothing, most useful first. And the counts with all of them done.
  std::vector<KeyMove> moves{};
  std::vector<std::uint64_t> calmer_counts{};
};

/// Studies players under these schemes, in the contexts of the playbook each by itself. A player
/// holds at most: of each vector or motion one key across and one up or down, of each axis one, and
/// of all buttons one, with the keys it needs held. Players hold their keys independently of each
/// other. Takes time and memory in the number of sets, which for two players are some ten thousand.
RolloverStudy study_rollover(const Playbook& playbook, std::span<const SchemeId> players);

}  // namespace nextmove
