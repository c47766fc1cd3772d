// What handles mean to a seat.
#pragma once

#include <string>
#include <string_view>

#include <nextmove/action.hpp>
#include <nextmove/handle.hpp>

#include "base/told_once.hpp"
#include "seat/common.hpp"

namespace nextmove::core {

class Handles {
 public:
  explicit Handles(const Common& common) : common_(common) {}

  /// The number of the action that a handle means here, by its number or else by its hash. Where
  /// there is none it is `none`, and a complaint about `call`, once for each handle.
  ActionId find(ActionId id, std::uint32_t hash, ActionKind kind, std::string_view call) const {
    const auto readings = common_.board.readings();
    const auto index = static_cast<std::size_t>(id);
    const bool fits = index < readings.size() && readings[index].hash == hash;
    return fits ? id : find_slowly(hash, kind, call);
  }
  template <ActionKind kind>
  ActionId find(Action<kind> handle, std::string_view call) const {
    return find(handle.id, handle.hash, kind, call);
  }
  ActionId find_slowly(std::uint32_t hash, ActionKind kind, std::string_view call) const;

 private:
  std::string what_is_wrong(std::uint32_t hash, ActionKind kind) const;

  const Common& common_;
  mutable ToldOnce told_;  // no part of what is said
};

}  // namespace nextmove::core
