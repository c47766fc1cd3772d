#include "explained.hpp"

#include <algorithm>
#include <nlohmann/json.hpp>

using namespace nextmove;

namespace {

using Json = nlohmann::ordered_json;

std::string one_line(const Json& json) {
  return json.dump(-1, ' ', false, Json::error_handler_t::replace);
}

void add(Json& json, const char* name, const std::string& text) {
  if (!text.empty()) json[name] = text;
}
void add(Json& json, const char* name, Duration duration) {
  if (duration != Duration::zero()) json[name] = to_seconds(duration);
}
void add(Json& json, const char* name, const std::optional<Duration>& duration) {
  if (duration) json[name] = to_seconds(*duration);
}
void add(Json& json, const char* name, float value) {
  if (value != 0) json[name] = value;
}

// What it refers to, by name.
void add_references(Json& json, const ExplainedWay& way, const Hub& hub) {
  const Playbook& playbook = hub.playbook();
  if (way.by_context != ContextId::none) json["by_context"] = playbook.context(way.by_context).name;
  if (way.by_action != ActionId::none) json["by_action"] = playbook.action(way.by_action).name;
  if (way.by_mute != MuteId::none) json["by_mute"] = playbook.mute(way.by_mute).name;
  if (way.mute_count != 0) json["mute_count"] = way.mute_count;
  add(json, "by_device", hub.label(way.by_device));
  if (way.by_scheme != SchemeId::none) json["by_scheme"] = playbook.scheme(way.by_scheme).name;
  add(json, "by_seat", way.by_seat);
  add(json, "by_interceptor", way.by_interceptor);
  add(json, "by_zone", way.by_zone);
  add(json, "by_custom", way.by_custom);
  add(json, "by_control", to_string(way.by_control));
  if (!way.schemes.empty()) json["schemes"] = way.schemes;
  if (way.after != Interruption::unknown) json["after"] = to_string(way.after);
}

void add_numbers(Json& json, const ExplainedWay& way) {
  add(json, "value", way.value);
  add(json, "limit", way.limit);
  add(json, "ahead", way.ahead);
  add(json, "after_ago", way.after_ago);
  add(json, "lasted", way.lasted);
  add(json, "allowed", way.allowed);
  if (way.taps != 0) json["taps"] = way.taps;
  add(json, "pushed_ago", way.pushed_ago);
  add(json, "let_go_ago", way.let_go_ago);
  add(json, "late", way.late);
}

Json json_of(const ExplainedWay& way, const Seat& seat, const Hub& hub) {
  Json json{{"control", to_string(way.control)}};
  if (way.part != ActionPart::whole) json["part"] = to_string(way.part);
  json["context"] = hub.playbook().context(way.context).name;
  if (way.place.line > 0) json["line"] = way.place.line;
  json["cause"] = to_string(way.why);
  json["text"] = to_text(way, seat);
  add_references(json, way, hub);
  add_numbers(json, way);
  return json;
}

std::string first_line(const std::string& text) {
  return text.substr(0, text.find('\n'));
}

}  // namespace

std::string to_json(const Explanation& explanation, const Seat& seat, const Hub& hub) {
  Json json{{"action", explanation.name},
            {"seat", seat.name()},
            {"is_done", explanation.is_done},
            {"text", first_line(to_text(explanation, seat))},
            {"ways", Json::array()}};
  for (const ExplainedWay& way : explanation.ways) json["ways"].push_back(json_of(way, seat, hub));
  return one_line(json);
}

std::string to_json(const Trace& trace, const Hub& hub) {
  Json json{{"control", to_string(trace.control)},
            {"device", hub.label(trace.device)},
            {"outcome", to_string(trace.outcome)},
            {"text", first_line(to_text(trace, hub))},
            {"ways", Json::array()}};
  for (const TracedWay& it : trace.ways) {
    Json way{{"seat", it.seat}, {"action", it.name}, {"is_heard", hears(it.way)}};
    way.update(json_of(it.way, *hub.find_seat(it.seat), hub));
    json["ways"].push_back(std::move(way));
  }
  return one_line(json);
}

std::string members_of(const StoryEntry& entry, const Hub& hub) {
  Json json{{"kind", to_string(entry.kind)}};
  if (entry.kind == StoryKind::said) {
    json["control"] = to_string(entry.control);
    json["device"] = hub.label(entry.device);
    json["until"] = to_seconds(entry.until);
    json["outcome"] = to_string(entry.outcome);
    json["is_done"] = entry.is_done;
    if (!entry.is_done) json["cause"] = cause_of(entry);
  }
  json["text"] = entry.text;
  const std::string object = one_line(json);
  return object.substr(1, object.size() - 2);
}

std::string to_json(const StoryEntry& entry, const Hub& hub) {
  Json json{{"t", to_seconds(entry.time)}};
  add(json, "seat", entry.seat);
  add(json, "action", entry.way.name);
  const std::string object = one_line(json);
  return object.substr(0, object.size() - 1) + ',' + members_of(entry, hub) + '}';
}

std::string cause_of(const StoryEntry& entry) {
  const bool is_of_binding = !entry.way.name.empty();
  return std::string{is_of_binding ? to_string(entry.way.way.why) : to_string(entry.outcome)};
}
