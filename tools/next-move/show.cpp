// next-move show: the actions, and what drives them.
#include <algorithm>
#include <fmt/format.h>
#include <functional>

#include <nextmove/files.hpp>

#include "commands.hpp"
#include "describe.hpp"
#include "input.hpp"
#include "json_output.hpp"
#include "output.hpp"
#include "profiles.hpp"

using namespace nextmove;

namespace {

std::string in_words(const Gesture& gesture) {
  const auto ms = [](Duration time) {
    return fmt::format("{:g} ms", static_cast<double>(time.count()) / 1000);
  };
  switch (gesture.kind) {
    case GestureKind::press: return {};
    case GestureKind::hold: return "hold " + ms(gesture.time);
    case GestureKind::tap: return "tap within " + ms(gesture.time);
    case GestureKind::taps:
      return fmt::format("{} taps within {}", gesture.count, ms(gesture.time));
    case GestureKind::toggle: return "toggle";
    case GestureKind::repeat:
      return fmt::format("repeat after {}, every {}", ms(gesture.time), ms(gesture.every));
  }
  return {};
}

std::string names_of(const std::vector<PlacedName>& placed) {
  std::vector<std::string_view> names;
  names.reserve(placed.size());
  for (const PlacedName& name : placed) names.push_back(name.name);
  return fmt::format("{}", fmt::join(names, ", "));
}

std::string details(const BindingDefinition& binding, ActionKind kind) {
  std::vector<std::string> parts;
  if (std::string words = in_words(binding.gesture); !words.empty()) parts.push_back(words);
  if (binding.shaping.dead_zone)
    parts.push_back(fmt::format("dead zone {}", *binding.shaping.dead_zone));
  const Shaping& shaping = binding.shaping;
  if (shaping.axial_dead_zone != 0) {
    parts.push_back(fmt::format("axial dead zone {}", shaping.axial_dead_zone));
  }
  if (shaping.outer_dead_zone != 0) {
    parts.push_back(fmt::format("outer dead zone {}", shaping.outer_dead_zone));
  }
  if (!shaping.curve.points.empty()) {
    parts.push_back(fmt::format("curve of {} points", shaping.curve.points.size()));
  } else if (shaping.curve.power != 1) {
    parts.push_back(fmt::format("curve {}", shaping.curve.power));
  }
  if (!shaping.custom.empty()) parts.push_back("custom " + shaping.custom);
  if (shaping.smoothing != Duration::zero()) {
    parts.push_back(
        fmt::format("smoothing {:g} ms", static_cast<double>(shaping.smoothing.count()) / 1000));
  }
  if (shaping.scale != 1) parts.push_back(fmt::format("scale {}", shaping.scale));
  if (shaping.invert_x && shaping.invert_y) {
    parts.emplace_back("inverted");
  } else if (shaping.invert_x || shaping.invert_y) {
    parts.emplace_back(shaping.invert_x ? "inverted in x" : "inverted in y");
  }
  if (binding.rate != 0) {
    const bool is_of_place = kind == ActionKind::pointer;
    parts.push_back(
        fmt::format("{} {}a second", binding.rate, is_of_place ? "shorter sides " : ""));
  }
  if (binding.thresholds != Thresholds{}) {
    parts.push_back(fmt::format("press at {}, release at {}", binding.thresholds.press_at,
                                binding.thresholds.release_at));
  }
  if (binding.pass_on) parts.emplace_back("passed on");
  if (!binding.schemes.empty()) parts.push_back("under " + names_of(binding.schemes));
  return parts.empty() ? std::string{} : fmt::format(" ({})", fmt::join(parts, "; "));
}

/// What a control is called: by its label, or by its name.
using Call = std::function<std::string(const PlacedControl&)>;

std::string describe(const BindingDefinition& binding, ActionKind kind, const Call& call) {
  std::vector<std::string> parts;
  for (const auto& [direction, control] : controls_of(binding)) {
    parts.push_back(direction == "control" ? call(control)
                                           : fmt::format("{}: {}", direction, call(control)));
  }
  std::string with;
  for (const PlacedControl& control : binding.with) with += call(control) + " + ";
  return fmt::format("{}{}{}", with, fmt::join(parts, ", "), details(binding, kind));
}

// One line for each binding with directions or details; the plain ones share a line.
std::vector<std::string> driven_by(const ContextDefinition& context, const ActionDefinition& action,
                                   const Call& call) {
  std::vector<std::string> lines;
  std::string plain;
  bool is_listed = false;
  for (const BindingDefinition& binding : context.bindings) {
    if (binding.action != action.name) continue;
    is_listed = true;
    BindingDefinition under_any = binding;
    under_any.schemes.clear();
    const bool is_plain = binding.control.is_set() && details(under_any, action.kind).empty();
    if (is_plain) {
      plain += (plain.empty() ? "" : ", ") + describe(binding, action.kind, call);
    } else if (!controls_of(binding).empty()) {
      lines.push_back(describe(binding, action.kind, call));
    }
  }
  if (!plain.empty()) lines.push_back(plain);
  if (is_listed && lines.empty()) lines.emplace_back("(nothing yet)");
  return lines;
}

std::string kind_of(const ActionDefinition& action) {
  std::string kind{to_string(action.kind)};
  if (action.opposite != Opposite::cancel) {
    kind.append(", opposite: ").append(to_string(action.opposite));
  }
  if (action.is_heard_while_typing) kind += ", while typing";
  return kind;
}

void print_table(const PlaybookDefinition& playbook, const Call& call) {
  fmt::print("{}\n\n", bold(printable(playbook.title)));
  Table table{{"ACTION", "KIND", "CONTEXT", "DRIVEN BY"}};
  for (const ActionDefinition& action : playbook.actions) {
    std::string name = action.name;
    std::string kind = kind_of(action);
    for (const ContextDefinition& context : playbook.contexts) {
      std::string context_name = context.name;
      for (std::string& line : driven_by(context, action, call)) {
        table.add({std::exchange(name, ""), std::exchange(kind, ""),
                   std::exchange(context_name, ""), std::move(line)});
      }
    }
    if (!name.empty()) table.add({name, kind, "", "(nothing under this scheme)"});
  }
  table.print();
}

// The one that hears first in front.
void print_contexts(const PlaybookDefinition& playbook) {
  std::vector<ContextDefinition> contexts = playbook.contexts;
  std::stable_sort(contexts.begin(), contexts.end(),
                   [](const auto& a, const auto& b) { return a.rank > b.rank; });
  fmt::print("\n");
  Table table{{"CONTEXT", "RANK", "BLOCKS", "LETS GO", "MUTES"}};
  for (const ContextDefinition& context : contexts) {
    const bool lets_go = context.releases.value_or(!context.blocks.empty());
    table.add({context.name, std::to_string(context.rank), listed(context.blocks),
               lets_go ? "yes" : "", names_of(context.mutes)});
  }
  table.print();
}

void print_schemes(const PlaybookDefinition& playbook, const Call& call) {
  if (playbook.schemes.empty()) return;
  fmt::print("\n");
  Table table{{"SCHEME", "NEEDS", "MAY USE", "SHARES", "JOIN", "LABEL"}};
  for (const SchemeDefinition& scheme : playbook.schemes) {
    table.add({scheme.name, listed(scheme.needs), listed(scheme.may_use),
               scheme.shares_devices ? "yes" : "", call(scheme.join), printable(scheme.label)});
  }
  table.print();
}

void print_mutes(const PlaybookDefinition& playbook) {
  if (playbook.mutes.empty()) return;
  fmt::print("\n");
  Table table{{"MUTE", "SILENCES"}};
  for (const MuteDefinition& mute : playbook.mutes) {
    std::string what = names_of(mute.actions);
    if (mute.is_everything_but) {
      what = what.empty() ? "everything" : fmt::format("everything but {}", what);
    }
    table.add({mute.name, std::move(what)});
  }
  table.print();
}

// "0.35 x 0.65 at 0, 0.25 of the window"
std::string place_of(const ZoneDefinition& zone) {
  const std::string place =
      fmt::format("{} x {} at {}, {}", zone.width, zone.height, zone.x, zone.y);
  if (zone.corner == Corner::none) return place + " of the window";
  return fmt::format("{} from {}, in shorter sides", place, to_string(zone.corner));
}

void print_zones(const PlaybookDefinition& playbook) {
  if (playbook.zones.empty()) return;
  fmt::print("\n");
  Table table{{"ZONE", "KIND", "PLACE"}};
  for (const ZoneDefinition& zone : playbook.zones) {
    table.add({zone.name,
               std::string{to_string(zone.kind)} + (zone.is_floating ? ", floating" : ""),
               place_of(zone)});
  }
  table.print();
}

// What a seat that is held to the scheme hears of it.
PlaybookDefinition heard_under(SchemeId scheme, PlaybookDefinition playbook) {
  if (scheme == SchemeId::none) return playbook;
  for (ContextDefinition& context : playbook.contexts) {
    std::erase_if(context.bindings, [&](BindingDefinition& binding) {
      const bool had_controls = !controls_of(binding).empty();
      const auto drop_unheard = [&](PlacedControl& control) {
        if (!control.is_set()) return;
        if (!is_heard_under(scheme, binding, device_of(control), playbook.schemes)) control = {};
      };
      drop_unheard(binding.control);
      for (const Direction& direction : directions()) drop_unheard(binding.*direction.control);
      binding.schemes.clear();
      return had_controls && controls_of(binding).empty();
    });
  }
  return playbook;
}

}  // namespace

int show_command(const std::string& playbook, const std::string& path, const std::string& scheme,
                 const std::optional<LabelWish>& wish, bool json) {
  const Result<Playbook> loaded = read_playbook_file(playbook);
  print_problems(loaded.diagnostics);
  if (!loaded) return exit_problems;
  const auto held_to = find_scheme_or_tell(*loaded, scheme);
  const auto profile = path.empty() ? Profile{} : read_profile_or_tell(path, false);
  const auto labels = find_labels_or_tell(wish.value_or(LabelWish{}));
  if (!profile || !held_to || !labels) return exit_problems;
  const Call call = [&](const PlacedControl& control) {
    return wish ? printable(label(control, *labels)) : to_string(control);
  };
  const std::size_t misfits = print_misfits(*profile, *loaded, *held_to);
  const PlaybookDefinition shown =
      heard_under(*held_to, remapped(*loaded, *profile, *held_to).definition());
  if (json) {
    print_as_json(shown);
  } else {
    print_table(shown, call);
    print_contexts(shown);
    print_schemes(shown, call);
    print_mutes(shown);
    print_zones(shown);
  }
  return misfits == 0 ? exit_fine : exit_problems;
}
