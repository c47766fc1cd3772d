#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

PlaybookDefinition tug() {
  std::vector<BindingDefinition> helm = {
      keys_for("steer", KeyW, KeyA, KeyS, KeyD),
      keys_for("steer", ArrowUp, ArrowLeft, ArrowDown, ArrowRight),
      {.action = "steer", .control = PadLeftStick},
      {.action = "steer", .up = PadUp, .down = PadDown, .left = PadLeft, .right = PadRight},
      {.action = "throttle", .more = KeyR, .less = KeyF},
      {.action = "throttle", .control = PadRightStickY},
      {.action = "horn", .control = Space},
      {.action = "horn", .control = MouseLeft},
      {.action = "horn", .control = PadSouth},
      {.action = "lamp", .control = KeyS, .with = {ShiftLeft}},
      {.action = "winch", .control = KeyE, .gesture = hold_for(800ms)},
      {.action = "pilot", .control = PadWest, .gesture = taps_within(2, 300ms)},
      {.action = "pilot", .control = KeyP, .gesture = taps_within(3, 300ms)},
      {.action = "open_chart", .control = KeyM},
      {.action = "open_chart", .control = PadNorth}};
  std::vector<BindingDefinition> chart = {
      {.action = "mark", .control = Space},
      {.action = "mark", .control = KeyM},
      {.action = "open_chart", .control = KeyC, .schemes = {"left"}}};
  return {
      .title = "Prompts",
      .actions = {{.name = "steer", .kind = ActionKind::vector},
                  {.name = "throttle", .kind = ActionKind::axis},
                  {.name = "horn"},
                  {.name = "lamp"},
                  {.name = "winch"},
                  {.name = "pilot"},
                  {.name = "open_chart"},
                  {.name = "mark"}},
      .schemes = {{.name = "desk", .needs = {DeviceKind::keyboard}, .may_use = {DeviceKind::mouse}},
                  {.name = "left", .needs = {DeviceKind::keyboard}}},
      .contexts = {{.name = "helm", .bindings = helm},
                   {.name = "chart", .rank = 10, .bindings = chart}}};
}

struct Prompts : ::testing::Test {
  Prompts() : stage(make(tug())) {
    for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::mouse, DeviceKind::gamepad}) {
      stage.device(kind);
    }
    stage.seat().enter("helm");
    stage.wait(10ms);
  }

  Seat& seat() { return stage.seat(); }
  const Playbook& book() { return stage.hub().playbook(); }
  std::string of(const char* action, ActionPart part = ActionPart::whole) {
    return to_text(seat().prompt(*book().find_action(action), part).parts);
  }
  std::string all(const char* action) {
    std::string text;
    for (const Prompt& way : seat().prompts(*book().find_action(action))) {
      text += (text.empty() ? "" : " | ") + to_text(way.parts) + (way.is_heard ? "" : " (not now)");
    }
    return text;
  }
  void use_pad() {
    stage.press(PadExtra);
    stage.wait(1s);
    stage.release(PadExtra);
    stage.wait(10ms);
  }

  testing::Rehearsal stage;
};

TEST_F(Prompts, TellTheControlOnTheDeviceInHand) {
  EXPECT_EQ(of("horn"), "Space");
  use_pad();
  EXPECT_EQ(of("horn"), "south button");
}

TEST_F(Prompts, ListAllWaysTheDeviceInHandInFront) {
  EXPECT_EQ(all("horn"), "Space | left mouse button | south button");
  use_pad();
  EXPECT_EQ(all("horn"), "south button | Space | left mouse button");
}

TEST_F(Prompts, HaveAnIconForEachControl) {
  const Prompt& lamp = seat().prompt(*book().find_action("lamp"));
  ASSERT_EQ(lamp.parts.size(), 3U);
  EXPECT_EQ(lamp.parts[0], (PromptPart{"left Shift", "ShiftLeft"}));
  EXPECT_EQ(lamp.parts[1], PromptPart{" + "});
  EXPECT_EQ(lamp.parts[2], (PromptPart{"S", "KeyS"}));
  use_pad();
  EXPECT_EQ(seat().prompt(*book().find_action("horn")).parts[0],
            (PromptPart{"south button", "PadSouth", "positions"}));
}

TEST_F(Prompts, ShowFourKeysAsACross) {
  EXPECT_EQ(of("steer"), "W A S D");
  EXPECT_TRUE(seat().prompt(*book().find_action("steer")).is_cross);
}

TEST_F(Prompts, KnowTheArrowsAndTheDirectionalPadAsOne) {
  EXPECT_EQ(all("steer"), "W A S D | arrow keys | left stick | directional pad");
}

TEST_F(Prompts, TellOneDirection) {
  EXPECT_EQ(of("steer", ActionPart::up), "W");
  EXPECT_EQ(of("throttle", ActionPart::less), "F");
  use_pad();
  EXPECT_EQ(of("steer", ActionPart::left), "left stick left");
  EXPECT_EQ(of("throttle", ActionPart::more), "right stick up");
}

TEST_F(Prompts, TellBothEndsOfAnAxis) {
  EXPECT_EQ(of("throttle"), "F / R");
}

TEST_F(Prompts, TellTheGesture) {
  EXPECT_EQ(of("winch"), "hold E");
  EXPECT_EQ(of("pilot"), "P 3 times");
  use_pad();
  EXPECT_EQ(of("pilot"), "west button twice");
}

TEST_F(Prompts, PutTheGestureWhereTheLanguageHasIt) {
  stage.hub().set_wording(Language::german);
  EXPECT_EQ(of("winch"), "E halten");
  EXPECT_EQ(of("pilot"), "3-mal P");
}

TEST_F(Prompts, SayThatNothingIsBound) {
  Profile profile;
  for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::gamepad}) {
    profile.remaps.push_back({.action = "open_chart", .device = kind});
  }
  stage.hub().set_profile(seat(), profile);
  stage.wait(10ms);
  EXPECT_EQ(of("open_chart"), "(not bound)");
  EXPECT_FALSE(seat().prompt(*book().find_action("open_chart")).is_bound);
}

TEST_F(Prompts, FallBackOnAnotherDeviceOfTheSeat) {
  use_pad();
  EXPECT_EQ(of("winch"), "hold E");
}

TEST_F(Prompts, DoNotTellOfDevicesThatTheSeatLacks) {
  stage.unplug(DeviceKind::gamepad);
  stage.wait(10ms);
  EXPECT_EQ(all("horn"), "Space | left mouse button");
}

TEST_F(Prompts, TellWhatAnotherContextWouldHear) {
  EXPECT_EQ(all("mark"), "Space (not now) | M (not now)");
  seat().enter("chart");
  EXPECT_EQ(all("mark"), "Space | M");
}

TEST_F(Prompts, PutWhatAContextAboveClaimsLast) {
  seat().enter("chart");
  EXPECT_EQ(all("horn"), "left mouse button | Space (not now) | south button");
}

TEST(PromptsUnderAnotherContext, AreHeardWhereThatPassesTheControlOn) {
  PlaybookDefinition book = tug();
  book.contexts[1].bindings[0].pass_on = true;  // mark, by the horn's key
  testing::Rehearsal stage{make(book)};
  stage.device(DeviceKind::keyboard);
  stage.seat().enter("helm");
  stage.seat().enter("chart");
  EXPECT_TRUE(stage.seat().prompt(stage.hub().playbook().button("horn")).is_heard);
}

TEST_F(Prompts, GoByTheScheme) {
  seat().enter("chart");
  stage.hub().hold_to(seat(), *book().find_scheme("left"));
  EXPECT_EQ(all("open_chart"), "C | M (not now)");
  EXPECT_EQ(all("steer"), "W A S D | arrow keys") << "no mouse and no gamepad";
}

TEST_F(Prompts, FollowTheRemapsOfThePlayer) {
  stage.hub().set_profile(
      seat(), {.remaps = {{.action = "horn", .device = DeviceKind::keyboard, .controls = {KeyH}}}});
  EXPECT_EQ(of("horn"), "H");
}

TEST_F(Prompts, FollowTheLayoutAndTheLetteringOfThePad) {
  KeyLabels french;
  french.set(KeyW, "Z");
  stage.hub().set_key_labels(french);
  EXPECT_EQ(of("steer"), "Z A S D");
  Families families;
  families.add({"positions", {{PadSouth, "I"}}});
  stage.hub().set_families(families);
  use_pad();
  EXPECT_EQ(of("horn"), "I");
}

TEST_F(Prompts, StayWhileNothingChanges) {
  const std::uint32_t version = seat().prompt_version();
  const Prompt* const horn = &seat().prompt(*book().find_action("horn"));
  stage.press(KeyW);
  stage.wait(1s);
  EXPECT_EQ(seat().prompt_version(), version);
  EXPECT_EQ(&seat().prompt(*book().find_action("horn")), horn) << "not made anew";
}

TEST_F(Prompts, AreOfTheSameVersionWhereNothingThatIsShownHasChanged) {
  use_pad();
  stage.press(KeyW);
  stage.wait(2s);
  const std::uint32_t version = seat().prompt_version();
  Hub& hub = stage.hub();
  const auto give = [&](DeviceKind kind) {
    const DeviceId device = hub.plug({.kind = kind}, stage.now());
    hub.give(device, seat());
    stage.wait(10ms);
    return device;
  };
  const DeviceId keyboard = give(DeviceKind::keyboard);
  EXPECT_EQ(seat().prompt_version(), version) << "a second keyboard";
  give(DeviceKind::touch);
  EXPECT_EQ(seat().prompt_version(), version) << "a screen, for which the playbook has nothing";
  hub.unplug(keyboard, stage.now());
  stage.wait(10ms);
  EXPECT_EQ(seat().prompt_version(), version) << "and unplugged";
  hub.set_key_labels(KeyLabels{});
  hub.set_wording(Language::english);
  EXPECT_EQ(seat().prompt_version(), version) << "equal words";
  stage.hub().set_profile(seat(), {});
  EXPECT_EQ(seat().prompt_version(), version) << "an equal profile";
}

TEST_F(Prompts, HaveAnotherVersionAfterEveryChange) {
  std::uint32_t version = seat().prompt_version();
  const auto expect_new = [&](const char* after) {
    EXPECT_NE(seat().prompt_version(), version) << after;
    version = seat().prompt_version();
  };
  seat().enter("chart");
  expect_new("entering");
  seat().leave("chart");
  expect_new("leaving");
  stage.hub().hold_to(seat(), *book().find_scheme("desk"));
  expect_new("a scheme");
  stage.hub().set_profile(
      seat(), {.remaps = {{.action = "horn", .device = DeviceKind::keyboard, .controls = {KeyH}}}});
  expect_new("a remap");
  stage.hub().set_wording(Language::french);
  expect_new("a language");
  use_pad();
  expect_new("another device");
  stage.unplug(DeviceKind::gamepad);
  stage.wait(10ms);
  expect_new("unplugging");
  stage.hub().adopt(make(tug()));
  expect_new("another playbook");
}

TEST(PromptsOfASeatWithoutDevices, TellWhatItMightHave) {
  Hub hub{make(tug())};
  Seat& seat = hub.add_seat("tug");
  seat.enter("helm");
  EXPECT_EQ(to_text(seat.prompt(hub.playbook().button("horn")).parts), "Space");
}

// ---- captions

std::string problems_of(const Caption& caption) {
  std::string all;
  for (const Diagnostic& problem : caption.problems) all += to_string(problem) + '\n';
  return all;
}

TEST_F(Prompts, StandInCaptions) {
  const Caption caption = seat().caption("Press {horn} to warn the ferry");
  EXPECT_EQ(caption.text(), "Press Space to warn the ferry");
  ASSERT_EQ(caption.parts.size(), 3U);
  EXPECT_EQ(caption.parts[1], (PromptPart{"Space", "Space"}));
  EXPECT_EQ(problems_of(caption), "");
}

TEST_F(Prompts, InCaptionsTellDirectionsAndOtherWays) {
  EXPECT_EQ(seat().caption("{steer.up}, {horn.2}, {steer.up.2}").text(),
            "W, left mouse button, up arrow");
  EXPECT_EQ(seat().caption("{horn.9}").text(), "south button") << "there are no more";
}

TEST_F(Prompts, InCaptionsStandBesideBraces) {
  EXPECT_EQ(seat().caption("{{{horn}}} {{}}").text(), "{Space} {}");
}

TEST_F(Prompts, InCaptionsMustBeOfActionsThatThereAre) {
  const Caption caption = seat().caption("é {hron} or {horn.up} or {horn.0}");
  EXPECT_EQ(caption.text(), "é {hron} or {horn.up} or {horn.0}");
  EXPECT_EQ(problems_of(caption),
            R"(1:4: error: the playbook has no action "hron"; did you mean "horn"?
  1 | é {hron} or {horn.up} or {horn.0}
    |    ^~~~
1:19: error: "up" is neither a direction of "horn" nor a number from 1
  1 | é {hron} or {horn.up} or {horn.0}
    |                   ^~
1:32: error: "0" is neither a direction of "horn" nor a number from 1
  1 | é {hron} or {horn.up} or {horn.0}
    |                                ^
)");
}

TEST_F(Prompts, InCaptionsHaveWholeNumbers) {
  EXPECT_EQ(problems_of(seat().caption("{horn.2x}")),
            R"(1:7: error: "2x" is neither a direction of "horn" nor a number from 1
  1 | {horn.2x}
    |       ^~
)");
}

TEST_F(Prompts, InCaptionsMustBeClosed) {
  const Caption caption = seat().caption("{horn and } {");
  EXPECT_EQ(caption.text(), "{horn and } {");
  EXPECT_EQ(problems_of(seat().caption("a } {")),
            R"(1:3: error: this brace closes nothing; write }} for a brace
  1 | a } {
    |   ^
1:5: error: this brace is not closed; write {{ for a brace
  1 | a } {
    |     ^
)");
}

}  // namespace
}  // namespace nextmove::support
