#include "navigation.hpp"

#include <algorithm>
#include <imgui.h>
#include <iterator>

namespace nextmove::imgui {

bool Presses::next(const ButtonReading& button) {
  due_ += button.presses;
  if (due_ > 0 && is_down_) {
    is_down_ = false;  // up once between two presses
  } else if (due_ > 0) {
    --due_;
    is_down_ = true;
  } else {
    is_down_ = button.held;
  }
  return is_down_;
}

Navigation::Navigation(const Seat& seat, const MenuActions& actions)
    : actions_(actions), reader_(seat) {}

void Navigation::begin() {
  reader_.step();
  ImGuiIO& io = ImGui::GetIO();
  if (!is_on_) flags_of_game_ = io.ConfigFlags;
  is_on_ = true;
  // Dear ImGui takes its gamepad's inputs from whoever fills them in.
  io.ConfigFlags =
      (flags_of_game_ & ~ImGuiConfigFlags_NavEnableKeyboard) | ImGuiConfigFlags_NavEnableGamepad;
  io.BackendFlags |= ImGuiBackendFlags_HasGamepad;
  deal_out(io.WantTextInput);
}

void Navigation::end() {
  if (is_on_) ImGui::GetIO().ConfigFlags = flags_of_game_;
  is_on_ = false;
}

// While the player types, the hub takes the keys for text, and Enter and Escape come to the field
// from the backend. A gamepad can still confirm or go back.
void Navigation::deal_out(bool is_typing) {
  ImGuiIO& io = ImGui::GetIO();
  std::fill(std::begin(io.NavInputs), std::end(io.NavInputs), 0.0F);
  const auto deal = [&](std::size_t index, Button action, std::initializer_list<int> inputs,
                        bool is_for_text) {
    const bool is_down = presses_[index].next(read(action));
    if (is_typing && !is_for_text) return;
    for (const int input : inputs) io.NavInputs[input] = is_down ? 1.0F : 0.0F;
  };
  deal(0, actions_.up, {ImGuiNavInput_DpadUp}, false);
  deal(1, actions_.down, {ImGuiNavInput_DpadDown}, false);
  deal(2, actions_.left, {ImGuiNavInput_DpadLeft}, false);
  deal(3, actions_.right, {ImGuiNavInput_DpadRight}, false);
  deal(4, actions_.confirm, {ImGuiNavInput_Activate, ImGuiNavInput_Input}, true);
  deal(5, actions_.back, {ImGuiNavInput_Cancel}, true);
}

ButtonReading Navigation::read(Button action) const {
  return action.is_empty() ? ButtonReading{} : reader_.read(action);
}

bool Navigation::wants_back() const {
  return read(actions_.back).pressed && !ImGui::IsAnyItemActive();
}

bool Navigation::wants_to_take_away() const {
  return read(actions_.take_away).pressed && !ImGui::IsAnyItemActive();
}

}  // namespace nextmove::imgui
