// Actions: the named things a player can do, and the typed handles that name them in code.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

#include <nextmove/diagnostic.hpp>
#include <nextmove/handle.hpp>

namespace nextmove {

enum class ActionKind : std::uint8_t {
  button,   ///< held or not, with presses and releases
  axis,     ///< -1..1
  vector,   ///< two axes, length at most 1
  motion,   ///< a displacement since the last update, right and up, in the game's own unit
  turn,     ///< likewise, of one value: a zoom, a dial
  pointer,  ///< a place in the seat's part of the window, 0..1 from its top left corner
};

inline constexpr int action_kind_count = 6;

/// Whether it tells what was moved since the last update: a motion or a turn.
constexpr bool is_displacement(ActionKind kind) {
  return kind == ActionKind::motion || kind == ActionKind::turn;
}

/// Whether sticks and keys move it at a rate: a motion, a turn or a pointer.
constexpr bool takes_rate(ActionKind kind) {
  return is_displacement(kind) || kind == ActionKind::pointer;
}

/// Whether it has one value, with more and less for directions: an axis or a turn.
constexpr bool has_one_value(ActionKind kind) {
  return kind == ActionKind::axis || kind == ActionKind::turn;
}

/// "button", "axis", "vector", "motion", "turn" or "pointer".
std::string_view to_string(ActionKind kind);

/// The kind with exactly this name, or nothing.
std::optional<ActionKind> find_action_kind(std::string_view name);

/// From where on a value counts as pressed, and below which it is released. Two of them, so that it
/// does not chatter at the edge.
struct Thresholds {
  float press_at = 0.5F;    ///< pressed from this value on; above 0, at most 1
  float release_at = 0.4F;  ///< released below this value; above 0, at most press_at
  Place place{};            ///< where the file says so

  friend bool operator==(const Thresholds&, const Thresholds&) = default;
};

/// What two opposite directions of an action come to that are pushed together on one device.
enum class Opposite : std::uint8_t {
  cancel,  ///< nothing, or what one is pushed further
  last,  ///< the one that was pressed last counts, so that a quick reversal never passes through 0
};

/// "cancel" or "last".
std::string_view to_string(Opposite opposite);
std::optional<Opposite> find_opposite(std::string_view name);

/// An action as the playbook defines it.
struct ActionDefinition {
  std::string name{};  ///< unique; letters, digits and _
  ActionKind kind = ActionKind::button;
  std::string label{};  ///< for people; empty: the name is shown
  std::string group{};  ///< heading for menus; may be empty
  Opposite opposite = Opposite::cancel;
  Thresholds digital{};                ///< of an axis or a vector that is read digitally
  bool is_fixed = false;               ///< players cannot remap it
  bool is_required = false;            ///< no remap leaves it without a control; see remapped
  bool takes_with = false;             ///< players may give it combinations: Shift held, then S
  bool is_heard_while_typing = false;  ///< its keys are no text; see Hub::set_typing
  Place place{};

  friend bool operator==(const ActionDefinition&, const ActionDefinition&) = default;
};

/// Numbers one action of one playbook, from 0, in the order of definition.
enum class ActionId : std::uint16_t { none = 0xffff };

/// An action whose kind the compiler knows: a button cannot be read as a vector. Get one from
/// Playbook::button and its sisters, or from a generated header. It is a number and a hash of name
/// and kind: where another playbook has another action at this number, the hash finds the right one
/// (at the cost of a look-up), so a playbook may be appended to, reordered and adopted. What is not
/// found reads as at rest, and is told as a complaint, once for each seat.
template <ActionKind kind_>
struct Action {
  static constexpr ActionKind kind = kind_;
  ActionId id = ActionId::none;
  std::uint32_t hash = 0;  ///< 0: empty

  constexpr Action() = default;
  constexpr Action(std::string_view name, ActionId number)
      : id(number), hash(hash_of(name, static_cast<std::uint8_t>(kind_))) {}
  constexpr bool is_empty() const { return hash == 0; }
  friend constexpr bool operator==(Action a, Action b) { return a.hash == b.hash; }
};

using Button = Action<ActionKind::button>;
using Axis = Action<ActionKind::axis>;
using Vector = Action<ActionKind::vector>;
using Motion = Action<ActionKind::motion>;
using Turn = Action<ActionKind::turn>;
using Pointer = Action<ActionKind::pointer>;

}  // namespace nextmove
