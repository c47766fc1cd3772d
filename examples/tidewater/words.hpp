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

/// What to press at the helm, for a strip of half a window's width.
std::string helm_keys(const nextmove::Playbook& playbook, nextmove::SchemeId scheme);

}  // namespace tidewater
