// Tidewater for two without its window: the table, the tugs, the pause, the check of the keyboard.
#include "tidewater/party.hpp"

#include <nextmove/playbook_file.hpp>

#include "support/playbooks.hpp"
#include "tidewater/rollover_check.hpp"
#include "tidewater/words.hpp"

namespace nextmove::support {
namespace {

using enum Control;

struct TwoPlayers : ::testing::Test {
  TwoPlayers() : party(hub, {}, {.players = 2}) { sail(20ms); }

  void sail(Duration duration) {
    for (Duration passed{}; passed < duration; passed += 10ms) {
      now += 10ms;
      hub.update(now);
      party.step(0.01F);
    }
  }
  void press(DeviceId device, Control control) {
    hub.feed({now, device, control, 1});
    sail(20ms);
  }
  void tap(DeviceId device, Control control) {
    press(device, control);
    hub.feed({now, device, control, 0});
    sail(20ms);
  }
  void sit_down_and_cast_off(DeviceId one, Control first, DeviceId other, Control second) {
    tap(one, first);
    tap(other, second);
    tap(one, first);
    ASSERT_TRUE(party.is_at_table()) << "one is not ready yet";
    tap(other, second);
    ASSERT_FALSE(party.is_at_table());
    ASSERT_EQ(party.tugs().size(), 2U);
  }
  Vec2 way(std::size_t tug) const {
    const Vec2 at = party.tugs()[tug]->tug().position;
    return {at.x - start[tug].x, at.y - start[tug].y};
  }
  void note_start() {
    for (std::size_t i = 0; i < 2; ++i) start[i] = party.tugs()[i]->tug().position;
  }

  Hub hub{*load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml")};
  tidewater::Party party;
  Time now{};
  DeviceId keyboard = hub.plug({DeviceKind::keyboard}, {});
  DeviceId pad = hub.plug({DeviceKind::gamepad}, {});
  DeviceId screen = hub.plug({DeviceKind::touch}, {});
  std::array<Vec2, 2> start{};
};

TEST_F(TwoPlayers, OnTwoHalvesOfAKeyboardEachSteerTheirOwnTug) {
  sit_down_and_cast_off(keyboard, KeyE, keyboard, Enter);
  note_start();
  press(keyboard, KeyA);
  press(keyboard, ArrowUp);
  sail(500ms);
  EXPECT_LT(way(0).x, -10);
  EXPECT_EQ(way(0).y, 0);
  EXPECT_GT(way(1).y, 10);
  EXPECT_EQ(way(1).x, 0);
}

TEST_F(TwoPlayers, OnKeyboardAndPad) {
  sit_down_and_cast_off(keyboard, Space, pad, PadStart);
  note_start();
  press(keyboard, KeyD);
  press(keyboard, ArrowUp);  // the desk has the arrows too
  sail(300ms);
  EXPECT_GT(way(0).x, 10);
  EXPECT_GT(way(0).y, 10);
  EXPECT_EQ(way(1), Vec2{});
}

TEST_F(TwoPlayers, OnTwoPads) {
  const DeviceId other = hub.plug({DeviceKind::gamepad}, now);
  sit_down_and_cast_off(other, PadStart, pad, PadStart);
  press(other, PadSouth);
  EXPECT_TRUE(party.tugs()[0]->is_horn_sounding());
  EXPECT_FALSE(party.tugs()[1]->is_horn_sounding());
}

TEST_F(TwoPlayers, OnAPadAndHalfATouchScreen) {
  const auto touch_at = [&](float x, float y) {
    hub.feed({now, screen, Finger1Position, x, y});
    press(screen, Finger1);
  };
  const auto lift = [&] {
    hub.feed({now, screen, Finger1, 0});
    sail(20ms);
  };
  tap(pad, PadStart);
  touch_at(0.7F, 0.5F);
  lift();
  tap(pad, PadStart);
  touch_at(0.7F, 0.5F);
  lift();
  ASSERT_FALSE(party.is_at_table());
  note_start();
  touch_at(0.55F, 0.6F);  // where the wheel is in the right half
  hub.feed({now, screen, Finger1Position, 0.55F, 0.3F});
  sail(300ms);
  EXPECT_GT(way(1).y, 10);
  EXPECT_EQ(way(0), Vec2{});
}

TEST_F(TwoPlayers, WhoGetsUpMakesRoom) {
  tap(keyboard, KeyE);
  tap(keyboard, KeyQ);
  EXPECT_FALSE(party.seats()[0]->is_taken());
  tap(pad, PadStart);
  EXPECT_TRUE(party.seats()[0]->is_taken());
}

TEST_F(TwoPlayers, APlaceAtTheTableAnswersToAnyButtonOfItsOwnPad) {
  const DeviceId other = hub.plug({DeviceKind::gamepad}, now);
  tap(pad, PadStart);
  tap(other, PadStart);
  for (const Control button : {PadSouth, PadWest, PadNorth, PadLeft, PadRightShoulder, PadSelect}) {
    press(other, button);
    const tidewater::TablePicture table = tidewater::table_picture(hub, party, "");
    EXPECT_FALSE(table.places[0].is_here);
    EXPECT_TRUE(table.places[1].is_here) << to_string(button);
    hub.feed({now, other, button, 0});
    sail(20ms);
  }
  EXPECT_FALSE(party.is_ready(*party.seats()[1])) << "it does nothing else";
}

TEST_F(TwoPlayers, TheGameStandsStillForALostPadAndGoesOnWithIt) {
  sit_down_and_cast_off(keyboard, Space, pad, PadStart);
  press(keyboard, KeyW);
  hub.unplug(pad, now);
  sail(20ms);
  ASSERT_EQ(party.waited_for().size(), 1U);
  note_start();
  sail(500ms);
  EXPECT_EQ(way(0), Vec2{}) << "even for the other player";
  hub.plug({DeviceKind::gamepad}, now);
  sail(200ms);
  EXPECT_TRUE(party.waited_for().empty());
  EXPECT_GT(way(0).y, 5);
}

TEST_F(TwoPlayers, AnotherPadTakesOverByItsStartButton) {
  sit_down_and_cast_off(keyboard, Space, pad, PadStart);
  const DeviceId spare = hub.plug({DeviceKind::gamepad, "spare"}, now);
  hub.unplug(pad, now);
  sail(20ms);
  tap(spare, PadStart);
  EXPECT_TRUE(party.waited_for().empty());
  press(spare, PadSouth);
  EXPECT_TRUE(party.tugs()[1]->is_horn_sounding());
}

TEST_F(TwoPlayers, WhoseAnEqualPadIsTheyAreAskedAndSayByAPress) {
  const DeviceId other = hub.plug({DeviceKind::gamepad}, now);
  sit_down_and_cast_off(pad, PadStart, other, PadStart);
  hub.unplug(pad, now);
  hub.unplug(other, now);
  const DeviceId back = hub.plug({DeviceKind::gamepad}, now);
  sail(20ms);
  const std::vector<std::string> words = tidewater::waiting_words(hub, party);
  ASSERT_GT(words.size(), 3U);
  EXPECT_EQ(words[0], "Whose is gamepad 3? On it, press");
  EXPECT_EQ(words[1], "     south button   the port tug");
  EXPECT_EQ(words[2], "     east button   the starboard tug");
  EXPECT_EQ(std::count(words.begin(), words.end(), "     Start   Gamepad"), 0)
      << "with that one nobody can go on";
  tap(back, PadEast);
  EXPECT_EQ(party.waited_for().size(), 1U);
  EXPECT_EQ(std::string{party.waited_for()[0]->name()}, "port tug");
}

TEST_F(TwoPlayers, OnlyOneOfThemWorksTheCrane) {
  const DeviceId other = hub.plug({DeviceKind::gamepad}, now);
  sit_down_and_cast_off(pad, PadStart, other, PadStart);
  tap(pad, PadUp);
  tap(other, PadUp);
  EXPECT_TRUE(party.tugs()[0]->is_at_crane());
  EXPECT_FALSE(party.tugs()[1]->is_at_crane());
  tap(pad, PadUp);
  tap(other, PadUp);
  EXPECT_TRUE(party.tugs()[1]->is_at_crane());
}

struct KeyboardCheck : ::testing::Test {
  explicit KeyboardCheck(bool ghosts = false)
      : check(book, std::array{*book.find_scheme("left_keys"), *book.find_scheme("right_keys")},
              ghosts),
        hub(check.playbook()),
        seat(hub.add_seat("hands")) {
    seat.enter("keys");
    look(10ms);
  }

  void look(Duration duration) {
    for (Duration passed{}; passed < duration; passed += 10ms) {
      now += 10ms;
      hub.update(now);
      check.step(seat, 0.01F);
    }
  }
  void set(Control key, float value) { hub.feed({now, keyboard, key, value}); }
  std::vector<Control> wanted() const {
    std::vector<Control> keys;
    for (const auto& key : check.keys()) keys.push_back(key.key);
    return keys;
  }
  // Holds what is asked for; whether all of it is heard before long.
  bool hold_all() {
    const std::size_t before = check.asked();
    const std::vector<Control> keys = wanted();
    for (const Control key : keys) set(key, 1);
    look(600ms);
    const bool is_whole = check.asked() > before;
    if (!is_whole) set(F1, 1);
    look(10ms);
    for (const Control key : keys) set(key, 0);
    set(F1, 0);
    look(10ms);
    return is_whole;
  }

  Playbook book = *load_playbook(NEXTMOVE_EXAMPLE_DATA "/tidewater.toml");
  tidewater::RolloverCheck check;
  Hub hub;
  Seat& seat;
  Time now{};
  DeviceId keyboard = hub.plug({DeviceKind::keyboard}, {});
};

TEST_F(KeyboardCheck, AGoodKeyboardIsHeardWhole) {
  const std::size_t count = check.count();
  ASSERT_GT(count, 10U);
  for (std::size_t i = 0; i < count; ++i) EXPECT_TRUE(hold_all());
  EXPECT_TRUE(check.keys().empty());
  const std::string all = std::to_string(count);
  EXPECT_EQ(check.report(), "heard " + all + " of " + all + " sets whole");
}

TEST(KeyboardCheckOfAnyPlaybook, GoesOnByAKeyThatIsAskedForInNoSet) {
  using enum Control;
  PlaybookDefinition book{
      .schemes = {{.name = "left", .needs = {DeviceKind::keyboard}, .shares_devices = true},
                  {.name = "right", .needs = {DeviceKind::keyboard}, .shares_devices = true}},
      .contexts = {{.name = "helm"}}};
  const auto add = [&](ActionDefinition action, const std::string& scheme, Control key) {
    BindingDefinition binding{.action = action.name};
    (action.kind == ActionKind::axis ? binding.more : binding.control) = key;
    binding.schemes = {scheme};
    book.actions.push_back(std::move(action));
    book.contexts[0].bindings.push_back(std::move(binding));
  };
  add({.name = "engine", .kind = ActionKind::axis}, "left", F1);
  add({.name = "horn"}, "left", KeyA);
  add({.name = "lamp"}, "right", KeyJ);
  const Playbook made = *make_playbook(book);
  const tidewater::RolloverCheck check{
      made, std::array{*made.find_scheme("left"), *made.find_scheme("right")}, false};
  EXPECT_EQ(check.go_on_key(), F2);
  EXPECT_GT(check.count(), 0U);
}

TEST_F(KeyboardCheck, WhatIsNotDownIsMissingAfterAMoment) {
  using State = tidewater::RolloverCheck::State;
  for (const auto& key : check.keys()) EXPECT_EQ(key.state, State::awaited);
  set(wanted()[0], 1);
  look(600ms);
  EXPECT_EQ(check.keys()[0].state, State::heard);
  EXPECT_EQ(check.keys()[1].state, State::missing);
}

struct AtACheapKeyboard : KeyboardCheck {
  AtACheapKeyboard() : KeyboardCheck(true) {}
};

TEST_F(AtACheapKeyboard, SomeSetsAreNotHeardWholeAndTheReportSaysWhich) {
  std::size_t whole = 0;
  const std::size_t count = check.count();
  for (std::size_t i = 0; i < count; ++i) whole += hold_all() ? 1 : 0;
  EXPECT_GT(whole, 0U);
  EXPECT_LT(whole, count);
  EXPECT_NE(check.report().find("not heard: ArrowLeft of KeyF Digit0 PageUp ArrowLeft"),
            std::string::npos)
      << check.report();
}

// ---- a report from the middle of a game

TEST_F(TwoPlayers, AReportFromTheMiddleOfTheirGameIsPlayedInAnother) {
  sit_down_and_cast_off(keyboard, Space, pad, PadStart);
  tap(keyboard, KeyC);  // to the crane
  press(pad, PadLeftShoulder);
  const Keeper keeper{hub};
  press(keyboard, KeyD);
  press(pad, PadSouth);
  sail(300ms);
  const Recording report = keeper.recording();

  Hub other{hub.playbook()};
  tidewater::Party again{other, {}, {.under_way = tidewater::under_way(report.header)}};
  Replay replay{report, other, DecidedBy::game};
  again.go_on();
  while (replay.advance()) again.step(0.01F);
  ASSERT_EQ(again.tugs().size(), 2U);
  EXPECT_FALSE(again.is_at_table());
  EXPECT_TRUE(again.tugs()[0]->is_at_crane());
  EXPECT_EQ(again.tugs()[0]->crane().angle, party.tugs()[0]->crane().angle);
  EXPECT_EQ(again.tugs()[1]->is_horn_sounding(), party.tugs()[1]->is_horn_sounding());
  EXPECT_EQ(again.tugs()[1]->seat().devices().size(), 1U);
}

TEST_F(TwoPlayers, AReportFromTheTableGoesOnThere) {
  tap(keyboard, Space);
  const Keeper keeper{hub};
  tap(pad, PadStart);
  tap(keyboard, Space);
  tap(pad, PadStart);
  ASSERT_FALSE(party.is_at_table());
  const Recording report = keeper.recording();

  Hub other{hub.playbook()};
  tidewater::Party again{other, {}, {.under_way = tidewater::under_way(report.header)}};
  Replay replay{report, other, DecidedBy::game};
  again.go_on();
  ASSERT_TRUE(again.is_at_table());
  while (replay.advance()) again.step(0.01F);
  EXPECT_FALSE(again.is_at_table());
  EXPECT_EQ(again.tugs().size(), 2U);
}

TEST_F(AtACheapKeyboard, ASetThatNobodyTriedIsNotCounted) {
  set(F1, 1);
  look(10ms);
  EXPECT_EQ(check.report(), "heard 0 of 0 sets whole");
  EXPECT_EQ(check.asked(), 2U);
}

}  // namespace
}  // namespace nextmove::support
