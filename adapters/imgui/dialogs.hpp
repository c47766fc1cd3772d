// The dialogs of the remap screen. Each is drawn in every frame, shown or not.
#pragma once

#include <string>

#include <nextmove/hub.hpp>
#include <nextmove/remap_menu.hpp>

namespace nextmove::imgui {

/// "Press a key", with a countdown, while the menu waits for one.
void draw_waiting(const RemapMenu& menu, const Hub& hub, const Seat& seat);

/// What is to become of a control that another action has, while the menu asks.
void draw_question(RemapMenu& menu, const Labels& labels);

/// Letters to choose, for those who hold no keyboard.
void draw_letters(bool& is_shown, std::string& text);

enum class Farewell : unsigned char { none, apply, throw_away, stay };

/// What is to become of changes that were not applied.
Farewell draw_farewell(bool is_shown);

}  // namespace nextmove::imgui
