// Two at one keyboard: what one of them uses is not the other's to take.
#pragma once

#include <string>
#include <vector>

#include <nextmove/action.hpp>
#include <nextmove/binding.hpp>
#include <nextmove/device.hpp>
#include <nextmove/playbook.hpp>
#include <nextmove/scheme.hpp>

namespace nextmove {

class Seat;

/// A control that somebody else has on a device that a seat shares.
struct TakenControl {
  PlacedControl control{};
  std::string by{};    ///< the name of their seat, or the label of a scheme
  std::string what{};  ///< what it does for them, by its label; empty where it is for joining

  friend bool operator==(const TakenControl&, const TakenControl&) = default;
};

/// What those may have who share devices with a player under this scheme: by the playbook, all
/// controls of the other schemes that share, and what joins under them. Nothing for a scheme that
/// shares nothing. For menus and tools that know of nobody who sits there; see Hub::taken_controls.
std::vector<TakenControl> taken_by_schemes(const Playbook& playbook, SchemeId scheme);

/// A control on a shared device that does something for two players at one press, which the
/// playbook does not want so: what one of them has changed has brought it about.
struct SharedClash {
  struct Use {
    Seat* seat = nullptr;
    ActionId action = ActionId::none;

    friend bool operator==(const Use&, const Use&) = default;
  };
  DeviceId device = DeviceId::none;
  PlacedControl control{};
  Use first{};
  Use second{};

  friend bool operator==(const SharedClash&, const SharedClash&) = default;
};

}  // namespace nextmove
