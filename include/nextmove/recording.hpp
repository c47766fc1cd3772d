// Recordings: everything that went into a hub, in order, so that it can be played back exactly.
#pragma once

#include <cstddef>
#include <span>
#include <string>
#include <utility>
#include <variant>
#include <vector>

#include <nextmove/device.hpp>
#include <nextmove/event.hpp>
#include <nextmove/time.hpp>
#include <nextmove/vec2.hpp>

namespace nextmove {

class Hub;

/// What can happen to a hub, besides an Event.
struct Plugged {
  Time time{};
  DeviceId id = DeviceId::none;
  Device device{};
  friend bool operator==(const Plugged&, const Plugged&) = default;
};
struct Unplugged {
  Time time{};
  DeviceId id = DeviceId::none;
  friend bool operator==(const Unplugged&, const Unplugged&) = default;
};
struct ReleasedAll {
  Time time{};
  friend bool operator==(const ReleasedAll&, const ReleasedAll&) = default;
};
struct Given {
  Time time{};
  DeviceId id = DeviceId::none;
  std::string seat{};
  friend bool operator==(const Given&, const Given&) = default;
};
struct Entered {
  Time time{};
  std::string seat{};
  std::string context{};
  friend bool operator==(const Entered&, const Entered&) = default;
};
struct Left {
  Time time{};
  std::string seat{};
  std::string context{};
  friend bool operator==(const Left&, const Left&) = default;
};
struct Muted {
  Time time{};
  std::string seat{};
  std::string mute{};
  friend bool operator==(const Muted&, const Muted&) = default;
};
struct Unmuted {
  Time time{};
  std::string seat{};
  std::string mute{};
  friend bool operator==(const Unmuted&, const Unmuted&) = default;
};
struct Resized {  ///< the window
  Time time{};
  float width = 0;
  float height = 0;
  friend bool operator==(const Resized&, const Resized&) = default;
};
struct Updated {
  Time time{};
  friend bool operator==(const Updated&, const Updated&) = default;
};

/// One thing that happened to a hub.
using Step = std::variant<Event, Plugged, Unplugged, Given, ReleasedAll, Entered, Left, Muted,
                          Unmuted, Resized, Updated>;

/// When a step happened.
Time time_of(const Step& step);

struct RecordedDevice {
  DeviceId id = DeviceId::none;
  Device device{};
  std::string seat{};  ///< the name of the seat that has it; empty when none does
  friend bool operator==(const RecordedDevice&, const RecordedDevice&) = default;
};
struct RecordedSeat {
  std::string name{};
  std::vector<std::string> contexts{};  ///< entered at the start, in the order of entering
  std::vector<std::string> mutes{};     ///< on at the start; twice where muted twice
  friend bool operator==(const RecordedSeat&, const RecordedSeat&) = default;
};

/// What stands at the head of a recording: the hub as it was at the start.
struct RecordingHeader {
  std::string title{};  ///< of the playbook
  Vec2 window{};        ///< its size; 0 where it is not known
  std::vector<RecordedDevice> devices{};
  std::vector<RecordedSeat> seats{};
  friend bool operator==(const RecordingHeader&, const RecordingHeader&) = default;
};

struct Recording {
  RecordingHeader header;
  std::vector<Step> steps{};
  friend bool operator==(const Recording&, const Recording&) = default;
};

/// The head for a recording of `hub` that starts now. Start while nothing is held down.
RecordingHeader describe(const Hub& hub);

/// Who enters and leaves contexts, mutes and unmutes, while a recording is played back.
enum class ContextsFrom : unsigned char {
  recording,  ///< the recording's own steps: to look at readings without the game
  game,       ///< the game, which decides again as it did then
};

/// Plays a recording back into a hub. Keeps references to both; they must outlive it.
class Replay {
 public:
  /// Plugs in the devices of the head, adds the seats that the hub lacks, and enters their contexts
  /// unless the game does.
  Replay(const Recording& recording, Hub& hub, ContextsFrom contexts);

  /// Plays on up to and including the next update. False, with the rest played, where there is
  /// none.
  bool advance();

  /// The steps that the last advance played, in order.
  std::span<const Step> played() const;

 private:
  void play(const Step& step);
  DeviceId current_id(DeviceId recorded) const;

  const Recording& recording_;
  Hub& hub_;
  ContextsFrom contexts_;
  std::size_t next_ = 0;
  std::size_t first_of_last_advance_ = 0;
  std::vector<std::pair<DeviceId, DeviceId>> ids_;  // recorded id, id in this hub
};

}  // namespace nextmove
