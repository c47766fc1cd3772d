// One binding from TOML.
#pragma once

#include <nextmove/binding.hpp>

#include "toml_values.hpp"

namespace nextmove::files {

class BindingReader {
 public:
  explicit BindingReader(TomlValues& values) : values_(values) {}

  /// Appends the bindings of an action: one or a list of them. An empty list names an action that
  /// starts out unbound.
  void read_all(const TomlEntry& action, std::vector<BindingDefinition>& bindings);

 private:
  void read(const TomlEntry& action, const toml::node& node,
            std::vector<BindingDefinition>& bindings);
  void read_key(const TomlEntry& entry, BindingDefinition& binding);
  bool read_direction(const TomlEntry& entry, BindingDefinition& binding);
  bool read_threshold(const TomlEntry& entry, Thresholds& thresholds);
  bool read_shaping(const TomlEntry& entry, Shaping& shaping);
  bool read_gesture(const TomlEntry& entry, Gesture& gesture);
  void read_repeat(const TomlEntry& entry, Gesture& gesture);
  void read_curve(const TomlEntry& entry, Curve& curve);
  void read_invert(const TomlEntry& entry, Shaping& shaping);

  TomlValues& values_;
  /// Of the binding at hand: where a direction names several controls, those behind the first.
  std::vector<BindingDefinition> further_;
  bool has_gesture_ = false;           // in the binding at hand
  const TomlEntry* within_ = nullptr;  // likewise
};

/// The binding that lists an action as unbound.
BindingDefinition unbound(const TomlEntry& action);

}  // namespace nextmove::files
