// What a seat is told of the rest of its hub.
#pragma once

#include <optional>
#include <string>

#include <nextmove/control.hpp>
#include <nextmove/device.hpp>
#include <nextmove/seat.hpp>
#include <nextmove/time.hpp>

#include "seat/contact.hpp"

namespace nextmove::core {

/// Devices that it does not have, and what no update has reached.
class Elsewhere {
 public:
  struct Known {
    DeviceId device;
    const Seat* owner;  // the first of them; nullptr for nobody
  };
  /// A device of this kind that is plugged in: one that is nobody's, where there is one.
  virtual std::optional<Known> find_plugged(DeviceKind kind) const = 0;
  /// What people call it; see Hub::label.
  virtual std::string label(DeviceId device) const = 0;
  /// When the first event of the control that pushes it happens, of those that no update has
  /// reached.
  virtual std::optional<Time> waiting_press(DeviceId device, Control control) const = 0;
  /// Of a device that was ever plugged in.
  virtual Contact contact(DeviceId device, Control control) const = 0;
  /// How long after the update that it belongs to its last event came; 0 where it was in time.
  virtual Duration late(DeviceId device, Control control) const = 0;

 protected:
  Elsewhere() = default;
  Elsewhere(const Elsewhere&) = default;
  Elsewhere& operator=(const Elsewhere&) = default;
  ~Elsewhere() = default;
};

}  // namespace nextmove::core
