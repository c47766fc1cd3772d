// The story: what devices said, what became of it, and what happened between.
#include <nextmove/interceptor.hpp>
#include <nextmove/story.hpp>

#include "support/complaints.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

PlaybookDefinition dock() {
  return {.actions = {{.name = "horn"},
                      {.name = "anchor"},
                      {.name = "whistle"},
                      {.name = "mark_place"},
                      {.name = "steer", .kind = ActionKind::vector},
                      {.name = "look", .kind = ActionKind::motion},
                      {.name = "send", .is_heard_while_typing = true}},
          .schemes = {{.name = "pad", .needs = {DeviceKind::gamepad}, .join = PadStart}},
          .contexts =
              {{.name = "helm",
                .bindings = {{.action = "horn", .control = KeyH},
                             {.action = "horn", .control = WheelUp},
                             {.action = "anchor", .control = KeyX, .gesture = hold_for(1s)},
                             {.action = "anchor", .control = KeyT, .gesture = toggled()},
                             {.action = "whistle", .control = KeyY, .gesture = tap_within(200ms)},
                             {.action = "whistle", .control = touch("bow")},
                             {.action = "steer", .control = PadLeftStick},
                             {.action = "look", .control = MouseMotion},
                             {.action = "send", .control = Enter}}},
               {.name = "chart",
                .rank = 1,
                .blocks = {DeviceKind::mouse},
                .bindings = {{.action = "mark_place", .control = KeyH},
                             {.action = "mark_place", .control = KeyM}}}},
          .mutes = {{.name = "radio_call", .actions = {"horn"}}},
          .zones = {{.name = "bow", .width = 0.5F}}};
}

/// A seat in the helm with a device of each kind, and a story that begins here.
struct Watch {
  Watch() {
    hub.set_rules({.free_devices = FreeDevices::kept});
    using enum DeviceKind;
    for (const DeviceKind kind : {keyboard, mouse, gamepad, DeviceKind::touch}) {
      devices.push_back(hub.plug({.kind = kind}, now));
      hub.give(devices.back(), port);
    }
    port.enter("helm");
    hub.update(now);
    hub.keep_story(100);
  }
  DeviceId device(Control control) const {
    return devices[static_cast<std::size_t>(info(control).device)];
  }
  void say(Control control, float x, float y = 0) {
    hub.feed({.time = now, .device = device(control), .control = control, .x = x, .y = y});
  }
  void wait(Duration duration = 10ms) { hub.update(now += duration); }
  void press(Control control, Duration duration = 10ms) {
    say(control, 1);
    wait(duration);
    say(control, 0);
    wait();
  }
  /// Without the moments, and without what prompts are about.
  Sentences told() const {
    Sentences sentences;
    for (const StoryEntry& it : hub.story()) {
      const bool is_of_hand = it.notice.kind == NoticeKind::in_hand;
      if (it.kind != StoryKind::notice || !is_of_hand) sentences.push_back(it.text);
    }
    return sentences;
  }

  Hub hub{make(dock())};
  Seat& port = hub.add_seat("port");
  std::vector<DeviceId> devices;
  Time now{};
};

TEST(Story, TellsWhatBecameOfEachPress) {
  Watch watch;
  watch.press(KeyH);
  watch.press(KeyZ);
  watch.port.enter("chart");
  watch.press(KeyH);
  watch.port.leave("chart");
  watch.port.mute("radio_call");
  watch.press(KeyH);
  watch.port.unmute("radio_call");
  EXPECT_EQ(
      watch.told(),
      (Sentences{"KeyH, keyboard 1, for 0.01 s: horn of port (helm)",
                 "KeyZ, keyboard 1, for 0.01 s: nobody hears it: nothing is bound to it for "
                 "port",
                 "port enters chart", "KeyH, keyboard 1, for 0.01 s: mark_place of port (chart)",
                 "port leaves chart", "port mutes radio_call",
                 "KeyH, keyboard 1, for 0.01 s: nobody hears it: for horn of port, the mute "
                 "radio_call silences the action",
                 "port unmutes radio_call"}));
}

TEST(Story, TellsHowAGestureEnded) {
  Watch watch;
  watch.press(KeyX, 300ms);
  watch.press(KeyX, 1200ms);
  watch.press(KeyY);
  watch.press(KeyY, 300ms);
  watch.press(KeyT);
  watch.press(KeyT);
  EXPECT_EQ(watch.told(),
            (Sentences{"KeyX, keyboard 1, for 0.3 s: heard by anchor of port: it was let go after "
                       "0.3 s of the 1 s that it takes",
                       "KeyX, keyboard 1, for 1.2 s: anchor of port (helm)",
                       "KeyY, keyboard 1, for 0.01 s: whistle of port (helm)",
                       "KeyY, keyboard 1, for 0.3 s: heard by whistle of port: it was down for "
                       "0.3 s: a tap takes less than 0.2 s",
                       "KeyT, keyboard 1, for 0.01 s: anchor of port (helm)",
                       "KeyT, keyboard 1, for 0.01 s: anchor of port (helm), turned off"}));
}

TEST(Story, OfAHoldThatIsReachedWhileTheKeyIsDownSaysSo) {
  Watch watch;
  watch.say(KeyX, 1);
  watch.wait(500ms);
  EXPECT_EQ(watch.told(), (Sentences{"KeyX, keyboard 1, still down: heard by anchor of port: it is "
                                     "under way: 50 % of the time"}));
  watch.wait(600ms);
  EXPECT_EQ(watch.told(), (Sentences{"KeyX, keyboard 1, still down: anchor of port (helm)"}));
}

TEST(Story, MakesOneEntryOfAMovement) {
  Watch watch;
  for (int i = 1; i <= 8; ++i) {
    watch.say(PadLeftStick, static_cast<float>(i) / 10, 0.25F);
    watch.say(MouseMotion, 2, -1);
    watch.wait();
  }
  watch.say(PadLeftStick, 0, 0);
  watch.wait(1s);
  watch.say(MouseMotion, 5, 5);
  watch.wait(1s);
  EXPECT_EQ(watch.told(),
            (Sentences{"PadLeftStick, gamepad 1, up to 0.8 0.25 for 0.08 s: steer of port (helm)",
                       "MouseMotion, mouse 1, by 16 -8 for 0.07 s: look of port (helm)",
                       "MouseMotion, mouse 1, by 5 5: look of port (helm)"}));
  EXPECT_EQ(watch.hub.story().front().events, 9U);
}

TEST(Story, BeginsAMovementAnewWhereItComesToSomebodyElse) {
  Watch watch;
  watch.say(MouseMotion, 3, 0);
  watch.wait();
  watch.port.enter("chart");
  watch.say(MouseMotion, 3, 0);
  watch.wait(1s);
  EXPECT_EQ(watch.told(),
            (Sentences{"MouseMotion, mouse 1, by 3 0: look of port (helm)", "port enters chart",
                       "MouseMotion, mouse 1, by 3 0: nobody hears it: for look of port, the "
                       "context chart, above, blocks every mouse"}));
}

// A key that repeats says that it is down again and again.
TEST(Story, OfWhatDidSomethingStaysSoWhateverComesWhileItIsDown) {
  Watch watch;
  watch.say(KeyH, 1);
  watch.wait();
  watch.port.mute("radio_call");
  watch.say(KeyH, 1);
  watch.wait();
  watch.say(KeyH, 0);
  watch.wait();
  EXPECT_EQ(watch.told(), (Sentences{"KeyH, keyboard 1, for 0.02 s: horn of port (helm)",
                                     "port mutes radio_call"}));
}

TEST(Story, TellsAFingerByItsZone) {
  Watch watch;
  for (const float x : {0.25F, 0.75F}) {
    watch.say(Finger1Position, x, 0.5F);
    watch.press(Finger1);
    watch.say(Finger1Position, x, 0.6F);
  }
  EXPECT_EQ(watch.told(), (Sentences{"Finger1, touch 1, for 0.01 s: whistle of port (helm)",
                                     "Finger1, touch 1, for 0.01 s: nobody hears it: nothing is "
                                     "bound to it for port"}));
}

TEST(Story, TellsWhatInterceptorsMadeOfAPress) {
  Watch watch;
  const Button horn = watch.hub.playbook().button("horn");
  watch.port.add_interceptor("pilot", [&](Incoming& it) { it.hold_back(horn); });
  watch.press(KeyH);
  EXPECT_EQ(watch.told(), (Sentences{"KeyH, keyboard 1, for 0.01 s: heard by horn of port: the "
                                     "interceptor pilot makes something else of it"}));
}

TEST(Story, TellsOfDevicesThatNobodyHasAndOfJoining) {
  Watch watch;
  const DeviceId gamepad = watch.device(PadSouth);
  watch.hub.free(gamepad);
  watch.press(PadSouth);
  watch.hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open});
  watch.press(PadStart);
  watch.hub.unplug(gamepad, watch.now);
  watch.wait();
  EXPECT_EQ(watch.told(),
            (Sentences{"port gives up gamepad 1",
                       "PadSouth, gamepad 1, for 0.01 s: nobody has the device: Hub::give, or "
                       "joining, gives it to a seat",
                       "PadStart, gamepad 1, for 0.01 s: it seats a player under pad",
                       "seat 2 joins under \"pad\" with gamepad 1", "gamepad 1 is unplugged",
                       "seat 2 has lost gamepad 1", "seat 2 waits for a gamepad"}));
}

TEST(Story, TellsWhatWasPassedOver) {
  Watch watch;
  const Complaints complaints;
  watch.hub.feed({.device = watch.device(PadSouth), .control = KeyH, .x = 1});
  watch.hub.feed({.device = DeviceId{99}, .control = KeyH, .x = 1});
  watch.hub.feed({.device = watch.device(KeyH), .control = KeyH, .x = 7});
  watch.hub.unplug(watch.device(KeyH), watch.now);
  watch.wait();
  watch.say(KeyH, 1);
  const Sentences told = watch.told();
  EXPECT_EQ(told.front(),
            "passed over: KeyH is a control of a keyboard, and gamepad 1 is a gamepad");
  EXPECT_EQ(told[1], "passed over: an event of KeyH of device 99, which was never plugged in");
  EXPECT_EQ(told[2], "passed over: an event of KeyH has x = 7, and goes from 0 to 1");
  EXPECT_EQ(told.back(), "passed over: an event of KeyH of keyboard 1, which was unplugged");
}

TEST(Story, HoldsNothingThatIsTyped) {
  Watch watch;
  watch.hub.set_typing(watch.port);
  for (const Control key : {KeyH, KeyZ, ShiftLeft}) watch.press(key);
  watch.press(Enter);
  watch.hub.set_typing(watch.port, false);
  EXPECT_EQ(watch.told(), (Sentences{"port types: keys are text",
                                     "Enter, keyboard 1, for 0.01 s: send of port (helm)",
                                     "port types no more"}));
}

TEST(Story, TellsOfCapturesChangesAndPlaybooks) {
  Watch watch;
  const ActionId horn = *watch.hub.playbook().find_action("horn");
  watch.hub.capture(watch.port, {.action = horn});
  watch.press(KeyG);
  watch.wait();
  Draft draft{watch.hub.playbook(), {}, SchemeId::none};
  draft.put({.action = horn, .context = *watch.hub.playbook().find_context("helm")}, KeyG);
  watch.hub.set_profile(watch.port, draft.profile());
  watch.hub.adopt(make(dock()));
  watch.hub.release_all(watch.now);
  watch.wait();
  EXPECT_EQ(watch.told(),
            (Sentences{"port is asked for a control",
                       "KeyG, keyboard 1, for 0.01 s: port is asked for a control, and looks at it",
                       "port is asked no more", "port plays by other changes",
                       "another playbook is adopted", "everything is released"}));
}

TEST(Story, OfWhatIsTakenUpSaysThatItWaitsForAFreshPress) {
  Watch watch;
  watch.wait();
  watch.hub.take_up({.time = watch.now, .device = watch.device(KeyH), .control = KeyH, .x = 1});
  watch.wait();
  EXPECT_EQ(watch.told(), (Sentences{"KeyH, keyboard 1, still down: heard by horn of port: it was "
                                     "down before it counted: let go and press it again"}));
}

TEST(Story, KeepsTheLastSoMany) {
  Watch watch;
  watch.hub.keep_story(3);
  for (const Control key : {KeyA, KeyB, KeyC, KeyD, KeyE}) watch.press(key);
  const auto story = watch.hub.story();
  ASSERT_EQ(story.size(), 3U);
  EXPECT_EQ(story.front().control, KeyC);
  EXPECT_EQ(story.back().control, KeyE);
}

TEST(Story, AskedForWhereNothingIsKeptIsADoubt) {
  Watch watch;
  watch.hub.keep_story(0);
  watch.press(KeyH);
  Complaints complaints;
  EXPECT_TRUE(watch.hub.story().empty());
  EXPECT_EQ(complaints.take(),
            (Sentences{"doubt: Hub::story: no story is kept; Hub::keep_story(200) keeps the last "
                       "200 things that happen"}));
}

TEST(Story, GoesOnWhereItIsAskedForAgain) {
  Watch watch;
  watch.press(KeyH);
  watch.hub.keep_story(100);
  EXPECT_EQ(watch.told().size(), 1U);
}

TEST(Story, LinesBeginWithTheirMoment) {
  Watch watch;
  watch.wait(1500ms);
  watch.press(KeyH);
  EXPECT_EQ(to_text(watch.hub.story().front()),
            "    1.500  KeyH, keyboard 1, for 0.01 s: horn of port (helm)\n");
}

TEST(Story, AskedToKeepTooMuchComplains) {
  Watch watch;
  Complaints complaints;
  watch.hub.keep_story(2'000'000);
  EXPECT_EQ(complaints.take(),
            (Sentences{"Hub::keep_story: a story of 2000000 entries is more than a million"}));
}

}  // namespace
}  // namespace nextmove::support
