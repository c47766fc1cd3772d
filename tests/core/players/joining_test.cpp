#include "support/players.hpp"

namespace nextmove::support {
namespace {

using enum Control;

struct JoiningIn : AtTheTable {
  DeviceId keyboard = plug(DeviceKind::keyboard);
};

TEST_F(JoiningIn, NobodySitsAnywhereBeforeAJoinPress) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  tap(pad, PadSouth);
  EXPECT_TRUE(hub.seats().empty());
  EXPECT_EQ(hub.free_devices(), (Devices{keyboard, pad}));
}

TEST_F(JoiningIn, AJoinPressSeatsAPlayerUnderItsScheme) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  tap(pad, PadStart);
  ASSERT_EQ(hub.seats().size(), 1U);
  EXPECT_EQ(seat(0).name(), "seat 1");
  EXPECT_EQ(seat(0).scheme(), scheme("pad"));
  EXPECT_EQ(devices(seat(0)), Devices{pad});
  EXPECT_EQ(news(),
            (News{"keyboard 1 is plugged in (simulated)", "gamepad 1 is plugged in (simulated)",
                  "seat 1 joins under \"pad\" with gamepad 1"}));
}

TEST_F(JoiningIn, TheJoinPressDoesNothingElse) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  press(pad, PadStart);
  update();
  EXPECT_EQ(seat(0).read(horn), ButtonReading{});
  release(pad, PadStart);
  EXPECT_EQ(seat(0).read(horn), ButtonReading{});
  press(pad, PadStart);
  EXPECT_TRUE(seat(0).read(horn).pressed);
}

TEST_F(JoiningIn, ATriggerThatJoinsDoesNothingElseUntilItIsUp) {
  PlaybookDefinition book = harbour_for_all();
  book.schemes[1].join = PadLeftTrigger;
  book.contexts[0].bindings.push_back({.action = "horn", .control = PadLeftTrigger});
  Hub other{make(book)};
  other.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open});
  const DeviceId pad = other.plug({DeviceKind::gamepad}, {});
  const auto pull = [&](float amount) {
    now += 10ms;
    other.feed({now, pad, PadLeftTrigger, amount});
    other.update(now);
    for (const auto& seat : other.seats()) seat->enter("helm");
    return !other.seats().empty() && other.seats()[0]->read(horn).pressed;
  };
  for (const float amount : {0.3F, 0.6F, 0.8F, 0.45F, 1.0F, 0.3F}) EXPECT_FALSE(pull(amount));
  ASSERT_EQ(other.seats().size(), 1U);
  EXPECT_TRUE(pull(0.6F));
}

TEST_F(JoiningIn, AStickThatIsHeldMeanwhileSteersAtOnce) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  move(pad, PadLeftStick, 0, 1);
  move(pad, PadSouth, 1);
  press(pad, PadStart);
  update();
  EXPECT_EQ(seat(0).read(steer).value, (Vec2{0, 1}));
  EXPECT_FALSE(seat(0).read(horn).held);
}

TEST_F(JoiningIn, TheJoinControlOfSomebodysDeviceIsThatPlayersOwn) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  tap(pad, PadStart);
  news();
  press(pad, PadStart);
  EXPECT_EQ(hub.seats().size(), 1U);
  EXPECT_TRUE(seat(0).read(horn).pressed);
  EXPECT_EQ(news(), News{});
}

TEST_F(JoiningIn, WhatTheSchemeMayUseComesAlongWhereItIsFree) {
  const DeviceId mouse = plug(DeviceKind::mouse);
  tap(keyboard, Space);
  EXPECT_EQ(devices(seat(0)), (Devices{keyboard, mouse}));
}

TEST_F(JoiningIn, TwoSitAtOneKeyboardByKeysOfTheirOwn) {
  tap(keyboard, KeyE);
  tap(keyboard, Enter);
  ASSERT_EQ(hub.seats().size(), 2U);
  EXPECT_EQ(seat(0).scheme(), scheme("left_keys"));
  EXPECT_EQ(seat(1).scheme(), scheme("right_keys"));
  EXPECT_EQ(devices(seat(0)), Devices{keyboard});
  EXPECT_EQ(devices(seat(1)), Devices{keyboard});
  EXPECT_EQ(hub.owners(keyboard).size(), 2U);
}

TEST_F(JoiningIn, TwoAtOneKeyboardEachReadExactlyTheirOwnDirections) {
  tap(keyboard, KeyE);
  tap(keyboard, Enter);
  constexpr std::array left = {KeyD, KeyA, KeyW, KeyS};
  constexpr std::array right = {ArrowRight, ArrowLeft, ArrowUp, ArrowDown};
  constexpr std::array<Vec2, 4> ways = {{{1, 0}, {-1, 0}, {0, 1}, {0, -1}}};
  for (std::size_t i = 0; i < 4; ++i) {
    for (std::size_t j = 0; j < 4; ++j) {
      move(keyboard, left[i], 1);
      move(keyboard, right[j], 1);
      update();
      EXPECT_EQ(seat(0).read(steer).value, ways[i]);
      EXPECT_EQ(seat(1).read(steer).value, ways[j]);
      move(keyboard, left[i], 0);
      move(keyboard, right[j], 0);
      update();
      EXPECT_EQ(seat(0).read(steer).value, Vec2{});
      EXPECT_EQ(seat(1).read(steer).value, Vec2{});
    }
  }
}

// All sets of keys that the two can hold: each any of its four, or none, or two next to each other.
TEST_F(JoiningIn, TwoAtOneKeyboardReadTheirOwnWhateverBothHold) {
  tap(keyboard, KeyE);
  tap(keyboard, Enter);
  constexpr std::array keys = {KeyD, KeyA, KeyW, KeyS, ArrowRight, ArrowLeft, ArrowUp, ArrowDown};
  for (unsigned held = 0; held < 256; ++held) {
    const auto is_held = [&](unsigned key) { return static_cast<float>((held >> key) & 1U); };
    for (unsigned key = 0; key < 8; ++key) move(keyboard, keys[key], is_held(key));
    update();
    update();
    for (unsigned player = 0; player < 2; ++player) {
      const unsigned first = player * 4;
      const Vec2 sum = {is_held(first) - is_held(first + 1),
                        is_held(first + 2) - is_held(first + 3)};
      const Vec2 value = seat(player).read(steer).value;
      EXPECT_EQ(value.x > 0, sum.x > 0) << held;
      EXPECT_EQ(value.x < 0, sum.x < 0) << held;
      EXPECT_EQ(value.y > 0, sum.y > 0) << held;
      EXPECT_EQ(value.y < 0, sum.y < 0) << held;
    }
  }
}

TEST_F(JoiningIn, WhoHasTheKeyboardAloneSharesItWithNobody) {
  tap(keyboard, Space);
  tap(keyboard, KeyE);
  EXPECT_EQ(hub.seats().size(), 1U);
}

TEST_F(JoiningIn, NoTwoSitAtTheSameHalfOfAKeyboard) {
  tap(keyboard, KeyE);
  EXPECT_EQ(hub.can_join(scheme("left_keys"), keyboard).refusal, Refusal::taken);
  EXPECT_EQ(hub.can_join(scheme("right_keys"), keyboard).refusal, Refusal::none);
}

TEST_F(JoiningIn, WhereTwoShareAKeyboardNobodyGetsItAlone) {
  tap(keyboard, KeyE);
  news();
  tap(keyboard, Space);
  EXPECT_EQ(hub.seats().size(), 1U);
  EXPECT_EQ(hub.can_join(scheme("desk"), keyboard).refusal, Refusal::taken);
}

TEST_F(JoiningIn, NoMoreJoinThanMay) {
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open, .most_players = 2});
  tap(keyboard, KeyE);
  tap(keyboard, Enter);
  const DeviceId pad = plug(DeviceKind::gamepad);
  news();
  tap(pad, PadStart);
  EXPECT_EQ(hub.seats().size(), 2U);
  EXPECT_EQ(news(), (News{"gamepad 1 is plugged in (simulated)",
                          "a press on gamepad 1 seats nobody under \"pad\": as many play as may"}));
}

TEST_F(JoiningIn, WhileItIsClosedAPressIsTurnedAwayWithTheReason) {
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::closed});
  update();
  news();
  tap(keyboard, Space);
  EXPECT_TRUE(hub.seats().empty());
  EXPECT_EQ(news(), News{"a press on keyboard 1 seats nobody under \"desk\": joining is closed"});
}

TEST_F(JoiningIn, WhileItIsOffNothingIsSaid) {
  hub.set_rules({.free_devices = FreeDevices::kept});
  update();
  news();
  tap(keyboard, Space);
  EXPECT_TRUE(hub.seats().empty());
  EXPECT_EQ(news(), News{});
}

TEST_F(JoiningIn, AKeyThatIsHeldIsTurnedAwayOnce) {
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::closed});
  update();
  news();
  press(keyboard, Space);
  press(keyboard, Space);
  EXPECT_EQ(news().size(), 1U);
}

TEST_F(JoiningIn, WhoLacksADeviceIsToldWhich) {
  PlaybookDefinition book = harbour_for_all();
  book.schemes[0].needs = {DeviceKind::keyboard, DeviceKind::mouse};
  book.schemes[0].may_use = {};
  Hub other{make(book)};
  other.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open});
  const DeviceId keys = other.plug({DeviceKind::keyboard}, {});
  other.feed({1ms, keys, Space, 1});
  other.update(1ms);
  ASSERT_EQ(other.notices().size(), 2U);
  EXPECT_EQ(to_text(other.notices()[1], other),
            "a press on keyboard 1 seats nobody under \"desk\": a mouse is missing");
}

TEST_F(JoiningIn, SeatsThatTheGameAddedAreFilledFirst) {
  Seat& port = hub.add_seat("port tug");
  Seat& ferry = hub.add_seat("ferry");
  Seat& starboard = hub.add_seat("starboard tug");
  hub.reserve(ferry);
  tap(keyboard, KeyE);
  tap(keyboard, Enter);
  EXPECT_TRUE(port.is_taken());
  EXPECT_FALSE(ferry.is_taken());
  EXPECT_TRUE(starboard.is_taken());
  tap(plug(DeviceKind::gamepad), PadStart);
  EXPECT_EQ(seat(3).name(), "seat 4");
}

TEST_F(JoiningIn, TheGameSeatsAPlayerWhateverTheRules) {
  hub.set_rules({.free_devices = FreeDevices::kept});
  const DeviceId pad = plug(DeviceKind::gamepad);
  const JoinAnswer answer = hub.join(scheme("pad"));
  ASSERT_TRUE(answer);
  EXPECT_EQ(devices(*answer.seat), Devices{pad});
  EXPECT_EQ(hub.join(scheme("pad")).refusal, Refusal::none_free);
  EXPECT_EQ(hub.join(scheme("pad")).missing, DeviceKind::gamepad);
  EXPECT_EQ(reason(hub.join(scheme("pad"))), "every gamepad is somebody else's");
  EXPECT_EQ(hub.join(scheme("pad"), keyboard).refusal, Refusal::not_needed);
  EXPECT_EQ(hub.join(scheme("pad"), DeviceId{99}).refusal, Refusal::not_plugged);
  EXPECT_EQ(hub.join(scheme("pad"), pad).refusal, Refusal::taken);
  EXPECT_EQ(hub.seats().size(), 1U);
}

TEST_F(JoiningIn, APlayerMovesToAnotherDevice) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  tap(keyboard, Space);
  press(keyboard, KeyW);
  hub.join(scheme("pad"), pad, &seat(0));
  update();
  EXPECT_EQ(devices(seat(0)), Devices{pad});
  EXPECT_EQ(seat(0).scheme(), scheme("pad"));
  EXPECT_EQ(seat(0).read(steer).value, Vec2{});
  EXPECT_EQ(hub.free_devices(), Devices{keyboard});
}

TEST_F(JoiningIn, WhoLeavesReleasesEverythingAndFreesTheDevices) {
  tap(keyboard, Space);
  press(keyboard, KeyW);
  news();
  hub.leave(seat(0));
  update();
  EXPECT_EQ(seat(0).read(steer).value, Vec2{});
  EXPECT_FALSE(seat(0).is_taken());
  EXPECT_EQ(seat(0).scheme(), SchemeId::none);
  EXPECT_EQ(hub.free_devices(), Devices{keyboard});
  EXPECT_EQ(news(), News{"seat 1 has left"});
  tap(keyboard, KeyE);
  EXPECT_EQ(hub.seats().size(), 1U) << "the seat is taken again";
}

TEST_F(JoiningIn, TwoSeatsSwapTheirDevices) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  tap(keyboard, Space);
  tap(pad, PadStart);
  press(keyboard, KeyW);
  hub.swap(seat(0), seat(1));
  update();
  EXPECT_EQ(devices(seat(0)), Devices{pad});
  EXPECT_EQ(devices(seat(1)), Devices{keyboard});
  EXPECT_EQ(seat(0).scheme(), scheme("pad"));
  EXPECT_EQ(seat(0).read(steer).value, Vec2{});
  EXPECT_EQ(seat(1).read(steer).value, (Vec2{0, 1})) << "the key is still down";
}

TEST_F(JoiningIn, TwoAtOneKeyboardSwapTheirHalves) {
  tap(keyboard, KeyE);
  tap(keyboard, Enter);
  hub.swap(seat(0), seat(1));
  press(keyboard, KeyW);
  EXPECT_EQ(seat(0).read(steer).value, Vec2{});
  EXPECT_EQ(seat(1).read(steer).value, (Vec2{0, 1}));
}

TEST_F(JoiningIn, AHelperPlaysAlongOnASecondPad) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  const DeviceId helper = plug(DeviceKind::gamepad);
  tap(pad, PadStart);
  hub.give(helper, seat(0));
  move(pad, PadLeftStick, 0, 1);
  press(helper, PadSouth);
  EXPECT_EQ(seat(0).read(steer).value, (Vec2{0, 1}));
  EXPECT_TRUE(seat(0).read(horn).pressed);
}

TEST_F(JoiningIn, HoldingASeatToASchemeThatDoesNotShareTakesTheSharedKeyboardFromIt) {
  tap(keyboard, KeyE);
  tap(keyboard, Enter);
  news();
  hub.hold_to(seat(1), SchemeId::none);
  update();
  EXPECT_EQ(devices(seat(0)), Devices{keyboard});
  EXPECT_EQ(devices(seat(1)), Devices{});
  EXPECT_EQ(news(), (News{"seat 2 is held to no scheme", "seat 2 gives up keyboard 1"}));
}

TEST_F(JoiningIn, GivingASharedKeyboardToSomebodyWhoDoesNotShareTakesItFromTheOthers) {
  tap(keyboard, KeyE);
  tap(keyboard, Enter);
  Seat& third = hub.add_seat("ferry");
  hub.give(keyboard, third);
  EXPECT_EQ(hub.owners(keyboard).size(), 1U);
  EXPECT_EQ(hub.owners(keyboard)[0], &third);
}

TEST_F(JoiningIn, GivingASharedKeyboardToSomebodyOfTheSameHalfTakesItFromThem) {
  tap(keyboard, KeyE);
  tap(keyboard, Enter);
  Seat& third = hub.add_seat("ferry");
  hub.hold_to(third, seat(0).scheme());
  hub.give(keyboard, third);
  EXPECT_EQ(devices(seat(0)), Devices{});
  EXPECT_EQ(devices(seat(1)), Devices{keyboard});
  EXPECT_EQ(devices(third), Devices{keyboard});
}

TEST_F(JoiningIn, HoldingASeatToTheHalfOfItsNeighbourTakesTheSharedKeyboardFromIt) {
  tap(keyboard, KeyE);
  tap(keyboard, Enter);
  hub.hold_to(seat(1), seat(0).scheme());
  EXPECT_EQ(devices(seat(0)), Devices{keyboard});
  EXPECT_EQ(devices(seat(1)), Devices{});
}

TEST_F(JoiningIn, AJoinKeyHeldWhenTheFocusIsLostJoinsAfreshLater) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  press(pad, PadStart);
  hub.release_all(now);
  update();
  press(pad, PadStart);
  EXPECT_TRUE(seat(0).read(horn).pressed);
}

struct ByTheRules : AtTheTable {
  ByTheRules() : AtTheTable({}) {
    hub.add_seat("port tug");
    hub.add_seat("starboard tug");
  }
  DeviceId keyboard = plug(DeviceKind::keyboard);
  DeviceId first = plug(DeviceKind::gamepad);
  DeviceId second = plug(DeviceKind::gamepad);
};

TEST_F(ByTheRules, OnePlayerHasEverythingWithNoSetUp) {
  EXPECT_EQ(devices(seat(0)), (Devices{keyboard, first, second}));
  EXPECT_EQ(devices(seat(1)), Devices{});
}

TEST_F(ByTheRules, DealtPadsGoRoundFromTheFirstSeat) {
  hub.set_rules({.free_devices = FreeDevices::dealt});
  EXPECT_EQ(devices(seat(0)), (Devices{keyboard, first}));
  EXPECT_EQ(devices(seat(1)), Devices{second});
}

TEST_F(ByTheRules, OrFromTheSecond) {
  hub.set_rules({.free_devices = FreeDevices::dealt, .first_pad = 1});
  EXPECT_EQ(devices(seat(0)), (Devices{keyboard, second}));
  EXPECT_EQ(devices(seat(1)), Devices{first});
}

TEST_F(ByTheRules, APadTooManyStaysFree) {
  hub.set_rules({.free_devices = FreeDevices::dealt});
  const DeviceId third = plug(DeviceKind::gamepad);
  EXPECT_EQ(hub.free_devices(), Devices{third});
}

TEST_F(ByTheRules, WhatTheGameHasGivenIsNotDealtAgain) {
  hub.give(first, seat(1));
  hub.set_rules({.free_devices = FreeDevices::dealt});
  EXPECT_EQ(devices(seat(1)), Devices{first});
  EXPECT_EQ(devices(seat(0)), (Devices{keyboard, second}));
}

TEST_F(ByTheRules, FreedDevicesAreHeardByNobody) {
  hub.free(keyboard);
  seat(0).enter("helm");
  press(keyboard, KeyH);
  EXPECT_FALSE(seat(0).read(horn).held);
}

TEST_F(ByTheRules, KeptDevicesWaitForAPlayer) {
  hub.set_rules({.free_devices = FreeDevices::kept});
  EXPECT_EQ(hub.free_devices(), (Devices{keyboard, first, second}));
}

}  // namespace
}  // namespace nextmove::support
