// Keepers that are saved at moments that nobody has chosen: each file gives what there was.
#include <algorithm>
#include <cstdlib>
#include <filesystem>
#include <optional>
#include <string>
#include <unistd.h>
#include <vector>

#include <nextmove/files.hpp>

#include "support/chance.hpp"
#include "support/complaints.hpp"
#include "support/random_game.hpp"
#include "support/random_playbook.hpp"

namespace nextmove::support {
namespace {

namespace fs = std::filesystem;

Vec2 twice(Vec2 value) {
  return {value.x * 2, value.y * 2};
}

void give_customs(Hub& hub) {
  for (const char* name : {"skewed", "bent"}) hub.set_custom(name, twice);
}

/// A folder of its own, which goes with it.
struct Folder {
  Folder() { fs::create_directories(path); }
  ~Folder() { fs::remove_all(path); }
  Folder(const Folder&) = delete;
  Folder& operator=(const Folder&) = delete;
  fs::path path = fs::temp_directory_path() / ("nextmove-keeper-" + std::to_string(::getpid()));
};

/// Once for updates that change nothing: to go back to before one is to go back to behind it.
void add_seen(std::vector<std::string>& seen, std::string now) {
  if (seen.empty() || seen.back() != now) seen.push_back(std::move(now));
}

/// A game at random with a keeper in it, and what was seen of it after each update.
class KeptGame {
 public:
  explicit KeptGame(std::mt19937& random)
      : random_(random), hub_(*make_playbook(random_playbook(random, random() % 3 == 0))) {
    give_customs(hub_);
    hub_.add_seat("port tug");
    if (random() % 2 == 0) hub_.add_seat("starboard tug");
    if (random() % 2 == 0) add_pilot();
    keeper_.emplace(hub_, one_of({300ms, 3s, 30s}));
  }

  void play(std::size_t moves) {
    for (const GameMove& move : random_game(random_, moves)) {
      make_move(hub_, move);
      if (move.what == GameMove::Deed::update) add_seen(seen_, all_of(hub_));
      if (random_() % 40 == 0) do_something_rare();
    }
  }

  const Keeper& keeper() const { return *keeper_; }
  std::span<const std::string> last(std::size_t count) const {
    return std::span{seen_}.last(std::min(count, seen_.size()));
  }

 private:
  Duration one_of(std::array<Duration, 3> lengths) { return lengths[random_() % lengths.size()]; }
  Seat& any_seat() { return *hub_.seats()[random_() % hub_.seats().size()]; }

  void add_pilot() {
    const Button first = hub_.playbook().button("action0");
    const Button second = hub_.playbook().button("action1");
    hub_.seats().front()->add_interceptor("pilot", [=](Incoming& it) {
      if (it.read(first).pressed && it.read(first).presses % 2 == 0) it.hold_back(first);
      if (it.read(first).held) it.press(second);
    });
  }

  void do_something_rare() {
    switch (random_() % 5) {
      case 0: {
        Seat& seat = any_seat();
        hub_.set_profile(seat, random_profile(hub_, seat, static_cast<unsigned>(random_())));
        break;
      }
      case 1: hub_.adopt(hub_.playbook()); break;
      case 2: hub_.set_custom("skewed", twice); break;
      default:
        if (!snapshot_.empty() && hub_.restore(snapshot_)) seen_.resize(seen_then_);
        hub_.snapshot(snapshot_);
        seen_then_ = seen_.size();
    }
  }

  std::mt19937& random_;
  Hub hub_;
  std::optional<Keeper> keeper_;
  std::vector<std::string> seen_;
  std::vector<std::byte> snapshot_;
  std::size_t seen_then_ = 0;
};

/// What is seen after each update; only since the hub went back to what was before the keeper.
std::vector<std::string> played(const Recording& recording) {
  Hub hub{*recording.header.playbook};
  give_customs(hub);
  std::vector<std::string> seen;
  Replay replay{recording, hub, DecidedBy::recording};
  for (bool goes_on = true; goes_on;) {
    goes_on = replay.advance();
    for (const Step& it : replay.played()) {
      if (std::holds_alternative<Restored>(it)) seen.clear();
    }
    if (goes_on) add_seen(seen, all_of(hub));
  }
  return seen;
}

TEST(KeepersAtRandom, EachSaveHasTheReadingsThatThereWere) {
  std::mt19937 random = chance();
  const Complaints complaints;
  const Folder folder;
  const std::string path = folder.path / "bug.jsonl";
  for (int i = 0; i < rounds(100); ++i) {
    SCOPED_TRACE(i);
    KeptGame game{random};
    game.play(20 + random() % 400);
    const auto told = game.keeper().save(path);
    ASSERT_FALSE(has_errors(told)) << to_string(told.front());
    const Result<Recording> report = load_recording(path);
    ASSERT_TRUE(report && report.diagnostics.empty()) << to_string(report.diagnostics.front());
    const auto again = played(*report);
    const auto seen = game.last(again.size());
    const auto other = std::mismatch(seen.begin(), seen.end(), again.begin(), again.end());
    ASSERT_EQ(other.first, seen.end())
        << "update " << other.first - seen.begin() << " of " << seen.size() << "\n"
        << *other.first << "\nbut again\n"
        << *other.second;
  }
}

TEST(Keepers, WhatCannotBeWrittenIsToldAndTheOldFileStays) {
  Hub hub{*make_playbook({})};
  const Keeper keeper{hub};
  const Folder folder;
  const std::string path = folder.path / "far" / "bug.jsonl";
  Keeper gone{hub};
  const Keeper other{std::move(gone)};
  EXPECT_EQ(gone.save(path)[0].message,  // NOLINT(bugprone-use-after-move): what is tested
            "the recording is not saved: this keeper keeps nothing; it was moved from, or made in "
            "the middle of an update that has not ended");
  hub.update(10ms);
  EXPECT_EQ(keeper.save("")[0].message, "the recording is not saved: there is no path");
  EXPECT_TRUE(keeper.save(path).empty());
  fs::create_directory(path + ".new");
  hub.update(20ms);
  const auto told = keeper.save(path);
  ASSERT_EQ(told.size(), 1U);
  EXPECT_EQ(told[0].message,
            "the recording is not saved: cannot write " + path + ".new: Is a directory");
  EXPECT_EQ(load_recording(path)->steps.size(), 1U);
}

TEST(Keepers, WhatIsMissingIsAWarningOfTheSave) {
  Hub hub{*make_playbook({})};
  const DeviceId mouse = hub.plug({DeviceKind::mouse, "mouse"}, {});
  const Keeper keeper{hub, 1s};
  const Folder folder;
  const std::string path = folder.path / "bug.jsonl";
  for (Time now{}; now < 2s; hub.update(now += 10ms)) {
    for (int i = 0; i < 300; ++i) {
      hub.feed({now, mouse, Control::MouseLeft, static_cast<float>(i % 2)});
    }
    for (int i = 0; i < 150; ++i) hub.feed({now, mouse, Control::MouseMotion, 1});
  }
  const auto told = keeper.save(path);
  ASSERT_EQ(told.size(), 2U);
  EXPECT_FALSE(has_errors(told));
  EXPECT_EQ(told[0].message, thinned_movements);
  EXPECT_EQ(told[1].message, "only the last 0.5 s are there; there was no room for more");
  EXPECT_TRUE(load_recording(path)->header.is_thinned);
}

}  // namespace
}  // namespace nextmove::support
