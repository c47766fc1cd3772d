#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

struct Replays : ::testing::Test {
  // Records a short trip: a press that opens the chart, a pad that comes and goes, a lost focus.
  Replays() {
    Hub hub{make(harbour())};
    Seat& seat = hub.add_seat("port tug");
    const DeviceId keyboard = hub.plug({DeviceKind::keyboard, "keyboard"}, {});
    seat.enter("helm");
    recording.header = describe(hub);
    const ListenerId listener =
        hub.on_step([this](const Step& step) { recording.steps.push_back(step); });
    const auto frame = [&](Time time) {
      hub.update(time);
      readings.push_back(read(seat));
    };
    hub.feed({1ms, keyboard, Control::KeyM, 1});
    frame(10ms);
    seat.enter("chart");
    hub.feed({11ms, keyboard, Control::KeyM, 0});
    hub.feed({12ms, keyboard, Control::KeyW, 1});
    frame(20ms);
    const DeviceId pad = hub.plug({DeviceKind::gamepad, "pad", 1, 2, "serial"}, 21ms);
    hub.feed({22ms, pad, Control::PadLeftStick, 0.5F, 0.25F});
    frame(30ms);
    seat.leave("chart");
    hub.unplug(pad, 31ms);
    hub.release_all(32ms);
    frame(40ms);
    hub.remove_listener(listener);
  }

  static std::vector<Vec2> read(const Seat& seat) {
    std::vector<Vec2> all;
    for (std::uint16_t i = 0; i < 7; ++i) {
      const Reading& reading = seat.read(ActionId{i});
      all.push_back(
          {reading.value.x + static_cast<float>(reading.button.presses), reading.value.y});
    }
    return all;
  }

  Recording recording;
  std::vector<std::vector<Vec2>> readings;
};

TEST_F(Replays, ARecordingGivesTheSameReadingsAgain) {
  Hub hub{make(harbour())};
  Replay replay{recording, hub, DecidedBy::recording};
  std::vector<std::vector<Vec2>> again;
  while (replay.advance()) again.push_back(read(*hub.find_seat("port tug")));
  EXPECT_EQ(again, readings);
}

TEST_F(Replays, RecordingAReplayGivesTheSameRecording) {
  Hub hub{make(harbour())};
  Replay replay{recording, hub, DecidedBy::recording};
  Recording again{describe(hub), {}};
  hub.on_step([&](const Step& step) { again.steps.push_back(step); });
  while (replay.advance()) {
  }
  EXPECT_EQ(again, recording);
}

TEST_F(Replays, TheGameCanDecideOnTheContextsAgain) {
  Hub hub{make(harbour())};
  Seat& seat = hub.add_seat("port tug");
  Replay replay{recording, hub, DecidedBy::game};
  EXPECT_FALSE(seat.is_in("helm"));
  while (replay.advance()) EXPECT_FALSE(seat.is_in("chart"));
}

TEST_F(Replays, AGameThatDecidesGoesOnFromTheMiddleToo) {
  Hub before{make(harbour())};
  Seat& seat = before.add_seat("port tug");
  const DeviceId keyboard = before.plug({DeviceKind::keyboard, "keyboard"}, {});
  seat.enter("chart");
  before.feed({1ms, keyboard, Control::KeyW, 1});
  before.update(10ms);
  Recording middle{describe(before), {}};
  before.on_step([&](const Step& step) { middle.steps.push_back(step); });
  before.update(20ms);

  Hub hub{make(harbour())};
  Seat& again = hub.add_seat("port tug");
  again.enter("helm");  // as the game does at its start
  Replay replay{middle, hub, DecidedBy::game};
  EXPECT_TRUE(again.is_in("chart"));
  EXPECT_FALSE(again.is_in("helm"));
  ASSERT_TRUE(replay.advance());
  EXPECT_EQ(read(again), read(seat));
}

TEST_F(Replays, DevicesKeepTheirPlaceWhateverTheirIds) {
  Hub hub{make(harbour())};
  hub.plug({DeviceKind::mouse, "another"}, {});  // takes the id that the keyboard had
  Replay replay{recording, hub, DecidedBy::recording};
  ASSERT_TRUE(replay.advance());
  EXPECT_TRUE(hub.find_seat("port tug")->read(hub.playbook().button("open_chart")).pressed);
}

TEST_F(Replays, PlayedTellsTheStepsOfTheLastAdvance) {
  Hub hub{make(harbour())};
  Replay replay{recording, hub, DecidedBy::recording};
  ASSERT_TRUE(replay.advance());
  ASSERT_EQ(replay.played().size(), 2U);
  EXPECT_EQ(time_of(replay.played()[1]), 10ms);
}

TEST_F(Replays, TheHeadNamesContextsInAnOrderOfEntering) {
  Hub hub{make(harbour())};
  Seat& seat = hub.add_seat("port tug");
  seat.enter("chart");
  seat.enter("helm");
  EXPECT_EQ(describe(hub).seats.at(0).contexts, (std::vector<std::string>{"helm", "chart"}));
}

TEST_F(Replays, AContextThatThePlaybookLacksIsPassedOver) {
  recording.header.seats[0].contexts.emplace_back("crane");
  Hub hub{make(harbour())};
  Replay replay{recording, hub, DecidedBy::recording};
  EXPECT_EQ(hub.find_seat("port tug")->contexts().size(), 1U);
}

}  // namespace
}  // namespace nextmove::support
