// What must hold for one binding, given the action that it drives.
#pragma once

#include <functional>
#include <span>
#include <string>
#include <vector>

#include <nextmove/playbook.hpp>

#include "model/source.hpp"

namespace nextmove::core {

/// Whether it names any, right or wrong.
bool has_control(const BindingDefinition& binding);
/// Whether it says only that its action starts out unbound.
bool is_unbound(const BindingDefinition& binding);

class BindingChecker {
 public:
  using Report = std::function<void(Place, std::string)>;

  /// A control that a binding uses rightly.
  struct Use {
    ResolvedControl control;
    const PlacedControl* placed = nullptr;
    const BindingDefinition* binding = nullptr;
    const ActionDefinition* action = nullptr;

    std::string name() const { return to_string(*placed); }
    Place place() const { return placed->place; }
  };

  BindingChecker(const std::vector<ZoneDefinition>& zones, Report report)
      : zones_(zones), report_(std::move(report)) {}

  /// Reports what is wrong with `binding`; the controls that are right, until the next call.
  std::span<const Use> check(const BindingDefinition& binding, const ActionDefinition& action);

  void check_thresholds(const Thresholds& thresholds);
  void check_reserved(const std::vector<PlacedControl>& reserved);

 private:
  void check_controls();
  void check_direction(const Direction& direction);
  void check_whole(bool has_directions);
  void check_with();
  void check_gesture();
  void check_shaping();
  void check_shaping_of_displacement();
  void check_curve();
  void check_rate();

  std::optional<ResolvedControl> resolved(const PlacedControl& placed);
  bool has_displacement() const;
  bool has_live_control() const;
  bool has_place() const;
  void use(const PlacedControl& placed, const ResolvedControl& control);

  const std::vector<ZoneDefinition>& zones_;
  Report report_;
  const BindingDefinition* binding_ = nullptr;
  const ActionDefinition* action_ = nullptr;
  std::vector<Use> uses_;
  std::size_t unknown_zones_ = 0;
};

}  // namespace nextmove::core
