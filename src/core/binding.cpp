#include <array>

#include <nextmove/binding.hpp>

namespace nextmove {
namespace {

constexpr std::array<Direction, 6> table = {{
    {"up", &BindingDefinition::up, ActionKind::vector, 0, 1},
    {"down", &BindingDefinition::down, ActionKind::vector, 0, -1},
    {"left", &BindingDefinition::left, ActionKind::vector, -1, 0},
    {"right", &BindingDefinition::right, ActionKind::vector, 1, 0},
    {"more", &BindingDefinition::more, ActionKind::axis, 1, 0},
    {"less", &BindingDefinition::less, ActionKind::axis, -1, 0},
}};

}  // namespace

std::span<const Direction> directions() {
  return table;
}

}  // namespace nextmove
