// A recording played through a playbook, told line by line.
#pragma once

#include <string>
#include <vector>

#include <nextmove/nextmove.hpp>

/// One thing that happened: what the hub was told, or what a reading came to.
struct TimelineLine {
  nextmove::Time time{};
  std::string seat{};    ///< empty for what concerns no single seat
  std::string action{};  ///< empty for what concerns none
  std::string what{};    ///< for people
  std::string fields{};  ///< for programs: JSON members without braces
};

/// What an action did in the whole recording.
struct ActionSummary {
  std::uint64_t presses = 0;
  nextmove::Duration active{};  ///< held, or away from rest
};

/// What became of each press of the recording is kept, for Hub::story; of a very long one of the
/// last, and that is said.
void keep_story_of(const nextmove::Recording& recording, nextmove::Hub& hub);

/// Whether the game went back to a snapshot before the next update. The story that a hub keeps
/// begins anew there.
bool goes_back_next(const nextmove::Recording& recording, const nextmove::Replay& replay);

class Playback {
 public:
  Playback(nextmove::Playbook playbook, const nextmove::Recording& recording);

  nextmove::Hub& hub() { return hub_; }

  /// Plays it all: what happened, in order. A press stands in it where it drove nothing, or where
  /// all events are asked for.
  std::vector<TimelineLine> run(bool with_all_events = false);

  /// The contexts and schemes that the recording names and the playbook does not know.
  const std::vector<std::string>& problems() const { return problems_; }

  const std::vector<ActionSummary>& summaries() const { return summaries_; }
  nextmove::Time length() const { return hub_.now(); }

 private:
  void end_stretch();
  void take_interceptions();
  void name_interceptors(TimelineLine& line) const;
  void add_notices();
  void add_changes(const nextmove::Seat& seat);
  void add_presses(bool with_all_events);
  void add_up(const nextmove::Seat& seat, nextmove::Duration since_last);
  void check_names();

  const nextmove::Recording& recording_;
  nextmove::Hub hub_;
  nextmove::Replay replay_;
  std::vector<std::string> problems_;
  std::vector<ActionSummary> summaries_;
  std::vector<TimelineLine> lines_;
  std::ptrdiff_t stretch_ = 0;  // where those begin that follow the last going back
  std::vector<nextmove::Intercepted> intercepted_;  // in the update at hand
};

/// What the head says: the title, and the seats as they are at the start.
void print_head(const nextmove::RecordingHeader& head, bool json);

/// The heading of the lines that to_text makes.
void print_timeline_heading();

/// "   1.250  port tug  steer        0.71  0.71"
std::string to_text(const TimelineLine& line);
std::string to_json(const TimelineLine& line);
