// A game at random, in moves that can be made in several hubs alike.
#pragma once

#include <random>
#include <vector>

#include <nextmove/nextmove.hpp>

namespace nextmove::support {

/// Numbers are taken modulo what there is, so that any move can be made in any hub.
struct GameMove {
  enum class Deed : unsigned char {
    operate,
    take_up,
    touch,
    update,
    plug,
    unplug,
    give,
    free,
    release_all,
    set_window,
    enter,
    leave,
    switch_to,
    mute,
    unmute,
    add_seat,
    set_rules,
    join,
    get_up,
    swap,
    hold_to,
    reserve,
    set_typing,
    capture,
    stop_capture,
    take_press,
  };
  Deed what = Deed::update;
  unsigned a = 0;
  unsigned b = 0;
  unsigned c = 0;
};

/// Mostly of play, with players who come and go.
std::vector<GameMove> random_game(std::mt19937& random, std::size_t length);

/// What came of it, where something comes of it at once.
int make_move(Hub& hub, const GameMove& move);

/// A change of the player, for set_profile.
Profile random_profile(const Hub& hub, const Seat& seat, unsigned number);

/// To the bit, all that a game may read of it: readings, changes, contexts, devices, captures and
/// notices.
std::string all_of(const Hub& hub);

}  // namespace nextmove::support
