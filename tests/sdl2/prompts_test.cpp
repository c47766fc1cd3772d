// Prompts that follow the hands: X server events and virtual pads, through SDL.
#include <random>

#include "support/chance.hpp"
#include "virtual_pad.hpp"
#include "window.hpp"

namespace nextmove::support {
namespace {

struct PromptsInAWindow : InAWindow {
  std::string horn_prompt() { return to_text(seat.prompt(horn).parts); }
  std::string steer_prompt() { return to_text(seat.prompt(steer).parts); }
  void press_south(VirtualPad& pad) {
    pad.button(SDL_CONTROLLER_BUTTON_A, true);
    pump();
    pad.button(SDL_CONTROLLER_BUTTON_A, false);
    pump(300);
  }
};

TEST_F(PromptsInAWindow, FollowKeyboardAndPadAndFallBackWhenItIsUnplugged) {
  EXPECT_EQ(horn_prompt(), "Space");
  {
    VirtualPad pad;
    pump(300);
    EXPECT_EQ(horn_prompt(), "south button") << "plugged in while the game runs";
    Display::hands({"key", "w"});
    pump(300);
    EXPECT_EQ(horn_prompt(), "Space");
    press_south(pad);
    EXPECT_EQ(horn_prompt(), "south button");
  }
  pump();
  EXPECT_EQ(horn_prompt(), "Space");
}

TEST_F(PromptsInAWindow, StayWhileAStickTrembles) {
  VirtualPad pad;
  pump(300);
  Display::hands({"key", "w"});
  pump(300);
  const std::uint32_t version = seat.prompt_version();
  std::mt19937 random = chance();
  std::uniform_int_distribution tremble{-3932, 3932};  // 12 % of the way
  for (int i = 0; i < 1000; ++i) {
    pad.axis(SDL_CONTROLLER_AXIS_LEFTX, static_cast<Sint16>(tremble(random)));
    pad.axis(SDL_CONTROLLER_AXIS_LEFTY, static_cast<Sint16>(tremble(random)));
    pump(10);
    ASSERT_EQ(seat.prompt_version(), version);
  }
  EXPECT_EQ(horn_prompt(), "Space");
}

TEST_F(PromptsInAWindow, SayWhatTheLayoutPrints) {
  const auto label_of_q = [&] { return label(Control::KeyQ, seat.labels()); };
  EXPECT_EQ(label_of_q(), "Q");
  run({"setxkbmap", "fr"});
  pump(400);
  EXPECT_EQ(label_of_q(), "A");
  EXPECT_EQ(steer_prompt(), "Z Q S D");
  EXPECT_EQ(seat.prompt(steer).parts.front().icon, "KeyZ") << "the picture, too";
  run({"setxkbmap", "us"});
  pump(400);
  EXPECT_EQ(label_of_q(), "Q");
}

TEST_F(PromptsInAWindow, KnowTheLetteringOfThePad) {
  VirtualPad pad;
  pump(300);
  EXPECT_EQ(seat.labels().family.name,
            hub.families().of(*hub.find_device(seat.device_in_hand())).name);
}

}  // namespace
}  // namespace nextmove::support
