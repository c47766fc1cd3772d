// Recordings: everything that went into a hub, in order, so that it can be played back exactly.
#pragma once

#include <cstddef>
#include <memory>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include <nextmove/area.hpp>
#include <nextmove/device.hpp>
#include <nextmove/diagnostic.hpp>
#include <nextmove/event.hpp>
#include <nextmove/fingerprint.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/profile.hpp>
#include <nextmove/seating_rules.hpp>
#include <nextmove/step.hpp>
#include <nextmove/time.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove {

class Hub;

struct RecordedSeat {
  std::string name{};
  std::vector<std::string> contexts{};  ///< entered at the start, in the order of entering
  std::vector<std::string> mutes{};     ///< on at the start; twice where muted twice
  std::string scheme{};                 ///< that it is held to; empty for none
  Profile profile{};
  bool is_reserved = false;
  Area part{};  ///< of the window
  bool is_typing = false;
  friend bool operator==(const RecordedSeat&, const RecordedSeat&) = default;
};

/// What stands at the head of a recording: the hub as it was at the start.
struct RecordingHeader {
  std::string title{};                          ///< of the playbook
  Fingerprint fingerprint = Fingerprint::none;  ///< likewise; none in recordings of before
  std::optional<Playbook> playbook{};           ///< itself, where it was wished for
  std::vector<std::string> customs{};           ///< the functions that the hub had: their names
  Vec2 window{};                                ///< its size; 0 where it is not known
  Duration longest_step = usual_longest_step;
  SeatingRules rules{};
  std::vector<PluggedDevice> devices{};
  std::vector<RecordedSeat> seats{};
  std::vector<Event> pushed{};  ///< see Hub::pushed; their moments do not count
  /// The whole state, where the hub has been in use before; see Hub::snapshot. Empty otherwise.
  std::vector<std::byte> snapshot{};
  /// Where a device sent too much to keep, movements of a control within one update are one; see
  /// Keeper.
  bool is_thinned = false;
  int meaning = version_of_rules;  ///< of the rules under which it was made
  /// Playbooks are equal if their fingerprints are.
  friend bool operator==(const RecordingHeader& a, const RecordingHeader& b);
};

struct Recording {
  RecordingHeader header;
  std::vector<Step> steps{};
  friend bool operator==(const Recording&, const Recording&) = default;
};

/// Whether a recording holds the playbook itself, so that one file is the whole report of a bug.
enum class WithPlaybook : bool { no, yes };

/// The head for a recording of `hub` that starts now, at any moment between updates: it goes on
/// with all that is under way.
RecordingHeader describe(const Hub& hub, WithPlaybook with_playbook = WithPlaybook::no);

/// Why readings of `recording` may be others in `hub` than they were: it was made with another
/// playbook, under other rules, or with a function for `custom` that the hub does not have, or
/// began while something was down and its snapshot cannot be restored. One warning each; nothing
/// where it plays as it was. Ask before it is played.
std::vector<Diagnostic> differences(const Recording& recording, const Hub& hub);

/// Who does what the game did (enters and leaves contexts, mutes, seats players, gives devices)
/// while a recording is played back.
enum class DecidedBy : unsigned char {
  recording,  ///< the recording's own steps: to look at readings without the game
  game,       ///< the game, which decides again as it did then
};

namespace core {
class RecordedInterceptions;
}

/// What `differences` says of one that is thinned.
inline constexpr std::string_view thinned_movements =
    "a device sent too much to keep, so movements of a control within one update are one; values "
    "may differ in their last digits, and passing presses of a trigger may be missing";

/// Plays a recording back into a hub. Keeps references to both; they must outlive it. Where the
/// recording decides, what the game's interceptors did is done again by interceptors of the same
/// names, which stay with the seats: the hub needs none of the game's, and has the readings that
/// the game had.
class Replay {
 public:
  /// Plugs in the devices of the head, adds the seats that the hub lacks, and brings them to where
  /// they were, unless the game does. A recording that begins in the middle brings everything to
  /// where it was (see Hub::restore), also for a game that decides: it goes on from there.
  Replay(const Recording& recording, Hub& hub, DecidedBy decided_by);
  Replay(Replay&&) noexcept;
  ~Replay();

  /// Plays on up to and including the next update. False, with the rest played, where there is
  /// none.
  bool advance();

  /// The steps that the last advance played, in order.
  std::span<const Step> played() const;

 private:
  void play(const Step& step);
  void begin_anew();
  bool restore(std::span<const std::byte> snapshot);
  void restore(const RecordedSeat& recorded);
  void restore(const PluggedDevice& recorded);
  DeviceId current_id(DeviceId recorded) const;

  const Recording& recording_;
  Hub& hub_;
  DecidedBy decided_by_;
  std::size_t next_ = 0;
  std::size_t first_of_last_advance_ = 0;
  std::vector<std::pair<DeviceId, DeviceId>> ids_;  // recorded id, id in this hub
  std::unique_ptr<core::RecordedInterceptions> interceptors_;
};

}  // namespace nextmove
