#include "support/players.hpp"

namespace nextmove::support {
namespace {

using enum Control;

struct Schemes : AtTheTable {
  Schemes() : AtTheTable({}), seat(hub.add_seat("port tug")) { seat.enter("helm"); }

  void hold_to(std::string_view name) { hub.hold_to(seat, scheme(name)); }
  bool sounds(DeviceId device, Control control) {
    press(device, control);
    const bool is_heard = seat.read(horn).held;
    release(device, control);
    return is_heard;
  }

  Seat& seat;
  DeviceId keyboard = plug(DeviceKind::keyboard);
  DeviceId pad = plug(DeviceKind::gamepad);
};

TEST_F(Schemes, ASeatThatIsHeldToNoneHearsEverything) {
  EXPECT_EQ(seat.scheme(), SchemeId::none);
  for (const Control key : {KeyH, KeyE, Enter})
    EXPECT_TRUE(sounds(keyboard, key)) << to_string(key);
  EXPECT_TRUE(sounds(pad, PadSouth));
}

TEST_F(Schemes, ABindingThatNamesNoneBelongsToTheSchemesThatUseItsDevice) {
  hold_to("pad");
  EXPECT_TRUE(sounds(pad, PadSouth));
  EXPECT_FALSE(sounds(keyboard, KeyH));
  hold_to("desk");
  EXPECT_FALSE(sounds(pad, PadSouth));
  EXPECT_TRUE(sounds(keyboard, KeyH));
}

TEST_F(Schemes, ABindingThatNamesSomeBelongsToThoseAlone) {
  hold_to("desk");
  EXPECT_FALSE(sounds(keyboard, KeyE));
  hold_to("left_keys");
  EXPECT_TRUE(sounds(keyboard, KeyE));
  EXPECT_FALSE(sounds(keyboard, Enter));
}

TEST_F(Schemes, WhoSharesAKeyboardHearsOnlyWhatNamesTheScheme) {
  hold_to("left_keys");
  EXPECT_FALSE(sounds(keyboard, KeyH));
}

TEST_F(Schemes, AnotherSchemeReleasesWhatTheOldOneHeld) {
  press(keyboard, KeyH);
  ASSERT_TRUE(seat.read(horn).held);
  hold_to("left_keys");
  update();
  EXPECT_TRUE(seat.read(horn).released);
  EXPECT_FALSE(seat.read(horn).held);
}

TEST_F(Schemes, WhatIsDownWhenTheSchemeComesPressesNothingAndSteersAtOnce) {
  hold_to("pad");
  move(keyboard, KeyE, 1);
  press(keyboard, KeyW);
  EXPECT_EQ(seat.read(steer).value, Vec2{});
  hold_to("left_keys");
  update();
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 1}));
  EXPECT_FALSE(seat.read(horn).held);
  release(keyboard, KeyE);
  press(keyboard, KeyE);
  EXPECT_TRUE(seat.read(horn).pressed);
}

TEST_F(Schemes, ABindingOfAnotherSchemeClaimsNothing) {
  PlaybookDefinition book = harbour_for_all();
  book.actions.push_back({.name = "wave"});
  BindingDefinition wave_at_desk{.action = "wave", .control = KeyH};
  wave_at_desk.schemes = {"desk"};
  book.contexts.push_back({.name = "deck", .rank = 5, .bindings = {wave_at_desk}});
  Hub other{make(book)};
  Seat& tug = other.add_seat("tug");
  tug.enter("helm");
  tug.enter("deck");
  const DeviceId keys = other.plug({DeviceKind::keyboard}, {});
  const auto wave = other.playbook().button("wave");
  const auto sound = other.playbook().button("horn");
  other.feed({1ms, keys, KeyH, 1});
  other.update(1ms);
  EXPECT_TRUE(tug.read(wave).held);
  EXPECT_FALSE(tug.read(sound).held);
  other.hold_to(tug, SchemeId{1});  // pad
  other.update(2ms);
  EXPECT_FALSE(tug.read(wave).held);
}

TEST_F(Schemes, StayWhenThePlaybookIsChanged) {
  hold_to("left_keys");
  PlaybookDefinition changed = harbour_for_all();
  std::swap(changed.schemes[0], changed.schemes[2]);
  hub.adopt(make(changed));
  EXPECT_EQ(hub.playbook().scheme(seat.scheme()).name, "left_keys");
  EXPECT_TRUE(sounds(keyboard, KeyE));
  EXPECT_FALSE(sounds(keyboard, KeyH));
}

TEST_F(Schemes, TooManyOverAllPlaybooksAreHeardNoMore) {
  for (int round = 0; round < 2; ++round) {
    PlaybookDefinition changed = harbour_for_all();
    while (changed.schemes.size() < most_schemes) {
      SchemeDefinition scheme{.name = round == 0 ? "early" : "late"};
      scheme.name += std::to_string(changed.schemes.size());
      scheme.needs = {DeviceKind::keyboard};
      changed.schemes.push_back(scheme);
    }
    hub.adopt(make(changed));
  }
  ASSERT_GT(hub.playbook().schemes().size(), most_schemes);
  hub.hold_to(seat, static_cast<SchemeId>(hub.playbook().schemes().size() - 1));
  EXPECT_FALSE(sounds(keyboard, KeyH));
  hold_to("desk");
  EXPECT_TRUE(sounds(keyboard, KeyH));
}

std::string problem_of(const PlaybookDefinition& book) {
  const std::vector<Diagnostic> found = check(book);
  return found.size() == 1 ? found[0].message : std::to_string(found.size()) + " problems";
}

TEST(SchemeChecks, AnUnknownSchemeIsToldWithTheNearest) {
  PlaybookDefinition book = harbour_for_all();
  book.contexts[0].bindings[0].schemes = {"desk", "left_key"};
  EXPECT_EQ(problem_of(book), "there is no scheme \"left_key\"; did you mean \"left_keys\"?");
}

TEST(SchemeChecks, ASchemeNeedsADevice) {
  PlaybookDefinition book = harbour_for_all();
  book.schemes.push_back({.name = "mind"});
  EXPECT_EQ(problem_of(book),
            "scheme \"mind\" needs no device; write needs = [\"keyboard\"], or what else it is "
            "played on");
}

TEST(SchemeChecks, AJoinControlSitsOnADeviceThatIsNeeded) {
  PlaybookDefinition book = harbour_for_all();
  book.schemes[0].join = PadStart;
  EXPECT_EQ(problem_of(book),
            "PadStart is on a gamepad, which scheme \"desk\" does not need; add \"gamepad\" to "
            "needs, or take another control");
  book.schemes[0].join = MouseMotion;
  EXPECT_EQ(problem_of(book),
            "MouseMotion cannot be a join control; it takes a key, a button or a trigger");
}

TEST(SchemeChecks, TwoThatShareAKeyboardJoinByDifferentKeys) {
  PlaybookDefinition book = harbour_for_all();
  book.schemes[3].join = KeyE;
  EXPECT_EQ(problem_of(book),
            "KeyE joins scheme \"left_keys\" already, which shares its devices with this one");
}

TEST(SchemeChecks, ABindingNamesOnlySchemesThatArePlayedOnItsDevice) {
  PlaybookDefinition book = harbour_for_all();
  book.contexts[0].bindings[3].schemes = {"pad"};
  EXPECT_EQ(problem_of(book), "scheme \"pad\" uses no keyboard; add it to needs or may_use there");
}

TEST(SchemeChecks, OneControlMayServeTwoActionsUnderDifferentSchemes) {
  PlaybookDefinition book = harbour_for_all();
  BindingDefinition again{.action = "touched", .control = KeyE};
  again.schemes = {"right_keys"};
  book.contexts[0].bindings.push_back(again);
  EXPECT_EQ(problem_of(book),
            "KeyE is heard under \"left_keys\" and \"right_keys\", who share the device: one press "
            "does it for both players")
      << "a warning";
  book.contexts[0].bindings.back().schemes = {"left_keys"};
  EXPECT_EQ(problem_of(book), "KeyE drives both \"horn\" and \"touched\" in context \"helm\"");
}

TEST(SchemeChecks, NoMoreThanThereAreNumbersFor) {
  PlaybookDefinition book = harbour_for_all();
  while (book.schemes.size() <= most_schemes) {
    book.schemes.push_back(
        {.name = "scheme" + std::to_string(book.schemes.size()), .needs = {DeviceKind::gamepad}});
  }
  EXPECT_EQ(problem_of(book), "there are more than 31 schemes");
}

}  // namespace
}  // namespace nextmove::support
