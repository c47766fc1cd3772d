#include <array>
#include <cstddef>

#include <nextmove/outcome.hpp>

namespace nextmove {
namespace {

constexpr std::array<std::string_view, 10> outcome_names = {
    "no_such",  "unplugged", "spent", "captured", "joins",
    "doubtful", "nobodys",   "heard", "kept",     "unbound"};
static_assert(outcome_names.size() == static_cast<std::size_t>(Outcome::unbound) + 1);

}  // namespace

std::string_view to_string(Outcome outcome) {
  return outcome_names[static_cast<std::size_t>(outcome)];
}

}  // namespace nextmove
