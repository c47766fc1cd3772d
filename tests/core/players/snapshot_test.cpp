// Snapshots: a hub goes on from there, or says why it cannot.
#include <string>
#include <vector>

#include "support/complaints.hpp"
#include "support/players.hpp"

namespace nextmove::support {
namespace {

using enum Control;
using Bytes = std::vector<std::byte>;

struct Snapshots : ::testing::Test {
  Bytes snapshot() const {
    Bytes bytes;
    hub.snapshot(bytes);
    return bytes;
  }
  void say(Control control, float x) {
    hub.feed({now, info(control).device == DeviceKind::gamepad ? pad : keyboard, control, x});
  }
  void update() { hub.update(now += 10ms); }

  Hub hub{make(harbour_for_all())};
  Seat& seat = hub.add_seat("port tug");
  DeviceId keyboard = hub.plug({DeviceKind::keyboard, "keyboard"}, {});
  DeviceId pad = hub.plug({DeviceKind::gamepad, "pad"}, {});
  Button horn = hub.playbook().button("horn");
  Vector steer = hub.playbook().vector("steer");
  Time now = 0ms;
};

// ---- what comes back

TEST_F(Snapshots, AHubGoesBackToWhatWasHeldThen) {
  seat.enter("helm");
  say(KeyH, 1);
  say(KeyW, 1);
  update();
  const Bytes then = snapshot();
  say(KeyH, 0);
  say(KeyW, 0);
  seat.leave("helm");
  hub.unplug(pad, now);
  update();
  EXPECT_FALSE(seat.read(horn).held);

  ASSERT_TRUE(hub.restore(then));
  EXPECT_EQ(hub.now(), 10ms);
  EXPECT_TRUE(seat.read(horn).held);
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 1}));
  EXPECT_TRUE(seat.is_in(*hub.playbook().find_context("helm")));
  EXPECT_EQ(hub.devices().size(), 2U);
  EXPECT_EQ(snapshot(), then);
}

TEST_F(Snapshots, EveryDeviceOfASeatIsInThemHoweverMany) {
  for (int i = 0; i < 40; ++i) keyboard = hub.plug({DeviceKind::keyboard, "spare"}, now);
  ASSERT_EQ(seat.devices().size(), 42U);
  seat.enter("helm");
  say(KeyH, 1);
  update();
  const Bytes then = snapshot();
  say(KeyH, 0);
  update();
  ASSERT_TRUE(hub.restore(then));
  EXPECT_EQ(seat.devices().size(), 42U);
  EXPECT_TRUE(seat.read(horn).held);
  EXPECT_EQ(snapshot(), then);
}

TEST_F(Snapshots, EventsThatWaitedWaitAgain) {
  seat.enter("helm");
  hub.feed({50ms, keyboard, KeyH, 1});
  const Bytes then = snapshot();
  hub.update(60ms);
  ASSERT_TRUE(hub.restore(then));
  hub.update(40ms);
  EXPECT_FALSE(seat.read(horn).held);
  hub.update(60ms);
  EXPECT_TRUE(seat.read(horn).pressed);
}

TEST_F(Snapshots, ADeviceThatCameSinceHasNotComeAndMayComeAgain) {
  const Bytes then = snapshot();
  const DeviceId second = hub.plug({DeviceKind::gamepad, "second"}, now);
  ASSERT_TRUE(hub.restore(then));
  EXPECT_EQ(hub.find_device(second), nullptr);
  EXPECT_EQ(hub.plug({DeviceKind::gamepad, "second"}, now), second);
}

TEST_F(Snapshots, ASeatThatWasAddedSinceIsAddedAgainAsTheSameOne) {
  const Bytes then = snapshot();
  Seat& second = hub.add_seat("starboard tug");
  second.enter("helm");
  hub.give(pad, second);
  ASSERT_TRUE(hub.restore(then));
  EXPECT_EQ(hub.seats().size(), 1U);
  EXPECT_TRUE(second.contexts().empty());
  Complaints complaints;
  hub.give(pad, second);
  EXPECT_EQ(
      complaints.take(),
      Sentences{
          "Hub::give: was given the seat \"starboard tug\", which the hub no longer has since "
          "Hub::restore; Hub::add_seat brings it back"});
  EXPECT_EQ(&hub.add_seat("starboard tug"), &second);
  hub.give(pad, second);
  EXPECT_EQ(complaints.take(), Sentences{});
  EXPECT_EQ(second.devices().size(), 1U);
}

TEST_F(Snapshots, APlayerWithOtherSchemesAndChangesIsPlayedByThemAgain) {
  Profile changed;
  changed.remaps.push_back({.action = "horn",
                            .device = DeviceKind::keyboard,
                            .schemes = {"left_keys"},
                            .controls = {Combination{KeyX}}});
  seat.enter("helm");
  hub.set_profile(seat, changed);
  hub.hold_to(seat, *hub.playbook().find_scheme("left_keys"));
  const Bytes then = snapshot();
  hub.hold_to(seat, SchemeId::none);
  ASSERT_TRUE(hub.restore(then));
  say(KeyX, 1);
  update();
  EXPECT_TRUE(seat.read(horn).held);
}

// ---- what is the game's

TEST_F(Snapshots, WhatIsTheGamesStays) {
  seat.enter("helm");
  int calls = 0;
  const Bytes then = snapshot();
  seat.add_interceptor("fog", [&](Incoming&) { ++calls; });
  ASSERT_TRUE(hub.restore(then));
  update();
  EXPECT_EQ(calls, 1);
}

TEST_F(Snapshots, AHandlerThatWasToldOfAHornIsToldThatItRests) {
  seat.enter("helm");
  std::vector<std::string> told;
  HandlerSet handlers;
  handlers.on_press(horn, [&] { told.emplace_back("pressed"); });
  handlers.on_release(horn, [&] { told.emplace_back("released"); });
  handlers.attach(seat);
  update();
  const Bytes silent = snapshot();
  say(KeyH, 1);
  update();
  const Bytes sounding = snapshot();
  ASSERT_TRUE(hub.restore(silent));
  update();
  EXPECT_EQ(told, (std::vector<std::string>{"pressed", "released"}));
  // The other way round it begins in the middle, as a set that is attached to a horn that sounds.
  ASSERT_TRUE(hub.restore(sounding));
  update();
  say(KeyH, 0);
  update();
  EXPECT_EQ(told.size(), 2U);
}

TEST_F(Snapshots, HandlersOfASeatThatIsGoneAreToldToRest) {
  const Bytes then = snapshot();
  Seat& second = hub.add_seat("starboard tug");
  hub.give(keyboard, second);
  second.enter("helm");
  int released = 0;
  HandlerSet handlers;
  handlers.on_press(horn, [] {}).on_release(horn, [&] { ++released; });
  handlers.attach(second);
  say(KeyH, 1);
  update();
  ASSERT_TRUE(hub.restore(then));
  EXPECT_EQ(released, 1);
}

TEST_F(Snapshots, AReaderBeginsAnew) {
  seat.enter("helm");
  Reader reader{seat};
  const Bytes then = snapshot();
  say(KeyH, 1);
  update();
  reader.step();
  EXPECT_EQ(reader.read(horn).presses, 1U);
  ASSERT_TRUE(hub.restore(then));
  update();
  reader.step();
  EXPECT_EQ(reader.read(horn).presses, 0U);
  EXPECT_FALSE(reader.take_press(horn, 1s));
}

TEST_F(Snapshots, TheStoryBeginsAnew) {
  hub.keep_story(10);
  const Bytes then = snapshot();
  say(KeyH, 1);
  update();
  EXPECT_FALSE(hub.story().empty());
  ASSERT_TRUE(hub.restore(then));
  EXPECT_TRUE(hub.story().empty());
}

TEST_F(Snapshots, PromptsAreNewOnlyWhereTheyMayDiffer) {
  seat.enter("helm");
  update();
  const Bytes then = snapshot();
  const std::uint32_t before = seat.prompt_version();
  say(KeyW, 1);
  update();
  ASSERT_TRUE(hub.restore(then));
  EXPECT_EQ(seat.prompt_version(), before);
  seat.leave("helm");
  const std::uint32_t without = seat.prompt_version();
  ASSERT_TRUE(hub.restore(then));
  EXPECT_NE(seat.prompt_version(), without);
}

// ---- what is refused

TEST_F(Snapshots, ADamagedByteAnywhereIsFoundAndNothingChanges) {
  seat.enter("helm");
  say(KeyH, 1);
  update();
  const Bytes then = snapshot();
  say(KeyH, 0);
  update();
  const Bytes now_bytes = snapshot();
  for (std::size_t i = 0; i < then.size(); ++i) {
    Bytes damaged = then;
    damaged[i] ^= std::byte{0x10};
    ASSERT_FALSE(hub.restore(damaged)) << i;
  }
  for (std::size_t size = 0; size < then.size(); size += 7) {
    ASSERT_FALSE(hub.restore(std::span{then}.first(size))) << size;
  }
  EXPECT_EQ(snapshot(), now_bytes);
}

TEST_F(Snapshots, SayWhyTheyAreRefused) {
  const auto why = [&](const Bytes& bytes) { return reason(hub.restore(bytes)); };
  const Bytes then = snapshot();
  Bytes other = then;
  other[8] = std::byte{99};
  EXPECT_EQ(why({}), "these bytes are no snapshot");
  EXPECT_EQ(why(Bytes(100)), "these bytes are no snapshot");
  EXPECT_EQ(why(other), "the snapshot was taken by another version of the library");
  other = then;
  other.back() ^= std::byte{1};
  EXPECT_EQ(why(other), "the snapshot is damaged; nothing of it can be trusted");
  Profile changed;
  changed.remaps.push_back(
      {.action = "horn", .device = DeviceKind::keyboard, .controls = {Combination{KeyX}}});
  hub.set_profile(seat, changed);
  EXPECT_EQ(why(then),
            "the player at the seat \"port tug\" has other controls than when the snapshot was "
            "taken; Hub::set_profile with those first");
  hub.set_profile(seat, {});
  EXPECT_EQ(why(then), "");
  PlaybookDefinition tuned = harbour_for_all();
  tuned.contexts[0].bindings[2].shaping.dead_zone = 0.3F;
  hub.adopt(make(tuned));
  EXPECT_EQ(why(then),
            "the snapshot was taken under another playbook than the hub plays by; adopt that one "
            "first");
}

TEST_F(Snapshots, AreForBetweenUpdates) {
  const Bytes then = snapshot();
  seat.enter("helm");
  Bytes bytes = then;
  RestoreAnswer answer;
  seat.add_interceptor("fog", [&](Incoming&) {
    hub.snapshot(bytes);
    answer = hub.restore(then);
  });
  Complaints complaints;
  update();
  EXPECT_TRUE(bytes.empty());
  EXPECT_EQ(answer.refusal, RestoreRefusal::wrong_moment);
  EXPECT_EQ(complaints.take(),
            (Sentences{"Hub::snapshot: was called in the middle of an update; do it after "
                       "Hub::update",
                       "Hub::restore: was called in the middle of an update; do it after "
                       "Hub::update"}));
}

}  // namespace
}  // namespace nextmove::support
