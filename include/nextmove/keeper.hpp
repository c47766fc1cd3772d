// The keeper: the last half minute of a hub, to be saved when somebody says that it did not work.
#pragma once

#include <chrono>
#include <memory>
#include <string>
#include <vector>

#include <nextmove/diagnostic.hpp>
#include <nextmove/recording.hpp>
#include <nextmove/time.hpp>

namespace nextmove {

class Hub;

namespace core {
class Keeping;
}

inline constexpr Duration usual_kept_length = std::chrono::seconds{30};
inline constexpr Duration longest_kept_length = std::chrono::minutes{10};

/// Keeps what happens to a hub, so that the last `length` of it can be saved after the fact, as a
/// recording that begins in the middle, with the playbook in it: one file is the whole report. What
/// is typed is never in it. Several may keep one hub, beside other listeners. It belongs to the
/// thread of the hub, and may outlive it.
///
/// It needs about 2 MiB for 30 s, taken when it is made and no more for all that happens: room for
/// 2,200 events, updates and changes of interceptors a second. Where a device floods it, movements
/// of one control within an update are kept as one, which the recording says
/// (RecordingHeader::is_thinned); where that does not do, it reaches back less far (see `kept`). Of
/// events that are passed over, which change nothing, it keeps the first 32 of each sixth.
/// Events, updates, contexts and mutes then allocate nothing; what allocates anyhow, as a new
/// player's profile, does here too. An event costs at most a tenth more (scripts/bench). Where the
/// hub goes back to a snapshot of its own, what was after it is forgotten, as if it had not
/// happened.
class Keeper {
 public:
  /// From here on; made by a handler, from the end of the update. A length of 0 or less, or above
  /// longest_kept_length, is a complaint, and the usual or the longest counts; so is one made by
  /// a listener, an interceptor or a custom function, which then keeps nothing.
  [[nodiscard]] explicit Keeper(Hub& hub, Duration length = usual_kept_length);
  ~Keeper();
  Keeper(Keeper&& other) noexcept;  ///< the other keeps nothing from then on
  Keeper& operator=(Keeper&& other) noexcept;
  Keeper(const Keeper&) = delete;
  Keeper& operator=(const Keeper&) = delete;

  /// How far back it reaches: until it has run for its length less, from then on up to a sixth
  /// more. 0 where nothing is kept.
  Duration kept() const;

  /// Whether that is less than its length, though it has run for longer: there was too much to
  /// keep.
  bool falls_short() const;

  /// What is kept, to be played by Replay or written. Without devices, seats and steps where
  /// nothing is. Allocates, and takes some milliseconds.
  Recording recording() const;

  /// Writes it to a recording file, which is at every moment the old one or the new one, whole.
  /// Folders on the way are made. Returns what went wrong, and as warnings what is not as it was or
  /// is missing; with an error, a file that was there is as it was. Needs NextMove::files.
  [[nodiscard]] std::vector<Diagnostic> save(const std::string& path) const;

 private:
  std::unique_ptr<core::Keeping> keeping_;  // nullptr where it was moved from
};

}  // namespace nextmove
