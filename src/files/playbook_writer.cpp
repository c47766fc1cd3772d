// From a definition to TOML, in the shortest form that reads back equal.
#include <algorithm>
#include <fmt/format.h>
#include <set>
#include <string>
#include <vector>

#include <nextmove/playbook_file.hpp>

#include "duration.hpp"
#include "toml_text.hpp"

namespace nextmove {
namespace {

using files::in_quotes;
using files::list_of;
using files::number;

std::vector<std::string> threshold_fields(const Thresholds& thresholds) {
  const Thresholds usual;
  std::vector<std::string> fields;
  if (thresholds.press_at != usual.press_at) {
    fields.push_back("press_at = " + number(thresholds.press_at));
  }
  if (thresholds.release_at != usual.release_at) {
    fields.push_back("release_at = " + number(thresholds.release_at));
  }
  return fields;
}

std::string action_line(const ActionDefinition& action) {
  std::string fields = fmt::format("kind = {}", in_quotes(to_string(action.kind)));
  if (!action.label.empty()) fields += ", label = " + in_quotes(action.label);
  if (!action.group.empty()) fields += ", group = " + in_quotes(action.group);
  if (action.opposite != Opposite::cancel) {
    fields += ", opposite = " + in_quotes(to_string(action.opposite));
  }
  for (const std::string& field : threshold_fields(action.digital)) fields += ", " + field;
  if (action.is_fixed) fields += ", fixed = true";
  if (action.is_required) fields += ", required = true";
  if (action.is_heard_while_typing) fields += ", while_typing = true";
  if (action.takes_with) fields += ", with_controls = true";
  return fmt::format("{} = {{ {} }}\n", action.name, fields);
}

void add_shaping(const Shaping& shaping, std::vector<std::string>& fields) {
  if (shaping.dead_zone) fields.push_back("dead_zone = " + number(*shaping.dead_zone));
  if (shaping.axial_dead_zone != 0) {
    fields.push_back("axial_dead_zone = " + number(shaping.axial_dead_zone));
  }
  if (shaping.outer_dead_zone != 0) {
    fields.push_back("outer_dead_zone = " + number(shaping.outer_dead_zone));
  }
  if (!shaping.curve.points.empty()) {
    std::vector<std::string> points;
    for (const Vec2 point : shaping.curve.points) {
      points.push_back(fmt::format("[{}, {}]", number(point.x), number(point.y)));
    }
    fields.push_back(fmt::format("curve = [{}]", fmt::join(points, ", ")));
  } else if (shaping.curve.power != 1) {
    fields.push_back("curve = " + number(shaping.curve.power));
  }
  if (!shaping.custom.empty()) fields.push_back("custom = " + in_quotes(shaping.custom));
  if (shaping.smoothing != Duration::zero()) {
    fields.push_back("smoothing = " + in_quotes(files::to_text(shaping.smoothing)));
  }
  if (shaping.scale != 1) fields.push_back("scale = " + number(shaping.scale));
  if (shaping.invert_x && shaping.invert_y) {
    fields.emplace_back("invert = true");
  } else if (shaping.invert_x || shaping.invert_y) {
    fields.emplace_back(shaping.invert_x ? "invert = \"x\"" : "invert = \"y\"");
  }
}

void add_controls(std::string_view key, const std::vector<PlacedControl>& controls,
                  std::vector<std::string>& fields) {
  if (controls.empty()) return;
  std::vector<std::string> names;
  names.reserve(controls.size());
  for (const PlacedControl& control : controls) names.push_back(in_quotes(to_string(control)));
  fields.push_back(fmt::format("{} = [{}]", key, fmt::join(names, ", ")));
}

void add_gesture(const Gesture& gesture, std::vector<std::string>& fields) {
  const std::string time = in_quotes(files::to_text(gesture.time));
  switch (gesture.kind) {
    case GestureKind::press: break;
    case GestureKind::hold: fields.push_back("hold = " + time); break;
    case GestureKind::tap: fields.push_back("tap = " + time); break;
    case GestureKind::taps:
      fields.push_back(fmt::format("taps = {}, within = {}", gesture.count, time));
      break;
    case GestureKind::toggle: fields.emplace_back("toggle = true"); break;
    case GestureKind::repeat:
      fields.push_back(
          fmt::format("repeat = [{}, {}]", time, in_quotes(files::to_text(gesture.every))));
      break;
  }
}

std::vector<std::string_view> names_of(const std::vector<PlacedName>& placed) {
  std::vector<std::string_view> names;
  names.reserve(placed.size());
  for (const PlacedName& name : placed) names.push_back(name.name);
  return names;
}

std::vector<std::string_view> names_of(const std::vector<DeviceKind>& kinds) {
  std::vector<std::string_view> names;
  names.reserve(kinds.size());
  for (const DeviceKind kind : kinds) names.push_back(to_string(kind));
  return names;
}

/// Bindings that are written as one, since they differ in the controls of their directions only.
using Run = std::vector<const BindingDefinition*>;

bool has_directions(const BindingDefinition& binding) {
  const auto all = directions();
  return std::any_of(all.begin(), all.end(),
                     [&](const Direction& it) { return (binding.*it.control).is_set(); });
}

BindingDefinition without_directions(BindingDefinition binding) {
  for (const Direction& direction : directions()) binding.*direction.control = {};
  return binding;
}

// Whoever reads the lists makes the same bindings of them again.
bool goes_on(const Run& run, const BindingDefinition& next) {
  const BindingDefinition& last = *run.back();
  const auto all = directions();
  const bool fills_no_gap = std::all_of(all.begin(), all.end(), [&](const Direction& it) {
    return (last.*it.control).is_set() || !(next.*it.control).is_set();
  });
  return fills_no_gap && has_directions(next) &&
         without_directions(last) == without_directions(next);
}

std::string binding_text(const Run& run) {
  const BindingDefinition& binding = *run.front();
  std::vector<std::string> fields;
  if (binding.control.is_set()) {
    fields.push_back("control = " + in_quotes(to_string(binding.control)));
  }
  for (const Direction& direction : directions()) {
    std::vector<PlacedControl> controls;
    for (const BindingDefinition* it : run) {
      if ((it->*direction.control).is_set()) controls.push_back(it->*direction.control);
    }
    if (controls.size() > 1) {
      add_controls(direction.name, controls, fields);
    } else if (controls.size() == 1) {
      fields.push_back(
          fmt::format("{} = {}", direction.name, in_quotes(to_string(controls.front()))));
    }
  }
  add_controls("with", binding.with, fields);
  add_gesture(binding.gesture, fields);
  add_shaping(binding.shaping, fields);
  if (binding.rate != 0) fields.push_back("rate = " + number(binding.rate));
  for (std::string& field : threshold_fields(binding.thresholds))
    fields.push_back(std::move(field));
  if (binding.pass_on) fields.emplace_back("pass_on = true");
  if (!binding.schemes.empty()) fields.push_back("schemes = " + list_of(names_of(binding.schemes)));
  const bool is_plain = fields.size() == 1 && binding.control.is_set();
  if (is_plain) return in_quotes(to_string(binding.control));
  return fields.empty() ? std::string{} : fmt::format("{{ {} }}", fmt::join(fields, ", "));
}

// The bindings of an action share a line or a list, wherever they stand.
std::string bind_table(const std::vector<BindingDefinition>& bindings) {
  std::string out;
  std::set<std::string_view> written;
  for (const BindingDefinition& first : bindings) {
    if (!written.insert(first.action).second) continue;
    std::vector<Run> runs;
    for (const BindingDefinition& binding : bindings) {
      if (binding.action != first.action) continue;
      if (runs.empty() || !goes_on(runs.back(), binding)) runs.emplace_back();
      runs.back().push_back(&binding);
    }
    std::vector<std::string> texts;
    bool has_tables = false;
    for (const Run& run : runs) {
      std::string text = binding_text(run);
      if (text.empty()) continue;
      has_tables = has_tables || text.front() == '{';
      texts.push_back(std::move(text));
    }
    const bool one_a_line = has_tables && texts.size() > 1;
    out += one_a_line ? fmt::format("{} = [\n  {},\n]\n", first.action, fmt::join(texts, ",\n  "))
                      : fmt::format("{} = [{}]\n", first.action, fmt::join(texts, ", "));
  }
  return out;
}

std::string context_table(const ContextDefinition& context) {
  std::string out = fmt::format("\n[contexts.{}]\nrank = {}\n", context.name, context.rank);
  if (!context.blocks.empty()) out += "blocks = " + list_of(names_of(context.blocks)) + "\n";
  if (context.releases) out += fmt::format("releases = {}\n", *context.releases);
  if (!context.mutes.empty()) out += "mutes = " + list_of(names_of(context.mutes)) + "\n";
  return out + fmt::format("\n[contexts.{}.bind]\n", context.name) + bind_table(context.bindings);
}

std::string mute_line(const MuteDefinition& mute) {
  return fmt::format("{} = {{ {} = {} }}\n", mute.name,
                     mute.is_everything_but ? "everything_but" : "actions",
                     list_of(names_of(mute.actions)));
}

std::string scheme_line(const SchemeDefinition& scheme) {
  std::string fields = "needs = " + list_of(names_of(scheme.needs));
  if (!scheme.may_use.empty()) fields += ", may_use = " + list_of(names_of(scheme.may_use));
  if (scheme.shares_devices) fields += ", shares_devices = true";
  if (scheme.join.is_set()) fields += ", join = " + in_quotes(to_string(scheme.join));
  if (!scheme.label.empty()) fields += ", label = " + in_quotes(scheme.label);
  return fmt::format("{} = {{ {} }}\n", scheme.name, fields);
}

std::string zone_line(const ZoneDefinition& zone) {
  std::string fields = fmt::format("kind = {}", in_quotes(to_string(zone.kind)));
  if (zone.corner != Corner::none) fields += ", corner = " + in_quotes(to_string(zone.corner));
  fields += fmt::format(", x = {}, y = {}, width = {}, height = {}", number(zone.x), number(zone.y),
                        number(zone.width), number(zone.height));
  if (zone.is_floating) fields += ", floating = true";
  return fmt::format("{} = {{ {} }}\n", zone.name, fields);
}

}  // namespace

std::string to_toml(const PlaybookDefinition& definition) {
  std::vector<std::string> head = {"format = 1", "title = " + in_quotes(definition.title)};
  add_controls("reserved", definition.reserved, head);
  std::string out = fmt::format("{}\n\n[actions]\n", fmt::join(head, "\n"));
  for (const ActionDefinition& action : definition.actions) out += action_line(action);
  if (!definition.schemes.empty()) out += "\n[schemes]\n";
  for (const SchemeDefinition& scheme : definition.schemes) out += scheme_line(scheme);
  for (const ContextDefinition& context : definition.contexts) out += context_table(context);
  if (!definition.mutes.empty()) out += "\n[mutes]\n";
  for (const MuteDefinition& mute : definition.mutes) out += mute_line(mute);
  if (!definition.zones.empty()) out += "\n[zones]\n";
  for (const ZoneDefinition& zone : definition.zones) out += zone_line(zone);
  return out;
}

}  // namespace nextmove
