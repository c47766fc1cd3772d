// A player who types into a text field: their keys are text.
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

class Typing : public ::testing::Test {
 protected:
  Typing() {
    stage.seat().enter("helm");
    stage.seat().enter("radio");
    hub.on_step([this](const Step& step) {
      if (const auto* event = std::get_if<Event>(&step)) told.push_back(event->control);
    });
  }
  static PlaybookDefinition book() {
    return {.actions = {{.name = "steer", .kind = ActionKind::vector},
                        {.name = "horn"},
                        {.name = "send", .is_heard_while_typing = true},
                        {.name = "cancel", .is_heard_while_typing = true}},
            .contexts = {{.name = "helm",
                          .bindings = {{.action = "steer", .up = KeyW, .right = KeyD},
                                       {.action = "steer", .control = PadLeftStick},
                                       {.action = "horn", .control = Space},
                                       {.action = "horn", .control = Escape},
                                       {.action = "horn", .control = MouseLeft}}},
                         {.name = "radio",
                          .bindings = {{.action = "send", .control = Enter, .with = {ControlLeft}},
                                       {.action = "cancel", .control = Escape, .pass_on = true}}}}};
  }
  ButtonReading read(std::string_view action) {
    return stage.seat().read(hub.playbook().button(action));
  }
  Vec2 steer() { return stage.seat().read(hub.playbook().vector("steer")).value; }

  testing::Rehearsal stage{make(book())};
  Hub& hub = stage.hub();
  std::vector<Control> told;  // controls of events, as listeners are told
};

TEST_F(Typing, TurnsKeysIntoText) {
  hub.set_typing(stage.seat());
  EXPECT_TRUE(stage.seat().is_typing());
  for (const Control key : {KeyW, Space, KeyA}) stage.press(key);
  stage.press(MouseLeft);
  stage.move(PadLeftStick, 1, 0);
  stage.wait(10ms);
  EXPECT_EQ(steer(), (Vec2{1, 0})) << "the pad's";
  EXPECT_EQ(read("horn").downs, 1U) << "the mouse's";
  EXPECT_EQ(told, (std::vector{MouseLeft, PadLeftStick})) << "nobody is told of text";
}

TEST_F(Typing, LetsGoOfWhatKeysHeld) {
  stage.press(KeyW);
  stage.press(Space);
  stage.wait(10ms);
  hub.set_typing(stage.seat());
  stage.wait(10ms);
  EXPECT_EQ(steer(), Vec2{});
  EXPECT_TRUE(read("horn").released);
}

TEST_F(Typing, LeavesTheKeysThatEndIt) {
  hub.set_typing(stage.seat());
  stage.press(Escape);
  stage.wait(10ms);
  EXPECT_TRUE(read("cancel").pressed);
  EXPECT_FALSE(read("horn").pressed) << "though the key is passed on";
  stage.press(Enter);
  stage.wait(10ms);
  EXPECT_FALSE(read("send").pressed);
  stage.release(Enter);
  stage.press(ControlLeft);
  stage.press(Enter);
  stage.wait(10ms);
  EXPECT_TRUE(read("send").pressed);
}

TEST_F(Typing, LeavesNothingDownBehind) {
  stage.press(KeyW);
  stage.wait(10ms);
  hub.set_typing(stage.seat());
  stage.release(KeyW);
  stage.press(KeyD);
  stage.press(Space);
  stage.wait(10ms);
  hub.set_typing(stage.seat(), false);
  stage.wait(10ms);
  EXPECT_EQ(steer(), Vec2{}) << "D was text";
  EXPECT_FALSE(read("horn").held);
  stage.release(KeyD);
  stage.press(KeyD);
  stage.wait(10ms);
  EXPECT_EQ(steer(), (Vec2{1, 0}));
}

TEST_F(Typing, OnAKeyFedBeforeItIsWorkedOffIsTextToo) {
  stage.press(KeyW);
  hub.set_typing(stage.seat());
  stage.wait(10ms);
  EXPECT_EQ(steer(), Vec2{});
  hub.set_typing(stage.seat(), false);
  stage.wait(10ms);
  EXPECT_EQ(steer(), Vec2{});
}

TEST_F(Typing, JoinsNobody) {
  PlaybookDefinition book = this->book();
  book.schemes = {{.name = "keys",
                   .needs = {DeviceKind::keyboard},
                   .shares_devices = true,
                   .join = PlacedControl{KeyE}}};
  testing::Rehearsal table{make(book)};
  table.hub().set_rules({.joining = Joining::open});
  table.device(DeviceKind::keyboard);
  table.hub().set_typing(table.seat());
  table.press(KeyE);
  table.wait(10ms);
  EXPECT_EQ(table.hub().seats().size(), 1U);
  EXPECT_EQ(table.seat().scheme(), SchemeId::none);
}

TEST_F(Typing, EndsWhenThePlayerLeaves) {
  stage.device(DeviceKind::keyboard);
  hub.set_typing(stage.seat());
  hub.leave(stage.seat());
  EXPECT_FALSE(stage.seat().is_typing());
}

TEST_F(Typing, GoesOnUnderAnotherPlaybook) {
  hub.set_typing(stage.seat());
  hub.adopt(make(book()));
  stage.press(KeyW);
  stage.wait(10ms);
  EXPECT_EQ(steer(), Vec2{});
}

TEST_F(Typing, PlaysBackFromARecordingThatDoesNotHoldTheText) {
  Recording recording{describe(hub)};
  hub.on_step([&](const Step& step) { recording.steps.push_back(step); });
  std::vector<Vec2> steered;
  const auto wait = [&] {
    stage.wait(10ms);
    steered.push_back(steer());
  };
  stage.press(KeyW);
  wait();
  hub.set_typing(stage.seat());
  stage.press(KeyD);
  stage.press(Escape);
  wait();
  hub.set_typing(stage.seat(), false);
  wait();
  stage.release(KeyW);
  stage.press(KeyD);
  wait();
  Hub again{hub.playbook()};
  Replay replay{recording, again, DecidedBy::recording};
  for (const Vec2 value : steered) {
    ASSERT_TRUE(replay.advance());
    EXPECT_EQ(again.seats()[0]->read(hub.playbook().vector("steer")).value, value);
  }
}

}  // namespace
}  // namespace nextmove::support
