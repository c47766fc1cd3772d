// What each action has heard since the last update.
#pragma once

#include <algorithm>
#include <array>
#include <cstdint>
#include <span>
#include <utility>
#include <vector>

#include <nextmove/time.hpp>

#include "compiled/wiring.hpp"

namespace nextmove::core {

class Tally {
 public:
  struct Heard {
    std::uint32_t presses = 0;
    std::uint32_t releases = 0;
    std::uint32_t early = 0;    // holds let go before their time
    std::uint32_t downs = 0;    // controls gone down
    std::uint32_t holders = 0;  // routes that hold it now
    std::uint32_t mutes = 0;    // that silence it now
    float progress = 0;         // of the hold that is furthest
    bool is_dirty = false;      // listed for the next update
  };

  explicit Tally(std::size_t actions) { resize(actions); }

  void resize(std::size_t actions) {
    heard_.resize(actions);
    logs_.resize(actions);
    taken_presses_.resize(actions);
    dirty_.resize(actions + 1);
    taken_.resize(actions + 1);
  }

  Heard& heard(ActionId action) { return heard_[Wiring::index(action)]; }
  const Heard& heard(ActionId action) const { return heard_[Wiring::index(action)]; }
  bool knows(ActionId action) const { return Wiring::index(action) < heard_.size(); }

  // These have no branches that depend on what the player does: a wrong guess of the processor
  // would cost more than the work.
  void mark(ActionId action) {
    Heard& heard = heard_[Wiring::index(action)];
    dirty_[dirty_count_] = action;
    dirty_count_ += heard.is_dirty ? 0 : 1;
    heard.is_dirty = true;
  }

  /// One of its controls went down.
  void note_down(ActionId action) {
    ++heard_[Wiring::index(action)].downs;
    mark(action);
  }

  /// A route that held it or not now does or does not.
  void turn(ActionId action, bool was_held, bool is_held, Time time) {
    Heard& heard = heard_[Wiring::index(action)];
    const std::uint32_t before = heard.holders;
    const std::uint32_t now = before + is_held - was_held;
    const std::uint32_t is_press = std::uint32_t{before == 0} & std::uint32_t{now != 0};
    const std::uint32_t is_release = std::uint32_t{before != 0} & std::uint32_t{now == 0};
    logs_[Wiring::index(action)].note(time, is_press);
    heard.holders = now;
    heard.presses += is_press;
    heard.releases += is_release;
    mark(action);
  }
  void hold(ActionId action, Time time) { turn(action, false, true, time); }
  void let_go(ActionId action) { turn(action, true, false, {}); }

  /// Pressed once more without having been up.
  void press_again(ActionId action, Time time) {
    logs_[Wiring::index(action)].note(time, 1);
    ++heard_[Wiring::index(action)].presses;
    mark(action);
  }

  /// So many presses of these are kept.
  static constexpr int presses_told_apart = 8;
  /// Pressed so often before as many presses that are kept: nobody asks when.
  void press_unseen(ActionId action, std::uint32_t times) {
    logs_[Wiring::index(action)].skip(times);
    heard_[Wiring::index(action)].presses += times;
    mark(action);
  }

  /// A hold was let go before its time.
  void let_go_early(ActionId action) {
    ++heard_[Wiring::index(action)].early;
    mark(action);
  }

  void add_progress(ActionId action, float progress) {
    Heard& heard = heard_[Wiring::index(action)];
    heard.progress = std::max(heard.progress, progress);
    mark(action);
  }

  /// Hands out what is listed, so that what is marked after its clear_mark waits for the next
  /// update. Valid until the next call.
  std::span<const ActionId> take_dirty() {
    dirty_.swap(taken_);
    return {taken_.data(), std::exchange(dirty_count_, 0)};
  }

  void clear_mark(ActionId action) { heard_[Wiring::index(action)].is_dirty = false; }

  /// Who takes presses of an action has a cursor: how many there were when it last took one.
  std::uint32_t press_cursor(ActionId action) const { return logs_[Wiring::index(action)].end(); }
  /// True for the oldest press behind the cursor that is kept, and not older than `within` at
  /// `now`; the cursor then stands behind it.
  bool take_press(ActionId action, Duration within, Time now, std::uint32_t& cursor) const {
    return logs_[Wiring::index(action)].take(within, now, cursor);
  }
  /// The same for the seat itself.
  bool take_press(ActionId action, Duration within, Time now) {
    return take_press(action, within, now, taken_presses_[Wiring::index(action)]);
  }
  /// Nobody takes what was pressed so far any more.
  void drop_presses(ActionId action) { logs_[Wiring::index(action)].drop(); }
  /// The newest presses are as if they had not been, or one was invented.
  void forget_presses(ActionId action, std::uint32_t count) {
    logs_[Wiring::index(action)].forget(count);
  }
  void note_press(ActionId action, Time time) { logs_[Wiring::index(action)].note(time, 1); }

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack);

 private:
  template <class Pack>
  void pack_dirty(Pack& pack);

  /// When the last presses of a button were. Presses are numbered by how many there were before;
  /// the numbers wrap around, so only their differences mean something.
  class PressLog {
   public:
    void note(Time time, unsigned is_press) {
      times_[presses_ % times_.size()] = time;
      presses_ += is_press;
    }

    void skip(std::uint32_t presses) { presses_ += presses; }

    void forget(std::uint32_t count) {
      presses_ -= count;
      if (static_cast<std::int32_t>(presses_ - dropped_) < 0) dropped_ = presses_;
    }
    void drop() { dropped_ = presses_; }
    std::uint32_t end() const { return presses_; }

    bool take(Duration within, Time now, std::uint32_t& cursor) const {
      const std::uint32_t kept = std::min({presses_ - cursor, presses_ - dropped_, most_kept});
      for (std::uint32_t press = presses_ - kept; press != presses_; ++press) {
        if (now - times_[press % times_.size()] > within) continue;
        cursor = press + 1;
        return true;
      }
      return false;
    }

    bool is_unused() const { return presses_ == 0 && dropped_ == 0; }
    template <class Pack>
    void pack(Pack& pack);

   private:
    static constexpr std::uint32_t most_kept = 4;  // of which somebody asks when they were
    std::array<Time, presses_told_apart>
        times_{};  // of press n in n % 8; the one to come has a place of its own
    std::uint32_t presses_ = 0;
    std::uint32_t dropped_ = 0;  // all before this one
  };

  std::vector<Heard> heard_;                  // by action
  std::vector<PressLog> logs_;                // by action
  std::vector<std::uint32_t> taken_presses_;  // by action: the cursor of the seat itself
  std::vector<ActionId> dirty_;  // the first dirty_count_; one more has room for a write in vain
  std::vector<ActionId> taken_;  // those of the last update
  std::size_t dirty_count_ = 0;
};

}  // namespace nextmove::core
