// What the hub tells of seats and devices.
#pragma once

#include <algorithm>
#include <cstddef>
#include <span>
#include <vector>

#include <nextmove/notice.hpp>

#include "players/story_book.hpp"

namespace nextmove::core {

struct PackLimits;

class Notices {
 public:
  /// The story must outlive it.
  explicit Notices(StoryBook& story) : story_(story) {
    constexpr std::size_t many_in_an_update = 64;
    pending_.reserve(many_in_an_update);
    published_.reserve(many_in_an_update);
  }

  void note(const Notice& notice) {
    pending_.push_back(notice);
    if (story_.is_on()) story_.add(StoryKind::notice, notice.time).notice = notice;
  }

  /// Some are told before their time has come: what the game does happens at once, and what devices
  /// do when the update reaches it.
  // In order of time, and as they came where times are equal. They are few and mostly in order; and
  // std::stable_sort would allocate.
  void publish() {
    published_.clear();
    for (const Notice& notice : pending_) {
      const auto later =
          std::find_if(published_.rbegin(), published_.rend(),
                       [&](const Notice& before) { return before.time <= notice.time; });
      published_.insert(later.base(), notice);
    }
    pending_.clear();
  }
  std::span<const Notice> published() const { return published_; }

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack, const PackLimits& limits);

 private:
  StoryBook& story_;
  std::vector<Notice> pending_;
  std::vector<Notice> published_;
};

}  // namespace nextmove::core
