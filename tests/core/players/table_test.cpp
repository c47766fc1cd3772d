// Players come, go, lose pads, share a keyboard and change controls at the same time; each of these
// left somebody stuck, doubled, or at somebody else's seat.
#include "support/at_the_table.hpp"
#include "support/complaints.hpp"

namespace nextmove::support {
namespace {

using enum Control;

// ---- one device, one seat

struct OpenAndByTheRules : AtTheTable, ::testing::WithParamInterface<FreeDevices> {
  OpenAndByTheRules() : AtTheTable({.free_devices = GetParam(), .joining = Joining::open}) {}
};

TEST_P(OpenAndByTheRules, NoPadDrivesTwoSeats) {
  const DeviceId first = plug(DeviceKind::gamepad);
  const DeviceId second = plug(DeviceKind::gamepad);
  tap(first, PadStart);
  tap(second, PadStart);
  for (const DeviceId pad : {first, second}) EXPECT_EQ(hub.owners(pad).size(), 1U);
  EXPECT_EQ(hub.seats().size(), 2U);
}

TEST_P(OpenAndByTheRules, AKeyboardThatJoinsIsNotDealtToAPadPlayer) {
  const DeviceId keyboard = plug(DeviceKind::keyboard);
  tap(plug(DeviceKind::gamepad), PadStart);
  tap(keyboard, KeyE);
  ASSERT_EQ(hub.seats().size(), 2U);
  EXPECT_EQ(hub.owners(keyboard).size(), 1U);
  EXPECT_EQ(seat(1).scheme(), scheme("left_keys"));
}

INSTANTIATE_TEST_SUITE_P(Of, OpenAndByTheRules,
                         ::testing::Values(FreeDevices::to_first_seat, FreeDevices::dealt,
                                           FreeDevices::kept));

TEST_F(TheTable, ANewcomersJoinTakesNobodysOnlyPad) {
  hub.set_rules({.free_devices = FreeDevices::dealt, .joining = Joining::open});
  const DeviceId first = plug(DeviceKind::gamepad);
  hub.join(scheme("pad"), first);
  Seat& port = hub.add_seat("port tug");
  const DeviceId second = plug(DeviceKind::gamepad);
  ASSERT_EQ(devices(port), Devices{second}) << "dealt";
  hub.free(first);
  hub.join(scheme("pad"), first);
  update();
  EXPECT_EQ(devices(port), Devices{second});
}

// ---- leaving

TEST_F(TheTable, ACaptureAndChangesGoWithWhoGetsUp) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  tap(pad, PadStart);
  Profile profile;
  profile.remaps.push_back(
      {.action = "horn", .device = DeviceKind::gamepad, .controls = {Combination{PadWest}}});
  hub.set_profile(seat(0), profile);
  hub.capture(seat(0), {horn.id, ActionPart::whole, DeviceKind::gamepad});
  hub.leave(seat(0));
  EXPECT_TRUE(seat(0).profile().is_empty());
  EXPECT_EQ(seat(0).capture().state, CaptureState::idle);
  tap(pad, PadStart);
  press(pad, PadSouth);
  EXPECT_TRUE(seat(0).read(horn).pressed);
}

TEST_F(TheTable, ContextsAndMutesAreTheGamesAndStay) {
  tap(plug(DeviceKind::gamepad), PadStart);
  seat(0).enter("helm");
  hub.leave(seat(0));
  EXPECT_TRUE(seat(0).is_in("helm"));
}

// ---- taking over

struct WithAKeyboardForTwo : TheTable {
  WithAKeyboardForTwo() {
    tap(old, KeyE);
    tap(old, Enter);
    unplug(old);
    another = hub.plug({.kind = DeviceKind::keyboard, .name = "another"}, now);
    news();
  }
  Seat& anna() const { return seat(0); }
  Seat& ben() const { return seat(1); }
  DeviceId old = plug(DeviceKind::keyboard);
  DeviceId another{};
};

TEST_F(WithAKeyboardForTwo, EachGoesOnByTheirOwnJoinKey) {
  hub.set_rules(game);
  tap(another, Enter);
  EXPECT_EQ(devices(ben()), Devices{another});
  EXPECT_TRUE(anna().is_waiting());
  tap(another, KeyE);
  EXPECT_EQ(devices(anna()), Devices{another});
  EXPECT_EQ(anna().scheme(), scheme("left_keys"));
  EXPECT_EQ(ben().scheme(), scheme("right_keys"));
  EXPECT_EQ(hub.standing(another), DeviceStanding::shared);
}

TEST_F(WithAKeyboardForTwo, WhileSeatsAreFreeATapMakesANewcomer) {
  tap(another, Enter);
  EXPECT_EQ(hub.seats().size(), 3U);
  EXPECT_TRUE(ben().is_waiting());
}

TEST_F(WithAKeyboardForTwo, AndHoldingTheJoinControlTakesOver) {
  hold(another, Enter);
  EXPECT_EQ(hub.seats().size(), 2U);
  EXPECT_EQ(devices(ben()), Devices{another});
  EXPECT_FALSE(ben().read(horn).held);
}

TEST_F(WithAKeyboardForTwo, AtAFullTableAPressTakesOverAtOnce) {
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open, .most_players = 2});
  press(another, Enter);
  EXPECT_EQ(devices(ben()), Devices{another});
}

TEST_F(WithAKeyboardForTwo, HowUpdatesFallDecidesNothing) {
  press(another, Enter);
  hub.feed({now + 2s, another, Enter, 0});
  now += 3s;
  update();
  EXPECT_EQ(devices(ben()), Devices{another});
}

TEST_F(WithAKeyboardForTwo, NorDoesWhatIsHeldWhenTheRulesChange) {
  press(another, Enter);
  hub.set_rules(game);
  now += 2s;
  update();
  EXPECT_EQ(hub.seats().size(), 2U);
  EXPECT_TRUE(ben().is_waiting());
}

TEST_F(WithAKeyboardForTwo, WhatIsHeldWhenTheFocusGoesSeatsNobody) {
  press(another, Enter);
  hub.release_all(now);
  now += 2s;
  update();
  EXPECT_EQ(hub.seats().size(), 2U);
  EXPECT_TRUE(ben().is_waiting());
}

// ---- ghosts

TEST_F(WithAPad, SwappingWithAnEmptySeatMovesThePlayer) {
  Seat& ferry = hub.add_seat("ferry");
  hub.swap(seat(0), ferry);
  EXPECT_EQ(seat(0).standing(), SeatStanding::empty);
  EXPECT_EQ(ferry.standing(), SeatStanding::playing);
  EXPECT_EQ(ferry.scheme(), scheme("pad"));
}

TEST_F(WithAPad, ChangesMoveWithThePlayer) {
  Seat& ferry = hub.add_seat("ferry");
  Profile profile;
  profile.remaps.push_back(
      {.action = "horn", .device = DeviceKind::gamepad, .controls = {Combination{PadWest}}});
  hub.set_profile(seat(0), profile);
  hub.swap(seat(0), ferry);
  EXPECT_TRUE(seat(0).profile().is_empty());
  EXPECT_EQ(ferry.profile(), profile);
}

TEST_F(WithAPad, WhoseDeviceTheGameFreesWaitsForAnyOfTheKind) {
  hub.free(pad);
  ASSERT_EQ(seat(0).standing(), SeatStanding::waiting);
  EXPECT_EQ(seat(0).waits()[0], (Wait{DeviceKind::gamepad, DeviceId::none, hub.now()}));
  update();
  EXPECT_EQ(news(), (News{"seat 1 gives up gamepad 1", "seat 1 waits for a gamepad"}));
  hold(pad, PadStart);
  EXPECT_EQ(seat(0).standing(), SeatStanding::playing);
}

TEST_F(WithAPad, WhoseDeviceIsGivenToAnotherWaits) {
  hub.give(pad, hub.add_seat("ferry"));
  EXPECT_EQ(seat(0).standing(), SeatStanding::waiting);
}

TEST_F(WithAPad, WhoIsHeldToASchemeWithoutItsDeviceWaitsForIt) {
  hub.hold_to(seat(0), scheme("desk"));
  ASSERT_EQ(seat(0).standing(), SeatStanding::waiting);
  EXPECT_EQ(seat(0).waits()[0].kind, DeviceKind::keyboard);
}

TEST_F(WithAPad, WhoIsHeldToNoSchemeAndHasNothingIsGone) {
  hub.free(pad);
  hub.hold_to(seat(0), SchemeId::none);
  EXPECT_EQ(seat(0).standing(), SeatStanding::empty);
}

TEST_F(WithAPad, AReservedSeatIsForNoPerson) {
  Seat& ferry = hub.add_seat("ferry");
  hub.reserve(ferry);
  EXPECT_EQ(ferry.standing(), SeatStanding::reserved);
  EXPECT_EQ(hub.join(scheme("pad"), DeviceId::none, &ferry).refusal, Refusal::reserved);
  Complaints heard;
  hub.give(pad, ferry);
  EXPECT_EQ(
      heard.take(),
      Sentences{
          "Hub::give: the seat \"ferry\" is reserved, for no person; Hub::reserve(seat, false) "
          "opens it first"});
  hub.swap(seat(0), ferry);
  EXPECT_EQ(
      heard.take(),
      Sentences{
          "Hub::swap: the seat \"ferry\" is reserved, for no person; Hub::reserve(seat, false) "
          "opens it first"});
  hub.reserve(seat(0));
  EXPECT_EQ(
      heard.take(),
      Sentences{
          "doubt: Hub::reserve: somebody plays at the seat \"seat 1\"; Hub::leave lets them get up "
          "first"});
  EXPECT_EQ(devices(seat(0)), Devices{pad});
}

TEST_F(TheTable, ReservingASeatTakesEvenADeviceFromItThatIsAboutToGo) {
  hub.set_rules({});
  Seat& port = hub.add_seat("port tug");
  const DeviceId pad = plug(DeviceKind::gamepad);
  hub.unplug(pad, now);
  hub.reserve(port);
  EXPECT_EQ(port.standing(), SeatStanding::reserved);
  EXPECT_EQ(devices(port), Devices{});
  update();
  EXPECT_FALSE(port.is_waiting());
}

TEST_F(WithAPad, ANewcomerJoinsAtASharedKeyboardWhileAnotherCaptures) {
  const DeviceId keyboard = plug(DeviceKind::keyboard);
  tap(keyboard, KeyE);
  hub.capture(seat(0), {horn.id, ActionPart::whole, DeviceKind::gamepad});
  tap(keyboard, Enter);
  EXPECT_EQ(hub.owners(keyboard).size(), 2U);
}

// ---- what comes along

TEST_F(TheTable, AMouseOfAnotherModelReplacesTheOneThatIsNeeded) {
  PlaybookDefinition book = harbour_for_all();
  book.schemes[0].needs = {DeviceKind::keyboard, DeviceKind::mouse};
  book.schemes[0].may_use = {};
  Hub other{make(book)};
  other.set_rules(game);
  other.plug({DeviceKind::keyboard}, {});
  const DeviceId mouse = other.plug({DeviceKind::mouse, "old"}, {});
  const Seat& desk = *other.join(SchemeId{0}).seat;
  other.unplug(mouse, 1ms);
  other.update(1ms);
  EXPECT_TRUE(desk.is_waiting());
  other.plug({DeviceKind::mouse, "new"}, 2ms);
  EXPECT_FALSE(desk.is_waiting());
}

TEST_F(TheTable, AMouseThatMayBeUsedComesAlongLater) {
  const DeviceId keyboard = plug(DeviceKind::keyboard);
  tap(keyboard, Space);
  const DeviceId mouse = plug(DeviceKind::mouse);
  EXPECT_EQ(devices(seat(0)), (Devices{keyboard, mouse}));
  hub.free(mouse);
  EXPECT_EQ(hub.free_devices(), Devices{mouse}) << "the game wants nobody to have it";
}

// ---- doubts

struct TwoEqualPads : TheTable {
  TwoEqualPads() {
    tap(first, PadStart);
    tap(second, PadStart);
    hub.set_rules(game);
    unplug(first);
    unplug(second);
    news();
  }
  DeviceId first = plug(DeviceKind::gamepad);
  DeviceId second = plug(DeviceKind::gamepad);
};

TEST_F(TwoEqualPads, ServeNobodyUntilEachHasPressed) {
  const DeviceId one = plug(DeviceKind::gamepad);
  const DeviceId other = plug(DeviceKind::gamepad);
  move(one, PadLeftStick, 1, 0);
  update();
  EXPECT_EQ(hub.standing(one), DeviceStanding::doubtful);
  EXPECT_EQ(hub.standing(other), DeviceStanding::doubtful);
  ASSERT_EQ(hub.doubts().size(), 2U);
  EXPECT_EQ(hub.doubts()[0],
            (Doubt{one, {{first, {&seat(0)}, PadSouth}, {second, {&seat(1)}, PadEast}}}));
  EXPECT_EQ(news(),
            (News{"gamepad 3 is plugged in (simulated)",
                  "gamepad 3 may belong to seat 1 (south button) or seat 2 (east button)",
                  "gamepad 4 is plugged in (simulated)",
                  "gamepad 4 may belong to seat 1 (south button) or seat 2 (east button)"}));
  press(one, PadEast);
  EXPECT_EQ(devices(seat(1)), Devices{one});
  EXPECT_EQ(devices(seat(0)), Devices{other}) << "there is no doubt left";
  EXPECT_EQ(hub.label(one), "gamepad 2");
  EXPECT_EQ(seat(1).read(steer).value, (Vec2{1, 0}));
  EXPECT_EQ(news(), (News{"seat 2 has gamepad 2 again", "seat 1 has gamepad 1 again"}));
}

TEST_F(TwoEqualPads, ThePressThatSettlesItDoesNothingElse) {
  const DeviceId one = plug(DeviceKind::gamepad);
  press(one, PadSouth);
  EXPECT_EQ(devices(seat(0)), Devices{one});
  EXPECT_FALSE(seat(0).read(horn).held);
}

TEST_F(TwoEqualPads, WhoHoldsTheOnlyOneThatIsBackSaysSo) {
  const DeviceId one = plug(DeviceKind::gamepad);
  tap(one, PadEast);
  EXPECT_EQ(devices(seat(1)), Devices{one});
  EXPECT_TRUE(seat(0).is_waiting());
}

TEST_F(TwoEqualPads, AnyOtherPressIsToldThatItIsNotKnownWhose) {
  const DeviceId one = plug(DeviceKind::gamepad);
  update();
  news();
  tap(one, PadStart);
  EXPECT_EQ(news(), News{"a press on gamepad 3 seats nobody under \"pad\": it is not yet known "
                         "whose the device is"});
}

TEST_F(TwoEqualPads, TheGameMaySayWhoseItIs) {
  const DeviceId one = plug(DeviceKind::gamepad);
  hub.give(one, seat(1));
  EXPECT_EQ(devices(seat(1)), Devices{one});
  EXPECT_EQ(hub.label(one), "gamepad 2");
}

TEST_F(TwoEqualPads, ThereIsNoDoubtOnceOneOfThemHasLeft) {
  const DeviceId one = plug(DeviceKind::gamepad);
  hub.leave(seat(0));
  EXPECT_EQ(devices(seat(1)), Devices{one});
}

TEST_F(TwoEqualPads, NorOnceOneOfThemGoesOnWithAnother) {
  const DeviceId one = plug(DeviceKind::gamepad);
  tap(plug_model("spare"), PadStart);
  EXPECT_FALSE(seat(0).is_waiting());
  EXPECT_EQ(devices(seat(1)), Devices{one});
}

TEST_F(TwoEqualPads, AHelperWhoseSecondPadIsLostRaisesNone) {
  tap(plug_model("spare"), PadStart);  // seat 1 goes on
  const DeviceId one = plug(DeviceKind::gamepad);
  EXPECT_EQ(devices(seat(1)), Devices{one});
}

TEST_F(TheTable, KeyboardsInDoubtAreClaimedByTheJoinKeysOfTheirPlayers) {
  const DeviceId left = plug(DeviceKind::keyboard);
  const DeviceId right = plug(DeviceKind::keyboard);
  hub.join(scheme("left_keys"), left);
  hub.join(scheme("desk"), right);
  unplug(left);
  unplug(right);
  const DeviceId one = plug(DeviceKind::keyboard);
  ASSERT_EQ(hub.doubts().size(), 1U);
  EXPECT_EQ(hub.doubts()[0].claims[0].control, KeyE);
  EXPECT_EQ(hub.doubts()[0].claims[1].control, Space);
  tap(one, Space);
  EXPECT_EQ(devices(seat(1)), Devices{one});
}

TEST_F(WithAKeyboardForTwo, WhoPlaysUnderAnotherSchemeByNowSharesItNoLonger) {
  hub.hold_to(ben(), scheme("pad"));
  const DeviceId back = plug(DeviceKind::keyboard);
  EXPECT_EQ(devices(anna()), Devices{back});
  EXPECT_EQ(devices(ben()), Devices{});
  EXPECT_EQ(ben().waits()[0], (Wait{DeviceKind::gamepad, DeviceId::none, hub.now()}));
}

// ---- between two updates

TEST_F(TheTable, WhoJoinsOnALooseCableHasTheirDevice) {
  const DeviceId pad = plug(DeviceKind::gamepad);
  move(pad, PadStart, 1);
  hub.unplug(pad, now + 1ms);
  const DeviceId again = hub.plug(*hub.find_device(pad), now + 2ms);
  update();
  EXPECT_EQ(devices(seat(0)), Devices{again});
  EXPECT_EQ(hub.free_devices(), Devices{});
}

// ---- being told

TEST_F(TheTable, TheThirdPressOnAKeyboardForTwoIsAnswered) {
  const DeviceId keyboard = plug(DeviceKind::keyboard);
  tap(keyboard, KeyE);
  tap(keyboard, Enter);
  news();
  tap(keyboard, Space);
  EXPECT_EQ(
      news(),
      News{"a press on keyboard 1 seats nobody under \"desk\": the device is somebody else's"});
}

TEST_F(TheTable, WhoHasLostTheirPadIsToldOfThePadAndInItsLettering) {
  Families families;
  families.add(FamilyDevice{.vendor = 1, .family = "shapes"});
  hub.set_families(families);
  hub.set_rules({});
  Seat& port = hub.add_seat("port tug");
  port.enter("helm");
  const DeviceId pad = hub.plug({.kind = DeviceKind::gamepad, .name = "pad", .vendor = 1}, now);
  const std::string before = to_text(port.prompt(horn).parts);
  unplug(pad);
  ASSERT_TRUE(port.is_waiting());
  EXPECT_EQ(port.prompt(horn).device, DeviceKind::gamepad);
  EXPECT_EQ(to_text(port.prompt(horn).parts), before);
  hub.leave(port);
  EXPECT_EQ(port.prompt(horn).device, DeviceKind::keyboard) << "it may be anybody's now";
}

TEST_F(TheTable, ALobbyWhereNobodySitsSaysWhatToPress) {
  Families families;
  families.add(FamilyDevice{.vendor = 1, .family = "shapes"});
  hub.set_families(families);
  EXPECT_EQ(to_text(hub.join_prompt(scheme("left_keys"))), "E");
  EXPECT_EQ(hub.join_prompt(scheme("pad")).front().family, "positions");
  const DeviceId pad = hub.plug({.kind = DeviceKind::gamepad, .name = "pad", .vendor = 1}, now);
  EXPECT_EQ(hub.join_prompt(scheme("pad")).front().family, "shapes");
  tap(pad, PadStart);
  EXPECT_EQ(hub.join_prompt(scheme("pad")).front().family, "positions") << "that pad has joined";
}

TEST_F(TheTable, AJoinPressThatNobodyMayMakeIsADoubtOnce) {
  hub.set_rules({.free_devices = FreeDevices::kept});
  const DeviceId pad = plug(DeviceKind::gamepad);
  Complaints heard;
  tap(pad, PadStart);
  tap(pad, PadStart);
  EXPECT_EQ(
      heard.take(),
      Sentences{"doubt: Hub::update: PadStart was pressed on gamepad 1, which nobody has, and "
                "would join under \"pad\", but SeatingRules::joining is off"});
}

TEST_F(TheTable, AFirstPadBeyondTheSeatsIsADoubt) {
  hub.add_seat("port tug");
  hub.set_rules({.free_devices = FreeDevices::dealt, .first_pad = 5});
  Complaints heard;
  update();
  update();
  EXPECT_EQ(
      heard.take(),
      Sentences{
          "doubt: Hub::set_rules: first_pad = 5 is no seat: the last is 0, and it counts round"});
}

TEST_F(TheTable, WhoHasJoinedAndIsInNoContextIsADoubt) {
  hub.join(scheme("pad"), plug(DeviceKind::gamepad));
  Complaints heard;
  for (int i = 0; i < 200; ++i) hub.update(now += 10ms);
  EXPECT_EQ(heard.take(), Sentences{"doubt: Hub::update: \"seat 1\" has played through 120 updates "
                                    "in no context, and so hears nothing; see Seat::enter"});
}

TEST_F(WithAPad, NoticesSayWhatPeopleSee) {
  PlaybookDefinition book = harbour_for_all();
  book.schemes[1].label = "Gamepad";
  Hub other{make(book)};
  other.set_rules(lobby);
  other.join(SchemeId{1}, other.plug(model("x"), {}));
  other.update(1ms);
  EXPECT_EQ(to_text(other.notices().back(), other),
            "seat 1 joins under \"Gamepad\" with gamepad 1");
}

}  // namespace
}  // namespace nextmove::support
