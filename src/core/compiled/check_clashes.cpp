#include "compiled/check_clashes.hpp"

#include <algorithm>
#include <set>
#include <string>

#include "base/shown.hpp"
#include "model/scheme_set.hpp"

namespace nextmove::core {

std::string first_stands(Place place) {
  return place.line > 0 ? "; it first stands at line " + std::to_string(place.line) : std::string{};
}

// Two uses of one control in one context are a clash, unless with-controls or schemes tell them
// apart, or they press different buttons at different depths (a trigger pulled half to aim and
// fully to fire) or by different gestures (a tap and a hold).
bool ClashChecker::clash(const Use& a, const Use& b) const {
  const bool different_depths = a.binding->thresholds.press_at != b.binding->thresholds.press_at;
  const bool different_gestures = a.binding->gesture != b.binding->gesture;
  const bool told_apart =
      (different_depths || different_gestures) && a.binding->action != b.binding->action;
  return overlap(a.control, b.control) && !told_apart && same_with(a, b) && share_a_scheme(a, b);
}

// What is heard by seats that are held to no scheme is the same for both.
bool ClashChecker::share_a_scheme(const Use& a, const Use& b) const {
  const auto set = [&](const Use& use) {
    return heard_under(*use.binding, use.control.device, schemes_);
  };
  if (a.binding->schemes.empty() && b.binding->schemes.empty()) return true;
  return (set(a) & set(b) & ~no_scheme_bit) != 0;
}

bool ClashChecker::same_with(const Use& a, const Use& b) {
  const auto names = [](const Use& use) {
    std::set<std::string> sorted;
    for (const PlacedControl& with : use.binding->with) sorted.insert(to_string(with));
    return sorted;
  };
  if (a.binding->with.empty() && b.binding->with.empty()) return true;
  return names(a) == names(b);
}

void ClashChecker::check(std::vector<Use>& uses, const ContextDefinition& context) const {
  std::stable_sort(uses.begin(), uses.end(),
                   [](const Use& a, const Use& b) { return a.control.source < b.control.source; });
  for (std::size_t i = 0; i < uses.size(); ++i) {
    for (std::size_t j = i; j-- > 0;) {
      if (uses[i].control.source != uses[j].control.source) break;
      check_tap_against_hold(uses[j], uses[i]);
      if (!clash(uses[i], uses[j])) continue;
      report(context, uses[j], uses[i]);
      break;
    }
  }
}

// A tap that may last longer than a hold of the same control fires after it.
void ClashChecker::check_tap_against_hold(const Use& first, const Use& second) const {
  const auto is = [](const Use& use, GestureKind kind) {
    return use.binding->gesture.kind == kind;
  };
  const bool is_tap_first = is(first, GestureKind::tap);
  const Use& tap = is_tap_first ? first : second;
  const Use& hold = is_tap_first ? second : first;
  const bool are_both = is(tap, GestureKind::tap) && is(hold, GestureKind::hold);
  const bool meet =
      overlap(tap.control, hold.control) && same_with(tap, hold) && share_a_scheme(tap, hold);
  if (!are_both || !meet || tap.binding->gesture.time <= hold.binding->gesture.time) return;
  report_.warn(tap.place(), "the tap of " + quoted(tap.binding->action) + " on " + tap.name() +
                                " may last longer than the hold of " +
                                quoted(hold.binding->action) +
                                ", and then both fire; give the tap no more time than the hold");
}

void ClashChecker::report(const ContextDefinition& context, const Use& first,
                          const Use& second) const {
  const std::string control = second.name();
  const std::string there = " in context " + quoted(context.name) + first_stands(first.place());
  if (first.binding->action == second.binding->action) {
    report_.error(second.place(),
                  control + " drives " + quoted(second.binding->action) + " twice" + there);
  } else {
    report_.error(second.place(), control + " drives both " + quoted(first.binding->action) +
                                      " and " + quoted(second.binding->action) + there);
  }
}

}  // namespace nextmove::core
