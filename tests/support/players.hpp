// A playbook for several players, and devices for them.
#pragma once

#include "support/playbooks.hpp"

namespace nextmove::support {

/// The harbour with schemes: a desk, a pad, the two halves of a keyboard, and fingers.
inline PlaybookDefinition harbour_for_all() {
  using enum Control;
  using enum DeviceKind;
  PlaybookDefinition book;
  book.title = "Harbour for all";
  book.actions = {{.name = "steer", .kind = ActionKind::vector},
                  {.name = "horn"},
                  {.name = "touched"},
                  {.name = "point", .kind = ActionKind::pointer}};
  book.schemes = {
      {.name = "desk", .needs = {keyboard}, .may_use = {mouse}, .join = Space},
      {.name = "pad", .needs = {gamepad}, .join = PadStart},
      {.name = "left_keys", .needs = {keyboard}, .shares_devices = true, .join = KeyE},
      {.name = "right_keys", .needs = {keyboard}, .shares_devices = true, .join = Enter},
      {.name = "fingers", .needs = {touch}, .shares_devices = true, .join = Finger1}};
  BindingDefinition letters = keys_for("steer", KeyW, KeyA, KeyS, KeyD);
  letters.schemes = {"desk", "left_keys"};
  BindingDefinition arrows = keys_for("steer", ArrowUp, ArrowLeft, ArrowDown, ArrowRight);
  arrows.schemes = {"right_keys"};
  book.zones = {{.name = "deck", .width = 1, .height = 1}};
  book.contexts = {{.name = "helm",
                    .bindings = {letters,
                                 arrows,
                                 {.action = "steer", .control = PadLeftStick},
                                 {.action = "horn", .control = KeyH},
                                 {.action = "horn", .control = KeyE, .schemes = {"left_keys"}},
                                 {.action = "horn", .control = Enter, .schemes = {"right_keys"}},
                                 {.action = "horn", .control = PadSouth},
                                 {.action = "horn", .control = PadStart},
                                 {.action = "horn", .control = MouseLeft},
                                 {.action = "touched", .control = nextmove::touch("deck")},
                                 {.action = "point", .control = MousePosition},
                                 {.action = "point", .control = Finger1Position}}}};
  return book;
}

/// A hub whose seats are taken by joining.
struct AtTheTable : ::testing::Test {
  explicit AtTheTable(SeatingRules rules = {.free_devices = FreeDevices::kept,
                                            .joining = Joining::open})
      : hub(make(harbour_for_all())),
        steer(hub.playbook().vector("steer")),
        horn(hub.playbook().button("horn")) {
    hub.set_rules(rules);
  }

  DeviceId plug(DeviceKind kind, std::string_view serial = "") {
    return hub.plug({.kind = kind, .name = "simulated", .serial = std::string{serial}}, now);
  }
  void move(DeviceId device, Control control, float x, float y = 0) {
    hub.feed({now, device, control, x, y});
  }
  void press(DeviceId device, Control control) {
    move(device, control, 1);
    update();
  }
  void release(DeviceId device, Control control) {
    move(device, control, 0);
    update();
  }
  void tap(DeviceId device, Control control) {
    press(device, control);
    release(device, control);
  }
  void unplug(DeviceId device) {
    hub.unplug(device, now);
    update();
  }
  void update() {
    now += 10ms;
    hub.update(now);
    for (const Notice& notice : hub.notices()) told.push_back(to_text(notice, hub));
    for (const auto& seat : hub.seats()) seat->enter("helm");
  }
  SchemeId scheme(std::string_view name) const { return *hub.playbook().find_scheme(name); }
  Seat& seat(std::size_t number) const { return *hub.seats()[number]; }
  std::vector<DeviceId> devices(const Seat& seat) const {
    return {seat.devices().begin(), seat.devices().end()};
  }
  /// What was told since the last call.
  std::vector<std::string> news() { return std::exchange(told, {}); }

  Hub hub;
  Vector steer;
  Button horn;
  Time now{};
  std::vector<std::string> told;
};

using News = std::vector<std::string>;
using Devices = std::vector<DeviceId>;

}  // namespace nextmove::support
