#include <random>

#include "support/chance.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using Edges = AtTheHelm;

TEST_F(Edges, APressIsSeenInOneUpdateAndHeldUntilTheRelease) {
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(
      read(horn),
      (ButtonReading{.held = true, .pressed = true, .went_down = true, .presses = 1, .downs = 1}));
  stage.wait(10ms);
  EXPECT_EQ(read(horn), (ButtonReading{.held = true}));
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), (ButtonReading{.released = true, .releases = 1}));
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{});
}

TEST_F(Edges, APressAndReleaseBetweenTwoUpdatesIsSeen) {
  stage.press(Control::Space);
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), (ButtonReading{.held = false,
                                       .pressed = true,
                                       .released = true,
                                       .went_down = true,
                                       .presses = 1,
                                       .releases = 1,
                                       .downs = 1}));
}

TEST_F(Edges, EveryPressBetweenTwoUpdatesIsCounted) {
  for (int i = 0; i < 3; ++i) {
    stage.press(Control::Space);
    stage.release(Control::Space);
  }
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), (ButtonReading{.held = true,
                                       .pressed = true,
                                       .released = true,
                                       .went_down = true,
                                       .presses = 4,
                                       .releases = 3,
                                       .downs = 4}));
}

TEST_F(Edges, AReadingDoesNotChangeBetweenTwoUpdates) {
  stage.press(Control::Space);
  EXPECT_FALSE(read(horn).held);
  stage.wait(10ms);
  stage.release(Control::Space);
  stage.seat().leave("helm");
  EXPECT_TRUE(read(horn).held);
  EXPECT_TRUE(read(horn).pressed);
}

TEST_F(Edges, ARepeatedDownEventIsNoNewPress) {
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.press(Control::Space);
  stage.wait(10ms);
  EXPECT_FALSE(read(horn).pressed);
  EXPECT_TRUE(read(horn).held);
}

TEST_F(Edges, AReleaseWithoutAPressIsNothing) {
  stage.release(Control::Space);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{});
}

TEST_F(Edges, ADetentOfTheWheelPressesOnce) {
  stage.move(Control::Wheel, 0, 1);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), (ButtonReading{.held = false,
                                       .pressed = true,
                                       .released = true,
                                       .went_down = true,
                                       .presses = 1,
                                       .releases = 1,
                                       .downs = 1}));
  stage.move(Control::Wheel, 0, -1);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{}) << "down is not up";
  stage.move(Control::Wheel, 0, 0.5F);
  stage.wait(10ms);
  EXPECT_EQ(read(horn).presses, 0U);
  stage.move(Control::Wheel, 0, 0.5F);
  stage.wait(10ms);
  EXPECT_EQ(read(horn).presses, 1U) << "two halves make a detent";
}

TEST_F(Edges, AHugeTurnOfTheWheelIsWorkedOffAtOnce) {
  stage.move(Control::Wheel, 0, most_moved);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).pressed);
}

TEST_F(Edges, ChangesNamesWhatHappenedInTheLastUpdate) {
  stage.press(Control::Space);
  stage.press(Control::KeyW);
  stage.wait(10ms);
  std::vector<ActionId> changes{stage.seat().changes().begin(), stage.seat().changes().end()};
  EXPECT_EQ(changes, (std::vector{horn.id, steer.id}));
  stage.wait(10ms);
  EXPECT_TRUE(stage.seat().changes().empty());
}

TEST_F(Edges, EventsCountInOrderOfTimeWhateverTheOrderOfComing) {
  const DeviceId keyboard = stage.device(DeviceKind::keyboard);
  stage.hub().feed({30ms, keyboard, Control::Space, 1});
  stage.hub().feed({10ms, keyboard, Control::Space, 1});
  stage.hub().feed({20ms, keyboard, Control::Space, 0});
  stage.hub().update(40ms);
  EXPECT_EQ(read(horn), (ButtonReading{.held = true,
                                       .pressed = true,
                                       .released = true,
                                       .went_down = true,
                                       .presses = 2,
                                       .releases = 1,
                                       .downs = 2}));
}

TEST_F(Edges, EventsOfLaterTimesWaitForALaterUpdate) {
  const DeviceId keyboard = stage.device(DeviceKind::keyboard);
  stage.hub().feed({30ms, keyboard, Control::Space, 1});
  stage.hub().update(29ms);
  EXPECT_FALSE(read(horn).held);
  stage.hub().update(30ms);
  EXPECT_TRUE(read(horn).held);
}

TEST_F(Edges, EventsThatWaitKeepTheirOrderWhileOthersAreWorkedOff) {
  const DeviceId keyboard = stage.device(DeviceKind::keyboard);
  stage.hub().feed({10ms, keyboard, Control::Space, 1});
  stage.hub().feed({30ms, keyboard, Control::Space, 0});
  stage.hub().feed({50ms, keyboard, Control::Space, 1});
  stage.hub().update(20ms);
  EXPECT_EQ(
      read(horn),
      (ButtonReading{.held = true, .pressed = true, .went_down = true, .presses = 1, .downs = 1}));
  stage.hub().feed({40ms, keyboard, Control::KeyW, 1});
  stage.hub().update(45ms);
  EXPECT_EQ(read(horn), (ButtonReading{.released = true, .releases = 1}));
  EXPECT_EQ(read(steer).value, (Vec2{0, 1}));
  stage.hub().update(50ms);
  EXPECT_TRUE(read(horn).pressed);
}

TEST_F(Edges, AThousandEventsBetweenTwoUpdatesAreAllCounted) {
  for (int i = 0; i < 500; ++i) {
    stage.press(Control::Space);
    stage.release(Control::Space);
  }
  stage.wait(10ms);
  EXPECT_EQ(read(horn).presses, 500U);
}

// However the same events fall into updates, the presses add up to the same.
TEST(EdgesAtRandom, AnySplitIntoUpdatesGivesTheSameCounts) {
  std::mt19937 random = chance();
  const auto below = [&](int n) { return std::uniform_int_distribution{0, n - 1}(random); };
  for (int round = 0; round < rounds(200); ++round) {
    std::vector<Event> events;
    Time now{};
    for (int i = 0; i < 200; ++i) {
      now += Duration{below(3) * 1000};
      const bool is_pad = below(2) == 0;
      events.push_back({now, DeviceId{is_pad ? 2U : 1U},
                        is_pad ? Control::PadSouth : Control::Space, static_cast<float>(below(2))});
    }
    const auto presses_with = [&](int most_between_updates) {
      Hub hub{make(harbour())};
      Seat& seat = hub.add_seat("port tug");
      hub.plug({DeviceKind::keyboard, "keyboard"}, {});
      hub.plug({DeviceKind::gamepad, "pad"}, {});
      seat.enter("helm");
      const Button horn = hub.playbook().button("horn");
      unsigned presses = 0;
      int left = 1;
      for (const Event& event : events) {
        hub.feed(event);
        if (--left > 0) continue;
        left = 1 + below(most_between_updates);
        hub.update(event.time);
        presses += seat.read(horn).presses;
      }
      hub.update(now);
      return presses + seat.read(horn).presses;
    };
    const unsigned one_by_one = presses_with(1);
    EXPECT_EQ(presses_with(10), one_by_one);
    EXPECT_EQ(presses_with(100), one_by_one);
  }
}

}  // namespace
}  // namespace nextmove::support
