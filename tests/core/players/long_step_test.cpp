// An update that comes after a long pause: what went on by itself meanwhile counts in part.
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;

class AfterALongPause : public ::testing::Test {
 protected:
  AfterALongPause() : keyboard(hub.plug({DeviceKind::keyboard, "keyboard"}, 0ms)) {
    seat.enter("helm");
    hub.update(0ms);
  }
  static PlaybookDefinition book() {
    return {
        .actions = {{.name = "look", .kind = ActionKind::turn},
                    {.name = "next"},
                    {.name = "winch"}},
        .contexts = {
            {.name = "helm",
             .bindings = {{.action = "look", .more = KeyL, .rate = 100},
                          {.action = "next", .control = KeyN, .gesture = repeated(400ms, 100ms)},
                          {.action = "winch", .control = KeyW, .gesture = hold_for(5s)}}}}};
  }
  void feed(Time time, Control control, float value) { hub.feed({time, keyboard, control, value}); }
  float looked() const { return seat.read(hub.playbook().turn("look")).value; }
  ButtonReading read(std::string_view button) const {
    return seat.read(hub.playbook().button(button));
  }

  Hub hub{make(book())};
  Seat& seat = hub.add_seat("tug");
  DeviceId keyboard;
};

TEST_F(AfterALongPause, ARateCountsForTheLast250Milliseconds) {
  feed(1ms, KeyL, 1);
  hub.update(8h);
  EXPECT_NEAR(looked(), 25, 1e-3);
  hub.update(8h + 100ms);
  EXPECT_NEAR(looked(), 10, 1e-3) << "as ever";
}

TEST_F(AfterALongPause, WhatWasOverBeforeDoesNotCount) {
  feed(1ms, KeyL, 1);
  feed(2s, KeyL, 0);
  hub.update(10s);
  EXPECT_EQ(looked(), 0);
  feed(11s, KeyL, 1);
  feed(19800ms, KeyL, 0);
  hub.update(20s);
  EXPECT_NEAR(looked(), 5, 1e-3) << "from 19.75 s to 19.8 s";
}

TEST_F(AfterALongPause, ARepetitionGoesOnInItsRhythm) {
  feed(1ms, KeyN, 1);
  hub.update(8h);
  EXPECT_EQ(read("next").presses, 1U + 2U) << "the press itself, and the last 250 ms";
  hub.update(8h + 1ms);
  EXPECT_EQ(read("next").presses, 1U) << "it is due at every full 100 ms and 1 ms";
  hub.update(8h + 100ms);
  EXPECT_EQ(read("next").presses, 0U);
}

TEST_F(AfterALongPause, ARepetitionAtTheVeryBeginningOfWhatCountsCounts) {
  feed(50ms, KeyN, 1);
  hub.update(8h + 300ms);
  EXPECT_EQ(read("next").presses, 1U + 3U) << "at 50, 150 and 250 ms past eight hours";
}

TEST_F(AfterALongPause, AHoldIsReachedAllTheSame) {
  feed(1ms, KeyW, 1);
  hub.update(8h);
  EXPECT_TRUE(read("winch").pressed);
}

TEST_F(AfterALongPause, TheGameSaysHowLongAStepMayBe) {
  EXPECT_EQ(hub.longest_step(), 250ms);
  hub.set_longest_step(1s);
  feed(1ms, KeyL, 1);
  hub.update(10s);
  EXPECT_NEAR(looked(), 100, 1e-3);
  hub.set_longest_step(Duration::max());
  hub.update(20s);
  EXPECT_NEAR(looked(), 1000, 1e-2);
}

TEST_F(AfterALongPause, ARecordingHoldsHowLongAStepMayBe) {
  hub.set_longest_step(1s);
  Recording recording{describe(hub)};
  hub.on_step([&](const Step& step) { recording.steps.push_back(step); });
  feed(1ms, KeyL, 1);
  hub.update(10s);
  hub.set_longest_step(2s);
  hub.update(20s);
  Hub again{hub.playbook()};
  Replay replay{recording, again, DecidedBy::recording};
  const auto look = hub.playbook().turn("look");
  replay.advance();
  EXPECT_NEAR(again.find_seat("tug")->read(look).value, 100, 1e-3);
  replay.advance();
  EXPECT_NEAR(again.find_seat("tug")->read(look).value, 200, 1e-3);
}

TEST_F(AfterALongPause, RepetitionsOfYearsAreCountedAtOnce) {
  hub.set_longest_step(Duration::max());
  feed(1ms, KeyN, 1);
  hub.update(24h * 365);
  EXPECT_EQ(read("next").presses, 24U * 365 * 3600 * 10 - 3)
      << "one every 100 ms, but for the first";
  const auto next = hub.playbook().button("next");
  for (int i = 0; i < 4; ++i) EXPECT_TRUE(seat.take_press(next, 400ms)) << i;
  EXPECT_FALSE(seat.take_press(next, 400ms));
  hub.update(24h * 365 + 100ms);
  EXPECT_EQ(read("next").presses, 1U);
}

}  // namespace
}  // namespace nextmove::support
