#include "support/random_playbook.hpp"

#include <array>

namespace nextmove::support {
namespace {

using namespace std::chrono_literals;
using enum Control;

constexpr std::array buttons = {KeyA,
                                KeyB,
                                KeyC,
                                KeyD,
                                ShiftLeft,
                                ControlLeft,
                                MouseLeft,
                                PadSouth,
                                PadEast,
                                PadLeftTrigger,
                                PadLeftStickUp,
                                PadLeftStickRight,
                                PadLeftStickDown,
                                WheelUp,
                                WheelDown};
constexpr std::array held = {ShiftLeft, ControlLeft,    KeyA,
                             MouseLeft, PadLeftTrigger, PadLeftStickUp};
constexpr std::array axes = {PadLeftStickX, PadLeftStickY, PadLeftTrigger, WheelY};
constexpr std::array vectors = {PadLeftStick, PadRightStick, Wheel};
constexpr std::array motions = {MouseMotion,    MouseMotionX, PadLeftStick,
                                PadRightStickY, WheelY,       Wheel};
constexpr std::array pointers = {MousePosition, MousePosition, PadLeftStick, PadRightStickX};
constexpr std::array turns = {MouseMotionX, MouseMotionY, PadLeftStickX, PadLeftTrigger, WheelY};

class Maker {
 public:
  Maker(std::mt19937& random, bool is_plain) : random_(random), is_plain_(is_plain) {}

  PlaybookDefinition make() {
    book_.title = "At random";
    for (int i = 0; i < 7; ++i) {
      ActionDefinition action{
          .name = "action" + std::to_string(i),
          .kind = static_cast<ActionKind>(i < 3 ? 0 : below(action_kind_count))};
      const bool is_digital = action.kind == ActionKind::axis || action.kind == ActionKind::vector;
      const bool has_directions = action.kind != ActionKind::button;
      if (has_directions && one_in(4)) action.opposite = Opposite::last;
      if (is_digital && one_in(3)) action.digital = {.press_at = 0.7F, .release_at = 0.2F};
      if (one_in(3)) action.label = "Label";
      action.is_heard_while_typing = one_in(4);
      book_.actions.push_back(action);
    }
    add_schemes();
    if (!is_plain_) add_zones();
    for (int i = 0; i < 4; ++i) {
      book_.contexts.push_back({.name = "context" + std::to_string(i), .rank = below(3)});
      if (one_in(5)) book_.contexts.back().blocks = {DeviceKind::mouse};
      if (one_in(4)) book_.contexts.back().releases = one_in(2);
      if (one_in(8)) book_.contexts.back().mutes = {"mute" + std::to_string(below(2))};
      for (int tries = 0; tries < 14; ++tries) add_binding();
    }
    for (int i = 0; i < 2; ++i) {
      book_.mutes.push_back({.name = "mute" + std::to_string(i), .is_everything_but = one_in(2)});
      book_.mutes.back().actions = {book_.actions[pick(7)].name};
    }
    for (const ActionDefinition& action : book_.actions) {
      if (!is_driven(action.name)) book_.contexts[0].bindings.push_back({.action = action.name});
    }
    return std::move(book_);
  }

 private:
  int below(int n) { return std::uniform_int_distribution{0, n - 1}(random_); }
  std::size_t pick(std::size_t n) { return static_cast<std::size_t>(below(static_cast<int>(n))); }
  bool one_in(int n) { return below(n) == 0; }
  template <std::size_t count>
  Control one_of(const std::array<Control, count>& controls) {
    return controls[pick(count)];
  }

  bool is_driven(const std::string& action) const {
    for (const ContextDefinition& context : book_.contexts) {
      for (const BindingDefinition& binding : context.bindings) {
        if (binding.action == action) return true;
      }
    }
    return false;
  }

  void add_schemes() {
    using enum DeviceKind;
    book_.schemes = {{.name = "scheme0", .needs = {keyboard}, .may_use = {mouse}},
                     {.name = "scheme1", .needs = {gamepad}},
                     {.name = "scheme2", .needs = {keyboard}, .shares_devices = true}};
  }

  void add_zones() {
    for (int i = 0; i < 5; ++i) {
      ZoneDefinition zone{.name = "zone" + std::to_string(i), .kind = static_cast<ZoneKind>(i)};
      zone.x = static_cast<float>(below(5)) * 0.1F;
      zone.height = zone.width = 0.5F;
      if (one_in(2)) zone.corner = static_cast<Corner>(1 + below(4));
      zone.is_floating = zone.kind == ZoneKind::stick && one_in(2);
      book_.zones.push_back(zone);
    }
  }

  // Whatever the check objects to is dropped, but for actions that nothing drives yet.
  void add_binding() {
    std::vector<BindingDefinition>& bindings = book_.contexts.back().bindings;
    bindings.push_back(binding_for(book_.actions[pick(book_.actions.size())]));
    for (const Diagnostic& problem : check(book_)) {
      const bool is_unfinished = problem.message.rfind("nothing drives", 0) == 0;
      if (is_unfinished || problem.severity == Severity::warning) continue;
      bindings.pop_back();
      return;
    }
  }

  BindingDefinition binding_for(const ActionDefinition& action) {
    BindingDefinition binding{.action = action.name, .pass_on = one_in(6)};
    if (one_in(4)) {
      for (int i = below(2); i >= 0; --i) binding.with.emplace_back(one_of(held));
    }
    if (one_in(4)) {
      for (const SchemeDefinition& scheme : book_.schemes) {
        if (one_in(2)) binding.schemes.emplace_back(scheme.name);
      }
    }
    set_controls(binding, action.kind);
    if (action.kind == ActionKind::button) {
      if (one_in(2)) binding.gesture = gesture();
      if (one_in(4)) binding.thresholds = {.press_at = 0.75F, .release_at = 0.25F};
    } else if (binding.control.control != MousePosition && one_in(2)) {
      set_shaping(binding.shaping);
      if (has_one_value(action.kind)) binding.shaping.invert_y = binding.shaping.invert_x;
    }
    if (is_displacement(action.kind) && one_in(2)) binding.rate = 10;
    const bool is_pushed =
        action.kind == ActionKind::pointer && binding.control.control != MousePosition;
    if (is_pushed) binding.rate = one_in(3) ? 1 : 4;
    return binding;
  }

  void set_controls(BindingDefinition& binding, ActionKind kind) {
    if (kind != ActionKind::button && one_in(2)) {
      for (const Direction& direction : directions()) {
        if (direction.fits(kind) && !one_in(4)) binding.*direction.control = one_of(buttons);
      }
      return;
    }
    if (!is_plain_ && one_in(4)) {
      std::string zone = "zone" + std::to_string(below(5));
      binding.control = touch(std::move(zone), static_cast<ZonePart>(below(9)));
      return;
    }
    switch (kind) {
      case ActionKind::button: binding.control = one_of(buttons); break;
      case ActionKind::axis: binding.control = one_of(axes); break;
      case ActionKind::vector: binding.control = one_of(vectors); break;
      case ActionKind::motion: binding.control = one_of(motions); break;
      case ActionKind::turn: binding.control = one_of(turns); break;
      case ActionKind::pointer: binding.control = one_of(pointers); break;
    }
  }

  Gesture gesture() {
    switch (below(5)) {
      case 0: return hold_for(std::chrono::milliseconds{30 + below(3) * 20});
      case 1: return tap_within(std::chrono::milliseconds{20 + below(3) * 20});
      case 2: return taps_within(2 + below(2), 60ms);
      case 3: return toggled();
      default: return repeated(40ms, std::chrono::milliseconds{15 + below(3) * 10});
    }
  }

  void set_shaping(Shaping& shaping) {
    if (one_in(3)) shaping.dead_zone = static_cast<float>(below(4)) / 16;
    if (one_in(5)) shaping.axial_dead_zone = 0.125F;
    if (one_in(5)) shaping.outer_dead_zone = 0.125F;
    if (one_in(5)) shaping.curve.points = {{0, 0}, {0.5F, 0.25F}, {1, 1}};
    if (shaping.curve.points.empty() && one_in(4)) shaping.curve.power = 2;
    if (one_in(4)) shaping.smoothing = 50ms;
    if (one_in(4)) shaping.scale = one_in(2) ? 0.5F : 2;
    if (!is_plain_ && one_in(6)) shaping.custom = "bend";
    shaping.invert_x = one_in(4);
    shaping.invert_y = one_in(4);
  }

  std::mt19937& random_;
  bool is_plain_;
  PlaybookDefinition book_;
};

}  // namespace

PlaybookDefinition random_playbook(std::mt19937& random, bool is_plain) {
  return Maker{random, is_plain}.make();
}

}  // namespace nextmove::support
