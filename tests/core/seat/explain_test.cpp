// Each cause provoked, and the sentence that comes back.
#include <functional>
#include <set>

#include <nextmove/explain.hpp>

#include "support/complaints.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

PlaybookDefinition wharf() {
  BindingDefinition steer = keys_for("steer", KeyW, KeyA, KeyS, KeyD);
  return {
      .actions = {{.name = "horn"},
                  {.name = "whistle"},
                  {.name = "mark_place"},
                  {.name = "anchor"},
                  {.name = "steer", .kind = ActionKind::vector},
                  {.name = "trim", .kind = ActionKind::axis},
                  {.name = "unused"}},
      .schemes = {{.name = "desk", .needs = {DeviceKind::keyboard}},
                  {.name = "pad", .needs = {DeviceKind::gamepad}}},
      .contexts =
          {{.name = "helm",
            .bindings =
                {{.action = "horn", .control = KeyH},
                 {.action = "horn", .control = PadSouth, .schemes = {"pad"}},
                 {.action = "whistle", .control = KeyH, .with = {ShiftLeft}},
                 {.action = "whistle", .control = PadRightTrigger},
                 {.action = "anchor", .control = KeyX, .gesture = hold_for(1s)},
                 {.action = "anchor", .control = KeyY, .gesture = tap_within(200ms)},
                 {.action = "anchor", .control = KeyT, .gesture = toggled()},
                 {.action = "anchor", .control = KeyU, .gesture = taps_within(2, 300ms)},
                 {.action = "anchor", .control = touch("winch")},
                 {.action = "mark_place", .control = touch("deck")},
                 steer,
                 {.action = "steer", .control = PadLeftStick},
                 {.action = "trim", .control = PadRightStickX, .shaping = {.custom = "asleep"}},
                 {.action = "unused"}}},
           {.name = "chart", .rank = 1, .bindings = {{.action = "mark_place", .control = KeyH}}},
           {.name = "dialog", .rank = 2, .blocks = {DeviceKind::keyboard}}},
      .mutes = {{.name = "radio_call", .actions = {"horn", "steer"}}},
      .zones = {{.name = "deck"}, {.name = "winch", .x = 0.5F, .width = 0.5F}}};
}

using Stage = testing::Rehearsal;

struct Case {
  std::string action;
  std::function<void(Stage&)> happens;
  Why why;
  std::string sentence;
};

void enter_helm(Stage& stage) {
  stage.seat().enter("helm");
}
void press(Stage& stage, Control control) {
  stage.press(control);
  stage.wait(10ms);
}
void plug_another(Stage& stage, DeviceKind kind, std::string_view seat) {
  stage.hub().set_rules({.free_devices = FreeDevices::kept});
  const DeviceId device = stage.hub().plug({.kind = kind}, stage.now());
  if (!seat.empty()) stage.hub().give(device, stage.hub().add_seat(seat));
  stage.wait(10ms);
}

// The seat of a rehearsal has a keyboard, and no gamepad before one is used.
const std::vector<Case> cases = {
    {"horn", [](Stage&) {}, Why::not_entered, "KeyH (helm): the context helm is not entered"},
    {"horn", [](Stage& it) { enter_helm(it); }, Why::never_sent,
     "KeyH (helm): no event of it has ever come from keyboard 1"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       press(it, KeyH);
     },
     Why::drives, "KeyH (helm): it does it now"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       it.seat().enter("chart");
       press(it, KeyH);
     },
     Why::claimed, "KeyH (helm): the context chart, above, has it for mark_place"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       it.seat().enter("dialog");
       press(it, KeyH);
     },
     Why::blocked, "KeyH (helm): the context dialog, above, blocks every keyboard"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       it.seat().mute("radio_call");
       press(it, KeyH);
     },
     Why::muted, "KeyH (helm): the mute radio_call silences the action"},
    {"horn",
     [](Stage& it) {
       press(it, KeyH);
       enter_helm(it);
       it.wait(10ms);
     },
     Why::waits_for_fresh,
     "KeyH (helm): it was down before the context helm was entered, 0.01 s ago: let go and press "
     "it again"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       press(it, KeyH);
       it.release(KeyH);
       it.wait(400ms);
     },
     Why::at_rest, "KeyH (helm): nobody pushes it: let go 0.4 s ago"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       it.press(ShiftLeft);
       press(it, KeyH);
     },
     Why::with_more, "KeyH (helm): ShiftLeft+KeyH is held, and has it"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       it.hub().set_typing(it.seat());
       press(it, KeyH);
     },
     Why::typing, "KeyH (helm): the player types, so keys are text"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       it.hub().capture(it.seat(), {it.hub().playbook().button("whistle").id});
     },
     Why::captures, "KeyH (helm): the seat is asked for a control, so it plays nothing"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       it.press(KeyH);
     },
     Why::not_updated, "KeyH (helm): Hub::update has not been called since it was pushed"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       it.hub().feed({it.now() + 90s, it.device(DeviceKind::keyboard), KeyH, 1});
       it.wait(10ms);
     },
     Why::stamped_later,
     "KeyH (helm): its event is stamped 90 s after the last update: is it of the adapter's clock?"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       const Button horn = it.hub().playbook().button("horn");
       it.seat().add_interceptor("docking pilot", [=](Incoming& in) { in.hold_back(horn); });
       press(it, KeyH);
     },
     Why::held_back, "KeyH (helm): the interceptor docking pilot makes something else of it"},
    {"horn",
     [](Stage& it) {
       it.hub().hold_to(it.seat(), *it.hub().playbook().find_scheme("pad"));
       enter_helm(it);
       press(it, PadSouth);
       it.unplug(DeviceKind::gamepad);
       it.wait(10ms);
     },
     Why::lost_device, "PadSouth (helm): the seat's own gamepad is unplugged: gamepad 1"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       Profile profile;
       profile.remaps.push_back(
           {.action = "horn", .device = DeviceKind::keyboard, .controls = {Combination{KeyJ}}});
       it.hub().set_profile(it.seat(), profile);
       it.wait(10ms);
     },
     Why::remapped, "KeyH (helm): the player has put KeyJ in its place"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       Profile profile;
       profile.remaps.push_back({.action = "horn", .device = DeviceKind::keyboard});
       it.hub().set_profile(it.seat(), profile);
       it.wait(10ms);
     },
     Why::unbound, "KeyH (helm): the player has taken it off the action"},
    {"horn",
     [](Stage& it) {
       enter_helm(it);
       PlaybookDefinition other = wharf();
       other.contexts[0].bindings[0].control = KeyB;
       it.hub().adopt(make(other));
       press(it, KeyH);
     },
     Why::gone, "KeyH (helm): it went with a playbook that was adopted"},
    {"whistle",
     [](Stage& it) {
       enter_helm(it);
       press(it, KeyH);
     },
     Why::with_missing, "ShiftLeft+KeyH (helm): ShiftLeft is not held"},
    {"whistle",
     [](Stage& it) {
       enter_helm(it);
       it.move(PadRightTrigger, 0.25F);
       it.wait(10ms);
     },
     Why::below_threshold, "PadRightTrigger (helm): it is pushed 0.25 of the 0.5 that press it"},
    {"whistle", [](Stage& it) { enter_helm(it); }, Why::no_device,
     "PadRightTrigger (helm): no gamepad is plugged in"},
    {"whistle", [](Stage& it) { plug_another(it, DeviceKind::gamepad, ""); }, Why::free_device,
     "PadRightTrigger (helm): gamepad 1 is nobody's: Hub::give, or joining, gives it to a seat"},
    {"whistle", [](Stage& it) { plug_another(it, DeviceKind::gamepad, "starboard"); },
     Why::others_device, "PadRightTrigger (helm): gamepad 1 belongs to the seat starboard"},
    {"anchor",
     [](Stage& it) {
       enter_helm(it);
       press(it, KeyX);
       it.wait(240ms);
     },
     Why::under_way, "KeyX (helm): it is under way: 25 % of the time"},
    {"anchor",
     [](Stage& it) {
       enter_helm(it);
       press(it, KeyX);
       it.wait(390ms);
       it.release(KeyX);
       it.wait(200ms);
     },
     Why::let_go_early,
     "KeyX (helm): it was let go after 0.4 s of the 1 s that it takes, 0.2 s ago"},
    {"anchor",
     [](Stage& it) {
       enter_helm(it);
       press(it, KeyY);
       it.wait(290ms);
       it.release(KeyY);
       it.wait(200ms);
     },
     Why::was_too_long,
     "KeyY (helm): it was down for 0.3 s, 0.2 s ago: a tap takes less than 0.2 s"},
    {"anchor",
     [](Stage& it) {
       enter_helm(it);
       press(it, KeyU);
       it.release(KeyU);
       it.wait(1s);
     },
     Why::next_missing, "KeyU (helm): 1 tap, and no other within 0.3 s"},
    {"anchor",
     [](Stage& it) {
       enter_helm(it);
       press(it, KeyY);
       it.wait(1s);
     },
     Why::too_long, "KeyY (helm): it is down for longer than a tap may be: let go and tap again"},
    {"anchor",
     [](Stage& it) {
       enter_helm(it);
       press(it, KeyT);
       it.release(KeyT);
       press(it, KeyT);
     },
     Why::turned_off, "KeyT (helm): this press has turned it off; the next turns it on"},
    {"anchor",
     [](Stage& it) {
       enter_helm(it);
       press(it, KeyT);
       it.release(KeyT);
       it.wait(10ms);
     },
     Why::turned_on, "KeyT (helm): it is turned on; the next press turns it off"},
    {"anchor",
     [](Stage& it) {
       enter_helm(it);
       it.move(Finger1Position, 0.75F, 0.5F);
       press(it, Finger1);
     },
     Why::other_zone, "Touch:winch (helm): the finger there belongs to the touch zone deck"},
    {"steer",
     [](Stage& it) {
       enter_helm(it);
       it.press(KeyA);
       press(it, KeyD);
     },
     Why::cancelled, "KeyA, KeyD (helm): what pushes the other way cancels it"},
    {"steer",
     [](Stage& it) {
       enter_helm(it);
       it.move(PadLeftStick, 0.08F, 0);
       it.wait(10ms);
     },
     Why::in_dead_zone, "PadLeftStick (helm): it is pushed 0.08, within the dead zone of 0.15"},
    {"steer",
     [](Stage& it) {
       enter_helm(it);
       it.press(KeyW);
       it.move(PadLeftStick, 0.5F, 0);
       it.wait(10ms);
     },
     Why::outdone, "PadLeftStick (helm): keyboard 1 pushes further"},
    {"trim",
     [](Stage& it) {
       enter_helm(it);
       it.hub().set_custom("asleep", [](Vec2) { return Vec2{}; });
       it.move(PadRightStick, 1, 0);
       it.wait(10ms);
     },
     Why::made_nothing, "PadRightStickX (helm): the custom function asleep makes nothing of it"},
};

std::string text_after(const Case& it) {
  Stage stage{make(wharf())};
  stage.device(DeviceKind::keyboard);
  it.happens(stage);
  const ActionId action = *stage.hub().playbook().find_action(it.action);
  return to_text(stage.seat().explain(action), stage.seat());
}

TEST(Explanations, NameTheCauseOfEachWay) {
  for (const Case& it : cases) {
    const std::string text = text_after(it);
    EXPECT_NE(text.find("\n  " + it.sentence + '\n'), std::string::npos)
        << to_string(it.why) << ", but:\n"
        << text;
  }
}

TEST(Explanations, EveryCauseIsProvoked) {
  std::set<Why> provoked = {Why::other_scheme};  // below
  for (const Case& it : cases) provoked.insert(it.why);
  EXPECT_EQ(provoked.size(), static_cast<std::size_t>(Why::drives) + 1);
}

TEST(Explanations, SumUpWhatIsPushedFirst) {
  EXPECT_EQ(text_after({"horn",
                        [](Stage& it) {
                          enter_helm(it);
                          it.seat().enter("chart");
                          press(it, KeyH);
                        },
                        Why::claimed, ""}),
            "horn is not pressed: KeyH (helm): the context chart, above, has it for mark_place; it "
            "went down 0.01 s ago\n"
            "  KeyH (helm): the context chart, above, has it for mark_place\n"
            "  PadSouth (helm): no gamepad is plugged in\n");
}

TEST(Explanations, SayForWhichSchemeABindingIs) {
  Stage stage{make(wharf())};
  stage.hub().hold_to(stage.seat(), *stage.hub().playbook().find_scheme("desk"));
  EXPECT_NE(stage.why(stage.hub().playbook().button("horn"))
                .find("PadSouth (helm): it is for pad; the seat is held to desk\n"),
            std::string::npos);
}

TEST(Explanations, NameTheInterceptorsThatMadeSomethingElseOfIt) {
  Stage stage{make(wharf())};
  enter_helm(stage);
  const Vector steer = stage.hub().playbook().vector("steer");
  stage.seat().add_interceptor("docking pilot", [=](Incoming& in) { in.set(steer, {}); });
  press(stage, KeyW);
  const Explanation explanation = stage.seat().explain(steer);
  const ExplainedWay* best = likeliest(explanation);
  ASSERT_NE(best, nullptr);
  EXPECT_EQ(best->why, Why::held_back);
  EXPECT_EQ(to_text(*best, stage.seat()),
            "the interceptor docking pilot makes something else of it");
}

// What came between, and what ends the first sentence for it.
struct Between {
  std::function<void(Stage&)> happens;
  std::string sentence;
};

const std::vector<Between> interruptions = {
    {[](Stage& it) {
       it.seat().enter("chart");
       it.wait(10ms);
       press(it, KeyH);
       it.seat().leave("chart");
     },
     "the context chart was left, 0.01 s ago"},
    {[](Stage& it) {
       it.seat().mute("radio_call");
       press(it, KeyH);
       it.seat().unmute("radio_call");
     },
     "the mute radio_call ended, 0.01 s ago"},
    {[](Stage& it) {
       it.hub().capture(it.seat(), {it.hub().playbook().button("whistle").id});
       press(it, KeyH);
       it.hub().stop_capture(it.seat());
     },
     "the seat's capture ended, 0.02 s ago"},
    {[](Stage& it) {
       press(it, KeyH);
       it.hub().set_typing(it.seat());
       it.hub().set_typing(it.seat(), false);
     },
     "the player began or ended typing, 0.01 s ago"},
    {[](Stage& it) {
       press(it, KeyH);
       Profile profile;
       profile.remaps.push_back(
           {.action = "whistle", .device = DeviceKind::keyboard, .controls = {Combination{KeyJ}}});
       it.hub().set_profile(it.seat(), profile);
     },
     "the player's changes were set, 0.01 s ago"},
    {[](Stage& it) {
       press(it, KeyH);
       PlaybookDefinition other = wharf();
       other.contexts[0].bindings[1].control = PadWest;
       it.hub().adopt(make(other));
     },
     "a playbook was adopted, 0.01 s ago"},
    {[](Stage& it) {
       press(it, KeyH);
       it.hub().release_all(it.now());
     },
     "everything was released (Hub::release_all), 0.01 s ago"},
    {[](Stage& it) {
       press(it, KeyH);
       const DeviceId keyboard = it.device(DeviceKind::keyboard);
       it.hub().set_rules({.free_devices = FreeDevices::kept});
       it.hub().free(keyboard);
       it.wait(10ms);
       it.hub().give(keyboard, it.seat());
     },
     "the seat got the device, 0.01 s ago"},
    {[](Stage& it) {
       it.press(ShiftLeft);
       press(it, KeyH);
       it.release(ShiftLeft);
     },
     "what must be held, here or there, went down or up"},
};

TEST(Explanations, SayWhatCameBetweenWhereAFreshPressIsNeeded) {
  for (const Between& it : interruptions) {
    Stage stage{make(wharf())};
    stage.device(DeviceKind::keyboard);
    enter_helm(stage);
    stage.wait(10ms);
    it.happens(stage);
    stage.wait(10ms);
    const std::string text = stage.why(stage.hub().playbook().button("horn"));
    EXPECT_NE(text.find(it.sentence), std::string::npos) << it.sentence << ", but:\n" << text;
  }
}

// Of the other, which is at rest, the chart leaves three directions.
TEST(Explanations, OfTwoDevicesTellOfTheOneThatIsPushed) {
  PlaybookDefinition book = wharf();
  book.contexts[1].bindings.push_back({.action = "mark_place", .control = PadLeftStickUp});
  Stage stage{make(book)};
  enter_helm(stage);
  stage.seat().enter("chart");
  stage.device(DeviceKind::gamepad);
  plug_another(stage, DeviceKind::gamepad, "");
  for (const DeviceId it : stage.hub().free_devices()) stage.hub().give(it, stage.seat());
  stage.move(PadLeftStick, 0, 1);
  stage.wait(10ms);
  const Explanation it = stage.seat().explain(stage.hub().playbook().vector("steer"));
  EXPECT_EQ(it.ways.back().why, Why::claimed) << to_text(it, stage.seat());
}

TEST(Explanations, SayThatAnEventCameLate) {
  Stage stage{make(wharf())};
  const DeviceId keyboard = stage.device(DeviceKind::keyboard);
  enter_helm(stage);
  stage.wait(500ms);
  stage.hub().feed({stage.now() - 250ms, keyboard, KeyH, 1});
  stage.wait(10ms);
  const std::string text = stage.why(stage.hub().playbook().button("horn"));
  EXPECT_NE(text.find("; it went down 0.26 s ago; its event came 0.25 s late\n"), std::string::npos)
      << text;
  press(stage, KeyX);
  EXPECT_NE(stage.why(stage.hub().playbook().button("horn")).find("late"), std::string::npos);
  stage.release(KeyH);
  stage.wait(10ms);
  EXPECT_EQ(stage.why(stage.hub().playbook().button("horn")).find("late"), std::string::npos);
}

TEST(Explanations, OfAnEmptyHandleAreEmptyAndOneComplaint) {
  Complaints complaints;
  Hub hub{make(wharf())};
  const Seat& seat = hub.add_seat("port tug");
  EXPECT_EQ(to_text(seat.explain(Button{}), seat), "there is no such action\n");
  EXPECT_EQ(complaints.take().size(), 1U);
}

TEST(Explanations, OfWhatNobodyBinds) {
  Stage stage{make(wharf())};
  EXPECT_EQ(stage.why(stage.hub().playbook().button("unused")),
            "unused is not pressed: no context binds it\n");
}

}  // namespace
}  // namespace nextmove::support
