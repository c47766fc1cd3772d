// From TOML to a definition: the shape of the file, and where each thing stands in it. What the
// definition means is checked by the core.
#include <algorithm>
#include <fmt/format.h>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include <nextmove/playbook_file.hpp>

#include "binding_reader.hpp"
#include "text_file.hpp"
#include "toml_document.hpp"
#include "toml_values.hpp"

namespace nextmove {
namespace {

constexpr std::size_t most_playbook_bytes = 4 * files::mebibyte;
constexpr std::int64_t playbook_format = 1;

using files::place_of;
using Entry = files::TomlEntry;

class Reader {
 public:
  PlaybookDefinition read(const toml::table& root) {
    PlaybookDefinition book;
    read_format(root);
    // Actions first, wherever they stand: what is said of bindings depends on them.
    if (const auto* actions = root.get_as<toml::table>("actions")) {
      actions_ = actions;
      book.actions.reserve(actions->size());
      for (const Entry& it : files::TomlEntries{*actions}) book.actions.push_back(read_action(it));
    }
    for (const Entry& entry : files::TomlEntries{root}) read_part(entry, book);
    if (loses_bindings_) add_empty_bindings(book);
    return book;
  }

  std::vector<Diagnostic> take_problems() { return values_.take_problems(); }

 private:
  void read_part(const Entry& entry, PlaybookDefinition& book) {
    if (entry.name() == "title") {
      book.title = values_.text(entry);
    } else if (entry.name() == "contexts") {
      for (const Entry& it : values_.table(entry)) book.contexts.push_back(read_context(it));
    } else if (entry.name() == "schemes") {
      for (const Entry& it : values_.table(entry)) book.schemes.push_back(read_scheme(it));
    } else if (entry.name() == "mutes") {
      for (const Entry& it : values_.table(entry)) book.mutes.push_back(read_mute(it));
    } else if (entry.name() == "zones") {
      for (const Entry& it : values_.table(entry)) book.zones.push_back(read_zone(it));
    } else if (entry.name() == "reserved") {
      book.reserved = values_.controls(entry);
    } else if (entry.name() == "actions") {
      if (!entry.node->is_table()) values_.wrong_type(entry, "a table");  // else read already
    } else if (entry.name() != "format") {
      values_.unknown_key(entry, {"format", "title", "reserved", "actions", "schemes", "contexts",
                                  "mutes", "zones"});
      loses_bindings_ = loses_bindings_ || entry.node->is_table();
    }
  }

  // Under a key that is misspelt there may be what drives the actions: that nothing does is not
  // worth another word.
  static void add_empty_bindings(PlaybookDefinition& book) {
    ContextDefinition lost{.name = "_"};
    for (const ActionDefinition& it : book.actions) lost.bindings.push_back({.action = it.name});
    book.contexts.push_back(std::move(lost));
  }

  void read_format(const toml::table& root) {
    const toml::node* node = root.get("format");
    if (node == nullptr) {
      values_.error({1, 1}, "a playbook begins with format = 1");
    } else if (!node->is_integer() || node->value<std::int64_t>() != playbook_format) {
      values_.error(place_of(*node), "this library reads playbooks of format = 1");
    }
  }

  ActionDefinition read_action(const Entry& action) {
    ActionDefinition definition;
    definition.name = action.name();
    definition.place = place_of(*action.key);
    std::optional<ActionKind> kind;
    bool has_kind = false;
    for (const Entry& entry : values_.table(action)) {
      if (entry.name() == "kind") {
        has_kind = true;
        kind = read_kind(entry);
      } else if (entry.name() == "label") {
        definition.label = values_.text(entry);
      } else if (entry.name() == "group") {
        definition.group = values_.text(entry);
      } else if (entry.name() == "press_at" || entry.name() == "release_at") {
        float& threshold = entry.name() == "press_at" ? definition.digital.press_at
                                                      : definition.digital.release_at;
        threshold = values_.number(entry, threshold);
        definition.digital.place = place_of(*entry.node);
      } else if (entry.name() == "opposite") {
        definition.opposite = read_opposite(entry);
      } else if (bool* permission = permission_of(entry.name(), definition)) {
        *permission = values_.truth(entry);
      } else {
        values_.unknown_key(entry, {"kind", "label", "group", "opposite", "press_at", "release_at",
                                    "fixed", "required", "with_controls", "while_typing"});
      }
    }
    if (!has_kind && action.node->is_table()) {
      values_.error(definition.place,
                    fmt::format("action \"{}\" has no kind; write kind = \"button\", \"axis\", "
                                "\"vector\", \"motion\", \"turn\" or \"pointer\"",
                                action.name()));
    }
    definition.kind = kind.value_or(ActionKind::button);
    if (!kind) of_unknown_kind_.insert(definition.name);
    return definition;
  }

  // What a player may do to it, and while they type.
  static bool* permission_of(std::string_view key, ActionDefinition& action) {
    if (key == "fixed") return &action.is_fixed;
    if (key == "required") return &action.is_required;
    if (key == "while_typing") return &action.is_heard_while_typing;
    return key == "with_controls" ? &action.takes_with : nullptr;
  }

  Opposite read_opposite(const Entry& entry) {
    const std::string name = values_.text(entry);
    const auto opposite = find_opposite(name);
    if (!opposite && entry.node->is_string()) {
      values_.unknown_name(place_of(*entry.node), "way with opposites", name, {"cancel", "last"});
    }
    return opposite.value_or(Opposite::cancel);
  }

  std::optional<ActionKind> read_kind(const Entry& entry) {
    const auto* value = entry.node->as_string();
    if (value == nullptr) {
      values_.wrong_type(entry, "a text in quotes");
      return std::nullopt;
    }
    const auto kind = find_action_kind(value->get());
    if (!kind) {
      values_.unknown_name(place_of(*entry.node), "kind", value->get(),
                           {"button", "axis", "vector", "motion", "turn", "pointer"});
    }
    return kind;
  }

  ContextDefinition read_context(const Entry& context) {
    ContextDefinition definition;
    definition.name = context.name();
    definition.place = place_of(*context.key);
    for (const Entry& entry : values_.table(context)) {
      if (entry.name() == "rank") {
        definition.rank = values_.whole_number(entry);
      } else if (entry.name() == "blocks") {
        definition.blocks = read_device_kinds(entry);
      } else if (entry.name() == "releases") {
        definition.releases = values_.truth(entry);
      } else if (entry.name() == "mutes") {
        definition.mutes = values_.names(entry, "mute");
      } else if (entry.name() == "bind") {
        const files::TomlEntries actions = values_.table(entry);
        definition.bindings.reserve(actions.size());  // moving them is dear
        for (const Entry& action : actions) read_bindings(action, definition.bindings);
      } else if (actions_ != nullptr && actions_->contains(entry.name())) {
        values_.error(place_of(*entry.key),
                      fmt::format("what drives {} stands under [contexts.{}.bind]", entry.name(),
                                  context.name()));
        loses_bindings_ = true;
      } else {
        values_.unknown_key(entry, {"rank", "blocks", "releases", "mutes", "bind"});
        loses_bindings_ = loses_bindings_ || entry.node->is_table();
      }
    }
    return definition;
  }

  void read_bindings(const Entry& action, std::vector<BindingDefinition>& bindings) {
    const std::size_t before = bindings.size();
    files::BindingReader{values_}.read_all(action, bindings);
    // While the kind is unknown, whether the controls fit it is not worth a word.
    if (of_unknown_kind_.count(action.name()) == 0) return;
    bindings.resize(before);
    bindings.push_back(files::unbound(action));
  }

  std::vector<DeviceKind> read_device_kinds(const Entry& entry) {
    std::vector<DeviceKind> kinds;
    const auto* list = entry.node->as_array();
    if (list == nullptr) {
      values_.wrong_type(entry, "a list of device kinds, like [\"mouse\"]");
      return kinds;
    }
    for (const toml::node& node : *list) {
      const std::string name = node.value_or(std::string{});
      if (const auto kind = find_device_kind(name)) {
        kinds.push_back(*kind);
      } else {
        values_.unknown_name(place_of(node), "device kind", name,
                             {"keyboard", "mouse", "gamepad", "touch"});
      }
    }
    return kinds;
  }

  SchemeDefinition read_scheme(const Entry& scheme) {
    SchemeDefinition definition;
    definition.name = scheme.name();
    definition.place = place_of(*scheme.key);
    for (const Entry& entry : values_.table(scheme)) {
      if (entry.name() == "label") {
        definition.label = values_.text(entry);
      } else if (entry.name() == "needs") {
        definition.needs = read_device_kinds(entry);
        // Where they cannot be read, that they are missing is not worth another word.
        const auto* list = entry.node->as_array();
        const bool is_empty = list != nullptr && list->empty();
        if (definition.needs.empty() && !is_empty) definition.needs = {DeviceKind::keyboard};
      } else if (entry.name() == "may_use") {
        definition.may_use = read_device_kinds(entry);
      } else if (entry.name() == "shares_devices") {
        definition.shares_devices = values_.truth(entry);
      } else if (entry.name() == "join") {
        definition.join = values_.control(entry);
      } else {
        values_.unknown_key(entry, {"label", "needs", "may_use", "shares_devices", "join"});
      }
    }
    return definition;
  }

  MuteDefinition read_mute(const Entry& mute) {
    MuteDefinition definition;
    definition.name = mute.name();
    definition.place = place_of(*mute.key);
    bool has_list = false;
    for (const Entry& entry : values_.table(mute)) {
      const bool is_everything_but = entry.name() == "everything_but";
      if (!is_everything_but && entry.name() != "actions") {
        values_.unknown_key(entry, {"actions", "everything_but"});
        continue;
      }
      if (has_list) {
        values_.error(place_of(*entry.key), "a mute has either actions or everything_but");
      }
      has_list = true;
      definition.is_everything_but = is_everything_but;
      definition.actions = values_.names(entry, "action");
    }
    return definition;
  }

  ZoneDefinition read_zone(const Entry& zone) {
    ZoneDefinition definition;
    definition.name = zone.name();
    definition.place = place_of(*zone.key);
    bool has_kind = false;
    for (const Entry& entry : values_.table(zone)) {
      if (entry.name() == "kind") {
        has_kind = true;
        const std::string name = values_.text(entry);
        const auto kind = find_zone_kind(name);
        definition.kind = kind.value_or(ZoneKind::button);
        if (!kind && entry.node->is_string()) {
          values_.unknown_name(place_of(*entry.node), "kind of zone", name,
                               {"button", "stick", "swipe", "tap", "two_fingers"});
        }
      } else if (entry.name() == "corner") {
        const std::string name = values_.text(entry);
        const auto corner = find_corner(name);
        definition.corner = corner.value_or(Corner::none);
        if (!corner && entry.node->is_string()) {
          values_.unknown_name(place_of(*entry.node), "corner", name,
                               {"top_left", "top_right", "bottom_left", "bottom_right"});
        }
      } else if (entry.name() == "floating") {
        definition.is_floating = values_.truth(entry);
      } else if (float* size = size_of(entry.name(), definition)) {
        *size = values_.number(entry, *size);
      } else {
        values_.unknown_key(entry, {"kind", "corner", "x", "y", "width", "height", "floating"});
      }
    }
    if (!has_kind && zone.node->is_table()) {
      values_.error(definition.place,
                    fmt::format("zone \"{}\" has no kind; write kind = \"button\", \"stick\", "
                                "\"swipe\", \"tap\" or \"two_fingers\"",
                                zone.name()));
    }
    return definition;
  }

  static float* size_of(std::string_view key, ZoneDefinition& zone) {
    if (key == "x") return &zone.x;
    if (key == "y") return &zone.y;
    if (key == "width") return &zone.width;
    return key == "height" ? &zone.height : nullptr;
  }

  files::TomlValues values_;
  const toml::table* actions_ = nullptr;
  std::set<std::string, std::less<>> of_unknown_kind_;  // actions
  bool loses_bindings_ = false;
};

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
  Result<toml::table> parsed = files::parse_toml(text, most_playbook_bytes);
  Result<Playbook> result;
  if (!parsed) {
    result.diagnostics = std::move(parsed.diagnostics);
  } else {
    Reader reader;
    PlaybookDefinition definition = reader.read(*parsed);
    result.diagnostics = reader.take_problems();
    std::vector<Diagnostic> meaning;
    if (has_errors(result.diagnostics)) {
      meaning = check(definition);
      // What is odd as a whole may come from what could not be read.
      std::erase_if(meaning, [](const auto& it) { return it.severity == Severity::warning; });
    } else {
      Result<Playbook> made = make_playbook(std::move(definition));
      meaning = std::move(made.diagnostics);
      result.value = std::move(made.value);
    }
    result.diagnostics.insert(result.diagnostics.end(), meaning.begin(), meaning.end());
  }
  files::arrange(result.diagnostics, name, text);
  return result;
}

Result<Playbook> load_playbook(const std::string& path) {
  Result<std::string> text = files::read_text_file(path, most_playbook_bytes);
  if (!text) return {std::nullopt, std::move(text.diagnostics)};
  return parse_playbook(*text, path);
}

}  // namespace nextmove
