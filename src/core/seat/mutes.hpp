// A seat's mutes: which are on, and what is silent because of them.
#pragma once

#include <cstdint>
#include <span>
#include <vector>

#include "seat/common.hpp"
#include "seat/router.hpp"

namespace nextmove::core {

class Mutes {
 public:
  /// Both must outlive it.
  Mutes(Common& common, Router& router)
      : common_(common), router_(router), counts_(common.playbook.mutes().size()) {}

  // `none` does nothing.
  void mute(MuteId mute);
  void unmute(MuteId mute);

  // A context brings mutes along.
  void enter(ContextId context);
  void leave(ContextId context);

  bool is_muted(ActionId action) const;
  /// How often each is on by itself, by MuteId.
  std::span<const std::uint32_t> counts() const { return counts_; }

  /// The playbook is another; those that are on stay on.
  void play_on();

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack);

 private:
  bool exists(MuteId mute) const { return static_cast<std::size_t>(mute) < counts_.size(); }
  std::span<const MuteId> mutes_with(ContextId context) const {
    return common_.playbook.data().mutes_with[Wiring::index(context)];
  }
  void silence(MuteId mute, int times);

  Common& common_;
  Router& router_;
  std::vector<std::uint32_t> counts_;  // by mute
};

}  // namespace nextmove::core
