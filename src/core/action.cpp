#include <array>

#include <nextmove/action.hpp>

#include "names.hpp"

namespace nextmove {
namespace {

constexpr std::array<std::string_view, action_kind_count> action_kind_names = {
    "button", "axis", "vector", "motion", "pointer"};
}

std::string_view to_string(ActionKind kind) {
  return action_kind_names[static_cast<std::size_t>(kind)];
}

std::optional<ActionKind> find_action_kind(std::string_view name) {
  return core::find_name<ActionKind>(action_kind_names, name);
}

}  // namespace nextmove
