// What fuzzing drives: bytes that anybody might have written, or that stand for calls in any order.
// Each function says what does not hold, and aborts, where something does not that always must.
#pragma once

#include <string_view>

namespace nextmove::fuzz {

void playbook(std::string_view bytes);
void profile(std::string_view bytes);
void recording(std::string_view bytes);
void families(std::string_view bytes);
void icon_theme(std::string_view bytes);
void hub(std::string_view bytes);
void snapshot(std::string_view bytes);

}  // namespace nextmove::fuzz
