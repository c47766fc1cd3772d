// Ways to make nothing move, as a new user finds them, and what he is told: by the voice for
// complaints, or by the seat when he asks.
#include <functional>

#include <nextmove/explain.hpp>

#include "support/complaints.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

PlaybookDefinition jetty() {
  return {.actions = {{.name = "horn"},
                      {.name = "mark"},
                      {.name = "steer", .kind = ActionKind::vector}},
          .schemes = {{.name = "desk", .needs = {DeviceKind::keyboard}},
                      {.name = "pad", .needs = {DeviceKind::gamepad}}},
          .contexts = {{.name = "helm",
                        .bindings = {{.action = "horn", .control = Space, .schemes = {"desk"}},
                                     {.action = "horn", .control = KeyH, .with = {ShiftLeft}},
                                     {.action = "horn", .control = KeyX, .gesture = hold_for(1s)},
                                     {.action = "steer", .control = PadLeftStick}}},
                       {.name = "chart",
                        .rank = 1,
                        .bindings = {{.action = "mark", .control = Space}}}},
          .mutes = {{.name = "radio_call", .actions = {"horn"}}}};
}

/// A program's first steps with a hub.
struct Program {
  Program() { hub.set_rules({.free_devices = FreeDevices::kept}); }
  DeviceId plug(DeviceKind kind) {
    const DeviceId device = hub.plug({.kind = kind}, now);
    hub.give(device, seat);
    return device;
  }
  void press(Control control) { feed(keyboard, control, 1); }
  void feed(DeviceId device, Control control, float x) {
    hub.feed({.time = now, .device = device, .control = control, .x = x});
  }
  void update() { hub.update(now += 16ms); }

  Complaints complaints;
  Hub hub{make(jetty())};
  Seat& seat = hub.add_seat("port");
  Time now{};
  DeviceId keyboard{};
};

struct Situation {
  std::string name;
  std::function<void(Program&)> happens;
  std::string told;  // a complaint, or the first line of the explanation
  std::string action = "horn";
};

const std::vector<Situation> situations = {
    {"the context is never entered",
     [](Program& it) {
       it.keyboard = it.plug(DeviceKind::keyboard);
       it.press(Space);
       it.update();
     },
     "horn is not pressed: Space (helm): the context helm is not entered; it went down 0.016 s "
     "ago"},
    {"the seat has no device",
     [](Program& it) {
       it.keyboard = it.hub.plug({.kind = DeviceKind::keyboard}, {});
       it.seat.enter("helm");
       it.press(Space);
       it.update();
     },
     "horn is not pressed: Space (helm): keyboard 1 is nobody's: Hub::give, or joining, gives it "
     "to "
     "a seat; it went down 0.016 s ago"},
    {"a wrong device id",
     [](Program& it) {
       it.plug(DeviceKind::keyboard);
       it.seat.enter("helm");
       it.feed(DeviceId{7}, Space, 1);
       it.update();
     },
     "Hub::feed: was given the device 7, which was never plugged in; Hub::plug gives the id of "
     "one"},
    {"Hub::update is never called",
     [](Program& it) {
       it.keyboard = it.plug(DeviceKind::keyboard);
       it.seat.enter("helm");
       it.press(Space);
     },
     "horn is not pressed: Space (helm): Hub::update has not been called since it was pushed"},
    {"the time stands still",
     [](Program& it) {
       it.keyboard = it.plug(DeviceKind::keyboard);
       it.seat.enter("helm");
       it.now = 16ms;
       it.press(Space);
       for (int i = 0; i < 200; ++i) it.hub.update({});
     },
     "doubt: Hub::update: 120 updates were given the same moment, 0 s, while an event of 0.016 s "
     "waits; pass the time since the start, not the length of a step"},
    {"a handle of another playbook",
     [](Program& it) {
       PlaybookDefinition other = jetty();
       other.actions.insert(other.actions.begin(), {.name = "whistle"});
       other.contexts[0].bindings.push_back({.action = "whistle", .control = KeyW});
       (void)it.seat.read(make(other).button("whistle"));
     },
     "Seat::read: was given the handle of a button that the playbook does not have; get one as in "
     "playbook.button(\"horn\")"},
    {"a name of the wrong kind", [](Program& it) { (void)it.hub.playbook().axis("horn"); },
     "Playbook::axis: \"horn\" is a button; use playbook.button(\"horn\")"},
    {"a mute that is left on",
     [](Program& it) {
       it.keyboard = it.plug(DeviceKind::keyboard);
       it.seat.enter("helm");
       it.seat.mute("radio_call");
       it.press(Space);
       it.update();
     },
     "horn is not pressed: Space (helm): the mute radio_call silences the action; it went down "
     "0.016 s ago"},
    {"a context above has the key",
     [](Program& it) {
       it.keyboard = it.plug(DeviceKind::keyboard);
       it.seat.enter("helm");
       it.seat.enter("chart");
       it.press(Space);
       it.update();
     },
     "horn is not pressed: Space (helm): the context chart, above, has it for mark; it went down "
     "0.016 s ago"},
    {"it is bound only for a gamepad",
     [](Program& it) {
       it.keyboard = it.plug(DeviceKind::keyboard);
       it.seat.enter("helm");
       it.press(KeyW);
       it.update();
     },
     "steer is at rest: PadLeftStick (helm): no gamepad is plugged in", "steer"},
    {"the seat is held to another scheme",
     [](Program& it) {
       it.keyboard = it.plug(DeviceKind::keyboard);
       it.plug(DeviceKind::gamepad);
       it.seat.enter("helm");
       it.hub.hold_to(it.seat, *it.hub.playbook().find_scheme("pad"));
       it.press(Space);
       it.update();
     },
     "horn is not pressed: Space (helm): it is for desk; the seat is held to pad; it went down "
     "0.016 s ago"},
    {"the key is down before the context is entered",
     [](Program& it) {
       it.keyboard = it.plug(DeviceKind::keyboard);
       it.press(Space);
       it.update();
       it.seat.enter("helm");
       it.update();
     },
     "horn is not pressed: Space (helm): it was down before the context helm was entered, 0.016 s "
     "ago: let go and press it again; it went down 0.032 s ago"},
    {"the stick stays in its dead zone",
     [](Program& it) {
       const DeviceId pad = it.plug(DeviceKind::gamepad);
       it.seat.enter("helm");
       it.feed(pad, PadLeftStick, 0.1F);
       it.update();
     },
     "steer is at rest: PadLeftStick (helm): it is pushed 0.1, within the dead zone of 0.15; it "
     "went down 0.016 s ago",
     "steer"},
    {"a hold is let go too early",
     [](Program& it) {
       it.keyboard = it.plug(DeviceKind::keyboard);
       it.seat.enter("helm");
       it.press(KeyX);
       it.now = 300ms;
       it.feed(it.keyboard, KeyX, 0);
       it.update();
     },
     "horn is not pressed: KeyX (helm): it was let go after 0.3 s of the 1 s that it takes, 0.016 "
     "s "
     "ago"},
    {"what must be held with it is not",
     [](Program& it) {
       it.keyboard = it.plug(DeviceKind::keyboard);
       it.seat.enter("helm");
       it.press(KeyH);
       it.update();
     },
     "horn is not pressed: ShiftLeft+KeyH (helm): ShiftLeft is not held; it went down 0.016 s ago"},
    {"events are stamped in the future",
     [](Program& it) {
       it.keyboard = it.plug(DeviceKind::keyboard);
       it.seat.enter("helm");
       it.now = 60s;
       it.press(Space);
       it.hub.update(1s);
     },
     "horn is not pressed: Space (helm): its event is stamped 59 s after the last update: is it of "
     "the adapter's clock?"},
    {"the player has put another key in its place",
     [](Program& it) {
       it.keyboard = it.plug(DeviceKind::keyboard);
       it.seat.enter("helm");
       it.hub.hold_to(it.seat, *it.hub.playbook().find_scheme("desk"));
       Profile profile;
       profile.remaps.push_back(
           {.action = "horn", .device = DeviceKind::keyboard, .controls = {Combination{KeyJ}}});
       it.hub.set_profile(it.seat, profile);
       it.press(Space);
       it.update();
     },
     "horn is not pressed: Space (helm): the player has put KeyJ in its place; it went down 0.016 "
     "s "
     "ago"},
};

TEST(NothingMoves, AndTheCauseStandsInOneSentence) {
  for (const Situation& it : situations) {
    Program program;
    it.happens(program);
    const Sentences complaints = program.complaints.take();
    const ActionId action = *program.hub.playbook().find_action(it.action);
    const std::string text = to_text(program.seat.explain(action), program.seat);
    const std::string told =
        complaints.empty() ? text.substr(0, text.find('\n')) : complaints.front();
    EXPECT_EQ(told, it.told) << it.name;
  }
}

TEST(NothingMoves, InSeventeenWays) {
  EXPECT_EQ(situations.size(), 17U);
}

}  // namespace
}  // namespace nextmove::support
