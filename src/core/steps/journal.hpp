// Where the hub and its seats tell what happened.
#pragma once

#include <algorithm>
#include <cstdint>
#include <functional>
#include <utility>
#include <vector>

#include <nextmove/step.hpp>

namespace nextmove::core {

class Journal {
 public:
  using Listener = std::function<void(const Step&)>;

  /// A step costs something to make, so it is made only where somebody listens.
  bool is_on() const { return is_on_; }
  /// Whether a listener is being told something right now.
  bool is_telling() const { return is_telling_; }

  void tell(const Step& step) {
    is_telling_ = true;
    for (const auto& [id, listener] : listeners_) listener(step);
    is_telling_ = false;
  }

  /// Not while one is told something.
  ListenerId add(Listener listener) {
    is_on_ = true;
    listeners_.emplace_back(static_cast<ListenerId>(++listeners_ever_), std::move(listener));
    return listeners_.back().first;
  }
  void remove(ListenerId id) {
    std::erase_if(listeners_, [&](const auto& it) { return it.first == id; });
    is_on_ = !listeners_.empty();
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
  std::vector<std::pair<ListenerId, Listener>> listeners_;
  std::uint32_t listeners_ever_ = 0;
  bool is_on_ = false;  // quicker to ask than the list, with every event
  bool is_telling_ = false;
};

}  // namespace nextmove::core
