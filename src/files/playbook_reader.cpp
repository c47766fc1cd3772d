// From TOML to a definition: the shape of the file, and where each thing stands in it. What the
// definition means is checked by the core.
#include <algorithm>
#include <array>
#include <fmt/format.h>
#include <initializer_list>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include <nextmove/nearest.hpp>
#include <nextmove/playbook_file.hpp>

#include "text_file.hpp"
#include "toml.hpp"

namespace nextmove {
namespace {

constexpr std::size_t most_bytes = 4 * files::mebibyte;
constexpr std::int64_t format = 1;

Place place_of(const toml::source_region& region) {
  const bool one_line = region.end.line == region.begin.line;
  const int length =
      one_line ? static_cast<int>(region.end.column) - static_cast<int>(region.begin.column) : 1;
  return {static_cast<int>(region.begin.line), static_cast<int>(region.begin.column),
          std::max(1, length)};
}

Place place_of(const toml::node& node) {
  return place_of(node.source());
}
Place place_of(const toml::key& key) {
  return place_of(key.source());
}

/// The entries of a table in the order of the file; toml++ keeps them by name.
struct Entry {
  const toml::key* key;
  const toml::node* node;
  std::string_view name() const { return key->str(); }
};

std::vector<Entry> entries_of(const toml::table& table) {
  std::vector<Entry> entries;
  for (const auto& [key, node] : table) entries.push_back({&key, &node});
  std::stable_sort(entries.begin(), entries.end(), [](const Entry& a, const Entry& b) {
    const auto at = [](const Entry& e) { return e.key->source().begin; };
    return at(a) < at(b);
  });
  return entries;
}

class Reader {
 public:
  PlaybookDefinition read(const toml::table& root) {
    PlaybookDefinition book;
    read_format(root);
    // Actions first, wherever they stand: what is said of bindings depends on them.
    for (const Entry& entry : entries_of(root)) {
      if (entry.name() != "actions") continue;
      for (const Entry& action : table(entry)) book.actions.push_back(read_action(action));
    }
    for (const Entry& entry : entries_of(root)) {
      if (entry.name() == "title") {
        book.title = text(entry);
      } else if (entry.name() == "contexts") {
        for (const Entry& context : table(entry)) book.contexts.push_back(read_context(context));
      } else if (entry.name() == "mutes") {
        for (const Entry& mute : table(entry)) book.mutes.push_back(read_mute(mute));
      } else if (entry.name() != "format" && entry.name() != "actions") {
        unknown_key(entry, {"format", "title", "actions", "contexts", "mutes"});
      }
    }
    return book;
  }

  std::vector<Diagnostic> take_problems() { return std::move(problems_); }

 private:
  void error(Place place, std::string message) {
    problems_.push_back({Severity::error, {}, place, std::move(message), {}});
  }

  void wrong_type(const Entry& entry, std::string_view wanted) {
    error(place_of(*entry.node), fmt::format("{} must be {}", entry.name(), wanted));
  }

  void unknown_key(const Entry& entry, std::initializer_list<std::string_view> known) {
    const std::vector<std::string_view> names{known};
    std::string hint = did_you_mean(entry.name(), names);
    if (hint.empty()) hint = fmt::format("; known here: {}", fmt::join(names, ", "));
    error(place_of(*entry.key), fmt::format("unknown key \"{}\"{}", entry.name(), hint));
  }

  // ---- values of one type

  std::string text(const Entry& entry) {
    if (const auto* value = entry.node->as_string()) return value->get();
    wrong_type(entry, "a text in quotes");
    return {};
  }

  std::vector<Entry> table(const Entry& entry) {
    if (const auto* value = entry.node->as_table()) return entries_of(*value);
    wrong_type(entry, "a table");
    return {};
  }

  float number(const Entry& entry, float otherwise) {
    if (const auto value = entry.node->value<double>()) return static_cast<float>(*value);
    wrong_type(entry, "a number");
    return otherwise;
  }

  bool truth(const Entry& entry) {
    if (const auto* value = entry.node->as_boolean()) return value->get();
    wrong_type(entry, "true or false");
    return false;
  }

  int whole_number(const Entry& entry) {
    constexpr std::int64_t largest = 1'000'000;
    const auto* value = entry.node->as_integer();
    if (value != nullptr && value->get() >= -largest && value->get() <= largest) {
      return static_cast<int>(value->get());
    }
    wrong_type(entry, "a whole number between -1000000 and 1000000");
    return 0;
  }

  // ---- the parts of a playbook

  void read_format(const toml::table& root) {
    const toml::node* node = root.get("format");
    if (node == nullptr) {
      error({1, 1}, "a playbook begins with format = 1");
    } else if (node->value<std::int64_t>() != format || !node->is_integer()) {
      error(place_of(*node), "this library reads playbooks of format = 1");
    }
  }

  ActionDefinition read_action(const Entry& action) {
    ActionDefinition definition;
    definition.name = action.name();
    definition.place = place_of(*action.key);
    std::optional<ActionKind> kind;
    bool has_kind = false;
    for (const Entry& entry : table(action)) {
      if (entry.name() == "kind") {
        has_kind = true;
        kind = read_kind(entry);
      } else if (entry.name() == "label") {
        definition.label = text(entry);
      } else if (entry.name() == "group") {
        definition.group = text(entry);
      } else {
        unknown_key(entry, {"kind", "label", "group"});
      }
    }
    if (!has_kind && action.node->is_table()) {
      error(definition.place, fmt::format("action \"{}\" has no kind; write kind = \"button\", "
                                          "\"axis\" or \"vector\"",
                                          action.name()));
    }
    definition.kind = kind.value_or(ActionKind::button);
    if (!kind) of_unknown_kind_.insert(definition.name);
    return definition;
  }

  std::optional<ActionKind> read_kind(const Entry& entry) {
    const auto* value = entry.node->as_string();
    if (value == nullptr) {
      wrong_type(entry, "a text in quotes");
      return std::nullopt;
    }
    if (const auto kind = find_action_kind(value->get())) return kind;
    constexpr std::array<std::string_view, 3> kinds = {"button", "axis", "vector"};
    std::string hint = did_you_mean(value->get(), kinds);
    if (hint.empty()) hint = "; a kind is button, axis or vector";
    error(place_of(*entry.node), fmt::format("unknown kind \"{}\"{}", value->get(), hint));
    return std::nullopt;
  }

  ContextDefinition read_context(const Entry& context) {
    ContextDefinition definition;
    definition.name = context.name();
    definition.place = place_of(*context.key);
    for (const Entry& entry : table(context)) {
      if (entry.name() == "rank") {
        definition.rank = whole_number(entry);
      } else if (entry.name() == "blocks") {
        definition.blocks = read_device_kinds(entry);
      } else if (entry.name() == "bind") {
        for (const Entry& action : table(entry)) read_bindings(action, definition.bindings);
      } else {
        unknown_key(entry, {"rank", "blocks", "bind"});
      }
    }
    return definition;
  }

  MuteDefinition read_mute(const Entry& mute) {
    MuteDefinition definition;
    definition.name = mute.name();
    definition.place = place_of(*mute.key);
    bool has_list = false;
    for (const Entry& entry : table(mute)) {
      const bool is_everything_but = entry.name() == "everything_but";
      if (!is_everything_but && entry.name() != "actions") {
        unknown_key(entry, {"actions", "everything_but"});
        continue;
      }
      if (has_list) error(place_of(*entry.key), "a mute has either actions or everything_but");
      has_list = true;
      definition.is_everything_but = is_everything_but;
      definition.actions = read_names(entry);
    }
    return definition;
  }

  std::vector<PlacedName> read_names(const Entry& entry) {
    std::vector<PlacedName> names;
    const auto* list = entry.node->as_array();
    if (list == nullptr) {
      wrong_type(entry, "a list of action names");
      return names;
    }
    for (const toml::node& node : *list) {
      if (const auto* name = node.as_string()) {
        names.emplace_back(name->get(), place_of(node));
      } else {
        error(place_of(node), "an action's name in quotes is wanted here");
      }
    }
    return names;
  }

  std::vector<DeviceKind> read_device_kinds(const Entry& entry) {
    std::vector<DeviceKind> kinds;
    const auto* list = entry.node->as_array();
    if (list == nullptr) {
      wrong_type(entry, "a list of device kinds, like [\"mouse\"]");
      return kinds;
    }
    for (const toml::node& node : *list) {
      const std::string name = node.value_or(std::string{});
      if (const auto kind = find_device_kind(name)) {
        kinds.push_back(*kind);
      } else {
        constexpr std::array<std::string_view, 4> names = {"keyboard", "mouse", "gamepad", "touch"};
        std::string hint = did_you_mean(name, names);
        if (hint.empty()) hint = "; it is keyboard, mouse, gamepad or touch";
        error(place_of(node), fmt::format("unknown device kind \"{}\"{}", name, hint));
      }
    }
    return kinds;
  }

  // One binding or a list of them. An empty list names an action that starts out unbound.
  void read_bindings(const Entry& action, std::vector<BindingDefinition>& bindings) {
    std::vector<BindingDefinition> read;
    const auto* list = action.node->as_array();
    if (list == nullptr) {
      read.push_back(read_binding(action, *action.node));
    } else {
      for (const toml::node& node : *list) read.push_back(read_binding(action, node));
    }
    // While the kind is unknown, whether the controls fit it is not worth a word.
    const bool is_worth_checking = of_unknown_kind_.count(action.name()) == 0;
    if (read.empty() || !is_worth_checking) read = {unbound(action)};
    bindings.insert(bindings.end(), read.begin(), read.end());
  }

  static BindingDefinition unbound(const Entry& action) {
    BindingDefinition binding;
    binding.action = action.name();
    binding.place = place_of(*action.key);
    return binding;
  }

  BindingDefinition read_binding(const Entry& action, const toml::node& node) {
    BindingDefinition binding = unbound(action);
    if (const auto* name = node.as_string()) {
      binding.control = read_control(name->get(), place_of(node));
    } else if (const auto* table = node.as_table()) {
      for (const Entry& entry : entries_of(*table)) read_binding_key(entry, binding);
      if (table->empty()) error(place_of(node), "a binding needs a control");
    } else {
      error(place_of(node),
            "a binding is a control's name in quotes, or a table like "
            "{ control = \"PadLeftStick\" }");
    }
    return binding;
  }

  void read_binding_key(const Entry& entry, BindingDefinition& binding) {
    for (const Direction& direction : directions()) {
      if (entry.name() == direction.name) {
        binding.*direction.control = read_control(entry);
        return;
      }
    }
    if (entry.name() == "control") {
      binding.control = read_control(entry);
    } else if (read_shaping_key(entry, binding.shaping)) {
      binding.shaping.place = place_of(*entry.node);
    } else if (entry.name() == "press_at") {
      binding.thresholds.press_at = number(entry, binding.thresholds.press_at);
      binding.thresholds.place = place_of(*entry.node);
    } else if (entry.name() == "release_at") {
      binding.thresholds.release_at = number(entry, binding.thresholds.release_at);
      binding.thresholds.place = place_of(*entry.node);
    } else if (entry.name() == "pass_on") {
      binding.pass_on = truth(entry);
    } else {
      unknown_key(entry, {"control", "up", "down", "left", "right", "more", "less", "dead_zone",
                          "outer_dead_zone", "curve", "scale", "invert", "press_at", "release_at",
                          "pass_on"});
    }
  }

  bool read_shaping_key(const Entry& entry, Shaping& shaping) {
    if (entry.name() == "dead_zone") {
      shaping.dead_zone = number(entry, 0);
    } else if (entry.name() == "outer_dead_zone") {
      shaping.outer_dead_zone = number(entry, 0);
    } else if (entry.name() == "scale") {
      shaping.scale = number(entry, 1);
    } else if (entry.name() == "curve") {
      read_curve(entry, shaping.curve);
    } else if (entry.name() == "invert") {
      read_invert(entry, shaping);
    } else {
      return false;
    }
    return true;
  }

  void read_invert(const Entry& entry, Shaping& shaping) {
    const auto* both = entry.node->as_boolean();
    const std::string axis = entry.node->value_or(std::string{});
    if (both == nullptr && axis != "x" && axis != "y") {
      wrong_type(entry, "true, false, \"x\" or \"y\"");
      return;
    }
    shaping.invert_x = both != nullptr ? both->get() : axis == "x";
    shaping.invert_y = both != nullptr ? both->get() : axis == "y";
  }

  void read_curve(const Entry& entry, Curve& curve) {
    const auto* points = entry.node->as_array();
    if (points == nullptr) {
      if (entry.node->is_number()) {
        curve.power = number(entry, 1);
      } else {
        wrong_type(entry, "a power, or points like [[0, 0], [0.5, 0.2], [1, 1]]");
      }
      return;
    }
    for (const toml::node& node : *points) {
      const auto* pair = node.as_array();
      const bool is_pair = pair != nullptr && pair->size() == 2 && pair->get(0)->is_number() &&
                           pair->get(1)->is_number();
      if (!is_pair) {
        error(place_of(node), "a point of a curve is a pair of numbers, like [0.5, 0.2]");
        curve.points.clear();
        return;
      }
      curve.points.push_back({static_cast<float>(*pair->get(0)->value<double>()),
                              static_cast<float>(*pair->get(1)->value<double>())});
    }
    if (points->empty()) wrong_type(entry, "a power, or points like [[0, 0], [0.5, 0.2], [1, 1]]");
  }

  PlacedControl read_control(const Entry& entry) {
    if (const auto* name = entry.node->as_string()) {
      return read_control(name->get(), place_of(*entry.node));
    }
    wrong_type(entry, "a control's name in quotes");
    return {};
  }

  PlacedControl read_control(std::string_view name, Place place) {
    if (const auto control = find_control(name)) return {*control, place};
    const std::string_view nearest = nearest_control_name(name);
    const std::string hint = nearest.empty() ? "; `next-move controls` lists them all"
                                             : fmt::format("; did you mean \"{}\"?", nearest);
    error(place, fmt::format("unknown control \"{}\"{}", name, hint));
    return {Control::none, place};
  }

  std::vector<Diagnostic> problems_;
  std::set<std::string, std::less<>> of_unknown_kind_;  // actions
};

// toml++ speaks of a name that stands twice as a redefinition; the rest of what it says is plain
// enough.
std::string in_plain_words(const toml::parse_error& problem) {
  std::string text{problem.description()};
  const std::string_view redefinition = "cannot redefine existing ";
  if (const auto at = text.find(redefinition); at != std::string::npos) {
    const auto name = text.find('\'', at);
    return "this name is defined twice: " + text.substr(name == std::string::npos ? at : name);
  }
  return "this is no TOML: " + text;
}

Result<Playbook> failure(Diagnostic problem) {
  return {std::nullopt, {std::move(problem)}};
}

}  // namespace

Result<Playbook> parse_playbook(std::string_view text, std::string_view name) {
  if (text.find_first_not_of(" \t\r\n") == std::string_view::npos) {
    return failure({Severity::error,
                    std::string{name},
                    {1, 1},
                    "the playbook is empty; it begins with format = 1",
                    {}});
  }
  const toml::parse_result parsed = toml::parse(text);
  Result<Playbook> result;
  if (!parsed) {
    result.diagnostics.push_back({Severity::error,
                                  {},
                                  place_of(parsed.error().source()),
                                  in_plain_words(parsed.error()),
                                  {}});
  } else {
    Reader reader;
    PlaybookDefinition definition = reader.read(parsed.table());
    result.diagnostics = reader.take_problems();
    std::vector<Diagnostic> meaning = check(definition);
    const bool readable = !has_errors(result.diagnostics);
    result.diagnostics.insert(result.diagnostics.end(), meaning.begin(), meaning.end());
    if (readable && !has_errors(meaning)) result = make_playbook(std::move(definition));
  }
  std::stable_sort(
      result.diagnostics.begin(), result.diagnostics.end(),
      [](const Diagnostic& a, const Diagnostic& b) {
        return std::pair{a.place.line, a.place.column} < std::pair{b.place.line, b.place.column};
      });
  files::locate(result.diagnostics, name, text);
  return result;
}

Result<Playbook> load_playbook(const std::string& path) {
  Result<std::string> text = files::read_text_file(path, most_bytes);
  if (!text) return {std::nullopt, std::move(text.diagnostics)};
  return parse_playbook(*text, path);
}

}  // namespace nextmove
