#include "remap/remapping.hpp"

#include <algorithm>
#include <functional>
#include <string>

#include <nextmove/nearest.hpp>

#include "base/names.hpp"
#include "base/shown.hpp"
#include "compiled/check_binding.hpp"
#include "compiled/playbook_data.hpp"
#include "model/binding_parts.hpp"
#include "model/scheme_set.hpp"
#include "model/source.hpp"
#include "remap/reach.hpp"
#include "remap/tuning.hpp"

namespace nextmove::core {

bool has(const std::vector<Combination>& list, const Combination& combination) {
  return std::find(list.begin(), list.end(), combination) != list.end();
}

bool is_reserved(const Combination& combination, const PlaybookDefinition& playbook) {
  const auto is_kept_off = [&](const PlacedControl& placed) {
    const auto control = resolve(placed, playbook.zones);
    return control && std::any_of(playbook.reserved.begin(), playbook.reserved.end(),
                                  [&](const PlacedControl& reserved) {
                                    const auto other = resolve(reserved, playbook.zones);
                                    return other && overlap(*control, *other);
                                  });
  };
  return is_kept_off(combination.control) ||
         std::any_of(combination.with.begin(), combination.with.end(), is_kept_off);
}

bool takes_unnamed(const PlaybookDefinition& playbook, SchemeId scheme, DeviceKind device) {
  return scheme == SchemeId::none || device == DeviceKind::touch ||
         !playbook.schemes[static_cast<std::size_t>(scheme)].shares_devices;
}

std::span<const BindingDefinition> bindings_of(const ContextDefinition& context,
                                               const ActionDefinition& action) {
  const auto is_of_action = [&](const BindingDefinition& it) { return it.action == action.name; };
  const auto& all = context.bindings;
  const auto begin = std::find_if(all.begin(), all.end(), is_of_action);
  const auto end = std::find_if_not(begin, all.end(), is_of_action);
  return {begin, end};
}

/// Finds out what of a profile fits.
class Remapping::Fitter {
 public:
  Fitter(Remapping& remapping, std::vector<Diagnostic>* misfits)
      : it_(remapping), definition_(remapping.definition_), misfits_(misfits) {}

  void run() {
    for (const Remap& remap : it_.profile_.remaps) fit(remap);
    keep_required_actions();
    for (const Tuning& tuning : it_.profile_.tunings) {
      const std::vector<std::string> wrong = problems_of(tuning, it_.given_);
      if (wrong.empty()) it_.tunings_.push_back(tuning);
      for (const std::string& message : wrong) report(tuning.place, "tuning: " + message);
    }
  }

 private:
  // Once, however many contexts and schemes it holds for.
  void report(Place place, std::string message) const {
    if (misfits_ == nullptr) return;
    const bool is_known =
        std::any_of(misfits_->begin(), misfits_->end(), [&](const Diagnostic& other) {
          return other.place.line == place.line && other.place.column == place.column &&
                 other.message == message;
        });
    if (is_known) return;
    misfits_->push_back({Severity::warning, it_.profile_.file, place, std::move(message), {}});
  }

  void fit(const Remap& remap) {
    remap_ = &remap;
    const auto found = it_.given_.find_action(remap.action);
    if (!found) {
      return report("there is no action " + quoted(remap.action) +
                    did_you_mean(remap.action, names_of(it_.given_.actions())));
    }
    action_ = *found;
    const ActionDefinition& action = it_.given_.action(action_);
    if (action.is_fixed) return report("it cannot be remapped");
    if (!has_part(action.kind, remap.part)) {
      return report("it has no direction " + quoted(to_string(remap.part)));
    }
    for (const std::string& other : remap.beside) {
      if (it_.given_.find_action(other)) continue;
      report("there is no action " + quoted(other) + " that it could stand beside" +
             did_you_mean(other, names_of(it_.given_.actions())));
    }
    const std::vector<ContextId> contexts = contexts_of(remap, action);
    const std::vector<SchemeId> schemes = schemes_of(remap);
    if (contexts.empty() || schemes.empty()) return;
    std::vector<Combination> controls = allowed(remap, action);
    for (const ContextId context : contexts) refuse_unfit(context, schemes, controls);
    if (controls.empty() && !remap.controls.empty()) return;
    const int weight = (remap.schemes.empty() ? 0 : 2) + (remap.context.empty() ? 0 : 1);
    for (const ContextId context : contexts) {
      for (const SchemeId scheme : schemes) {
        const Cell cell{context, action_, remap.part, remap.device};
        it_.fitted_.push_back({cell, scheme, weight, controls});
      }
    }
  }

  void report(std::string message) const {
    report(remap_->place, "remap of " + quoted(remap_->action) + ": " + std::move(message));
  }

  // Where the action is bound, or, where the remap names a context, there.
  std::vector<ContextId> contexts_of(const Remap& remap, const ActionDefinition& action) const {
    std::vector<ContextId> contexts;
    for (std::size_t i = 0; i < definition_.contexts.size(); ++i) {
      const ContextDefinition& context = definition_.contexts[i];
      const bool is_meant = remap.context.empty() || remap.context == context.name;
      const bool has_it = !bindings_of(context, action).empty();
      if (is_meant && has_it) contexts.push_back(static_cast<ContextId>(i));
    }
    if (!contexts.empty()) return contexts;
    if (remap.context.empty()) {
      report("no context binds it any more");
    } else if (!it_.given_.find_context(remap.context)) {
      report("there is no context " + quoted(remap.context) +
             did_you_mean(remap.context, names_of(it_.given_.contexts())));
    } else {
      report("context " + quoted(remap.context) + " does not bind it");
    }
    return contexts;
  }

  std::vector<SchemeId> schemes_of(const Remap& remap) const {
    std::vector<SchemeId> schemes;
    for (const std::string& name : remap.schemes) {
      const auto scheme = it_.given_.find_scheme(name);
      if (!scheme) {
        report("there is no scheme " + quoted(name) +
               did_you_mean(name, names_of(it_.given_.schemes())));
      } else if (!it_.given_.scheme(*scheme).uses_kind(remap.device)) {
        report("the scheme " + quoted(name) + " is not played on a " +
               std::string{to_string(remap.device)});
      } else {
        schemes.push_back(*scheme);
      }
    }
    if (!remap.schemes.empty()) return schemes;
    schemes.push_back(SchemeId::none);
    for (std::size_t i = 0; i < definition_.schemes.size(); ++i) {
      const auto scheme = static_cast<SchemeId>(i);
      const bool is_played_so = definition_.schemes[i].uses_kind(remap.device);
      if (is_played_so && takes_unnamed(definition_, scheme, remap.device)) {
        schemes.push_back(scheme);
      }
    }
    return schemes;
  }

  // What may be on it at all, each once.
  std::vector<Combination> allowed(const Remap& remap, const ActionDefinition& action) const {
    std::vector<Combination> controls;
    for (const Combination& combination : remap.controls) {
      const std::string name = to_string(combination);
      if (!combination.control.is_set() || device_of(combination.control) != remap.device) {
        report((name.empty() ? "an empty control" : name) + " is not on a " +
               std::string{to_string(remap.device)});
      } else if (is_reserved(combination, definition_)) {
        report(name + " is reserved");
      } else if (!combination.with.empty() && !takes_with(action)) {
        report(name + ": this action takes no combinations");
      } else if (!has(controls, combination)) {
        controls.push_back(combination);
      }
    }
    return controls;
  }

  bool takes_with(const ActionDefinition& action) const {
    return action.takes_with ||
           std::any_of(definition_.contexts.begin(), definition_.contexts.end(),
                       [&](const ContextDefinition& context) {
                         const auto bindings = bindings_of(context, action);
                         return std::any_of(bindings.begin(), bindings.end(),
                                            [](const auto& it) { return !it.with.empty(); });
                       });
  }

  void refuse_unfit(ContextId context, std::span<const SchemeId> schemes,
                    std::vector<Combination>& controls) const {
    const Cell cell{context, action_, remap_->part, remap_->device};
    const auto bindings = bindings_of(definition_.contexts[static_cast<std::size_t>(context)],
                                      definition_.actions[static_cast<std::size_t>(action_)]);
    for (const SchemeId scheme : schemes) {
      const Placed tried =
          placed(it_.spot_of(cell, scheme), {bindings.begin(), bindings.end()}, bindings, controls);
      for (const Combination& refused : tried.refused) {
        std::erase(controls, refused);
        report(to_string(refused) + " cannot drive it" + advice());
      }
    }
  }

  std::string advice() const {
    const ActionKind kind = it_.given_.action(action_).kind;
    return std::string{", which is of kind "}.append(to_string(kind));
  }

  // An action that must keep a control is reached, on the devices of each scheme, in all the
  // directions that the playbook gives it there; else nothing of it is remapped.
  void keep_required_actions() {
    for (std::size_t i = 0; i < definition_.actions.size(); ++i) {
      const auto action = static_cast<ActionId>(i);
      if (!definition_.actions[i].is_required || it_.still_reaches(action)) continue;
      it_.kept_.push_back(action);
      std::erase_if(it_.fitted_, [&](const Fitted& it) { return it.cell.action == action; });
      for (const Remap& remap : it_.profile_.remaps) {
        remap_ = &remap;
        if (remap.action == definition_.actions[i].name) {
          report("it must keep a control under each scheme, so nothing of it is remapped");
        }
      }
    }
  }

  Remapping& it_;
  const PlaybookDefinition& definition_;
  std::vector<Diagnostic>* misfits_;
  const Remap* remap_ = nullptr;
  ActionId action_ = ActionId::none;
};

Remapping::Remapping(const Playbook& playbook, const Profile& profile, SchemeId scheme,
                     std::vector<Diagnostic>* misfits)
    : given_(playbook), profile_(profile), scheme_(scheme), definition_(playbook.definition()) {
  if (profile.swaps_sticks) {
    for (ContextDefinition& context : definition_.contexts) {
      for (BindingDefinition& binding : context.bindings) swap_sticks(binding);
    }
  }
  Fitter{*this, misfits}.run();
}

Spot Remapping::spot_of(const Cell& cell, SchemeId scheme) const {
  return {definition_, definition_.actions[static_cast<std::size_t>(cell.action)], cell.part,
          cell.device, scheme};
}

const Remapping::Fitted* Remapping::find(const Cell& cell, SchemeId scheme) const {
  const Fitted* found = nullptr;
  for (const Fitted& it : fitted_) {
    const bool counts = it.cell == cell && it.scheme == scheme;
    if (counts && (found == nullptr || it.weight >= found->weight)) found = &it;
  }
  return found;
}

std::vector<Cell> Remapping::cells() const {
  std::vector<Cell> cells;
  const auto add = [&](const Cell& cell) {
    if (std::find(cells.begin(), cells.end(), cell) == cells.end()) cells.push_back(cell);
  };
  for (std::size_t i = 0; i < definition_.contexts.size(); ++i) {
    for (const BindingDefinition& binding : definition_.contexts[i].bindings) {
      const ActionId action = *given_.find_action(binding.action);
      for (int part = 0; part < action_part_count; ++part) {
        const PlacedControl& control = control_at(binding, static_cast<ActionPart>(part));
        if (!control.is_set()) continue;
        const Cell cell{static_cast<ContextId>(i), action, static_cast<ActionPart>(part),
                        device_of(control)};
        if (is_heard_under(scheme_, binding, cell.device, definition_.schemes)) add(cell);
      }
    }
  }
  for (const Fitted& it : fitted_) {
    if (it.scheme == scheme_) add(it.cell);
  }
  return cells;
}

std::vector<Combination> Remapping::usual_controls(const Cell& cell) const {
  const ContextDefinition& context = definition_.contexts[static_cast<std::size_t>(cell.context)];
  const Spot spot = spot_of(cell, scheme_);
  return controls_at(spot, bindings_of(context, spot.action));
}

std::vector<Combination> Remapping::controls(const Cell& cell) const {
  const Fitted* fitted = find(cell, scheme_);
  return fitted != nullptr ? fitted->controls : usual_controls(cell);
}

bool Remapping::still_reaches(ActionId action) const {
  const ActionDefinition& definition = definition_.actions[static_cast<std::size_t>(action)];
  const auto still_does = [&](ContextId context, SchemeId scheme) {
    const auto before =
        bindings_of(definition_.contexts[static_cast<std::size_t>(context)], definition);
    return reaches_as_much(definition_, scheme, before, remapped(context, action, scheme));
  };
  for (std::size_t i = 0; i < definition_.contexts.size(); ++i) {
    const auto context = static_cast<ContextId>(i);
    if (!still_does(context, SchemeId::none)) return false;
    for (std::size_t j = 0; j < definition_.schemes.size(); ++j) {
      if (!still_does(context, static_cast<SchemeId>(j))) return false;
    }
  }
  return true;
}

PlaybookDefinition Remapping::remapped() const {
  PlaybookDefinition definition = definition_;
  for (std::size_t i = 0; i < definition.contexts.size(); ++i) {
    const auto context = static_cast<ContextId>(i);
    std::vector<BindingDefinition> bindings;
    const std::vector<BindingDefinition>& usual = definition_.contexts[i].bindings;
    for (auto it = usual.begin(); it != usual.end();) {
      const ActionId action = *given_.find_action(it->action);
      const std::vector<BindingDefinition> of_action = remapped(context, action, scheme_);
      bindings.insert(bindings.end(), of_action.begin(), of_action.end());
      it += static_cast<std::ptrdiff_t>(
          bindings_of(definition_.contexts[i], given_.action(action)).size());
    }
    definition.contexts[i].bindings = std::move(bindings);
  }
  return definition;
}

Playbook Remapping::playbook() const {
  if (profile_.is_empty()) return given_;
  PlaybookDefinition definition = remapped();
  for (ContextDefinition& context : definition.contexts) {
    for (BindingDefinition& binding : context.bindings) {
      const ActionKind kind = given_.action(*given_.find_action(binding.action)).kind;
      binding = tuned(std::move(binding), kind, tunings_);
    }
  }
  return Playbook{std::make_shared<PlaybookData>(std::move(definition))};
}

std::vector<BindingDefinition> Remapping::remapped(ContextId context, ActionId action,
                                                   SchemeId scheme) const {
  const auto usual = bindings_of(definition_.contexts[static_cast<std::size_t>(context)],
                                 definition_.actions[static_cast<std::size_t>(action)]);
  std::vector<BindingDefinition> bindings{usual.begin(), usual.end()};
  for (const Fitted& it : fitted_) {
    const bool is_here = it.cell.context == context && it.cell.action == action;
    if (!is_here || it.scheme != scheme || find(it.cell, scheme) != &it) continue;
    bindings = placed(spot_of(it.cell, scheme), std::move(bindings), usual, it.controls).bindings;
  }
  return bindings;
}

}  // namespace nextmove::core
