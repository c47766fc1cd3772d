// Five players on real SDL: four pads in memory and a keyboard under xdotool's hands.
#include "support/players.hpp"

#include <algorithm>
#include <array>
#include <cstdlib>
#include <deque>
#include <iostream>
#include <optional>
#include <random>

#include "support/chance.hpp"
#include "virtual_pad.hpp"
#include "window.hpp"

namespace nextmove::support {
namespace {

constexpr int steps = 10'000;

struct FivePlayers : ::testing::Test {
  FivePlayers()
      : window(SDL_CreateWindow("players test", 0, 0, 640, 480, SDL_WINDOW_SHOWN)),
        hub(make(harbour_for_all())),
        devices(hub),
        steer(hub.playbook().vector("steer")),
        horn(hub.playbook().button("horn")) {
    hub.set_rules({.free_devices = FreeDevices::kept, .joining = Joining::open, .most_players = 5});
    Display::wait_for_window("players test");
    settle();
  }
  ~FivePlayers() override { SDL_DestroyWindow(window); }

  void pump() {
    SDL_Event event;
    while (SDL_PollEvent(&event) != 0) devices.handle(event);
    hub.update(devices.now());
    for (const auto& seat : hub.seats()) {
      seat->enter("helm");
      if (presses.size() < hub.seats().size()) presses.resize(hub.seats().size());
      presses[static_cast<std::size_t>(&seat - hub.seats().data())] += seat->read(horn).presses;
    }
    for (const Notice& notice : hub.notices()) told.push_back(notice.kind);
  }

  void settle() {
    for (int i = 0; i < 60; ++i) {
      pump();
      SDL_Delay(2);
    }
  }

  Seat& seat(std::size_t number) const { return *hub.seats()[number]; }

  SDL_Window* window;
  Hub hub;
  sdl2::Adapter devices;
  Vector steer;
  Button horn;
  std::vector<unsigned> presses;  // of the horn, by seat
  std::vector<NoticeKind> told;
};

/// A pad, whether it is plugged in or not, and what its player does with it.
struct Hands {
  std::optional<VirtualPad> pad;
  std::size_t seat = 0;
  bool is_down = false;
  int x = 0;
  unsigned presses = 0;
};

TEST_F(FivePlayers, EveryEventReachesItsSeatWhileFourPadsComeAndGo) {
  SeatingRules rules = hub.rules();
  rules.asks_whose = false;
  hub.set_rules(rules);
  std::mt19937 random = chance();
  const auto below = [&](std::size_t n) { return random() % n; };

  Display::hands({"key", "space"});
  settle();
  ASSERT_EQ(hub.seats().size(), 1U);
  std::array<Hands, 4> players;
  for (std::size_t i = 0; i < players.size(); ++i) {
    players[i].pad.emplace();
    settle();
    players[i].pad->button(SDL_CONTROLLER_BUTTON_START, true);
    pump();
    players[i].pad->button(SDL_CONTROLLER_BUTTON_START, false);
    settle();
    players[i].seat = i + 1;
  }
  ASSERT_EQ(hub.seats().size(), 5U);
  presses.assign(5, 0);
  std::array<unsigned, 5> expected{};

  constexpr unsigned typed = 250;
  std::vector<std::string> typing = {"xdotool", "key", "--delay", "12"};
  typing.insert(typing.end(), typed, "h");
  Running typist{typing};

  std::deque<std::size_t> lost;  // seats, the one that waits longest in front
  int changes = 0;
  for (int step = 0; step < steps; ++step) {
    Hands& player = players[below(players.size())];
    const std::size_t what = below(20);
    if (!player.pad) {
      if (what > 3) continue;
      // Pads of one model with no serial number take the places in the order they were lost.
      player.pad.emplace();
      player.seat = lost.front();
      lost.pop_front();
      ++changes;
    } else if (what == 0) {
      player.pad.reset();
      lost.push_back(player.seat);
      player.is_down = false;
      player.x = 0;
    } else if (what < 10) {
      player.is_down = !player.is_down;
      expected[player.seat] += player.is_down ? 1 : 0;
      player.pad->button(SDL_CONTROLLER_BUTTON_A, player.is_down);
    } else {
      player.x = static_cast<int>(below(3)) - 1;
      player.pad->axis(SDL_CONTROLLER_AXIS_LEFTX, player.x * 32767);
    }
    pump();
    for (const Hands& each : players) {
      if (!each.pad) continue;
      ASSERT_EQ(seat(each.seat).read(horn).held, each.is_down) << "step " << step;
      ASSERT_EQ(seat(each.seat).read(steer).value, (Vec2{static_cast<float>(each.x), 0}))
          << "step " << step;
    }
    for (const std::size_t waiting : lost) {
      ASSERT_TRUE(seat(waiting).is_waiting()) << "step " << step;
      ASSERT_FALSE(seat(waiting).read(horn).held) << "step " << step;
    }
    ASSERT_EQ(seat(0).read(steer).value, Vec2{}) << "step " << step;
  }
  EXPECT_GT(changes, 50) << "hardly anything was plugged in again";
  EXPECT_EQ(typist.wait().exit_code, 0);
  settle();
  EXPECT_EQ(presses[0], typed);
  for (std::size_t i = 1; i < 5; ++i) EXPECT_EQ(presses[i], expected[i]) << "seat " << i;
  const auto count = [&](NoticeKind kind) { return std::count(told.begin(), told.end(), kind); };
  EXPECT_EQ(count(NoticeKind::regained), changes);
  EXPECT_EQ(count(NoticeKind::lost), changes + static_cast<std::ptrdiff_t>(lost.size()));
}

TEST_F(FivePlayers, APressSaysWhoseEqualPadsAreThatComeBackInTheOtherOrder) {
  std::array<std::optional<VirtualPad>, 4> pads;
  for (auto& pad : pads) {
    pad.emplace();
    settle();
    pad->button(SDL_CONTROLLER_BUTTON_START, true);
    settle();
    pad->button(SDL_CONTROLLER_BUTTON_START, false);
    pad->axis(SDL_CONTROLLER_AXIS_LEFTX, 32767);
    settle();
  }
  ASSERT_EQ(hub.seats().size(), 4U);
  for (auto& pad : pads) pad.reset();
  settle();
  for (std::size_t i = 0; i < 4; ++i) {
    EXPECT_TRUE(seat(i).is_waiting());
    EXPECT_EQ(seat(i).read(steer).value, Vec2{});
  }
  // In the hands of the last player is what is plugged in first, and its stick is held already.
  for (std::size_t i = 4; i-- > 0;) {
    pads[i].emplace();
    pads[i]->axis(SDL_CONTROLLER_AXIS_LEFTX, i % 2 == 0 ? 32767 : -32767);
    settle();
  }
  EXPECT_EQ(hub.doubts().size(), 4U);
  const std::array buttons = {SDL_CONTROLLER_BUTTON_A, SDL_CONTROLLER_BUTTON_B,
                              SDL_CONTROLLER_BUTTON_X, SDL_CONTROLLER_BUTTON_Y};
  for (std::size_t left = 4; left > 1; --left) {
    const std::size_t player = left - 1;  // the last of those who wait
    pads[player]->button(buttons[player], true);
    settle();
    EXPECT_EQ(hub.doubts().size(), left > 2 ? left - 1 : 0);
    EXPECT_FALSE(seat(player).read(horn).held) << "the press does nothing else";
    pads[player]->button(buttons[player], false);
  }
  for (std::size_t i = 0; i < 4; ++i) {
    EXPECT_EQ(seat(i).standing(), SeatStanding::playing);
    EXPECT_EQ(seat(i).read(steer).value, (Vec2{i % 2 == 0 ? 1.0F : -1.0F, 0})) << "seat " << i;
  }
  EXPECT_EQ(hub.seats().size(), 4U);
}

TEST_F(FivePlayers, EachPadIsToldTheNumberOfItsSeat) {
  Hands first;
  Hands second;
  for (Hands* hands : {&first, &second}) {
    hands->pad.emplace();
    settle();
  }
  second.pad->button(SDL_CONTROLLER_BUTTON_START, true);
  settle();
  devices.light_numbers();
  settle();
  EXPECT_EQ(second.pad->player_index(), 0);
  EXPECT_EQ(first.pad->player_index(), -1);
  first.pad->button(SDL_CONTROLLER_BUTTON_START, true);
  settle();
  devices.light_numbers();
  EXPECT_EQ(first.pad->player_index(), 1);
}

TEST_F(FivePlayers, APadIsFoundByAShake) {
  VirtualPad one;
  VirtualPad other;
  settle();
  const std::vector<PluggedDevice> there = hub.devices();
  const DeviceId last = there.back().id;
  EXPECT_TRUE(devices.wave(last));
  settle();
  EXPECT_EQ(one.shakes(), 0);
  EXPECT_EQ(other.shakes(), 1);
  EXPECT_FALSE(devices.wave(there.front().id)) << "a keyboard does not shake";
  EXPECT_FALSE(devices.wave(DeviceId::none));
}

TEST_F(FivePlayers, ALampHasTheColourOfTheSeatAndIsWhiteWhileThePadWaves) {
  using Colour = std::array<int, 3>;
  VirtualPad pad;
  settle();
  devices.light_numbers();
  EXPECT_EQ(pad.lamp(), (Colour{0, 0, 0})) << "nobody has it";
  pad.button(SDL_CONTROLLER_BUTTON_START, true);
  settle();
  devices.light_numbers();
  const Colour of_seat = pad.lamp();
  EXPECT_NE(of_seat, (Colour{0, 0, 0}));
  devices.wave(hub.devices().back().id);
  devices.light_numbers();
  EXPECT_EQ(pad.lamp(), (Colour{255, 255, 255}));
  SDL_Delay(450);
  pad.button(SDL_CONTROLLER_BUTTON_START, false);
  settle();
  EXPECT_EQ(pad.lamp(), of_seat);
}

}  // namespace
}  // namespace nextmove::support
