// When a seat last changed in ways that make what is down wait for a fresh press.
#pragma once

#include <cstddef>
#include <vector>

#include <nextmove/explain.hpp>

#include "seat/contact.hpp"

namespace nextmove::core {

inline constexpr std::size_t interruption_count =
    static_cast<std::size_t>(Interruption::with_control) + 1;

class Changes {
 public:
  /// For so many contexts and mutes, whose numbers hold from one playbook to the next.
  void make_room(std::size_t contexts, std::size_t mutes) {
    entered_.resize(contexts, never);
    left_.resize(contexts, never);
    unmuted_.resize(mutes, never);
  }

  void note(Interruption what, Time at) { times_[static_cast<std::size_t>(what)] = at; }
  void note_entered(ContextId context, Time at) {
    entered_[static_cast<std::size_t>(context)] = at;
  }
  void note_left(ContextId context, Time at) { left_[static_cast<std::size_t>(context)] = at; }
  void note_unmuted(MuteId mute, Time at) { unmuted_[static_cast<std::size_t>(mute)] = at; }

  // `never` where it has not happened.
  Time last(Interruption what) const { return times_[static_cast<std::size_t>(what)]; }
  Time entered(ContextId context) const { return entered_[static_cast<std::size_t>(context)]; }
  Time left(ContextId context) const { return left_[static_cast<std::size_t>(context)]; }
  Time unmuted(MuteId mute) const { return unmuted_[static_cast<std::size_t>(mute)]; }

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack);

 private:
  using Times = std::vector<Time>;

  std::vector<Time> times_ = std::vector<Time>(interruption_count, never);
  std::vector<Time> entered_;  // by context
  std::vector<Time> left_;     // likewise
  std::vector<Time> unmuted_;  // by mute
};

}  // namespace nextmove::core
