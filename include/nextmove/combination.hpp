// What a player operates, and which part of an action it drives.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/action.hpp>
#include <nextmove/binding.hpp>

namespace nextmove {

/// The whole of an action, or one of its directions.
enum class ActionPart : std::uint8_t { whole, up, down, left, right, more, less };

/// "whole", "up" and so on.
std::string_view to_string(ActionPart part);
std::optional<ActionPart> find_action_part(std::string_view name);

/// Whether actions of this kind have the part.
bool has_part(ActionKind kind, ActionPart part);

/// What a player operates: a control, perhaps while others are held.
struct Combination {
  PlacedControl control{};
  std::vector<PlacedControl> with{};  ///< what must be held; their order does not matter

  Combination() = default;
  Combination(Control c) : control(c) {}                           // NOLINT: implicit
  Combination(PlacedControl c, std::vector<PlacedControl> w = {})  // NOLINT: implicit
      : control(std::move(c)), with(std::move(w)) {}
  friend bool operator==(const Combination& a, const Combination& b);
};

/// "KeyS", "ShiftLeft+KeyS".
std::string to_string(const Combination& combination);

/// The combination that is written like this, or nothing. Whether there is such a zone is not its
/// business.
std::optional<Combination> find_combination(std::string_view text);

}  // namespace nextmove
