#include "support/players.hpp"

namespace nextmove::support {
namespace {

using enum Control;

struct ComingAndGoing : AtTheTable {
  ComingAndGoing() {
    tap(first, PadStart);
    tap(second, PadStart);
    news();
  }
  DeviceId first = plug(DeviceKind::gamepad);
  DeviceId second = plug(DeviceKind::gamepad);
};

TEST_F(ComingAndGoing, ALostPadReleasesWhatItHeldAndItsSeatWaits) {
  move(first, PadLeftStick, 1);
  press(first, PadSouth);
  unplug(first);
  EXPECT_TRUE(seat(0).read(horn).released);
  EXPECT_EQ(seat(0).read(steer).value, Vec2{});
  EXPECT_TRUE(seat(0).is_waiting());
  EXPECT_EQ(hub.lost_devices(seat(0)), Devices{first});
  EXPECT_TRUE(seat(0).is_taken());
  EXPECT_FALSE(seat(1).is_waiting());
  EXPECT_EQ(news(), (News{"gamepad 1 is unplugged", "seat 1 has lost gamepad 1",
                          "seat 1 waits for a gamepad"}));
}

TEST_F(ComingAndGoing, ItComesBackToItsSeatWithItsNumber) {
  unplug(first);
  news();
  const DeviceId again = plug(DeviceKind::gamepad);
  update();
  EXPECT_EQ(devices(seat(0)), Devices{again});
  EXPECT_EQ(hub.label(again), "gamepad 1");
  EXPECT_FALSE(seat(0).is_waiting());
  EXPECT_EQ(hub.lost_devices(seat(0)), Devices{});
  EXPECT_EQ(seat(0).scheme(), scheme("pad"));
  EXPECT_TRUE(seat(0).is_in("helm"));
  EXPECT_EQ(news(), (News{"gamepad 1 is plugged in (simulated)", "seat 1 has gamepad 1 again"}));
}

TEST_F(ComingAndGoing, WhereNobodyIsAskedTheOneLostFirstComesBackFirstByGuess) {
  hub.set_rules({.free_devices = FreeDevices::kept, .asks_whose = false});
  unplug(second);
  unplug(first);
  news();
  const DeviceId one = plug(DeviceKind::gamepad);
  const DeviceId other = plug(DeviceKind::gamepad);
  EXPECT_EQ(devices(seat(1)), Devices{one});
  EXPECT_EQ(devices(seat(0)), Devices{other});
  update();
  EXPECT_EQ(news(),
            (News{"gamepad 2 is plugged in (simulated)", "seat 2 has gamepad 2 again, by guess",
                  "gamepad 1 is plugged in (simulated)", "seat 1 has gamepad 1 again"}));
}

TEST_F(ComingAndGoing, ThePortTellsPadsOfOneModelApart) {
  const auto pad = [](std::string port) {
    return Device{.kind = DeviceKind::gamepad, .name = "twin", .port = std::move(port)};
  };
  const DeviceId left = hub.plug(pad("usb-1"), now);
  const DeviceId right = hub.plug(pad("usb-2"), now);
  tap(left, PadStart);
  tap(right, PadStart);
  unplug(left);
  unplug(right);
  const DeviceId right_again = hub.plug(pad("usb-2"), now);
  const DeviceId moved = hub.plug(pad("usb-3"), now);
  EXPECT_EQ(devices(seat(3)), Devices{right_again});
  EXPECT_EQ(devices(seat(2)), Devices{moved}) << "at another port it is the one that is missing";
}

TEST_F(ComingAndGoing, TheSerialNumberTellsBetterThanTheOrder) {
  const DeviceId red = plug(DeviceKind::gamepad, "red");
  const DeviceId blue = plug(DeviceKind::gamepad, "blue");
  tap(red, PadStart);
  tap(blue, PadStart);
  unplug(red);
  unplug(blue);
  const DeviceId blue_again = plug(DeviceKind::gamepad, "blue");
  EXPECT_EQ(devices(seat(3)), Devices{blue_again});
  EXPECT_TRUE(seat(2).is_waiting());
}

TEST_F(ComingAndGoing, AnotherModelTakesNobodysPlace) {
  unplug(first);
  const DeviceId other = hub.plug({DeviceKind::gamepad, "another model"}, now);
  EXPECT_EQ(hub.free_devices(), Devices{other});
  EXPECT_EQ(hub.label(other), "gamepad 3") << "gamepad 1 is waited for";
}

TEST_F(ComingAndGoing, AnotherProductOfTheSameNameTakesNobodysPlace) {
  const auto pad = [](std::uint16_t product) {
    return Device{
        .kind = DeviceKind::gamepad, .name = "twin", .vendor = 0x1234, .product = product};
  };
  const DeviceId lost = hub.plug(pad(1), now);
  tap(lost, PadStart);
  unplug(lost);
  const DeviceId other = hub.plug(pad(2), now);
  EXPECT_EQ(hub.free_devices(), Devices{other});
  EXPECT_TRUE(seat(2).is_waiting());
}

TEST_F(ComingAndGoing, AFreeDeviceTakesOverByItsJoinPressEvenWhileJoiningIsClosed) {
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::closed});
  unplug(first);
  const DeviceId keyboard = plug(DeviceKind::keyboard);
  news();
  press(keyboard, Space);
  EXPECT_EQ(hub.seats().size(), 2U);
  EXPECT_EQ(devices(seat(0)), Devices{keyboard});
  EXPECT_EQ(seat(0).scheme(), scheme("desk"));
  EXPECT_FALSE(seat(0).is_waiting());
  EXPECT_EQ(news(), (News{"keyboard 1 is plugged in (simulated)",
                          "seat 1 goes on under \"desk\" with keyboard 1"}));
}

TEST_F(ComingAndGoing, WhereAnotherTookOverTheOldPadStaysFree) {
  unplug(first);
  const DeviceId keyboard = plug(DeviceKind::keyboard);
  press(keyboard, Space);
  now += 1s;
  release(keyboard, Space);
  EXPECT_EQ(devices(seat(0)), Devices{keyboard});
  const DeviceId again = plug(DeviceKind::gamepad);
  EXPECT_EQ(hub.free_devices(), Devices{again});
}

TEST_F(ComingAndGoing, WhoLeavesWhileWaitingIsWaitedForNoLonger) {
  unplug(first);
  hub.leave(seat(0));
  const DeviceId again = plug(DeviceKind::gamepad);
  EXPECT_FALSE(seat(0).is_waiting());
  EXPECT_EQ(hub.free_devices(), Devices{again});
}

TEST_F(ComingAndGoing, ALooseCableLosesNothingButTheHold) {
  press(first, PadSouth);
  news();
  hub.unplug(first, now);
  now += 1ms;
  const DeviceId again = plug(DeviceKind::gamepad);
  hub.feed({now, again, PadLeftStick, 0, 1});
  update();
  EXPECT_EQ(devices(seat(0)), Devices{again});
  EXPECT_EQ(seat(0).read(steer).value, (Vec2{0, 1}));
  EXPECT_TRUE(seat(0).read(horn).released);
  EXPECT_EQ(news(), (News{"gamepad 1 is unplugged", "seat 1 has lost gamepad 1",
                          "gamepad 1 is plugged in (simulated)", "seat 1 has gamepad 1 again"}));
}

TEST_F(ComingAndGoing, AfterALooseCableTheNextTwinIsNobodys) {
  hub.unplug(first, now);
  plug(DeviceKind::gamepad);
  update();
  EXPECT_EQ(hub.lost_devices(seat(0)), Devices{});
  const DeviceId twin = plug(DeviceKind::gamepad);
  EXPECT_EQ(hub.free_devices(), Devices{twin});
}

TEST_F(ComingAndGoing, WhoWaitsTakesOverThoughTheTableIsFull) {
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open, .most_players = 2});
  unplug(first);
  tap(plug(DeviceKind::keyboard), Space);
  EXPECT_EQ(hub.seats().size(), 2U);
  EXPECT_FALSE(seat(0).is_waiting());
}

TEST_F(ComingAndGoing, ASharedKeyboardComesBackToBoth) {
  DeviceId keyboard = plug(DeviceKind::keyboard);
  tap(keyboard, KeyE);
  tap(keyboard, Enter);
  unplug(keyboard);
  EXPECT_TRUE(seat(2).is_waiting());
  EXPECT_TRUE(seat(3).is_waiting());
  keyboard = plug(DeviceKind::keyboard);
  press(keyboard, ArrowUp);
  EXPECT_EQ(seat(2).read(steer).value, Vec2{});
  EXPECT_EQ(seat(3).read(steer).value, (Vec2{0, 1}));
}

TEST_F(ComingAndGoing, AHelpersPadThatIsLostStopsNobody) {
  const DeviceId helper = hub.plug({DeviceKind::gamepad, "another model"}, now);
  hub.give(helper, seat(0));
  unplug(helper);
  EXPECT_FALSE(seat(0).is_waiting());
}

TEST_F(ComingAndGoing, DealtPadsStayWhereTheyAre) {
  Hub dealt{make(harbour_for_all())};
  dealt.set_rules({.free_devices = FreeDevices::dealt});
  const Seat& port = dealt.add_seat("port tug");
  const Seat& starboard = dealt.add_seat("starboard tug");
  const Device pad{DeviceKind::gamepad, "pad"};
  const DeviceId one = dealt.plug(pad, {});
  const DeviceId other = dealt.plug(pad, {});
  dealt.unplug(one, 1ms);
  dealt.update(1ms);
  const DeviceId stranger = dealt.plug({DeviceKind::gamepad, "another model"}, 1ms);
  EXPECT_EQ(devices(starboard), Devices{other});
  EXPECT_EQ(devices(port), Devices{stranger}) << "the seat has lost its own";
}

TEST_F(ComingAndGoing, WhatIsKnownOfADeviceOutlivesIt) {
  unplug(first);
  ASSERT_NE(hub.find_device(first), nullptr);
  EXPECT_EQ(hub.find_device(first)->name, "simulated");
  EXPECT_EQ(hub.find_device(DeviceId{99}), nullptr);
  EXPECT_EQ(hub.find_device(DeviceId::none), nullptr);
}

}  // namespace
}  // namespace nextmove::support
