#include "json_output.hpp"

#include <array>
#include <fmt/core.h>
#include <nlohmann/json.hpp>

#include "describe.hpp"

using namespace nextmove;

namespace {

using Json = nlohmann::ordered_json;

std::string dump(const Json& json, int indent = 2) {
  return json.dump(indent, ' ', false, Json::error_handler_t::replace);
}

double milliseconds(Duration time) {
  return static_cast<double>(time.count()) / 1000;
}

void add_gesture(const Gesture& gesture, Json& json) {
  constexpr std::array<const char*, 6> names = {"press", "hold", "tap", "taps", "toggle", "repeat"};
  if (gesture.kind == GestureKind::press) return;
  json["gesture"] = names[static_cast<std::size_t>(gesture.kind)];
  if (gesture.count != 0) json["taps"] = gesture.count;
  if (gesture.time != Duration::zero()) json["time_ms"] = milliseconds(gesture.time);
  if (gesture.every != Duration::zero()) json["every_ms"] = milliseconds(gesture.every);
}

Json kinds_json(const std::vector<DeviceKind>& kinds) {
  Json json = Json::array();
  for (const DeviceKind kind : kinds) json.push_back(to_string(kind));
  return json;
}

Json binding_json(const BindingDefinition& binding) {
  Json json = Json::object();
  for (const auto& [direction, control] : controls_of(binding))
    json[std::string{direction}] = to_string(control);
  for (const PlacedControl& control : binding.with) json["with"].push_back(to_string(control));
  add_gesture(binding.gesture, json);
  if (binding.shaping.dead_zone) json["dead_zone"] = *binding.shaping.dead_zone;
  const Shaping& shaping = binding.shaping;
  if (shaping.axial_dead_zone != 0) json["axial_dead_zone"] = shaping.axial_dead_zone;
  if (shaping.outer_dead_zone != 0) json["outer_dead_zone"] = shaping.outer_dead_zone;
  if (!shaping.curve.points.empty()) {
    for (const Vec2 point : shaping.curve.points) json["curve"].push_back({point.x, point.y});
  } else if (shaping.curve.power != 1) {
    json["curve"] = shaping.curve.power;
  }
  if (!shaping.custom.empty()) json["custom"] = shaping.custom;
  if (shaping.smoothing != Duration::zero()) json["smoothing_ms"] = milliseconds(shaping.smoothing);
  if (shaping.scale != 1) json["scale"] = shaping.scale;
  if (shaping.invert_x && shaping.invert_y) {
    json["invert"] = true;
  } else if (shaping.invert_x || shaping.invert_y) {
    json["invert"] = shaping.invert_x ? "x" : "y";
  }
  if (binding.rate != 0) json["rate"] = binding.rate;
  if (binding.thresholds != Thresholds{}) {
    json["press_at"] = binding.thresholds.press_at;
    json["release_at"] = binding.thresholds.release_at;
  }
  if (binding.pass_on) json["pass_on"] = true;
  for (const PlacedName& scheme : binding.schemes) json["schemes"].push_back(scheme.name);
  return json;
}

}  // namespace

void print_as_json(std::string_view file, const std::vector<Diagnostic>& problems) {
  Json json = {{"file", file}, {"ok", !has_errors(problems)}};
  json["problems"] = Json::array();
  for (const auto& problem : problems) {
    const bool is_error = problem.severity == Severity::error;
    json["problems"].push_back({{"severity", is_error ? "error" : "warning"},
                                {"line", problem.place.line},
                                {"column", problem.place.column},
                                {"message", problem.message}});
  }
  fmt::print("{}\n", dump(json));
}

void print_as_json(const PlaybookDefinition& playbook) {
  Json json = {{"title", playbook.title}, {"actions", Json::array()}, {"mutes", Json::object()}};
  for (const ContextDefinition& context : playbook.contexts) {
    Json mutes = Json::array();
    for (const PlacedName& mute : context.mutes) mutes.push_back(mute.name);
    json["contexts"].push_back({{"name", context.name},
                                {"rank", context.rank},
                                {"blocks", kinds_json(context.blocks)},
                                {"releases", context.releases.value_or(!context.blocks.empty())},
                                {"mutes", mutes}});
  }
  for (const SchemeDefinition& scheme : playbook.schemes) {
    json["schemes"].push_back({{"name", scheme.name},
                               {"label", scheme.label},
                               {"needs", kinds_json(scheme.needs)},
                               {"may_use", kinds_json(scheme.may_use)},
                               {"shares_devices", scheme.shares_devices},
                               {"join", to_string(scheme.join)}});
  }
  for (const MuteDefinition& mute : playbook.mutes) {
    Json names = Json::array();
    for (const PlacedName& action : mute.actions) names.push_back(action.name);
    json["mutes"][mute.name] = {{mute.is_everything_but ? "everything_but" : "actions", names}};
  }
  for (const ZoneDefinition& zone : playbook.zones) {
    json["zones"].push_back({{"name", zone.name},
                             {"kind", to_string(zone.kind)},
                             {"corner", to_string(zone.corner)},
                             {"x", zone.x},
                             {"y", zone.y},
                             {"width", zone.width},
                             {"height", zone.height},
                             {"floating", zone.is_floating}});
  }
  for (const ActionDefinition& action : playbook.actions) {
    Json contexts = Json::object();
    for (const ContextDefinition& context : playbook.contexts) {
      for (const BindingDefinition& binding : context.bindings) {
        if (binding.action == action.name) contexts[context.name].push_back(binding_json(binding));
      }
    }
    Json entry = {{"name", action.name},
                  {"kind", to_string(action.kind)},
                  {"label", action.label},
                  {"group", action.group},
                  {"contexts", contexts}};
    if (action.opposite != Opposite::cancel) entry["opposite"] = to_string(action.opposite);
    if (action.is_heard_while_typing) entry["while_typing"] = true;
    json["actions"].push_back(std::move(entry));
  }
  fmt::print("{}\n", dump(json));
}

void print_as_json(const std::vector<ControlInfo>& controls) {
  Json list = Json::array();
  for (const ControlInfo& control : controls) {
    list.push_back({{"name", control.name},
                    {"device", to_string(control.device)},
                    {"values", values_of(control.form)}});
  }
  fmt::print("{}\n", dump(list));
}

void print_as_json(const std::vector<ShapedCurve>& curves) {
  Json list = Json::array();
  for (const ShapedCurve& curve : curves) {
    Json samples = Json::array();
    for (const Vec2 sample : curve.samples) samples.push_back({sample.x, sample.y});
    list.push_back({{"context", curve.context},
                    {"controls", curve.controls},
                    {"note", curve.note},
                    {"dead_zone", curve.dead_zone},
                    {"outer_dead_zone", curve.outer_dead_zone},
                    {"samples", samples}});
  }
  fmt::print("{}\n", dump(list));
}

std::string json_text(std::string_view text) {
  return dump(Json(text), -1);
}
