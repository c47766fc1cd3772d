// Which changes of a playbook its fingerprint tells.
#include <functional>
#include <set>
#include <utility>
#include <vector>

#include <nextmove/fingerprint.hpp>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using Change = std::function<void(PlaybookDefinition&)>;

/// One of everything.
PlaybookDefinition quay() {
  using enum Control;
  return {.title = "Quay",
          .actions = {{.name = "steer", .kind = ActionKind::vector},
                      {.name = "horn"},
                      {.name = "look", .kind = ActionKind::motion},
                      {.name = "radio"}},
          .schemes = {{.name = "desk", .needs = {DeviceKind::keyboard}}},
          .contexts = {{.name = "helm",
                        .bindings = {keys_for("steer", KeyW, KeyA, KeyS, KeyD),
                                     {.action = "horn", .control = Space},
                                     {.action = "look", .control = PadRightStick, .rate = 90},
                                     {.action = "radio", .control = touch("radio")}}},
                       {.name = "chart", .rank = 1}},
          .mutes = {{.name = "silence", .actions = {"horn"}}},
          .zones = {{.name = "radio"}}};
}

Fingerprint after(const Change& change) {
  PlaybookDefinition definition = quay();
  change(definition);
  return fingerprint(make(definition));
}

BindingDefinition& horn(PlaybookDefinition& it) {
  return it.contexts[0].bindings[1];
}
BindingDefinition& look(PlaybookDefinition& it) {
  return it.contexts[0].bindings[2];
}

TEST(Fingerprints, TellWhateverReadingsComeFrom) {
  const std::vector<Change> changes = {
      [](auto& it) { it.actions[0].opposite = Opposite::last; },
      [](auto& it) { it.actions[0].digital.press_at = 0.7F; },
      [](auto& it) { it.actions[0].digital.release_at = 0.3F; },
      [](auto& it) { it.actions[1].is_heard_while_typing = true; },
      [](auto& it) { it.actions[1].is_fixed = true; },
      [](auto& it) { it.actions[1].is_required = true; },
      [](auto& it) { it.actions[1].takes_with = true; },
      [](auto& it) { it.reserved = {Control::F12}; },
      [](auto& it) { std::swap(it.actions[0], it.actions[1]); },
      [](auto& it) {
        it.actions.push_back({.name = "more"});
        it.contexts[0].bindings.push_back({.action = "more"});
      },
      [](auto& it) { it.schemes[0].name = "table"; },
      [](auto& it) { it.schemes[0].may_use = {DeviceKind::mouse}; },
      [](auto& it) { it.schemes[0].shares_devices = true; },
      [](auto& it) { it.schemes[0].join = Control::Enter; },
      [](auto& it) { it.contexts[0].rank = -1; },
      [](auto& it) { it.contexts[1].blocks = {DeviceKind::keyboard}; },
      [](auto& it) { it.contexts[1].releases = true; },
      [](auto& it) { it.contexts[1].releases = false; },
      [](auto& it) { it.contexts[1].mutes = {"silence"}; },
      [](auto& it) { it.mutes[0].is_everything_but = true; },
      [](auto& it) {
        it.mutes[0].actions = {"horn", "steer"};
      },
      [](auto& it) { it.zones[0].width = 0.5F; },
      [](auto& it) { it.zones[0].corner = Corner::top_left; },
      [](auto& it) { it.zones[0].kind = ZoneKind::tap; },
      [](auto& it) { it.contexts[0].bindings[0].up = Control::KeyZ; },
      [](auto& it) { std::swap(it.contexts[0].bindings[0].up, it.contexts[0].bindings[0].down); },
      [](auto& it) { it.contexts[0].bindings.back().control = Control::KeyN; },
      [](auto& it) { horn(it).with = {Control::ShiftLeft}; },
      [](auto& it) { horn(it).pass_on = true; },
      [](auto& it) { horn(it).schemes = {"desk"}; },
      [](auto& it) { horn(it).thresholds.press_at = 0.7F; },
      [](auto& it) { horn(it).gesture = hold_for(500ms); },
      [](auto& it) { horn(it).gesture = hold_for(501ms); },
      [](auto& it) { horn(it).gesture = tap_within(500ms); },
      [](auto& it) { horn(it).gesture = taps_within(2, 500ms); },
      [](auto& it) { horn(it).gesture = repeated(500ms, 100ms); },
      [](auto& it) { look(it).rate = 91; },
      [](auto& it) { look(it).shaping.invert_x = true; },
      [](auto& it) { look(it).shaping.invert_y = true; },
      [](auto& it) { look(it).shaping.dead_zone = 0.2F; },
      [](auto& it) { look(it).shaping.axial_dead_zone = 0.2F; },
      [](auto& it) { look(it).shaping.outer_dead_zone = 0.2F; },
      [](auto& it) { look(it).shaping.curve.power = 2; },
      [](auto& it) {
        look(it).shaping.curve.points = {{0, 0}, {1, 0.5F}};
      },
      [](auto& it) { look(it).shaping.custom = "bend"; },
      [](auto& it) { look(it).shaping.smoothing = 20ms; },
      [](auto& it) { look(it).shaping.scale = 2; },
  };
  std::set<Fingerprint> seen = {fingerprint(make(quay()))};
  for (std::size_t i = 0; i < changes.size(); ++i) {
    EXPECT_TRUE(seen.insert(after(changes[i])).second) << "change " << i;
  }
}

TEST(Fingerprints, DoNotTellWhatOnlyPeopleRead) {
  const Fingerprint before = fingerprint(make(quay()));
  const std::vector<Change> changes = {
      [](auto& it) { it.title = "Another quay"; },
      [](auto& it) { it.actions[0].label = "Steer"; },
      [](auto& it) { it.actions[0].group = "At the wheel"; },
      [](auto& it) {
        it.actions[0].place = {7, 3};
      },
      [](auto& it) { it.schemes[0].label = "Desk"; },
  };
  for (std::size_t i = 0; i < changes.size(); ++i) {
    EXPECT_EQ(after(changes[i]), before) << "change " << i;
  }
}

TEST(Fingerprints, AreTheSameOnEveryMachine) {
  EXPECT_EQ(to_string(fingerprint(make(quay()))), "f8ad2e44cea0e471");
}

TEST(Fingerprints, ReadBack) {
  EXPECT_EQ(to_string(Fingerprint{0xc0ffee}), "0000000000c0ffee");
  EXPECT_EQ(find_fingerprint("0000000000c0ffee"), Fingerprint{0xc0ffee});
  for (const char* const wrong : {"", "c0ffee", "0000000000C0FFEE", "0000000000c0ffeg",
                                  "0000000000c0ffee0", "-000000000c0ffee"}) {
    EXPECT_EQ(find_fingerprint(wrong), std::nullopt) << wrong;
  }
}

}  // namespace
}  // namespace nextmove::support
