// The keeper: what was, after the fact.
#include <string>
#include <vector>

#include "support/complaints.hpp"
#include "support/players.hpp"

namespace nextmove::support {
namespace {

using enum Control;

struct Keepers : ::testing::Test {
  Keepers() { seat.enter("helm"); }

  void say(Control control, float x, float y = 0) {
    const DeviceKind kind = info(control).device;
    hub.feed({now, kind == DeviceKind::keyboard ? keyboard : mouse, control, x, y});
  }
  void update() {
    hub.update(now += 10ms);
    seen.push_back(all());
  }
  void pass(Duration time) {
    for (const Time end = now + time; now < end;) update();
  }
  std::string all() const {
    const ButtonReading sounded = seat.read(horn);
    const Vec2 way = seat.read(steer).value;
    return std::to_string(sounded.held) + std::to_string(sounded.presses) + ' ' +
           std::to_string(way.x) + ' ' + std::to_string(way.y);
  }
  /// What a recording gives in a hub of its own, after each update.
  static std::vector<std::string> again(const Recording& recording) {
    Hub hub{*recording.header.playbook};
    std::vector<std::string> seen;
    for (Replay replay{recording, hub, DecidedBy::recording}; replay.advance();) {
      const Seat& seat = *hub.find_seat("port tug");
      const ButtonReading sounded = seat.read(hub.playbook().button("horn"));
      const Vec2 way = seat.read(hub.playbook().vector("steer")).value;
      seen.push_back(std::to_string(sounded.held) + std::to_string(sounded.presses) + ' ' +
                     std::to_string(way.x) + ' ' + std::to_string(way.y));
    }
    return seen;
  }
  /// Plays as the end of what was seen, of `count` updates.
  void expect_end(const Recording& recording, std::size_t count) const {
    ASSERT_LE(count, seen.size());
    EXPECT_EQ(again(recording), std::vector<std::string>(
                                    seen.end() - static_cast<std::ptrdiff_t>(count), seen.end()));
  }
  template <class What>
  static std::size_t count(const Recording& recording) {
    return static_cast<std::size_t>(
        std::count_if(recording.steps.begin(), recording.steps.end(),
                      [](const Step& it) { return std::holds_alternative<What>(it); }));
  }

  Hub hub{make(harbour_for_all())};
  Seat& seat = hub.add_seat("port tug");
  DeviceId keyboard = hub.plug({DeviceKind::keyboard, "keyboard"}, {});
  DeviceId mouse = hub.plug({DeviceKind::mouse, "mouse"}, {});
  Button horn = hub.playbook().button("horn");
  Vector steer = hub.playbook().vector("steer");
  Time now = 0ms;
  std::vector<std::string> seen;
};

TEST_F(Keepers, TheLastHalfMinuteIsThereAndAtMostASixthMore) {
  const Keeper keeper{hub};
  EXPECT_EQ(keeper.kept(), 0s);
  for (int second = 0; second < 100; ++second) {
    say(second % 2 == 0 ? KeyW : KeyH, second % 4 < 2 ? 1.0F : 0.0F);
    pass(1s);
    EXPECT_GE(keeper.kept(), std::min<Duration>(now, 30s));
    EXPECT_LE(keeper.kept(), 35s);
  }
  const Recording kept = keeper.recording();
  EXPECT_EQ(count<Updated>(kept), static_cast<std::size_t>(keeper.kept() / 10ms));
  expect_end(kept, count<Updated>(kept));
  EXPECT_FALSE(keeper.falls_short());
  EXPECT_TRUE(differences(kept, hub).empty());
}

TEST_F(Keepers, WhatWasHeldLongBeforeItBeginsIsHeldInIt) {
  const Keeper keeper{hub, 3s};
  say(KeyH, 1);
  pass(20s);
  const Recording kept = keeper.recording();
  EXPECT_EQ(count<Event>(kept), 0U);
  const auto played = again(kept);
  ASSERT_FALSE(played.empty());
  EXPECT_EQ(played.front(), seen.back());
}

TEST_F(Keepers, EventsAndCallsStandInTheOrderInWhichTheyCame) {
  const Keeper keeper{hub};
  update();
  say(KeyH, 1);
  seat.leave("helm");
  say(KeyH, 0);
  seat.enter("helm");
  hub.feed({now + 1s, keyboard, KeyW, 1});  // waits for its time
  hub.feed({now, keyboard, KeyA, 1});       // goes before it
  hub.unplug(mouse, now);
  update();
  const Recording kept = keeper.recording();
  std::vector<Step> heard = kept.steps;
  std::erase_if(heard, [](const Step& it) { return std::holds_alternative<Updated>(it); });
  const std::vector<Step> told{Event{10ms, keyboard, KeyH, 1},
                               Left{10ms, "port tug", "helm"},
                               Event{10ms, keyboard, KeyH, 0},
                               Entered{10ms, "port tug", "helm"},
                               Event{1010ms, keyboard, KeyW, 1},
                               Event{10ms, keyboard, KeyA, 1},
                               Unplugged{10ms, mouse}};
  EXPECT_EQ(heard, told);
}

TEST_F(Keepers, EachStepIsThatOfAListenerBesideIt) {
  const Keeper keeper{hub};
  const Keeper other{hub, 1s};
  std::vector<Step> told;
  hub.on_step([&](const Step& step) { told.push_back(step); });
  seat.add_interceptor("radio", [&](Incoming& it) { it.hold_back(horn); });
  hub.set_window(1280, 800);
  say(KeyH, 1);
  update();
  hub.add_seat("starboard tug with a long name");
  hub.take_up({now, keyboard, KeyW, 1});
  hub.release_all(now);
  say(KeyH, 0);
  update();
  EXPECT_EQ(keeper.recording().steps, told);
  EXPECT_EQ(other.recording().steps, told);
}

TEST_F(Keepers, WhatIsTypedIsNeverInItNorWhatWasFedBeforeTheGameSaidSo) {
  const Keeper keeper{hub};
  say(KeyS, 1);
  say(MouseLeft, 1);
  hub.set_typing(seat);
  say(KeyE, 1);
  update();
  const Recording kept = keeper.recording();
  EXPECT_EQ(count<Event>(kept), 1U);  // the mouse
  EXPECT_EQ(count<TypingSet>(kept), 1U);
}

TEST_F(Keepers, InterceptorsAndAdoptedPlaybooksAreInItAsTheyWere) {
  const Keeper keeper{hub, 3s};
  seat.add_interceptor("radio", [&](Incoming& it) {
    if (it.read(horn).presses % 2 == 0) it.hold_back(horn);
    if (it.read(horn).held) it.set(steer, {0.5F, 0});
  });
  for (int i = 0; i < 100; ++i) {
    say(KeyH, i % 2 == 0 ? 1.0F : 0.0F);
    pass(50ms);
    if (i == 20) {
      PlaybookDefinition changed = harbour_for_all();
      changed.contexts.front().bindings.push_back({.action = "horn", .control = KeyK});
      hub.adopt(make(changed));
    }
    if (i == 25 || i == 90) expect_end(keeper.recording(), count<Updated>(keeper.recording()));
  }
}

// ---- too much

TEST_F(Keepers, OfAMouseThatFloodsMovementsBecomeOneAndThatIsSaid) {
  const Keeper keeper{hub, 6s};
  float moved = 0;
  for (int i = 0; i < 600; ++i) {
    for (int k = 0; k < 80; ++k) say(MouseMotion, 0.25F);
    moved += 20;
    if (i % 50 == 0) say(KeyH, i % 100 == 0 ? 1.0F : 0.0F);
    update();
  }
  const Recording kept = keeper.recording();
  EXPECT_TRUE(kept.header.is_thinned);
  EXPECT_GE(keeper.kept(), 6s - 10ms);
  expect_end(kept, count<Updated>(kept));
  float replayed = 0;
  for (const Step& step : kept.steps) {
    const auto* it = std::get_if<Event>(&step);
    if (it != nullptr && it->control == MouseMotion) replayed += it->x;
  }
  EXPECT_EQ(replayed, moved);
  ASSERT_EQ(differences(kept, hub).size(), 1U);
  EXPECT_EQ(differences(kept, hub)[0].message, thinned_movements);
}

TEST_F(Keepers, NoMovementIsAddedToOneBeforeAPressOfItsDevice) {
  const Keeper keeper{hub, 6s};
  for (int i = 0; i < 600; ++i) {
    for (int k = 0; k < 40; ++k) say(MouseMotion, 0.25F);
    say(MouseLeft, i % 2 == 0 ? 1.0F : 0.0F);
    for (int k = 0; k < 40; ++k) say(MouseMotion, 0.25F);
    update();
  }
  const Recording kept = keeper.recording();
  EXPECT_TRUE(kept.header.is_thinned);
  float moved = 0;
  for (const Step& step : kept.steps) {
    const auto* event = std::get_if<Event>(&step);
    if (event == nullptr) {
      moved = 0;
    } else if (event->control == MouseMotion) {
      moved += event->x;
    } else {
      ASSERT_EQ(moved, 10) << "when the button went down or up";
    }
  }
}

TEST_F(Keepers, OfMorePressesThanItHasRoomForItReachesBackLessFar) {
  const Keeper keeper{hub, 6s};
  for (int i = 0; i < 600; ++i) {
    for (int k = 0; k < 100; ++k) say(k % 2 == 0 ? KeyH : KeyW, k % 4 < 2 ? 1.0F : 0.0F);
    update();
  }
  EXPECT_TRUE(keeper.falls_short());
  EXPECT_GE(keeper.kept(), 900ms);
  const Recording kept = keeper.recording();
  EXPECT_FALSE(kept.header.is_thinned);
  expect_end(kept, count<Updated>(kept));
}

TEST_F(Keepers, AfterAnUpdateWithMoreThanItCanHoldItBeginsAnew) {
  const Keeper keeper{hub, 6s};
  pass(1s);
  for (int k = 0; k < 10'000; ++k) say(KeyH, k % 2 == 0 ? 1.0F : 0.0F);
  update();
  EXPECT_EQ(keeper.kept(), 0s);
  pass(500ms);
  EXPECT_EQ(keeper.kept(), 500ms);
  expect_end(keeper.recording(), 50);
}

TEST_F(Keepers, WhatIsSavedInSuchAnUpdateEndsBeforeIt) {
  const Keeper keeper{hub, 6s};
  pass(50ms);
  Recording saved;
  HandlerSet handlers;
  handlers.on_press(horn, [&] { saved = keeper.recording(); });
  handlers.attach(seat);
  for (int k = 1; k < 300; ++k) hub.set_window(1280, static_cast<float>(k));
  say(KeyH, 1);
  hub.update(now += 10ms);
  const std::size_t updates = count<Updated>(saved);
  EXPECT_EQ(updates, 5U);
  expect_end(saved, updates);
}

TEST_F(Keepers, EventsThatArePassedOverDoNotPushTheOthersOut) {
  const Complaints complaints;
  const Keeper keeper{hub, 6s};
  for (int i = 0; i < 700; ++i) {
    say(PadSouth, 1);
    update();
  }
  EXPECT_GE(keeper.kept(), 6s);
  EXPECT_GE(count<PassedOver>(keeper.recording()), 100U);
}

// ---- going back

TEST_F(Keepers, WhatAGameWentBackFromHasNotHappened) {
  const Keeper keeper{hub};
  pass(100ms);
  std::vector<std::byte> then;
  hub.snapshot(then);
  const std::size_t count_then = seen.size();
  say(KeyW, 1);
  pass(50ms);
  ASSERT_TRUE(hub.restore(then));
  now = hub.now();
  seen.resize(count_then);
  say(KeyH, 1);
  pass(50ms);
  const Recording kept = keeper.recording();
  EXPECT_EQ(count<Restored>(kept), 0U);
  EXPECT_EQ(count<Updated>(kept), 15U);
  expect_end(kept, 15);
}

TEST_F(Keepers, ASnapshotOfLongAgoIsGoneBackToInTheRecordingToo) {
  std::vector<std::byte> then;
  pass(100ms);
  hub.snapshot(then);
  pass(20ms);
  const Keeper keeper{hub};
  say(KeyW, 1);
  pass(50ms);
  ASSERT_TRUE(hub.restore(then));
  now = hub.now();
  say(KeyH, 1);
  pass(50ms);
  const Recording kept = keeper.recording();
  EXPECT_EQ(count<Restored>(kept), 1U);
  expect_end(kept, 10);
}

TEST_F(Keepers, NorIsACallInTheMiddleOfWhichAListenerTookASnapshot) {
  const Keeper keeper{hub};
  update();
  std::vector<std::byte> then;
  hub.on_step([&](const Step& step) {
    if (std::holds_alternative<Plugged>(step)) hub.snapshot(then);
  });
  hub.plug({DeviceKind::gamepad, "pad"}, now);
  ASSERT_TRUE(hub.restore(then));
  now = hub.now();
  update();
  Hub other{hub.playbook()};
  const Recording kept = keeper.recording();
  Replay replay{kept, other, DecidedBy::recording};
  while (replay.advance()) {
  }
  EXPECT_EQ(other.devices().size(), hub.devices().size());
}

// ---- lives

TEST_F(Keepers, ItOutlivesItsHub) {
  auto table = std::make_unique<Hub>(make(harbour_for_all()));
  table->add_seat("port tug").enter("helm");
  const DeviceId board = table->plug({DeviceKind::keyboard, "keyboard"}, {});
  const Keeper keeper{*table};
  table->feed({10ms, board, KeyH, 1});
  table->update(10ms);
  table.reset();
  const auto played = again(keeper.recording());
  ASSERT_EQ(played.size(), 1U);
  EXPECT_EQ(played[0].substr(0, 2), "11");
}

TEST_F(Keepers, OneThatIsMovedGoesOnAndTheOtherKeepsNothing) {
  Keeper first{hub};
  update();
  const Keeper second{std::move(first)};
  update();
  EXPECT_EQ(count<Updated>(second.recording()), 2U);
  EXPECT_EQ(first.kept(), 0s);                   // NOLINT(bugprone-use-after-move): what is tested
  EXPECT_TRUE(first.recording().steps.empty());  // NOLINT(bugprone-use-after-move)
}

TEST_F(Keepers, MadeByAHandlerItKeepsFromTheEndOfTheUpdate) {
  std::unique_ptr<Keeper> keeper;
  HandlerSet handlers;
  handlers.on_press(horn, [&] { keeper = std::make_unique<Keeper>(hub); });
  handlers.attach(seat);
  say(KeyH, 1);
  update();
  ASSERT_NE(keeper, nullptr);
  pass(50ms);
  EXPECT_EQ(keeper->kept(), 50ms);
  expect_end(keeper->recording(), 5);
}

TEST_F(Keepers, MadeByAListenerItKeepsNothingAndComplains) {
  Complaints complaints;
  std::unique_ptr<Keeper> keeper;
  hub.on_step([&](const Step&) {
    if (keeper == nullptr) keeper = std::make_unique<Keeper>(hub);
  });
  update();
  ASSERT_EQ(complaints.take().size(), 1U);
  update();
  EXPECT_EQ(keeper->kept(), 0s);
}

TEST_F(Keepers, ALengthThatCannotBeIsAComplaintAndAnotherCounts) {
  Complaints complaints;
  const Keeper none{hub, 0s};
  const Keeper day{hub, 24h};
  EXPECT_EQ(complaints.take(),
            (Sentences{"Keeper: a length of 0 s cannot be kept: it is above 0 and at most 600 s; "
                       "30 s are kept",
                       "Keeper: a length of 86400 s cannot be kept: it is above 0 and at most 600 "
                       "s; 600 s are kept"}));
}

}  // namespace
}  // namespace nextmove::support
