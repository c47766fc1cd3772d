// What is told of a control: who hears it, or why nobody does.
#include <functional>
#include <set>

#include <nextmove/trace.hpp>

#include "support/complaints.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

PlaybookDefinition pier() {
  return {.actions = {{.name = "horn"},
                      {.name = "whistle"},
                      {.name = "mark_place"},
                      {.name = "steer", .kind = ActionKind::vector},
                      {.name = "bell"}},
          .schemes = {{.name = "pad", .needs = {DeviceKind::gamepad}, .join = PadStart}},
          .contexts = {{.name = "helm",
                        .bindings = {{.action = "horn", .control = KeyH, .pass_on = true},
                                     {.action = "whistle", .control = KeyH, .with = {ShiftLeft}},
                                     {.action = "steer", .control = PadLeftStick},
                                     {.action = "bell", .control = touch("bow")},
                                     {.action = "horn", .control = touch("stern")}}},
                       {.name = "deck", .bindings = {{.action = "bell", .control = KeyH}}},
                       {.name = "chart",
                        .rank = 1,
                        .bindings = {{.action = "mark_place", .control = KeyH}}}},
          .zones = {{.name = "bow", .width = 0.5F}, {.name = "stern", .x = 0.5F, .width = 0.5F}}};
}

/// A hub with the seat "port", which has a keyboard; a gamepad is nobody's.
struct Quay {
  Quay() {
    hub.set_rules({.free_devices = FreeDevices::kept});
    keyboard = hub.plug({.kind = DeviceKind::keyboard}, Time{});
    gamepad = hub.plug({.kind = DeviceKind::gamepad}, Time{});
    hub.give(keyboard, port);
  }
  void feed(DeviceId device, Control control, float x, float y = 0) {
    hub.feed({.time = now, .device = device, .control = control, .x = x, .y = y});
    wait();
  }
  void wait() { hub.update(now += 10ms); }
  std::string told(DeviceId device, Control control) const {
    return to_text(hub.trace(device, control), hub);
  }

  Hub hub{make(pier())};
  Seat& port = hub.add_seat("port");
  DeviceId keyboard{};
  DeviceId gamepad{};
  Time now{};
};

struct Case {
  std::function<void(Quay&)> happens;
  bool is_of_gamepad;
  Control control;
  Outcome outcome;
  std::string first_line;
};

const std::vector<Case> cases = {
    {[](Quay& it) { it.port.enter("helm"); }, false, KeyH, Outcome::heard,
     "KeyH, keyboard 1: heard by horn of port: no event of it has ever come from keyboard 1"},
    {[](Quay& it) {
       it.port.enter("helm");
       it.feed(it.keyboard, KeyH, 1);
     },
     false, KeyH, Outcome::heard,
     "KeyH, keyboard 1: heard by horn of port: it does it now; it went down 0.01 s ago"},
    {[](Quay& it) {
       it.port.enter("deck");
       it.port.enter("helm");
       it.feed(it.keyboard, KeyH, 1);
     },
     false, KeyH, Outcome::heard,
     "KeyH, keyboard 1: heard by horn of port, bell of port: it does it now; it went down 0.01 s "
     "ago"},
    {[](Quay&) {}, false, KeyH, Outcome::kept,
     "KeyH, keyboard 1: nobody hears it: for horn of port, the context helm is not entered"},
    {[](Quay&) {}, false, KeyZ, Outcome::unbound,
     "KeyZ, keyboard 1: nobody hears it: nothing is bound to it for port"},
    {[](Quay&) {}, true, PadSouth, Outcome::nobodys,
     "PadSouth, gamepad 1: nobody has the device: Hub::give, or joining, gives it to a seat"},
    {[](Quay& it) {
       it.hub.unplug(it.gamepad, it.now);
       it.wait();
     },
     true, PadSouth, Outcome::unplugged, "PadSouth, gamepad 1: nobody hears it: it is unplugged"},
    {[](Quay& it) {
       it.hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open});
     },
     true, PadStart, Outcome::joins, "PadStart, gamepad 1: it seats a player under pad"},
    {[](Quay& it) {
       it.hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::closed});
     },
     true, PadStart, Outcome::nobodys,
     "PadStart, gamepad 1: nobody has the device: Hub::give, or joining, gives it to a seat; it "
     "joins nobody under pad: joining is closed"},
    {[](Quay& it) {
       it.hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open});
       it.feed(it.gamepad, PadStart, 1);
     },
     true, PadStart, Outcome::spent,
     "PadStart, gamepad 1: it seated somebody or answered a capture, and counts again when it has "
     "been up; it went down 0.01 s ago"},
    {[](Quay& it) { it.hub.capture(it.port, {.action = *it.hub.playbook().find_action("horn")}); },
     false, KeyZ, Outcome::captured,
     "KeyZ, keyboard 1: port is asked for a control, and looks at it"},
    {[](Quay& it) {
       // Two lost gamepads of one model, and one that comes back: whose is it?
       const DeviceId other = it.hub.plug({.kind = DeviceKind::gamepad}, it.now);
       it.hub.give(it.gamepad, it.port);
       it.hub.give(other, it.hub.add_seat("starboard"));
       it.hub.unplug(it.gamepad, it.now);
       it.hub.unplug(other, it.now);
       it.wait();
       it.gamepad = it.hub.plug({.kind = DeviceKind::gamepad}, it.now);
     },
     true, PadSouth, Outcome::doubtful,
     "PadSouth, gamepad 3: nobody hears it until it is known whose the device is: Hub::doubts, "
     "Hub::give"},
};

std::string first_line(const std::string& text) {
  return text.substr(0, text.find('\n'));
}

TEST(Trace, SaysWhereAPressComesTo) {
  for (const Case& it : cases) {
    Quay quay;
    it.happens(quay);
    const DeviceId device = it.is_of_gamepad ? quay.gamepad : quay.keyboard;
    EXPECT_EQ(quay.hub.trace(device, it.control).outcome, it.outcome);
    EXPECT_EQ(first_line(quay.told(device, it.control)), it.first_line);
  }
}

TEST(Trace, EveryOutcomeIsProvokedHere) {
  std::set<Outcome> provoked{Outcome::no_such};  // see below
  for (const Case& it : cases) provoked.insert(it.outcome);
  EXPECT_EQ(provoked.size(), static_cast<std::size_t>(Outcome::unbound) + 1);
}

TEST(Trace, ListsWhoHearsAControlInOrder) {
  Quay quay;
  for (const char* context : {"deck", "helm", "chart"}) quay.port.enter(context);
  quay.feed(quay.keyboard, KeyH, 1);
  EXPECT_EQ(quay.told(quay.keyboard, KeyH),
            "KeyH, keyboard 1: heard by mark_place of port: it does it now; it went down 0.01 s "
            "ago\n"
            "  port: mark_place (chart): it does it now\n"
            "  port: horn (helm): the context chart, above, has it for mark_place\n"
            "  port: whistle (helm): ShiftLeft+KeyH: the context chart, above, has it for "
            "mark_place\n"
            "  port: bell (deck): the context chart, above, has it for mark_place\n");
}

TEST(Trace, OfAPartOfAStickTellsWhoHearsThatPart) {
  Quay quay;
  quay.hub.give(quay.gamepad, quay.port);
  quay.port.enter("helm");
  quay.feed(quay.gamepad, PadLeftStick, 0, 0.1F);
  EXPECT_EQ(quay.told(quay.gamepad, PadLeftStickUp),
            "PadLeftStickUp, gamepad 1: heard by steer of port: it is pushed 0.1, within the dead "
            "zone of 0.15; it went down 0.01 s ago\n"
            "  port: steer (helm): PadLeftStick: it is pushed 0.1, within the dead zone of 0.15\n");
}

TEST(Trace, OfAFingerTellsOfTheZoneThatItBelongsTo) {
  Quay quay;
  const DeviceId screen = quay.hub.plug({.kind = DeviceKind::touch}, Time{});
  quay.hub.give(screen, quay.port);
  quay.port.enter("helm");
  EXPECT_EQ(quay.hub.trace(screen, Finger1).ways.size(), 2U);
  quay.hub.feed({quay.now, screen, Finger1Position, 0.7F, 0.5F});
  quay.feed(screen, Finger1, 1);
  EXPECT_EQ(quay.told(screen, Finger1),
            "Finger1, touch 1: heard by horn of port: it does it now; it went down 0.01 s ago\n"
            "  port: horn (helm): Touch:stern: it does it now\n");
}

TEST(Trace, IsOfOneDeviceAmongSeveralOfTheSeat) {
  Quay quay;
  const DeviceId other = quay.hub.plug({.kind = DeviceKind::keyboard}, Time{});
  quay.hub.give(other, quay.port);
  quay.port.enter("helm");
  quay.feed(quay.keyboard, KeyH, 1);
  EXPECT_EQ(quay.hub.trace(quay.keyboard, KeyH).ways.front().way.why, Why::drives);
  EXPECT_EQ(quay.hub.trace(other, KeyH).ways.front().way.why, Why::never_sent);
}

TEST(Trace, OfWhatIsNotThereIsAComplaint) {
  Quay quay;
  Complaints complaints;
  EXPECT_EQ(quay.told(DeviceId{9}, KeyH), "KeyH: there is no such device or control\n");
  EXPECT_EQ(quay.told(quay.gamepad, KeyH), "KeyH: there is no such device or control\n");
  quay.hub.trace(quay.gamepad, Control::none);
  EXPECT_EQ(
      complaints.take(),
      (Sentences{"Hub::trace: was given the device 9, which was never plugged in; Hub::plug gives "
                 "the id of one",
                 "Hub::trace: KeyH is a control of a keyboard, and gamepad 1 is a gamepad",
                 "Hub::trace: was given no control"}));
}

}  // namespace
}  // namespace nextmove::support
