#include <nextmove/remap_menu.hpp>

#include "support/complaints.hpp"
#include "support/remaps.hpp"

namespace nextmove::support {
namespace {

using enum Control;

struct Menus : Remaps {
  explicit Menus(Applying applying = Applying::at_the_end)
      : menu(stage.hub(), stage.seat(), applying) {}

  ControlSlot slot(std::string_view action, std::size_t number = 0) const {
    return {.action = *book.find_action(action), .number = number};
  }
  void pass(Duration duration = 10ms) {
    stage.wait(duration);
    menu.update();
  }
  void tap(Control control) {
    stage.press(control);
    pass();
    stage.release(control);
    pass();
  }
  void give(std::string_view action, Control control) {
    menu.ask(slot(action));
    tap(control);
  }
  std::string keys_of(std::string_view action) const {
    std::string words;
    for (const RemapRow& row : menu.rows()) {
      if (row.label != action) continue;
      for (const RemapEntry& entry : row.columns[0].entries) {
        words += (words.empty() ? "" : ", ") + entry.words;
      }
    }
    return words;
  }

  RemapMenu menu;
};

TEST_F(Menus, PutWhatThePlayerPressesIntoTheSlot) {
  menu.ask(slot("horn"));
  EXPECT_TRUE(menu.is_waiting());
  EXPECT_EQ(*menu.waiting_for(), slot("horn"));
  tap(KeyH);
  EXPECT_FALSE(menu.is_waiting());
  EXPECT_EQ(keys_of("horn"), "H");
  EXPECT_EQ(menu.message(), "horn: H");
  EXPECT_TRUE(menu.is_changed());
}

TEST_F(Menus, ApplyAtTheEnd) {
  give("horn", KeyH);
  EXPECT_FALSE(sounds("horn", KeyH));
  menu.apply();
  EXPECT_TRUE(sounds("horn", KeyH));
  EXPECT_FALSE(menu.is_changed());
}

TEST_F(Menus, CancellingLeavesAllAsItWas) {
  give("horn", KeyH);
  menu.apply();
  give("horn", KeyJ);
  menu.cancel();
  EXPECT_EQ(keys_of("horn"), "H") << "as last applied";
  EXPECT_FALSE(menu.can_undo());
  EXPECT_TRUE(sounds("horn", KeyH));
}

TEST_F(Menus, AskAboutAClashAndSwap) {
  give("horn", KeyE);
  ASSERT_NE(menu.question(), nullptr);
  EXPECT_EQ(menu.question()->clashes[0].slot, slot("winch"));
  EXPECT_TRUE(menu.question()->can_swap);
  EXPECT_TRUE(menu.question()->can_take_over);
  EXPECT_EQ(keys_of("horn"), "Space") << "nothing is changed yet";
  menu.answer(OnClash::swap);
  EXPECT_EQ(menu.question(), nullptr);
  EXPECT_EQ(keys_of("horn"), "E");
  EXPECT_EQ(keys_of("winch"), "Space");
}

TEST_F(Menus, AClashCanBeLeftAlone) {
  give("horn", KeyE);
  menu.answer(OnClash::refuse);
  EXPECT_EQ(menu.question(), nullptr);
  EXPECT_EQ(keys_of("horn"), "Space");
  EXPECT_FALSE(menu.is_changed());
}

TEST_F(Menus, NothingElseIsChangedBeforeAQuestionIsAnswered) {
  give("winch", KeyY);
  give("horn", KeyM);
  ASSERT_NE(menu.question(), nullptr);
  Complaints heard;
  menu.undo();
  menu.reset();
  menu.clear(slot("winch"));
  menu.ask(slot("lamp"));
  EXPECT_FALSE(menu.is_waiting());
  EXPECT_EQ(keys_of("winch"), "Y");
  const std::string waits =
      ": a question waits for RemapMenu::answer; nothing else is changed before";
  EXPECT_EQ(heard.take(),
            (Sentences{"doubt: RemapMenu::undo" + waits, "doubt: RemapMenu::reset" + waits,
                       "doubt: RemapMenu::clear" + waits, "doubt: RemapMenu::ask" + waits}));
}

TEST_F(Menus, KnowWhatCannotBeGivenAway) {
  give("horn", Escape);
  EXPECT_EQ(menu.question(), nullptr) << "Escape cancels";
  EXPECT_EQ(keys_of("horn"), "Space");
  give("horn", Enter);
  ASSERT_NE(menu.question(), nullptr);
  EXPECT_FALSE(menu.question()->can_take_over) << "confirm must keep a control";
  EXPECT_TRUE(menu.question()->can_swap);
}

TEST_F(Menus, TellWhatDidNotWork) {
  menu.ask(slot("pause"));
  EXPECT_FALSE(menu.is_waiting());
  EXPECT_EQ(menu.message(), "this action cannot be changed");
  menu.clear(slot("confirm"));
  EXPECT_EQ(menu.message(), "this action must keep a control");
  menu.ask(slot("horn"));
  pass(6s);
  EXPECT_EQ(menu.message(), "horn: nothing was pressed");
  menu.ask(slot("horn", 1));
  tap(Space);
  EXPECT_EQ(menu.message(), "this action has that control already");
}

TEST_F(Menus, TellWhatIsWrongWithAPressWhileTheyWait) {
  menu.ask(slot("confirm"));
  tap(F12);
  EXPECT_TRUE(menu.is_waiting());
  EXPECT_EQ(menu.message(), "F12: the game keeps this control for itself");
  tap(KeyH);
  EXPECT_EQ(menu.message(), "confirm: H");
}

TEST_F(Menus, WaitForNothingThatCannotCome) {
  menu.ask(slot("steer"));
  EXPECT_FALSE(menu.is_waiting());
  EXPECT_EQ(menu.message(), "steer: nothing on a keyboard can do the whole of it");
  Complaints heard;
  stage.hub().capture(stage.seat(), {.action = slot("steer").action});
  stage.hub().capture(stage.seat(), {.action = horn.id, .device = DeviceKind::touch});
  EXPECT_EQ(heard.take(),
            (Sentences{"Hub::capture: no key drives the whole of the vector \"steer\"; ask "
                       "for one of its directions",
                       "Hub::capture: nothing on a touch screen can be captured; its zones are the "
                       "playbook's"}));
  EXPECT_NE(stage.seat().capture().state, CaptureState::waiting);
}

TEST_F(Menus, AnAnswerThatCannotBeIsToldAndStillAsked) {
  give("horn", Enter);
  ASSERT_NE(menu.question(), nullptr);
  menu.answer(OnClash::take_over);
  EXPECT_EQ(menu.message(), "confirm must keep this control");
  ASSERT_NE(menu.question(), nullptr);
  menu.answer(OnClash::swap);
  EXPECT_EQ(keys_of("confirm"), "Space");
}

TEST_F(Menus, TellWhereTheControlIsForSomethingElse) {
  PlaybookDefinition definition = harbour_to_remap();
  definition.contexts[0].bindings.erase(definition.contexts[0].bindings.begin() + 8);
  definition.contexts[0].bindings.push_back({.action = "open_chart", .control = KeyO});
  stage.hub().adopt(make(definition));
  RemapMenu later{stage.hub(), stage.seat()};
  later.ask(slot("horn"));
  stage.press(KeyM);
  stage.wait(10ms);
  later.update();
  EXPECT_EQ(later.message(), "horn: M; in the context \"chart\" it is for close_chart");
}

TEST_F(Menus, UndoStepByStep) {
  give("horn", KeyH);
  give("winch", KeyY);
  menu.undo();
  EXPECT_EQ(keys_of("winch"), "E");
  EXPECT_EQ(keys_of("horn"), "H");
  menu.undo();
  EXPECT_FALSE(menu.is_changed());
}

TEST_F(Menus, ResetOneActionOneDeviceOrAll) {
  give("horn", KeyH);
  give("winch", KeyY);
  menu.swap_sticks(true);
  menu.reset(horn.id);
  EXPECT_EQ(keys_of("horn"), "Space");
  menu.reset(DeviceKind::keyboard);
  EXPECT_EQ(keys_of("winch"), "E");
  EXPECT_TRUE(menu.is_changed());
  menu.reset();
  EXPECT_FALSE(menu.is_changed());
}

TEST_F(Menus, FollowAnAdoptedPlaybook) {
  give("horn", KeyH);
  PlaybookDefinition changed = harbour_to_remap();
  changed.actions.push_back({.name = "bell"});
  changed.contexts[0].bindings.push_back({.action = "bell", .control = KeyB});
  stage.hub().adopt(make(changed));
  pass();
  EXPECT_EQ(keys_of("bell"), "B");
  EXPECT_EQ(keys_of("horn"), "H") << "what was changed stays";
}

TEST_F(Menus, ThatAreClosedWaitForNothing) {
  {
    RemapMenu other{stage.hub(), stage.seat()};
    other.ask(slot("horn"));
  }
  stage.wait(10ms);
  EXPECT_EQ(stage.seat().capture().state, CaptureState::cancelled);
  EXPECT_TRUE(sounds("horn", Space));
}

struct MenusAtOnce : Menus {
  MenusAtOnce() : Menus(Applying::at_once) {}
};

TEST_F(MenusAtOnce, EveryChangeCountsAtOnceAndSoDoesUndo) {
  give("horn", KeyH);
  EXPECT_TRUE(sounds("horn", KeyH));
  menu.undo();
  EXPECT_TRUE(sounds("horn", Space));
}

TEST_F(MenusAtOnce, CancellingTakesAllBack) {
  give("horn", KeyH);
  menu.tune({.hold_time = 0.1F});
  menu.cancel();
  EXPECT_TRUE(sounds("horn", Space));
  EXPECT_TRUE(stage.seat().profile().is_empty());
}

}  // namespace
}  // namespace nextmove::support
