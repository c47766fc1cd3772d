#include "support/complaints.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

/// harbour(), with its actions in another order, one gone, one new, and the horn on another key.
PlaybookDefinition changed_harbour() {
  PlaybookDefinition definition = harbour();
  std::reverse(definition.actions.begin(), definition.actions.end());
  std::erase_if(definition.actions, [](const auto& a) { return a.name == "throttle"; });
  definition.actions.push_back({.name = "lamp"});
  auto& bindings = definition.contexts[0].bindings;
  std::erase_if(bindings,
                [](const auto& b) { return b.action == "throttle" || b.action == "horn"; });
  bindings.push_back({.action = "horn", .control = Control::KeyH});
  bindings.push_back({.action = "lamp", .control = Control::KeyL});
  std::swap(definition.contexts[0], definition.contexts[1]);
  return definition;
}

using Adopting = AtTheHelm;

TEST_F(Adopting, HandlesAndContextsStayGoodByName) {
  stage.hub().adopt(make(changed_harbour()));
  EXPECT_TRUE(stage.seat().is_in("helm"));
  EXPECT_FALSE(stage.seat().is_in("chart"));
  stage.press(Control::KeyH);
  stage.press(Control::KeyW);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
  EXPECT_EQ(stage.hub().playbook().button("horn"), horn);
}

TEST_F(Adopting, ANewActionCanBeReadAtOnce) {
  stage.hub().adopt(make(changed_harbour()));
  const Button lamp = stage.hub().playbook().button("lamp");
  stage.press(Control::KeyL);
  stage.wait(10ms);
  EXPECT_TRUE(read(lamp).pressed);
}

TEST_F(Adopting, AnActionThatIsGoneIsAtRest) {
  stage.press(Control::KeyR);
  stage.wait(10ms);
  EXPECT_EQ(read(throttle).value, 1);
  stage.hub().adopt(make(changed_harbour()));
  stage.wait(10ms);
  EXPECT_EQ(read(throttle).value, 0);
  stage.hub().adopt(make(harbour()));
  stage.wait(10ms);
  EXPECT_EQ(read(throttle).value, 1) << "and it comes back";
}

TEST_F(Adopting, HeldButtonsAreReleasedAndWaitForAFreshPress) {
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.hub().adopt(make(harbour()));
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).released);
  EXPECT_FALSE(read(horn).held);
  stage.wait(10ms);
  EXPECT_FALSE(read(horn).pressed);
  stage.release(Control::Space);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
}

TEST_F(Adopting, VectorsGoOnWithTheirLiveValues) {
  stage.press(Control::KeyW);
  stage.wait(10ms);
  PlaybookDefinition slower = harbour();
  slower.contexts[0].bindings[0].shaping.scale = 0.5F;
  stage.hub().adopt(make(slower));
  stage.wait(10ms);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0.5F}));
}

TEST_F(Adopting, MutesStayOn) {
  PlaybookDefinition muted = harbour();
  muted.mutes = {{.name = "call", .actions = {"horn"}}};
  stage.hub().adopt(make(muted));
  stage.seat().mute("call");
  muted.mutes = {{.name = "other", .actions = {"mark"}}, {.name = "call", .actions = {"steer"}}};
  stage.hub().adopt(make(muted));
  EXPECT_TRUE(stage.seat().is_muted(steer.id));
  EXPECT_FALSE(stage.seat().is_muted(horn.id));
  stage.seat().unmute("call");
  EXPECT_FALSE(stage.seat().is_muted(steer.id));
}

TEST_F(Adopting, AChangedRankCountsAtOnce) {
  stage.seat().enter("chart");
  PlaybookDefinition upside_down = harbour();
  upside_down.contexts[0].rank = 20;
  stage.hub().adopt(make(upside_down));
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
  EXPECT_FALSE(read(mark).pressed);
}

TEST_F(Adopting, AnActionOfAnotherKindNoLongerAnswersToTheOldHandle) {
  PlaybookDefinition other = harbour();
  other.actions[2] = {.name = "horn", .kind = ActionKind::axis};
  std::erase_if(other.contexts[0].bindings, [](const auto& b) { return b.action == "horn"; });
  other.contexts[0].bindings.push_back({.action = "horn", .more = Control::Space});
  const std::vector<Diagnostic> told = stage.hub().adopt(make(other));
  ASSERT_EQ(told.size(), 1U);
  EXPECT_EQ(told[0].message, "\"horn\" is an axis; use playbook.axis(\"horn\")");
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(read(stage.hub().playbook().axis("horn")).value, 1);
  Complaints heard;
  EXPECT_FALSE(read(horn).pressed);
  EXPECT_FALSE(read(horn).held);
  EXPECT_EQ(heard.take(),
            (Sentences{"Seat::read: was given the handle of a button that the playbook does not "
                       "have; get one as in playbook.button(\"open_chart\")"}))
      << "once";
}

TEST_F(Adopting, ReadersInterceptorsAndHandlersGoOn) {
  Reader reader{stage.seat()};
  int presses = 0;
  HandlerSet set;
  set.on_press(horn, [&] { ++presses; }).attach(stage.seat());
  stage.seat().add_interceptor("aid", [&](Incoming& incoming) { incoming.press(mark); });
  stage.hub().adopt(make(changed_harbour()));
  stage.press(Control::KeyH);
  stage.wait(10ms);
  reader.step();
  EXPECT_TRUE(reader.read(horn).pressed);
  EXPECT_TRUE(read(mark).pressed);
  EXPECT_EQ(presses, 1);
}

TEST_F(Adopting, AWithControlThatIsDownStillCounts) {
  stage.press(Control::ShiftLeft);
  stage.wait(10ms);
  PlaybookDefinition chords = harbour();
  chords.contexts[0].bindings[4].with = {Control::ShiftLeft};
  stage.hub().adopt(make(chords));
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
}

}  // namespace
}  // namespace nextmove::support
