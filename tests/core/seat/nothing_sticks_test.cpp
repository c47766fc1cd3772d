#include <random>

#include "support/chance.hpp"
#include "support/complaints.hpp"
#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using NothingSticks = AtTheHelm;

TEST_F(NothingSticks, UnpluggingReleasesWhatTheDeviceHeld) {
  stage.press(Control::PadSouth);
  stage.move(Control::PadLeftStick, 1, 0);
  stage.wait(10ms);
  stage.unplug(DeviceKind::gamepad);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).released);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
  EXPECT_TRUE(stage.hub().devices().empty());
}

TEST_F(NothingSticks, UnpluggingOneDeviceLeavesTheOthersAlone) {
  stage.press(Control::PadSouth);
  stage.press(Control::Space);
  stage.wait(10ms);
  stage.unplug(DeviceKind::gamepad);
  stage.wait(10ms);
  EXPECT_TRUE(read(horn).held);
}

TEST_F(NothingSticks, APressRightBeforeTheUnpluggingIsStillSeen) {
  stage.press(Control::PadSouth);
  stage.unplug(DeviceKind::gamepad);
  stage.wait(10ms);
  EXPECT_EQ(read(horn), (ButtonReading{.held = false,
                                       .pressed = true,
                                       .released = true,
                                       .went_down = true,
                                       .presses = 1,
                                       .releases = 1,
                                       .downs = 1}));
}

TEST_F(NothingSticks, LosingTheFocusReleasesEverything) {
  stage.press(Control::Space);
  stage.press(Control::KeyW);
  stage.move(Control::PadLeftTrigger, 1);
  stage.wait(10ms);
  stage.hub().release_all(stage.now());
  stage.wait(10ms);
  EXPECT_FALSE(read(horn).held);
  EXPECT_EQ(read(steer).value, (Vec2{0, 0}));
  stage.release(Control::Space);  // what the window hears when it has the focus again
  stage.wait(10ms);
  EXPECT_EQ(read(horn), ButtonReading{});
}

TEST_F(NothingSticks, EventsOfAnUnpluggedDeviceAreForgotten) {
  const DeviceId pad = stage.device(DeviceKind::gamepad);
  stage.unplug(DeviceKind::gamepad);
  stage.wait(10ms);
  Complaints heard;
  stage.hub().feed({stage.now(), pad, Control::PadSouth, 1});
  EXPECT_EQ(heard.take(), (Sentences{"doubt: Hub::feed: was given gamepad 1, which is unplugged"}))
      << "it may have been on its way";
  stage.wait(10ms);
  EXPECT_FALSE(read(horn).held);
}

TEST_F(NothingSticks, ADeviceGivenAwayLeavesNothingHeldBehind) {
  stage.press(Control::PadSouth);
  stage.wait(10ms);
  Seat& other = stage.hub().add_seat("starboard tug");
  other.enter("helm");
  stage.hub().give(stage.device(DeviceKind::gamepad), other);
  stage.release(Control::PadSouth);
  stage.press(Control::PadSouth);
  stage.wait(10ms);
  EXPECT_FALSE(read(horn).held);
  EXPECT_TRUE(other.read(horn).held);
}

// Whatever the order of events, contexts, plugs and losses of focus: with every control up, nothing
// is held, every press has its release, and every value is at rest.
TEST(NothingSticksAtRandom, WithEverythingUpEverythingIsAtRest) {
  std::mt19937 random = chance();
  const auto below = [&](int n) { return std::uniform_int_distribution{0, n - 1}(random); };
  const std::array keys = {Control::KeyW, Control::KeyA, Control::KeyS,     Control::KeyD,
                           Control::KeyR, Control::KeyM, Control::PadSouth, Control::Space};
  for (int round = 0; round < rounds(300); ++round) {
    PlaybookDefinition definition = harbour();
    definition.mutes = {{.name = "radio_call", .actions = {"steer", "horn"}}};
    testing::Rehearsal stage{make(std::move(definition))};
    for (int step = 0; step < 120; ++step) {
      switch (below(12)) {
        case 10: stage.seat().mute(MuteId{0}); break;
        case 11: stage.seat().unmute(MuteId{0}); break;
        case 0: stage.seat().enter(below(2) == 0 ? "helm" : "chart"); break;
        case 1: stage.seat().leave(below(2) == 0 ? "helm" : "chart"); break;
        case 2: stage.unplug(below(2) == 0 ? DeviceKind::keyboard : DeviceKind::gamepad); break;
        case 3: stage.hub().release_all(stage.now()); break;
        case 4:
          stage.move(Control::PadLeftStick, static_cast<float>(below(21) - 10) / 10,
                     static_cast<float>(below(21) - 10) / 10);
          break;
        case 5: stage.move(Control::PadLeftTrigger, static_cast<float>(below(11)) / 10); break;
        case 6: stage.wait(Duration{below(20'000)}); break;
        default:
          stage.move(keys[static_cast<std::size_t>(below(keys.size()))],
                     static_cast<float>(below(2)));
      }
    }
    for (const Control key : keys) stage.release(key);
    stage.move(Control::PadLeftStick, 0, 0);
    stage.release(Control::PadLeftTrigger);
    stage.wait(10ms);
    stage.wait(10ms);
    const Playbook& book = stage.hub().playbook();
    for (std::size_t i = 0; i < book.actions().size(); ++i) {
      const ActionId id{static_cast<std::uint16_t>(i)};
      EXPECT_FALSE(stage.seat().read(id).button.held) << book.action(id).name;
      EXPECT_EQ(stage.seat().read(id).value, (Vec2{0, 0})) << book.action(id).name;
    }
  }
}

}  // namespace
}  // namespace nextmove::support
