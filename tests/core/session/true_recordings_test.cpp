// Recordings tell the truth: what the game read is read again without the game.
#include <algorithm>
#include <bit>
#include <cmath>
#include <random>
#include <string>
#include <vector>

#include <nextmove/recording.hpp>

#include "support/chance.hpp"
#include "support/complaints.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

/// A tug that is recorded.
class Trip {
 public:
  Trip() {
    seat.enter("helm");
    recording.header = describe(hub);
    hub.on_step([this](const Step& step) { recording.steps.push_back(step); });
  }

  void update(Time time) {
    hub.update(time);
    readings.push_back(read(seat));
  }
  void say(Time time, Control control, float x, float y = 0) {
    hub.feed({time, info(control).device == DeviceKind::gamepad ? pad : keyboard, control, x, y});
  }

  /// To the bit, all that a game may read.
  static std::string read(const Seat& seat) {
    std::string all;
    for (const Reading& it : seat.readings()) {
      all += std::to_string(std::bit_cast<std::uint32_t>(it.value.x)) + ' ' +
             std::to_string(std::bit_cast<std::uint32_t>(it.value.y)) + ' ' +
             std::to_string(it.presses_ever) + ' ' + std::to_string(it.releases_ever) + ' ' +
             std::to_string(it.button.held) + ' ' + std::to_string(it.ways_ever.up) + '\n';
    }
    return all;
  }

  Hub hub{make(harbour())};
  Seat& seat = hub.add_seat("port tug");
  DeviceId keyboard = hub.plug({DeviceKind::keyboard, "keyboard"}, {});
  DeviceId pad = hub.plug({DeviceKind::gamepad, "pad"}, {});
  Button horn = hub.playbook().button("horn");
  Vector steer = hub.playbook().vector("steer");
  Axis throttle = hub.playbook().axis("throttle");
  Recording recording;
  std::vector<std::string> readings;
};

/// Without the game.
struct Replayed {
  explicit Replayed(const Recording& recording, const Playbook& playbook = make(harbour()))
      : hub(playbook), replay(recording, hub, DecidedBy::recording) {
    hub.on_step([this](const Step& step) { steps.push_back(step); });
  }
  std::vector<std::string> play() {
    std::vector<std::string> readings;
    while (replay.advance()) readings.push_back(Trip::read(*hub.find_seat("port tug")));
    return readings;
  }

  Hub hub;
  Replay replay;
  std::vector<Step> steps{};
};

std::vector<std::string> messages(const Recording& recording, const Hub& hub) {
  std::vector<std::string> all;
  for (const Diagnostic& it : differences(recording, hub)) all.push_back(it.message);
  return all;
}

// ---- interceptors

TEST(TrueRecordings, AHornThatAnInterceptorHeldBackDoesNotSoundAgain) {
  Trip trip;
  trip.seat.add_interceptor("harbour rules", [&](Incoming& it) { it.hold_back(trip.horn); });
  trip.say(1ms, Control::Space, 1);
  trip.update(10ms);
  EXPECT_FALSE(trip.seat.read(trip.horn).pressed);

  Replayed again{trip.recording};
  EXPECT_EQ(again.play(), trip.readings);
  EXPECT_EQ(again.steps, trip.recording.steps);
  const std::string why = to_text(again.hub.find_seat("port tug")->explain(trip.horn),
                                  *again.hub.find_seat("port tug"));
  EXPECT_NE(why.find("harbour rules"), std::string::npos) << why;
}

TEST(TrueRecordings, WhatInterceptorsMadeUpIsThereAgain) {
  Trip trip;
  trip.seat.add_interceptor("pilot", [&](Incoming& it) {
    it.set(trip.steer, {0.6F, -0.9F});
    it.add(trip.throttle, 0.3F);
  });
  const InterceptorId fog = trip.seat.add_interceptor("fog", [&](Incoming& it) {
    it.press(trip.horn);
    it.set(trip.throttle, it.read(trip.throttle).value / 2);
  });
  trip.say(1ms, Control::KeyR, 1);
  trip.update(10ms);
  trip.update(20ms);
  trip.seat.remove_interceptor(fog);
  trip.say(21ms, Control::PadLeftStick, 0.5F, 0.5F);
  trip.update(30ms);
  // From here on the fog comes first.
  trip.seat.add_interceptor(
      "fog", [&](Incoming& it) { it.hold(trip.horn); }, -1);
  trip.update(40ms);

  Replayed again{trip.recording};
  EXPECT_EQ(again.play(), trip.readings);
  EXPECT_EQ(again.steps, trip.recording.steps);
}

TEST(TrueRecordings, TheGameDoesItAgainWhereTheGameDecides) {
  Trip trip;
  trip.seat.add_interceptor("fog", [&](Incoming& it) { it.press(trip.horn); });
  trip.update(10ms);

  Hub hub{make(harbour())};
  Replay replay{trip.recording, hub, DecidedBy::game};
  ASSERT_TRUE(replay.advance());
  EXPECT_FALSE(hub.find_seat("port tug")->read(trip.horn).pressed);
}

TEST(TrueRecordings, AnInterceptorOfTheGameBesideItsStandInIsAComplaint) {
  Trip trip;
  trip.seat.add_interceptor("fog", [&](Incoming& it) { it.press(trip.horn); });
  trip.update(10ms);

  Complaints complaints;
  Replayed again{trip.recording};
  again.hub.find_seat("port tug")->add_interceptor("fog", [](Incoming&) {});
  again.play();
  EXPECT_EQ(
      complaints.take(),
      std::vector<std::string>{
          "Replay: the seat \"port tug\" has an interceptor \"fog\", which the recording plays "
          "as well, so that it counts twice; take it off the seat, or let DecidedBy::game"});
}

TEST(TrueRecordings, StandInsOutliveTheirReplay) {
  Trip trip;
  trip.seat.add_interceptor("fog", [&](Incoming& it) { it.press(trip.horn); });
  trip.update(10ms);
  trip.update(20ms);

  Hub hub{make(harbour())};
  {
    Replay replay{trip.recording, hub, DecidedBy::recording};
    replay.advance();
  }
  hub.update(20ms);
  EXPECT_FALSE(hub.find_seat("port tug")->read(trip.horn).pressed);
}

/// Interceptors that come, go and do whatever they like.
void add_any(Trip& trip, std::mt19937& random) {
  const int what = static_cast<int>(random() % 8);
  const float x = static_cast<float>(random() % 16) / 8 - 1;
  const auto change = [&trip, what, x, count = 0U](Incoming& it) mutable {
    if (++count % 3 == 0) return;
    switch (what) {
      case 0: return it.hold_back(trip.horn);
      case 1: return it.press(trip.horn);
      case 2: return it.hold(trip.horn);
      case 3: return it.hold_back(trip.steer);
      case 4: return it.set(trip.steer, {x, 1});
      case 5: return it.add(trip.steer, {x, -x});
      case 6: return it.set(trip.throttle, x);
      default: return it.add(trip.throttle, x);
    }
  };
  trip.seat.add_interceptor("step " + std::to_string(what), change, static_cast<int>(random() % 3));
}

TEST(TrueRecordings, WhateverInterceptorsDoIsPlayedToTheBit) {
  std::mt19937 random = chance();
  using enum Control;
  constexpr std::array controls = {Space, KeyW, KeyA, KeyR, KeyF, PadSouth};
  for (int round = 0; round < rounds(60); ++round) {
    Trip trip;
    for (int step = 1; step < 60; ++step) {
      const Time time = step * 10ms;
      if (random() % 6 == 0) add_any(trip, random);
      const std::vector<InterceptorInfo> there = trip.seat.interceptors();
      if (random() % 8 == 0 && !there.empty()) {
        trip.seat.remove_interceptor(there[random() % there.size()].id);
      }
      trip.say(time, controls[random() % controls.size()], static_cast<float>(random() % 2));
      trip.say(time, PadLeftStick, static_cast<float>(random() % 9) / 8, 0.25F);
      trip.update(time + 5ms);
    }
    Replayed again{trip.recording};
    ASSERT_EQ(again.play(), trip.readings) << "round " << round;
  }
}

// ---- playbooks

PlaybookDefinition harbour_at_night() {
  PlaybookDefinition definition = harbour();
  definition.contexts[0].bindings.push_back({.action = "horn", .control = Control::KeyN});
  return definition;
}

TEST(TrueRecordings, AnAdoptedPlaybookIsAdoptedAgain) {
  Trip trip;
  trip.say(1ms, Control::KeyN, 1);
  trip.say(2ms, Control::KeyN, 0);
  trip.update(10ms);
  trip.hub.adopt(make(harbour_at_night()));
  trip.say(11ms, Control::KeyN, 1);
  trip.update(20ms);
  EXPECT_EQ(trip.seat.readings()[2].presses_ever, 1U);

  Replayed again{trip.recording};
  EXPECT_EQ(again.play(), trip.readings);
  EXPECT_EQ(messages(trip.recording, Hub{make(harbour())}), std::vector<std::string>{});
}

TEST(TrueRecordings, APlaybookOfAnotherVersionIsTold) {
  const Trip trip;
  const std::string now = to_string(fingerprint(make(harbour_at_night())));
  const std::string then = to_string(trip.recording.header.fingerprint);
  EXPECT_EQ(
      messages(trip.recording, Hub{make(harbour_at_night())}),
      std::vector{"the recording was made with another version of the playbook \"Harbour\" (" +
                  then + ", and this one is " + now + "); readings may differ"});
}

TEST(TrueRecordings, APlaybookOfAnotherTitleIsTold) {
  const Trip trip;
  PlaybookDefinition other = harbour_at_night();
  other.title = "Quay";
  EXPECT_EQ(messages(trip.recording, Hub{make(other)}),
            std::vector<std::string>{"the recording was made with the playbook \"Harbour\", and "
                                     "this one is \"Quay\"; readings may differ"});
}

TEST(TrueRecordings, OfBeforeFingerprintsOnlyTheTitleIsCompared) {
  Trip trip;
  trip.recording.header.fingerprint = Fingerprint::none;
  EXPECT_EQ(messages(trip.recording, Hub{make(harbour_at_night())}), std::vector<std::string>{});
}

TEST(TrueRecordings, OtherRulesAreTold) {
  Trip trip;
  trip.recording.header.meaning = 1;
  EXPECT_EQ(messages(trip.recording, trip.hub),
            std::vector<std::string>{
                "the recording was made under version 1 of the rules, and is played under version "
                "3; some readings may differ (docs/meaning.md)"});
}

TEST(TrueRecordings, APlaybookIsInThemWhereItIsWishedFor) {
  const Trip trip;
  EXPECT_FALSE(trip.recording.header.playbook);
  const RecordingHeader head = describe(trip.hub, WithPlaybook::yes);
  ASSERT_TRUE(head.playbook);
  EXPECT_EQ(fingerprint(*head.playbook), trip.recording.header.fingerprint);
}

// ---- functions

PlaybookDefinition shaped_harbour() {
  PlaybookDefinition definition = harbour();
  definition.contexts[0].bindings[1].shaping.custom = "bend";
  return definition;
}

Vec2 bend(Vec2 v) {
  return {v.x / 2, v.y};
}

TEST(TrueRecordings, AFunctionThatIsMissingIsTold) {
  Hub hub{make(shaped_harbour())};
  hub.set_custom("bend", bend);
  Recording recording{describe(hub)};
  EXPECT_EQ(recording.header.customs, std::vector<std::string>{"bend"});
  Hub without{make(shaped_harbour())};
  EXPECT_EQ(messages(recording, without),
            std::vector<std::string>{"the game shaped values by its function \"bend\", which is "
                                     "not here; what it shaped is played unshaped"});
  EXPECT_EQ(messages(recording, hub), std::vector<std::string>{});
}

TEST(TrueRecordings, AFunctionThatCameLaterIsToldLikewise) {
  Hub hub{make(shaped_harbour())};
  Recording recording{describe(hub)};
  Hub without{make(shaped_harbour())};
  EXPECT_EQ(messages(recording, without), std::vector<std::string>{});  // the game had none either
  hub.on_step([&](const Step& step) { recording.steps.push_back(step); });
  hub.set_custom("bend", bend);
  EXPECT_EQ(messages(recording, without).size(), 1U);
}

// ---- what was down at the start

TEST(TrueRecordings, ARecordingGoesOnWithAllThatIsUnderWay) {
  Trip trip;
  trip.say(1ms, Control::PadSouth, 1);
  trip.say(1ms, Control::KeyR, 1);
  trip.update(5ms);
  trip.hub.feed({50ms, trip.keyboard, Control::KeyR, 0});
  trip.recording = {describe(trip.hub)};
  trip.readings.clear();
  trip.update(20ms);
  trip.update(60ms);
  EXPECT_TRUE(trip.seat.read(trip.horn).held);
  EXPECT_EQ(messages(trip.recording, trip.hub), std::vector<std::string>{});

  Replayed again{trip.recording};
  EXPECT_EQ(again.play(), trip.readings);
}

TEST(TrueRecordings, AGameThatGoesBackGoesBackAgain) {
  Trip trip;
  trip.update(5ms);
  std::vector<std::byte> then;
  trip.hub.snapshot(then);
  trip.say(6ms, Control::Space, 1);
  trip.update(10ms);
  ASSERT_TRUE(trip.hub.restore(then));
  trip.say(6ms, Control::KeyR, 1);
  trip.update(10ms);
  EXPECT_FALSE(trip.seat.read(trip.horn).held);

  Replayed again{trip.recording};
  EXPECT_EQ(again.play(), trip.readings);
  EXPECT_EQ(again.steps, trip.recording.steps);
}

TEST(TrueRecordings, ASnapshotOfAnotherVersionIsToldAndTheRestIsPlayed) {
  Trip trip;
  trip.say(1ms, Control::KeyR, 1);
  trip.update(5ms);
  trip.recording = {describe(trip.hub)};
  trip.recording.header.snapshot[8] = std::byte{99};
  trip.update(10ms);
  EXPECT_EQ(messages(trip.recording, trip.hub).front(),
            "the recording begins in the middle of a game, of which what was under way is lost: "
            "the snapshot was taken by another version of the library");
  Replayed again{trip.recording};
  again.play();
  EXPECT_EQ(again.hub.find_seat("port tug")->read(trip.throttle).value, 1);
}

// Those of before have no snapshot.
TEST(TrueRecordings, WhatIsPushedAtTheStartGoesOnAndWhatIsHeldIsTold) {
  Trip trip;
  trip.say(1ms, Control::PadLeftStick, 0.25F, 0.25F);
  trip.say(1ms, Control::KeyR, 1);
  trip.say(1ms, Control::KeyF, 1);
  trip.say(2ms, Control::KeyF, 0);
  trip.update(5ms);
  trip.recording = {describe(trip.hub)};
  trip.recording.header.snapshot.clear();
  trip.readings.clear();
  EXPECT_EQ(trip.recording.header.pushed.size(), 2U);
  trip.update(10ms);
  EXPECT_EQ(messages(trip.recording, trip.hub),
            std::vector<std::string>{"the recording began while KeyR was down on keyboard 1; a "
                                     "button that it held is not held here, and waits for a fresh "
                                     "press"});
  Replayed again{trip.recording};
  again.play();
  const Seat& seat = *again.hub.find_seat("port tug");
  EXPECT_EQ(seat.read(trip.steer).value, trip.seat.read(trip.steer).value);
  EXPECT_EQ(seat.read(trip.throttle).value, 1);
}

TEST(TrueRecordings, OfNobodysDeviceLikewise) {
  Hub hub{make(harbour())};
  const DeviceId pad = hub.plug({DeviceKind::gamepad, "pad"}, {});
  hub.feed({1ms, pad, Control::PadRightTrigger, 0.75F});
  hub.update(5ms);
  EXPECT_EQ(hub.pushed(), (std::vector<Event>{{5ms, pad, Control::PadRightTrigger, 0.75F}}));
  hub.release_all(6ms);
  hub.update(10ms);
  EXPECT_EQ(hub.pushed(), std::vector<Event>{});
}

// ---- what came to nothing

TEST(TrueRecordings, EventsThatWerePassedOverSayWhy) {
  const Complaints complaints;
  Trip trip;
  trip.hub.feed({1ms, DeviceId{9}, Control::KeyW, 1});
  trip.hub.feed({2ms, trip.pad, Control::KeyW, 1});
  trip.hub.feed({3ms, trip.keyboard, Control::KeyW, NAN});
  trip.hub.unplug(trip.pad, 4ms);
  trip.update(10ms);
  trip.hub.feed({11ms, trip.pad, Control::PadSouth, 1});
  trip.update(20ms);

  std::vector<std::string> whys;
  for (const Step& step : trip.recording.steps) {
    if (const auto* it = std::get_if<PassedOver>(&step)) whys.push_back(it->why);
  }
  EXPECT_EQ(whys,
            (std::vector<std::string>{"no device with this number was ever plugged in",
                                      "KeyW is a control of a keyboard, and gamepad 1 is a gamepad",
                                      "an event of KeyW has x = nan, which is no number",
                                      "gamepad 1 is unplugged"}));
  Replayed again{trip.recording};
  EXPECT_EQ(again.play(), trip.readings);
}

}  // namespace
}  // namespace nextmove::support
