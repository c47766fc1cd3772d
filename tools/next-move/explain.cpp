// next-move explain: why an action is done or not, by the playbook alone.
#include <algorithm>
#include <fmt/core.h>

#include <nextmove/nextmove.hpp>

#include "commands.hpp"
#include "explained.hpp"
#include "input.hpp"
#include "output.hpp"
#include "profiles.hpp"

using namespace nextmove;
using namespace std::chrono_literals;

namespace {

/// A player with these devices, in these contexts, who presses.
class Stage {
 public:
  explicit Stage(Playbook playbook) : hub_(std::move(playbook)) {
    hub_.set_rules({.free_devices = FreeDevices::kept});
  }

  const Hub& hub() const { return hub_; }
  const Seat& seat() const { return seat_; }
  const std::vector<std::pair<DeviceId, Control>>& pressed() const { return pressed_; }

  /// False after printing what is wrong.
  bool prepare(const ExplainWish& wish) {
    for (const DeviceKind kind : wish.devices) hub_.give(hub_.plug({kind, ""}, now_), seat_);
    const auto scheme = find_scheme_or_tell(hub_.playbook(), wish.scheme);
    const auto profile =
        wish.profile.empty() ? Profile{} : read_profile_or_tell(wish.profile, false);
    if (!scheme || !profile) return false;
    print_misfits(*profile, hub_.playbook(), *scheme);
    hub_.hold_to(seat_, *scheme);
    hub_.set_profile(seat_, *profile);
    for (const std::string& name : wish.contexts) {
      const auto context = find_context_or_tell(hub_.playbook(), name);
      if (!context) return false;
      seat_.enter(*context);
    }
    wait();
    return std::all_of(wish.pressed.begin(), wish.pressed.end(),
                       [&](const std::string& name) { return press_or_tell(name); });
  }

 private:
  void wait() { hub_.update(now_ += 100ms); }

  bool press_or_tell(const std::string& name) {
    const auto combination = find_combination(name);
    if (!combination) {
      const std::string_view near = nearest_control_name(name);
      fmt::print(stderr, "next-move: there is no control \"{}\"{}\n", printable(name),
                 near.empty() ? "; `next-move controls` lists them"
                              : fmt::format("; did you mean \"{}\"?", near));
      return false;
    }
    const auto press_one = [&](const PlacedControl& it) { return press_or_tell(it); };
    return std::all_of(combination->with.begin(), combination->with.end(), press_one) &&
           press_or_tell(combination->control);
  }

  bool press_or_tell(const PlacedControl& placed) {
    const DeviceKind kind = device_of(placed);
    const auto devices = seat_.devices();
    const auto its = std::find_if(devices.begin(), devices.end(),
                                  [&](DeviceId id) { return hub_.find_device(id)->kind == kind; });
    if (its == devices.end()) {
      fmt::print(stderr, "next-move: {} is pressed on a {}, which is not among --devices\n",
                 to_string(placed), to_string(kind));
      return false;
    }
    if (kind == DeviceKind::touch) return land_or_tell(*its, placed);
    const ControlInfo& control = info(placed.control);
    hub_.feed(pushed(*its, control));
    pressed_.emplace_back(*its, placed.control);
    wait();
    return true;
  }

  // As far as it goes, in the direction that it names, or up.
  Event pushed(DeviceId device, const ControlInfo& control) const {
    Event event{now_, device, control.source};
    if (control.form == ControlForm::button || control.form == ControlForm::trigger) {
      event.x = 1;
    } else if (control.form == ControlForm::position) {
      event.x = event.y = 0.5F;
    } else if ((control.part & (part_up | part_down)) == 0) {
      event.x = (control.part & part_right) != 0 ? 1.0F : -1.0F;
    } else {
      event.y = (control.part & part_up) != 0 ? 1.0F : -1.0F;
    }
    return event;
  }

  // A finger, in the middle of the zone.
  bool land_or_tell(DeviceId device, const PlacedControl& placed) {
    const auto zones = hub_.playbook().zones();
    const auto zone = std::find_if(zones.begin(), zones.end(), [&](const ZoneDefinition& it) {
      return it.name == placed.zone;
    });
    if (zone == zones.end() || placed.part != ZonePart::whole) {
      fmt::print(stderr, "next-move: {} cannot be pressed; name a zone as Touch:name\n",
                 to_string(placed));
      return false;
    }
    const Area area = area_of(*zone, hub_.window());
    const auto finger = static_cast<std::uint16_t>(fingers_++);
    const auto nth = [&](Control first) {
      return static_cast<Control>(static_cast<std::uint16_t>(first) + finger);
    };
    hub_.feed({now_, device, nth(Control::Finger1Position), area.left + area.width / 2,
               area.top + area.height / 2});
    hub_.feed({now_, device, nth(Control::Finger1), 1});
    pressed_.emplace_back(device, nth(Control::Finger1));
    wait();
    return true;
  }

  Hub hub_;
  Seat& seat_ = hub_.add_seat("player");
  Time now_{};
  int fingers_ = 0;
  std::vector<std::pair<DeviceId, Control>> pressed_;
};

void print_action(const Stage& stage, ActionId action, bool json) {
  const Explanation explanation = stage.seat().explain(action);
  if (json) {
    fmt::print("{}\n", to_json(explanation, stage.seat(), stage.hub()));
  } else {
    print_answer(to_text(explanation, stage.seat()));
  }
}

void print_pressed(const Stage& stage, bool json) {
  for (const auto& [device, control] : stage.pressed()) {
    const Trace trace = stage.hub().trace(device, control);
    if (json) fmt::print("{}\n", to_json(trace, stage.hub()));
    if (!json) print_answer(to_text(trace, stage.hub()));
  }
}

}  // namespace

int explain_command(const ExplainWish& wish) {
  const Result<Playbook> playbook = read_playbook_file(wish.playbook);
  print_problems(playbook.diagnostics);
  if (!playbook) return exit_problems;
  const auto part = wish.action.empty() ? NamedPart{} : find_part_or_tell(*playbook, wish.action);
  Stage stage{*playbook};
  if (!part || !stage.prepare(wish)) return exit_problems;
  if (wish.action.empty()) {
    print_pressed(stage, wish.json);
  } else {
    print_action(stage, part->action, wish.json);
  }
  return exit_fine;
}
