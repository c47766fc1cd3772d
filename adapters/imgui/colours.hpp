// The colours that stand out; all others are those of the style.
#pragma once

#include <imgui.h>

namespace nextmove::imgui {

inline const ImVec4 changed_colour = {0.55F, 0.85F, 0.75F, 1};
inline const ImVec4 clash_colour = {0.95F, 0.65F, 0.35F, 1};

}  // namespace nextmove::imgui
