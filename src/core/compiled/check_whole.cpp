// What is odd as a whole, and how it is told.
#include "compiled/check_whole.hpp"

#include <algorithm>
#include <bit>

#include "base/shown.hpp"
#include "model/binding_parts.hpp"

namespace nextmove::core {

WholeChecker::WholeChecker(const PlaybookDefinition& definition, Warn warn)
    : definition_(definition), warn_(std::move(warn)) {
  for (std::size_t i = 0; i < definition.schemes.size(); ++i) {
    if (definition.schemes[i].shares_devices) sharing_ |= bit_of(static_cast<SchemeId>(i));
  }
}

SchemeSet WholeChecker::hearers_of(const Use& use) const {
  return heard_under(*use.binding, use.control.device, definition_.schemes) & ~no_scheme_bit;
}

bool WholeChecker::share_a_scheme(const Use& a, const Use& b) const {
  return definition_.schemes.empty() || (hearers_of(a) & hearers_of(b)) != 0;
}

std::string WholeChecker::names_of(SchemeSet schemes) const {
  std::string names;
  for (std::size_t i = 0; i < definition_.schemes.size(); ++i) {
    if ((schemes & bit_of(static_cast<SchemeId>(i))) == 0) continue;
    names.append(names.empty() ? "" : " and ").append(quoted(definition_.schemes[i].name));
  }
  return names;
}

void WholeChecker::look_at(std::span<const Use> uses) {
  for (std::size_t i = 0; i < uses.size(); ++i) {
    const SchemeSet hearers = hearers_of(uses[i]);
    heard_ |= hearers;
    look_for_hearers(uses[i], hearers);
    look_at_scale(uses[i]);
    look_at_with(uses[i], uses);
    look_for_two_players(uses[i], uses.first(i));
  }
}

void WholeChecker::look_for_hearers(const Use& use, SchemeSet hearers) {
  const DeviceKind device = use.control.device;
  if (definition_.schemes.empty() || hearers != 0) return;
  if (!told_unheard_.emplace(use.binding, device).second) return;
  const bool is_used =
      std::any_of(definition_.schemes.begin(), definition_.schemes.end(),
                  [&](const SchemeDefinition& it) { return it.uses_kind(device); });
  const std::string kind{to_string(device)};
  warn_(use.place(),
        "no scheme hears " + use.name() + " here; " +
            (is_used ? "those that use a " + kind + " share it, and hear only what names them"
                     : "none of them uses a " + kind));
}

// A key reads 1, and what goes beyond is cut off.
void WholeChecker::look_at_scale(const Use& use) {
  const BindingDefinition& binding = *use.binding;
  const ActionKind kind = use.action->kind;
  const bool is_cut_off = kind == ActionKind::axis || kind == ActionKind::vector;
  const bool is_full = use.control.form == ControlForm::button && binding.shaping.custom.empty() &&
                       binding.shaping.scale > 1;
  if (!is_cut_off || !is_full || !told_of_scale_.insert(&binding).second) return;
  warn_(use.place(), "scale = " + shown(binding.shaping.scale) + " does nothing to " + use.name() +
                         ", which is 1 already; more is cut off");
}

namespace {

// The uses of a source, of those that stand in order.
std::span<const BindingChecker::Use> of_source(std::span<const BindingChecker::Use> uses,
                                               Source source) {
  using Use = BindingChecker::Use;
  const auto begin =
      std::lower_bound(uses.begin(), uses.end(), source,
                       [](const Use& it, Source wanted) { return it.control.source < wanted; });
  const auto end =
      std::find_if(begin, uses.end(), [&](const Use& it) { return it.control.source != source; });
  return {begin, end};
}

}  // namespace

// With Shift for something by itself, a binding of Shift and S takes plain S away meanwhile.
void WholeChecker::look_at_with(const Use& use, std::span<const Use> uses) {
  for (const PlacedControl& with : use.binding->with) {
    const auto held = resolve(with, definition_.zones);
    if (!held) continue;
    for (const Use& holder : of_source(uses, held->source)) {
      const bool is_other = holder.binding->action != use.binding->action;
      const bool is_held = overlap(holder.control, *held) && holder.binding->with.empty();
      if (!is_other || !is_held || !share_a_scheme(holder, use)) continue;
      for (const Use& plain : of_source(uses, use.control.source)) {
        const bool is_taken = overlap(plain.control, use.control) && plain.binding->with.empty() &&
                              plain.binding->action != use.binding->action;
        if (!is_taken || !share_a_scheme(plain, use)) continue;
        warn_(use.place(), "while " + to_string(with) + " is down for " +
                               quoted(holder.binding->action) + ", " + use.name() + " does " +
                               quoted(use.binding->action) + " and not " +
                               quoted(plain.binding->action));
        return;
      }
    }
  }
}

// `before` ends with the uses of the same source.
void WholeChecker::look_for_two_players(const Use& use, std::span<const Use> before) {
  if (use.control.device == DeviceKind::touch) return;
  SchemeSet players = hearers_of(use) & sharing_;
  const bool is_one_binding = std::popcount(players) > 1;
  if (!is_one_binding) {
    for (std::size_t i = before.size(); i-- > 0 && players != 0;) {
      const Use& other = before[i];
      if (other.control.source != use.control.source) break;
      const SchemeSet others = hearers_of(other) & sharing_;
      const bool meet = overlap(other.control, use.control) && (players & others) == 0 &&
                        std::popcount(others) == 1 &&
                        is_same_with(other.binding->with, use.binding->with);
      if (!meet) continue;
      players |= others;
      break;
    }
  }
  if (std::popcount(players) < 2) return;
  warn_(use.place(), use.name() + " is heard under " + names_of(players) +
                         ", who share the device: one press does it for both players");
}

void WholeChecker::look_at_schemes() {
  for (std::size_t i = 0; i < definition_.schemes.size(); ++i) {
    const SchemeDefinition& scheme = definition_.schemes[i];
    look_for_splits(scheme);
    if ((heard_ & bit_of(static_cast<SchemeId>(i))) != 0) continue;
    warn_(scheme.place,
          "scheme " + quoted(scheme.name) + " hears no action" +
              (scheme.shares_devices ? "; one that shares devices hears only bindings that name it"
                                     : "; nothing is bound on what it uses"));
  }
}

// Two that join at the one keyboard are two players at it, who must share it.
void WholeChecker::look_for_splits(const SchemeDefinition& scheme) {
  const auto joins_by_key = [](const SchemeDefinition& it) {
    return !it.shares_devices && it.join.is_set() && device_of(it.join) == DeviceKind::keyboard;
  };
  for (const SchemeDefinition& other : definition_.schemes) {
    if (&other == &scheme) return;
    const bool are_two = joins_by_key(scheme) && joins_by_key(other) &&
                         scheme.needs == other.needs && scheme.join != other.join;
    if (!are_two) continue;
    warn_(scheme.place, "schemes " + quoted(other.name) + " and " + quoted(scheme.name) +
                            " join at the same keyboard and do not share it, so that only one of "
                            "them plays; for two players write shares_devices = true in both");
  }
}

}  // namespace nextmove::core
