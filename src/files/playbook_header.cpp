#include <algorithm>
#include <array>
#include <cctype>
#include <fmt/format.h>

#include <nextmove/diagnostic.hpp>
#include <nextmove/playbook_header.hpp>

namespace nextmove {
namespace {

constexpr std::array<std::string_view, 98> reserved = {
    "alignas",       "alignof",     "and",
    "and_eq",        "asm",         "auto",
    "bitand",        "bitor",       "bool",
    "break",         "case",        "catch",
    "char",          "char16_t",    "char32_t",
    "char8_t",       "class",       "co_await",
    "co_return",     "co_yield",    "compl",
    "concept",       "const",       "const_cast",
    "consteval",     "constexpr",   "constinit",
    "continue",      "decltype",    "default",
    "delete",        "do",          "double",
    "dynamic_cast",  "else",        "enum",
    "explicit",      "export",      "extern",
    "false",         "float",       "for",
    "friend",        "goto",        "if",
    "inline",        "int",         "long",
    "mutable",       "namespace",   "new",
    "noexcept",      "not",         "not_eq",
    "nullptr",       "operator",    "or",
    "or_eq",         "private",     "protected",
    "public",        "register",    "reinterpret_cast",
    "requires",      "return",      "short",
    "signed",        "sizeof",      "static",
    "static_assert", "static_cast", "struct",
    "switch",        "template",    "this",
    "thread_local",  "throw",       "true",
    "try",           "typedef",     "typeid",
    "typename",      "union",       "unsigned",
    "using",         "virtual",     "void",
    "volatile",      "wchar_t",     "while",
    "xor",           "xor_eq",      "nextmove",
    "actions",       "schemes",     "contexts",
    "mutes",         "misfits"};

std::string constant(std::string_view name) {
  const bool is_reserved = std::find(reserved.begin(), reserved.end(), name) != reserved.end();
  return std::string{name} + (is_reserved ? "_" : "");
}

std::string_view handle_type(ActionKind kind) {
  switch (kind) {
    case ActionKind::button: return "Button";
    case ActionKind::axis: return "Axis";
    case ActionKind::vector: return "Vector";
    case ActionKind::motion: return "Motion";
    case ActionKind::turn: return "Turn";
    case ActionKind::pointer: return "Pointer";
  }
  return {};
}

std::string comment(const ActionDefinition& action) {
  if (action.label.empty()) return {};
  std::string label = printable(action.label);
  // A backslash at the end of a comment would swallow the next line.
  std::replace(label.begin(), label.end(), '\\', '/');
  return "  ///< " + label;
}

template <class Definitions>
std::string constants(const Definitions& definitions, std::string_view what,
                      std::string_view type) {
  if (definitions.empty()) return {};
  std::string out = fmt::format("\nnamespace {} {{\n", what);
  for (std::size_t i = 0; i < definitions.size(); ++i) {
    out += fmt::format("inline constexpr nextmove::{0} {1}{{\"{2}\", nextmove::{0}Id{{{3}}}}};\n",
                       type, constant(definitions[i].name), definitions[i].name, i);
  }
  return out + fmt::format("}}  // namespace {}\n", what);
}

// `{"desk", "pad"}`, by lines that fit.
template <class Definitions>
std::string names(const Definitions& definitions) {
  std::string out;
  for (const auto& it : definitions) out += fmt::format("\n      \"{}\",", it.name);
  return out;
}

std::string counted_on(std::span<const ActionDefinition> actions) {
  std::string out;
  for (const ActionDefinition& it : actions) {
    out +=
        fmt::format("\n      {{\"{}\", nextmove::ActionKind::{}}},", it.name, to_string(it.kind));
  }
  return out;
}

std::string list(std::string_view type, std::string_view name, const std::string& entries) {
  return entries.empty()
             ? fmt::format("  const std::vector<{}> {};\n", type, name)
             : fmt::format("  const std::vector<{}> {}{{{}\n  }};\n", type, name, entries);
}

}  // namespace

std::string namespace_for(std::string_view title) {
  std::string name;
  for (const char c : title) {
    const auto byte = static_cast<unsigned char>(c);
    if (byte < 0x80 && std::isalnum(byte) != 0) {
      name += static_cast<char>(std::tolower(byte));
    } else if (!name.empty() && name.back() != '_') {
      name += '_';
    }
  }
  while (!name.empty() && name.back() == '_') name.pop_back();
  if (name.empty() || std::isdigit(static_cast<unsigned char>(name.front())) != 0) {
    name = "playbook" + (name.empty() ? "" : '_' + name);
  }
  return constant(name);
}

std::string to_header(const Playbook& playbook, std::string_view name_space,
                      std::string_view made_from) {
  std::string out = fmt::format(
      "// Made from {} by `next-move header`. Do not edit; make it again when the playbook "
      "changes.\n"
      "#pragma once\n\n#include <string_view>\n#include <vector>\n\n"
      "#include <nextmove/playbook.hpp>\n\nnamespace {} {{\n",
      printable(made_from), name_space);
  if (!playbook.actions().empty()) out += "\nnamespace actions {\n";
  for (std::size_t i = 0; i < playbook.actions().size(); ++i) {
    const ActionDefinition& action = playbook.actions()[i];
    out += fmt::format("inline constexpr nextmove::{} {}{{\"{}\", nextmove::ActionId{{{}}}}};{}\n",
                       handle_type(action.kind), constant(action.name), action.name, i,
                       comment(action));
  }
  if (!playbook.actions().empty()) out += "}  // namespace actions\n";
  out += constants(playbook.schemes(), "schemes", "Scheme");
  out += constants(playbook.contexts(), "contexts", "Context");
  out += constants(playbook.mutes(), "mutes", "Mute");
  out +=
      "\n/// What of this `playbook` does not have: print it once, after loading. Another order "
      "does "
      "no harm.\n"
      "inline std::vector<nextmove::Diagnostic> misfits(const nextmove::Playbook& playbook) {\n" +
      list("nextmove::CountedOn", "all_actions", counted_on(playbook.actions())) +
      list("std::string_view", "all_schemes", names(playbook.schemes())) +
      list("std::string_view", "all_contexts", names(playbook.contexts())) +
      list("std::string_view", "all_mutes", names(playbook.mutes())) +
      "  return nextmove::misfits(playbook, all_actions, all_schemes, all_contexts, "
      "all_mutes);\n}\n";
  return out + fmt::format("\n}}  // namespace {}\n", name_space);
}

}  // namespace nextmove
