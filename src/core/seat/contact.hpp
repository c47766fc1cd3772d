// What a device's control did last.
#pragma once

#include <array>
#include <bit>
#include <cstddef>
#include <cstdint>

#include <nextmove/event.hpp>
#include <nextmove/time.hpp>

namespace nextmove::core {

inline constexpr Time never = Time::max();

/// When a control was pushed and let go, by the stamps of its events. Kept for every control of
/// every device: an event costs a store, without a branch, into one line of the cache.
class alignas(32) Contact {
 public:
  void note(const Event& event) {
    // All bits but the signs: quicker than to ask two numbers whether they are 0.
    const auto bits = std::bit_cast<std::uint32_t>(event.x) | std::bit_cast<std::uint32_t>(event.y);
    const bool is_pushed = bits << 1U != 0;
    times_[std::size_t{is_pushed} << std::size_t{state_ & 1U}] = event.time;
    state_ = State{is_pushed};
  }
  /// Nobody let it go: the window lost the focus, say.
  void end(Time time) {
    if (!is_pushed()) return;
    times_[let_go] = time;
    state_ = cut;
  }

  /// No event of it has come.
  // No moment has as many bits as `never`.
  bool is_unknown() const { return (pushed_at().count() & let_go_at().count()) == never.count(); }
  bool is_pushed() const { return state_ == pushed; }
  /// Nobody has let it go since it was pushed, but something else.
  bool is_cut() const { return state_ == cut; }
  /// When it began to be pushed, the last time; `never` where it was not.
  Time pushed_at() const { return times_[went_down]; }
  Time let_go_at() const { return times_[let_go]; }
  /// Of the last event; `never` where none has come.
  Time last() const {
    if (!is_pushed()) return let_go_at();
    const bool is_moved = times_[moved] != never && times_[moved] > pushed_at();
    return is_moved ? times_[moved] : pushed_at();
  }

  /// Its part of a snapshot; see pack.hpp. Stories are none.
  template <class Pack>
  void pack(Pack& pack) {
    pack.limited(state_, cut + 1);
    pack.all(times_[let_go], times_[went_down], times_[moved]);
    if constexpr (Pack::unpacks) line = 0;
  }

  /// The number of the newest line that the story has of it; 0 for none.
  std::uint32_t line = 0;

 private:
  enum What : std::uint8_t { let_go, went_down, moved };
  enum State : std::uint8_t { up, pushed, cut };
  State state_ = up;
  std::array<Time, 3> times_ = {never, never, never};
};

/// An event that came after the update that it belongs to.
struct LateEvent {
  Control control{};
  Time time = never;
  Duration late{};
};

}  // namespace nextmove::core
