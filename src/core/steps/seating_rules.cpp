// The names of the rules, as files spell them.
#include <array>

#include <nextmove/seating_rules.hpp>

#include "base/names.hpp"

namespace nextmove {
namespace {

constexpr std::array<std::string_view, 3> free_device_names = {"to_first_seat", "dealt", "kept"};
constexpr std::array<std::string_view, 3> joining_names = {"off", "closed", "open"};

}  // namespace

std::string_view to_string(FreeDevices free_devices) {
  return free_device_names[static_cast<std::size_t>(free_devices)];
}
std::optional<FreeDevices> find_free_devices(std::string_view name) {
  return core::find_name<FreeDevices>(free_device_names, name);
}

std::string_view to_string(Joining joining) {
  return joining_names[static_cast<std::size_t>(joining)];
}
std::optional<Joining> find_joining(std::string_view name) {
  return core::find_name<Joining>(joining_names, name);
}

}  // namespace nextmove
