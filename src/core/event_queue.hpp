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
  void push(const Event& event) {
    if (event.time < newest_ || count_ == room_) [[unlikely]]
      return insert(event);
    newest_ = event.time;
    events_[count_++] = event;
  }

  /// The events up to and including `now`. Valid until the next push or drop.
  std::span<const Event> until(Time now) const {
    const std::span all{events_.data(), count_};
    if (newest_ <= now) [[likely]]
      return all;
    const auto later = std::upper_bound(all.begin(), all.end(), now, is_before);
    return all.first(static_cast<std::size_t>(later - all.begin()));
  }

  /// The one that is due next. Requires that there is one.
  const Event& front() const { return events_.front(); }
  bool is_empty() const { return count_ == 0; }

  /// Forgets the first `count` events.
  void drop(std::size_t count) {
    std::copy(events_.begin() + static_cast<std::ptrdiff_t>(count),
              events_.begin() + static_cast<std::ptrdiff_t>(count_), events_.begin());
    count_ -= count;
    if (count_ == 0) newest_ = Time::zero();
  }

 private:
  static bool is_before(Time time, const Event& event) { return time < event.time; }

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
  }

  std::size_t room_ = 256;  // a busy frame
  std::size_t count_ = 0;
  Time newest_{};  // of the last event, 0 where there is none
  std::vector<Event> events_ = std::vector<Event>(room_);
};

}  // namespace nextmove::core
