// Snapshots in the middle of games at random: what comes afterwards is the same, to the bit.
#include <string>
#include <vector>

#include "support/chance.hpp"
#include "support/complaints.hpp"
#include "support/random_game.hpp"
#include "support/random_playbook.hpp"

namespace nextmove::support {
namespace {

using Bytes = std::vector<std::byte>;

Vec2 twice(Vec2 value) {
  return {value.x * 2, value.y * 2};
}

/// What a game gives to each of its hubs alike.
void prepare(Hub& hub) {
  for (const char* name : {"skewed", "bent"}) hub.set_custom(name, twice);
}
void add_pilot(Hub& hub, Seat& seat) {
  const Button first = hub.playbook().button("action0");
  const Button second = hub.playbook().button("action1");
  seat.add_interceptor("pilot", [=](Incoming& it) {
    if (it.read(first).pressed && it.read(first).presses % 2 == 0) it.hold_back(first);
    if (it.read(first).held) it.press(second);
  });
}

Bytes snapshot(const Hub& hub) {
  Bytes bytes;
  hub.snapshot(bytes);
  return bytes;
}

/// All that a game sees after each move.
std::vector<std::string> play(Hub& hub, std::span<const GameMove> moves) {
  std::vector<std::string> seen;
  for (const GameMove& move : moves) {
    seen.push_back(std::to_string(make_move(hub, move)) + ' ' + all_of(hub));
  }
  return seen;
}

std::size_t first_other(const std::vector<std::string>& a, const std::vector<std::string>& b) {
  return static_cast<std::size_t>(std::mismatch(a.begin(), a.end(), b.begin(), b.end()).first -
                                  a.begin());
}

std::string where_other(const Bytes& a, const Bytes& b) {
  std::size_t at = 32;
  while (at < std::min(a.size(), b.size()) && a[at] == b[at]) ++at;
  return a == b ? ""
                : "byte " + std::to_string(at) + " of " + std::to_string(a.size()) + " and " +
                      std::to_string(b.size());
}

/// A game up to some moment, with changes of its players, and what comes after it.
struct Snapped {
  explicit Snapped(std::mt19937& random)
      : book(*make_playbook(random_playbook(random, random() % 3 == 0))),
        before(random_game(random, 120)),
        after(random_game(random, 60)),
        number(static_cast<unsigned>(random())) {
    prepare(hub);
    hub.add_seat("port tug");
    if (number % 3 == 0) hub.add_seat("starboard tug");
    if (number % 2 == 0) add_pilot(hub, *hub.seats().front());
    play(hub, before);
    if (number % 5 == 0) change(*hub.seats()[number % hub.seats().size()]);
    play(hub, std::span{before}.first(before.size() / 2));
    hub.snapshot(bytes);
  }
  void change(Seat& seat) { hub.set_profile(seat, random_profile(hub, seat, number / 7)); }

  Playbook book;
  std::vector<GameMove> before;
  std::vector<GameMove> after;
  unsigned number;
  Hub hub{book};
  Bytes bytes;
};

// A player who gets up takes his changes along, so who has some stays where a hub is to go back.
bool has_changes(const Hub& hub) {
  return std::any_of(hub.seats().begin(), hub.seats().end(),
                     [](const auto& seat) { return !seat->profile().is_empty(); });
}
void let_changes_be(std::vector<GameMove>& moves) {
  std::erase_if(moves, [](const GameMove& it) {
    return it.what == GameMove::Deed::get_up || it.what == GameMove::Deed::swap;
  });
}

TEST(SnapshotsAtRandom, AHubThatIsTakenBackGoesOnAsItDid) {
  std::mt19937 random = chance();
  const Complaints complaints;
  for (int i = 0; i < rounds(120); ++i) {
    SCOPED_TRACE(i);
    Snapped it{random};
    if (has_changes(it.hub)) let_changes_be(it.after);
    const auto seen = play(it.hub, it.after);
    const Bytes end = snapshot(it.hub);
    const RestoreAnswer answer = it.hub.restore(it.bytes);
    ASSERT_TRUE(answer) << reason(answer);
    ASSERT_EQ(where_other(snapshot(it.hub), it.bytes), "");
    const auto again = play(it.hub, it.after);
    const std::size_t other = first_other(seen, again);
    ASSERT_EQ(other, seen.size()) << "at the deed " << static_cast<int>(it.after[other].what)
                                  << "\n"
                                  << seen[other] << "\nbut now\n"
                                  << again[other];
    ASSERT_EQ(where_other(snapshot(it.hub), end), "");
  }
}

TEST(SnapshotsAtRandom, AnotherHubGoesOnFromThereLikewise) {
  std::mt19937 random = chance();
  const Complaints complaints;
  for (int i = 0; i < rounds(120); ++i) {
    SCOPED_TRACE(i);
    Snapped it{random};
    Hub other{it.book};
    prepare(other);
    for (const auto& seat : it.hub.seats()) {
      other.set_profile(other.add_seat(seat->name()), seat->profile());
    }
    if (it.number % 2 == 0) add_pilot(other, *other.seats().front());
    const RestoreAnswer answer = other.restore(it.bytes);
    ASSERT_TRUE(answer) << reason(answer);
    ASSERT_EQ(where_other(snapshot(other), it.bytes), "");
    const auto seen = play(it.hub, it.after);
    const auto there = play(other, it.after);
    const std::size_t first = first_other(seen, there);
    ASSERT_EQ(first, seen.size()) << "at the deed " << static_cast<int>(it.after[first].what)
                                  << "\n"
                                  << seen[first] << "\nbut there\n"
                                  << there[first];
    ASSERT_EQ(where_other(snapshot(other), snapshot(it.hub)), "");
  }
}

// Whoever takes a press is in no recording, and changes no reading.
TEST(SnapshotsAtRandom, ARecordingThatBeginsThereHasTheReadingsOfTheGame) {
  std::mt19937 random = chance();
  const Complaints complaints;
  for (int i = 0; i < rounds(60); ++i) {
    SCOPED_TRACE(i);
    Snapped it{random};
    Recording recording{describe(it.hub), {}};
    it.hub.on_step([&](const Step& step) { recording.steps.push_back(step); });
    std::vector<std::string> seen;
    for (const GameMove& move : it.after) {
      make_move(it.hub, move);
      if (move.what == GameMove::Deed::update) seen.push_back(all_of(it.hub));
    }
    Hub other{it.book};
    prepare(other);
    std::vector<std::string> again;
    for (Replay replay{recording, other, DecidedBy::recording}; replay.advance();) {
      again.push_back(all_of(other));
    }
    const std::size_t first = first_other(seen, again);
    ASSERT_EQ(first, seen.size()) << seen[first] << "\nbut again\n" << again[first];
  }
}

}  // namespace
}  // namespace nextmove::support
