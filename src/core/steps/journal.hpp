// Where the hub and its seats tell what happened.
#pragma once

#include <algorithm>
#include <cstdint>
#include <functional>
#include <span>
#include <utility>
#include <vector>

#include <nextmove/step.hpp>

#include "steps/brief_step.hpp"
#include "steps/event_queue.hpp"

namespace nextmove::core {

/// Is told everything, as a listener is, but without allocating, and of events many at a time: when
/// something else happens, and not while they are fed.
class Log {
 public:
  virtual void note(std::span<const Event> events) = 0;
  /// Those that have not been told yet, and then an update begins.
  virtual void begin_update(std::span<const Event> events, Time now) = 0;
  virtual void note(const BriefStep& step) = 0;
  /// None of those that have a BriefStep, and no Event or Restored.
  virtual void note(const Step& step) = 0;
  /// A snapshot was taken here, with this checksum.
  virtual void note_snapshot(std::uint64_t sum) = 0;
  /// The hub went back to one, and the time that it went back from.
  virtual void go_back(std::uint64_t sum, Time from) = 0;
  /// Nothing is under way.
  virtual void end_update() = 0;
  virtual void hub_is_gone() = 0;

 protected:
  Log() = default;
  Log(const Log&) = default;
  Log& operator=(const Log&) = default;
  ~Log() = default;
};

class Journal {
 public:
  using Listener = std::function<void(const Step&)>;

  /// The queue must outlive what is told.
  explicit Journal(EventQueue& queue) : queue_(queue) {}
  Journal(const Journal&) = delete;
  Journal& operator=(const Journal&) = delete;
  ~Journal() {
    for (Log* log : logs_) log->hub_is_gone();
  }

  /// A step costs something to make, so it is made only where somebody wants it.
  bool is_on() const { return is_on_; }
  /// Whether there are listeners, who are told each event when it is fed.
  bool has_listeners() const { return has_listeners_; }
  bool has_logs() const { return !logs_.empty(); }
  /// Whether a listener is being told something right now.
  bool is_telling() const { return is_telling_; }

  void tell(const Step& step) {
    tell_waiting();
    for (Log* log : logs_) log->note(step);
    tell_listeners(step);
  }
  void tell(const BriefStep& step) {
    tell_waiting();
    for (Log* log : logs_) log->note(step);
    if (has_listeners_) tell_listeners(whole(step));
  }
  void tell_listeners(const Step& step) {
    is_telling_ = true;
    for (const auto& [id, listener] : listeners_) listener(step);
    is_telling_ = false;
  }

  /// Tells the logs of the events that have been fed since.
  void tell_waiting() {
    if (logs_.empty()) return;
    const std::span<const Event> events = queue_.take_untold();
    if (events.empty()) return;
    for (Log* log : logs_) log->note(events);
  }
  /// An event that is about to be pushed before others, which the queue could not tell apart then.
  void tell_early(const Event& event) {
    tell_waiting();
    for (Log* log : logs_) log->note(std::span{&event, 1});
  }
  void tell_snapshot(std::uint64_t sum) {
    if (is_telling_) return;  // in the middle of a call, and so between no two steps
    tell_waiting();
    for (Log* log : logs_) log->note_snapshot(sum);
  }
  void tell_return(std::uint64_t sum, Time from) {
    for (Log* log : logs_) log->go_back(sum, from);
  }
  void tell_update() {
    if (!logs_.empty()) {
      const std::span<const Event> events = queue_.take_untold();
      for (Log* log : logs_) log->begin_update(events, now);
    }
    if (has_listeners_) tell_listeners(Updated{now});
  }
  void end_update() {
    for (Log* log : logs_) log->end_update();
  }

  /// Not while one is told something.
  ListenerId add(Listener listener) {
    listeners_.emplace_back(static_cast<ListenerId>(++listeners_ever_), std::move(listener));
    look_who_listens();
    return listeners_.back().first;
  }
  void remove(ListenerId id) {
    std::erase_if(listeners_, [&](const auto& it) { return it.first == id; });
    look_who_listens();
  }
  /// The log must outlive the journal, or be removed. Knows of what waits by a snapshot.
  void add(Log& log) {
    tell_waiting();
    queue_.take_untold();
    logs_.push_back(&log);
    look_who_listens();
  }
  void remove(Log& log) {
    std::erase(logs_, &log);
    look_who_listens();
  }

  Time now{};                 // of the last update
  Time before{};              // of the one before that
  std::uint32_t updates = 0;  // how many there were; wraps around
  bool is_running = false;    // there was one
  Duration longest_step = usual_longest_step;
  Time counts_from{};  // rates and repetitions before this moment are past and do not count

  void begin_update(Time at) {
    before = now;
    now = at;
    ++updates;
    is_running = true;
    counts_from = at > longest_step ? at - longest_step : Time{};
  }

 private:
  void look_who_listens() {
    has_listeners_ = !listeners_.empty();
    is_on_ = has_listeners_ || !logs_.empty();
  }

  EventQueue& queue_;
  std::vector<std::pair<ListenerId, Listener>> listeners_;
  std::vector<Log*> logs_;
  std::uint32_t listeners_ever_ = 0;
  bool is_on_ = false;  // quicker to ask than the lists, with every event
  bool has_listeners_ = false;
  bool is_telling_ = false;
};

}  // namespace nextmove::core
