// How controls are called in front of players, and what each has in hand.
#pragma once

#include <memory>
#include <span>
#include <utility>
#include <vector>

#include <nextmove/family.hpp>
#include <nextmove/labels.hpp>
#include <nextmove/seat.hpp>
#include <nextmove/wording.hpp>

#include "players/device_list.hpp"
#include "players/notices.hpp"

namespace nextmove::core {

struct PackLimits;

class Lettering {
 public:
  using Seats = std::span<const std::unique_ptr<Seat>>;

  /// Must outlive it.
  explicit Lettering(const DeviceList& devices) : devices_(devices) {}

  /// A seat is new.
  void add(Seat& seat) const;
  void set_wording(Wording wording, Seats seats);
  void set_key_labels(KeyLabels keys, Seats seats);
  void set_families(Families families, Seats seats);
  const Families& families() const { return families_; }
  /// What controls are called for whoever holds this device, though nobody has it.
  Labels labels(DeviceId device) const {
    return {wording_, keys_, families_.of(devices_.at(device).device)};
  }
  /// The seat's devices have changed.
  void find_family(Seat& seat);
  /// Tells of those who have another device in hand.
  void note_hands(Seats seats, Notices& notices, Time now);

  /// Its part of a snapshot: which devices are in hand. `is_other` says whether devices have come
  /// back that are others than before.
  template <class Pack>
  void pack(Pack& pack, const PackLimits& limits, bool is_other);

 private:
  const DeviceList& devices_;
  Wording wording_;
  KeyLabels keys_;
  Families families_;
  std::vector<DeviceId> in_hand_;  // by seat, as told
  std::vector<std::pair<Seat*, DeviceId>> last_pads_;
};

}  // namespace nextmove::core
