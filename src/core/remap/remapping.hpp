// What a profile makes of a playbook, for a seat that is held to a scheme.
#pragma once

#include <span>
#include <vector>

#include <nextmove/profile.hpp>

#include "remap/placing.hpp"

namespace nextmove::core {

/// All that a seat hears in one context for one part of an action on one kind of device: what a
/// remap replaces.
struct Cell {
  ContextId context = ContextId::none;
  ActionId action = ActionId::none;
  ActionPart part = ActionPart::whole;
  DeviceKind device = DeviceKind::keyboard;

  friend bool operator==(const Cell&, const Cell&) = default;
};

/// Whether the combination stands in the list.
bool has(const std::vector<Combination>& list, const Combination& combination);

/// Whether the playbook keeps remaps away from part of this.
bool is_reserved(const Combination& combination, const PlaybookDefinition& playbook);

/// Whether remaps for this device that name no scheme count for seats that are held to `scheme`.
bool takes_unnamed(const PlaybookDefinition& playbook, SchemeId scheme, DeviceKind device);

/// The bindings of an action in a context, which stand together.
std::span<const BindingDefinition> bindings_of(const ContextDefinition& context,
                                               const ActionDefinition& action);

class Remapping {
 public:
  /// Tells what does not fit, where somebody wants to know. The playbook must outlive it.
  Remapping(const Playbook& playbook, const Profile& profile, SchemeId scheme,
            std::vector<Diagnostic>* misfits = nullptr);

  /// All of it, remapped and tuned.
  Playbook playbook() const;
  /// Remapped, but not tuned.
  PlaybookDefinition remapped() const;

  /// Actions that must keep a control and would have lost it; so nothing of them is remapped.
  std::span<const ActionId> kept() const { return kept_; }

  /// All in which the seat hears something, by the playbook or by the profile.
  std::vector<Cell> cells() const;
  /// The bindings of an action in a context, remapped but not tuned.
  std::vector<BindingDefinition> remapped(ContextId context, ActionId action) const {
    return remapped(context, action, scheme_);
  }

  /// What a seat hears in the cell by the playbook, the sticks swapped where they are.
  std::vector<Combination> usual_controls(const Cell& cell) const;
  /// And what it hears by the profile, as written there.
  std::vector<Combination> controls(const Cell& cell) const;

 private:
  /// A remap, as far as it fits, in one of its contexts under one of its schemes.
  struct Fitted {
    Cell cell;
    SchemeId scheme;
    int weight;  // how closely the remap names what it is for
    std::vector<Combination> controls;
  };
  class Fitter;

  bool still_reaches(ActionId action) const;
  Spot spot_of(const Cell& cell, SchemeId scheme) const;
  const Fitted* find(const Cell& cell, SchemeId scheme) const;
  std::vector<BindingDefinition> remapped(ContextId context, ActionId action,
                                          SchemeId scheme) const;

  const Playbook& given_;
  const Profile& profile_;
  SchemeId scheme_;
  PlaybookDefinition definition_;  // the sticks swapped where they are
  std::vector<Fitted> fitted_;
  std::vector<ActionId> kept_;
  std::vector<Tuning> tunings_;  // those that fit
};

}  // namespace nextmove::core
