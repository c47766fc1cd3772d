#include "sdl2/controls.hpp"

#include <gtest/gtest.h>
#include <set>

namespace nextmove::sdl2 {
namespace {

TEST(Scancodes, GiveTheKeyAtThatPlace) {
  EXPECT_EQ(from_scancode(SDL_SCANCODE_W), Control::KeyW);
  EXPECT_EQ(from_scancode(SDL_SCANCODE_RETURN), Control::Enter);
  EXPECT_EQ(from_scancode(SDL_SCANCODE_KP_ENTER), Control::NumpadEnter);
  EXPECT_EQ(from_scancode(SDL_SCANCODE_LGUI), Control::MetaLeft);
  EXPECT_EQ(from_scancode(SDL_SCANCODE_NONUSBACKSLASH), Control::IntlBackslash);
  EXPECT_EQ(from_scancode(SDL_SCANCODE_UNKNOWN), Control::none);
  EXPECT_EQ(from_scancode(SDL_NUM_SCANCODES), Control::none);
}

TEST(Scancodes, GiveKeysOnly) {
  for (int code = 0; code < SDL_NUM_SCANCODES; ++code) {
    const Control control = from_scancode(static_cast<SDL_Scancode>(code));
    if (control == Control::none) continue;
    EXPECT_EQ(info(control).device, DeviceKind::keyboard) << to_string(control);
  }
}

// Every key that stands on keyboards people have can be reached.
TEST(Scancodes, ReachEveryKeyThatSdlKnows) {
  std::set<std::string_view> reached;
  for (int code = 0; code < SDL_NUM_SCANCODES; ++code) {
    reached.insert(to_string(from_scancode(static_cast<SDL_Scancode>(code))));
  }
  const std::set<std::string_view> unknown_to_sdl = {
      "Fn",    "FnLock", "NumpadStar", "LaunchMail", "WakeUp",   "Hyper",   "Super",
      "Turbo", "Abort",  "Resume",     "Suspend",    "Hiragana", "Katakana"};
  for (const ControlInfo& control : all_controls()) {
    if (control.device != DeviceKind::keyboard || reached.count(control.name) != 0) continue;
    EXPECT_TRUE(unknown_to_sdl.count(control.name) != 0) << control.name;
  }
}

TEST(PadButtons, GiveTheControlAtThatPosition) {
  EXPECT_EQ(from_pad_button(SDL_CONTROLLER_BUTTON_A), Control::PadSouth);
  EXPECT_EQ(from_pad_button(SDL_CONTROLLER_BUTTON_TOUCHPAD), Control::PadTouchpadPress);
  EXPECT_EQ(from_pad_button(SDL_CONTROLLER_BUTTON_MAX), Control::none);
}

TEST(MouseButtons, GiveTheFiveButtons) {
  EXPECT_EQ(from_mouse_button(SDL_BUTTON_LEFT), Control::MouseLeft);
  EXPECT_EQ(from_mouse_button(SDL_BUTTON_X2), Control::MouseForward);
  EXPECT_EQ(from_mouse_button(0), Control::none);
  EXPECT_EQ(from_mouse_button(200), Control::none);
}

}  // namespace
}  // namespace nextmove::sdl2
