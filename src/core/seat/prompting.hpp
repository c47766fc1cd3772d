// What a seat tells its player: which device is in hand, and the prompts for it, kept until
// something changes.
#pragma once

#include <cstdint>
#include <map>
#include <span>
#include <string_view>
#include <utility>
#include <vector>

#include <nextmove/prompt.hpp>

#include "seat/common.hpp"
#include "seat/hand.hpp"

namespace nextmove::core {

class Prompting {
 public:
  explicit Prompting(const Common& common) : common_(common) {}

  std::uint32_t version() const { return version_; }
  /// What prompts go by has changed.
  void renew() {
    ++version_;
    kept_.clear();
  }

  const Labels& labels() const { return labels_; }
  void set_words(const Wording& wording, const KeyLabels& keys);
  void set_family(const Family& family);

  /// What the player uses; none where the seat has no device.
  DeviceId device_in_hand() const {
    return hand_.slot() != nullptr ? hand_.slot()->device : DeviceId::none;
  }
  void take_in_hand(DeviceId device);
  /// What was used last comes to hand, where it is time for it.
  void settle_hand(Time now) {
    if (hand_.settle(common_.slots, now)) [[unlikely]]
      note_hands();
  }
  /// A device is new.
  void add(Slot& slot, Time time);
  /// It is about to go. Note the hands when it has gone.
  void forget(const Slot& slot, Time time);
  /// Nobody plays here any more.
  void forget_player();
  void note_hands();

  std::span<const Prompt> prompts(ActionId action, ActionPart part) const;
  Caption caption(std::string_view text) const;

  /// Its part of a snapshot; see pack.hpp.
  template <class Pack>
  void pack(Pack& pack);

 private:
  std::vector<std::vector<DeviceKind>> hands() const;
  template <class Use>
  auto with_setting(Use use) const;

  const Common& common_;
  Hand hand_;
  unsigned hands_ = 0;  // what prompts go by; see note_hands
  unsigned had_ = 0;    // kinds of device, a bit each, that whoever has lost all had in hand last
  Labels labels_;
  std::uint32_t version_ = 1;
  /// No part of the seat's state.
  mutable std::map<std::pair<ActionId, ActionPart>, std::vector<Prompt>> kept_;
};

}  // namespace nextmove::core
