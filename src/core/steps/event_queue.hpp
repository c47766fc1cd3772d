// Events that wait for the update that reaches their time.
#pragma once

#include <algorithm>
#include <span>
#include <vector>

#include <nextmove/event.hpp>

namespace nextmove::core {

/// In order of time, and in order of coming where times are equal. Grows to its working size once.
class EventQueue {
 public:
  void push(const Event& event) { goes_last(event) ? append(event) : insert(event); }

  /// Whether there is a place for it behind all others. There is none for a time below 0, nor while
  /// events are being read.
  bool goes_last(const Event& event) const { return event.time >= newest_ && count_ != room_; }
  /// push, of one that goes last.
  void append(const Event& event) {
    newest_ = event.time;
    events_[count_++] = event;
  }

  /// The events up to and including `now`, to be read until they are dropped. Nothing may be pushed
  /// meanwhile.
  std::span<const Event> read_until(Time now) {
    const std::span all{events_.data(), count_};
    const bool are_due = newest_ <= now;
    newest_ = Time::max();
    if (are_due) [[likely]]
      return all;
    const auto later = std::upper_bound(all.begin(), all.end(), now, is_before);
    return all.first(static_cast<std::size_t>(later - all.begin()));
  }

  /// Forgets those of which this is true. Not while events are being read.
  template <class Condition>
  void remove_if(Condition condition) {
    const auto begin = events_.begin();
    const auto end = begin + static_cast<std::ptrdiff_t>(count_);
    told_ -= static_cast<std::size_t>(
        std::count_if(begin, begin + static_cast<std::ptrdiff_t>(told_), condition));
    count_ = static_cast<std::size_t>(std::remove_if(begin, end, condition) - begin);
    newest_ = count_ == 0 ? Time::zero() : events_[count_ - 1].time;
  }

  std::span<const Event> waiting() const { return {events_.data(), count_}; }
  /// The one that is due next. Requires that there is one.
  const Event& front() const { return events_.front(); }
  bool is_empty() const { return count_ == 0; }

  /// Those that have been appended since it was asked last. Valid until something is pushed.
  std::span<const Event> take_untold() {
    const std::span<const Event> untold = waiting().subspan(told_);
    told_ = count_;
    return untold;
  }

  /// Forgets the first `count` events.
  void drop(std::size_t count) {
    std::copy(events_.begin() + static_cast<std::ptrdiff_t>(count),
              events_.begin() + static_cast<std::ptrdiff_t>(count_), events_.begin());
    count_ -= count;
    told_ -= std::min(told_, count);
    newest_ = count_ == 0 ? Time::zero() : events_[count_ - 1].time;
  }

  /// Its part of a snapshot; see pack.hpp. `can_be` says of an event whether it could have been
  /// pushed.
  template <class Pack, class CanBe>
  void pack(Pack& pack, CanBe can_be);

 private:
  static bool is_before(Time time, const Event& event) { return time < event.time; }

  // Between others it is told by whoever pushes it.
  [[gnu::noinline]] void insert(const Event& event) {
    if (count_ == room_) {
      room_ *= 2;
      events_.resize(room_);
    }
    const auto end = events_.begin() + static_cast<std::ptrdiff_t>(count_);
    const auto at = std::upper_bound(events_.begin(), end, event.time, is_before);
    std::copy_backward(at, end, end + 1);
    *at = event;
    newest_ = events_[count_++].time;
    told_ = count_;
  }

  std::size_t room_ = 256;  // a busy frame
  std::size_t count_ = 0;
  std::size_t told_ = 0;  // so many of them
  Time newest_{};  // of the last event, 0 where there is none, the end of time while some are read
  std::vector<Event> events_ = std::vector<Event>(room_);
};

}  // namespace nextmove::core
