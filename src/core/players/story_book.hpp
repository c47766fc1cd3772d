// The lines of a story, in a ring: the last so many are kept.
#pragma once

#include <algorithm>
#include <cstddef>
#include <cstdint>
#include <optional>
#include <string_view>
#include <vector>

#include <nextmove/control.hpp>
#include <nextmove/notice.hpp>
#include <nextmove/outcome.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/story_kind.hpp>

#include "seat/chronicle.hpp"
#include "seat/found_reason.hpp"

namespace nextmove::core {

/// What a StoryEntry is made of. Names are looked up when one is, so that a line costs no
/// allocation.
struct StoryLine {
  StoryKind kind = StoryKind::said;
  Time time{};
  std::string_view seat{};  // that something was done to; a name lives as long as its hub

  Time until{};
  bool is_open = false;
  Duration late{};         // by so much its first event missed its update
  bool is_settled = true;  // interceptors have had their say
  DeviceId device = DeviceId::none;
  Control control = Control::none;
  std::uint32_t events = 0;
  Vec2 extent{};
  Outcome outcome = Outcome::unbound;
  SchemeId scheme = SchemeId::none;  // see Trace
  JoinAnswer refusal{};
  bool is_done = false;
  std::uint32_t others = 0;
  Seat* of = nullptr;                  // who is asked, whose action is told, or who has the device
  const Route* route = nullptr;        // of that action; nullptr where none is
  std::optional<Playbook> playbook{};  // that the route is of
  FoundReason reason{};

  ContextId context = ContextId::none;
  MuteId mute = MuteId::none;
  Notice notice{};
};

class StoryBook final : public Chronicle {
 public:
  bool is_on() const override { return !lines_.empty(); }
  std::size_t room() const { return lines_.size(); }
  /// Begins anew with room for so many; 0 keeps none.
  void keep(std::size_t lines) {
    lines_ = std::vector<StoryLine>(lines);
    before_ = ever_;
  }

  /// What has been told so far has not happened.
  void forget() { before_ = ever_; }

  // Requires that it is on.

  void tell(const SeatNews& news) override {
    StoryLine& line = add(news.kind, news.time);
    line.seat = news.seat;
    line.context = news.context;
    line.mute = news.mute;
  }
  /// A new line; the oldest goes where there is no room. Valid until the next.
  StoryLine& add(StoryKind kind, Time time) {
    StoryLine& line = lines_[ever_++ % lines_.size()];
    line = StoryLine{};
    line.kind = kind;
    line.time = time;
    return line;
  }

  /// Those that are kept are 0 to count - 1, the oldest first.
  std::size_t count() const { return std::min<std::size_t>(ever_ - before_, lines_.size()); }
  /// Lines are numbered from 1, and those that are kept no more too.
  std::uint32_t newest() const { return ever_; }
  /// nullptr where it is not kept.
  StoryLine* find(std::uint32_t number) {
    const bool is_kept = number <= ever_ && ever_ - number < count();
    return is_kept ? &lines_[(number - 1) % lines_.size()] : nullptr;
  }
  StoryLine& at(std::size_t index) { return lines_[(ever_ - count() + index) % lines_.size()]; }
  const StoryLine& at(std::size_t index) const {
    return lines_[(ever_ - count() + index) % lines_.size()];
  }

 private:
  std::vector<StoryLine> lines_;
  std::uint32_t ever_ = 0;    // how many there were
  std::uint32_t before_ = 0;  // of these, before it was begun anew
};

}  // namespace nextmove::core
