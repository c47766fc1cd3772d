// Two at one keyboard: captures, changes, clashes and text.
#include "support/at_the_table.hpp"

namespace nextmove::support {
namespace {

using enum Control;

TEST_F(TwoAtOneKeyboard, TheKeysOfTheOtherAreNotCaptured) {
  hub.capture(anna(), {horn.id});
  ben().leave("helm");
  press(keyboard, ArrowUp);
  EXPECT_EQ(anna().capture().state, CaptureState::waiting);
  EXPECT_EQ(anna().capture().refusal, DraftRefusal::somebody_elses);
  EXPECT_EQ(anna().capture().refused, Combination{ArrowUp});
}

TEST_F(TwoAtOneKeyboard, WhatIsDownAtACaptureIsStillDownWhenTheKeyboardIsFreed) {
  hub.capture(ben(), {horn.id, ActionPart::whole, DeviceKind::gamepad});
  press(keyboard, Space);
  hub.free(keyboard);
  press(keyboard, Space);
  EXPECT_EQ(hub.free_devices(), Devices{keyboard}) << "it is no press";
}

TEST_F(WithAPad, WhatIsLetGoAfterACaptureIsUpForWhoeverHasThePadNext) {
  hub.capture(seat(0), {horn.id});
  press(pad, PadSouth);  // a key was asked for
  hub.free(pad);
  release(pad, PadSouth);
  tap(pad, PadStart);
  press(pad, PadSouth);
  EXPECT_TRUE(hub.owners(pad).front()->read(horn).pressed);
}

// What an ended capture holds is held back until it is let go, and that is no news for it alone.
TEST_F(TwoAtOneKeyboard, WhoSitsDownWhileACapturedKeyIsHeldHearsItsNextPress) {
  hub.leave(anna());
  hub.capture(ben(), {horn.id, ActionPart::whole, DeviceKind::gamepad});
  press(keyboard, KeyE);
  hub.join(scheme("left_keys"), keyboard, &anna());
  hub.stop_capture(ben());
  update();
  release(keyboard, KeyE);
  press(keyboard, KeyE);
  EXPECT_TRUE(anna().read(horn).pressed);
}

TEST_F(TwoAtOneKeyboard, NorIsWhatTheyJoinBy) {
  hub.leave(ben());
  RemapMenu menu{hub, anna()};
  menu.ask(horn_slot());
  press(keyboard, Enter);
  menu.update();
  EXPECT_EQ(menu.message(), "Enter: somebody else at this device has that control");
  EXPECT_FALSE(ben().is_taken());
}

TEST_F(TwoAtOneKeyboard, WhatTheOtherIsAboutToHaveIsTaken) {
  RemapMenu of_ben{hub, ben()};
  RemapMenu of_anna{hub, anna()};
  of_ben.ask(horn_slot());
  tap(keyboard, KeyX);
  of_ben.update();
  of_anna.ask(horn_slot());
  tap(keyboard, KeyX);
  of_anna.update();
  EXPECT_EQ(of_anna.message(), "X is for seat 2: horn");
  EXPECT_FALSE(of_anna.is_changed());
}

TEST_F(TwoAtOneKeyboard, AKeyThatTwoProfilesBringTogetherIsTold) {
  EXPECT_TRUE(hub.clashes().empty());
  hub.set_profile(ben(), horn_on(KeyX, "right_keys"));
  hub.set_profile(anna(), horn_on(KeyX, "left_keys"));
  ASSERT_EQ(hub.clashes().size(), 1U);
  EXPECT_EQ(hub.clashes()[0], (SharedClash{keyboard, KeyX, {&anna(), horn.id}, {&ben(), horn.id}}));
  update();
  EXPECT_EQ(news(), News{"seat 2 and seat 1 both have X on keyboard 1"});
  update();
  EXPECT_EQ(news(), News{}) << "it is told once";
  hub.set_profile(anna(), {});
  EXPECT_TRUE(hub.clashes().empty());
}

TEST_F(TwoAtOneKeyboard, WhoSitsDownIntoAClashIsTold) {
  hub.leave(ben());
  hub.set_profile(anna(), horn_on(ArrowUp, "left_keys"));
  update();
  news();
  tap(keyboard, Enter);
  EXPECT_EQ(news(), (News{"seat 2 joins under \"right_keys\" with keyboard 1",
                          "seat 2 and seat 1 both have up arrow on keyboard 1"}));
}

TEST_F(TwoAtOneKeyboard, ADraftTakesItOnlyWhereBothAreWanted) {
  Draft draft{hub.playbook(), {}, scheme("left_keys")};
  draft.keep_off(taken_by_schemes(hub.playbook(), scheme("left_keys")));
  const DraftAnswer answer = draft.put(horn_slot(), ArrowUp);
  EXPECT_EQ(answer.refusal, DraftRefusal::somebody_elses);
  EXPECT_EQ(answer.taken, (TakenControl{ArrowUp, "right_keys", "steer"}));
  EXPECT_EQ(draft.put(horn_slot(), Enter).refusal, DraftRefusal::somebody_elses);
  EXPECT_TRUE(draft.put(horn_slot(), KeyX));
  EXPECT_TRUE(draft.put(horn_slot(), ArrowUp, OnClash::keep_both));
}

TEST_F(WithAPad, WhoSharesNothingKeepsOffNothing) {
  tap(plug(DeviceKind::keyboard), KeyE);
  EXPECT_TRUE(hub.taken_controls(seat(0)).empty());
  EXPECT_FALSE(hub.taken_controls(seat(1)).empty());
}

TEST_F(TwoAtOneKeyboard, AnAdoptedPlaybookThatSharesNothingLeavesItToWhoCameFirst) {
  PlaybookDefinition book = harbour_for_all();
  book.schemes[3].shares_devices = false;
  hub.adopt(make(book));
  EXPECT_EQ(devices(anna()), Devices{keyboard});
  EXPECT_EQ(ben().standing(), SeatStanding::waiting);
}

TEST_F(TwoAtOneKeyboard, AnAdoptedPlaybookThatNeedsMoreMakesThemWait) {
  PlaybookDefinition book = harbour_for_all();
  book.schemes[2].needs.push_back(DeviceKind::mouse);
  hub.adopt(make(book));
  ASSERT_EQ(anna().standing(), SeatStanding::waiting);
  EXPECT_EQ(anna().waits()[0].kind, DeviceKind::mouse);
  plug(DeviceKind::mouse);
  EXPECT_EQ(anna().standing(), SeatStanding::playing);
}

// ---- text

TEST_F(TwoAtOneKeyboard, WhatNoUpdateHasReachedWhenOneTypesIsTextAndSeatsNobody) {
  hub.leave(ben());
  move(keyboard, Enter, 1);  // his join key, and her horn
  move(keyboard, KeyE, 1);
  hub.set_typing(anna());
  move(keyboard, KeyE, 0);
  hub.set_typing(anna(), false);
  update();
  EXPECT_FALSE(ben().is_taken());
  EXPECT_FALSE(anna().read(horn).held) << "its release was text, so nothing would end it";
}

TEST_F(TwoAtOneKeyboard, WhatIsLetGoAsTextCountsWhenItIsNextPressed) {
  hub.leave(ben());
  press(keyboard, Enter);  // seats him, and does nothing else
  ASSERT_TRUE(ben().is_taken());
  hub.set_typing(anna());
  release(keyboard, Enter);
  hub.set_typing(anna(), false);
  press(keyboard, Enter);
  EXPECT_TRUE(ben().read(horn).pressed);
}

TEST_F(TwoAtOneKeyboard, AJoinKeyThatIsHeldWhileSomebodyBeginsToTypeSeatsNobody) {
  unplug(keyboard);
  const DeviceId another = hub.plug({.kind = DeviceKind::keyboard, .name = "another"}, now);
  press(another, KeyE);  // held, it would take over
  hub.give(another, ben());
  hub.set_typing(ben());
  now += 2s;
  update();
  EXPECT_TRUE(anna().is_waiting());
}

TEST_F(TwoAtOneKeyboard, AKeyboardThatComesToWhoTypesLetsGo) {
  hub.leave(ben());
  press(keyboard, KeyE);
  ASSERT_TRUE(anna().read(horn).held);
  hub.set_typing(ben());
  hub.join(scheme("right_keys"), keyboard, &ben());
  update();
  EXPECT_FALSE(anna().read(horn).held);
}

}  // namespace
}  // namespace nextmove::support
