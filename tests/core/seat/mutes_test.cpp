#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

PlaybookDefinition harbour_with_mutes() {
  PlaybookDefinition definition = harbour();
  definition.mutes = {{.name = "radio_call", .actions = {"steer", "horn", "throttle"}},
                      {.name = "cutscene", .actions = {"open_chart"}, .is_everything_but = true}};
  return definition;
}

struct Mutes : AtTheHelm {
  Mutes() : AtTheHelm(harbour_with_mutes()) {}
};

TEST_F(Mutes, AMutedButtonHearsNoPress) {
  stage.seat().mute("radio_call");
  stage.press(Control::Space);
  stage.move(Control::Wheel, 0, 1);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{});
  EXPECT_TRUE(stage.seat().is_muted(horn.id));
}

TEST_F(Mutes, MutingReleasesWhatIsHeld) {
  stage.press(Control::Space);
  stage.press(Control::KeyW);
  stage.wait(10ms);
  stage.seat().mute("radio_call");
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).released);
  EXPECT_FALSE(read(horn).held);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
}

TEST_F(Mutes, AButtonThatIsDownWhenTheMuteEndsWaitsForAFreshPress) {
  stage.seat().mute("radio_call");
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.seat().unmute("radio_call");
  stage.wait(10ms);
  EXPECT_FALSE(read(horn).held);
  stage.release(Control::Space);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
}

TEST_F(Mutes, AxesAndVectorsComeBackAtOnce) {
  stage.press(Control::KeyW);
  stage.seat().mute("radio_call");
  stage.wait(10ms);
  stage.press(Control::KeyR);
  stage.seat().unmute("radio_call");
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
  EXPECT_EQ(read(throttle).value, 1);
}

TEST_F(Mutes, OtherActionsAreHeard) {
  stage.seat().mute("radio_call");
  stage.press(Control::KeyM);
  stage.wait(10ms);
  EXPECT_TRUE(read(open_chart).pressed);
}

TEST_F(Mutes, MutedTwiceNeedsUnmutingTwice) {
  stage.seat().mute("radio_call");
  stage.seat().mute("radio_call");
  stage.seat().unmute("radio_call");
  EXPECT_TRUE(stage.seat().is_muted(horn.id));
  stage.seat().unmute("radio_call");
  EXPECT_FALSE(stage.seat().is_muted(horn.id));
  stage.seat().unmute("radio_call");
  stage.seat().mute("radio_call");
  EXPECT_TRUE(stage.seat().is_muted(horn.id)) << "one unmute too many does not count";
}

TEST_F(Mutes, TwoMutesOfOneActionMustBothEnd) {
  stage.seat().mute("radio_call");
  stage.seat().mute("cutscene");
  stage.seat().unmute("radio_call");
  EXPECT_TRUE(stage.seat().is_muted(horn.id));
  stage.seat().unmute("cutscene");
  EXPECT_FALSE(stage.seat().is_muted(horn.id));
}

TEST_F(Mutes, EverythingButSparesTheNamedActions) {
  stage.seat().mute("cutscene");
  stage.press(Control::KeyM);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(open_chart).pressed);
  EXPECT_FALSE(read(horn).pressed);
}

TEST_F(Mutes, AMutedActionStillClaimsItsControls) {
  // Mark is muted by the cutscene; Space must not fall through to the horn below.
  stage.seat().enter("chart");
  stage.seat().mute("cutscene");
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_FALSE(read(mark).pressed);
  EXPECT_FALSE(read(horn).pressed);
}

TEST(CheckMutes, NamesAreChecked) {
  PlaybookDefinition definition = harbour();
  definition.mutes = {
      {.name = "a", .actions = {"hron", "whistle"}}, {.name = "a"}, {.name = "b c"}};
  std::vector<std::string> messages;
  for (const Diagnostic& problem : check(definition)) messages.push_back(problem.message);
  EXPECT_EQ(messages,
            (std::vector<std::string>{"there is no action \"hron\"; did you mean \"horn\"?",
                                      "there is no action \"whistle\"; define it under [actions]",
                                      "mute \"a\" is defined twice",
                                      "mute \"a\" silences nothing; name its actions",
                                      "\"b c\" is no name; use letters, digits and _",
                                      "mute \"b c\" silences nothing; name its actions"}));
}

using Switching = AtTheHelm;

TEST_F(Switching, LeavesTheContextsOfThatRankAndEntersTheOne) {
  stage.seat().enter("chart");
  stage.seat().switch_to("helm");
  EXPECT_TRUE(stage.seat().is_in("helm"));
  EXPECT_TRUE(stage.seat().is_in("chart")) << "of another rank";
}

TEST(SwitchingAtEqualRank, LeavesTheOtherAndReleasesWhatItHeld) {
  testing::Rehearsal stage{
      make({.actions = {{.name = "horn"}, {.name = "winch"}},
            .contexts = {
                {.name = "helm", .bindings = {{.action = "horn", .control = Control::Space}}},
                {.name = "crane", .bindings = {{.action = "winch", .control = Control::Space}}}}})};
  const Button horn = stage.hub().playbook().button("horn");
  stage.seat().enter("helm");
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.seat().switch_to("crane");
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().read(horn).released);
  EXPECT_FALSE(stage.seat().is_in("helm"));
  EXPECT_TRUE(stage.seat().is_in("crane"));
}

}  // namespace
}  // namespace nextmove::support
