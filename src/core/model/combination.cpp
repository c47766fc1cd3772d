#include <array>

#include <nextmove/combination.hpp>

#include "base/names.hpp"
#include "model/binding_parts.hpp"

namespace nextmove {
namespace {

constexpr std::array<std::string_view, 7> part_names = {"whole", "up",   "down", "left",
                                                        "right", "more", "less"};
}

std::string_view to_string(ActionPart part) {
  return part_names[static_cast<std::size_t>(part)];
}

std::optional<ActionPart> find_action_part(std::string_view name) {
  return core::find_name<ActionPart>(part_names, name);
}

bool has_part(ActionKind kind, ActionPart part) {
  if (part == ActionPart::whole) return true;
  return directions()[static_cast<std::size_t>(part) - 1].fits(kind);
}

bool operator==(const Combination& a, const Combination& b) {
  return a.control == b.control && core::is_same_with(a.with, b.with);
}

std::string to_string(const Combination& combination) {
  std::string text;
  for (const PlacedControl& with : combination.with) text.append(to_string(with)).append("+");
  return text.append(to_string(combination.control));
}

std::optional<Combination> find_combination(std::string_view text) {
  Combination combination;
  for (std::size_t plus = text.find('+'); plus != std::string_view::npos; plus = text.find('+')) {
    auto with = find_placed_control(text.substr(0, plus));
    if (!with) return std::nullopt;
    combination.with.push_back(std::move(*with));
    text.remove_prefix(plus + 1);
  }
  auto control = find_placed_control(text);
  if (!control) return std::nullopt;
  combination.control = std::move(*control);
  return combination;
}

}  // namespace nextmove
