// What the table and the waiting screen say.
#pragma once

#include <string>
#include <vector>

#include <nextmove/nextmove.hpp>

#include "party.hpp"
#include "scene.hpp"

namespace tidewater {

/// The table as it is to be seen; `news` is the last thing that happened.
TablePicture table_picture(const nextmove::Hub& hub, const Party& party, std::string news);

/// Why the game stands still and what to do about it, line by line; none where it goes on.
std::vector<std::string> waiting_words(const nextmove::Hub& hub, const Party& party);

/// What the player can press now, for the strip under his part of the window.
Line what_to_press(const Harbour& harbour, bool is_narrow);

/// What a call wants him to press.
Line radio_hint(const Harbour& harbour);

}  // namespace tidewater
