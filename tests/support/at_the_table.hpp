// Players at a table: with a pad, or two at one keyboard.
#pragma once

#include "support/players.hpp"

namespace nextmove::support {

inline constexpr SeatingRules lobby{.free_devices = FreeDevices::kept, .joining = Joining::open};
inline constexpr SeatingRules game{.free_devices = FreeDevices::kept, .joining = Joining::closed};

struct TheTable : AtTheTable {
  Device model(std::string name) const {
    return {.kind = DeviceKind::gamepad, .name = std::move(name)};
  }
  DeviceId plug_model(std::string name) { return hub.plug(model(std::move(name)), now); }
  void hold(DeviceId device, Control control) {
    press(device, control);
    now += 1s;
    update();
    release(device, control);
  }
};

struct WithAPad : TheTable {
  WithAPad() {
    tap(pad, Control::PadStart);
    news();
  }
  DeviceId pad = plug(DeviceKind::gamepad);
};

struct TwoAtOneKeyboard : TheTable {
  TwoAtOneKeyboard() {
    tap(keyboard, Control::KeyE);
    tap(keyboard, Control::Enter);
    news();
  }
  Profile horn_on(Control control, std::string scheme) const {
    Profile profile;
    profile.remaps.push_back({.action = "horn",
                              .device = DeviceKind::keyboard,
                              .schemes = {std::move(scheme)},
                              .controls = {Combination{control}}});
    return profile;
  }
  ControlSlot horn_slot() const {
    return {horn.id, ActionPart::whole, ContextId::none, DeviceKind::keyboard};
  }
  Seat& anna() const { return seat(0); }
  Seat& ben() const { return seat(1); }
  DeviceId keyboard = plug(DeviceKind::keyboard);
};

}  // namespace nextmove::support
