// SDL's virtual gamepads: SDL's own joystick and controller layers over a pad in memory.
#include <algorithm>
#include <random>

#include "support/chance.hpp"
#include "virtual_pad.hpp"
#include "window.hpp"

namespace nextmove::support {
namespace {

std::size_t pads_of(const Hub& hub) {
  const auto devices = hub.devices();
  return static_cast<std::size_t>(
      std::count_if(devices.begin(), devices.end(),
                    [](const PluggedDevice& it) { return it.device.kind == DeviceKind::gamepad; }));
}

using Pads = InAWindow;

TEST_F(Pads, APadIsPluggedInWithItsNumbers) {
  const VirtualPad pad;
  pump();
  ASSERT_EQ(pads_of(hub), 1U);
  const Device device = hub.devices().back().device;
  EXPECT_EQ(device.vendor, 0x1209);
  EXPECT_EQ(device.product, 0x0001);
  EXPECT_EQ(device.name, "harbour pad");
}

TEST_F(Pads, TheStickSteersWithYUp) {
  VirtualPad pad;
  pump();
  pad.axis(SDL_CONTROLLER_AXIS_LEFTY, -32768);  // SDL's up
  pump();
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 1}));
  pad.axis(SDL_CONTROLLER_AXIS_LEFTY, 0);
  pad.axis(SDL_CONTROLLER_AXIS_LEFTX, 32767);
  pump();
  EXPECT_EQ(seat.read(steer).value, (Vec2{1, 0}));
}

TEST_F(Pads, AStickAtEightPercentDoesNothingWhileAKeySteers) {
  VirtualPad pad;
  pump();
  pad.axis(SDL_CONTROLLER_AXIS_LEFTX, 2621);
  pad.axis(SDL_CONTROLLER_AXIS_LEFTY, 2621);
  pump();
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 0}));
  Display::hands({"keydown", "a"});
  pump();
  EXPECT_EQ(seat.read(steer).value, (Vec2{-1, 0}));
  Display::hands({"keyup", "a"});
  pump();
}

TEST_F(Pads, ATriggerIsAnAxisFromZeroToOne) {
  VirtualPad pad;
  pump();
  EXPECT_EQ(seat.read(throttle).value, 0);
  pad.axis(SDL_CONTROLLER_AXIS_TRIGGERRIGHT, 32767);
  pump();
  EXPECT_EQ(seat.read(throttle).value, 1);
}

TEST_F(Pads, EveryButtonHasItsControlByPosition) {
  VirtualPad pad;
  pump();
  std::vector<Control> heard;
  const ListenerId listener = hub.on_step([&](const Step& step) {
    const auto* event = std::get_if<Event>(&step);
    if (event != nullptr && event->x == 1) heard.push_back(event->control);
  });
  // SDL maps a virtual pad's buttons up to the paddles; the touchpad's is in controls_test.
  for (int button = 0; button <= SDL_CONTROLLER_BUTTON_PADDLE4; ++button) {
    pad.button(button, true);
    pump(12);
    pad.button(button, false);
    pump(12);
  }
  pump(400);  // the guide button is slow
  hub.remove_listener(listener);
  using enum Control;
  EXPECT_EQ(heard, (std::vector{PadSouth,        PadEast,           PadWest,
                                PadNorth,        PadSelect,         PadGuide,
                                PadStart,        PadLeftStickPress, PadRightStickPress,
                                PadLeftShoulder, PadRightShoulder,  PadUp,
                                PadDown,         PadLeft,           PadRight,
                                PadExtra,        PadPaddle1,        PadPaddle2,
                                PadPaddle3,      PadPaddle4}));
}

TEST_F(Pads, UnpluggingReleasesWhatThePadHeld) {
  auto pad = std::make_unique<VirtualPad>();
  pump();
  pad->button(SDL_CONTROLLER_BUTTON_A, true);
  pad->axis(SDL_CONTROLLER_AXIS_LEFTX, 32767);
  pump();
  ASSERT_TRUE(seat.read(horn).held);
  pad.reset();
  pump();
  EXPECT_FALSE(seat.read(horn).held);
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 0}));
  EXPECT_EQ(pads_of(hub), 0U);
}

TEST_F(Pads, APadThatComesBackWorksAgain) {
  {
    const VirtualPad pad;
    pump();
  }
  pump();
  VirtualPad pad;
  pump();
  pad.button(SDL_CONTROLLER_BUTTON_A, true);
  pump();
  EXPECT_TRUE(seat.read(horn).held);
}

TEST_F(Pads, APadThatComesBackWithItsStickHeldSteersAtOnceAndItsButtonsWait) {
  {
    const VirtualPad pad;
    pump();
  }
  pump();
  VirtualPad pad;
  pad.axis(SDL_CONTROLLER_AXIS_LEFTX, 32767);
  pad.button(SDL_CONTROLLER_BUTTON_A, true);
  pump();
  EXPECT_EQ(seat.read(steer).value, (Vec2{1, 0}));
  EXPECT_EQ(seat.read(throttle).value, 0) << "the triggers are not pulled";
  EXPECT_EQ(presses, 0U);
  EXPECT_FALSE(seat.read(horn).held);
  pad.button(SDL_CONTROLLER_BUTTON_A, false);
  pump();
  pad.button(SDL_CONTROLLER_BUTTON_A, true);
  pump();
  EXPECT_TRUE(seat.read(horn).held);
}

TEST_F(Pads, AStickThatIsHeldThroughALostFocusGoesOnAndAButtonWaits) {
  VirtualPad pad;
  pump();
  pad.axis(SDL_CONTROLLER_AXIS_LEFTX, 32767);
  pad.axis(SDL_CONTROLLER_AXIS_TRIGGERRIGHT, 32767);
  pad.button(SDL_CONTROLLER_BUTTON_A, true);
  pump();
  lose_focus();
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 0}));
  EXPECT_FALSE(seat.read(horn).held);
  regain_focus();
  EXPECT_EQ(seat.read(steer).value, (Vec2{1, 0}));
  EXPECT_EQ(seat.read(throttle).value, 1);
  EXPECT_EQ(presses, 0U);
  EXPECT_FALSE(seat.read(horn).held);
}

TEST_F(Pads, WhatAPadHoldsIsKnownAsSoonAsTheAdapterIsMade) {
  VirtualPad pad;
  pad.axis(SDL_CONTROLLER_AXIS_LEFTX, 32767);
  Hub late{make(harbour())};
  Seat& tug = late.add_seat("port tug");
  tug.enter("helm");
  sdl2::Adapter adapter{late};
  late.update(adapter.now());
  EXPECT_EQ(tug.read(steer).value, (Vec2{1, 0}));
}

TEST_F(Pads, APadThatWasThereBeforeTheAdapterIsFoundOnce) {
  const VirtualPad pad;
  Hub late{make(harbour())};
  late.add_seat("port tug");
  sdl2::Adapter adapter{late};
  SDL_Event event;
  while (SDL_PollEvent(&event) != 0) adapter.handle(event);
  late.update(adapter.now());
  EXPECT_EQ(pads_of(late), 1U);
}

TEST_F(Pads, FourPadsComeAndGoInAnyOrderAndNothingSticks) {
  std::mt19937 random = chance();
  const auto below = [&](int n) { return std::uniform_int_distribution{0, n - 1}(random); };
  std::array<std::unique_ptr<VirtualPad>, 4> pads;
  for (int step = 0; step < 300; ++step) {
    auto& pad = pads[static_cast<std::size_t>(below(4))];
    if (pad == nullptr) {
      pad = std::make_unique<VirtualPad>();
    } else if (below(4) == 0) {
      pad.reset();
    } else {
      pad->button(SDL_CONTROLLER_BUTTON_A, below(2) == 0);
      pad->axis(SDL_CONTROLLER_AXIS_LEFTX, below(65536) - 32768);
    }
    pump(4);
    const auto plugged =
        std::count_if(pads.begin(), pads.end(), [](auto& it) { return it != nullptr; });
    ASSERT_EQ(pads_of(hub), static_cast<std::size_t>(plugged));
  }
  for (auto& pad : pads) pad.reset();
  pump();
  EXPECT_FALSE(seat.read(horn).held);
  EXPECT_EQ(seat.read(steer).value, (Vec2{0, 0}));
}

}  // namespace
}  // namespace nextmove::support
