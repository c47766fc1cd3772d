// A remap screen drawn with Dear ImGui (target NextMove::imgui): a row for each action, a column
// for each kind of device, "press a control" with a countdown, clashes, search, undo, reset, apply
// and cancel. All of it works with the mouse, with the keyboard alone, and with a gamepad alone.
//
//     nextmove::imgui::RemapScreen screen{hub, seat, actions};
//
//     hub.update(now);                              // then, in every frame:
//     ImGui_ImplSDL2_NewFrame();                    // or another backend
//     screen.before_frame();
//     ImGui::NewFrame();
//     ImGui::Begin("Controls");
//     const auto result = screen.draw();
//     ImGui::End();
//     if (result.is_applied) save_profile(path, seat.profile());
//     if (result.is_left) seat.leave("menu");       // and the screen goes
#pragma once

#include <memory>
#include <string>

#include <nextmove/action.hpp>
#include <nextmove/hub.hpp>
#include <nextmove/remap_menu.hpp>

namespace nextmove::imgui {

/// The actions by which a player gets about on the screen: buttons, so that no press is lost
/// between two frames. Give them a context of a high rank that blocks all kinds of devices, and
/// make them `required`, so that nobody remaps himself out of reach. One that is left empty is left
/// to the mouse.
struct MenuActions {
  Button up{};
  Button down{};
  Button left{};
  Button right{};
  Button confirm{};
  Button back{};
  Button take_away{};  ///< takes away the control that has the focus, or is under the mouse
};

/// What came of a frame, for the game.
struct ScreenResult {
  bool is_applied = false;  ///< the seat plays by another profile now: save it
  bool is_left = false;     ///< the player is done; nothing waits to be applied any more
};

/// One player's visit to the screen. Hub and seat must outlive it. Enter the menu's context for it,
/// and leave that afterwards. A Dear ImGui context has one focus: where several players change
/// their controls at the same time, each has a context of their own, current for every call of
/// their screen and at its end.
class RemapScreen {
 public:
  RemapScreen(Hub& hub, Seat& seat, const MenuActions& actions,
              Applying applying = Applying::at_the_end);
  ~RemapScreen();
  RemapScreen(const RemapScreen&) = delete;
  RemapScreen& operator=(const RemapScreen&) = delete;

  /// Between the backend's new frame and ImGui::NewFrame: the seat's readings move the focus, in
  /// place of whatever the backend knows of keys and gamepads. The mouse, and typing into the
  /// search, stay the backend's; the seat is_typing as long as the search has the focus.
  void before_frame();

  /// Draws into the current window, filling it. Once a frame, after Hub::update.
  ScreenResult draw();

  /// Shows the player a line until something else happens: why a file could not be saved, say.
  void tell(std::string message);

  /// What is shown.
  const RemapMenu& menu() const;

 private:
  class Implementation;
  std::unique_ptr<Implementation> implementation_;
};

}  // namespace nextmove::imgui
