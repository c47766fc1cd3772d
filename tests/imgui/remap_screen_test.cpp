// The remap screen without a window: what stands on it, and where presses lead.
#include <algorithm>
#include <imgui.h>
#include <string>

#include <nextmove/imgui.hpp>

#include "support/remaps.hpp"

namespace nextmove::support {
namespace {

using enum Control;
using imgui::RemapScreen;
using imgui::ScreenResult;

constexpr float width = 1280;
constexpr float height = 800;

/// Dear ImGui without a window, with what was drawn last as text.
class Page {
 public:
  Page() {
    ImGui::CreateContext();
    ImGuiIO& io = ImGui::GetIO();
    io.IniFilename = nullptr;
    io.DisplaySize = {width, height};
    io.ClipboardUserData = this;
    io.SetClipboardTextFn = [](void* page, const char* text) {
      static_cast<Page*>(page)->text_ = text;
    };
    unsigned char* pixels = nullptr;
    int w = 0;
    int h = 0;
    io.Fonts->GetTexDataAsRGBA32(&pixels, &w, &h);
  }
  ~Page() { ImGui::DestroyContext(); }
  Page(const Page&) = delete;
  Page& operator=(const Page&) = delete;

  ScreenResult draw(RemapScreen& screen) {
    screen.before_frame();
    ImGui::NewFrame();
    ImGui::SetNextWindowPos({0, 0});
    ImGui::SetNextWindowSize({width, height});
    ImGui::Begin("Controls");
    ImGui::LogToClipboard();
    const ScreenResult result = screen.draw();
    ImGui::LogFinish();
    ImGui::End();
    ImGui::Render();
    return result;
  }

  bool shows(const std::string& words) const { return text_.find(words) != std::string::npos; }
  const std::string& text() const { return text_; }

 private:
  std::string text_;
};

PlaybookDefinition harbour_with_menu() {
  PlaybookDefinition book = harbour_to_remap();
  ContextDefinition menu{.name = "menu",
                         .rank = 30,
                         .blocks = {DeviceKind::keyboard, DeviceKind::mouse, DeviceKind::gamepad}};
  const auto add = [&](const std::string& action, Control key, Control on_pad) {
    book.actions.push_back({.name = action, .group = "Menu", .is_required = true});
    menu.bindings.push_back({.action = action, .control = key});
    menu.bindings.push_back({.action = action, .control = on_pad});
  };
  add("menu_up", ArrowUp, PadUp);
  add("menu_down", ArrowDown, PadDown);
  add("menu_left", ArrowLeft, PadLeft);
  add("menu_right", ArrowRight, PadRight);
  add("choose", Enter, PadSouth);
  add("back", Escape, PadEast);
  add("take_away", Delete, PadWest);
  book.contexts.push_back(std::move(menu));
  return book;
}

struct Screens : AtTheHelm {
  explicit Screens(Applying applying = Applying::at_the_end)
      : AtTheHelm(harbour_with_menu()),
        screen(stage.hub(), stage.seat(),
               {.up = book.button("menu_up"),
                .down = book.button("menu_down"),
                .left = book.button("menu_left"),
                .right = book.button("menu_right"),
                .confirm = book.button("choose"),
                .back = book.button("back"),
                .take_away = book.button("take_away")},
               applying) {
    stage.seat().enter("menu");
    stage.device(DeviceKind::keyboard);
    for (int i = 0; i < 3; ++i) pass();
  }

  void pass(Duration duration = 20ms) {
    stage.wait(duration);
    const ScreenResult now = page.draw(screen);
    result.is_applied = result.is_applied || now.is_applied;
    result.is_left = result.is_left || now.is_left;
  }
  void tap(Control control) {
    stage.press(control);
    pass();
    pass();
    stage.release(control);
    pass();
    pass();
  }
  void taps(std::initializer_list<Control> controls) {
    for (const Control control : controls) tap(control);
  }

  /// Moves down (or up) until Enter asks for the first key of this row.
  void ask_for(std::string_view label, Control way = ArrowDown) {
    const auto is_asked = [&] {
      const ControlSlot* const slot = screen.menu().waiting_for();
      return slot != nullptr && slot->device == DeviceKind::keyboard && slot->number == 0 &&
             screen.menu().name_of(*slot) == label;
    };
    for (int i = 0; i < 60; ++i) {
      tap(Enter);
      if (is_asked()) return;
      if (screen.menu().is_waiting()) tap(Escape);
      tap(way);
    }
    ADD_FAILURE() << "no way to " << label;
  }
  void to_the_bottom() {
    for (int i = 0; i < 50; ++i) tap(ArrowDown);
    for (int i = 0; i < 4; ++i) tap(ArrowLeft);
  }
  /// Types into the search, from wherever the focus is.
  void search(const std::string& text) {
    for (int i = 0; i < 50; ++i) tap(ArrowUp);
    taps({ArrowLeft, ArrowLeft, ArrowLeft, Enter});
    type(text);
  }
  void type(const std::string& text) {
    for (const char c : text) {
      ImGui::GetIO().AddInputCharacter(static_cast<unsigned>(c));
      pass();
    }
  }

  std::string keys_of(std::string_view label) const {
    for (const RemapRow& row : screen.menu().rows()) {
      if (row.label != label) continue;
      std::string words;
      for (const RemapEntry& entry : row.columns[0].entries) words += entry.words + " ";
      return words;
    }
    return "no such row";
  }

  Page page;
  RemapScreen screen;
  ScreenResult result;
};

TEST_F(Screens, ShowARowForEachActionAndAColumnForEachDevice) {
  EXPECT_TRUE(page.shows("| Action | Keyboard [ Reset ] | Mouse [ Reset ] | Gamepad [ Reset ] |"));
  EXPECT_TRUE(page.shows("horn | [ Space ] [ + ] | [ wheel up ] [ + ] | [ south button ]"))
      << page.text();
}

TEST_F(Screens, ShowWhatCannotBeChangedAsFixed) {
  EXPECT_TRUE(page.shows("pause | Escape | | | fixed |")) << page.text();
}

TEST_F(Screens, FocusTheFirstControlThatCanBeChangedNow) {
  tap(Enter);
  ASSERT_NE(screen.menu().waiting_for(), nullptr);
  EXPECT_EQ(screen.menu().name_of(*screen.menu().waiting_for()), "steer: up");
  EXPECT_EQ(screen.menu().waiting_for()->device, DeviceKind::keyboard) << "no gamepad is here";
}

TEST_F(Screens, AskForAControlAndPutItThere) {
  ask_for("horn");
  EXPECT_TRUE(page.shows("New control\nhorn\nPress a key.")) << page.text();
  tap(KeyH);
  EXPECT_EQ(keys_of("horn"), "H ");
  EXPECT_TRUE(page.shows("[ H * ]")) << "changed";
  EXPECT_TRUE(page.shows("\nhorn: H\n")) << page.text();
  EXPECT_FALSE(page.shows("New control"));
}

TEST_F(Screens, DoNotMoveByThePressThatIsCaptured) {
  ask_for("steer: up");
  tap(ArrowDown);
  EXPECT_EQ(keys_of("steer: up"), "down arrow ");
  tap(Enter);
  ASSERT_NE(screen.menu().waiting_for(), nullptr);
  EXPECT_EQ(screen.menu().waiting_for()->part, ActionPart::up) << "the focus is where it was";
}

TEST_F(Screens, ClickNothingWithTheMouseButtonThatIsCaptured) {
  stage.device(DeviceKind::mouse);
  ask_for("horn");
  tap(Escape);
  tap(ArrowRight);
  taps({ArrowRight, Enter});  // the wheel of the horn
  ImGuiIO& io = ImGui::GetIO();
  for (float y = 10; y < height; y += 12) {  // wherever the mouse stands
    io.MousePos = {width / 2, y};
    io.MouseDown[0] = true;
    pass();
    io.MouseDown[0] = false;
    pass();
  }
  EXPECT_TRUE(screen.menu().is_waiting());
  EXPECT_FALSE(screen.menu().is_changed());
}

TEST_F(Screens, CountDownAndGiveUp) {
  ask_for("horn");
  pass(2s);
  EXPECT_TRUE(page.shows("\n3 s\n")) << page.text();
  pass(4s);
  pass();
  EXPECT_FALSE(page.shows("New control"));
  EXPECT_TRUE(page.shows("horn: nothing was pressed")) << page.text();
}

TEST_F(Screens, SayWhyAPressDoesNotCount) {
  ask_for("horn");
  tap(F12);
  EXPECT_TRUE(page.shows("F12: the game keeps this control for itself")) << page.text();
  EXPECT_TRUE(screen.menu().is_waiting());
}

TEST_F(Screens, SayThatSomebodyElsePressed) {
  Seat& other = stage.hub().add_seat("starboard tug");
  const DeviceId keyboard = stage.hub().plug({DeviceKind::keyboard, "another"}, stage.now());
  stage.hub().give(keyboard, other);
  ask_for("horn");
  stage.hub().feed({stage.now(), keyboard, KeyH, 1});
  pass();
  EXPECT_TRUE(page.shows("Somebody else pressed, on keyboard 2")) << page.text();
  EXPECT_TRUE(screen.menu().is_waiting());
}

TEST_F(Screens, SayThatThereIsNoSuchDevice) {
  ask_for("horn");
  tap(Escape);
  taps({ArrowRight, ArrowRight, Enter});
  EXPECT_TRUE(page.shows("You have no mouse here now")) << page.text();
}

TEST_F(Screens, CancelWaitingWithoutLeaving) {
  ask_for("horn");
  tap(Escape);
  EXPECT_FALSE(screen.menu().is_waiting());
  EXPECT_FALSE(result.is_left);
  EXPECT_EQ(keys_of("horn"), "Space ");
}

TEST_F(Screens, AskAboutAClashAndSwap) {
  ask_for("horn");
  tap(KeyE);
  EXPECT_TRUE(page.shows("E is already for \"winch\".\nYou want it for \"horn\".\n"))
      << page.text();
  EXPECT_TRUE(page.shows("[ Swap: \"winch\" gets Space ]")) << page.text();
  tap(Enter);
  EXPECT_EQ(keys_of("horn"), "E ");
  EXPECT_EQ(keys_of("winch"), "Space ");
}

TEST_F(Screens, GiveEveryAnswerToAClash) {
  const auto answered = [&](std::initializer_list<Control> moves) {
    ask_for("horn");
    tap(KeyE);
    taps(moves);
    return keys_of("horn") + keys_of("winch");
  };
  EXPECT_EQ(answered({ArrowDown, ArrowDown, ArrowDown, Enter}), "Space E ") << "left as it was";
  EXPECT_EQ(answered({Escape}), "Space E ");
  EXPECT_FALSE(result.is_left);
  EXPECT_EQ(answered({ArrowDown, ArrowDown, Enter}), "E E ") << "both";
  EXPECT_TRUE(page.shows("[ E * ! ]")) << "told to do something else as well";
}

// "signal" is a part of "long signal", and told all the same.
TEST(ScreenOfAClash, NamesEveryActionThatHasTheControl) {
  PlaybookDefinition book = harbour_with_menu();
  book.actions.push_back({.name = "long_signal", .label = "long signal"});
  BindingDefinition binding{.action = "long_signal", .control = KeyG};
  binding.gesture = hold_for(800ms);
  auto& helm = book.contexts[0].bindings;
  helm.insert(helm.begin(), binding);
  testing::Rehearsal stage{make(std::move(book))};
  stage.device(DeviceKind::keyboard);
  const Playbook& made = stage.hub().playbook();
  stage.seat().enter("menu");
  Page page;
  RemapScreen screen{stage.hub(), stage.seat(), {.confirm = made.button("choose")}};
  const auto tap = [&](Control control) {
    for (const float value : {1.0F, 0.0F}) {
      stage.move(control, value);
      for (int i = 0; i < 2; ++i) {
        stage.wait(20ms);
        page.draw(screen);
      }
    }
  };
  page.draw(screen);
  tap(Enter);  // the first control: steering up
  tap(KeyG);
  EXPECT_TRUE(page.shows("G is already for \"long signal\".\nG is already for \"signal\".\n"))
      << page.text();
}

TEST_F(Screens, OfferNothingThatCannotBe) {
  ask_for("horn");
  tap(Enter);  // without it, nobody could confirm at a keyboard
  ASSERT_TRUE(page.shows("[ Take it away from \"confirm\" ]")) << page.text();
  taps({ArrowDown, Enter});
  EXPECT_EQ(keys_of("horn"), "Enter ") << "both have it";
  EXPECT_EQ(keys_of("confirm"), "Enter ");
}

TEST_F(Screens, AskForSeveralTogetherWhereTheActionTakesThem) {
  ask_for("lamp");
  EXPECT_TRUE(page.shows("Press a key. Several together will do.")) << page.text();
  stage.press(ShiftLeft);
  pass();
  EXPECT_TRUE(page.shows("Held so far: left Shift")) << page.text();
  tap(KeyK);
  stage.release(ShiftLeft);
  pass();
  EXPECT_EQ(keys_of("lamp"), "left Shift + K ");
}

TEST_F(Screens, SayWhereNoControlCanStand) {
  taps({ArrowUp, Enter});  // the whole of steering, on the keyboard
  EXPECT_FALSE(screen.menu().is_waiting());
  EXPECT_TRUE(page.shows("Nothing on this device can drive it whole")) << page.text();
}

TEST_F(Screens, TakeAControlAway) {
  ask_for("signal");
  taps({Escape, Delete});
  EXPECT_EQ(keys_of("signal"), "");
}

TEST_F(Screens, TakeAControlAwayByARightClick) {
  ImGuiIO& io = ImGui::GetIO();
  for (float x = width / 4; x < width / 3 && !screen.menu().is_changed(); x += 20) {
    for (float y = 10; y < height && !screen.menu().is_changed(); y += 12) {
      io.MousePos = {x, y};
      for (const bool is_down : {false, true, false}) {
        io.MouseDown[ImGuiMouseButton_Right] = is_down;
        pass();
      }
    }
  }
  EXPECT_TRUE(screen.menu().is_changed());
  EXPECT_FALSE(screen.menu().is_waiting());
}

TEST_F(Screens, KeepWhatIsRequired) {
  ask_for("choose");
  taps({Escape, Delete});
  EXPECT_EQ(keys_of("choose"), "Enter ");
  EXPECT_TRUE(page.shows("this action must keep a control")) << page.text();
}

TEST_F(Screens, UndoAndReset) {
  ask_for("horn");
  tap(KeyH);
  to_the_bottom();
  tap(Enter);
  EXPECT_EQ(keys_of("horn"), "Space ") << "Undo";
  ask_for("horn", ArrowUp);
  tap(KeyJ);
  to_the_bottom();
  taps({ArrowRight, Enter});
  EXPECT_EQ(keys_of("horn"), "Space ") << "Reset everything";
}

TEST_F(Screens, ApplyAndTellTheGame) {
  ask_for("horn");
  tap(KeyH);
  EXPECT_FALSE(result.is_applied);
  to_the_bottom();
  taps({ArrowRight, ArrowRight, Enter});
  EXPECT_TRUE(result.is_applied);
  EXPECT_FALSE(result.is_left);
  EXPECT_EQ(stage.seat().profile().remaps.size(), 1U);
}

TEST_F(Screens, LeaveAtOnceWhereNothingWaitsToBeApplied) {
  tap(Escape);
  EXPECT_TRUE(result.is_left);
}

TEST_F(Screens, AskBeforeChangesAreThrownAway) {
  ask_for("horn");
  taps({KeyH, Escape});
  EXPECT_FALSE(result.is_left);
  EXPECT_TRUE(page.shows("What you changed does not count yet.")) << page.text();
  tap(Escape);
  EXPECT_FALSE(page.shows("What you changed does not count yet.")) << "goes on";
  taps({Escape, Enter});
  EXPECT_TRUE(result.is_applied);
  EXPECT_TRUE(result.is_left);
}

TEST_F(Screens, ThrowChangesAwayWhereThePlayerSaysSo) {
  ask_for("horn");
  taps({KeyH, Escape, ArrowDown, Enter});
  EXPECT_TRUE(result.is_left);
  EXPECT_FALSE(result.is_applied);
  EXPECT_TRUE(stage.seat().profile().is_empty());
}

TEST_F(Screens, ShowOnlyWhatIsSearchedFor) {
  search("horn");
  EXPECT_TRUE(page.shows("horn | [ Space ]")) << page.text();
  EXPECT_FALSE(page.shows("winch"));
  type("zzz");
  EXPECT_TRUE(page.shows("Nothing here has \"hornzzz\".")) << page.text();
}

TEST_F(Screens, DoNotTakeTypingForMoves) {
  search("horn");
  EXPECT_TRUE(stage.seat().is_typing()) << "who shares the keyboard hears none of it";
  taps({ArrowDown, Escape});
  EXPECT_TRUE(ImGui::GetIO().WantTextInput) << "both are the text's";
  ImGui::GetIO().AddInputCharacter('e');
  pass();
  EXPECT_TRUE(page.shows("{ horne }")) << page.text();
  ImGuiIO& io = ImGui::GetIO();
  io.KeyMap[ImGuiKey_Escape] = 0;
  io.KeysDown[0] = true;
  stage.press(Escape);
  for (int i = 0; i < 3; ++i) pass();
  EXPECT_FALSE(io.WantTextInput) << "the field ends the typing";
  io.KeysDown[0] = false;
  stage.release(Escape);
  pass();
  EXPECT_FALSE(stage.seat().is_typing());
  EXPECT_FALSE(result.is_left) << "that Escape was the field's";
  tap(Escape);
  EXPECT_TRUE(result.is_left);
}

TEST_F(Screens, LetAPadEndTheTyping) {
  search("horn");
  tap(PadEast);
  EXPECT_FALSE(ImGui::GetIO().WantTextInput);
  EXPECT_FALSE(result.is_left);
}

TEST_F(Screens, TakeNothingAwayUnderTheMouseWhileSomebodyTypes) {
  const auto click = [&](ImVec2 where) {
    ImGui::GetIO().MousePos = where;
    for (const bool is_down : {false, true, false}) {
      ImGui::GetIO().MouseDown[0] = is_down;
      pass();
    }
  };
  const auto is_anything_taken = [&] {
    for (float x = width / 4; x < width / 3; x += 20) {
      for (float y = 10; y < height; y += 12) {
        ImGui::GetIO().MousePos = {x, y};
        pass();
        tap(Delete);
      }
    }
    return screen.menu().is_changed();
  };
  click({60, 30});  // into the search
  ASSERT_TRUE(ImGui::GetIO().WantTextInput);
  EXPECT_FALSE(is_anything_taken());
  click({width / 2, height - 4});  // beside everything
  EXPECT_TRUE(is_anything_taken());
}

TEST_F(Screens, SpellASearchWithThePadAlone) {
  stage.press(PadUp);  // the pad is there
  pass();
  stage.release(PadUp);
  for (int i = 0; i < 8; ++i) tap(PadUp);
  taps({PadLeft, PadLeft, PadLeft, PadRight, PadSouth});
  ASSERT_TRUE(page.shows("[ Done ]")) << page.text();
  const auto taps_again = [&](Control control, int times) {
    for (int i = 0; i < times; ++i) tap(control);
  };
  const auto spells = [&](const std::string& text) { return page.shows("\n" + text + "_\n"); };
  tap(PadSouth);
  EXPECT_TRUE(spells("a")) << page.text();
  taps({PadDown, PadDown, PadDown, PadSouth});  // Back one
  EXPECT_TRUE(spells("")) << page.text();
  tap(PadUp);
  taps_again(PadRight, 8);
  tap(PadSouth);
  EXPECT_TRUE(spells(" ")) << page.text();
  tap(PadDown);
  taps_again(PadLeft, 3);
  taps({PadRight, PadSouth});  // Empty
  EXPECT_TRUE(spells("")) << page.text();
  tap(PadLeft);
  taps_again(PadUp, 3);
  taps_again(PadRight, 6);
  tap(PadSouth);
  EXPECT_TRUE(spells("g")) << page.text();
  tap(PadEast);
  EXPECT_FALSE(page.shows("[ Done ]"));
  EXPECT_TRUE(page.shows("signal")) << page.text();
  EXPECT_FALSE(page.shows("mark"));
}

TEST_F(Screens, NeverLoseAPressBetweenTwoFrames) {
  ask_for("steer: up");
  tap(Escape);
  for (int i = 0; i < 2; ++i) {
    stage.press(ArrowDown);
    stage.release(ArrowDown);
  }
  for (int i = 0; i < 5; ++i) pass();
  tap(Enter);
  ASSERT_NE(screen.menu().waiting_for(), nullptr);
  EXPECT_EQ(screen.menu().waiting_for()->part, ActionPart::left) << "up, down, left";
}

TEST_F(Screens, LeaveTheSettingsOfTheGameAlone) {
  ImGui::GetIO().ConfigFlags = ImGuiConfigFlags_NavEnableKeyboard;
  pass();
  EXPECT_EQ(ImGui::GetIO().ConfigFlags, ImGuiConfigFlags_NavEnableKeyboard);
}

TEST_F(Screens, ShowWhatTheGameTellsUntilSomethingElseHappens) {
  screen.tell("Saved");
  pass();
  EXPECT_TRUE(page.shows("\nSaved\n"));
  ask_for("horn");
  tap(KeyH);
  EXPECT_FALSE(page.shows("\nSaved\n"));
}

struct ScreensThatApplyAtOnce : Screens {
  ScreensThatApplyAtOnce() : Screens(Applying::at_once) {}
};

TEST_F(ScreensThatApplyAtOnce, TellOfEveryChange) {
  ask_for("horn");
  tap(KeyH);
  EXPECT_TRUE(result.is_applied);
  EXPECT_EQ(stage.seat().profile().remaps.size(), 1U);
  tap(Escape);
  EXPECT_TRUE(result.is_left) << "nothing is left to be asked";
}

TEST_F(ScreensThatApplyAtOnce, TakeAllBack) {
  ask_for("horn");
  tap(KeyH);
  ask_for("signal");
  tap(KeyJ);
  to_the_bottom();
  taps({ArrowRight, ArrowRight, Enter});
  EXPECT_TRUE(stage.seat().profile().is_empty());
  EXPECT_EQ(keys_of("horn"), "Space ");
}

TEST_F(ScreensThatApplyAtOnce, ObeyWhatWasChangedOfTheMenuItself) {
  ask_for("menu_down");
  tap(KeyJ);
  ask_for("steer: up", ArrowUp);
  taps({Escape, KeyJ, Enter});
  ASSERT_NE(screen.menu().waiting_for(), nullptr);
  EXPECT_EQ(screen.menu().waiting_for()->part, ActionPart::down);
  tap(Escape);
  ask_for("take_away", KeyJ);
  tap(KeyK);
  EXPECT_TRUE(page.shows("K, right click: take it away")) << "the hint";
}

// A seat that is held to a scheme has the columns of that scheme.
TEST(ScreenOfOneScheme, HasNoColumnForOtherDevices) {
  PlaybookDefinition book = harbour_with_menu();
  book.schemes = {{.name = "pad", .needs = {DeviceKind::gamepad}}};
  testing::Rehearsal stage{make(std::move(book))};
  stage.hub().hold_to(stage.seat(), *stage.hub().playbook().find_scheme("pad"));
  Page page;
  RemapScreen screen{stage.hub(), stage.seat(), {}};
  stage.wait(20ms);
  page.draw(screen);
  EXPECT_TRUE(page.shows("| Action | Gamepad [ Reset ] |")) << page.text();
}

}  // namespace
}  // namespace nextmove::support
