#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

struct TwoSeats : ::testing::Test {
  TwoSeats()
      : hub(make(harbour())),
        port(hub.add_seat("port tug")),
        starboard(hub.add_seat("starboard tug")),
        horn(hub.playbook().button("horn")) {
    port.enter("helm");
    starboard.enter("helm");
  }

  Hub hub;
  Seat& port;
  Seat& starboard;
  Button horn;
};

TEST_F(TwoSeats, TheFirstSeatGetsEveryDevice) {
  hub.plug({DeviceKind::keyboard, "keyboard"}, {});
  hub.plug({DeviceKind::gamepad, "pad"}, {});
  for (const PluggedDevice& device : hub.devices())
    EXPECT_EQ(device.seats, std::vector<std::string>{"port tug"});
}

TEST_F(TwoSeats, DevicesThatWereThereBeforeTheFirstSeatAreItsOwn) {
  Hub early{make(harbour())};
  const DeviceId keyboard = early.plug({DeviceKind::keyboard, "keyboard"}, {});
  Seat& seat = early.add_seat("port tug");
  seat.enter("helm");
  early.feed({1ms, keyboard, Control::Space, 1});
  early.update(2ms);
  EXPECT_TRUE(seat.read(early.playbook().button("horn")).held);
}

TEST_F(TwoSeats, OneActionServesBothAndEachHearsItsOwnDevice) {
  const DeviceId first = hub.plug({DeviceKind::gamepad, "pad"}, {});
  const DeviceId second = hub.plug({DeviceKind::gamepad, "pad"}, {});
  hub.give(second, starboard);
  hub.feed({1ms, second, Control::PadSouth, 1});
  hub.update(2ms);
  EXPECT_FALSE(port.read(horn).held);
  EXPECT_TRUE(starboard.read(horn).held);
  hub.feed({3ms, first, Control::PadSouth, 1});
  hub.feed({3ms, second, Control::PadSouth, 0});
  hub.update(4ms);
  EXPECT_TRUE(port.read(horn).held);
  EXPECT_FALSE(starboard.read(horn).held);
}

TEST_F(TwoSeats, ContextsBelongToTheSeat) {
  starboard.enter("chart");
  EXPECT_TRUE(starboard.is_in("chart"));
  EXPECT_FALSE(port.is_in("chart"));
}

TEST_F(TwoSeats, AnIdIsNeverUsedTwice) {
  const DeviceId first = hub.plug({DeviceKind::gamepad, "pad"}, {});
  hub.unplug(first, 1ms);
  hub.update(1ms);
  EXPECT_NE(hub.plug({DeviceKind::gamepad, "pad"}, 2ms), first);
}

TEST_F(TwoSeats, SeatsAreFoundByName) {
  EXPECT_EQ(hub.find_seat("starboard tug"), &starboard);
  EXPECT_EQ(hub.find_seat("ferry"), nullptr);
}

TEST(Hubs, LiveSideBySide) {
  Hub one{make(harbour())};
  Hub two{make(harbour())};
  Seat& seat_one = one.add_seat("a");
  Seat& seat_two = two.add_seat("a");
  seat_one.enter("helm");
  seat_two.enter("helm");
  const DeviceId keyboard = one.plug({DeviceKind::keyboard, "keyboard"}, {});
  two.plug({DeviceKind::keyboard, "keyboard"}, {});
  one.feed({1ms, keyboard, Control::Space, 1});
  one.update(2ms);
  two.update(2ms);
  EXPECT_TRUE(seat_one.read(one.playbook().button("horn")).held);
  EXPECT_FALSE(seat_two.read(two.playbook().button("horn")).held);
}

}  // namespace
}  // namespace nextmove::support
