// Whether an icon theme has what a playbook needs.
#pragma once

#include <string>

#include <nextmove/nextmove.hpp>

/// Prints what is wrong, and which pictures there are not. The exit code: of problems where a
/// control of the playbook has no picture or a picture is not there; where it is strict, also where
/// players may choose a control that has none, and of a warning.
int check_icons(const std::string& theme, const std::string& families,
                const nextmove::Playbook& playbook, bool is_strict);
