// Under which schemes a control of a binding is heard, as bits.
#pragma once

#include <cstdint>
#include <span>

#include <nextmove/scheme.hpp>

namespace nextmove::core {

/// One bit per scheme, by number; and one for the seats that are held to none.
using SchemeSet = std::uint32_t;

inline constexpr SchemeSet no_scheme_bit = 1U << most_schemes;
inline constexpr SchemeSet every_scheme = ~SchemeSet{0};

/// Nothing for a number that is too large: adopting one playbook after another can lead there.
constexpr SchemeSet bit_of(SchemeId scheme) {
  if (scheme == SchemeId::none) return no_scheme_bit;
  const auto number = static_cast<unsigned>(scheme);
  return number < most_schemes ? 1U << number : 0;
}

/// Where `binding` is heard when its control sits on a device of this kind. Names that are no
/// schemes count for nothing.
SchemeSet heard_under(const BindingDefinition& binding, DeviceKind device,
                      std::span<const SchemeDefinition> schemes);

}  // namespace nextmove::core
