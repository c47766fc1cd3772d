#include <algorithm>

#include <nextmove/scheme.hpp>

#include "model/scheme_set.hpp"

namespace nextmove {

bool SchemeDefinition::needs_kind(DeviceKind kind) const {
  return std::find(needs.begin(), needs.end(), kind) != needs.end();
}

bool SchemeDefinition::uses_kind(DeviceKind kind) const {
  return needs_kind(kind) || std::find(may_use.begin(), may_use.end(), kind) != may_use.end();
}

namespace core {

// The fingers of those who share a touch screen are told apart by where they land, so they can all
// hear the same.
SchemeSet heard_under(const BindingDefinition& binding, DeviceKind device,
                      std::span<const SchemeDefinition> schemes) {
  SchemeSet set = no_scheme_bit;
  for (std::size_t i = 0; i < schemes.size() && i < most_schemes; ++i) {
    const SchemeDefinition& scheme = schemes[i];
    const bool is_told_apart = !scheme.shares_devices || device == DeviceKind::touch;
    const bool is_heard =
        binding.schemes.empty()
            ? is_told_apart && scheme.uses_kind(device)
            : std::any_of(binding.schemes.begin(), binding.schemes.end(),
                          [&](const PlacedName& name) { return name.name == scheme.name; });
    if (is_heard) set |= bit_of(static_cast<SchemeId>(i));
  }
  return set;
}

}  // namespace core
bool is_heard_under(SchemeId scheme, const BindingDefinition& binding, DeviceKind device,
                    std::span<const SchemeDefinition> schemes) {
  return (core::heard_under(binding, device, schemes) & core::bit_of(scheme)) != 0;
}

}  // namespace nextmove
