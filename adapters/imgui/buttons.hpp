// Sizes of buttons.
#pragma once

#include <imgui.h>

namespace nextmove::imgui {

/// Of a button with this text.
inline float width_of(const char* text) {
  return ImGui::CalcTextSize(text).x + 2 * ImGui::GetStyle().FramePadding.x;
}

}  // namespace nextmove::imgui
