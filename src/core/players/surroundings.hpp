// The devices and the queue of a hub, as its seats may ask about them.
#pragma once

#include <optional>
#include <string>

#include "players/device_list.hpp"
#include "seat/elsewhere.hpp"
#include "steps/event_queue.hpp"

namespace nextmove::core {

class Surroundings final : public Elsewhere {
 public:
  /// Both must outlive it.
  Surroundings(const DeviceList& devices, const EventQueue& queue)
      : devices_(devices), queue_(queue) {}

  std::optional<Known> find_plugged(DeviceKind kind) const override;
  std::string label(DeviceId device) const override { return devices_.label(device); }
  std::optional<Time> waiting_press(DeviceId device, Control control) const override;
  Contact contact(DeviceId device, Control control) const override {
    return devices_.at(device).contacts[source_of(control)];
  }
  Duration late(DeviceId device, Control control) const override;

 private:
  const DeviceList& devices_;
  const EventQueue& queue_;
};

}  // namespace nextmove::core
