#include <array>

#include <nextmove/device.hpp>

#include "base/names.hpp"

namespace nextmove {
namespace {

constexpr std::array<std::string_view, device_kind_count> kind_names = {"keyboard", "mouse",
                                                                        "gamepad", "touch"};
}

std::string_view to_string(DeviceKind kind) {
  return kind_names[static_cast<std::size_t>(kind)];
}

std::optional<DeviceKind> find_device_kind(std::string_view name) {
  return core::find_name<DeviceKind>(kind_names, name);
}

}  // namespace nextmove
