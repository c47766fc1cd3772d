// What must hold for a definition to be played, and what to say where it does not.
#include <algorithm>
#include <map>
#include <set>
#include <vector>

#include <nextmove/nearest.hpp>
#include <nextmove/playbook.hpp>

namespace nextmove {
namespace {

constexpr std::size_t most_actions = 60'000;
constexpr std::size_t most_contexts = 1'000;
constexpr std::size_t most_mutes = 1'000;

std::string quoted(std::string_view name) {
  return '"' + std::string{name} + '"';
}

std::string first_stands(Place place) {
  return place.line > 0 ? "; it first stands at line " + std::to_string(place.line) : std::string{};
}

bool is_name(std::string_view name) {
  const auto is_letter = [](char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || c == '_';
  };
  const auto is_digit = [](char c) { return c >= '0' && c <= '9'; };
  return !name.empty() && !is_digit(name.front()) &&
         std::all_of(name.begin(), name.end(), [&](char c) { return is_letter(c) || is_digit(c); });
}

bool is_single(ControlForm form) {
  return form == ControlForm::button || form == ControlForm::trigger ||
         form == ControlForm::stick_half;
}

bool can_drive_whole(ControlForm form, ActionKind kind) {
  switch (kind) {
    case ActionKind::button: return is_single(form) || form == ControlForm::displacement_half;
    case ActionKind::axis: return form == ControlForm::stick_axis || form == ControlForm::trigger;
    case ActionKind::vector: return form == ControlForm::stick;
  }
  return false;
}

std::string with_article(ActionKind kind) {
  return (kind == ActionKind::axis ? "an " : "a ") + std::string{to_string(kind)};
}

// What a kind takes instead of a control that cannot drive it.
std::string_view what_drives(ActionKind kind) {
  switch (kind) {
    case ActionKind::button:
      return "a button takes a key, a button, a trigger or one half of a stick";
    case ActionKind::axis:
      return "an axis takes an axis of a stick, a trigger, or more = and less =";
    case ActionKind::vector: return "a vector takes a stick, or up =, down =, left = and right =";
  }
  return {};
}

class Checker {
 public:
  explicit Checker(const PlaybookDefinition& definition) : definition_(definition) {}

  std::vector<Diagnostic> run() {
    check_actions();
    check_contexts();
    check_mutes();
    check_all_driven();
    std::stable_sort(found_.begin(), found_.end(), [](const Diagnostic& a, const Diagnostic& b) {
      return std::pair{a.place.line, a.place.column} < std::pair{b.place.line, b.place.column};
    });
    return std::move(found_);
  }

 private:
  struct Use {
    Control control;
    Place place;
    const BindingDefinition* binding;
  };

  void error(Place place, std::string message) {
    found_.push_back({Severity::error, {}, place, std::move(message), {}});
  }

  void check_name(std::string_view name, Place place) {
    if (!is_name(name)) error(place, quoted(name) + " is no name; use letters, digits and _");
  }

  void check_actions() {
    if (definition_.actions.size() > most_actions) {
      error({}, "there are more than " + std::to_string(most_actions) + " actions");
    }
    for (const ActionDefinition& action : definition_.actions) {
      check_name(action.name, action.place);
      const auto [first, is_new] = actions_.emplace(action.name, &action);
      if (!is_new) {
        error(action.place, "action " + quoted(action.name) + " is defined twice" +
                                first_stands(first->second->place));
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
      for (const BindingDefinition& binding : context.bindings) check_binding(binding);
      check_clashes(context);
    }
  }

  void check_mutes() {
    if (definition_.mutes.size() > most_mutes) {
      error({}, "there are more than " + std::to_string(most_mutes) + " mutes");
    }
    std::map<std::string_view, Place> mutes;
    for (const MuteDefinition& mute : definition_.mutes) {
      check_name(mute.name, mute.place);
      const auto [first, is_new] = mutes.emplace(mute.name, mute.place);
      if (!is_new) {
        error(mute.place,
              "mute " + quoted(mute.name) + " is defined twice" + first_stands(first->second));
      }
      if (mute.actions.empty() && !mute.is_everything_but) {
        error(mute.place, "mute " + quoted(mute.name) + " silences nothing; name its actions");
      }
      for (const PlacedName& action : mute.actions) {
        if (actions_.count(action.name) == 0) {
          error(action.place,
                "there is no action " + quoted(action.name) + advice_for(action.name));
        }
      }
    }
  }

  // What to do about an action that does not exist.
  std::string advice_for(std::string_view name) const {
    const std::string advice = did_you_mean(name, action_names());
    return advice.empty() ? "; define it under [actions]" : advice;
  }

  std::vector<std::string_view> action_names() const {
    std::vector<std::string_view> names;
    for (const auto& [name, action] : actions_) names.push_back(name);
    return names;
  }

  void check_binding(const BindingDefinition& binding) {
    const auto found = actions_.find(binding.action);
    if (found == actions_.end()) return report_unknown_action(binding);
    const ActionDefinition& action = *found->second;
    driven_.insert(action.name);
    check_controls(binding, action);
    check_numbers(binding, action.kind);
  }

  // Once for all bindings of that name in a row. The action that was probably meant counts as
  // driven.
  void report_unknown_action(const BindingDefinition& binding) {
    if (binding.action == last_unknown_) return;
    last_unknown_ = binding.action;
    driven_.insert(nearest_name(binding.action, action_names()));
    error(binding.place,
          "there is no action " + quoted(binding.action) + advice_for(binding.action));
  }

  void check_controls(const BindingDefinition& binding, const ActionDefinition& action) {
    bool has_directions = false;
    for (const Direction& direction : directions()) {
      const PlacedControl& placed = binding.*direction.control;
      if (placed.control == Control::none) continue;
      has_directions = true;
      const ControlInfo& control = info(placed.control);
      if (direction.kind != action.kind) {
        error(placed.place, quoted(action.name) + " is " + with_article(action.kind) +
                                " and has no direction \"" + std::string{direction.name} + "\"; " +
                                std::string{what_drives(action.kind)});
      } else if (!is_single(control.form)) {
        error(placed.place,
              std::string{control.name} +
                  " has more than one direction of its own; one direction takes a key, "
                  "a button, a trigger or one half of a stick");
      } else {
        uses_.push_back({placed.control, placed.place, &binding});
      }
    }
    const PlacedControl& whole = binding.control;
    if (whole.control == Control::none) return;
    if (has_directions) {
      error(whole.place, "a binding has either a control or directions; write two bindings");
    } else if (!can_drive_whole(info(whole.control).form, action.kind)) {
      error(whole.place, std::string{to_string(whole.control)} + " cannot drive the " +
                             std::string{to_string(action.kind)} + " " + quoted(action.name) +
                             "; " + std::string{what_drives(action.kind)});
    } else {
      uses_.push_back({whole.control, whole.place, &binding});
    }
  }

  void check_numbers(const BindingDefinition& binding, ActionKind kind) {
    if (kind == ActionKind::button) {
      if (binding.shaping != Shaping{}) {
        error(binding.shaping.place,
              "a button takes no shaping; press_at and release_at say when it is down");
      }
      check_thresholds(binding.thresholds);
      return;
    }
    check_shaping(binding.shaping);
    if (binding.thresholds != Thresholds{}) {
      error(binding.thresholds.place,
            "press_at and release_at are for buttons; use dead_zone here");
    }
  }

  void check_thresholds(const Thresholds& thresholds) {
    const bool in_order = thresholds.release_at > 0 &&
                          thresholds.release_at <= thresholds.press_at && thresholds.press_at <= 1;
    if (!in_order)
      error(thresholds.place, "the thresholds must keep 0 < release_at <= press_at <= 1");
  }

  void check_shaping(const Shaping& shaping) {
    constexpr float most = 0.95F;
    const float inner = shaping.dead_zone.value_or(0);
    const float outer = shaping.outer_dead_zone;
    if (!(inner >= 0 && inner <= most)) {
      error(shaping.place, "dead_zone must lie between 0 and 0.95");
    } else if (!(outer >= 0 && outer <= most)) {
      error(shaping.place, "outer_dead_zone must lie between 0 and 0.95");
    } else if (!(inner + outer <= most)) {
      error(shaping.place,
            "dead_zone and outer_dead_zone leave nothing between them; together they may be 0.95");
    }
    if (!(shaping.scale > 0 && shaping.scale <= 10)) {
      error(shaping.place,
            "scale must be above 0 and at most 10; to turn a direction round, use invert");
    }
    if (!(shaping.curve.power >= 0.1F && shaping.curve.power <= 10)) {
      error(shaping.place, "the power of a curve must lie between 0.1 and 10");
    }
    const std::vector<Vec2>& points = shaping.curve.points;
    if (!points.empty() && !is_curve(points)) {
      error(shaping.place,
            "the points of a curve run from x = 0 to x = 1, x growing from each to the next, y "
            "between 0 and 1");
    }
  }

  static bool is_curve(const std::vector<Vec2>& points) {
    if (points.front().x != 0 || points.back().x != 1) return false;
    for (std::size_t i = 0; i < points.size(); ++i) {
      if (!(points[i].y >= 0 && points[i].y <= 1)) return false;
      if (i > 0 && !(points[i].x > points[i - 1].x)) return false;
    }
    return true;
  }

  // Two uses of one control in one context are a clash, unless two buttons press at different
  // depths (a trigger pulled half to aim and fully to fire).
  static bool clash(const Use& a, const Use& b) {
    const ControlInfo& first = info(a.control);
    const ControlInfo& second = info(b.control);
    const bool overlap = first.source == second.source && (first.part & second.part) != 0;
    const bool different_depths = a.binding->thresholds.press_at != b.binding->thresholds.press_at;
    return overlap && !different_depths;
  }

  void check_clashes(const ContextDefinition& context) {
    std::stable_sort(uses_.begin(), uses_.end(), [](const Use& a, const Use& b) {
      return info(a.control).source < info(b.control).source;
    });
    for (std::size_t i = 0; i < uses_.size(); ++i) {
      for (std::size_t j = i; j-- > 0;) {
        if (info(uses_[i].control).source != info(uses_[j].control).source) break;
        if (!clash(uses_[i], uses_[j])) continue;
        report_clash(context, uses_[j], uses_[i]);
        break;
      }
    }
  }

  void report_clash(const ContextDefinition& context, const Use& first, const Use& second) {
    const std::string control{to_string(second.control)};
    const std::string there = " in context " + quoted(context.name) + first_stands(first.place);
    if (first.binding->action == second.binding->action) {
      error(second.place, control + " drives " + quoted(second.binding->action) + " twice" + there);
    } else {
      error(second.place, control + " drives both " + quoted(first.binding->action) + " and " +
                              quoted(second.binding->action) + there);
    }
  }

  void check_all_driven() {
    for (const ActionDefinition& action : definition_.actions) {
      if (driven_.count(action.name) != 0) continue;
      error(action.place, "nothing drives action " + quoted(action.name) +
                              "; bind it in a context, or write " + action.name +
                              " = [] there if it is meant to start out unbound");
    }
  }

  const PlaybookDefinition& definition_;
  std::map<std::string_view, const ActionDefinition*> actions_;
  std::set<std::string_view> driven_;
  std::vector<Use> uses_;          // of the context at hand
  std::string_view last_unknown_;  // name of an action, likewise
  std::vector<Diagnostic> found_;
};

}  // namespace

std::vector<Diagnostic> check(const PlaybookDefinition& definition) {
  return Checker{definition}.run();
}

}  // namespace nextmove
