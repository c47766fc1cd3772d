// Words for what playbooks and controls hold, shared by the tables and the JSON.
#pragma once

#include <span>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/nextmove.hpp>

struct NamedControl {
  std::string_view direction;  ///< "control" where it drives the whole action
  nextmove::PlacedControl control;
};

/// The controls that a binding names, the whole one or those of its directions.
std::vector<NamedControl> controls_of(const nextmove::BindingDefinition& binding);

/// "keyboard, mouse".
std::string listed(std::span<const nextmove::DeviceKind> kinds);

/// "up or down", "0 to 1" and so on.
std::string_view values_of(nextmove::ControlForm form);
