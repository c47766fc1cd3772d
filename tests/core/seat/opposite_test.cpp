// Two opposite directions that are pushed together: they cancel, or the last counts.
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

class Opposites : public ::testing::Test {
 protected:
  static PlaybookDefinition book(Opposite opposite) {
    return {
        .actions = {{.name = "steer", .kind = ActionKind::vector, .opposite = opposite},
                    {.name = "engine", .kind = ActionKind::axis, .opposite = opposite},
                    {.name = "look", .kind = ActionKind::turn, .opposite = opposite}},
        .contexts = {
            {.name = "helm",
             .bindings = {keys_for("steer", KeyW, KeyA, KeyS, KeyD),
                          keys_for("steer", ArrowUp, ArrowLeft, ArrowDown, ArrowRight),
                          {.action = "engine", .more = PadRightTrigger, .less = PadLeftTrigger},
                          {.action = "look", .more = KeyL, .less = KeyJ, .rate = 100}}},
            {.name = "chart", .rank = 1, .bindings = {keys_for("steer", KeyT, KeyF, KeyG, KeyH)}}}};
  }
  testing::Rehearsal& with(Opposite opposite) {
    stage.emplace(make(book(opposite)));
    stage->seat().enter("helm");
    return *stage;
  }
  Vec2 steer() {
    stage->wait(10ms);
    return stage->seat().read(stage->hub().playbook().vector("steer")).value;
  }
  float engine() {
    stage->wait(10ms);
    return stage->seat().read(stage->hub().playbook().axis("engine")).value;
  }

  std::optional<testing::Rehearsal> stage;
};

TEST_F(Opposites, CancelUnlessTheActionSaysOtherwise) {
  with(Opposite::cancel).press(KeyA);
  stage->wait(10ms);
  stage->press(KeyD);
  EXPECT_EQ(steer(), Vec2{});
}

TEST_F(Opposites, TheLastPressedCounts) {
  with(Opposite::last).press(KeyA);
  EXPECT_EQ(steer(), (Vec2{-1, 0}));
  stage->press(KeyD);
  EXPECT_EQ(steer(), (Vec2{1, 0})) << "and never 0";
  stage->release(KeyA);
  EXPECT_EQ(steer(), (Vec2{1, 0}));
  stage->press(KeyA);
  EXPECT_EQ(steer(), (Vec2{-1, 0}));
  stage->release(KeyA);
  EXPECT_EQ(steer(), (Vec2{1, 0})) << "the other is still held";
  stage->release(KeyD);
  EXPECT_EQ(steer(), Vec2{});
}

TEST_F(Opposites, EachAxisOfAVectorByItself) {
  with(Opposite::last);
  for (const Control key : {KeyW, KeyD, KeyS, KeyA}) stage->press(key);
  const Vec2 value = steer();
  EXPECT_LT(value.x, -0.7F);
  EXPECT_LT(value.y, -0.7F);
}

TEST_F(Opposites, OfAllTheKeysOfADirectionTheLastPressCounts) {
  with(Opposite::last).press(KeyA);
  stage->press(ArrowRight);
  stage->press(ArrowLeft);
  EXPECT_EQ(steer(), (Vec2{-1, 0}));
  stage->release(ArrowLeft);
  EXPECT_EQ(steer(), (Vec2{1, 0})) << "pressed after A";
}

TEST_F(Opposites, OfTriggersTheOneThatWasPulledPastHalfLast) {
  with(Opposite::last).move(PadLeftTrigger, 1);
  stage->move(PadRightTrigger, 0.3F);
  EXPECT_LT(engine(), -0.99F) << "a finger that rests on the other changes nothing";
  stage->move(PadRightTrigger, 0.6F);
  EXPECT_GT(engine(), 0.5F);
  stage->move(PadLeftTrigger, 0.4F);
  stage->move(PadRightTrigger, 0.45F);
  EXPECT_EQ(engine(), 0) << "neither is past half: they cancel, to within the dead zone";
}

TEST_F(Opposites, ATurnTurnsRoundAtOnce) {
  const auto look = [&] {
    stage->wait(100ms);
    return stage->seat().read(stage->hub().playbook().turn("look")).value;
  };
  with(Opposite::last).press(KeyJ);
  EXPECT_NEAR(look(), -10, 1e-3);
  stage->press(KeyL);
  EXPECT_NEAR(look(), 10, 1e-3);
}

TEST_F(Opposites, TheOrderOfPressesOutlivesAContextAndAnAdoptedPlaybook) {
  with(Opposite::last).press(KeyD);
  stage->press(KeyA);
  stage->wait(10ms);
  stage->seat().leave("helm");
  stage->wait(10ms);
  stage->seat().enter("helm");
  EXPECT_EQ(steer(), (Vec2{-1, 0}));
  stage->hub().adopt(make(book(Opposite::last)));
  EXPECT_EQ(steer(), (Vec2{-1, 0}));
}

TEST_F(Opposites, AQuickReversalPressesTheNewDirectionOnly) {
  with(Opposite::last).press(KeyA);
  stage->wait(10ms);
  stage->press(KeyD);
  stage->release(KeyA);
  stage->wait(10ms);
  const VectorReading reading = stage->seat().read(stage->hub().playbook().vector("steer"));
  EXPECT_EQ(reading.presses, (DirectionPresses{.right = 1}));
}

TEST_F(Opposites, AreForWhatHasDirections) {
  PlaybookDefinition definition = book(Opposite::cancel);
  definition.actions.push_back({.name = "horn", .opposite = Opposite::last});
  definition.contexts[0].bindings.push_back({.action = "horn", .control = Space});
  const std::vector<Diagnostic> problems = check(definition);
  ASSERT_EQ(problems.size(), 1U);
  EXPECT_EQ(problems[0].message, "opposite is for what has directions; \"horn\" is a button");
}

}  // namespace
}  // namespace nextmove::support
