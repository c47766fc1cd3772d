#include <cmath>
#include <initializer_list>
#include <nlohmann/json.hpp>
#include <string_view>

#include <nextmove/binding.hpp>
#include <nextmove/control.hpp>
#include <nextmove/playbook_schema.hpp>

namespace nextmove {
namespace {

using Json = nlohmann::ordered_json;

Json described(Json schema, std::string_view description) {
  schema["description"] = description;
  return schema;
}

Json reference(std::string_view name) {
  return {{"$ref", "#/definitions/" + std::string{name}}};
}

Json number(double least, double most) {
  return {{"type", "number"}, {"minimum", least}, {"maximum", most}};
}

// A float as JSON would not be written as the 0.95 that is meant.
Json dead_zone_schema() {
  return number(0, std::round(most_dead_zone * 100) / 100.0);
}

Json one_of(std::initializer_list<std::string_view> names) {
  Json list = Json::array();
  for (const std::string_view name : names) list.push_back(name);
  return {{"enum", list}};
}

Json list_of(const Json& item) {
  return {{"type", "array"}, {"items", item}};
}

Json object(const Json& properties) {
  return {{"type", "object"}, {"properties", properties}, {"additionalProperties", false}};
}

// A table whose keys the author names.
Json named(const Json& item) {
  return {{"type", "object"},
          {"propertyNames", {{"pattern", "^[A-Za-z_][A-Za-z0-9_]{0,199}$"}}},
          {"additionalProperties", item}};
}

Json control_schema() {
  Json names = Json::array();
  for (const ControlInfo& control : all_controls()) names.push_back(control.name);
  return {
      {"description", "A control by its name, or one of a touch zone."},
      {"anyOf",
       {{{"enum", names}},
        {{"type", "string"},
         {"pattern", "^Touch:[A-Za-z_][A-Za-z0-9_]*(\\.(X|Y|Right|Left|Up|Down|Pinch|Turn))?$"}}}}};
}

Json duration_schema() {
  return {{"type", "string"},
          {"pattern", "^[0-9]+(\\.[0-9]+)?(ms|s)$"},
          {"description", "A time, like \"800ms\" or \"1.5s\"."}};
}

Json curve_schema() {
  const Json point = {{"type", "array"},
                      {"items", {{"type", "number"}, {"minimum", 0}, {"maximum", 1}}},
                      {"minItems", 2},
                      {"maxItems", 2}};
  Json points = list_of(point);
  points["minItems"] = 2;
  return {{"anyOf", {number(0.1, 10), points}}};
}

Json binding_schema() {
  const Json control = reference("control");
  const Json duration = reference("duration");
  Json above_zero = number(0, 1);
  above_zero.erase("minimum");
  above_zero["exclusiveMinimum"] = 0;
  Json times = list_of(duration);
  times["minItems"] = times["maxItems"] = 2;
  Json several = list_of(control);
  several["minItems"] = 1;
  const Json direction = {{"anyOf", {control, several}}};
  Json properties = {
      {"control", described(control, "Drives the whole action.")},
      {"up", direction},
      {"down", direction},
      {"left", direction},
      {"right", direction},
      {"more", direction},
      {"less", direction},
      {"with", described({{"anyOf", {control, list_of(control)}}},
                         "Only while these are held does the binding hear its control.")},
      {"hold", described(duration, "Fires when held this long.")},
      {"tap", described(duration, "Fires on a release that comes this soon.")},
      {"taps", described({{"type", "integer"}, {"minimum", 2}, {"maximum", 10}},
                         "Fires on the last of so many presses.")},
      {"within", described(duration, "The longest time between two of several taps.")},
      {"toggle", described({{"type", "boolean"}}, "Down with one press, up with the next.")},
      {"repeat", described(times, "Presses again after the first time, then at the second.")},
      {"dead_zone", described(dead_zone_schema(), "Below this length the value is 0.")},
      {"axial_dead_zone", described(dead_zone_schema(), "The same for each axis by itself.")},
      {"outer_dead_zone", described(dead_zone_schema(), "This far before the end it is full.")},
      {"curve", described(curve_schema(), "A power, or points from x = 0 to x = 1.")},
      {"custom", described({{"type", "string"}}, "A shaping function that the game provides.")},
      {"smoothing", described(duration, "Time constant of smoothing.")},
      {"scale", described({{"type", "number"},
                           {"exclusiveMinimum", 0},
                           {"maximum", static_cast<int>(most_scale_of_rates)}},
                          "A factor, at the end.")},
      {"invert", described({{"enum", {true, false, "x", "y"}}}, "Which axes are turned round.")},
      {"rate",
       described(
           {{"type", "number"}, {"exclusiveMinimum", 0}, {"maximum", static_cast<int>(most_rate)}},
           "How much a second at full push, where a stick or a key drives a motion, a turn or a "
           "pointer; of a pointer in shorter sides of the part of the window.")},
      {"press_at", described(above_zero, "A button is pressed from this value on ...")},
      {"release_at", described(above_zero, "... and released below this one.")},
      {"pass_on", described({{"type", "boolean"}}, "Contexts below hear the control as well.")},
      {"schemes", described(list_of({{"type", "string"}}),
                            "Seats that are held to another scheme do not hear it.")}};
  Json binding = object(properties);
  binding["minProperties"] = 1;
  binding["dependencies"] = {{"within", {"taps"}}};
  Json clashes = Json::array();
  const std::initializer_list<std::string_view> gestures = {"hold", "tap", "taps", "toggle",
                                                            "repeat"};
  for (const std::string_view a : gestures) {
    for (const std::string_view b : gestures) {
      if (a < b) clashes.push_back({{"required", {a, b}}});
    }
  }
  binding["not"] = {{"anyOf", clashes}};
  return {{"anyOf", {reference("control"), binding}}};
}

Json zone_schema() {
  Json size = number(0, 1);
  size.erase("minimum");
  size["exclusiveMinimum"] = 0;
  Json zone =
      object({{"kind", one_of({"button", "stick", "swipe", "tap", "two_fingers"})},
              {"corner", described(one_of({"top_left", "top_right", "bottom_left", "bottom_right"}),
                                   "Place and size are counted from here, in shorter sides.")},
              {"x", number(0, 1)},
              {"y", number(0, 1)},
              {"width", size},
              {"height", size},
              {"floating",
               described({{"type", "boolean"}}, "A stick's middle is where the finger lands.")}});
  zone["required"] = {"kind"};
  return zone;
}

Json action_schema() {
  Json action = object(
      {{"kind", one_of({"button", "axis", "vector", "motion", "turn", "pointer"})},
       {"label", {{"type", "string"}}},
       {"group", {{"type", "string"}}},
       {"opposite", described(one_of({"cancel", "last"}),
                              "What two opposite directions come to that are pushed together.")},
       {"press_at", number(0, 1)},
       {"release_at", number(0, 1)},
       {"fixed", described({{"type", "boolean"}}, "Players cannot remap it.")},
       {"required", described({{"type", "boolean"}}, "No remap leaves it without a control.")},
       {"while_typing",
        described({{"type", "boolean"}}, "Its keys are heard while the player types.")},
       {"with_controls", described({{"type", "boolean"}},
                                   "Players may give it combinations: Shift held, then S.")}});
  action["required"] = {"kind"};
  return action;
}

Json device_kinds() {
  return list_of(one_of({"keyboard", "mouse", "gamepad", "touch"}));
}

Json context_schema() {
  return object(
      {{"rank", {{"type", "integer"}}},
       {"blocks", described(device_kinds(), "No context below hears these.")},
       {"releases", described({{"type", "boolean"}},
                              "Entering it lets go of what is held below on controls it takes.")},
       {"mutes", described(list_of({{"type", "string"}}), "On as long as it is entered.")},
       {"bind", named({{"anyOf", {reference("binding"), list_of(reference("binding"))}}})}});
}

Json scheme_schema() {
  Json needs = device_kinds();
  needs["minItems"] = 1;
  Json scheme =
      object({{"label", {{"type", "string"}}},
              {"needs", described(needs, "One device of each is needed to play like this.")},
              {"may_use", described(device_kinds(), "One of each comes along where it is free.")},
              {"shares_devices", described({{"type", "boolean"}},
                                           "Others may use the same devices under other schemes.")},
              {"join", described(reference("control"), "Who presses it joins.")}});
  scheme["required"] = {"needs"};
  return scheme;
}

Json mute_schema() {
  const Json names = list_of({{"type", "string"}});
  Json mute = object({{"actions", names}, {"everything_but", names}});
  mute["minProperties"] = mute["maxProperties"] = 1;
  return mute;
}

}  // namespace

std::string playbook_schema() {
  Json schema = {{"$schema", "http://json-schema.org/draft-07/schema#"},
                 {"title", "Next Move playbook"}};
  schema.update(object(
      {{"format", {{"const", 1}}},
       {"title", {{"type", "string"}, {"maxLength", 1000}}},
       {"reserved", described({{"anyOf", {reference("control"), list_of(reference("control"))}}},
                              "No remap puts anything on these.")},
       {"actions", named(action_schema())},
       {"schemes", named(scheme_schema())},
       {"contexts", named(context_schema())},
       {"mutes", named(mute_schema())},
       {"zones", named(zone_schema())}}));
  schema["required"] = {"format"};
  schema["definitions"] = {{"control", control_schema()},
                           {"duration", duration_schema()},
                           {"binding", binding_schema()}};
  return schema.dump(2) + '\n';
}

}  // namespace nextmove
