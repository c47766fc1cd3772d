#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using Thresholds_ = AtTheHelm;

TEST_F(Thresholds_, ATriggerPressesAtOneValueAndReleasesBelowALowerOne) {
  const struct {
    float value;
    bool held;
  } steps[] = {{0.49F, false}, {0.50F, true},  {0.41F, true}, {0.40F, true},
               {0.39F, false}, {0.49F, false}, {1.00F, true}, {0.00F, false}};
  for (const auto& step : steps) {
    stage.move(Control::PadLeftTrigger, step.value);
    stage.wait(10ms);
    EXPECT_EQ(read(horn).held, step.held) << "at " << step.value;
  }
}

TEST_F(Thresholds_, ATriggerTremblingAtTheEdgeDoesNotChatter) {
  unsigned presses = 0;
  for (int i = 0; i < 100; ++i) {
    stage.move(Control::PadLeftTrigger, i % 2 == 0 ? 0.51F : 0.45F);
    stage.wait(10ms);
    presses += read(horn).presses;
  }
  EXPECT_EQ(presses, 1U);
}

TEST(TwoDepths, OneTriggerDrivesTwoButtonsAtTwoDepths) {
  testing::Rehearsal stage{
      make({.actions = {{.name = "aim"}, {.name = "cast"}},
            .contexts = {{.name = "deck",
                          .bindings = {{.action = "aim",
                                        .control = Control::PadRightTrigger,
                                        .thresholds = {.press_at = 0.2F, .release_at = 0.1F}},
                                       {.action = "cast",
                                        .control = Control::PadRightTrigger,
                                        .thresholds = {.press_at = 0.9F, .release_at = 0.8F}}}}}})};
  const Button aim = stage.hub().playbook().button("aim");
  const Button cast = stage.hub().playbook().button("cast");
  stage.seat().enter("deck");
  stage.move(Control::PadRightTrigger, 0.5F);
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().read(aim).held);
  EXPECT_FALSE(stage.seat().read(cast).held);
  stage.move(Control::PadRightTrigger, 1);
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().read(cast).held);
}

}  // namespace
}  // namespace nextmove::support
