// What several commands print for programs (--json).
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include <nextmove/curve_picture.hpp>
#include <nextmove/nextmove.hpp>

/// The problems of a file as one object {"file", "ok", "problems"}.
void print_as_json(std::string_view file, const std::vector<nextmove::Diagnostic>& problems);

/// {"title", "actions": [{"name", "kind", "label", "group", "contexts"}], "mutes", "contexts",
/// "zones"}
void print_as_json(const nextmove::PlaybookDefinition& playbook);

/// [{"name", "device", "values"}]
void print_as_json(const std::vector<nextmove::ControlInfo>& controls);

/// [{"context", "controls", "note", "dead_zone", "outer_dead_zone", "samples": [[push, read]]}]
void print_as_json(const std::vector<nextmove::ShapedCurve>& curves);

/// `text` as JSON, with its quotes.
std::string json_text(std::string_view text);
