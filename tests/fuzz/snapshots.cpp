// Snapshots that are damaged, or made up by somebody who knows how they are summed.
#include <cstring>
#include <random>
#include <vector>

#include "always.hpp"
#include "base/pack.hpp"
#include "fuzzed.hpp"
#include "support/random_game.hpp"
#include "support/random_playbook.hpp"

namespace nextmove::fuzz {
namespace {

using namespace std::chrono_literals;
using support::GameMove;

/// A game at some moment, and what is played on from there.
struct Moment {
  explicit Moment(unsigned seed) : book(made(seed)) {
    std::mt19937 random{seed};
    Hub hub{book};
    hub.add_seat("port tug");
    hub.add_seat("starboard tug");
    for (const GameMove& move : support::random_game(random, 200)) support::make_move(hub, move);
    hub.snapshot(bytes);
    after = support::random_game(random, 20);
  }
  static Playbook made(unsigned seed) {
    std::mt19937 random{seed};
    return *make_playbook(support::random_playbook(random, false));
  }

  Playbook book;
  std::vector<std::byte> bytes;
  std::vector<GameMove> after;
};

const std::vector<Moment>& moments() {
  static const std::vector<Moment> all = [] {
    std::vector<Moment> made;
    for (unsigned seed = 1; seed <= 6; ++seed) made.emplace_back(seed);
    return made;
  }();
  return all;
}

// Where the sum stands, see players/snapshot.cpp; what is summed follows it.
void sum_up(std::vector<std::byte>& bytes) {
  constexpr std::size_t head = 32;
  const std::uint64_t size = bytes.size();
  const std::uint64_t sum = core::checksum(std::span{bytes}.subspan(head));
  std::memcpy(bytes.data() + 16, &size, sizeof size);
  std::memcpy(bytes.data() + 24, &sum, sizeof sum);
}

// Three bytes each: a place, and what is done to the byte there.
bool damage(std::vector<std::byte>& bytes, std::string_view edits) {
  bool is_other = false;
  for (; edits.size() >= 3; edits.remove_prefix(3)) {
    const auto at = [&](std::size_t i) { return static_cast<unsigned char>(edits[i]); };
    const std::size_t place = (std::size_t{at(0)} << 8U | at(1)) % bytes.size();
    bytes[place] ^= std::byte{at(2)};
    is_other |= at(2) != 0;
  }
  return is_other;
}

}  // namespace

void snapshot(std::string_view bytes) {
  const Listening lenient{[](const Complaint&) {}};
  if (bytes.size() < 2) return;
  const Moment& moment = moments()[static_cast<unsigned char>(bytes[0]) % moments().size()];
  const bool is_made_up = bytes[1] % 2 == 0;
  std::vector<std::byte> damaged = moment.bytes;
  const bool is_other = damage(damaged, bytes.substr(2));
  if (is_made_up) sum_up(damaged);
  Hub hub{moment.book};
  hub.add_seat("port tug");
  std::vector<std::byte> before;
  hub.snapshot(before);
  if (!hub.restore(damaged)) {
    std::vector<std::byte> afterwards;
    hub.snapshot(afterwards);
    require(before == afterwards, "what is refused changes nothing");
    require(is_other, "what is whole is restored");
    return;
  }
  require(is_made_up || damaged == moment.bytes, "what is damaged is refused");
  for (const GameMove& move : moment.after) support::make_move(hub, move);
  for (const auto& seat : hub.seats()) {
    for (std::size_t i = 0; i < seat->readings().size(); ++i) {
      (void)to_text(seat->explain(static_cast<ActionId>(i)), *seat);
    }
  }
  hub.snapshot(before);
}

}  // namespace nextmove::fuzz
