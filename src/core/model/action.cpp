#include <array>

#include <nextmove/action.hpp>

#include "base/names.hpp"

namespace nextmove {
namespace {

constexpr std::array<std::string_view, action_kind_count> action_kind_names = {
    "button", "axis", "vector", "motion", "turn", "pointer"};
constexpr std::array<std::string_view, 2> opposite_names = {"cancel", "last"};

}  // namespace

std::string_view to_string(ActionKind kind) {
  return action_kind_names[static_cast<std::size_t>(kind)];
}

std::optional<ActionKind> find_action_kind(std::string_view name) {
  return core::find_name<ActionKind>(action_kind_names, name);
}

std::string_view to_string(Opposite opposite) {
  return opposite_names[static_cast<std::size_t>(opposite)];
}

std::optional<Opposite> find_opposite(std::string_view name) {
  return core::find_name<Opposite>(opposite_names, name);
}

}  // namespace nextmove
