// How a seat's readings move the focus of Dear ImGui.
#pragma once

#include <array>
#include <cstdint>

#include <nextmove/imgui.hpp>
#include <nextmove/reader.hpp>

namespace nextmove::imgui {

/// Presses dealt out one a frame, so that two between two frames are two.
class Presses {
 public:
  /// Whether it is down in this frame.
  bool next(const ButtonReading& button);

 private:
  std::uint32_t due_ = 0;
  bool is_down_ = false;
};

class Navigation {
 public:
  Navigation(const Seat& seat, const MenuActions& actions);
  ~Navigation() { end(); }
  Navigation(const Navigation&) = delete;
  Navigation& operator=(const Navigation&) = delete;

  /// Before ImGui::NewFrame.
  void begin();
  /// Gives Dear ImGui back the settings of the game.
  void end();

  /// Pressed, and not meant for a text field.
  bool wants_back() const;
  bool wants_to_take_away() const;

 private:
  void deal_out(bool is_typing);
  /// At rest where the game gave no such action.
  ButtonReading read(Button action) const;

  MenuActions actions_;
  Reader reader_;
  std::array<Presses, 6> presses_;
  bool is_on_ = false;
  int flags_of_game_ = 0;
};

}  // namespace nextmove::imgui
