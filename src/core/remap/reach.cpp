#include "remap/reach.hpp"

#include <algorithm>

#include "model/binding_parts.hpp"
#include "model/scheme_set.hpp"

namespace nextmove::core {
namespace {

constexpr unsigned bit(DeviceKind kind) {
  return 1U << static_cast<unsigned>(kind);
}

unsigned kinds_used(const SchemeDefinition& scheme) {
  unsigned kinds = 0;
  for (const DeviceKind kind : scheme.needs) kinds |= bit(kind);
  for (const DeviceKind kind : scheme.may_use) kinds |= bit(kind);
  return kinds;
}

// The parts of the action that controls of these kinds reach, as bits; the whole is all of them.
unsigned reached(const PlaybookDefinition& playbook, SchemeId scheme, unsigned kinds,
                 std::span<const BindingDefinition> bindings) {
  constexpr unsigned all = ~0U;
  unsigned parts = 0;
  for (const BindingDefinition& binding : bindings) {
    for (int i = 0; i < action_part_count; ++i) {
      const auto part = static_cast<ActionPart>(i);
      const PlacedControl& control = control_at(binding, part);
      if (!control.is_set() || (bit(device_of(control)) & kinds) == 0) continue;
      if (!is_heard_under(scheme, binding, device_of(control), playbook.schemes)) continue;
      parts |= part == ActionPart::whole ? all : 1U << static_cast<unsigned>(i);
    }
  }
  return parts;
}

}  // namespace

std::vector<unsigned> ways_to_play(const PlaybookDefinition& playbook, SchemeId scheme) {
  if (scheme != SchemeId::none) {
    return {kinds_used(playbook.schemes[static_cast<std::size_t>(scheme)])};
  }
  if (playbook.schemes.empty()) {
    return {bit(DeviceKind::keyboard) | bit(DeviceKind::mouse), bit(DeviceKind::gamepad),
            bit(DeviceKind::touch)};
  }
  std::vector<unsigned> ways;
  for (const SchemeDefinition& it : playbook.schemes) {
    if (!it.shares_devices || it.needs_kind(DeviceKind::touch)) ways.push_back(kinds_used(it));
  }
  return ways;
}

bool reaches_as_much(const PlaybookDefinition& playbook, SchemeId scheme,
                     std::span<const BindingDefinition> before,
                     std::span<const BindingDefinition> after) {
  const std::vector<unsigned> ways = ways_to_play(playbook, scheme);
  return std::all_of(ways.begin(), ways.end(), [&](unsigned kinds) {
    const unsigned had = reached(playbook, scheme, kinds, before);
    const unsigned has = reached(playbook, scheme, kinds, after);
    // Four directions are as much as the whole.
    constexpr unsigned four = 0b0001'1110;
    constexpr unsigned two = 0b0110'0000;
    const bool has_all = (has & four) == four || (has & two) == two;
    return had == ~0U ? has_all || has == ~0U : (had & ~has) == 0;
  });
}

}  // namespace nextmove::core
