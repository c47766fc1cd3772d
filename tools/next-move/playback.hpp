// A recording played through a playbook, told line by line.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include <nextmove/nextmove.hpp>

/// One thing that happened: what the hub was told, or what a reading came to.
struct TimelineLine {
  nextmove::Time time{};
  std::string seat{};    ///< empty for what concerns no single seat
  std::string action{};  ///< empty for what is no reading
  std::string what{};    ///< for people
  std::string fields{};  ///< for programs: JSON members without braces
};

/// What an action did in the whole recording.
struct ActionSummary {
  std::uint64_t presses = 0;
  nextmove::Duration active{};  ///< held, or away from rest
};

class Playback {
 public:
  Playback(nextmove::Playbook playbook, const nextmove::Recording& recording);

  /// Has this seat, or where the name is empty every one, play by a profile.
  void set_profile(std::string_view seat, const nextmove::Profile& profile);

  /// Plays it all, and calls `tell` with each line in order.
  void run(const std::function<void(const TimelineLine&)>& tell);

  /// The contexts and schemes that the recording names and the playbook does not know.
  const std::vector<std::string>& problems() const { return problems_; }

  const std::vector<ActionSummary>& summaries() const { return summaries_; }
  nextmove::Time length() const { return hub_.now(); }

 private:
  void add_step(const nextmove::Step& step, std::vector<TimelineLine>& lines);
  void add_notices(std::vector<TimelineLine>& lines);
  void tell_changes(nextmove::Seat& seat, const std::function<void(const TimelineLine&)>& tell);
  void add_up(const nextmove::Seat& seat, nextmove::Duration since_last);
  void check_names();

  const nextmove::Recording& recording_;
  nextmove::Hub hub_;
  nextmove::Replay replay_;
  std::vector<std::string> problems_;
  std::vector<ActionSummary> summaries_;
};

/// The heading of the lines that to_text makes.
void print_timeline_heading();

/// "   1.250  port tug  steer        0.71  0.71"
std::string to_text(const TimelineLine& line);
std::string to_json(const TimelineLine& line);
