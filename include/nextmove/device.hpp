// Devices: what controls sit on.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/standard.hpp>

namespace nextmove {

enum class DeviceKind : std::uint8_t { keyboard, mouse, gamepad, touch };

inline constexpr int device_kind_count = 4;

/// "keyboard", "mouse", "gamepad" or "touch".
std::string_view to_string(DeviceKind kind);

/// The kind with exactly this name, or nothing.
std::optional<DeviceKind> find_device_kind(std::string_view name);

/// Names one device of one hub. A device that is plugged in again gets a new id; none is used
/// twice.
enum class DeviceId : std::uint32_t { none = 0 };

/// What a platform tells of a device.
struct Device {
  DeviceKind kind = DeviceKind::keyboard;
  std::string name{};         ///< for people; may be empty
  std::uint16_t vendor = 0;   ///< USB vendor number, 0 when unknown
  std::uint16_t product = 0;  ///< USB product number, 0 when unknown
  std::string serial{};       ///< empty when the device has none
  std::string port{};  ///< where it is plugged in, as the platform names it; empty when unknown

  friend bool operator==(const Device&, const Device&) = default;
};

/// A device that is plugged in, and who has it.
struct PluggedDevice {
  DeviceId id = DeviceId::none;
  Device device{};
  std::vector<std::string> seats{};  ///< the names of those that have it
  friend bool operator==(const PluggedDevice&, const PluggedDevice&) = default;
};

}  // namespace nextmove
