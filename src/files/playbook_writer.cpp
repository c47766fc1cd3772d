#include <fmt/format.h>
#include <string>
#include <vector>

#include <nextmove/playbook_file.hpp>

namespace nextmove {
namespace {

std::string quoted(std::string_view text) {
  std::string out = "\"";
  for (const char c : text) {
    const auto byte = static_cast<unsigned char>(c);
    if (c == '"' || c == '\\') {
      out += '\\';
      out += c;
    } else if (byte < 0x20 || byte == 0x7f) {
      out += fmt::format("\\u{:04X}", byte);
    } else {
      out += c;
    }
  }
  return out + '"';
}

std::string action_line(const ActionDefinition& action) {
  std::string fields = fmt::format("kind = {}", quoted(to_string(action.kind)));
  if (!action.label.empty()) fields += ", label = " + quoted(action.label);
  if (!action.group.empty()) fields += ", group = " + quoted(action.group);
  return fmt::format("{} = {{ {} }}\n", action.name, fields);
}

// fmt writes the shortest decimal that reads back as the same float; TOML wants a point in it.
std::string number(float value) {
  std::string text = fmt::format("{}", value);
  if (text.find_first_of(".en") == std::string::npos) text += ".0";
  return text;
}

void add_shaping(const Shaping& shaping, std::vector<std::string>& fields) {
  if (shaping.dead_zone) fields.push_back("dead_zone = " + number(*shaping.dead_zone));
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
  if (shaping.scale != 1) fields.push_back("scale = " + number(shaping.scale));
  if (shaping.invert_x && shaping.invert_y) {
    fields.emplace_back("invert = true");
  } else if (shaping.invert_x || shaping.invert_y) {
    fields.emplace_back(shaping.invert_x ? "invert = \"x\"" : "invert = \"y\"");
  }
}

std::string binding_text(const BindingDefinition& binding) {
  std::vector<std::string> fields;
  const auto add_control = [&](std::string_view key, PlacedControl placed) {
    if (placed.control == Control::none) return;
    fields.push_back(fmt::format("{} = \"{}\"", key, to_string(placed.control)));
  };
  const Thresholds usual;
  add_control("control", binding.control);
  for (const Direction& direction : directions()) {
    add_control(direction.name, binding.*direction.control);
  }
  add_shaping(binding.shaping, fields);
  if (binding.thresholds.press_at != usual.press_at) {
    fields.push_back("press_at = " + number(binding.thresholds.press_at));
  }
  if (binding.thresholds.release_at != usual.release_at) {
    fields.push_back("release_at = " + number(binding.thresholds.release_at));
  }
  if (binding.pass_on) fields.emplace_back("pass_on = true");
  const bool is_plain = fields.size() == 1 && binding.control.control != Control::none;
  if (is_plain) return fmt::format("\"{}\"", to_string(binding.control.control));
  return fields.empty() ? std::string{} : fmt::format("{{ {} }}", fmt::join(fields, ", "));
}

// Bindings of one action that follow one another share a line or a list.
std::string bind_table(const std::vector<BindingDefinition>& bindings) {
  std::string out;
  for (std::size_t i = 0; i < bindings.size();) {
    std::vector<std::string> texts;
    const std::string& action = bindings[i].action;
    bool has_tables = false;
    for (; i < bindings.size() && bindings[i].action == action; ++i) {
      std::string text = binding_text(bindings[i]);
      if (text.empty()) continue;
      has_tables = has_tables || text.front() == '{';
      texts.push_back(std::move(text));
    }
    const bool one_a_line = has_tables && texts.size() > 1;
    out += one_a_line ? fmt::format("{} = [\n  {},\n]\n", action, fmt::join(texts, ",\n  "))
                      : fmt::format("{} = [{}]\n", action, fmt::join(texts, ", "));
  }
  return out;
}

std::string context_table(const ContextDefinition& context) {
  std::string out = fmt::format("\n[contexts.{}]\nrank = {}\n", context.name, context.rank);
  if (!context.blocks.empty()) {
    std::vector<std::string> names;
    for (const DeviceKind kind : context.blocks) names.push_back(quoted(to_string(kind)));
    out += fmt::format("blocks = [{}]\n", fmt::join(names, ", "));
  }
  return out + fmt::format("\n[contexts.{}.bind]\n", context.name) + bind_table(context.bindings);
}

std::string mute_line(const MuteDefinition& mute) {
  std::vector<std::string> names;
  for (const PlacedName& action : mute.actions) names.push_back(quoted(action.name));
  return fmt::format("{} = {{ {} = [{}] }}\n", mute.name,
                     mute.is_everything_but ? "everything_but" : "actions", fmt::join(names, ", "));
}

}  // namespace

std::string to_toml(const PlaybookDefinition& definition) {
  std::string out = fmt::format("format = 1\ntitle = {}\n\n[actions]\n", quoted(definition.title));
  for (const ActionDefinition& action : definition.actions) out += action_line(action);
  for (const ContextDefinition& context : definition.contexts) out += context_table(context);
  if (!definition.mutes.empty()) out += "\n[mutes]\n";
  for (const MuteDefinition& mute : definition.mutes) out += mute_line(mute);
  return out;
}

}  // namespace nextmove
