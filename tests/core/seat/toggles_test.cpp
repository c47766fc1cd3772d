// A toggle belongs to its action, whichever of its bindings turns it.
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

/// A lamp with a toggle on three controls of the helm and on one of the bridge above it, and a key
/// that holds it plainly.
class Toggles : public ::testing::Test {
 protected:
  Toggles() {
    stage.seat().enter("helm");
    stage.device(DeviceKind::keyboard);
    stage.device(DeviceKind::mouse);
  }
  static PlaybookDefinition book() {
    return {.actions = {{.name = "lamp"}},
            .contexts =
                {{.name = "helm",
                  .bindings = {{.action = "lamp", .control = KeyT, .gesture = toggled()},
                               {.action = "lamp", .control = KeyL, .gesture = toggled()},
                               {.action = "lamp", .control = MouseLeft, .gesture = toggled()},
                               {.action = "lamp", .control = KeyH}}},
                 {.name = "bridge",
                  .rank = 1,
                  .bindings =
                      {{.action = "lamp", .control = KeyT, .gesture = toggled(), .pass_on = true}}},
                 {.name = "deck", .rank = 2, .bindings = {{.action = "lamp", .control = KeyD}}}},
            .mutes = {{.name = "call", .actions = {"lamp"}}}};
  }
  void tap(Control control) {
    stage.press(control);
    stage.release(control);
    stage.wait(10ms);
  }
  ButtonReading read() { return stage.seat().read(lamp); }

  testing::Rehearsal stage{make(book())};
  Button lamp = stage.hub().playbook().button("lamp");
};

TEST_F(Toggles, AnyBindingOfTheActionTurnsIt) {
  tap(KeyT);
  EXPECT_TRUE(read().held);
  tap(MouseLeft);
  EXPECT_FALSE(read().held);
  EXPECT_TRUE(read().released);
  tap(KeyL);
  EXPECT_TRUE(read().held);
  tap(KeyT);
  EXPECT_FALSE(read().held);
}

TEST_F(Toggles, APlainBindingHoldsBesideIt) {
  tap(KeyT);
  stage.press(KeyH);
  stage.wait(10ms);
  EXPECT_FALSE(read().pressed) << "it is on already";
  tap(KeyT);
  EXPECT_TRUE(read().held) << "by the plain key";
  stage.release(KeyH);
  stage.wait(10ms);
  EXPECT_FALSE(read().held);
}

TEST_F(Toggles, OneEventThatTwoBindingsHearTurnsItOnce) {
  stage.seat().enter("bridge");
  tap(KeyT);
  EXPECT_TRUE(read().held);
  tap(KeyT);
  EXPECT_FALSE(read().held);
}

TEST_F(Toggles, StaysOnUntilTheLastContextThatTogglesItIsLeft) {
  stage.seat().enter("bridge");
  stage.seat().enter("deck");
  tap(KeyL);
  stage.seat().leave("helm");
  stage.wait(10ms);
  EXPECT_TRUE(read().held) << "the bridge can turn it off";
  stage.seat().leave("bridge");
  stage.wait(10ms);
  EXPECT_FALSE(read().held) << "the deck only holds it plainly";
  stage.seat().enter("helm");
  stage.wait(10ms);
  EXPECT_FALSE(read().held);
}

TEST_F(Toggles, GoesOffWithTheDeviceThatTurnedItOn) {
  tap(KeyT);
  stage.unplug(DeviceKind::mouse);
  stage.wait(10ms);
  EXPECT_TRUE(read().held);
  stage.unplug(DeviceKind::keyboard);
  stage.wait(10ms);
  EXPECT_FALSE(read().held);
}

TEST_F(Toggles, GoesOffWithAMute) {
  tap(KeyT);
  stage.seat().mute("call");
  stage.wait(10ms);
  EXPECT_TRUE(read().released);
  stage.seat().unmute("call");
  stage.wait(10ms);
  EXPECT_FALSE(read().held);
  tap(KeyT);
  EXPECT_TRUE(read().held) << "it was off";
}

}  // namespace
}  // namespace nextmove::support
