#include "support/players.hpp"

namespace nextmove::support {
namespace {

using enum Control;

TEST(ScreenParts, LieSideBySideInAWideWindowAndOneAboveTheOtherInATallOne) {
  EXPECT_EQ(screen_parts(1, {1280, 800}), (std::vector<Area>{{0, 0, 1, 1}}));
  EXPECT_EQ(screen_parts(2, {1280, 800}), (std::vector<Area>{{0, 0, 0.5F, 1}, {0.5F, 0, 0.5F, 1}}));
  EXPECT_EQ(screen_parts(2, {800, 1280}), (std::vector<Area>{{0, 0, 1, 0.5F}, {0, 0.5F, 1, 0.5F}}));
}

TEST(ScreenParts, AreQuartersForThreeAndFour) {
  const std::vector<Area> four = screen_parts(4, {1920, 1080});
  ASSERT_EQ(four.size(), 4U);
  EXPECT_EQ(four[1], (Area{0.5F, 0, 0.5F, 0.5F}));
  EXPECT_EQ(four[2], (Area{0, 0.5F, 0.5F, 0.5F}));
  const std::vector<Area> three = screen_parts(3, {1920, 1080});
  EXPECT_EQ(three, (std::vector<Area>{four[0], four[1], four[2]}));
}

TEST(ScreenParts, AreColumnsWhereTheWindowIsVeryWideAndRowsWhereItIsVeryTall) {
  EXPECT_EQ(screen_parts(4, {3840, 1080})[3], (Area{0.75F, 0, 0.25F, 1}));
  EXPECT_EQ(screen_parts(4, {600, 2400})[3], (Area{0, 0.75F, 1, 0.25F}));
}

TEST(ScreenParts, AreNoneForNobody) {
  EXPECT_TRUE(screen_parts(0, {1280, 800}).empty());
}

struct SplitScreen : AtTheTable {
  SplitScreen()
      : AtTheTable(
            {.free_devices = FreeDevices::kept, .joining = Joining::open, .splits_screen = true}),
        point(hub.playbook().pointer("point")),
        touched(hub.playbook().button("touched")) {
    hub.set_window(1000, 500);
  }

  void seat_two_at_the_screen() {
    hub.join(scheme("fingers"), screen);
    hub.join(scheme("fingers"), screen);
    update();
  }
  void touch_down(int finger, float x, float y) {
    move(screen, nth(Finger1Position, finger), x, y);
    press(screen, nth(Finger1, finger));
  }
  void drag(int finger, float x, float y) {
    move(screen, nth(Finger1Position, finger), x, y);
    update();
  }
  void lift(int finger) { release(screen, nth(Finger1, finger)); }
  static Control nth(Control first, int number) {
    return static_cast<Control>(static_cast<int>(first) + number - 1);
  }

  Pointer point;
  Button touched;
  DeviceId screen = plug(DeviceKind::touch);
};

TEST_F(SplitScreen, GivesEachPlayerAPart) {
  touch_down(1, 0.2F, 0.5F);
  lift(1);
  ASSERT_EQ(hub.seats().size(), 1U);
  EXPECT_EQ(seat(0).part(), Area{});
  tap(plug(DeviceKind::gamepad), PadStart);
  ASSERT_EQ(hub.seats().size(), 2U);
  EXPECT_EQ(seat(0).part(), (Area{0, 0, 0.5F, 1}));
  EXPECT_EQ(seat(1).part(), (Area{0.5F, 0, 0.5F, 1}));
  hub.leave(seat(0));
  EXPECT_EQ(seat(1).part(), Area{});
}

TEST_F(SplitScreen, FollowsTheShapeOfTheWindow) {
  seat_two_at_the_screen();
  hub.set_window(500, 1000);
  EXPECT_EQ(seat(1).part(), (Area{0, 0.5F, 1, 0.5F}));
}

TEST_F(SplitScreen, FingersBelongToTheSeatInWhosePartTheyLand) {
  seat_two_at_the_screen();
  touch_down(1, 0.25F, 0.5F);
  EXPECT_TRUE(seat(0).read(touched).held);
  EXPECT_FALSE(seat(1).read(touched).held);
  touch_down(2, 0.75F, 0.5F);
  EXPECT_TRUE(seat(1).read(touched).held);
  lift(1);
  EXPECT_FALSE(seat(0).read(touched).held);
  EXPECT_TRUE(seat(1).read(touched).held);
}

TEST_F(SplitScreen, AFingerThatWandersIntoTheOtherPartStaysWithItsSeat) {
  seat_two_at_the_screen();
  touch_down(1, 0.25F, 0.5F);
  drag(1, 0.9F, 0.5F);
  EXPECT_TRUE(seat(0).read(touched).held);
  EXPECT_EQ(seat(0).read(point), (PointerReading{{1, 0.5F}, true})) << "no further than the edge";
  EXPECT_FALSE(seat(1).read(touched).held);
  EXPECT_FALSE(seat(1).read(point).is_present);
}

TEST_F(SplitScreen, TheEdgeBetweenTwoPartsBelongsToOneOfThem) {
  seat_two_at_the_screen();
  touch_down(1, 0.5F, 0.5F);
  EXPECT_FALSE(seat(0).read(touched).held);
  EXPECT_TRUE(seat(1).read(touched).held);
}

TEST_F(SplitScreen, ThePositionsOfAMouseAreThoseInTheSeatsPart) {
  const DeviceId keyboard = plug(DeviceKind::keyboard);
  const DeviceId mouse = plug(DeviceKind::mouse);
  hub.join(scheme("fingers"), screen);
  tap(keyboard, Space);
  move(mouse, MousePosition, 0.75F, 0.25F);
  update();
  EXPECT_EQ(seat(1).read(point), (PointerReading{{0.5F, 0.25F}, true}));
  move(mouse, MousePosition, 0.25F, 0.25F);
  update();
  EXPECT_FALSE(seat(1).read(point).is_present) << "it is in the other player's part";
}

TEST_F(SplitScreen, ANewPartCountsForAMouseThatRests) {
  const DeviceId mouse = plug(DeviceKind::mouse);
  tap(plug(DeviceKind::keyboard), Space);
  move(mouse, MousePosition, 0.25F, 0.5F);
  update();
  EXPECT_EQ(seat(0).read(point).position, (Vec2{0.25F, 0.5F}));
  hub.set_rules({.free_devices = FreeDevices::kept});
  hub.set_part(seat(0), {0, 0, 0.5F, 1});
  update();
  EXPECT_EQ(seat(0).read(point).position, (Vec2{0.5F, 0.5F}));
}

TEST_F(SplitScreen, ASharedScreenIsWholeForEverybody) {
  seat_two_at_the_screen();
  hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open});
  EXPECT_EQ(seat(0).part(), Area{});
  EXPECT_EQ(seat(1).part(), Area{});
}

}  // namespace
}  // namespace nextmove::support
