#include "support/tidewater_playbook.hpp"

namespace nextmove::support {
namespace {

using namespace std::chrono_literals;
using enum Control;

BindingDefinition keys(std::string action, Control up, Control left, Control down, Control right) {
  return {.action = std::move(action), .up = up, .down = down, .left = left, .right = right};
}

BindingDefinition on(std::string action, PlacedControl control, Gesture gesture = {}) {
  BindingDefinition binding{.action = std::move(action), .control = std::move(control)};
  binding.gesture = gesture;
  return binding;
}

BindingDefinition shaped(std::string action, PlacedControl control, const Shaping& shaping,
                         float rate = 0) {
  BindingDefinition binding{.action = std::move(action), .control = std::move(control)};
  binding.shaping = shaping;
  binding.rate = rate;
  return binding;
}

BindingDefinition under(BindingDefinition binding, std::vector<PlacedName> schemes) {
  binding.schemes = std::move(schemes);
  return binding;
}

BindingDefinition engine(Control more, Control less) {
  return {.action = "throttle", .more = more, .less = less};
}

// The ways to play at a keyboard, and which half of it they use.
std::vector<PlacedName> left() {
  return {"desk", "left_keys"};
}
std::vector<PlacedName> right() {
  return {"desk", "right_keys"};
}

std::vector<SchemeDefinition> schemes() {
  using enum DeviceKind;
  return {{.name = "desk",
           .label = "Keyboard and mouse",
           .needs = {keyboard},
           .may_use = {mouse},
           .join = Space},
          {.name = "pad", .label = "Gamepad", .needs = {gamepad}, .join = PadStart},
          {.name = "left_keys",
           .label = "Left half of the keyboard",
           .needs = {keyboard},
           .shares_devices = true,
           .join = KeyE},
          {.name = "right_keys",
           .label = "Right half of the keyboard",
           .needs = {keyboard},
           .shares_devices = true,
           .join = Enter},
          {.name = "fingers",
           .label = "Touch screen",
           .needs = {DeviceKind::touch},
           .shares_devices = true,
           .join = Finger1}};
}

// Without which nobody gets about in the menu.
ActionDefinition needed(std::string name, std::string label) {
  return {.name = std::move(name), .label = std::move(label), .group = "Menu", .is_required = true};
}

std::vector<ActionDefinition> actions() {
  using enum ActionKind;
  return {{.name = "steer", .kind = vector, .label = "Steer", .group = "Boat"},
          {.name = "throttle", .kind = axis, .label = "Engine", .group = "Boat"},
          {.name = "look", .kind = motion, .label = "Turn the searchlight", .group = "Boat"},
          {.name = "horn", .label = "Sound the horn", .group = "Boat"},
          {.name = "lamp", .label = "Searchlight", .group = "Boat", .takes_with = true},
          {.name = "winch", .label = "Haul the line in", .group = "Boat"},
          {.name = "anchor", .label = "Anchor", .group = "Boat"},
          {.name = "pilot", .label = "Docking pilot", .group = "Boat"},
          {.name = "take_crane", .label = "To the crane", .group = "Crane"},
          {.name = "leave_crane", .label = "Back to the helm", .group = "Crane"},
          {.name = "hoist", .kind = axis, .label = "Hoist", .group = "Crane"},
          {.name = "slew", .kind = axis, .label = "Slew", .group = "Crane"},
          {.name = "open_chart", .label = "Open the chart", .group = "Chart"},
          {.name = "close_chart", .label = "Close the chart", .group = "Chart"},
          {.name = "pan_chart", .kind = vector, .label = "Move the chart", .group = "Chart"},
          {.name = "zoom_chart", .kind = turn, .label = "Zoom the chart", .group = "Chart"},
          {.name = "mark", .label = "Mark a place", .group = "Chart"},
          {.name = "answer", .label = "Answer the radio", .group = "Radio"},
          {.name = "hang_up", .label = "Hang up", .group = "Radio"},
          {.name = "ready", .label = "Ready", .group = "Table", .is_fixed = true},
          {.name = "here", .label = "Here I am", .group = "Table", .is_fixed = true},
          {.name = "get_up", .label = "Get up again", .group = "Table", .is_fixed = true},
          needed("open_menu", "Change the controls"),
          needed("menu_up", "Up"),
          needed("menu_down", "Down"),
          needed("menu_left", "Left"),
          needed("menu_right", "Right"),
          needed("confirm", "Choose"),
          needed("back", "Back"),
          {.name = "take_away", .label = "Take a control away", .group = "Menu"}};
}

ContextDefinition helm() {
  return {.name = "helm",
          .bindings = {under(keys("steer", KeyW, KeyA, KeyS, KeyD), left()),
                       under(keys("steer", ArrowUp, ArrowLeft, ArrowDown, ArrowRight), right()),
                       shaped("steer", PadLeftStick, {.dead_zone = 0.15F}),
                       on("steer", touch("wheel")),
                       under(engine(KeyR, KeyF), left()),
                       under(engine(PageUp, PageDown), {"right_keys"}),
                       {.action = "throttle", .more = PadRightTrigger, .less = PadLeftTrigger},
                       shaped("look", MouseMotion, {.scale = 0.3F}),
                       shaped("look", PadRightStick,
                              {.dead_zone = 0.2F, .curve = {.power = 2}, .smoothing = 60ms}, 180),
                       on("horn", Space),
                       on("horn", MouseLeft),
                       on("horn", PadSouth),
                       on("horn", touch("horn")),
                       under(on("horn", KeyQ), {"left_keys"}),
                       under(on("horn", ShiftRight), {"right_keys"}),
                       on("lamp", KeyL, toggled()),
                       on("lamp", PadRightShoulder, toggled()),
                       under(on("lamp", Digit2, toggled()), {"left_keys"}),
                       under(on("lamp", Digit9, toggled()), {"right_keys"}),
                       under(on("winch", KeyE, hold_for(800ms)), left()),
                       under(on("winch", Enter, hold_for(800ms)), {"right_keys"}),
                       on("winch", PadEast, hold_for(800ms)),
                       on("winch", touch("line"), hold_for(800ms)),
                       under(on("anchor", KeyX, toggled()), left()),
                       under(on("anchor", Slash, toggled()), {"right_keys"}),
                       on("anchor", PadDown, toggled()),
                       on("pilot", KeyP),
                       on("pilot", PadWest, taps_within(2, 300ms)),
                       on("take_crane", KeyC),
                       on("take_crane", PadUp),
                       on("open_chart", KeyM),
                       on("open_chart", PadNorth),
                       on("open_chart", touch("chart")),
                       under(on("open_chart", Digit1), {"left_keys"}),
                       under(on("open_chart", Digit0), {"right_keys"}),
                       under(on("open_menu", F10), right()),
                       under(on("open_menu", Tab), {"left_keys"}),
                       on("open_menu", PadSelect)}};
}

ContextDefinition crane() {
  return {.name = "crane",
          .bindings = {{.action = "hoist", .more = KeyW, .less = KeyS},
                       shaped("hoist", PadLeftStickY, {.smoothing = 150ms}),
                       {.action = "slew", .more = KeyD, .less = KeyA},
                       shaped("slew", PadLeftStickX, {.smoothing = 150ms}),
                       on("leave_crane", KeyC),
                       on("leave_crane", Escape),
                       on("leave_crane", PadUp)}};
}

ContextDefinition chart() {
  return {.name = "chart",
          .rank = 10,
          .blocks = {DeviceKind::mouse},
          .bindings = {under(keys("pan_chart", KeyW, KeyA, KeyS, KeyD), left()),
                       under(keys("pan_chart", ArrowUp, ArrowLeft, ArrowDown, ArrowRight), right()),
                       on("pan_chart", PadLeftStick), on("pan_chart", touch("wheel")),
                       shaped("zoom_chart", WheelY, {.scale = 0.1F}),
                       shaped("zoom_chart", touch("sheet", ZonePart::pinch), {.scale = 2}),
                       on("mark", Space), on("mark", MouseLeft), on("mark", PadSouth),
                       on("mark", touch("horn")), under(on("mark", KeyQ), {"left_keys"}),
                       under(on("mark", ShiftRight), {"right_keys"}), on("close_chart", KeyM),
                       on("close_chart", Escape), on("close_chart", PadNorth),
                       on("close_chart", PadEast), on("close_chart", touch("chart")),
                       under(on("close_chart", Digit1), {"left_keys"}),
                       under(on("close_chart", Digit0), {"right_keys"})}};
}

ContextDefinition lobby() {
  return {.name = "lobby",
          .bindings = {under(on("ready", Space), {"desk"}),
                       under(on("ready", KeyE), {"left_keys"}),
                       under(on("ready", Enter), {"right_keys"}),
                       on("ready", PadStart),
                       on("ready", Finger1),
                       on("here", PadSouth),
                       on("here", PadWest),
                       on("here", PadNorth),
                       on("here", PadUp),
                       on("here", PadLeft),
                       on("here", PadDown),
                       on("here", PadRight),
                       on("here", PadLeftShoulder),
                       on("here", PadRightShoulder),
                       on("here", PadLeftStickPress),
                       on("here", PadRightStickPress),
                       on("here", PadSelect),
                       under(on("get_up", Escape), {"desk"}),
                       under(on("get_up", KeyQ), {"left_keys"}),
                       under(on("get_up", Backspace), {"right_keys"}),
                       on("get_up", PadEast),
                       on("get_up", Finger2)}};
}

ContextDefinition radio() {
  return {.name = "radio",
          .rank = 20,
          .bindings = {under(on("answer", KeyT), left()), under(on("answer", KeyO), {"right_keys"}),
                       on("answer", PadLeftShoulder), on("answer", touch("radio")),
                       under(on("hang_up", KeyT, hold_for(600ms)), left()),
                       under(on("hang_up", KeyO, hold_for(600ms)), {"right_keys"}),
                       on("hang_up", PadLeftShoulder, hold_for(600ms)),
                       on("hang_up", touch("radio"), hold_for(600ms))}};
}

ContextDefinition menu() {
  using enum DeviceKind;
  ContextDefinition menu{
      .name = "menu", .rank = 30, .blocks = {keyboard, mouse, gamepad, DeviceKind::touch}};
  const auto add = [&](const std::string& action, Control on_the_right, Control on_the_left,
                       std::vector<Control> on_the_pad) {
    menu.bindings.push_back(under(on(action, on_the_right), right()));
    menu.bindings.push_back(under(on(action, on_the_left), {"left_keys"}));
    for (const Control control : on_the_pad) menu.bindings.push_back(on(action, control));
  };
  add("menu_up", ArrowUp, KeyW, {PadUp, PadLeftStickUp});
  add("menu_down", ArrowDown, KeyS, {PadDown, PadLeftStickDown});
  add("menu_left", ArrowLeft, KeyA, {PadLeft, PadLeftStickLeft});
  add("menu_right", ArrowRight, KeyD, {PadRight, PadLeftStickRight});
  add("confirm", Enter, KeyE, {PadSouth});
  add("back", Escape, KeyQ, {PadEast});
  add("take_away", Delete, KeyX, {PadWest});
  return menu;
}

ZoneDefinition in_corner(std::string name, Corner corner, float x, float y, float width,
                         float height) {
  return {
      .name = std::move(name), .corner = corner, .x = x, .y = y, .width = width, .height = height};
}

}  // namespace

PlaybookDefinition tidewater_playbook() {
  return {.title = "Tidewater",
          .actions = actions(),
          .schemes = schemes(),
          .contexts = {helm(), crane(), chart(), lobby(), radio(), menu()},
          .mutes = {{.name = "radio_call", .actions = {"steer", "winch"}}},
          .zones = {in_corner("radio", Corner::top_right, 0.05F, 0.14F, 0.42F, 0.14F),
                    in_corner("horn", Corner::bottom_right, 0.06F, 0.14F, 0.2F, 0.2F),
                    in_corner("line", Corner::bottom_right, 0.3F, 0.14F, 0.16F, 0.16F),
                    in_corner("chart", Corner::top_left, 0.05F, 0.05F, 0.14F, 0.14F),
                    {.name = "sheet",
                     .kind = ZoneKind::two_fingers,
                     .x = 0.35F,
                     .y = 0.1F,
                     .width = 0.35F,
                     .height = 0.6F},
                    {.name = "wheel",
                     .kind = ZoneKind::stick,
                     .y = 0.25F,
                     .width = 0.35F,
                     .height = 0.65F,
                     .is_floating = true}},
          .reserved = {F11, F12, PadGuide}};
}

PlaybookDefinition first_steps_playbook() {
  return {.title = "First steps",
          .actions = {{.name = "steer", .kind = ActionKind::vector, .label = "Steer"},
                      {.name = "horn", .label = "Sound the horn"}},
          .contexts = {{.name = "helm",
                        .bindings = {keys("steer", KeyW, KeyA, KeyS, KeyD),
                                     shaped("steer", PadLeftStick, {.dead_zone = 0.15F}),
                                     on("horn", Space), on("horn", PadSouth)}}}};
}

}  // namespace nextmove::support
