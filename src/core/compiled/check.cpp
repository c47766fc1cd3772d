// What must hold for a definition to be played, and what to say where it does not.
#include "compiled/check.hpp"

#include <algorithm>
#include <map>
#include <set>
#include <span>
#include <vector>

#include <nextmove/nearest.hpp>
#include <nextmove/playbook.hpp>

#include "base/names.hpp"
#include "base/shown.hpp"
#include "compiled/check_binding.hpp"
#include "compiled/check_clashes.hpp"
#include "compiled/check_whole.hpp"
#include "model/scheme_set.hpp"

namespace nextmove {
namespace {

using core::can_be_down;
using core::first_stands;
using core::quoted;

constexpr std::size_t most_actions = 60'000;
constexpr std::size_t most_contexts = 1'000;
constexpr std::size_t most_mutes = 1'000;
constexpr std::size_t most_zones = 1'000;
constexpr std::size_t longest_name = 200;  // bytes
constexpr std::size_t longest_label = 1'000;

bool is_name(std::string_view name) {
  const auto is_letter = [](char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || c == '_';
  };
  const auto is_digit = [](char c) { return c >= '0' && c <= '9'; };
  return !name.empty() && !is_digit(name.front()) &&
         std::all_of(name.begin(), name.end(), [&](char c) { return is_letter(c) || is_digit(c); });
}

class Checker {
 public:
  Checker(const PlaybookDefinition& definition, const core::ActionNumbers& actions)
      : definition_(definition),
        actions_(actions),
        is_driven_(definition.actions.size()),
        moved_(definition.actions.size()),
        bindings_(definition.zones,
                  [this](Place place, std::string message) { error(place, std::move(message)); }),
        clashes_(definition.schemes,
                 {[this](Place place, std::string message) { error(place, std::move(message)); },
                  [this](Place place, std::string message) { warn(place, std::move(message)); }}),
        whole_(definition,
               [this](Place place, std::string message) { warn(place, std::move(message)); }) {}

  std::vector<Diagnostic> run() {
    check_length("title", definition_.title, longest_label, {});
    check_actions();
    check_zones();
    check_schemes();
    check_mutes();
    check_contexts();
    bindings_.check_reserved(definition_.reserved);
    check_all_driven();
    check_motions();
    if (!has_errors(found_)) whole_.look_at_schemes();
    std::stable_sort(found_.begin(), found_.end(), [](const Diagnostic& a, const Diagnostic& b) {
      return std::pair{a.place.line, a.place.column} < std::pair{b.place.line, b.place.column};
    });
    return std::move(found_);
  }

 private:
  using Use = core::BindingChecker::Use;

  void error(Place place, std::string message) {
    found_.push_back({Severity::error, {}, place, std::move(message), {}});
  }
  void warn(Place place, std::string message) {
    found_.push_back({Severity::warning, {}, place, std::move(message), {}});
  }

  void check_name(std::string_view name, Place place) {
    if (!is_name(name)) error(place, quoted(name) + " is no name; use letters, digits and _");
    check_length("name", name, longest_name, place);
  }

  // Whatever is shown would be drowned by it.
  void check_length(std::string_view what, std::string_view text, std::size_t most, Place place) {
    if (text.size() <= most) return;
    error(place, "this " + std::string{what} + " is longer than " + std::to_string(most) +
                     " bytes: " + quoted(text.substr(0, 20)) + " and so on");
  }

  void check_actions() {
    if (definition_.actions.size() > most_actions) {
      error({}, "there are more than " + std::to_string(most_actions) + " actions");
    }
    for (const ActionDefinition& action : definition_.actions) {
      check_name(action.name, action.place);
      const ActionDefinition* const first = find_action(action.name);
      if (first != nullptr && first != &action) {
        error(action.place,
              "action " + quoted(action.name) + " is defined twice" + first_stands(first->place));
        is_driven_[number_of(action)] = true;  // enough is said of it
      }
      check_length("label", action.label, longest_label, action.place);
      check_length("group", action.group, longest_label, action.place);
      check_digital(action);
      check_opposite(action);
    }
  }

  void check_opposite(const ActionDefinition& action) {
    if (action.kind != ActionKind::button || action.opposite == Opposite::cancel) return;
    error(action.place,
          "opposite is for what has directions; " + quoted(action.name) + " is a button");
  }

  void check_digital(const ActionDefinition& action) {
    const bool is_digital = action.kind == ActionKind::axis || action.kind == ActionKind::vector;
    bindings_.check_thresholds(action.digital);
    if (!is_digital && action.digital != Thresholds{}) {
      error(action.digital.place,
            "here press_at and release_at are for axes and vectors, which can be read digitally; a "
            "button's stand in its bindings");
    }
  }

  void check_zones() {
    if (definition_.zones.size() > most_zones) {
      error({}, "there are more than " + std::to_string(most_zones) + " zones");
    }
    std::map<std::string_view, Place> zones;
    for (const ZoneDefinition& zone : definition_.zones) {
      check_name(zone.name, zone.place);
      const auto [first, is_new] = zones.emplace(zone.name, zone.place);
      if (!is_new) {
        error(zone.place,
              "zone " + quoted(zone.name) + " is defined twice" + first_stands(first->second));
      }
      check_zone(zone);
    }
  }

  void check_zone(const ZoneDefinition& zone) {
    const auto is_share = [](float value) { return value >= 0 && value <= 1; };
    const bool has_size = zone.width > 0 && zone.height > 0;
    if (!has_size || !is_share(zone.x) || !is_share(zone.y) || !is_share(zone.width) ||
        !is_share(zone.height)) {
      error(zone.place, "x, y, width and height of a zone lie between 0 and 1, and it has a size");
    } else if (zone.corner == Corner::none &&
               (zone.x + zone.width > 1.0001F || zone.y + zone.height > 1.0001F)) {
      error(zone.place, "zone " + quoted(zone.name) + " reaches beyond the window");
    }
    if (zone.is_floating && zone.kind != ZoneKind::stick) {
      error(zone.place, "only a stick can float");
    }
  }

  void check_schemes() {
    if (definition_.schemes.size() > most_schemes) {
      error(definition_.schemes[most_schemes].place,
            "there are more than " + std::to_string(most_schemes) + " schemes");
    }
    for (const SchemeDefinition& scheme : definition_.schemes) {
      check_name(scheme.name, scheme.place);
      check_length("label", scheme.label, longest_label, scheme.place);
      const auto [first, is_new] = schemes_.emplace(scheme.name, &scheme);
      if (!is_new) {
        error(scheme.place, "scheme " + quoted(scheme.name) + " is defined twice" +
                                first_stands(first->second->place));
      }
      if (scheme.needs.empty()) {
        error(scheme.place,
              "scheme " + quoted(scheme.name) +
                  " needs no device; write needs = [\"keyboard\"], or what else it is played on");
      }
      if (scheme.join.is_set()) check_join(scheme);
    }
  }

  void check_join(const SchemeDefinition& scheme) {
    const PlacedControl& join = scheme.join;
    const auto control = core::resolve(join, definition_.zones);
    const bool is_key = control && join.zone.empty() && can_be_down(control->form) &&
                        control->form != ControlForm::stick_half;
    if (!is_key) {
      error(join.place,
            to_string(join) + " cannot be a join control; it takes a key, a button or a trigger");
    } else if (!scheme.needs_kind(control->device)) {
      const std::string kind{to_string(control->device)};
      error(join.place, to_string(join) + " is on a " + kind + ", which scheme " +
                            quoted(scheme.name) + " does not need; add \"" + kind +
                            "\" to needs, or take another control");
    } else {
      check_join_is_its_own(scheme);
    }
  }

  // Of two that share a keyboard, the second could never be told from the first.
  void check_join_is_its_own(const SchemeDefinition& scheme) {
    for (const SchemeDefinition& other : definition_.schemes) {
      if (&other == &scheme) return;
      const bool is_same = other.join == scheme.join && other.join.is_set();
      if (!is_same || !other.shares_devices || !scheme.shares_devices) continue;
      return error(scheme.join.place, to_string(scheme.join) + " joins scheme " +
                                          quoted(other.name) +
                                          " already, which shares its devices with this one" +
                                          first_stands(other.join.place));
    }
  }

  // Reports names that are no schemes, and schemes that are not played on what the binding is on.
  void check_schemes_of(const BindingDefinition& binding, std::span<const Use> uses) {
    std::set<std::string_view> seen;
    for (const PlacedName& name : binding.schemes) {
      const auto found = schemes_.find(name.name);
      if (found == schemes_.end()) {
        error(name.place, "there is no scheme " + quoted(name.name) +
                              advice_for(name.name, definition_.schemes, "schemes"));
        continue;
      }
      if (!seen.insert(name.name).second) {
        error(name.place, "scheme " + quoted(name.name) + " stands twice in schemes =");
      }
      const auto is_on_it = [&](const Use& use) {
        return found->second->uses_kind(use.control.device);
      };
      if (!uses.empty() && std::none_of(uses.begin(), uses.end(), is_on_it)) {
        error(name.place, "scheme " + quoted(name.name) + " uses no " +
                              std::string{to_string(uses.front().control.device)} +
                              "; add it to needs or may_use there");
      }
    }
  }

  void check_contexts() {
    if (definition_.contexts.size() > most_contexts) {
      error({}, "there are more than " + std::to_string(most_contexts) + " contexts");
    }
    std::map<std::string_view, Place> contexts;
    for (const ContextDefinition& context : definition_.contexts) {
      check_name(context.name, context.place);
      const auto [first, is_new] = contexts.emplace(context.name, context.place);
      if (!is_new) {
        error(context.place, "context " + quoted(context.name) + " is defined twice" +
                                 first_stands(first->second));
      }
      uses_.clear();
      last_unknown_ = {};
      for (const PlacedName& mute : context.mutes) check_mute_of_context(mute);
      for (const BindingDefinition& binding : context.bindings) check_binding(binding);
      clashes_.check(uses_, context);
      if (!has_errors(found_)) whole_.look_at(uses_);
    }
  }

  void check_mute_of_context(const PlacedName& mute) {
    if (mutes_.count(mute.name) != 0) return;
    error(mute.place, "there is no mute " + quoted(mute.name) +
                          advice_for(mute.name, definition_.mutes, "mutes"));
  }

  void check_mutes() {
    if (definition_.mutes.size() > most_mutes) {
      error({}, "there are more than " + std::to_string(most_mutes) + " mutes");
    }
    for (const MuteDefinition& mute : definition_.mutes) {
      check_name(mute.name, mute.place);
      const auto [first, is_new] = mutes_.emplace(mute.name, &mute);
      if (!is_new) {
        error(mute.place, "mute " + quoted(mute.name) + " is defined twice" +
                              first_stands(first->second->place));
      }
      if (mute.actions.empty() && !mute.is_everything_but) {
        error(mute.place, "mute " + quoted(mute.name) + " silences nothing; name its actions");
      }
      for (const PlacedName& action : mute.actions) {
        if (find_action(action.name) == nullptr) {
          error(action.place, "there is no action " + quoted(action.name) +
                                  advice_for(action.name, definition_.actions, "actions"));
        }
      }
    }
  }

  // To look for the nearest of many names takes time: where more is wrong than anybody reads,
  // nobody waits for it.
  bool seeks_nearest() const { return found_.size() < most_told; }

  // What to do about a name that nothing has.
  template <class Definition>
  std::string advice_for(std::string_view name, const std::vector<Definition>& among,
                         std::string_view where) const {
    const std::string advice = seeks_nearest() ? did_you_mean(name, core::names_of(among)) : "";
    return advice.empty() ? "; define it under [" + std::string{where} + ']' : advice;
  }

  const ActionDefinition* find_action(std::string_view name) const {
    const auto found = actions_.find(name);
    return found ? &definition_.actions[static_cast<std::size_t>(*found)] : nullptr;
  }

  std::size_t number_of(const ActionDefinition& action) const {
    return static_cast<std::size_t>(&action - definition_.actions.data());
  }

  void check_binding(const BindingDefinition& binding) {
    const ActionDefinition* const found = find_action(binding.action);
    if (found == nullptr) return report_unknown_action(binding);
    const ActionDefinition& action = *found;
    is_driven_[number_of(action)] = true;
    if (!core::has_control(binding) && !core::is_unbound(binding)) {
      return error(binding.place, "this binding of " + quoted(action.name) + " has no control");
    }
    const std::span<const Use> uses = bindings_.check(binding, action);
    check_schemes_of(binding, uses);
    uses_.insert(uses_.end(), uses.begin(), uses.end());
    if (action.kind == ActionKind::motion) note_directions(action, uses);
  }

  // Once for all bindings of that name in a row. The action that was probably meant counts as
  // driven.
  void report_unknown_action(const BindingDefinition& binding) {
    if (binding.action == last_unknown_) return;
    last_unknown_ = binding.action;
    if (seeks_nearest()) {
      const ActionDefinition* const meant =
          find_action(nearest_name(binding.action, core::names_of(definition_.actions)));
      if (meant != nullptr) is_driven_[number_of(*meant)] = true;
    }
    error(binding.place, "there is no action " + quoted(binding.action) +
                             advice_for(binding.action, definition_.actions, "actions"));
  }

  void note_directions(const ActionDefinition& action, std::span<const Use> uses) {
    constexpr unsigned across = part_right | part_left;
    unsigned& moved = moved_[number_of(action)];
    for (const Use& use : uses) {
      const BindingDefinition& binding = *use.binding;
      const bool is_across = binding.left.is_set() || binding.right.is_set();
      const bool is_along = binding.up.is_set() || binding.down.is_set();
      moved |= binding.control.is_set() ? use.control.part
                                        : (is_across ? across : 0U) | (is_along ? ~across : 0U);
    }
  }

  // What moves in one direction is mostly read in the other, where nothing ever comes.
  void check_motions() {
    constexpr unsigned across = part_right | part_left;
    for (const ActionDefinition& action : definition_.actions) {
      const unsigned moved = moved_[number_of(action)];
      const bool moves_across = (moved & across) != 0;
      const bool moves_along = (moved & ~across) != 0;
      if (moves_across == moves_along) continue;
      warn(action.place, "the motion " + quoted(action.name) + " goes " +
                             (moves_across ? "left and right only, and reads 0 in y"
                                           : "up and down only, and reads 0 in x") +
                             "; for one value write kind = \"turn\"");
    }
  }

  void check_all_driven() {
    for (const ActionDefinition& action : definition_.actions) {
      if (is_driven_[number_of(action)]) continue;
      error(action.place, "nothing drives action " + quoted(action.name) +
                              "; bind it in a context, or write " + action.name +
                              " = [] there if it is meant to start out unbound");
    }
  }

  const PlaybookDefinition& definition_;
  const core::ActionNumbers& actions_;
  std::map<std::string_view, const SchemeDefinition*> schemes_;
  std::map<std::string_view, const MuteDefinition*> mutes_;
  std::vector<bool> is_driven_;  // by action
  std::vector<unsigned> moved_;  // by action: the directions of motions, as ControlPart bits
  core::BindingChecker bindings_;
  core::ClashChecker clashes_;
  core::WholeChecker whole_;
  std::vector<Use> uses_;          // of the context at hand
  std::string_view last_unknown_;  // name of an action, likewise
  std::vector<Diagnostic> found_;
};

}  // namespace

std::vector<Diagnostic> core::check(const PlaybookDefinition& definition,
                                    const ActionNumbers& actions) {
  return Checker{definition, actions}.run();
}

std::vector<Diagnostic> check(const PlaybookDefinition& definition) {
  return core::check(definition, core::ActionNumbers{definition.actions});
}

}  // namespace nextmove
